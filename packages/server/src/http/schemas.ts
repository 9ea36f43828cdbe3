/** What the HTTP interface answers, but for the documents: the server checks it, the web application parses it. */
import { Carrier, Decision, DecisionState, Level, Role } from '@vectura/core/documents';
import { z } from 'zod';

/** A decision, with what the newest survey says of it. */
export const DecisionWithState = Decision.extend(DecisionState.shape);
export type DecisionWithState = z.infer<typeof DecisionWithState>;

/** A rule behind findings. */
export const RuleWords = z.object({
  id: z.string(),
  level: Level,
  says: z.string(),
  why: z.string(),
  todo: z.string(),
});

/** The last finished survey in figures; `took` in milliseconds. */
export const Summary = z.object({
  finishedAt: z.string(),
  took: z.number(),
  files: z.number(),
  components: z.number(),
  cells: z.number(),
  findings: z.number(),
});

export const Job = z.object({
  state: z.enum(['idle', 'running', 'failed']),
  progress: z.object({ phase: z.string(), done: z.number(), total: z.number() }).nullable(),
  error: z.string().nullable(),
});

export const Project = z.object({
  id: z.string(),
  name: z.string(),
  root: z.string(),
  kind: z.enum(['folder', 'upload', 'demo']),
  last: Summary.nullable(),
  job: Job,
});

export const FileAnswer = z.object({
  path: z.string(),
  text: z.string(),
  components: z.array(
    z.object({ component: z.string(), id: z.string(), from: z.number(), to: z.number(), names: z.array(z.string()) }),
  ),
  margin: z.array(
    z.object({
      line: z.number(),
      column: z.number(),
      component: z.string(),
      name: z.string(),
      roles: z.array(Role),
      comes: Carrier.nullable(),
      goes: z.array(Carrier),
    }),
  ),
});

/** What tells one finding from another, wherever it has moved to in its file. */
export const FindingName = z.object({
  rule: z.string().min(1),
  component: z.string().nullable(),
  name: z.string().nullable(),
  file: z.string().min(1),
});

export const Accepted = FindingName.extend({ reason: z.string(), at: z.string() });

/** One finished survey in figures. */
export const PastSurvey = z.object({
  finishedAt: z.string(),
  components: z.number(),
  cells: z.number(),
  findings: z.number(),
  byRule: z.record(z.string(), z.number()),
});

/** How many trails there are for each number of hops, and for each number of components that only carry. */
export const HopCounts = z.object({ hops: z.array(z.number()), relays: z.array(z.number()) });

export type RuleWords = z.infer<typeof RuleWords>;
export type Job = z.infer<typeof Job>;
export type Project = z.infer<typeof Project>;
export type FileAnswer = z.infer<typeof FileAnswer>;
export type FindingName = z.infer<typeof FindingName>;
export type Accepted = z.infer<typeof Accepted>;
export type PastSurvey = z.infer<typeof PastSurvey>;
export type HopCounts = z.infer<typeof HopCounts>;
