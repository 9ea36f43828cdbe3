import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { readFile } from '@vectura/core';
import { openFacts } from './database';
import { FactsFile } from './factsFile';
import { seal, unseal } from './seal';

let folder = '';
let file = '';
const said: string[] = [];
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'vectura-facts-'));
  file = path.join(folder, 'facts.sqlite');
  said.length = 0;
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const open = (): Promise<FactsFile> => FactsFile.open(file, (sentence) => said.push(sentence));
const entry = {
  key: 'a',
  facts: readFile({ path: 'a.js', text: 'export const a = 1;', hash: 'h', bytes: 19 }),
  packed: null,
};

async function keeps(facts: FactsFile): Promise<boolean> {
  facts.put([entry]);
  await facts.flush();
  return (await facts.get(['a'])).has('a');
}

test('what was put is there again, for its owner alone', async () => {
  const first = await open();
  expect(await keeps(first)).toBe(true);
  await first.close();
  const second = await open();
  expect([...(await second.get(['a', 'b'])).keys()]).toEqual(['a']);
  expect(statSync(file).mode & 0o777).toBe(0o600);
  expect(said).toEqual([]);
  await second.close();
});

test.each([
  ['is no database', () => writeFileSync(file, 'not a database, but text '.repeat(100))],
  [
    'was written by a newer version',
    async () => {
      const source = await openFacts(file);
      await source.query(`INSERT INTO migrations (timestamp, name) VALUES (1, 'Later1900000000001')`);
      await source.destroy();
    },
  ],
])('a file that %s is set aside, and a new one takes its place', async (_name, spoil) => {
  await spoil();
  const before = readFileSync(file);
  const facts = await open();
  expect(await keeps(facts)).toBe(true);
  expect(said).toEqual([expect.stringContaining(`is now ${file}.set-aside`)]);
  expect(readFileSync(`${file}.set-aside`)).toEqual(before);
  await facts.close();
});

test('a file that breaks while it is used costs the rest of the run and nothing else', async () => {
  const facts = await open();
  expect(await keeps(facts)).toBe(true);
  await facts.close();
  const bytes = readFileSync(file);
  writeFileSync(file, Buffer.concat([bytes.subarray(0, 4096), Buffer.alloc(bytes.length - 4096, 7)]));
  const broken = await open();
  expect(await broken.get(['a'])).toEqual(new Map());
  expect(await broken.answer('x')).toBeNull();
  await broken.close();
  expect(said).toHaveLength(1);
  expect(existsSync(`${file}.set-aside`)).toBe(true);
});

test('where there can be no file, there is none', async () => {
  writeFileSync(path.join(folder, 'data'), 'a file where a folder should be');
  file = path.join(folder, 'data/facts.sqlite');
  const facts = await open();
  expect(await keeps(facts)).toBe(false);
  expect(said).toEqual([expect.stringContaining('every file is read again')]);
  await facts.close();
});

test('what was changed on the disk is not taken for what was written', async () => {
  expect(unseal(seal('vents: open'))).toBe('vents: open');
  expect(unseal(seal('vents: open').replace('open', 'shut'))).toBeNull();
  expect(unseal('vents')).toBeNull();
  const facts = await open();
  await keeps(facts);
  await facts.close();
  const source = await openFacts(file);
  await source.query(`UPDATE facts SET facts = replace(facts, 'a.js', 'b.js')`);
  await source.destroy();
  const again = await open();
  expect((await again.get(['a'])).size).toBe(0);
  await again.close();
});

test('another process that is writing is waited for, while this one goes on', async () => {
  const facts = await open();
  const other = await openFacts(file);
  await other.query('BEGIN IMMEDIATE');
  // Nobody would end it if waiting kept this thread busy.
  const ended = new Promise((resolve) => setTimeout(() => resolve(other.query('ROLLBACK')), 300));
  expect(await keeps(facts)).toBe(true);
  await ended;
  expect(said).toEqual([]);
  await other.destroy();
  await facts.close();
});
