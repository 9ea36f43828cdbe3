/** Unpacking an uploaded `.zip`: names, numbers, sizes and links are checked before anything is written. */
import { createWriteStream, promises as fs } from 'node:fs';
import path from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { crc32 } from 'node:zlib';
import yauzl from 'yauzl';
import { HttpError } from './errors';

export interface ArchiveLimits {
  archiveBytes: number;
  totalBytes: number;
  entries: number;
  /** Folders, those included that are only named in the paths of files. */
  folders: number;
  /** Folders inside one another. */
  depth: number;
  /** How many times larger than its packed size a file, or all of them together, may become. */
  ratio: number;
}

export const LIMITS: ArchiveLimits = {
  archiveBytes: 200e6,
  totalBytes: 600e6,
  entries: 30_000,
  folders: 15_000,
  depth: 60,
  ratio: 250,
};

/** Less than this may have any ratio: a few lines of blanks pack very well. */
const RATIO_FROM = 1e6;
const LINK = 0xa000;
const KIND = 0xf000;

/** Writes an upload to a file, refusing one that is too large. */
export async function receive(body: Readable, file: string, limits = LIMITS): Promise<void> {
  const written = createWriteStream(file, { mode: 0o600, flags: 'wx' });
  await pipeline(body, limiter(limits.archiveBytes, 'The archive is too large.'), written);
}

function limiter(most: number, message: string): Transform {
  let seen = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      seen += chunk.length;
      if (seen > most) done(new HttpError(413, message));
      else done(null, chunk);
    },
  });
}

/**
 * Unpacks an archive into `into` and returns the folder its sources are in (its one top folder, where it has just one).
 * A hostile or broken archive is refused as a whole, by what it says of itself where that is enough: then nothing has been written.
 */
export async function unpack(file: string, into: string, limits = LIMITS): Promise<string> {
  let zip: yauzl.ZipFile | null = null;
  try {
    zip = await yauzl.openPromise(file, { strictFileNames: true, validateEntrySizes: true, autoClose: false });
    if (zip.entryCount > limits.entries) throw new HttpError(413, 'The archive has too many entries.');
    const entries: yauzl.Entry[] = [];
    for await (const entry of zip.eachEntry()) entries.push(entry);
    const folders = refuseBad(entries, into, limits);
    for (const folder of folders) await fs.mkdir(folder, { recursive: true });
    const files = entries.filter((entry) => !isFolder(entry));
    for (let i = 0; i < files.length; i += AT_ONCE) await writeAll(zip, files.slice(i, i + AT_ONCE), into);
  } catch (error) {
    await fs.rm(into, { recursive: true, force: true });
    if (error instanceof HttpError) throw error;
    const reason = error instanceof Error ? error.message : String(error);
    throw new HttpError(400, `The archive was refused: ${reason}.`);
  } finally {
    zip?.close();
  }
  const entries = await fs.readdir(into, { withFileTypes: true });
  const [only] = entries;
  return entries.length === 1 && only?.isDirectory() ? path.join(into, only.name) : into;
}

/** How many files are written at a time. */
const AT_ONCE = 16;

async function writeAll(zip: yauzl.ZipFile, entries: readonly yauzl.Entry[], into: string): Promise<void> {
  const written = await Promise.allSettled(entries.map((entry) => writeEntry(zip, entry, into)));
  // All have ended by now, so that nothing is written any more where the archive is refused.
  for (const one of written) if (one.status === 'rejected') throw one.reason;
}

const isFolder = (entry: yauzl.Entry): boolean => entry.fileName.endsWith('/');

/** Throws where something is wrong with an archive; returns all folders it needs, each after the one it is in. */
function refuseBad(entries: readonly yauzl.Entry[], into: string, limits: ArchiveLimits): Set<string> {
  const folders = new Set([into]);
  let [packed, total] = [0, 0];
  for (const entry of entries) {
    const target = path.resolve(into, entry.fileName);
    if (target !== into && !target.startsWith(into + path.sep))
      throw refusal(entry, 'would leave the folder it is unpacked into');
    if (((entry.externalFileAttributes >>> 16) & KIND) === LINK) throw refusal(entry, 'is a link');
    packed += entry.compressedSize;
    total += entry.uncompressedSize;
    if (total > limits.totalBytes) throw new HttpError(413, 'The archive was refused: it would be too large unpacked.');
    if (isTooTight(entry.uncompressedSize, entry.compressedSize, limits))
      throw refusal(entry, 'expands suspiciously far');
    const inside = path.relative(into, isFolder(entry) ? target : path.dirname(target)).split(path.sep);
    if (inside.length > limits.depth) throw refusal(entry, `lies in more than ${limits.depth} folders`);
    for (let folder = into, i = 0; i < inside.length; i++) folders.add((folder = path.join(folder, inside[i] ?? '')));
    if (folders.size > limits.folders) throw new HttpError(413, 'The archive has too many folders.');
  }
  if (isTooTight(total, packed, limits))
    throw new HttpError(400, 'The archive was refused: it expands suspiciously far.');
  refuseOverlap(entries);
  return folders;
}

/** Throws where two entries share bytes of the archive: unpacked, the same bytes would count many times. */
function refuseOverlap(entries: readonly yauzl.Entry[]): void {
  let end = 0;
  for (const entry of [...entries].sort((a, b) => a.relativeOffsetOfLocalHeader - b.relativeOffsetOfLocalHeader)) {
    if (entry.relativeOffsetOfLocalHeader < end) throw refusal(entry, 'shares its bytes with another');
    end = entry.relativeOffsetOfLocalHeader + HEADER_BYTES + entry.compressedSize;
  }
}

/** What stands before an entry's bytes at the least, its name not counted. */
const HEADER_BYTES = 30;

function isTooTight(unpacked: number, packed: number, { ratio }: ArchiveLimits): boolean {
  return unpacked > RATIO_FROM && unpacked > packed * ratio;
}

const SHOWN = 80;

function refusal(entry: yauzl.Entry, why: string): HttpError {
  const name = entry.fileName.length > SHOWN ? `${entry.fileName.slice(0, SHOWN)}…` : entry.fileName;
  return new HttpError(400, `The archive was refused: its entry ${name} ${why}.`);
}

async function writeEntry(zip: yauzl.ZipFile, entry: yauzl.Entry, into: string): Promise<void> {
  let sum = 0;
  const check = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      sum = crc32(chunk, sum);
      done(null, chunk);
    },
  });
  // Two entries of one name are one too many, so what is there already is not written over.
  const file = createWriteStream(path.join(into, entry.fileName), { mode: 0o600, flags: 'wx' });
  await pipeline(await zip.openReadStreamPromise(entry), check, file);
  if (sum !== entry.crc32) throw refusal(entry, 'is damaged');
}
