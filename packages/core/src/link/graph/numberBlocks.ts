/**
 * Project-wide numbers in blocks, one per file. Each block has spare room, so an edited file keeps its block and all
 * other numbers stay the same. Spare numbers are holes in the list.
 */
import { entryAt } from '../../model/checked';

export class NumberBlocks<T> {
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

  /** The first number of a file. Throws where the file has no block. */
  baseOf(file: number): number {
    return entryAt(this.bases, file, 'file');
  }

  fits(file: number, count: number): boolean {
    return count <= entryAt(this.rooms, file, 'file');
  }

  /** Puts other things into the block of a file. */
  replace(file: number, items: readonly T[]): void {
    const base = this.baseOf(file);
    const room = entryAt(this.rooms, file, 'file');
    for (let i = 0; i < room; i++) {
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
    const from = this.baseOf(file);
    return { from, to: from + entryAt(this.rooms, file, 'file') };
  }
}
