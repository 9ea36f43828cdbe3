/** Findings, as `check` writes them. */
import { Level, at } from './words';
import { z } from 'zod';

export const Finding = z.object({
  rule: z.string(),
  level: Level,
  /** What is wrong: the component, the value, the line. */
  message: z.string(),
  /** What is seen on the screen, or felt by whoever changes the code. */
  effect: z.string().optional(),
  /** What to do, in the terms of the component's family. */
  todo: z.string().optional(),
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
