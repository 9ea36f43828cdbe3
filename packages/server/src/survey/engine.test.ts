import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { FlowDocument } from '@vectura/core';
import { Engine } from './engine';
import { TOOK_TOO_LONG } from './watch';

let folder = '';
beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'vectura-engine-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** An engine whose thread does something of the test's own when it is asked to survey. */
function engineThat(does: string): Engine {
  const file = path.join(folder, `${Math.random()}.cjs`);
  writeFileSync(
    file,
    `const { parentPort } = require('node:worker_threads');
parentPort.on('message', ({ id, do: what }) => {
  if (what === 'survey') { ${does} }
  else parentPort.postMessage({ id, answer: null });
});`,
  );
  return new Engine({ root: folder, name: null, cacheFile: path.join(folder, 'facts.sqlite') }, file);
}

const survey = (engine: Engine): Promise<unknown> => engine.survey(() => undefined);

test('a survey that does not listen is ended by force, and another can be begun', async () => {
  const engine = engineThat('for (;;) {}');
  const ended = expect(survey(engine)).rejects.toMatchObject({ kind: 'cancelled' });
  await engine.cancel();
  await ended;
  expect(engine.surveyed).toBe(false);
  const again = expect(survey(engine)).rejects.toMatchObject({ kind: 'cancelled' });
  await engine.close();
  await again;
});

test('one that listens ends by itself and keeps what it knew', async () => {
  const engine = engineThat(`parentPort.postMessage({ id, answer: 'first' });`);
  await survey(engine);
  await engine.cancel();
  expect(engine.surveyed).toBe(true);
  await engine.close();
});

test('a survey that ends its thread is told, whatever ended it', async () => {
  const died = engineThat('process.exit(1);');
  await expect(survey(died)).rejects.toMatchObject({ kind: 'broken' });
  expect(died.surveyed).toBe(false);
  const threw = engineThat(`throw new Error('It met what it had not expected.');`);
  await expect(survey(threw)).rejects.toThrow('It met what it had not expected.');
});

test('what is nested deeply is read, and what would take for ever is left out and told', async () => {
  const root = path.join(folder, 'desk');
  mkdirSync(root);
  const deep = `${'<p>'.repeat(2500)}${'</p>'.repeat(2500)}`;
  writeFileSync(path.join(root, 'Deep.jsx'), `export const Deep = ({ units }) => <b title={units}>${deep}</b>;`);
  writeFileSync(path.join(root, 'Long.ts'), `const x = ${'<T>('.repeat(3000)}`);
  const engine = new Engine({ root, name: null, cacheFile: path.join(folder, 'facts.sqlite') });
  const { document } = await engine.survey(() => undefined);
  await engine.close();
  const { components, files } = JSON.parse(document) as FlowDocument;
  expect(components).toMatchObject([{ name: 'Deep' }]);
  expect(files).toMatchObject([{ problems: [] }, { problems: [{ message: TOOK_TOO_LONG }] }]);
}, 120_000);
