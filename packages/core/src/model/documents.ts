/**
 * The documents Vectura speaks, as Zod schemas: the flow document, trails, homes and findings. The command line, the
 * HTTP interface and the published JSON Schemas all come from these definitions.
 */
import { z } from 'zod';

export const Family = z.enum(['react', 'vue', 'svelte', 'angular', 'lwc', 'scope']);
export type Family = z.infer<typeof Family>;

export const Carrier = z.enum([
  'prop',
  'callback',
  'event',
  'binding',
  'slot',
  'overflow',
  'context',
  'store',
  'service',
  'handle',
  'channel',
  'local',
]);
export type Carrier = z.infer<typeof Carrier>;

export const Role = z.enum(['home', 'reader', 'relay', 'provider', 'writer']);
export type Role = z.infer<typeof Role>;

export const Effect = z.enum(['same', 'renamed', 'part', 'derived', 'frozen']);
export type Effect = z.infer<typeof Effect>;

export const CellKind = z.enum([
  'state',
  'derived',
  'context',
  'store',
  'service',
  'channel',
  'url',
  'storage',
  'remote',
  'constant',
]);
export type CellKind = z.infer<typeof CellKind>;

export const Level = z.enum(['error', 'warning', 'note']);
export type Level = z.infer<typeof Level>;

export const Problem = z.object({
  severity: z.enum(['error', 'warning']),
  message: z.string(),
  line: z.number().int(),
  column: z.number().int(),
});
export type Problem = z.infer<typeof Problem>;

const at = { file: z.string(), line: z.number().int(), column: z.number().int() };

export const FileEntry = z.object({
  path: z.string(),
  family: Family,
  bytes: z.number().int(),
  lines: z.number().int().optional(),
  hash: z.string(),
  problems: z.array(Problem),
});
export type FileEntry = z.infer<typeof FileEntry>;

export const Component = z.object({
  id: z.string(),
  name: z.string(),
  family: Family,
  ...at,
  endLine: z.number().int().optional(),
  side: z.enum(['client', 'server', 'either']),
  /** The files by whose imports it became browser code, from the marked one to its own; only where sides are told apart. */
  clientBy: z.array(z.string()).optional(),
  props: z.array(
    z.object({
      name: z.string(),
      required: z.boolean(),
      default: z.string().nullable(),
      declared: z.boolean(),
      line: z.number().int(),
    }),
  ),
  events: z.array(z.object({ name: z.string(), line: z.number().int() })),
});
export type Component = z.infer<typeof Component>;

export const Site = z.object({
  id: z.string(),
  name: z.string(),
  of: z.string().nullable(),
  by: z.string().nullable(),
  under: z.string().nullable(),
  /** Further components it may be rendered inside, where its markup is placed more than once. */
  alsoUnder: z.array(z.string()).optional(),
  /** Why `of` is null. */
  reason: z.string().optional(),
  repeat: z.enum(['once', 'conditional', 'many']),
  ...at,
});
export type Site = z.infer<typeof Site>;

export const Cell = z.object({
  id: z.string(),
  name: z.string(),
  kind: CellKind,
  home: z.string().nullable(),
  ...at,
});
export type Cell = z.infer<typeof Cell>;

const HopEnd = z.object({ holder: z.string(), name: z.string() });

export const Hop = z.object({
  id: z.string(),
  carrier: Carrier,
  effect: Effect,
  site: z.string().nullable(),
  /** The cell of the context it goes through. */
  context: z.string().optional(),
  from: HopEnd,
  to: HopEnd,
  ...at,
});
export type Hop = z.infer<typeof Hop>;

export const Finding = z.object({
  rule: z.string(),
  level: Level,
  message: z.string(),
  component: z.string().nullable(),
  name: z.string().nullable(),
  ...at,
  components: z.array(z.string()),
  /** Component ids, in the order of `components`, where names alone would be ambiguous. */
  componentIds: z.array(z.string()).optional(),
  /** All names it is about, `name` first, where one cause concerns several. */
  names: z.array(z.string()).optional(),
  related: z.array(z.object({ file: z.string(), line: z.number().int(), note: z.string() })),
});
export type Finding = z.infer<typeof Finding>;

/** A finding that `vectura.config.json` accepts, and why. */
export const AcceptedFinding = Finding.extend({ reason: z.string() });
export type AcceptedFinding = z.infer<typeof AcceptedFinding>;

export const Findings = z.object({
  format: z.literal('vectura.findings'),
  version: z.literal(1),
  findings: z.array(Finding),
});
export type Findings = z.infer<typeof Findings>;

/** What a component does with a cell: one mark on the sheet. */
export const Mark = z.object({
  cell: z.string(),
  component: z.string(),
  roles: z.array(Role),
  /** How the value reaches it. */
  carrier: Carrier.nullable(),
  /** What it is called there. */
  name: z.string(),
  /** Names it is handed on as. */
  as: z.array(z.string()),
  frozen: z.boolean(),
  /** Only what is computed from the value gets there. */
  computed: z.boolean().optional(),
});
export type Mark = z.infer<typeof Mark>;

/** An address of the application and what is rendered there. */
export const Route = z.object({ path: z.string(), of: z.string(), file: z.string(), line: z.number().int() });
export type Route = z.infer<typeof Route>;

export const FlowDocument = z.object({
  format: z.literal('vectura.flow'),
  version: z.literal(1),
  project: z.object({
    name: z.string(),
    families: z.array(Family),
    skipped: z.record(z.string(), z.number().int()).optional(),
    /** How many answers end at a mark, because following further would cost more than their share. */
    cut: z.number().int().optional(),
    /** Bytes of source on each side, where the project tells them apart. */
    sides: z.object({ client: z.number().int(), server: z.number().int(), either: z.number().int() }).optional(),
  }),
  files: z.array(FileEntry),
  components: z.array(Component),
  sites: z.array(Site),
  cells: z.array(Cell),
  hops: z.array(Hop),
  findings: z.array(Finding),
  /** Findings the configuration accepts; they are not among `findings`. */
  accepted: z.array(AcceptedFinding).optional(),
  marks: z.array(Mark).optional(),
  /** Addresses told by tables of routes and by the file tree. */
  routes: z.array(Route).optional(),
});
export type FlowDocument = z.infer<typeof FlowDocument>;

export const Stop = z.object({
  component: z.string().nullable(),
  id: z.string().nullable().optional(),
  cell: z.string().nullable(),
  file: z.string(),
  line: z.number().int(),
  name: z.string(),
  as: z.string().nullable(),
  role: Role,
  carrier: Carrier.nullable(),
  effect: Effect.nullable(),
  through: z.array(z.string()).optional(),
  cycle: z.boolean().optional(),
  repeat: z.enum(['once', 'conditional', 'many']).optional(),
  /** What is computed from the value here and handed on: values of their own, and what to ask for to follow each. */
  computes: z.array(z.object({ name: z.string(), component: z.string(), value: z.string() })).optional(),
  /** The places in the code that prove this stop: where the value arrives, is used and leaves. */
  proof: z
    .array(
      z.object({
        file: z.string(),
        line: z.number().int(),
        column: z.number().int(),
        length: z.number().int(),
        what: z.enum(['arrives', 'used', 'leaves']),
        /** How it is used: shown, branched, computed, … */
        use: z.string().optional(),
      }),
    )
    .optional(),
});
export type Stop = z.infer<typeof Stop>;

export const Trail = z.object({
  direction: z.enum(['down', 'up']),
  stops: z.array(Stop),
  /** It is not of the value itself, but of what is computed from it on the way. */
  computed: z.boolean().optional(),
  /** Why it was not followed further than its last stop. */
  cut: z.string().optional(),
});
export type Trail = z.infer<typeof Trail>;

const Seen = z.object({
  component: z.string().nullable(),
  id: z.string().optional(),
  name: z.string(),
  file: z.string(),
  line: z.number().int(),
  /** Only what is computed from the value gets there. */
  computed: z.boolean().optional(),
  /** Why the value is taken to get there, where that is not certain. */
  reason: z.string().optional(),
});

export const TrailDocument = z.object({
  format: z.literal('vectura.trail'),
  version: z.literal(1),
  asked: z.object({ component: z.string().nullable(), id: z.string().nullable().optional(), name: z.string() }),
  homes: z.array(
    z.object({
      component: z.string().nullable(),
      id: z.string().nullable().optional(),
      cell: z.string(),
      cellId: z.string().optional(),
      kind: CellKind,
      file: z.string(),
      line: z.number().int(),
    }),
  ),
  readers: z.array(Seen),
  writers: z.array(Seen.extend({ trigger: z.string().optional() })),
  relays: z.array(Seen),
  trails: z.array(Trail),
  /** How many more trails there are than are listed. */
  left: z.number().int().optional(),
  /** Why the value was not followed everywhere. */
  cut: z.string().optional(),
});
export type TrailDocument = z.infer<typeof TrailDocument>;

/** Where the way of a value to a component breaks, or what becomes of it there. */
export const WhyVerdict = z.enum([
  'arrives',
  'unused',
  'frozen',
  'not-passed',
  'not-provided',
  'not-heard',
  'other-instance',
  'apart',
]);
export type WhyVerdict = z.infer<typeof WhyVerdict>;

/** Why a value does not get to a component. */
export const WhyDocument = z.object({
  format: z.literal('vectura.why'),
  version: z.literal(1),
  asked: z.object({ component: z.string().nullable(), name: z.string() }),
  to: z.object({ component: z.string(), id: z.string() }),
  verdict: WhyVerdict,
  /** What breaks the way, and what would mend it, in sentences. */
  says: z.string(),
  mend: z.string(),
  /** The components from the value's home, or from where it gets to, to the one asked for. */
  steps: z.array(
    z.object({
      component: z.string().nullable(),
      id: z.string().nullable(),
      /** What the value is called there; null where it does not get to. */
      name: z.string().nullable(),
      ...at,
    }),
  ),
  /** The step the value does not get past: it breaks between that one and the next. */
  breaksAfter: z.number().int().nullable(),
  /** The line at which it breaks. */
  breaksAt: z.object(at).nullable(),
});
export type WhyDocument = z.infer<typeof WhyDocument>;

export const OptionKind = z.enum(['keep', 'down', 'up', 'compose', 'context', 'store', 'service']);
export type OptionKind = z.infer<typeof OptionKind>;

export const HomeOption = z.object({
  kind: OptionKind,
  component: z.string().nullable(),
  possible: z.boolean().optional(),
  relays: z.number(),
  hops: z.number(),
  files: z.number(),
  propsAdded: z.number(),
  propsRemoved: z.number(),
  rerenders: z.number(),
  lifetime: z.string().optional(),
  testNeeds: z.string().optional(),
  score: z.number(),
  reasons: z.array(z.string()),
  /** The part of the tree that matters, as it would be: for the drawing. */
  drawing: z
    .object({
      nodes: z.array(
        z.object({ id: z.string(), name: z.string(), parent: z.string().nullable(), depth: z.number().int() }),
      ),
      roles: z.record(z.string(), z.array(Role)),
      threads: z.array(z.object({ from: z.string().nullable(), to: z.string(), carrier: Carrier })),
    })
    .optional(),
});
export type HomeOption = z.infer<typeof HomeOption>;

export const HomesDocument = z.object({
  format: z.literal('vectura.homes'),
  version: z.literal(1),
  asked: z.object({ component: z.string().nullable(), name: z.string() }),
  current: z.object({ component: z.string().nullable(), kind: CellKind }),
  readers: z.array(z.string()),
  writers: z.array(z.string()),
  nearest: z.string().nullable(),
  perInstance: z.boolean(),
  options: z.array(HomeOption),
  recommended: OptionKind,
  advice: z.string().optional(),
});
export type HomesDocument = z.infer<typeof HomesDocument>;
