/** Trail documents: one value's ways, as `trail` writes them. */
import { Carrier, CellKind, Effect, Role } from './words';
import { z } from 'zod';

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
  /** What is computed from the value here and passed on: values of their own, and what to ask for to follow each. */
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
