/** The command line as others call it: what it prints where, and how it ends. */
import { execFile, execFileSync, spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Findings, FlowDocument, HomesDocument, MendDocument, TogetherDocument, TrailDocument } from '@vectura/core';

const BIN = path.resolve(__dirname, '../packages/server/bin/vectura.mjs');
const DEMO = path.resolve(__dirname, '../examples/glasshouse-react');
/** What was read before is kept here, and nowhere else. */
const CACHE = mkdtempSync(path.join(tmpdir(), 'vectura-cache-'));

afterAll(() => rmSync(CACHE, { recursive: true }));

function vectura(...args: string[]): Promise<{ code: number; out: string; err: string }> {
  return new Promise((resolve) => {
    const env = { ...process.env, NO_COLOR: '1', VECTURA_CACHE: CACHE };
    const child = execFile(process.execPath, [BIN, ...args], { env, maxBuffer: 64e6 }, (error, out, err) => {
      const code = error ? (typeof error.code === 'number' ? error.code : (child.exitCode ?? -1)) : 0;
      resolve({ code, out, err });
    });
  });
}

test('trail, as text and as JSON', async () => {
  const text = await vectura('trail', DEMO, 'Tray.units');
  expect(text.code).toBe(0);
  expect(text.out).toContain('Gauge.scale uses it');
  const { out, code } = await vectura('trail', DEMO, 'Tray.units', '--json', '--quiet');
  const document = TrailDocument.parse(JSON.parse(out));
  expect(code).toBe(0);
  expect(document.trails[0]?.stops.map((stop) => stop.component)).toEqual([
    'App',
    'Desk',
    'House',
    'Zone',
    'Bench',
    'Tray',
    'Gauge',
  ]);
});

test('survey, to standard output and to a file', async () => {
  const { out, code } = await vectura('survey', DEMO, '--quiet');
  expect(code).toBe(0);
  const document = FlowDocument.parse(JSON.parse(out));
  const ids = new Set([...document.components.map((c) => c.id), ...document.cells.map((c) => c.id)]);
  for (const hop of document.hops) {
    expect(ids).toContain(hop.from.holder);
    expect(ids).toContain(hop.to.holder);
  }
  for (const site of document.sites)
    for (const end of [site.of, site.by, site.under]) if (end !== null) expect(ids).toContain(end);
  const folder = mkdtempSync(path.join(tmpdir(), 'vectura-out-'));
  const file = path.join(folder, 'flow.json');
  const written = await vectura('survey', DEMO, '--out', file);
  expect(written).toMatchObject({ code: 0, out: '' });
  expect(JSON.parse(readFileSync(file, 'utf8'))).toEqual(document);
  rmSync(folder, { recursive: true });
});

/** A copy of the demo under version control, to hold patches against. */
function copyOfDemo(): string {
  const folder = mkdtempSync(path.join(tmpdir(), 'vectura-patch-'));
  cpSync(DEMO, folder, { recursive: true });
  execFileSync('git', ['init', '-q'], { cwd: folder });
  return folder;
}

test('a plan: as JSON, and as a patch that git applies', async () => {
  const { out } = await vectura('homes', DEMO, 'App.units', '--way', 'context', '--json', '--quiet');
  const { plan } = HomesDocument.parse(JSON.parse(out));
  expect(plan).toMatchObject({ complete: true, proof: { lost: [], relaysLeft: [], newFindings: [] } });
  const folder = copyOfDemo();
  const patch = await vectura('homes', folder, 'App.units', '--way', 'context', '--patch', '-', '--quiet');
  expect(patch.out).toMatch(/^diff --git a\/src\/App.jsx b\/src\/App.jsx\n/);
  expect(patch.err).toContain('nothing is left to do by hand');
  execFileSync('git', ['apply', '-'], { cwd: folder, input: patch.out });
  const after = await vectura('trail', folder, 'App.units', '--json', '--quiet');
  expect(TrailDocument.parse(JSON.parse(after.out)).relays).toEqual([]);
  rmSync(folder, { recursive: true });
}, 120_000);

test('wanted readers, and a way that is not possible', async () => {
  const { out } = await vectura(
    'homes',
    DEMO,
    'Clock.now',
    '--also',
    'TopBar',
    '--also',
    'FootNote',
    '--json',
    '--quiet',
  );
  expect(HomesDocument.parse(JSON.parse(out))).toMatchObject({ wanted: ['TopBar', 'FootNote'], nearest: 'App' });
  const { code, err } = await vectura('homes', DEMO, 'App.units', '--way', 'down');
  expect(code).toBe(2);
  expect(err).toContain('This way is not possible: No component lower than App');
  expect((await vectura('homes', DEMO, 'App.units', '--patch', '-')).code).toBe(2);
});

test('values judged together', async () => {
  const { out } = await vectura('homes', DEMO, 'App.units', '--with', 'App.openAlarms', '--quiet');
  expect(out).toContain('openAlarms lives in App; read by App, TopBar; changed by TopBar');
  expect(out).toContain('Keep units and openAlarms apart: nothing changes both at once.');
  const json = await vectura('homes', DEMO, 'App.units', '--with', 'App.openAlarms', '--json', '--quiet');
  expect(TogetherDocument.parse(JSON.parse(json.out))).toMatchObject({ changed: 'apart', state: 'each' });
  const { code, err } = await vectura('homes', DEMO, 'App.units', '--with', 'App.openAlarms', '--way', 'context');
  expect(code).toBe(2);
  expect(err).toContain('--with compares values.');
});

test('mends: all of a rule as one patch, one by its line, and an unknown rule', async () => {
  const folder = copyOfDemo();
  const patch = await vectura('mend', folder, '--rule', 'fresh-context', '--patch', '-', '--quiet');
  execFileSync('git', ['apply', '-'], { cwd: folder, input: patch.out });
  const check = await vectura('check', folder, '--format', 'json', '--quiet');
  expect(Findings.parse(JSON.parse(check.out)).findings.map(({ rule }) => rule)).not.toContain('fresh-context');
  const one = await vectura('mend', DEMO, '--at', 'src/houses/HouseHead.jsx:1', '--json', '--quiet');
  expect(MendDocument.parse(JSON.parse(one.out)).mends).toMatchObject([{ finding: { rule: 'unused-prop' } }]);
  const unknown = await vectura('mend', DEMO, '--rule', 'drilled-props');
  expect(unknown).toMatchObject({ code: 2, err: expect.stringContaining('Near: drilled-prop') });
  expect((await vectura('mend', DEMO, '--at', 'src/Gone.jsx')).code).toBe(2);
  rmSync(folder, { recursive: true });
}, 120_000);

test('homes', async () => {
  const { out } = await vectura('homes', DEMO, 'App.units', '--json', '--quiet');
  expect(HomesDocument.parse(JSON.parse(out))).toMatchObject({ nearest: 'App', recommended: 'context' });
  expect((await vectura('homes', DEMO, 'App.units')).out).toContain('Provide it through a context, from App.');
});

test('check: formats and exit codes', async () => {
  const json = await vectura('check', DEMO, '--format', 'json', '--quiet');
  expect(json.code).toBe(1);
  const { findings } = Findings.parse(JSON.parse(json.out));
  expect(findings[0]).toMatchObject({ rule: 'missing-provider', level: 'error', component: 'FootNote' });
  const sarif = JSON.parse((await vectura('check', DEMO, '--format', 'sarif', '--quiet')).out) as {
    version: string;
    runs: { results: unknown[] }[];
  };
  expect(sarif.version).toBe('2.1.0');
  expect(sarif.runs[0]?.results).toHaveLength(findings.length);
  const folder = mkdtempSync(path.join(tmpdir(), 'vectura-check-'));
  const config = path.join(folder, 'c.json');
  writeFileSync(config, JSON.stringify({ rules: { 'missing-provider': { level: 'off' } }, failLevel: 'error' }));
  expect((await vectura('check', DEMO, '--config', config)).code).toBe(0);
  rmSync(folder, { recursive: true });
});

test.each([
  ['an unknown command', ['follow', DEMO], 'unknown command'],
  ['an unknown flag', ['trail', DEMO, 'Tray.units', '--loud'], 'unknown option'],
  ['a missing argument', ['trail', DEMO], 'missing required argument'],
  ['a folder that is not there', ['check', '/no/such/folder'], 'There is no folder'],
  ['an unknown component', ['trail', DEMO, 'Trey.units'], 'Near: Tray'],
  ['an unknown value', ['homes', DEMO, 'Tray.unit'], 'Near: Tray.units'],
  ['an unknown context', ['trail', DEMO, 'context:Operater'], 'Near: context:OperatorContext'],
])('%s ends with 2 and says what to do', async (_name, args, says) => {
  const { code, out, err } = await vectura(...args);
  expect(code).toBe(2);
  expect(out).toBe('');
  expect(err).toContain(says);
});

test('progress goes to standard error, and --quiet silences it', async () => {
  expect((await vectura('trail', DEMO, 'Tray.units')).err).toContain('Reading 53 files');
  expect((await vectura('trail', DEMO, 'Tray.units', '--quiet')).err).toBe('');
});

test('a folder without any component', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'vectura-none-'));
  const { code, out, err } = await vectura('survey', folder);
  expect(code).toBe(0);
  expect(FlowDocument.parse(JSON.parse(out)).components).toEqual([]);
  expect(err).toContain('No component was found');
  rmSync(folder, { recursive: true });
});

test('an answer of which only the beginning is read ends quietly', async () => {
  const child = spawn(process.execPath, [BIN, 'survey', DEMO, '--quiet'], {
    env: { ...process.env, VECTURA_CACHE: CACHE },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let complaint = '';
  child.stderr.on('data', (chunk: Buffer) => (complaint += chunk.toString()));
  child.stdout.once('data', () => child.stdout.destroy());
  const code = await new Promise((resolve) => child.once('close', resolve));
  expect({ code, complaint }).toEqual({ code: 0, complaint: '' });
});

test('the version is the one of the package', async () => {
  const { version } = JSON.parse(readFileSync(path.resolve(__dirname, '../packages/server/package.json'), 'utf8')) as {
    version: string;
  };
  expect(await vectura('--version')).toEqual({ code: 0, out: `${version}\n`, err: '' });
});
