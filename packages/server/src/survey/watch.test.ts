import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { Beacon, watch } from './watch';
import { surveyFolder } from './surveyFolder';

test('a thread that stays at a file is noticed, by the name of the file', async () => {
  const beacon = new Beacon();
  // What `at` does, in a thread that then never comes back.
  const busy = new Worker(
    `const { workerData } = require('node:worker_threads');
     const bytes = new TextEncoder().encode('src/Wände.ts');
     new Uint8Array(workerData, 8).set(bytes);
     const head = new Int32Array(workerData, 0, 2);
     head[1] = bytes.length;
     Atomics.add(head, 0, 1);
     for (;;) {}`,
    { eval: true, workerData: beacon.shared },
  );
  await new Promise((resolve) => busy.once('online', resolve));
  const stuck = await new Promise<string>((resolve) => watch(beacon, resolve, 100, 20));
  await busy.terminate();
  expect(stuck).toBe('src/Wände.ts');
});

test('one that goes on, or has nothing to do, is not', async () => {
  const beacon = new Beacon();
  const stuck = jest.fn();
  const end = watch(beacon, stuck, 60, 10);
  for (let i = 0; i < 10; i++) {
    expect(beacon.at(`src/${i}.ts`, () => beacon.file)).toBe(`src/${i}.ts`);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  expect(() =>
    beacon.at('src/Bad.ts', () => {
      throw new Error('bad');
    }),
  ).toThrow('bad');
  expect(beacon.count).toBe(22);
  end();
  expect(stuck).not.toHaveBeenCalled();
});

test('a file that took too long is left out and told, and the rest is answered', async () => {
  const root = mkdtempSync(path.join(tmpdir(), 'vectura-watch-'));
  writeFileSync(path.join(root, 'Long.ts'), `const x = ${'<T>('.repeat(3000)}`);
  writeFileSync(path.join(root, 'App.jsx'), `export const App = ({ units }) => <b>{units}</b>;`);
  const document = (await surveyFolder(root, { tooLong: new Set(['Long.ts']) })).document();
  expect(document.files[1]?.problems).toMatchObject([{ message: expect.stringContaining('took more than 10 s') }]);
  expect(document.components).toMatchObject([{ name: 'App' }]);
  rmSync(root, { recursive: true });
});
