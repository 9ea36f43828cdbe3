/** Files that are read or written with care: others may have laid a pipe, a device or a link where a file is expected. */
import { randomBytes } from 'node:crypto';
import {
  chmodSync,
  closeSync,
  constants,
  existsSync,
  fstatSync,
  mkdirSync,
  openSync,
  promises as fs,
  readFileSync,
} from 'node:fs';
import path from 'node:path';

/** What stands in the place of a file that is to be read is none: a pipe, a device, a folder. */
export class NotAFile extends Error {
  constructor(file: string) {
    super(`${file} is not a file.`);
  }
}

/** A file's bytes. Throws `NotAFile` for whatever would never end or never begin; links are followed. */
export function readRegularFile(file: string): Buffer {
  // Without waiting: opening a pipe that nobody writes to would otherwise hang for good.
  const opened = openSync(file, constants.O_RDONLY | (constants.O_NONBLOCK ?? 0));
  try {
    if (!fstatSync(opened).isFile()) throw new NotAFile(file);
    return readFileSync(opened);
  } finally {
    closeSync(opened);
  }
}

/** Makes a folder that its owner alone may look into. One that is there already stays as it is. */
export function makePrivateFolder(folder: string): void {
  // One by one: asked to make all of them, Node never ends where the system says that the folder above is not there although it is.
  const parent = path.dirname(folder);
  if (parent !== folder && !existsSync(parent)) makePrivateFolder(parent);
  try {
    mkdirSync(folder, { mode: 0o700 });
  } catch (error) {
    if (!existsSync(folder)) throw error;
  }
}

/** As `makePrivateFolder`, for a folder of Vectura's own: one that was made otherwise is closed to others. */
export function closeFolder(folder: string): void {
  makePrivateFolder(folder);
  if (process.platform !== 'win32') chmodSync(folder, 0o700);
}

/** Makes sure that a file is there and that its owner alone may read it. */
export function keepPrivate(file: string): void {
  closeSync(openSync(file, 'a', 0o600));
  if (process.platform !== 'win32') chmodSync(file, 0o600);
}

/**
 * Writes a file in one step: whoever reads it sees all of it as it was or all of it as it is, even after a crash. A link stays
 * one, and what it points to is replaced. What is written first goes to a name that nobody can have laid a link at.
 */
export async function replaceFile(file: string, text: string, mode?: number): Promise<void> {
  const target = await fs.realpath(file).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return file;
    throw error;
  });
  const known = await fs.lstat(target).catch(() => null);
  if (known?.isSymbolicLink()) throw new Error(`${file} is a link to a file that does not exist.`);
  const beside = path.join(path.dirname(target), `.${path.basename(target)}.${randomBytes(8).toString('hex')}`);
  try {
    const handle = await fs.open(beside, 'wx', mode ?? (known ? known.mode & 0o777 : 0o666));
    try {
      // The rights it had, whatever those of new files are.
      if (known && mode === undefined) await handle.chmod(known.mode & 0o777);
      await handle.writeFile(text);
      await handle.sync();
    } finally {
      await handle.close();
    }
    await fs.rename(beside, target);
  } catch (error) {
    await fs.rm(beside, { force: true });
    throw error;
  }
}
