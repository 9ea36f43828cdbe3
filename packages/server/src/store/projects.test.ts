import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { DataSource } from 'typeorm';
import { openDatabase } from './database';
import { ProjectStore } from './projects';

const folder = mkdtempSync(path.join(tmpdir(), 'vectura-store-'));
let source: DataSource;
let store: ProjectStore;

beforeAll(async () => {
  source = await openDatabase(path.join(folder, 'vectura.sqlite'));
  store = new ProjectStore(source);
});
afterAll(async () => {
  await source.destroy();
  rmSync(folder, { recursive: true });
});

const finish = (projectId: string, n: number): Promise<void> =>
  store.finish({
    projectId,
    finishedAt: new Date(2026, 0, n).toISOString(),
    took: n,
    files: n,
    components: n,
    cells: n,
    findings: n,
    byRule: JSON.stringify({ 'unused-prop': n }),
    document: `{"n":${n}}`,
  });

test('a folder is one project, however often it is added', async () => {
  const first = await store.add('/nursery/a', 'folder', 'a');
  const again = await store.add('/nursery/a', 'folder', 'another name');
  expect(again).toEqual(first);
  expect(await store.find(first.id)).toMatchObject({ root: '/nursery/a', name: 'a' });
  expect(await store.find('none')).toBeNull();
});

test('the last document is given, older surveys keep their figures alone', async () => {
  const { id } = await store.add('/nursery/b', 'folder', 'b');
  expect(await store.lastDocument(id)).toBeNull();
  for (const n of [1, 2, 3, 4]) await finish(id, n);
  expect(await store.lastDocument(id)).toBe('{"n":4}');
  expect((await store.history(id)).map(({ findings }) => findings)).toEqual([1, 2, 3, 4]);
  const rows: { document: string }[] = await source.query(
    'SELECT document FROM survey WHERE project_id = ? ORDER BY id',
    [id],
  );
  expect(rows.map(({ document }) => document)).toEqual(['', '', '{"n":3}', '{"n":4}']);
  expect((await store.list()).find((one) => one.id === id)?.last).toMatchObject({ took: 4 });
});

test('surveys of one project say nothing of another', async () => {
  const { id: one } = await store.add('/nursery/c', 'folder', 'c');
  const { id: other } = await store.add('/nursery/d', 'upload', 'd');
  await finish(one, 7);
  expect(await store.lastDocument(other)).toBeNull();
  expect(await store.history(other)).toEqual([]);
});

test('findings are accepted by what they are, and withdrawn by the same', async () => {
  const { id } = await store.add('/nursery/e', 'folder', 'e');
  const finding = { rule: 'unused-prop', component: 'Bed', name: 'soil', file: 'src/Bed.jsx' };
  const ofModule = { rule: 'unresolved', component: null, name: null, file: 'src/App.jsx' };
  await store.accept(id, [finding, ofModule], 'on purpose');
  await store.accept(id, [finding], 'for another reason');
  const reasons = (await store.accepted(id)).map(({ rule, component, name, reason }) => [
    rule,
    component,
    name,
    reason,
  ]);
  expect(reasons.sort()).toEqual([
    ['unresolved', null, null, 'on purpose'],
    ['unused-prop', 'Bed', 'soil', 'for another reason'],
  ]);
  await store.withdraw(id, [{ ...finding, name: 'another' }]);
  expect(await store.accepted(id)).toHaveLength(2);
  await store.withdraw(id, [finding, ofModule]);
  expect(await store.accepted(id)).toEqual([]);
});

test('settings are kept by project and name', async () => {
  const { id } = await store.add('/nursery/f', 'folder', 'f');
  expect(await store.setting(id, 'thumb')).toBeNull();
  await store.keepSetting(id, 'thumb', '1');
  await store.keepSetting(id, 'thumb', '2');
  await store.keepSetting(id, 'other', '3');
  expect(await store.setting(id, 'thumb')).toBe('2');
});

test('a project that is removed takes all of its own with it, and nothing else', async () => {
  const { id } = await store.add('/nursery/g', 'upload', 'g');
  const { id: stays } = await store.add('/nursery/h', 'folder', 'h');
  for (const one of [id, stays]) {
    await finish(one, 1);
    await store.keepSetting(one, 'thumb', '1');
    await store.accept(one, [{ rule: 'x', component: null, name: null, file: 'a' }], 'why');
  }
  await store.remove(id);
  for (const table of ['survey', 'setting', 'accepted']) {
    const rows: { n: number }[] = await source.query(`SELECT count(*) AS n FROM ${table} WHERE project_id = ?`, [id]);
    expect(rows[0]?.n).toBe(0);
  }
  expect(await store.lastDocument(stays)).toBe('{"n":1}');
  expect(await store.find(id)).toBeNull();
});

test('a name may change, the folder does not', async () => {
  const { id } = await store.add('/nursery/i', 'folder', 'i');
  await store.rename(id, 'Nursery');
  expect(await store.find(id)).toMatchObject({ name: 'Nursery', root: '/nursery/i' });
});
