import { createWriteStream, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import yazl from 'yazl';
import { LIMITS, unpack } from './archive';

let folder = '';
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'vectura-zip-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

async function archive(entries: Record<string, string | Buffer>, mode = 0o100644): Promise<string> {
  const zip = new yazl.ZipFile();
  for (const [name, content] of Object.entries(entries)) zip.addBuffer(Buffer.from(content), name, { mode });
  zip.end();
  const file = path.join(folder, 'a.zip');
  await pipeline(zip.outputStream, createWriteStream(file));
  return file;
}

const into = (): string => path.join(folder, 'out');

test('unpacks, and finds the one folder everything is in', async () => {
  const root = await unpack(await archive({ 'desk/src/App.jsx': 'x', 'desk/package.json': '{}' }), into());
  expect(root).toBe(path.join(into(), 'desk'));
  expect(readFileSync(path.join(root, 'src/App.jsx'), 'utf8')).toBe('x');
});

/** An archive with an entry renamed after it was made, to a name of the same length that no packer would write. */
async function renamed(from: string, to: string): Promise<string> {
  const file = await archive({ [from]: 'x' });
  const bytes = readFileSync(file, 'latin1').replaceAll(from, to);
  writeFileSync(file, bytes, 'latin1');
  return file;
}

test.each([
  ['leaves its folder', 'aa/evil.jsx', '../evil.jsx'],
  ['is absolute', 'tmp-evil.jsx', '/tmp/evi.jsx'],
  ['has backslashes', 'a-b-evil.jsx', '..\\evil-.jsx'],
])('an entry that %s refuses the archive', async (_name, from, to) => {
  await expect(unpack(await renamed(from, to), into())).rejects.toThrow('The archive was refused');
  expect(existsSync(into())).toBe(false);
  expect(existsSync(path.join(folder, 'evil.jsx'))).toBe(false);
});

test('a link refuses the archive', async () => {
  await expect(unpack(await archive({ 'src/link': '/etc/passwd' }, 0o120777), into())).rejects.toThrow('is a link');
});

test('what unpacks to far more than it is, or to too much, is refused', async () => {
  const bomb = await archive({ 'a.js': Buffer.alloc(3_000_000) });
  await expect(unpack(bomb, into())).rejects.toThrow('packed suspiciously tightly');
  await expect(unpack(bomb, into(), { ...LIMITS, totalBytes: 1000 })).rejects.toThrow('too large unpacked');
});

test('a broken archive is refused in words', async () => {
  const file = path.join(folder, 'b.zip');
  writeFileSync(file, 'not an archive');
  await expect(unpack(file, into())).rejects.toThrow('The archive was refused');
});
