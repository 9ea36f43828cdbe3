import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import yazl from 'yazl';
import { Uploads } from './uploads';

let folder = '';
let uploads: Uploads;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'vectura-uploads-'));
  uploads = new Uploads(folder, () => undefined);
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

function archive(): Readable {
  const zip = new yazl.ZipFile();
  zip.addBuffer(Buffer.from('x'), 'src/App.jsx');
  zip.end();
  return Readable.from(zip.outputStream);
}

test('an archive is unpacked, kept, and removed once its project is forgotten', async () => {
  const { id, root } = await uploads.add(archive(), async (id, root) => ({ id, root }));
  expect(root).toBe(path.join(folder, id, 'src'));
  expect(readdirSync(folder)).toEqual([id]);
  await uploads.remove(id, async () => undefined);
  await uploads.settled();
  expect(readdirSync(folder)).toEqual([]);
});

test('where the project cannot be kept, neither is what was unpacked', async () => {
  const failing = uploads.add(archive(), async () => {
    throw new Error('The disk is full.');
  });
  await expect(failing).rejects.toThrow('The disk is full.');
  await uploads.settled();
  expect(readdirSync(folder)).toEqual([]);
});

test('what a process that was killed left half-way is removed, and nothing else', async () => {
  const gone = spawnSync(process.execPath, ['-e', '']).pid;
  const lay = (name: string, lease?: number): void => {
    mkdirSync(path.join(folder, name));
    if (lease !== undefined) writeFileSync(path.join(folder, `${name}.lease`), String(lease));
  };
  lay('half', gone);
  lay('kept', gone);
  lay('coming', process.pid);
  lay('unknown');
  lay('begun');
  writeFileSync(path.join(folder, 'begun.lease'), '');
  await uploads.tidy(async (id) => id === 'kept');
  await uploads.settled();
  expect(readdirSync(folder).sort()).toEqual(['begun', 'begun.lease', 'coming', 'coming.lease', 'kept', 'unknown']);
});
