/** Routes about findings over time: which are accepted and why, how many there were, how far values are carried. */
import { z } from 'zod';
import { UnusableInput } from '../unusable';
import { acceptInFile, takeBackInFile } from './configFile';
import { projectOf, type Route } from './route';
import { Accepted, FindingName, HopCounts, PastSurvey } from './schemas';

const Accept = z.object({
  findings: z.array(FindingName).min(1).max(5000),
  reason: z.string().trim().min(1, 'Say why, so that others understand it later.').max(500),
  inFile: z.boolean().default(false),
});

export const FINDING_ROUTES: readonly Route[] = [
  {
    method: 'get',
    path: '/api/projects/:id/accepted',
    says: 'The findings of a project that are accepted, with their reasons.',
    answer: z.array(Accepted),
    run: async (services, _ctx, { id }) => {
      await projectOf(services, id);
      return services.store.accepted(id);
    },
  },
  {
    method: 'put',
    path: '/api/projects/:id/accepted',
    says: 'Accepts findings for a reason; on request also in the project’s `vectura.config.json`.',
    body: Accept,
    answer: z.array(Accepted),
    run: async (services, _ctx, { id, body }) => {
      const project = await projectOf(services, id);
      const { findings, reason, inFile } = Accept.parse(body);
      if (inFile && project.kind !== 'folder')
        throw new UnusableInput('Only a project in a folder of its own has a configuration file to write to.');
      const changed = inFile && (await acceptInFile(project.root, findings, reason));
      await services.store.accept(id, findings, reason);
      if (changed) void services.desk.changed(project);
      return services.store.accepted(id);
    },
  },
  {
    method: 'post',
    path: '/api/projects/:id/accepted/withdraw',
    says: 'Withdraws the acceptance of findings, here and in `vectura.config.json`.',
    body: z.object({ findings: z.array(FindingName).min(1).max(5000) }),
    answer: z.array(Accepted),
    run: async (services, _ctx, { id, body }) => {
      const project = await projectOf(services, id);
      const { findings } = z.object({ findings: z.array(FindingName) }).parse(body);
      const changed = project.kind === 'folder' && (await takeBackInFile(project.root, findings));
      await services.store.withdraw(id, findings);
      if (changed) void services.desk.changed(project);
      return services.store.accepted(id);
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/history',
    says: 'The finished surveys of a project, oldest first, with the number of findings by rule.',
    answer: z.array(PastSurvey),
    run: async (services, _ctx, { id }) => {
      await projectOf(services, id);
      const surveys = await services.store.history(id);
      return surveys.map(({ finishedAt, components, cells, findings, byRule }) => ({
        finishedAt,
        components,
        cells,
        findings,
        byRule: z.record(z.string(), z.number()).parse(JSON.parse(byRule)),
      }));
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/hops',
    says: 'How many trails there are for each number of hops, and for each number of components that only carry.',
    answer: HopCounts,
    run: async (services, _ctx, { id }) => {
      const engine = await services.desk.ready(await projectOf(services, id));
      return engine.question({ do: 'hops' });
    },
  },
];
