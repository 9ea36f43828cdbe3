/** `vectura.config.json`: levels and settings of rules, findings accepted with a reason, what a survey reads. */
import { z } from 'zod';
import { Level } from '../model/documents';
import { Thumb } from '../model/thumb';

const RuleSettings = z
  .object({ level: z.union([Level, z.literal('off')]).optional() })
  .catchall(z.union([z.number(), z.string()]));

export const Config = z.object({
  $schema: z.string().optional(),
  /** By rule id: another level, `off`, or the rule's own settings. */
  rules: z.record(z.string(), RuleSettings).default({}),
  /** `check` fails where it finds something of this level or worse. */
  failLevel: Level.default('warning'),
  accepted: z
    .array(
      z.object({
        rule: z.string(),
        component: z.string().optional(),
        name: z.string().optional(),
        file: z.string().optional(),
        reason: z.string().min(1),
      }),
    )
    .default([]),
  /** The team's rules of thumb for where state should live; those that are not named are as they come. */
  thumb: Thumb.prefault({}),
  include: z.array(z.string()).default([]),
  exclude: z.array(z.string()).default([]),
});
export type Config = z.infer<typeof Config>;

export const DEFAULT_CONFIG: Config = Config.parse({});
