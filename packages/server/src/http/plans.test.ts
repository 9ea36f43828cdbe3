import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { DeskUnderTest } from '../testing/desk';

const APP = `import { useState } from 'react';
export function App() {
  const [units] = useState('c');
  return <Tray units={units} />;
}
function Tray({ units }) {
  return <Gauge units={units} spare="x" />;
}
function Gauge({ units, spare }) {
  return <b>{units}</b>;
}
`;

let desk: DeskUnderTest;
const file = (): string => path.join(desk.project, 'src/App.jsx');

beforeAll(async () => {
  desk = await DeskUnderTest.start((_home, project) => writeFileSync(path.join(project, 'src/App.jsx'), APP));
  await desk.idle(desk.id);
}, 120_000);
afterAll(() => desk.close());

const get = async (target: string): Promise<Record<string, unknown>> =>
  JSON.parse((await desk.ask(`/api/projects/${desk.id}/${target}`)).text) as Record<string, unknown>;
const send = (method: string, body?: object): ReturnType<DeskUnderTest['ask']> =>
  desk.ask(
    `/api/projects/${desk.id}/applied`,
    body ? { 'Content-Type': 'application/json' } : {},
    method,
    body && JSON.stringify(body),
  );

test('the ways that are carried out by edits are told with the files and lines they touch', async () => {
  const edits = (await get('homes/edits?value=App.units')) as unknown as { way: string }[];
  const { plan } = (await get('plan?value=App.units&way=context')) as { plan: { files: unknown[]; complete: boolean } };
  expect(edits.find(({ way }) => way === 'context')).toEqual({
    way: 'context',
    files: plan.files.length,
    lines: expect.any(Number),
    imports: { added: 2, upwards: 0 },
    complete: plan.complete,
  });
  expect(edits.map(({ way }) => way)).not.toContain('keep');
});

test('values are judged together, two at least', async () => {
  expect(await get('homes/together?value=App.units&value=App.units')).toMatchObject({
    format: 'vectura.together',
    values: [{ name: 'units', home: 'App' }, { name: 'units' }],
    advice: expect.any(String),
  });
  expect(await get('homes/together?value=App.units')).toEqual({
    error: expect.stringContaining('Two values at least'),
  });
});

test('a plan has steps, diffs and proof', async () => {
  expect(await get('plan?value=App.units&way=context')).toMatchObject({
    plan: {
      way: 'context',
      complete: true,
      files: [
        {
          path: 'src/App.jsx',
          change: 'edit',
          diff: expect.stringContaining('+  const units = useContext(UnitsContext);'),
        },
        { path: 'src/units.js', change: 'add' },
      ],
      proof: { readers: ['Gauge'], relaysGone: ['Tray'], newFindings: [] },
    },
  });
});

test('several components may be wanted', async () => {
  expect(await get('homes?value=App.units&also=Tray&also=Gauge')).toMatchObject({ wanted: ['Tray', 'Gauge'] });
});

test('a way that is not possible, and an unknown one', async () => {
  const answer = await desk.ask(`/api/projects/${desk.id}/plan?value=App.units&way=up`);
  expect(answer).toMatchObject({ status: 404, text: expect.stringContaining('is no way for App.units') });
  expect((await desk.ask(`/api/projects/${desk.id}/plan?value=App.units&way=sideways`)).status).toBe(400);
});

test('a finding is mended, and all of its rule', async () => {
  const mends = { document: { mends: [{ finding: { name: 'spare' }, proof: { gone: true } }], left: [] } };
  expect(await get('mend?rule=unused-prop&file=src%2FApp.jsx&line=9&name=spare')).toMatchObject(mends);
  expect(await get('mend?rule=unused-prop')).toMatchObject({ ...mends, patch: [{ path: 'src/App.jsx' }] });
});

test('edits are written on request, told, and taken back to the byte', async () => {
  expect(await get('applied')).toEqual({ last: null });
  const written = await send('POST', { mend: { rule: 'unused-prop' } });
  expect(JSON.parse(written.text)).toMatchObject({ last: { says: 'unused-prop', files: ['src/App.jsx'] } });
  expect(readFileSync(file(), 'utf8')).toContain('function Gauge({ units }) {');
  expect(await get('applied')).toMatchObject({ last: { files: ['src/App.jsx'] } });
  expect((await send('DELETE')).status).toBe(200);
  expect(readFileSync(file(), 'utf8')).toBe(APP);
  expect(await get('applied')).toEqual({ last: null });
  expect(await send('DELETE')).toMatchObject({ status: 400, text: expect.stringContaining('nothing to take back') });
  await desk.idle(desk.id);
});

test('a file that changed since it was surveyed is not planned for, and nothing is written', async () => {
  await desk.idle(desk.id);
  writeFileSync(file(), `${APP}// mine\n`);
  const answer = await send('POST', { plan: { value: 'App.units', way: 'context' } });
  expect(answer).toMatchObject({ status: 409, text: expect.stringContaining('has changed since it was surveyed') });
  expect(readFileSync(file(), 'utf8')).toBe(`${APP}// mine\n`);
});

test('a decision is kept with its reason, told with what the survey says of it, and dropped', async () => {
  const keep = (body: object): ReturnType<DeskUnderTest['ask']> =>
    desk.ask(
      `/api/projects/${desk.id}/decisions`,
      { 'Content-Type': 'application/json' },
      'POST',
      JSON.stringify(body),
    );
  const told = async (): Promise<{ at: string; state: string }[]> =>
    JSON.parse((await desk.ask(`/api/projects/${desk.id}/decisions`)).text) as { at: string; state: string }[];
  const kept = await keep({ value: 'App.units', way: 'store', reason: 'Two pages show it.' });
  expect(JSON.parse(kept.text)).toMatchObject({ name: 'units', way: 'store', to: null });
  const all = await told();
  expect(all).toMatchObject([{ reason: 'Two pages show it.', state: 'open' }]);
  expect((await keep({ value: 'App.units', way: 'up', reason: 'No.' })).status).toBe(400);
  expect((await keep({ value: 'App.units', way: 'store', reason: ' ' })).status).toBe(400);
  const at = encodeURIComponent(all[0]?.at ?? '');
  expect((await desk.ask(`/api/projects/${desk.id}/decisions?at=${at}`, {}, 'DELETE')).status).toBe(200);
  expect(await told()).toEqual([]);
});
