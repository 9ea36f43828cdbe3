/** The words every document speaks: families, carriers, roles, effects, kinds of cells, levels. */
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

export const at = { file: z.string(), line: z.number().int(), column: z.number().int() };
