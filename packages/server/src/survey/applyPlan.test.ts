import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync, existsSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { ChangedFile } from '@vectura/core';
import { applyPlan, takeBack } from './applyPlan';

const sha = (text: string): string => createHash('sha256').update(text).digest('hex');

function project(): { root: string; files: ChangedFile[]; read(file: string): string } {
  const root = mkdtempSync(path.join(os.tmpdir(), 'vectura-apply-'));
  mkdirSync(path.join(root, 'src'));
  writeFileSync(path.join(root, 'src/a.js'), 'one\r\ntwo\r\n');
  const files: ChangedFile[] = [
    {
      path: 'src/a.js',
      change: 'edit',
      diff: '--- a/src/a.js\n+++ b/src/a.js\n@@ -1,2 +1,2 @@\n one\r\n-two\r\n+deux\r\n',
      hash: sha('one\r\ntwo\r\n'),
    },
    { path: 'src/b.js', change: 'add', diff: '--- /dev/null\n+++ b/src/b.js\n@@ -0,0 +1,1 @@\n+new\n', hash: null },
  ];
  return { root, files, read: (file) => readFileSync(path.join(root, file), 'utf8') };
}

test('all files are written, and taken back to the byte', async () => {
  const { root, files, read } = project();
  const applied = await applyPlan(root, 'a context', files);
  expect([read('src/a.js'), read('src/b.js')]).toEqual(['one\r\ndeux\r\n', 'new\n']);
  await takeBack(root, applied);
  expect(read('src/a.js')).toBe('one\r\ntwo\r\n');
  expect(existsSync(path.join(root, 'src/b.js'))).toBe(false);
});

test('a file that changed meanwhile: nothing is written at all', async () => {
  const { root, files, read } = project();
  writeFileSync(path.join(root, 'src/a.js'), 'mine\r\n');
  await expect(applyPlan(root, '', [...files].reverse())).rejects.toThrow(
    'Nothing was changed: src/a.js has changed since the plan was made. Plan again.',
  );
  expect(read('src/a.js')).toBe('mine\r\n');
  expect(existsSync(path.join(root, 'src/b.js'))).toBe(false);
});

test('a new file that is there by now is not written over', async () => {
  const { root, files, read } = project();
  writeFileSync(path.join(root, 'src/b.js'), 'mine');
  await expect(applyPlan(root, '', files)).rejects.toThrow('there is a src/b.js by now');
  expect([read('src/a.js'), read('src/b.js')]).toEqual(['one\r\ntwo\r\n', 'mine']);
});

test('where a file cannot be written, those written before are as they were', async () => {
  const { root, files, read } = project();
  const late: ChangedFile = { path: 'gone/c.js', change: 'add', diff: files[1]?.diff ?? '', hash: null };
  await expect(applyPlan(root, '', [...files, late])).rejects.toThrow('Nothing was changed');
  expect(read('src/a.js')).toBe('one\r\ntwo\r\n');
  expect(existsSync(path.join(root, 'src/b.js'))).toBe(false);
});

test('what was edited after it is not taken back', async () => {
  const { root, files, read } = project();
  const applied = await applyPlan(root, '', files);
  writeFileSync(path.join(root, 'src/b.js'), 'mine');
  await expect(takeBack(root, applied)).rejects.toThrow('src/b.js was changed since');
  expect(read('src/a.js')).toBe('one\r\ndeux\r\n');
});

test('a path outside the folder is refused', async () => {
  const { root, files } = project();
  const outside: ChangedFile = { path: '../x.js', change: 'add', diff: files[1]?.diff ?? '', hash: null };
  await expect(applyPlan(root, '', [outside])).rejects.toThrow('outside the project');
});
