import { execFileSync } from 'node:child_process';
import {
  chmodSync,
  lstatSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { closeFolder, keepPrivate, makePrivateFolder, readRegularFile, replaceFile } from './ownFiles';

let folder = '';
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'vectura-files-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

test('a file is read, a pipe, a device and a folder are not', () => {
  const file = path.join(folder, 'a.txt');
  writeFileSync(file, 'shade');
  symlinkSync(file, path.join(folder, 'link.txt'));
  const pipe = path.join(folder, 'pipe');
  execFileSync('mkfifo', [pipe]);
  expect(readRegularFile(file).toString()).toBe('shade');
  expect(readRegularFile(path.join(folder, 'link.txt')).toString()).toBe('shade');
  for (const none of [pipe, '/dev/zero', folder]) expect(() => readRegularFile(none)).toThrow('is not a file');
});

test('what is kept is for its owner alone', () => {
  const inside = path.join(folder, 'data/run');
  mkdirSync(path.dirname(inside), { mode: 0o755 });
  mkdirSync(inside, { mode: 0o755 });
  makePrivateFolder(path.dirname(inside));
  closeFolder(inside);
  makePrivateFolder(path.join(folder, 'a/b/c'));
  expect(statSync(path.join(folder, 'a/b')).mode & 0o777).toBe(0o700);
  // A folder that the user has named stays as it is.
  expect(statSync(path.dirname(inside)).mode & 0o777).toBe(0o755);
  const file = path.join(inside, 'key');
  writeFileSync(file, 'open', { mode: 0o644 });
  keepPrivate(file);
  expect(statSync(inside).mode & 0o777).toBe(0o700);
  expect(statSync(file).mode & 0o777).toBe(0o600);
  expect(readFileSync(file, 'utf8')).toBe('open');
});

describe('a file is replaced', () => {
  test('as a whole, with the rights it had, leaving nothing beside it', async () => {
    const file = path.join(folder, 'a.json');
    writeFileSync(file, 'old');
    chmodSync(file, 0o664);
    await replaceFile(file, 'new');
    expect(readFileSync(file, 'utf8')).toBe('new');
    expect(statSync(file).mode & 0o777).toBe(0o664);
    expect(readdirSync(folder)).toEqual(['a.json']);
  });

  test('through a link, which stays one', async () => {
    writeFileSync(path.join(folder, 'real.json'), 'old');
    symlinkSync('real.json', path.join(folder, 'a.json'));
    await replaceFile(path.join(folder, 'a.json'), 'new');
    expect(lstatSync(path.join(folder, 'a.json')).isSymbolicLink()).toBe(true);
    expect(readFileSync(path.join(folder, 'real.json'), 'utf8')).toBe('new');
  });

  test('not through a link that leads nowhere', async () => {
    symlinkSync(path.join(folder, 'elsewhere.json'), path.join(folder, 'a.json'));
    await expect(replaceFile(path.join(folder, 'a.json'), 'new')).rejects.toThrow('link to a file that does not exist');
    expect(readdirSync(folder)).toEqual(['a.json']);
  });
});
