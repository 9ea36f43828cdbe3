import { mkdirSync, readFileSync, readdirSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { DeskUnderTest, type Answer } from '../testing/desk';
import { runningAt } from './runFile';
import { startServer } from './server';

let desk: DeskUnderTest;

beforeAll(async () => {
  desk = await DeskUnderTest.start((home, project) => {
    writeFileSync(path.join(home, 'secret.txt'), 'secret');
    writeFileSync(path.join(project, '.env'), 'TOKEN=secret');
    writeFileSync(path.join(project, 'package.json'), '{ "name": "desk", "secret": "secret" }');
    symlinkSync(path.join(home, 'secret.txt'), path.join(project, 'src/link.jsx'));
  });
}, 120_000);

afterAll(() => desk.close());

const data = (...inside: string[]): string => path.join(desk.home, 'data', ...inside);
const modeOf = (file: string): number => statSync(file).mode & 0o777;

describe('only this machine is answered', () => {
  test.each([
    ['a foreign host', { Host: 'evil.example' }],
    ['a foreign origin', { Origin: 'http://evil.example' }],
    ['an origin on another port', { Origin: 'http://127.0.0.1:1' }],
    ['an opaque origin', { Origin: 'null' }],
  ])('not %s', async (_name, headers) => {
    const answer = await desk.ask('/api/projects', headers as Record<string, string>);
    expect(answer.status).toBe(403);
    expect(answer.headers).toMatchObject({
      'content-security-policy': expect.stringContaining("default-src 'self'"),
      'x-content-type-options': 'nosniff',
    });
  });

  test('its own pages are', async () => {
    const { port } = desk.server;
    expect((await desk.ask('/api/projects', { Origin: `http://127.0.0.1:${port}` })).status).toBe(200);
    expect((await desk.ask('/api/projects', { Host: `localhost:${port}` })).status).toBe(200);
  });
});

describe('only the user is answered', () => {
  const cookieOf = ({ headers }: Answer): string => headers['set-cookie']?.[0]?.split(';')[0] ?? '';
  const visit = async (url: string): Promise<Answer> => desk.askUnknown(url.slice(url.indexOf('/', 8)));

  test('not anybody else on the machine, whatever is asked', async () => {
    for (const target of ['/api/projects', '/api/rules', '/api/openapi.json', `/api/projects/${desk.id}/survey`]) {
      const answer = await desk.askUnknown(target);
      expect([target, answer.status]).toEqual([target, 401]);
      expect(answer.text).toContain('Open the address that Vectura printed at startup');
    }
    const guessed = { Authorization: 'Bearer guess', Cookie: `vectura-${desk.server.port}=guess` };
    expect((await desk.askUnknown('/api/projects', guessed)).status).toBe(401);
    expect((await desk.askUnknown('/api/projects', { Cookie: guessed.Cookie })).status).toBe(401);
  });

  test('the printed address lets one browser in, and no second', async () => {
    const { url } = desk.server;
    const first = await visit(url);
    expect(first).toMatchObject({ status: 302, headers: { location: `/p/${desk.id}`, 'cache-control': 'no-store' } });
    expect(first.headers['set-cookie']?.[0]).toMatch(/; HttpOnly; SameSite=Strict$/);
    // Whoever only looks ahead does not use it up.
    const second = await visit(url);
    expect((await desk.askUnknown('/api/projects', { Cookie: cookieOf(second) })).status).toBe(200);
    expect((await desk.askUnknown('/api/projects', { Cookie: cookieOf(first) })).status).toBe(401);
    const third = await visit(url);
    expect(third).toMatchObject({ status: 302, headers: { location: `/p/${desk.id}` } });
    expect(cookieOf(third)).toBe('');
    expect((await desk.askUnknown('/api/projects', { Cookie: cookieOf(second) })).status).toBe(200);
  });

  test('an address keeps the rest of itself, and leads nowhere else', async () => {
    expect((await visit(`http://x//evil.example/?key=a`)).headers.location).toBe('/evil.example/');
    expect((await visit(`http://x/p/1/trail?value=App.units&key=a`)).headers.location).toBe(
      '/p/1/trail?value=App.units',
    );
  });

  test('programs find the key in a file that only the user can read', async () => {
    const { port, key } = desk.server;
    expect(await runningAt(data('run'), port)).toEqual({ pid: process.pid, port, key });
    expect([modeOf(data()), modeOf(data('run')), modeOf(data('run', `${port}.json`))]).toEqual([0o700, 0o700, 0o600]);
    expect(modeOf(data('vectura.sqlite'))).toBe(0o600);
    expect(modeOf(data('facts.sqlite'))).toBe(0o600);
  });
});

test.each([
  ['above the root', '../secret.txt'],
  ['by an absolute path', '/etc/passwd'],
  ['through a link', 'src/link.jsx'],
  ['that was not surveyed', '.env'],
  ['that was only looked at', 'package.json'],
  ['that is not there', 'src/None.jsx'],
  ['that is a folder', 'src'],
  ['whose name ends early', 'src/App.jsx\0.txt'],
])('a file %s is not shown', async (_name, file) => {
  const answer = await desk.ask(`/api/projects/${desk.id}/file?path=${encodeURIComponent(file)}`);
  expect(answer.status).toBe(404);
  expect(answer.text).toContain('was not surveyed, and only surveyed files are shown');
});

describe('requests that are wrong', () => {
  test('what is not there is said without saying where it would be', async () => {
    for (const target of [
      '/assets/none.js',
      '/assets/../../package.json',
      '/assets/%2e%2e/vite.config.ts',
      '/none.svg',
    ]) {
      const answer = await desk.askUnknown(target);
      expect([target, answer.status]).toEqual([target, 404]);
      expect(answer.text).not.toMatch(/ENOENT|packages|dist/);
    }
  });

  /** Sends bytes as they are and returns the first line of the answer. */
  function sendRaw(bytes: string): Promise<string> {
    return new Promise((resolve, reject) => {
      const socket = net.connect(desk.server.port, '127.0.0.1', () => socket.write(bytes));
      let text = '';
      socket.on('data', (chunk) => (text += chunk.toString()));
      socket.on('close', () => resolve(text.split('\r\n')[0] ?? ''));
      socket.on('error', reject);
    });
  }

  test.each([
    ['GET'],
    ['GET / HTTP/9.9'],
    ['GET /%E0%A4%A HTTP/1.1'],
    ['GET /assets/%ff HTTP/1.1'],
    ['GET /api/projects/%E0%A4%A/survey HTTP/1.1'],
    ['GET http://[/ HTTP/1.1'],
  ])('%s', async (line) => {
    const head = `Host: 127.0.0.1:${desk.server.port}\r\nAuthorization: Bearer ${desk.server.key}\r\nConnection: close`;
    expect(await sendRaw(`${line}\r\n${head}\r\n\r\n`)).toMatch(/^HTTP\/1\.1 400 /);
  });
});

test('an upload is kept where only the user can look, and goes with its project', async () => {
  const answer = await desk.ask('/api/projects/zip?name=a.zip', {}, 'POST', Buffer.from('nonsense'));
  expect(answer.status).toBe(400);
  expect(modeOf(data('uploads'))).toBe(0o700);
  for (let i = 0; i < 50 && readdirSync(data('uploads')).length > 0; i++)
    await new Promise((resolve) => setTimeout(resolve, 20));
  expect(readdirSync(data('uploads'))).toEqual([]);
});

test('findings accepted at once all come to stand in the configuration file', async () => {
  const accept = (name: string): Promise<Answer> =>
    desk.ask(
      `/api/projects/${desk.id}/accepted`,
      { 'Content-Type': 'application/json' },
      'PUT',
      JSON.stringify({
        findings: [{ rule: 'drilled-prop', component: 'Zone', name, file: 'src/App.jsx' }],
        reason: 'on purpose',
        inFile: true,
      }),
    );
  const names = Array.from({ length: 11 }, (_, i) => `units${i}`);
  const answers = await Promise.all(names.map(accept));
  expect(answers.map(({ status }) => status)).toEqual(names.map(() => 200));
  const file = path.join(desk.project, 'vectura.config.json');
  const { accepted } = JSON.parse(readFileSync(file, 'utf8')) as { accepted: { name: string }[] };
  expect(accepted.map(({ name }) => name).sort()).toEqual([...names].sort());
  expect(readdirSync(desk.project).filter((entry) => entry.includes('vectura'))).toEqual(['vectura.config.json']);
});

test('a second server on the same data takes nothing from the first', async () => {
  const lease = data('uploads', 'coming.lease');
  mkdirSync(data('uploads', 'coming'));
  mkdirSync(data('uploads', 'unknown'));
  writeFileSync(lease, String(process.pid));
  const second = await startServer({ port: 0, open: desk.project, quiet: true });
  expect(readdirSync(data('uploads')).sort()).toEqual(['coming', 'coming.lease', 'unknown']);
  expect(readdirSync(data('run'))).toHaveLength(2);
  expect(second.key).not.toBe(desk.server.key);
  await second.close();
  expect(await runningAt(data('run'), second.port)).toBeNull();
  expect((await desk.ask('/api/projects')).status).toBe(200);
});
