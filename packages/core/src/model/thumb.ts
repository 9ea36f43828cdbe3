/** A team's rules of thumb: what tips the balance between possible homes. */
import { z } from 'zod';

export const Thumb = z.object({
  /** How many components may only carry a value before handing it down counts against it. */
  relays: z.number().int().min(0).max(8).default(1),
  /** How many branches of the tree may change a value before a store is worth it. */
  branches: z.number().int().min(1).max(8).default(3),
  /** Whether a context may hold what changes while somebody types or moves the pointer. */
  contextForOften: z.boolean().default(false),
  /** Whether only the home may change the value: others ask it to. */
  onlyHomeChanges: z.boolean().default(true),
});
export type Thumb = z.infer<typeof Thumb>;

export const DEFAULT_THUMB: Thumb = Thumb.parse({});
