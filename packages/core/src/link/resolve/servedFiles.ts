/**
 * Markup by the path that it is served under. Which folder is served is decided by a server or a build, so that the file is looked for
 * above whoever names it, and then by the end of its path.
 */
import { folderOf } from '../../model/paths';

/** So many parts of a path say enough to go by: a name and its folder. */
const LEAST = 2;

export class ServedFiles {
  private readonly byPath = new Map<string, number>();
  /** Files by the ends of their paths; null where several end so. */
  private readonly byEnd = new Map<string, number | null>();

  constructor(files: readonly { path: string }[]) {
    files.forEach(({ path }, index) => {
      if (!/\.html?$/.test(path)) return;
      this.byPath.set(path, index);
      for (let end = path; end !== ''; end = withoutFirst(end)) this.byEnd.set(end, this.byEnd.has(end) ? null : index);
    });
  }

  /** The file that is served under a path, for whoever stands in a folder; undefined where none is, or several may be. */
  find(folder: string, path: string): number | undefined {
    for (let at = folder; at !== ''; at = folderOf(at)) {
      const file = this.byPath.get(`${at}/${path}`);
      if (file !== undefined) return file;
    }
    // What stands before may be a prefix of the server's own; a name alone is taken where that is all there is.
    const parts = path.split('/');
    for (let from = 0; from === 0 || parts.length - from >= LEAST; from++) {
      const file = this.byEnd.get(parts.slice(from).join('/'));
      if (file !== undefined) return file ?? undefined;
    }
    return undefined;
  }
}

function withoutFirst(path: string): string {
  const slash = path.indexOf('/');
  return slash === -1 ? '' : path.slice(slash + 1);
}
