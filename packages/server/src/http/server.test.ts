import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { DeskUnderTest } from '../testing/desk';

let desk: DeskUnderTest;
let home = '';
let project = '';
let id = '';

beforeAll(async () => {
  desk = await DeskUnderTest.start();
  ({ home, project, id } = desk);
}, 120_000);

afterAll(() => desk.close());

const ask: DeskUnderTest['ask'] = (...args) => desk.ask(...args);
const idle = (of: string): Promise<unknown> => desk.idle(of);

const json = async (target: string): Promise<Record<string, unknown>> =>
  JSON.parse((await ask(target)).text) as Record<string, unknown>;

describe('files of a project', () => {
  test('are read with the names that can be asked for', async () => {
    expect(await json(`/api/projects/${id}/file?path=src/App.jsx`)).toMatchObject({
      path: 'src/App.jsx',
      components: [
        { component: 'App', from: 2, to: 2, names: expect.arrayContaining(['units']) },
        { component: 'Tray', names: ['units'] },
      ],
    });
  });
});

test('a trail, and near names where the value does not exist', async () => {
  expect(await json(`/api/projects/${id}/trail?value=App.units`)).toMatchObject({
    format: 'vectura.trail',
    readers: [{ component: 'Tray' }],
  });
  const missing = await ask(`/api/projects/${id}/trail?value=Trey.units`);
  expect(missing.status).toBe(404);
  expect(JSON.parse(missing.text)).toEqual({ error: expect.stringContaining('Near: Tray') });
});

test('the flow document of the last finished survey', async () => {
  expect(await json(`/api/projects/${id}/survey`)).toMatchObject({
    format: 'vectura.flow',
    components: [{ name: 'App' }, { name: 'Tray' }],
  });
});

test('while the first survey runs there is no document yet: 202, then the document', async () => {
  const folder = path.join(home, 'first');
  mkdirSync(path.join(folder, 'src'), { recursive: true });
  writeFileSync(path.join(folder, 'src/App.jsx'), `export function App() { return <b>one</b>; }`);
  const added = await ask(
    '/api/projects',
    { 'Content-Type': 'application/json' },
    'POST',
    JSON.stringify({ path: folder }),
  );
  const { id: first } = JSON.parse(added.text) as { id: string };
  const before = await ask(`/api/projects/${first}/survey`);
  expect(before).toMatchObject({ status: 202, text: expect.stringContaining('for the first time') });
  await idle(first);
  expect((await json(`/api/projects/${first}/survey`)).components).toMatchObject([{ name: 'App' }]);
  await ask(`/api/projects/${first}`, {}, 'DELETE');
}, 30_000);

test('rules of thumb are kept and change the ranking', async () => {
  const put = await ask(
    `/api/projects/${id}/thumb`,
    { 'Content-Type': 'application/json' },
    'PUT',
    JSON.stringify({ relays: 4 }),
  );
  expect(put.status).toBe(200);
  expect(await json(`/api/projects/${id}/thumb`)).toMatchObject({ relays: 4 });
  expect(await json(`/api/projects/${id}/homes?value=App.units&relays=4`)).toMatchObject({
    format: 'vectura.homes',
    recommended: expect.any(String),
  });
});

test('rules of thumb go into the configuration of a folder on request, and are its own from then on', async () => {
  const folder = path.join(home, 'thumb');
  mkdirSync(folder, { recursive: true });
  writeFileSync(path.join(folder, 'App.jsx'), `export function App() { return <b>one</b>; }`);
  const config = path.join(folder, 'vectura.config.json');
  writeFileSync(config, JSON.stringify({ failLevel: 'error', thumb: { branches: 5 } }));
  const type = { 'Content-Type': 'application/json' };
  const added = await ask('/api/projects', type, 'POST', JSON.stringify({ path: folder }));
  const { id: own } = JSON.parse(added.text) as { id: string };
  const thumb = { relays: 1, branches: 5, contextForOften: false, onlyHomeChanges: true };
  expect(await json(`/api/projects/${own}/thumb`)).toEqual(thumb);
  const put = await ask(
    `/api/projects/${own}/thumb`,
    type,
    'PUT',
    JSON.stringify({ ...thumb, relays: 3, inFile: true }),
  );
  expect(put.status).toBe(200);
  expect(JSON.parse(readFileSync(config, 'utf8'))).toEqual({ failLevel: 'error', thumb: { ...thumb, relays: 3 } });
  writeFileSync(config, '{ half');
  const refused = await ask(`/api/projects/${own}/thumb`, type, 'PUT', JSON.stringify({ ...thumb, inFile: true }));
  expect([refused.status, readFileSync(config, 'utf8')]).toEqual([400, '{ half']);
  expect(refused.text).toContain('is not valid JSON. Fix it, then try again.');
  await ask(`/api/projects/${own}`, {}, 'DELETE');
});

test.each([
  ['a folder that is not there', { path: '/no/such/folder' }, 400, 'There is no folder'],
  ['a relative path', { path: 'desk' }, 400, 'full path'],
  ['no path', {}, 400, 'path'],
])('adding %s is refused in words', async (_name, body, status, says) => {
  const answer = await ask('/api/projects', { 'Content-Type': 'application/json' }, 'POST', JSON.stringify(body));
  expect(answer.status).toBe(status);
  expect(answer.text).toContain(says);
});

test('an upload that is no archive is refused, and leaves nothing', async () => {
  // Not how far they are: the demos may still be surveyed.
  const known = async (): Promise<string[]> =>
    (JSON.parse((await ask('/api/projects')).text) as { id: string }[]).map((one) => one.id);
  const before = await known();
  const answer = await ask('/api/projects/zip?name=a.zip', {}, 'POST', Buffer.from('nonsense'));
  expect(answer.status).toBe(400);
  expect(await known()).toEqual(before);
});

test('folders are completed', async () => {
  expect(JSON.parse((await ask(`/api/folders?typed=${encodeURIComponent(path.join(home, 'de'))}`)).text)).toEqual([
    project,
  ]);
});

test('every route stands in the OpenAPI document', async () => {
  const { paths } = (await json('/api/openapi.json')) as { paths: Record<string, Record<string, unknown>> };
  expect(Object.keys(paths)).toEqual(
    expect.arrayContaining(['/api/projects', '/api/projects/{id}/trail', '/api/projects/{id}/survey']),
  );
  expect(paths['/api/projects/{id}/survey']).toHaveProperty('delete');
});

test('an unknown project, an unknown address', async () => {
  expect((await ask('/api/projects/none/survey')).status).toBe(404);
  expect((await ask('/api/nothing')).status).toBe(404);
});

test('a project whose folder vanishes keeps its last survey and says why the next one failed', async () => {
  const passing = path.join(home, 'passing');
  mkdirSync(passing);
  writeFileSync(path.join(passing, 'A.jsx'), 'export const A = () => <b/>;');
  const added = JSON.parse(
    (await ask('/api/projects', { 'Content-Type': 'application/json' }, 'POST', JSON.stringify({ path: passing })))
      .text,
  ) as { id: string };
  await idle(added.id);
  rmSync(passing, { recursive: true });
  await ask(`/api/projects/${added.id}/survey`, {}, 'POST');
  const job = await idle(added.id);
  expect(job).toMatchObject({ state: 'failed', error: expect.stringContaining('There is no folder') });
  expect((await json(`/api/projects/${added.id}/survey`)).components).toHaveLength(1);
});

describe('findings that are accepted', () => {
  const JSON_BODY = { 'Content-Type': 'application/json' };
  const drilled = { rule: 'drilled-prop', component: 'Zone', name: 'units', file: 'src/App.jsx' };
  const accept = (body: object) =>
    ask(`/api/projects/${id}/accepted`, JSON_BODY, 'PUT', JSON.stringify({ findings: [drilled], ...body }));
  const config = () => path.join(project, 'vectura.config.json');

  test('are kept with their reason, and taken back', async () => {
    const kept = await accept({ reason: 'short-lived' });
    expect(kept.status).toBe(200);
    expect(JSON.parse(kept.text)).toMatchObject([{ ...drilled, reason: 'short-lived' }]);
    expect(existsSync(config())).toBe(false);
    await accept({ reason: 'on purpose' });
    const listed = await ask(`/api/projects/${id}/accepted`);
    expect(JSON.parse(listed.text)).toMatchObject([{ reason: 'on purpose' }]);
    const back = await ask(
      `/api/projects/${id}/accepted/withdraw`,
      JSON_BODY,
      'POST',
      JSON.stringify({ findings: [drilled] }),
    );
    expect(JSON.parse(back.text)).toEqual([]);
  });

  test('need a reason', async () => {
    expect((await accept({ reason: '  ' })).status).toBe(400);
  });

  test('on request in the configuration file, where all else stays as it is', async () => {
    writeFileSync(config(), JSON.stringify({ rules: { 'wide-prop': { level: 'off' } }, own: 1 }));
    await accept({ reason: 'on purpose', inFile: true });
    expect(JSON.parse(readFileSync(config(), 'utf8'))).toEqual({
      rules: { 'wide-prop': { level: 'off' } },
      own: 1,
      accepted: [{ ...drilled, reason: 'on purpose' }],
    });
    await ask(`/api/projects/${id}/accepted/withdraw`, JSON_BODY, 'POST', JSON.stringify({ findings: [drilled] }));
    expect(JSON.parse(readFileSync(config(), 'utf8'))).toMatchObject({ accepted: [] });
    rmSync(config());
  });

  test('a finding that the file accepts is listed beside the others, and can be taken back', async () => {
    const surveyed = async (): Promise<unknown> => {
      await idle(id);
      return JSON.parse((await ask(`/api/projects/${id}/survey`)).text) as unknown;
    };
    const source = path.join(project, 'src/App.jsx');
    const before = readFileSync(source, 'utf8');
    writeFileSync(source, before.replace('<b>{units}</b>', '<b />'));
    const unused = { rule: 'unused-prop', component: 'Tray', name: 'units', file: 'src/App.jsx' };
    const body = JSON.stringify({ findings: [unused], reason: 'for later', inFile: true });
    await ask(`/api/projects/${id}/accepted`, JSON_BODY, 'PUT', body);
    expect(await surveyed()).toMatchObject({ findings: [], accepted: [{ ...unused, reason: 'for later' }] });
    const withdraw = () =>
      ask(`/api/projects/${id}/accepted/withdraw`, JSON_BODY, 'POST', JSON.stringify({ findings: [unused] }));
    expect((await withdraw()).status).toBe(200);
    expect(await surveyed()).toMatchObject({ findings: [unused] });
    writeFileSync(config(), '{ "accepted": [{ "rule": "unused-prop", "reason": "not of interest" }] }');
    const refused = await withdraw();
    expect(refused.status).toBe(400);
    expect(refused.text).toContain('One entry of vectura.config.json accepts more than this');
    rmSync(config());
    writeFileSync(source, before);
    await ask(`/api/projects/${id}/survey`, {}, 'POST');
    await idle(id);
  });

  test('a configuration that is not understood is left alone', async () => {
    writeFileSync(config(), '{ "accepted": 3 }');
    const answer = await accept({ reason: 'on purpose', inFile: true });
    expect(answer.status).toBe(400);
    expect(answer.text).toContain('was left unchanged');
    expect(readFileSync(config(), 'utf8')).toBe('{ "accepted": 3 }');
    rmSync(config());
  });
});

test('how findings went over surveys, and how far values are carried', async () => {
  const history = JSON.parse((await ask(`/api/projects/${id}/history`)).text) as {
    components: number;
    byRule: object;
  }[];
  expect(history[0]).toMatchObject({ components: 2, byRule: {} });
  const lengths = JSON.parse((await ask(`/api/projects/${id}/hops`)).text) as { hops: number[] };
  expect(lengths.hops).toEqual([0, 1]);
});

test('why a value does not get to a component', async () => {
  const answer = await ask(`/api/projects/${id}/why?value=App.units&to=Tray`);
  expect(JSON.parse(answer.text)).toMatchObject({ verdict: 'arrives', says: 'units does reach Tray, in 1 hop.' });
  expect((await ask(`/api/projects/${id}/why?value=App.units&to=Trey`)).text).toContain('Near: Tray');
});
