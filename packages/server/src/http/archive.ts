/** Unpacking an uploaded `.zip`: sizes, ratio, links and paths are checked before anything is kept. */
import { createWriteStream, promises as fs } from 'node:fs';
import path from 'node:path';
import type { Readable } from 'node:stream';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import yauzl from 'yauzl';
import { HttpError } from './errors';

export interface ArchiveLimits {
  archiveBytes: number;
  totalBytes: number;
  entries: number;
  /** How many times larger than its packed size a file may become. */
  ratio: number;
}

export const LIMITS: ArchiveLimits = { archiveBytes: 200e6, totalBytes: 600e6, entries: 60_000, ratio: 250 };

/** Files smaller than this may have any ratio: a few lines of blanks pack very well. */
const RATIO_FROM = 1e6;
const LINK = 0xa000;
const KIND = 0xf000;

/** Writes an upload to a file, refusing one that is too large. */
export async function receive(body: Readable, file: string, limits = LIMITS): Promise<void> {
  await fs.mkdir(path.dirname(file), { recursive: true });
  await pipeline(body, limiter(limits.archiveBytes, 'The archive is too large.'), createWriteStream(file));
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
 * A hostile or broken archive is refused as a whole and leaves nothing behind.
 */
export async function unpack(file: string, into: string, limits = LIMITS): Promise<string> {
  await fs.mkdir(into, { recursive: true });
  try {
    await unpackEntries(file, into, limits);
  } catch (error) {
    await fs.rm(into, { recursive: true, force: true });
    if (error instanceof HttpError) throw error;
    const reason = error instanceof Error ? error.message : String(error);
    throw new HttpError(400, `The archive was refused: ${reason}.`);
  }
  const entries = await fs.readdir(into, { withFileTypes: true });
  const [only] = entries;
  return entries.length === 1 && only?.isDirectory() ? path.join(into, only.name) : into;
}

function unpackEntries(file: string, into: string, limits: ArchiveLimits): Promise<void> {
  return new Promise((resolve, reject) => {
    yauzl.open(file, { lazyEntries: true, strictFileNames: true, validateEntrySizes: true }, (error, zip) => {
      if (error) return reject(error);
      let total = 0;
      const fail = (reason: unknown): void => {
        zip.close();
        reject(reason instanceof Error ? reason : new Error(String(reason)));
      };
      if (zip.entryCount > limits.entries) return fail(new HttpError(413, 'The archive has too many entries.'));
      zip.on('error', fail);
      zip.on('end', () => resolve());
      zip.on('entry', (entry: yauzl.Entry) => {
        total += entry.uncompressedSize;
        const refused = refuse(entry, into, total, limits);
        if (refused) return fail(refused);
        writeEntry(zip, entry, into).then(() => zip.readEntry(), fail);
      });
      zip.readEntry();
    });
  });
}

function refuse(entry: yauzl.Entry, into: string, total: number, limits: ArchiveLimits): HttpError | null {
  const name = entry.fileName;
  const target = path.resolve(into, name);
  if (target !== into && !target.startsWith(into + path.sep))
    return new HttpError(400, `The archive was refused: its entry ${name} would leave the folder it is unpacked into.`);
  if (((entry.externalFileAttributes >>> 16) & KIND) === LINK)
    return new HttpError(400, `The archive was refused: its entry ${name} is a link.`);
  if (total > limits.totalBytes) return new HttpError(413, 'The archive was refused: it would be too large unpacked.');
  if (entry.uncompressedSize > RATIO_FROM && entry.uncompressedSize > entry.compressedSize * limits.ratio)
    return new HttpError(400, `The archive was refused: its entry ${name} is packed suspiciously tightly.`);
  return null;
}

async function writeEntry(zip: yauzl.ZipFile, entry: yauzl.Entry, into: string): Promise<void> {
  const target = path.join(into, entry.fileName);
  if (entry.fileName.endsWith('/')) {
    await fs.mkdir(target, { recursive: true });
    return;
  }
  await fs.mkdir(path.dirname(target), { recursive: true });
  const stream = await new Promise<Readable>((resolve, reject) => {
    zip.openReadStream(entry, (error, opened) => (error ? reject(error) : resolve(opened)));
  });
  await pipeline(stream, createWriteStream(target, { mode: 0o600 }));
}
