/** What a route of the HTTP interface is, and what all of them need. */
import type { Context } from 'koa';
import { z } from 'zod';
import type { ProjectRow } from '../store/entities';
import type { ProjectStore } from '../store/projects';
import type { Desk } from './desk';
import { HttpError } from './errors';
import type { Uploads } from './uploads';

export const Nothing = z.object({ ok: z.literal(true) });
export const OK = { ok: true } as const;

export interface Services {
  store: ProjectStore;
  desk: Desk;
  uploads: Uploads;
}

export interface Route {
  method: 'get' | 'post' | 'delete' | 'put';
  path: string;
  says: string;
  query?: z.ZodObject;
  body?: z.ZodType;
  /** The body is a file's bytes. */
  upload?: true;
  /** Null for a stream of events. */
  answer: z.ZodType | null;
  run(services: Services, ctx: Context, input: { id: string; query: unknown; body: unknown }): Promise<unknown>;
}

export async function projectOf(services: Services, id: string): Promise<ProjectRow> {
  const project = await services.store.find(id);
  if (!project) throw new HttpError(404, 'There is no such project here; it may have been removed.');
  return project;
}
