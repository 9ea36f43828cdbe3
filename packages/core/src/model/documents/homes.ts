/** Homes documents: the ways a value could live, as `homes` writes them. */
import { Carrier, CellKind, Role } from './words';
import { z } from 'zod';
import { ChangedFile, PlanStep, WayProof } from './plan';

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
      /** Who shall read it, though they do not yet. */
      wanted: z.array(z.string()).optional(),
      threads: z.array(z.object({ from: z.string().nullable(), to: z.string(), carrier: Carrier })),
    })
    .optional(),
});

export type HomeOption = z.infer<typeof HomeOption>;

/** The edits that carry one way out, in an order in which the application works after each step, and their proof. */
export const WayPlan = z.object({
  way: OptionKind,
  component: z.string().nullable(),
  steps: z.array(PlanStep),
  files: z.array(ChangedFile),
  proof: WayProof,
  complete: z.boolean(),
});

export type WayPlan = z.infer<typeof WayPlan>;

/** What carrying one way out would edit, counted from the edits themselves; `complete`: nothing is left to a person. */
export const WayEdits = z.object({
  way: OptionKind,
  files: z.number(),
  lines: z.number(),
  /** Modules that files come to import, and how many of those lie in a folder above the file's own. */
  imports: z.object({ added: z.number(), upwards: z.number() }),
  complete: z.boolean(),
});

export type WayEdits = z.infer<typeof WayEdits>;

/** How often a change can come: with each frame, with each key, by a timer, or as somebody acts once. */
export const Pace = z.enum(['frame', 'key', 'timer', 'action']);

export type Pace = z.infer<typeof Pace>;

export const HomesDocument = z.object({
  format: z.literal('vectura.homes'),
  version: z.literal(1),
  asked: z.object({ component: z.string().nullable(), name: z.string() }),
  current: z.object({ component: z.string().nullable(), kind: CellKind }),
  readers: z.array(z.string()),
  writers: z.array(z.string()),
  /** What makes each writer change it, and how often that can come where it is known. */
  writes: z.array(z.object({ component: z.string(), trigger: z.string(), pace: Pace.nullable() })).optional(),
  nearest: z.string().nullable(),
  perInstance: z.boolean(),
  options: z.array(HomeOption),
  recommended: OptionKind,
  advice: z.string().optional(),
  /** Components that shall read it too, though they do not yet; they count among the readers. */
  wanted: z.array(z.string()).optional(),
  /** How one of the ways is carried out, where it was asked for. */
  plan: WayPlan.optional(),
});

export type HomesDocument = z.infer<typeof HomesDocument>;

/** A state that would better live elsewhere. */
export const WorthMoving = z.object({
  /** How it is asked for. */
  value: z.string(),
  name: z.string(),
  /** The component it lives in. */
  home: z.string(),
  file: z.string(),
  line: z.number().int(),
  way: OptionKind,
  to: z.string().nullable(),
  /** How many components no longer only carry it. */
  relays: z.number(),
  /** How many fewer components render again for a change. */
  rerenders: z.number(),
  files: z.number(),
  /** It was not followed everywhere, so more may be concerned. */
  isCut: z.boolean(),
});

export type WorthMoving = z.infer<typeof WorthMoving>;

/** Several values judged together, as `homes --with` writes them. */
export const TogetherDocument = z.object({
  format: z.literal('vectura.together'),
  version: z.literal(1),
  values: z.array(
    z.object({
      name: z.string(),
      /** The component it lives in. */
      home: z.string().nullable(),
      readers: z.array(z.string()),
      writers: z.array(z.string()),
    }),
  ),
  /** Components that read all of them, and those that read only some. */
  readAll: z.array(z.string()),
  readSome: z.array(z.string()),
  /** Whether what changes one changes the others: each time, never, or now and then; `unknown` where nothing is seen to change them. */
  changed: z.enum(['together', 'apart', 'sometimes', 'unknown']),
  /** One object, or a state each; null where they live apart. */
  state: z.enum(['one', 'each']).nullable(),
  /** One context for all, or one for each, were they provided. */
  provided: z.enum(['one', 'each']),
  advice: z.string(),
});

export type TogetherDocument = z.infer<typeof TogetherDocument>;
