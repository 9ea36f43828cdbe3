/** What a project is called. */
import path from 'node:path';
import { readRegularFile } from '../ownFiles';

/** Names of folders that say nothing of the project in them. */
const ANY_PROJECT = /^(src|source|sources|app|apps|lib|client|frontend|front|web|www|packages?|code|project|main)$/i;

/** Registries take no longer names, and none with characters that are not to be seen. */
const MAX_NAME = 214;
const UNPRINTABLE = /\p{Cc}/u;

/** As its package is called; where only a part of it was given, as the nearest package or folder above. */
export function projectName(root: string): string {
  let folder = path.resolve(root);
  for (;;) {
    const name = packageIn(folder);
    if (name) return name;
    const parent = path.dirname(folder);
    if (!ANY_PROJECT.test(path.basename(folder)) || parent === folder) break;
    folder = parent;
  }
  return path.basename(folder) || path.basename(path.resolve(root));
}

function packageIn(folder: string): string | null {
  try {
    const manifest: unknown = JSON.parse(readRegularFile(path.join(folder, 'package.json')).toString());
    const name = typeof manifest === 'object' && manifest !== null && 'name' in manifest ? manifest.name : null;
    return typeof name === 'string' && name.length <= MAX_NAME && !UNPRINTABLE.test(name) ? name || null : null;
  } catch {
    // A package.json that is missing or broken names nothing; the folder's name will do.
    return null;
  }
}
