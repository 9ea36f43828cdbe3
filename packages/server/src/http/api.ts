/** The HTTP interface, as one table: each route with what it takes and gives, which also makes the OpenAPI document. */
import { promises as fs } from 'node:fs';
import path from 'node:path';
import { projectName } from '../survey/projectName';
import { PassThrough } from 'node:stream';
import type { Context } from 'koa';
import {
  FlowDocument,
  HomesDocument,
  RULES,
  Thumb,
  TogetherDocument,
  TrailDocument,
  WayEdits,
  WhyDocument,
} from '@vectura/core';
import { z } from 'zod';
import type { ProjectRow } from '../store/entities';
import type { ProjectStore } from '../store/projects';
import { UnusableInput } from '../unusable';
import type { Desk } from './desk';
import { keepThumbInFile } from './configFile';
import { HttpError } from './errors';
import { completeFolder, readProjectFile } from './files';
import { FINDING_ROUTES } from './findings';
import { DECISION_ROUTES } from './decisions';
import { Also, alsoOf, PLAN_ROUTES, savedThumb } from './plans';
import { Nothing, OK, projectOf, type Route } from './route';
import { FileAnswer, Job, Project, RuleWords } from './schemas';

const Value = z.object({ value: z.string().min(1) });
const Values = z.object({ value: z.union([z.string().min(1), z.array(z.string().min(1))]) });
const ToOne = Value.extend({ to: z.string().min(1).nullable().default(null) });
const WhyQuery = Value.extend({ to: z.string().min(1) });
const ThumbQuery = Value.extend(Also.shape).extend({
  relays: z.coerce.number().optional(),
  branches: z.coerce.number().optional(),
  contextForOften: z.enum(['true', 'false']).optional(),
  onlyHomeChanges: z.enum(['true', 'false']).optional(),
});

/** Rules of thumb, and whether the configuration shall say them. */
const KeepThumb = Thumb.extend({ inFile: z.boolean().default(false) });

/** What is asked with, over what is kept. */
function thumbOf({ value: _value, also: _also, ...query }: z.infer<typeof ThumbQuery>, thumb: Thumb): Thumb {
  return Thumb.parse({
    ...thumb,
    ...query,
    ...(query.contextForOften ? { contextForOften: query.contextForOften === 'true' } : {}),
    ...(query.onlyHomeChanges ? { onlyHomeChanges: query.onlyHomeChanges === 'true' } : {}),
  });
}

export const ROUTES: readonly Route[] = [
  {
    method: 'get',
    path: '/api/rules',
    says: 'The rules behind findings: what each says, why it matters, what to do.',
    answer: z.array(RuleWords),
    run: async () => RULES.map(({ id, level, says, why, todo }) => ({ id, level, says, why, todo })),
  },
  {
    method: 'get',
    path: '/api/projects',
    says: 'The projects known here, with their last finished surveys.',
    answer: z.array(Project),
    run: async ({ store, desk }) => (await store.list()).map((project) => ({ ...project, job: desk.job(project.id) })),
  },
  {
    method: 'post',
    path: '/api/projects',
    says: 'Adds a folder on this machine as a project and surveys it. The folder is read; it is written to on request alone.',
    body: z.object({ path: z.string().min(1) }),
    answer: Project,
    run: async ({ store, desk }, _ctx, { body }) => {
      const { path: typed } = z.object({ path: z.string() }).parse(body);
      const project = await addFolder(store, typed);
      void desk.start(project);
      return { ...project, last: await store.lastSurvey(project.id), job: desk.job(project.id) };
    },
  },
  {
    method: 'post',
    path: '/api/projects/zip',
    says: 'Adds a project from an uploaded archive and surveys it.',
    query: z.object({ name: z.string().min(1).max(120) }),
    upload: true,
    answer: Project,
    run: async ({ store, desk, uploads }, ctx, { query }) => {
      const { name } = z.object({ name: z.string() }).parse(query);
      const project = await uploads.add(ctx.req, (id, root) =>
        store.add(root, 'upload', name.replace(/\.zip$/i, ''), id),
      );
      void desk.start(project);
      return { ...project, last: null, job: desk.job(project.id) };
    },
  },
  {
    method: 'delete',
    path: '/api/projects/:id',
    says: 'Forgets a project. A folder is left alone; files unpacked from an archive are removed.',
    answer: Nothing,
    run: async (services, _ctx, { id }) => {
      const project = await projectOf(services, id);
      await services.desk.close(id);
      if (project.kind === 'upload') await services.uploads.remove(id, () => services.store.remove(id));
      else await services.store.remove(id);
      return OK;
    },
  },
  {
    method: 'get',
    path: '/api/folders',
    says: 'Folders on this machine whose path starts with what was typed.',
    query: z.object({ typed: z.string() }),
    answer: z.array(z.string()),
    run: (_services, _ctx, { query }) => completeFolder(z.object({ typed: z.string() }).parse(query).typed),
  },
  {
    method: 'post',
    path: '/api/projects/:id/survey',
    says: 'Surveys a project again.',
    answer: Job,
    run: async (services, _ctx, { id }) => {
      void services.desk.start(await projectOf(services, id));
      return services.desk.job(id);
    },
  },
  {
    method: 'delete',
    path: '/api/projects/:id/survey',
    says: 'Cancels the survey that is running; the last finished one stays.',
    answer: Nothing,
    run: async ({ desk }, _ctx, { id }) => {
      await desk.cancel(id);
      return OK;
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/events',
    says: 'The progress of surveys, as server-sent events: each is a job.',
    answer: null,
    run: async (services, ctx, { id }) => {
      await projectOf(services, id);
      streamEvents(services.desk, ctx, id);
      return undefined;
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/survey',
    says: 'The flow document of the last finished survey; status 202 while the first one runs.',
    answer: FlowDocument,
    run: async (services, ctx, { id }) => {
      const project = await projectOf(services, id);
      const document = await services.store.lastDocument(id);
      if (document === null) {
        const job = services.desk.job(id);
        if (job.state === 'failed') throw new UnusableInput(job.error ?? 'The survey failed.');
        void services.desk.start(project);
        // No answer yet, and no error either.
        ctx.status = 202;
        ctx.body = { error: 'The project is being surveyed for the first time.' };
        return undefined;
      }
      ctx.type = 'application/json';
      ctx.body = document;
      return undefined;
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/trail',
    says: 'Follows one value; with `to`, only the trails that lead to one component, given by its name or id.',
    query: ToOne,
    answer: TrailDocument,
    run: async (services, ctx, { id, query }) => {
      const engine = await services.desk.ready(await projectOf(services, id));
      const text = await engine.question({ do: 'trail', ...ToOne.parse(query) });
      ctx.type = 'application/json';
      ctx.body = text as string;
      return undefined;
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/why',
    says: 'Why a value does not reach a component, given by its name or id.',
    query: WhyQuery,
    answer: WhyDocument,
    run: async (services, _ctx, { id, query }) => {
      const engine = await services.desk.ready(await projectOf(services, id));
      return engine.question({ do: 'why', ...WhyQuery.parse(query) });
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/homes',
    says: 'Compares the places where a state could live, by the rules of thumb given.',
    query: ThumbQuery,
    answer: HomesDocument,
    run: async (services, _ctx, { id, query }) => {
      const parsed = ThumbQuery.parse(query);
      const engine = await services.desk.ready(await projectOf(services, id));
      const thumb = thumbOf(parsed, await savedThumb(services, id));
      return engine.question({ do: 'homes', value: parsed.value, thumb, also: alsoOf(parsed) });
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/homes/together',
    says: 'Judges several values together: one state or several, one context or several.',
    query: Values,
    answer: TogetherDocument,
    run: async (services, _ctx, { id, query }) => {
      const values = [Values.parse(query).value].flat();
      if (values.length < 2)
        throw new UnusableInput('Two values at least are judged together: value=App.units&value=App.open.');
      const engine = await services.desk.ready(await projectOf(services, id));
      return engine.question({ do: 'together', values });
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/homes/edits',
    says: 'How many files and lines the ways a state could live would touch, counted from their edits.',
    query: Value.extend(Also.shape),
    answer: z.array(WayEdits),
    run: async (services, _ctx, { id, query }) => {
      const parsed = Value.extend(Also.shape).parse(query);
      const engine = await services.desk.ready(await projectOf(services, id));
      return engine.question({ do: 'edits', value: parsed.value, also: alsoOf(parsed) });
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/thumb',
    says: 'The rules of thumb kept for a project.',
    answer: Thumb,
    run: async (services, _ctx, { id }) => {
      await projectOf(services, id);
      return savedThumb(services, id);
    },
  },
  {
    method: 'put',
    path: '/api/projects/:id/thumb',
    says: 'Keeps rules of thumb for a project; on request also in its `vectura.config.json`.',
    body: KeepThumb,
    answer: Thumb,
    run: async (services, _ctx, { id, body }) => {
      const project = await projectOf(services, id);
      const { inFile, ...thumb } = KeepThumb.parse(body);
      if (inFile && project.kind !== 'folder')
        throw new UnusableInput('Only a project in a folder of its own has a configuration file to write to.');
      if (inFile && (await keepThumbInFile(project.root, thumb))) void services.desk.changed(project);
      await services.store.keepSetting(id, 'thumb', JSON.stringify(thumb));
      return thumb;
    },
  },
  {
    method: 'get',
    path: '/api/projects/:id/file',
    says: 'The text of a file that was surveyed, with the names that can be asked for in each of its components.',
    query: z.object({ path: z.string().min(1) }),
    answer: FileAnswer,
    run: async (services, _ctx, { id, query }) => {
      const { path: wanted } = z.object({ path: z.string() }).parse(query);
      const project = await projectOf(services, id);
      const engine = await services.desk.ready(project);
      const names = await engine.question({ do: 'names', path: wanted });
      if (names === null) throw new HttpError(404, `${wanted} was not surveyed, and only surveyed files are shown.`);
      return { path: wanted, text: await readProjectFile(project.root, wanted), ...(names as object) };
    },
  },
  ...PLAN_ROUTES,
  ...DECISION_ROUTES,
  ...FINDING_ROUTES,
];

/** Adds a folder as a project; says in words why one cannot be. */
export async function addFolder(
  store: ProjectStore,
  typed: string,
  kind: ProjectRow['kind'] = 'folder',
): Promise<ProjectRow> {
  if (!path.isAbsolute(typed)) throw new UnusableInput('Give the full path of the folder, from the root.');
  const root = path.resolve(typed);
  try {
    const stat = await fs.stat(root);
    if (!stat.isDirectory()) throw new UnusableInput(`${root} is a file. Give the folder it is in.`);
    await fs.readdir(root);
  } catch (error) {
    if (error instanceof UnusableInput) throw error;
    const { code } = error as NodeJS.ErrnoException;
    throw new UnusableInput(
      code === 'ENOENT' ? `There is no folder ${root}.` : `${root} cannot be read: permission denied.`,
    );
  }
  return store.add(root, kind, projectName(root));
}

function streamEvents(desk: Desk, ctx: Context, id: string): void {
  const stream = new PassThrough();
  const send = (job: unknown): void => {
    stream.write(`data: ${JSON.stringify(job)}\n\n`);
  };
  const beat = setInterval(() => stream.write(': still here\n\n'), 15_000);
  desk.events.on(id, send);
  const end = (): void => {
    clearInterval(beat);
    desk.events.off(id, send);
    stream.end();
  };
  ctx.req.on('close', end);
  ctx.status = 200;
  ctx.type = 'text/event-stream';
  ctx.set('Cache-Control', 'no-cache, no-transform');
  ctx.body = stream;
  send(desk.job(id));
}

/** The OpenAPI 3.1 document of the routes above. */
export function openApi(): object {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const route of ROUTES) {
    const place = route.path.replace(/:(\w+)/g, '{$1}');
    const parameters: object[] = [...route.path.matchAll(/:(\w+)/g)].map(([, name]) => ({
      name,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    }));
    for (const [name, schema] of Object.entries(route.query?.shape ?? {}))
      parameters.push({
        name,
        in: 'query',
        required: !(schema as z.ZodType).safeParse(undefined).success,
        schema: z.toJSONSchema(schema as z.ZodType, { io: 'input' }),
      });
    const content = route.body
      ? { 'application/json': { schema: z.toJSONSchema(route.body, { io: 'input' }) } }
      : { 'application/zip': { schema: { type: 'string', format: 'binary' } } };
    (paths[place] ??= {})[route.method] = {
      summary: route.says,
      parameters,
      ...(route.body || route.upload ? { requestBody: { required: true, content } } : {}),
      responses: {
        200: {
          description: 'The answer.',
          content: route.answer
            ? { 'application/json': { schema: z.toJSONSchema(route.answer) } }
            : { 'text/event-stream': { schema: { type: 'string' } } },
        },
        default: {
          description: 'What went wrong, in words.',
          content: { 'application/json': { schema: { type: 'object', properties: { error: { type: 'string' } } } } },
        },
      },
    };
  }
  return { openapi: '3.1.0', info: { title: 'Vectura', version: '1' }, paths };
}
