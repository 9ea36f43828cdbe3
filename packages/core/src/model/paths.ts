/** Paths of a project: relative to its root, with `/`. */

export function folderOf(path: string): string {
  const slash = path.lastIndexOf('/');
  return slash === -1 ? '' : path.slice(0, slash);
}

/** Takes `.` and `..` out of a path; null where it would leave the project. */
export function normalise(path: string): string | null {
  const parts: string[] = [];
  for (const part of path.split('/')) {
    if (part === '' || part === '.') continue;
    if (part === '..') {
      if (parts.pop() === undefined) return null;
    } else parts.push(part);
  }
  return parts.join('/');
}

/** A file of configuration: a manifest, a compiler's settings, a bundler's. */
export interface ConfigFile {
  path: string;
  text: string;
}
