import { existsSync, mkdirSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { backupOf, openDatabase } from './database';
import { ProjectStore } from './projects';

let folder = '';
let file = '';
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'vectura-base-'));
  file = path.join(folder, 'home/vectura.sqlite');
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

test('the database and its folder are for their owner alone', async () => {
  const source = await openDatabase(file);
  await new ProjectStore(source).add('/desk', 'folder', 'desk');
  expect(statSync(path.dirname(file)).mode & 0o777).toBe(0o700);
  for (const part of ['', '-wal', '-shm']) expect(statSync(`${file}${part}`).mode & 0o777).toBe(0o600);
  await source.destroy();
});

test('before its tables change, a copy is made', async () => {
  const before = await openDatabase(file);
  await new ProjectStore(before).add('/desk', 'folder', 'desk');
  // As the version before left it.
  await before.query('DROP TABLE accepted');
  await before.query(`ALTER TABLE survey DROP COLUMN by_rule`);
  await before.query(`DELETE FROM migrations WHERE name LIKE 'Accepted%'`);
  await before.destroy();
  expect(existsSync(backupOf(file))).toBe(false);

  const after = await openDatabase(file);
  expect(await new ProjectStore(after).list()).toMatchObject([{ root: '/desk' }]);
  await after.destroy();
  rmSync(file);
  const copy = await openDatabase(backupOf(file));
  expect(await new ProjectStore(copy).list()).toMatchObject([{ root: '/desk' }]);
  await copy.destroy();
});

test.each([
  ['is no database', () => writeFileSync(file, 'no database '.repeat(200)), 'It is damaged. Move it away'],
  ['is a folder', () => mkdirSync(file), 'Something else is in its place'],
])('one that %s is told by its name, with what to do', async (_name, spoil, says) => {
  mkdirSync(path.dirname(file));
  spoil();
  await expect(openDatabase(file)).rejects.toThrow(
    expect.objectContaining({
      message: expect.stringMatching(new RegExp(`^${file} cannot be used\\. ${says}.*VECTURA_HOME`)),
    }),
  );
});

test('one of a newer version is left as it is', async () => {
  const source = await openDatabase(file);
  await source.query(`INSERT INTO migrations (timestamp, name) VALUES (1, 'Later1900000000001')`);
  await source.destroy();
  await expect(openDatabase(file)).rejects.toThrow('was written by a newer version');
});
