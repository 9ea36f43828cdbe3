/** Why-not documents: why a value does not get to a component, as `why` writes them. */
import { at } from './words';
import { z } from 'zod';

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

/** Why a value does not reach a component. */
export const WhyDocument = z.object({
  format: z.literal('vectura.why'),
  version: z.literal(1),
  asked: z.object({ component: z.string().nullable(), name: z.string() }),
  to: z.object({ component: z.string(), id: z.string() }),
  verdict: WhyVerdict,
  /** What breaks the way, and what would mend it, in sentences. */
  says: z.string(),
  mend: z.string(),
  /** The components from the value's home, or from where it reaches, to the one asked for. */
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
