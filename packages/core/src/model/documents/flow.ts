/** The flow document, as `survey` writes it. */
import { AcceptedFinding, Finding } from './findings';
import { Carrier, CellKind, Effect, Family, Problem, Role, at } from './words';
import { z } from 'zod';

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
  events: z.array(
    z.object({
      name: z.string(),
      line: z.number().int(),
      /** It goes on past whoever is around: anybody there may hear it. */
      passes: z.boolean().optional(),
    }),
  ),
  /** Which of the events that go past whoever is around it listens for, wherever it stands. */
  listens: z.array(z.object({ name: z.string(), line: z.number().int() })).optional(),
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
  /** Kinds of pages on which whoever puts them together may place it: `record page`, without any component around. */
  stands: z.array(z.string()).optional(),
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

/** What a component does with a cell: one mark on the sheet. */
export const Mark = z.object({
  cell: z.string(),
  component: z.string(),
  roles: z.array(Role),
  /** How the value reaches it. */
  carrier: Carrier.nullable(),
  /** What it is called there. */
  name: z.string(),
  /** Names it is passed on as. */
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
