/**
 * Functions followed once per exploration: the calls a value entered through, and how it leaves. A call met later
 * gets what is known so far; what is found later goes to every known call.
 */
import { TOLD_OF_FIRST, type Local, type Visited } from './visited';

/** A call by which a value came into a function. */
export interface Caller {
  call: number;
  run: number;
  /** The entry around the call; -1 where none is. */
  entry: number;
}

/** How a value leaves a function: as its result, or to a variable around it. */
export interface Left {
  /** Null where it is what the function returns. */
  place: number | null;
  state: Visited;
  index: number;
}

interface Entry {
  fn: number;
  callers: Caller[];
  left: Left[];
  known: Set<string>;
}

const NONE: readonly never[] = [];
export const NO_CALLS: Local['cameBy'] = new Map();

export class Entries {
  private readonly all: Entry[] = [];
  private byArrival: Map<string, number> | null = null;
  /** The calls that led into each run in which a function is gone through once. */
  cameBy: Local['cameBy'] = NO_CALLS;

  /** The function that is gone through by an entry; undefined where there is no such entry. */
  functionOf(entry: number): number | undefined {
    return this.all[entry]?.fn;
  }

  /** Notes that a value arrives in a function by a call: `isFirst` where it is still to be gone through, and what is known to come out. */
  arrive(fn: number, arrived: Visited, caller: Caller): { entry: number; isFirst: boolean; left: readonly Left[] } {
    const key = `${arrived.place}:${arrived.path}:${arrived.flags & ~TOLD_OF_FIRST}:${arrived.key}`;
    this.byArrival ??= new Map();
    const known = this.byArrival.get(key);
    const number = known ?? this.all.push({ fn, callers: [], left: [], known: new Set() }) - 1;
    if (known === undefined) this.byArrival.set(key, number);
    const entry = this.all[number];
    const isSame = ({ call, run, entry: around }: Caller): boolean =>
      call === caller.call && run === caller.run && around === caller.entry;
    if (!entry || entry.callers.some(isSame)) return { entry: number, isFirst: false, left: NONE };
    entry.callers.push(caller);
    this.noteWay(arrived.run, caller);
    return { entry: number, isFirst: known === undefined, left: entry.left };
  }

  /** Notes that a value leaves a function, and gives the calls it comes out at; none where that was known. */
  leave(number: number, left: Left): readonly Caller[] {
    const entry = this.all[number];
    const { path, flags, key } = left.state;
    const known = `${left.place ?? ''}:${path}:${flags & ~TOLD_OF_FIRST}:${key}`;
    if (!entry || entry.known.has(known)) return NONE;
    entry.known.add(known);
    entry.left.push(left);
    return [...entry.callers];
  }

  private noteWay(run: number, { call, run: context }: Caller): void {
    if (this.cameBy === NO_CALLS) this.cameBy = new Map();
    const known = this.cameBy.get(run);
    if (!known) this.cameBy.set(run, [{ call, run: context }]);
    else if (!known.some((one) => one.call === call && one.run === context)) known.push({ call, run: context });
  }
}
