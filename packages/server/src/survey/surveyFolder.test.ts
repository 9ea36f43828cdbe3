import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { readFile } from '@vectura/core';
import { openFacts } from '../store/database';
import { SqliteFactsCache } from '../store/factsCache';
import { emptyMemory, surveyFolder } from './surveyFolder';
import { UnusableInput } from '../unusable';

let root = '';
beforeEach(() => {
  root = mkdtempSync(path.join(tmpdir(), 'vectura-survey-'));
  writeFileSync(
    path.join(root, 'App.jsx'),
    `import { Tray } from './Tray'; export const App = () => <Tray units="c" />;`,
  );
  writeFileSync(path.join(root, 'Tray.jsx'), `export const Tray = ({ units }) => <b>{units}</b>;`);
});
afterEach(() => rmSync(root, { recursive: true, force: true }));

test('a folder that is not there, or a file, is refused in words', async () => {
  await expect(surveyFolder('/no/such/folder')).rejects.toThrow('There is no folder /no/such/folder.');
  await expect(surveyFolder(path.join(root, 'App.jsx'))).rejects.toBeInstanceOf(UnusableInput);
});

test('a broken configuration is refused with its place', async () => {
  writeFileSync(path.join(root, 'vectura.config.json'), '{ "failLevel": "loud" }');
  await expect(surveyFolder(root)).rejects.toThrow(/vectura\.config\.json: failLevel/);
});

test('bad files are listed and the rest is answered', async () => {
  writeFileSync(path.join(root, 'Broken.jsx'), 'export const Broken = () => <b>{</b>;');
  writeFileSync(path.join(root, 'Empty.jsx'), '');
  writeFileSync(path.join(root, 'Binary.jsx'), Buffer.from([1, 0, 2, 255]));
  writeFileSync(path.join(root, 'Large.js'), `export const x = "${'x'.repeat(5_000_000)}";`);
  const { files, components } = (await surveyFolder(root)).document();
  expect(files.filter((file) => file.problems.length > 0).map((file) => file.path)).toEqual([
    'Binary.jsx',
    'Broken.jsx',
    'Empty.jsx',
    'Large.js',
  ]);
  expect(components.map((component) => component.name)).toEqual(expect.arrayContaining(['App', 'Tray']));
});

test('from the cache, from memory and from nothing the answer is the same', async () => {
  const source = await openFacts(path.join(root, 'facts.sqlite'));
  const cache = new SqliteFactsCache(source);
  const memory = emptyMemory();
  const cold = JSON.stringify((await surveyFolder(root, { cache, memory })).document());
  await cache.flush();
  expect(JSON.stringify((await surveyFolder(root, { cache })).document())).toBe(cold);
  expect(JSON.stringify((await surveyFolder(root, { memory })).document())).toBe(cold);
  writeFileSync(path.join(root, 'Tray.jsx'), `export const Tray = ({ scale }) => <b>{scale}</b>;\n`);
  const after = JSON.stringify((await surveyFolder(root, { cache, memory })).document());
  expect(after).not.toBe(cold);
  expect(JSON.stringify((await surveyFolder(root)).document())).toBe(after);
  const survey = await surveyFolder(root, { memory });
  writeFileSync(path.join(root, 'Tray.jsx'), `// moved\nexport const Tray = ({ scale }) => <b>{scale}</b>;\n`);
  const moved = await surveyFolder(root, { memory });
  expect(moved).toBe(survey);
  expect(JSON.stringify(moved.document())).toBe(JSON.stringify((await surveyFolder(root)).document()));
  writeFileSync(
    path.join(root, 'vectura.config.json'),
    '{ "accepted": [{ "rule": "unused-prop", "reason": "kept" }] }',
  );
  const accepting = await surveyFolder(root, { memory });
  expect(accepting).toBe(survey);
  expect(accepting.config.accepted).toHaveLength(1);
  await source.destroy();
});

test('edit after edit, with files that come and go between, each survey equals one from nothing', async () => {
  const memory = emptyMemory();
  const write = (file: string, text: string): void => writeFileSync(path.join(root, file), text);
  const steps: [string, () => void][] = [
    ['as it is', () => undefined],
    ['a prop renamed', () => write('Tray.jsx', 'export const Tray = ({ scale }) => <b>{scale}</b>;')],
    ['code moved', () => write('Tray.jsx', '\n\nexport const Tray = ({ scale }) => <b>{scale}</b>;')],
    [
      'the other end follows',
      () => write('App.jsx', `import { Tray } from './Tray'; export const App = () => <Tray scale="c" />;`),
    ],
    ['a file comes', () => write('Gauge.jsx', 'export const Gauge = ({ value }) => <i>{value}</i>;')],
    [
      'and is used',
      () =>
        write(
          'Tray.jsx',
          `import { Gauge } from './Gauge';\nexport const Tray = ({ scale }) => <Gauge value={scale} />;`,
        ),
    ],
    ['it goes', () => rmSync(path.join(root, 'Gauge.jsx'))],
    ['a rule is switched off', () => write('vectura.config.json', '{ "rules": { "unresolved": { "level": "off" } } }')],
    [
      'edited under other rules',
      () => write('Tray.jsx', 'export const Tray = ({ scale, wide }) => <b title={wide}>{scale}</b>;'),
    ],
  ];
  for (const [what, step] of steps) {
    step();
    const document = (await surveyFolder(root, { memory })).document();
    expect([what, document]).toEqual([what, (await surveyFolder(root)).document()]);
  }
});

test('files that sources import are sources, whatever their folder is called; what nobody imports there stays out', async () => {
  mkdirSync(path.join(root, 'lib'));
  writeFileSync(path.join(root, 'tsconfig.json'), '{ "compilerOptions": { "paths": { "@/*": ["./*"] } } }');
  writeFileSync(
    path.join(root, 'App.jsx'),
    `import { Tray } from '@/lib/tray'; export const App = () => <Tray units="c" />;`,
  );
  writeFileSync(
    path.join(root, 'lib/tray.jsx'),
    `import { sign } from './sign'; export const Tray = ({ units }) => <b>{sign(units)}</b>;`,
  );
  writeFileSync(path.join(root, 'lib/sign.js'), `export const sign = (units) => units + '°';`);
  writeFileSync(path.join(root, 'lib/old.jsx'), `export const Old = () => <b />;`);
  const memory = emptyMemory();
  const survey = await surveyFolder(root, { memory });
  const { files, project } = survey.document();
  expect(files.map((file) => file.path)).toEqual(['App.jsx', 'Tray.jsx', 'lib/sign.js', 'lib/tray.jsx']);
  expect(project.skipped).toEqual({ output: 1 });
  expect(await surveyFolder(root, { memory })).toBe(survey);
  writeFileSync(path.join(root, 'App.jsx'), `export const App = () => <b />;`);
  const after = (await surveyFolder(root, { memory })).document();
  expect(after.files.map((file) => file.path)).toEqual(['App.jsx', 'Tray.jsx']);
  expect(after.project.skipped).toEqual({ output: 3 });
});

test('what is compiled from a source that is read is not read as well, whoever imports it', async () => {
  mkdirSync(path.join(root, 'src'));
  mkdirSync(path.join(root, 'lib'));
  writeFileSync(path.join(root, 'package.json'), '{}');
  writeFileSync(path.join(root, 'index.js'), `export * from './lib/shelf.js'; export * from './lib/old.js';`);
  writeFileSync(path.join(root, 'src/shelf.tsx'), `export const Shelf = () => <b />;`);
  writeFileSync(path.join(root, 'lib/shelf.js'), `export const Shelf = () => null;`);
  writeFileSync(path.join(root, 'lib/old.js'), `export const old = 1;`);
  const { files } = (await surveyFolder(root)).document();
  expect(files.map((file) => file.path).filter((file) => file.includes('/'))).toEqual(['lib/old.js', 'src/shelf.tsx']);
});

test('a part of a project goes by the name of its package, or of the folder above', async () => {
  mkdirSync(path.join(root, 'garden/src'), { recursive: true });
  writeFileSync(path.join(root, 'garden/src/App.jsx'), `export const App = () => <b />;`);
  const name = async (): Promise<string> => (await surveyFolder(path.join(root, 'garden/src'))).document().project.name;
  expect(await name()).toBe('garden');
  writeFileSync(path.join(root, 'garden/package.json'), '{ "name": "glasshouse" }');
  expect(await name()).toBe('glasshouse');
});

test('a survey can be cancelled', async () => {
  const controller = new AbortController();
  controller.abort(new Error('Cancelled'));
  await expect(surveyFolder(root, { signal: controller.signal })).rejects.toThrow('Cancelled');
});

test('facts written long ago are dropped, fresh ones stay', async () => {
  const source = await openFacts(path.join(root, 'facts.sqlite'));
  const cache = new SqliteFactsCache(source);
  const now = Date.now();
  const clock = jest.spyOn(Date, 'now').mockReturnValue(now - 40 * 24 * 3600 * 1000);
  const facts = readFile({ path: 'Tray.jsx', text: 'export const Tray = () => <b />;', hash: '', bytes: 32 });
  cache.put([{ key: 'old', facts, packed: null }]);
  await cache.flush();
  clock.mockReturnValue(now);
  cache.put([{ key: 'fresh', facts, packed: null }]);
  await cache.flush();
  await cache.dropOld();
  expect([...(await cache.get(['old', 'fresh'])).keys()]).toEqual(['fresh']);
  clock.mockRestore();
  await source.destroy();
});

test('more files than one thread reads alone are all read', async () => {
  for (let i = 0; i < 80; i++)
    writeFileSync(path.join(root, `Tray${i}.jsx`), `export const Tray${i} = ({ units }) => <b>{units}</b>;`);
  const { components, files } = (await surveyFolder(root)).document();
  expect(components).toHaveLength(82);
  expect(files.flatMap((file) => file.problems)).toEqual([]);
});

test('a file that is being typed is taken for what it was, until it can be read again', async () => {
  const memory = emptyMemory();
  const tray = path.join(root, 'Tray.jsx');
  const ask = async (text: string): Promise<{ readers: string[]; problems: string[] }> => {
    writeFileSync(tray, text);
    const survey = await surveyFolder(root, { memory });
    const document = survey.document();
    return {
      readers: survey.trail('Tray.units').readers.map(({ component }) => component ?? ''),
      problems: document.files.flatMap((file) => file.problems.map(({ message }) => message)),
    };
  };
  const before = await ask(`export const Tray = ({ units }) => <b>{units}</b>;`);
  expect(before).toEqual({ readers: ['Tray'], problems: [] });
  for (const half of [`export const Tray = ({ units }) => <b>{units}</`, `export const Tray = ({ units }) => <b>{`])
    expect(await ask(half)).toEqual({
      readers: ['Tray'],
      problems: [
        expect.stringMatching(/[^.]\. Until the file can be read again, its last readable version is used\.$/),
      ],
    });
  expect((await ask(`export const Tray = ({ units, on }) => <b>{on}</b>;`)).readers).toEqual([]);
  expect((await ask(`export const Tray = ({ units }) => <b>{units}</b>;`)).problems).toEqual([]);
});

test('a pipe, a device or a loop of links in the place of a file that is looked for ends nothing', async () => {
  execFileSync('mkfifo', [path.join(root, '.gitignore')]);
  symlinkSync('/dev/zero', path.join(root, 'package.json'));
  symlinkSync('loop.jsx', path.join(root, 'loop.jsx'));
  expect((await surveyFolder(root)).document().components).toHaveLength(2);
  execFileSync('mkfifo', [path.join(root, 'vectura.config.json')]);
  await expect(surveyFolder(root)).rejects.toThrow('vectura.config.json is not a file');
});
