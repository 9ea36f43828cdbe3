/** Field paths as numbers: equal paths have equal numbers. */
import { ELEMENT } from '../../model/signs';

/** The end of a path that goes on deeper than is followed: some part of what it leads to. */
export const DEEPER = '…';

/** A path of fields as a number; 0 is the empty path. A path is its first field and the path after it. */
export class FieldPaths {
  private readonly heads: string[] = [''];
  private readonly tails: number[] = [0];
  private readonly depths: number[] = [0];
  private readonly index = new Map<string, number>();
  static readonly MAX_DEPTH = 4;

  /** `field` in front of `path`. Where that is deeper than is followed, it ends in “some part of it”. */
  cons(field: string, path: number): number {
    const depth = (this.depths[path] ?? 0) + 1;
    if (depth > FieldPaths.MAX_DEPTH || this.repeats(field, path)) return this.cons(field, this.fold(field, path));
    const key = `${path}:${field}`;
    let id = this.index.get(key);
    if (id === undefined) {
      id = this.heads.push(field) - 1;
      this.tails.push(path);
      this.depths.push(depth);
      this.index.set(key, id);
    }
    return id;
  }

  /** What holds things of its own kind is followed two levels down, not further: deeper ones go the same ways. */
  private repeats(field: string, path: number): boolean {
    let left = 2;
    for (let p = path; p !== 0; p = this.tail(p)) if (this.head(p) === field && --left === 0) return true;
    return false;
  }

  /** The beginning of a path, short enough for one more field: up to where that field stands in it, or up to as many as there may be. */
  private fold(field: string, path: number): number {
    const fields = this.fields(path);
    const keptLength = this.repeats(field, path) ? fields.indexOf(field) + 1 : FieldPaths.MAX_DEPTH - 2;
    let folded = 0;
    for (const one of [...fields.slice(0, Math.min(keptLength, FieldPaths.MAX_DEPTH - 2)), DEEPER].reverse())
      folded = this.cons(one, folded);
    return folded;
  }

  /** Whether a path is the end of a longer one. */
  endsIn(path: number, end: number): boolean {
    let at = path;
    for (let deeper = (this.depths[path] ?? 0) - (this.depths[end] ?? 0); deeper > 0; deeper--) at = this.tail(at);
    return at === end;
  }

  depth(path: number): number {
    return this.depths[path] ?? 0;
  }

  head(path: number): string {
    return this.heads[path] ?? '';
  }

  tail(path: number): number {
    return this.tails[path] ?? 0;
  }

  fields(path: number): string[] {
    const fields: string[] = [];
    for (let p = path; p !== 0; p = this.tail(p)) fields.push(this.head(p));
    return fields;
  }
}

/** Whether a field asked for is the field a value is stored under; `*` is any of them. */
export function fieldMatches(asked: string, stored: string): boolean {
  return asked === stored || asked === '*' || stored === '*' || (asked === ELEMENT && /^\d+$/.test(stored));
}
