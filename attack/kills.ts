/** A server that is killed again and again while it is asked for things: what it said was done is still there when it starts anew. */
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import yazl from 'yazl';
import { random } from './mutate';

/** How long after it is ready a server lives, in milliseconds, at the most. */
const LIVES = 1200;

export interface Killed {
  kills: number;
  /** Things that were confirmed: projects added, findings accepted, surveys finished. */
  confirmed: number;
  /** What was confirmed and is gone, or a start that failed. */
  lost: string[];
  /** Files left of uploads that never came to be projects. */
  litter: string[];
}

interface Server {
  child: ChildProcess;
  ask(target: string, init?: RequestInit): Promise<unknown>;
}

export async function attackByKills(bin: string, kills: number, seed: number): Promise<Killed> {
  const folder = mkdtempSync(path.join(tmpdir(), 'vectura-kills-'));
  const [home, desk] = [path.join(folder, 'data'), path.join(folder, 'desk')];
  mkdirSync(desk);
  for (let i = 0; i < 40; i++)
    writeFileSync(path.join(desk, `House${i}.jsx`), `export const House${i} = ({ x }) => <House${i + 1} x={x} />;`);
  const archive = await zipOf(desk);
  const pick = random(seed);
  const known = { projects: new Set<string>(), accepted: new Set<string>(), surveys: 0 };
  const result: Killed = { kills: 0, confirmed: 0, lost: [], litter: [] };
  for (; result.kills < kills; result.kills++) {
    const server = await start(bin, home, desk).catch((error: unknown) => {
      result.lost.push(`it did not start after kill ${result.kills}: ${String(error)}`);
      return null;
    });
    if (!server) break;
    await check(server, known, result);
    const gone = new Promise((resolve) => server.child.once('exit', resolve));
    const timer = setTimeout(() => server.child.kill('SIGKILL'), pick(LIVES));
    await busy(server, desk, archive, result, known).catch(() => undefined);
    await gone;
    clearTimeout(timer);
  }
  const last = await start(bin, home, desk);
  await check(last, known, result);
  // What was left half-way is removed behind the user's back.
  const uploads = path.join(home, 'uploads');
  for (let i = 0; i < 50 && litterIn(uploads, known.projects).length > 0; i++) await pause(100);
  result.litter = litterIn(uploads, known.projects);
  last.child.kill();
  await new Promise((resolve) => last.child.once('exit', resolve));
  rmSync(folder, { recursive: true });
  return result;
}

type Known = { projects: Set<string>; accepted: Set<string>; surveys: number };

/** Asks for one thing after the other until the server is gone, noting what was confirmed. */
async function busy(server: Server, desk: string, archive: Buffer, result: Killed, known: Known): Promise<void> {
  const [project] = (await server.ask('/api/projects')) as { id: string; kind: string }[];
  const own = ((await server.ask('/api/projects')) as { id: string; kind: string }[]).find((p) => p.kind === 'folder');
  for (let n = 0; project && own; n++) {
    const name = `x${known.accepted.size}`;
    writeFileSync(path.join(desk, 'House1.jsx'), `export const House1 = ({ ${name} }) => <House2 x={${name}} />;`);
    await server.ask(`/api/projects/${own.id}/accepted`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({
        findings: [{ rule: 'unused-prop', component: 'House1', name, file: 'House1.jsx' }],
        reason: 'on purpose',
        inFile: n % 2 === 0,
      }),
    });
    known.accepted.add(name);
    result.confirmed++;
    await server.ask(`/api/projects/${own.id}/survey`, { method: 'POST' });
    const added = (await server.ask('/api/projects/zip?name=a.zip', {
      method: 'POST',
      body: new Uint8Array(archive),
    })) as { id: string };
    known.projects.add(added.id);
    result.confirmed++;
    if (n % 3 === 2) {
      known.projects.delete(added.id);
      await server.ask(`/api/projects/${added.id}`, { method: 'DELETE' });
    }
    const history = (await server.ask(`/api/projects/${own.id}/history`)) as unknown[];
    if (history.length > known.surveys) result.confirmed++;
    known.surveys = history.length;
  }
}

async function check(server: Server, known: Known, result: Killed): Promise<void> {
  const projects = (await server.ask('/api/projects')) as { id: string; kind: string; root: string }[];
  for (const id of known.projects) {
    const project = projects.find((one) => one.id === id);
    if (!project) result.lost.push(`project ${id}`);
    else if (!existsSync(project.root)) result.lost.push(`the sources of project ${id}`);
  }
  // What was added without anybody having been told is kept as well.
  for (const { id, kind } of projects) if (kind === 'upload') known.projects.add(id);
  const own = projects.find((one) => one.kind === 'folder');
  if (!own) {
    if (known.accepted.size > 0) result.lost.push('the project');
    return;
  }
  const accepted = (await server.ask(`/api/projects/${own.id}/accepted`)) as { name: string }[];
  const names = new Set(accepted.map(({ name }) => name));
  for (const name of known.accepted) if (!names.has(name)) result.lost.push(`the finding accepted for ${name}`);
  const history = (await server.ask(`/api/projects/${own.id}/history`)) as unknown[];
  if (history.length < known.surveys) result.lost.push(`${known.surveys - history.length} finished surveys`);
  known.surveys = history.length;
  const config = path.join(own.root, 'vectura.config.json');
  if (existsSync(config)) JSON.parse(readFileSync(config, 'utf8'));
}

async function start(bin: string, home: string, desk: string): Promise<Server> {
  const child = spawn(process.execPath, [bin, 'open', desk, '--port', '0', '--quiet'], {
    env: { ...process.env, VECTURA_HOME: home },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  const url = await new Promise<string>((resolve, reject) => {
    child.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
    child.stdout.on('data', (chunk: Buffer) => {
      const ready = /ready at (\S+)/.exec(chunk.toString())?.[1];
      if (ready) resolve(ready);
    });
    child.once('exit', (code) => reject(new Error(`ended with ${code ?? 'a signal'}: ${said}`)));
  });
  const { key } = JSON.parse(readFileSync(path.join(home, 'run', `${new URL(url).port}.json`), 'utf8')) as {
    key: string;
  };
  return {
    child,
    ask: async (target, init) => {
      const answer = await fetch(new URL(target, url), {
        ...init,
        headers: { ...(init?.headers as Record<string, string>), Authorization: `Bearer ${key}` },
      });
      if (!answer.ok) throw new Error(`${target}: ${answer.status} ${await answer.text()}`);
      return answer.json();
    },
  };
}

function litterIn(uploads: string, projects: ReadonlySet<string>): string[] {
  return existsSync(uploads) ? readdirSync(uploads).filter((entry) => !projects.has(entry)) : [];
}

async function zipOf(folder: string): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const file of readdirSync(folder)) zip.addFile(path.join(folder, file), `desk/${file}`);
  zip.end();
  const chunks: Buffer[] = [];
  for await (const chunk of zip.outputStream) chunks.push(Buffer.from(chunk as Uint8Array));
  return Buffer.concat(chunks);
}

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
