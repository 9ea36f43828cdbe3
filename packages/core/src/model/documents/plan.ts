/** Plans: edits to the project's files as ordered steps with diffs, and what a survey of the edited files says of them. */
import { Finding } from './findings';
import { z } from 'zod';

export const PlanStep = z.object({
  /** What is done, in a sentence. For a step by hand with the reason why nothing is written there. */
  says: z.string(),
  files: z.array(z.string()),
  by: z.enum(['edit', 'hand']),
});

export type PlanStep = z.infer<typeof PlanStep>;

export const ChangedFile = z.object({
  path: z.string(),
  change: z.enum(['edit', 'add']),
  /** Unified diff, as `git apply` takes it. */
  diff: z.string(),
  /** The content it was made from: it may only be applied where the file still has it. Null for a new file. */
  hash: z.string().nullable().optional(),
});

export type ChangedFile = z.infer<typeof ChangedFile>;

/** What a survey of the edited files says of the value. Components by name. */
export const WayProof = z.object({
  readers: z.array(z.string()),
  writers: z.array(z.string()),
  /** Who read or changed it before and no longer does. */
  lost: z.array(z.string()),
  relaysGone: z.array(z.string()),
  relaysLeft: z.array(z.string()),
  newFindings: z.array(Finding),
});

export type WayProof = z.infer<typeof WayProof>;

export const MendProof = z.object({ gone: z.boolean(), newFindings: z.array(Finding) });

export const Mend = z.object({
  finding: Finding,
  steps: z.array(PlanStep),
  files: z.array(ChangedFile),
  proof: MendProof,
  complete: z.boolean(),
  /** False where another mend touches the same lines: it is not in the patch of all, and can be made once that is applied. */
  together: z.boolean().optional(),
});

export type Mend = z.infer<typeof Mend>;

export const MendDocument = z.object({
  format: z.literal('vectura.mend'),
  version: z.literal(1),
  mends: z.array(Mend),
  /** Findings without a mend that is safe to write. */
  left: z.array(z.object({ finding: Finding, reason: z.string() })),
});

export type MendDocument = z.infer<typeof MendDocument>;
