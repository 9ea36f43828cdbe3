/**
 * Things numbered through the whole project, in blocks by file. Each block has some room to spare, so that a file that is
 * edited keeps its block and all other numbers stay as they are; numbers that stand for nothing are holes of the list.
 */
export class Blocks<T> {
  readonly all: T[] = [];
  /** The first number of each file. */
  readonly bases: number[] = [];
  private readonly rooms: number[] = [];
  /** How many numbers are given out, those to spare included. */
  size = 0;

  /** `spare` is how many numbers a file gets at least beyond those it needs. */
  constructor(private readonly spare: number) {}

  /** Sets up the block of the next file. */
  open(items: readonly T[]): number {
    const base = this.size;
    // A file that is worked on may grow by a quarter, a small one by more.
    const room = items.length + Math.ceil(items.length / 4) + this.spare;
    this.bases.push(base);
    this.rooms.push(room);
    for (let i = 0; i < items.length; i++) this.all[base + i] = items[i] as T;
    this.size = base + room;
    return base;
  }

  /** To be called once all files have their blocks. */
  close(): void {
    this.all.length = this.size;
  }

  fits(file: number, count: number): boolean {
    return count <= (this.rooms[file] ?? 0);
  }

  /** Puts other things into the block of a file. */
  replace(file: number, items: readonly T[]): void {
    const base = this.bases[file] ?? 0;
    for (let i = 0; i < (this.rooms[file] ?? 0); i++) {
      if (i < items.length) this.all[base + i] = items[i] as T;
      else delete this.all[base + i];
    }
  }

  /** One thing more, after all blocks; returns its number. */
  push(item: T): number {
    return this.all.push(item) - 1;
  }

  /** The numbers of a file's block, those to spare included. */
  rangeOf(file: number): { from: number; to: number } {
    const from = this.bases[file] ?? 0;
    return { from, to: from + (this.rooms[file] ?? 0) };
  }
}
