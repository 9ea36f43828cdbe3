/**
 * The texts of the project's files while a plan edits them. Everything that is not edited stays byte for byte as it was; what is
 * inserted takes over the file's line ends.
 */
import { createTwoFilesPatch } from 'diff';
import MagicString from 'magic-string';
import type { ChangedFile } from '../model/documents';

/** The texts of a project as they were surveyed. */
export interface Sources {
  /** The text of a file with its byte order mark, by its path in the project; null where there is none. */
  text(path: string): string | null;
}

/** A place where an edit would touch what another edit of the same plan has changed already. */
export class EditClash extends Error {}

/** One edit: a stretch of a file replaced by a text; an insertion where the stretch is empty. */
export interface RawEdit {
  path: string;
  from: number;
  to: number;
  text: string;
}

interface EditedFile {
  original: string;
  magic: MagicString;
  /** Stretches that are replaced or taken out. */
  removed: [number, number][];
  /** Those of them that are taken out. */
  taken: [number, number][];
}

export class Texts {
  /** All edits in the order they were made. */
  readonly raw: RawEdit[] = [];
  private readonly edits = new Map<string, EditedFile>();
  private readonly added = new Map<string, string>();

  constructor(private readonly sources: Sources) {}

  /** The text a file had when it was surveyed. Throws where there is none: nothing can be edited there. */
  original(path: string): string {
    const known = this.edits.get(path);
    if (known) return known.original;
    const text = this.sources.text(path);
    if (text === null) throw new Error(`${path} could not be read.`);
    this.edits.set(path, { original: text, magic: new MagicString(text), removed: [], taken: [] });
    return text;
  }

  /** As `original`; null where there is none. */
  read(path: string): string | null {
    return this.sources.text(path) === null ? null : this.original(path);
  }

  /** The same files without any edit. */
  fresh(): Texts {
    return new Texts(this.sources);
  }

  exists(path: string): boolean {
    return this.added.has(path) || this.sources.text(path) !== null;
  }

  /** The files that are new. */
  get addedPaths(): string[] {
    return [...this.added.keys()];
  }

  add(path: string, text: string): void {
    this.added.set(path, text);
  }

  insert(path: string, offset: number, text: string): void {
    if (this.isRemoved(path, offset, offset)) throw new EditClash(path);
    this.file(path).magic.appendLeft(offset, this.inItsLineEnds(path, text));
    this.raw.push({ path, from: offset, to: offset, text });
  }

  /** Takes a stretch out. Within it, or around it, others may be gone already: what is taken out twice is gone once. */
  remove(path: string, from: number, to: number): void {
    const { magic, removed, taken } = this.file(path);
    if (taken.some(([a, b]) => a <= from && to <= b)) return;
    const within = taken.filter(([a, b]) => from <= a && b <= to);
    const clashes = removed.filter(([a, b]) => a < to && from < b).length > within.length;
    if (clashes) throw new EditClash(path);
    removed.push([from, to]);
    taken.push([from, to]);
    this.raw.push({ path, from, to, text: '' });
    magic.remove(from, to);
  }

  replace(path: string, from: number, to: number, text: string): void {
    const { magic, removed } = this.file(path);
    if (this.isRemoved(path, from, to)) throw new EditClash(path);
    removed.push([from, to]);
    this.raw.push({ path, from, to, text });
    magic.update(from, to, this.inItsLineEnds(path, text));
  }

  /**
   * Takes over what another plan edits, where the two do not touch the same stretch; false, and nothing done, where they do. What both
   * insert at one place, such as an import, is inserted once.
   */
  merge(other: Texts): boolean {
    const clashes = other.raw.some(({ path, from, to, text }) =>
      this.raw.some(
        (own) =>
          own.path === path &&
          !(own.from === from && own.to === to && own.text === text) &&
          (from === to
            ? own.from < from && from < own.to
            : own.from === own.to
              ? from < own.from && own.from < to
              : own.from < to && from < own.to),
      ),
    );
    if (clashes || [...other.added.keys()].some((path) => this.added.has(path))) return false;
    for (const { path, from, to, text } of other.raw) {
      if (this.raw.some((own) => own.path === path && own.from === from && own.to === to && own.text === text))
        continue;
      if (from === to) this.insert(path, from, text);
      else if (text === '') this.remove(path, from, to);
      else this.replace(path, from, to, text);
    }
    for (const [path, text] of other.added) this.add(path, text);
    return true;
  }

  /** Whether some of a stretch is replaced or removed already. */
  isRemoved(path: string, from: number, to: number): boolean {
    return this.file(path).removed.some(([a, b]) => (from === to ? a < from && from < b : a < to && from < b));
  }

  /** Whether the sign at an offset is replaced or removed already. */
  isGone(path: string, offset: number): boolean {
    return this.isRemoved(path, offset, offset + 1);
  }

  /** The text of a file with all edits so far. */
  edited(path: string): string {
    return this.added.get(path) ?? this.file(path).magic.toString();
  }

  /** The files that differ from what was surveyed, by path. */
  get changed(): string[] {
    const edited = [...this.edits].filter(([, { magic, original }]) => magic.toString() !== original);
    return [...new Set([...edited.map(([path]) => path), ...this.added.keys()])].sort();
  }

  /** What changed, as unified diffs. */
  files(hashOf: (path: string) => string | null): ChangedFile[] {
    return this.changed.map((path) => {
      const isNew = this.added.has(path);
      const before = isNew ? '' : this.original(path);
      return {
        path,
        change: isNew ? 'add' : 'edit',
        diff: unifiedDiff(path, before, this.edited(path), isNew),
        hash: isNew ? null : hashOf(path),
      };
    });
  }

  private file(path: string): EditedFile {
    this.original(path);
    const file = this.edits.get(path);
    if (!file) throw new Error(`${path} could not be read.`);
    return file;
  }

  private inItsLineEnds(path: string, text: string): string {
    return this.original(path).includes('\r\n') ? text.replace(/\r?\n/g, '\r\n') : text;
  }
}

/** A diff as `git apply` and `patch -p1` take it. */
function unifiedDiff(path: string, before: string, after: string, isNew: boolean): string {
  const patch = createTwoFilesPatch(
    isNew ? '/dev/null' : `a/${path}`,
    `b/${path}`,
    before,
    after,
    undefined,
    undefined,
    {
      context: 3,
      stripTrailingCr: false,
    },
  );
  const body = patch.slice(patch.indexOf('--- '));
  return `diff --git a/${path} b/${path}\n${isNew ? 'new file mode 100644\n' : ''}${body}`;
}
