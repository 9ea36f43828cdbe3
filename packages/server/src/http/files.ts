/** Reading a project's files for the code beside an answer: never anything outside its root, links included. */
import { promises as fs } from 'node:fs';
import path from 'node:path';
import { HttpError } from './errors';

const MAX_SHOWN = 2_000_000;

/** The text of one file of a project. Refuses whatever resolves to a place outside the root. */
export async function readProjectFile(root: string, relative: string): Promise<string> {
  if (relative.includes('\0') || path.isAbsolute(relative)) throw new HttpError(400, 'Give a path inside the project.');
  const wanted = path.resolve(root, relative);
  let real: string;
  let realRoot: string;
  try {
    [real, realRoot] = await Promise.all([fs.realpath(wanted), fs.realpath(root)]);
  } catch {
    throw new HttpError(404, `${relative} no longer exists. Survey the project again to see what changed.`);
  }
  if (real !== realRoot && !real.startsWith(realRoot + path.sep))
    throw new HttpError(403, `${relative} is outside the project.`);
  const stat = await fs.stat(real);
  if (!stat.isFile()) throw new HttpError(400, `${relative} is not a file.`);
  if (stat.size > MAX_SHOWN) throw new HttpError(413, `${relative} is too large to be shown.`);
  return fs.readFile(real, 'utf8');
}

/** Folders whose path starts with what was typed, for completion; hidden ones only when asked for. */
export async function completeFolder(typed: string): Promise<string[]> {
  if (!path.isAbsolute(typed)) return [];
  const folder = typed.endsWith('/') ? typed : path.dirname(typed);
  const start = typed.endsWith('/') ? '' : path.basename(typed);
  try {
    const entries = await fs.readdir(folder, { withFileTypes: true });
    return entries
      .filter(
        (entry) =>
          entry.isDirectory() && entry.name.startsWith(start) && (start.startsWith('.') || !entry.name.startsWith('.')),
      )
      .map((entry) => path.join(folder, entry.name))
      .sort()
      .slice(0, 30);
  } catch {
    return [];
  }
}
