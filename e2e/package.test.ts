/** The package as others get it: packed, installed from the tarball into an empty folder, and used there. */
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

const ROOT = path.resolve(__dirname, '..');
const folder = mkdtempSync(path.join(tmpdir(), 'vectura-package-'));
const installed = path.join(folder, 'node_modules/vectura');
const env = { ...process.env, NO_COLOR: '1', VECTURA_HOME: path.join(folder, 'data') };

beforeAll(() => {
  const script = path.join(ROOT, 'scripts/package.mjs');
  const tarball = execFileSync(process.execPath, [script, path.join(folder, 'packed')], { encoding: 'utf8' }).trim();
  writeFileSync(path.join(folder, 'package.json'), '{"private":true}');
  const how = ['--ignore-scripts', '--prefer-offline', '--no-audit', '--no-fund', '--loglevel=error'];
  execFileSync('npm', ['install', ...how, tarball], { cwd: folder, env });
  // The one dependency that may have to be compiled is compiled already.
  const built = 'node_modules/better-sqlite3/build';
  cpSync(path.join(ROOT, built), path.join(folder, built), { recursive: true });
}, 300_000);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

test('check finds what is in a project, with nothing of the checkout at hand', () => {
  const project = path.join(folder, 'desk');
  cpSync(path.join(ROOT, 'examples/glasshouse-react'), project, { recursive: true });
  let out = '';
  try {
    out = execFileSync('npx', ['vectura', 'check', 'desk', '--format', 'json', '--quiet'], {
      cwd: folder,
      env,
    }).toString();
  } catch (error) {
    // Exit code 1: one of the findings is an error.
    out = String((error as { stdout: Buffer }).stdout);
  }
  const { findings } = JSON.parse(out) as { findings: { rule: string; todo: string }[] };
  expect(findings.map(({ rule }) => rule)).toContain('drilled-prop');
  expect(findings.every(({ todo }) => todo.length > 0)).toBe(true);
});

test('open serves the page and its fonts, and surveys the demo', async () => {
  const child = spawn('npx', ['vectura', 'open', '--port', '0'], { cwd: folder, env, detached: true });
  try {
    const url = new URL(await printedBy(child));
    const entered = await fetch(url, { redirect: 'manual' });
    const cookie = (entered.headers.get('set-cookie') ?? '').split(';')[0] ?? '';
    const ask = (at: string): Promise<Response> => fetch(new URL(at, url), { headers: { cookie } });
    const page = await (await ask('/')).text();
    const [, style] = /href="(\/assets\/[^"]+\.css)"/.exec(page) ?? [];
    const [, font] = /url\((\/assets\/[^)]+\.woff2)\)/.exec(await (await ask(style ?? '')).text()) ?? [];
    expect((await ask(font ?? '/none')).headers.get('content-type')).toBe('font/woff2');
    const projects = (await (await ask('/api/projects')).json()) as { name: string }[];
    expect(projects.map(({ name }) => name)).toContain('glasshouse-react');
  } finally {
    // npx starts a shell, which starts the server: all of them go.
    if (child.pid !== undefined) process.kill(-child.pid);
  }
});

test('the licences of what the page bundles are listed, fonts included', () => {
  const text = readFileSync(path.join(installed, 'THIRD-PARTY-LICENSES.md'), 'utf8');
  for (const name of ['react', '@mantine/core', '@fontsource/fira-sans', '@codemirror/view'])
    expect(text).toMatch(new RegExp(`^## ${name} - [\\d.]+ \\(`, 'm'));
  expect(existsSync(path.join(installed, 'LICENSE'))).toBe(true);
});

function printedBy(child: ChildProcess): Promise<string> {
  return new Promise((resolve, reject) => {
    let printed = '';
    const take = (text: Buffer): void => {
      printed += text.toString();
      const [, url] = /ready at (\S+)/.exec(printed) ?? [];
      if (url) resolve(url);
    };
    child.stdout?.on('data', take);
    child.stderr?.on('data', take);
    child.once('exit', () => reject(new Error(`It ended without an address: ${printed}`)));
  });
}
