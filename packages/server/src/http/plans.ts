/** Routes that plan: what carries a way out, and what mends findings. */
import {
  DEFAULT_THUMB,
  HomesDocument,
  MendDocument,
  OptionKind,
  ChangedFile,
  Thumb,
  WorthMoving,
  type Mended,
} from '@vectura/core';
import { z } from 'zod';
import type { ProjectRow } from '../store/entities';
import { Applied, applyPlan, takeBack } from '../survey/applyPlan';
import { readConfig } from '../survey/surveyFolder';
import { UnusableInput } from '../unusable';
import { Nothing, OK, projectOf, type Route, type Services } from './route';

/** Components that shall read the value too, by their ids. */
export const Also = z.object({ also: z.union([z.string(), z.array(z.string())]).optional() });

export function alsoOf({ also }: z.infer<typeof Also>): string[] {
  return also === undefined ? [] : [also].flat();
}

/** The rules of thumb that are kept for a project: those set on the page, or else those of its configuration. */
export async function savedThumb(services: Services, id: string): Promise<Thumb> {
  const saved = await services.store.setting(id, 'thumb');
  if (saved !== null) return Thumb.parse(JSON.parse(saved));
  const { root } = await projectOf(services, id);
  // What is wrong with the file is told by the survey.
  return readConfig(root, undefined).then(
    ({ thumb }) => thumb,
    () => DEFAULT_THUMB,
  );
}

const PlanQuery = Also.extend({ value: z.string().min(1), way: OptionKind, in: z.string().min(1).optional() });
const MendQuery = z.object({
  rule: z.string().min(1),
  file: z.string().min(1).nullable().default(null),
  line: z.coerce.number().int().nullable().default(null),
  name: z.string().min(1).nullable().default(null),
});

/** What is asked for is planned again, so that nothing but a plan can ever be written. */
const Apply = z.union([
  z.object({ plan: z.object({ value: z.string().min(1), way: OptionKind, also: z.array(z.string()).default([]) }) }),
  z.object({ mend: MendQuery }),
]);

/** What was written last, for whoever may want to take it back. */
const LastApplied = z.object({
  last: z.object({ at: z.string(), says: z.string(), files: z.array(z.string()) }).nullable(),
});

const SETTING = 'applied';

/** So many are kept to be taken back, the last one first. */
const MOST_KEPT = 20;

async function allApplied(services: Services, id: string): Promise<Applied[]> {
  const saved = await services.store.setting(id, SETTING);
  return saved ? z.array(Applied).parse(JSON.parse(saved)) : [];
}

function lastApplied(applied: Applied | undefined): z.infer<typeof LastApplied> {
  if (!applied) return { last: null };
  return { last: { at: applied.at, says: applied.says, files: applied.files.map((file) => file.path) } };
}

/** The project, where its folder may be written to. */
async function writable(services: Services, id: string): Promise<ProjectRow> {
  const project = await projectOf(services, id);
  if (project.kind !== 'folder')
    throw new UnusableInput(
      'Only a project in a folder of its own is written to. Save the patch, and apply it yourself.',
    );
  return project;
}

export const PLAN_ROUTES: readonly Route[] = [
  {
    method: 'get',
    path: '/api/projects/:id/worth-moving',
    says: 'Every state that would better live elsewhere, by the rules of thumb kept for the project, the one that gains most first.',
    answer: z.array(WorthMoving),
    run: async (services, _ctx, { id }) => {
      const engine = await services.desk.ready(await projectOf(services, id));
      return engine.question({ do: 'worth', thumb: await savedThumb(services, id) });
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/plan',
    says: 'The plan that carries one way out: steps, diffs, and what a survey of the edited files says. Nothing is written.',
    query: PlanQuery,
    answer: HomesDocument,
    run: async (services, _ctx, { id, query }) => {
      const { value, way, in: place, ...rest } = PlanQuery.parse(query);
      const engine = await services.desk.ready(await projectOf(services, id));
      const asked = { way, also: alsoOf(rest), ...(place === undefined ? {} : { in: place }) };
      return engine.question({ do: 'plan', value, asked });
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/mend',
    says: 'How one finding is mended, or all of a rule where no file is given; `patch` holds the edits of all together.',
    query: MendQuery,
    answer: z.object({ document: MendDocument, patch: z.array(ChangedFile) }),
    run: async (services, _ctx, { id, query }) => {
      const engine = await services.desk.ready(await projectOf(services, id));
      return engine.question({ do: 'mend', of: MendQuery.parse(query) });
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/applied',
    says: 'The edits that were written into the project’s folder last, and not taken back; null where there are none.',
    answer: LastApplied,
    run: async (services, _ctx, { id }) => {
      await projectOf(services, id);
      return lastApplied((await allApplied(services, id)).at(-1));
    },
  },
  {
    method: 'post',
    path: '/api/projects/:id/applied',
    says: 'Writes the edits of a plan or a mend into the project’s folder: all files or none, and only where they are as they were surveyed.',
    body: Apply,
    answer: LastApplied,
    run: async (services, _ctx, { id, body }) => {
      const project = await writable(services, id);
      const asked = Apply.parse(body);
      const engine = await services.desk.ready(project);
      let says: string;
      let files: ChangedFile[];
      if ('plan' in asked) {
        const { value, way, also } = asked.plan;
        const homes = (await engine.question({ do: 'plan', value, asked: { way, also } })) as HomesDocument;
        says = `${value}: ${way}`;
        files = homes.plan?.files ?? [];
      } else {
        const { patch } = (await engine.question({ do: 'mend', of: asked.mend })) as Mended;
        says = asked.mend.rule;
        files = patch;
      }
      if (files.length === 0) throw new UnusableInput('There are no edits to write: its steps are to be done by hand.');
      const applied = await applyPlan(project.root, says, files);
      const all = [...(await allApplied(services, id)), applied].slice(-MOST_KEPT);
      await services.store.keepSetting(id, SETTING, JSON.stringify(all));
      void services.desk.changed(project);
      return lastApplied(applied);
    },
  },
  {
    method: 'delete',
    path: '/api/projects/:id/applied',
    says: 'Takes back the edits that were written last, where the files are as they were left.',
    answer: Nothing,
    run: async (services, _ctx, { id }) => {
      const project = await writable(services, id);
      const all = await allApplied(services, id);
      const applied = all.at(-1);
      if (!applied) throw new UnusableInput('There is nothing to take back.');
      await takeBack(project.root, applied);
      await services.store.keepSetting(id, SETTING, JSON.stringify(all.slice(0, -1)));
      void services.desk.changed(project);
      return OK;
    },
  },
];
