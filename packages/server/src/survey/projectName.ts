/** What a project is called. */
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';

/** Names of folders that say nothing of the project in them. */
const ANY_PROJECT = /^(src|source|sources|app|apps|lib|client|frontend|front|web|www|packages?|code|project|main)$/i;

/** As its package is called; where only a part of it was given, as the nearest package or folder above. */
export function projectName(root: string): string {
  let folder = path.resolve(root);
  for (;;) {
    const name = packageIn(folder);
    if (name) return name;
    const above = path.dirname(folder);
    if (!ANY_PROJECT.test(path.basename(folder)) || above === folder) break;
    folder = above;
  }
  return path.basename(folder) || path.basename(path.resolve(root));
}

function packageIn(folder: string): string | null {
  const manifest = path.join(folder, 'package.json');
  try {
    if (!existsSync(manifest)) return null;
    const { name } = JSON.parse(readFileSync(manifest, 'utf8')) as { name?: unknown };
    return typeof name === 'string' && name ? name : null;
  } catch {
    // A broken package.json names nothing; the folder's name will do.
    return null;
  }
}
