/** The server: the API and the built web application, on loopback only. */
import { once } from 'node:events';
import { existsSync } from 'node:fs';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import Router from '@koa/router';
import Koa, { type Context } from 'koa';
import compress from 'koa-compress';
import { send } from '@koa/send';
import { cacheFile, databaseFile, dataFolder, demoFolder, otherDemoFolders, runFolder, webFolder } from '../paths';
import { openDatabase, whyNot } from '../store/database';
import { ProjectStore } from '../store/projects';
import { UnusableInput } from '../unusable';
import { Admission } from './admission';
import { ROUTES, addFolder, openApi } from './api';
import type { Services } from './route';
import { Desk } from './desk';
import { HttpError, answerErrors } from './errors';
import { guard } from './guard';
import { announce, withdraw } from './runFile';
import { Uploads } from './uploads';

export interface ServerOptions {
  /** The port wanted; the next free one is taken where it is in use. 0 for any. */
  port: number;
  /** The folder to open first. */
  open: string;
  quiet: boolean;
}

export interface RunningServer {
  /** Lets one browser in. */
  url: string;
  port: number;
  /** What programs show to be answered, as a bearer token. */
  key: string;
  /** Resolves when the server has stopped. */
  closed: Promise<void>;
  close(): Promise<void>;
}

const MAX_BODY = 1_000_000;
const YEAR_MS = 365 * 24 * 3600 * 1000;

export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const log = (message: string): void => {
    if (!options.quiet) process.stderr.write(`${message}\n`);
  };
  const database = await openDatabase(databaseFile());
  const store = new ProjectStore(database);
  const desk = new Desk(store, cacheFile(), log);
  const uploads = new Uploads(path.join(dataFolder(), 'uploads'), log);
  const services: Services = { store, desk, uploads };
  void uploads.tidy(async (id) => (await store.find(id)) !== null).catch((error: unknown) => log(String(error)));

  const isDemo = path.resolve(options.open) === demoFolder();
  const demo = existsSync(demoFolder()) ? await addFolder(store, demoFolder(), 'demo') : null;
  const demos = demo ? [demo] : [];
  for (const folder of otherDemoFolders()) demos.push(await addFolder(store, folder, 'demo'));
  const project = isDemo && demo ? demo : await addFolder(store, path.resolve(options.open));

  let port = 0;
  const url = (): string => `http://127.0.0.1:${port}/${isDemo ? '' : `p/${project.id}`}`;
  const admission = new Admission(() => log(`To open it in another browser as well: ${admission.invite(url())}`));
  const app = buildApp(services, () => port, admission, log);
  const server = http.createServer(app.callback());
  port = await listen(server, options.port);
  await announce(runFolder(), { pid: process.pid, port, key: admission.key }).catch((error: unknown) => {
    throw new UnusableInput(whyNot(runFolder(), error));
  });
  const started = desk.start(project);
  let last: Promise<unknown> = started;
  for (const one of demos)
    if (one.id !== project.id && (await store.lastSurvey(one.id)) === null)
      last = last.then(() => desk.startAside(one));
  await started;

  const close = async (): Promise<void> => {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
    await withdraw(runFolder(), port);
    await desk.closeAll();
    // What is not removed by then is when Vectura is started again.
    await Promise.race([uploads.settled(), sleep(1000, undefined, { ref: false })]);
    if (database.isInitialized) await database.destroy();
  };
  const closed = once(server, 'close').then(() => undefined);
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => {
      void close().then(() => process.exit(0));
    });
  return { url: admission.invite(url()), port, key: admission.key, closed, close };
}

export function buildApp(
  services: Services,
  port: () => number,
  admission: Admission,
  log: (message: string) => void,
): Koa {
  const app = new Koa();
  app.silent = true;
  app.use(answerErrors(log));
  app.use(guard(port));
  app.use(admission.middleware(port));
  app.use(
    compress({ threshold: 2048, br: false, filter: (type) => /json|text\/(html|css|plain)|javascript|svg/.test(type) }),
  );
  const router = new Router();
  router.get('/api/openapi.json', (ctx) => {
    ctx.body = openApi();
  });
  for (const route of ROUTES)
    router[route.method](route.path, async (ctx: Context & { params: Record<string, string> }) => {
      const query: unknown = route.query ? route.query.parse({ ...ctx.query }) : {};
      const body: unknown = route.body ? route.body.parse(await readJson(ctx)) : undefined;
      const answer = await route.run(services, ctx, { id: ctx.params.id ?? '', query, body });
      if (answer !== undefined) ctx.body = answer;
    });
  app.use(router.routes());
  app.use(serveWeb);
  return app;
}

async function readJson(ctx: Context): Promise<unknown> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of ctx.req as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > MAX_BODY) throw new HttpError(413, 'The request is too large.');
    chunks.push(chunk);
  }
  try {
    return JSON.parse(Buffer.concat(chunks).toString('utf8')) as unknown;
  } catch {
    throw new HttpError(400, 'The request is not valid JSON.');
  }
}

/** Built files as they are; every other path is the application, which reads its state from the URL. */
async function serveWeb(ctx: Context): Promise<void> {
  if (ctx.path.startsWith('/api/')) throw new HttpError(404, `There is nothing at ${ctx.path}.`);
  if (ctx.method !== 'GET' && ctx.method !== 'HEAD') throw new HttpError(405, 'Only GET is answered here.');
  const root = webFolder();
  if (!existsSync(path.join(root, 'index.html')))
    throw new HttpError(503, 'The web application has not been built. Run npm start, which builds it.');
  const isAsset = ctx.path.startsWith('/assets/');
  if (isAsset || /^\/[\w-]+\.(svg|ico|png|txt)$/.test(ctx.path)) {
    const missing = new HttpError(404, `There is nothing at ${ctx.path}.`);
    await send(ctx, ctx.path, { root, ...(isAsset ? { immutable: true, maxage: YEAR_MS } : {}) }).catch(() => {
      throw missing;
    });
  } else {
    ctx.set('Cache-Control', 'no-cache');
    await send(ctx, 'index.html', { root });
  }
}

function listen(server: http.Server, wanted: number): Promise<number> {
  return new Promise((resolve, reject) => {
    let port = wanted;
    server.on('error', (error: NodeJS.ErrnoException) => {
      if (error.code === 'EADDRINUSE' && port !== 0 && port < Math.min(wanted + 50, 65535))
        server.listen(++port, '127.0.0.1');
      else if (error.code === 'EACCES')
        reject(new UnusableInput(`Port ${port} cannot be used: permission denied. Choose another with --port.`));
      else reject(error);
    });
    server.on('listening', () => resolve((server.address() as AddressInfo).port));
    server.listen(port, '127.0.0.1');
  });
}
