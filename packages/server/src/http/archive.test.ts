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
  await expect(unpack(bomb, into())).rejects.toThrow('expands suspiciously far');
  await expect(unpack(bomb, into(), { ...LIMITS, totalBytes: 1000 })).rejects.toThrow('too large unpacked');
});

test('a broken archive is refused in words', async () => {
  const file = path.join(folder, 'b.zip');
  writeFileSync(file, 'not an archive');
  await expect(unpack(file, into())).rejects.toThrow('The archive was refused');
});

test('many folders are refused before the first is made, by whatever their files are called', async () => {
  const deep = Array.from({ length: 40 }, (_, i) => `f${i}`).join('/');
  const names = (size: number): Record<string, string> =>
    Object.fromEntries(Array.from({ length: size }, (_, i) => [`d${i}/${deep}/a.js`, '']));
  await expect(unpack(await archive(names(400)), into())).rejects.toThrow('too many folders');
  expect(existsSync(into())).toBe(false);
  await expect(unpack(await archive({ [`${deep}/${deep}/a.js`]: '' }), into())).rejects.toThrow('more than 60 folders');
});

test('files that are packed well each may not be packed too well together', async () => {
  const small = Object.fromEntries(Array.from({ length: 12 }, (_, i) => [`a${i}.js`, Buffer.alloc(900_000)]));
  await expect(unpack(await archive(small), into())).rejects.toThrow('it expands suspiciously far');
});

test('bytes that count for two entries, and bytes that were changed, are refused', async () => {
  const file = await archive({ 'a.js': 'vents('.repeat(5), 'b.js': 'shade('.repeat(5) });
  const bytes = readFileSync(file);
  const second = bytes.lastIndexOf('b.js') - 46;
  const overlapping = Buffer.from(bytes);
  // Where the second entry begins, by the list at the end.
  overlapping.writeUInt32LE(0, second + 42);
  writeFileSync(file, overlapping);
  await expect(unpack(file, into())).rejects.toThrow('shares its bytes with another');
  const damaged = Buffer.from(bytes);
  damaged.writeUInt32LE(1234, second + 16);
  writeFileSync(file, damaged);
  await expect(unpack(file, into())).rejects.toThrow('is damaged');
  expect(existsSync(into())).toBe(false);
});
