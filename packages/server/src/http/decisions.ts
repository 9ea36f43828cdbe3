/** Routes for decisions: what was decided about a value, why, and whether it still holds. */
import { decided, Decision, OptionKind, type DecisionState, type HomesDocument } from '@vectura/core';
import { z } from 'zod';
import { UnusableInput } from '../unusable';
import { savedThumb } from './plans';
import { Nothing, OK, projectOf, type Route, type Services } from './route';
import { DecisionWithState } from './schemas';

const SETTING = 'decisions';

async function decisionsOf(services: Services, id: string): Promise<Decision[]> {
  const text = await services.store.setting(id, SETTING);
  return text ? z.array(Decision).parse(JSON.parse(text)) : [];
}

const keep = (services: Services, id: string, all: readonly Decision[]): Promise<void> =>
  services.store.keepSetting(id, SETTING, JSON.stringify(all));

export const DECISION_ROUTES: readonly Route[] = [
  {
    method: 'get',
    path: '/api/projects/:id/decisions',
    says: 'What was decided about values, the last first, with what the newest survey says of each.',
    answer: z.array(DecisionWithState),
    run: async (services, _ctx, { id }) => {
      const all = await decisionsOf(services, id);
      if (all.length === 0) return [];
      const engine = await services.desk.ready(await projectOf(services, id));
      const states = (await engine.question({ do: 'stands', of: all })) as DecisionState[];
      const next = all.map((one, index) => ({ ...one, done: one.done || states[index]?.state === 'holds' }));
      // Once it was carried out, whatever undoes it is told.
      if (next.some((one, index) => one.done !== all[index]?.done)) await keep(services, id, next);
      return next.map((one, index) => ({ ...one, ...states[index] })).reverse();
    },
  },
  {
    method: 'post',
    path: '/api/projects/:id/decisions',
    says: 'Keeps a decision, with the measures and the advice of this moment.',
    body: z.object({
      value: z.string().min(1),
      way: OptionKind,
      also: z.array(z.string()).default([]),
      reason: z.string().trim().min(1).max(2000),
    }),
    answer: Decision,
    run: async (services, _ctx, { id, body }) => {
      const { value, way, also, reason } = body as {
        value: string;
        way: Decision['way'];
        also: string[];
        reason: string;
      };
      const engine = await services.desk.ready(await projectOf(services, id));
      const homes = (await engine.question({
        do: 'homes',
        value,
        also,
        thumb: await savedThumb(services, id),
      })) as HomesDocument;
      const option = homes.options.find(({ kind }) => kind === way);
      if (!option || option.possible === false)
        throw new UnusableInput(
          `This way is not possible for ${value}: ${option?.reasons.join(' ') ?? 'there is none.'}`,
        );
      const decision = decided(homes, { value, way, reason, at: new Date().toISOString() });
      await keep(services, id, [...(await decisionsOf(services, id)), decision]);
      return decision;
    },
  },
  {
    method: 'delete',
    path: '/api/projects/:id/decisions',
    says: 'Drops the decision that was taken at a time.',
    query: z.object({ at: z.string().min(1) }),
    answer: Nothing,
    run: async (services, _ctx, { id, query }) => {
      const { at } = query as { at: string };
      await projectOf(services, id);
      const all = await decisionsOf(services, id);
      if (!all.some((one) => one.at === at))
        throw new UnusableInput('There is no such decision; it may have been dropped.');
      await keep(
        services,
        id,
        all.filter((one) => one.at !== at),
      );
      return OK;
    },
  },
];
