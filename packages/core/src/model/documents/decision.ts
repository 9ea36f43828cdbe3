/** What was decided about where a value shall live. */
import { z } from 'zod';
import { OptionKind } from './homes';

export const Decision = z.object({
  /** When it was decided, as an ISO date with its time; no two of a project share one. */
  at: z.string(),
  /** How the value was asked for then. */
  value: z.string(),
  name: z.string(),
  way: OptionKind,
  /** The component it shall live in; null for a module. */
  to: z.string().nullable(),
  reason: z.string(),
  /** All of it as Markdown, with the measures and the advice of that day. */
  text: z.string(),
  /** A survey has found it carried out since. */
  done: z.boolean(),
});

export type Decision = z.infer<typeof Decision>;

/** What a survey says of a decision: `open` until it is carried out, `broken` where it was and no longer is. */
export const DecisionState = z.object({ state: z.enum(['open', 'holds', 'broken']), says: z.string() });

export type DecisionState = z.infer<typeof DecisionState>;
