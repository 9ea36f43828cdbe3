/**
 * Answers that survive an edit. Each records its dependencies: files, and a few things that span files. Once a
 * dependency is invalidated, the answer is computed again when it is next asked for.
 *
 * A turn is one survey of a project. Within a turn, invalidation proceeds phase by phase: an answer depends on its
 * own phase and earlier ones only, so anything computed in this turn holds until it ends.
 */
import { sameList } from './sameList';

/** What an answer may depend on, as numbers: the facts of a file, by its own number, and what other files make of something in it. */
export const dependencyKey = {
  /** What imports the exports of a file. */
  importers: (file: number): number => 1_000_000 + file,
  callers: (fn: number): number => 10_000_000 + fn,
  /** The sites that render a component. */
  sites: (component: number): number => 20_000_000 + component,
  /** The calls of wrappers that make a component. */
  makers: (component: number): number => 80_000_000 + component,
  placements: (component: number): number => 30_000_000 + component,
  readers: (context: number): number => 40_000_000 + context,
  providers: (context: number): number => 90_000_000 + context,
  /** The functions that were passed to a call. */
  callees: (call: number): number => 50_000_000 + call,
  /** The calls a function was passed to. */
  handedTo: (fn: number): number => 60_000_000 + fn,
  clones: (clone: number): number => 70_000_000 + clone,
  /** Who finds the names of a scope, by the site that passes them down. */
  namesBelow: (site: number): number => 110_000_000 + site,
  /** What the modules that import a place take of what it holds. */
  takers: (place: number): number => 100_000_000 + place,
};

/** What an answer was read from; long lists also as a set. */
interface Frame {
  from: number[];
  set: Set<number> | null;
}

const FEW = 12;
const NOTHING: readonly number[] = [];

/** What is being read at the moment, and when each thing was invalidated last. */
export class Dependencies {
  turn = 0;
  private readonly invalidated = new Map<number, number>();
  private frame: Frame | null = null;
  /** Frames by how deep answers are asked for within answers; they are used again. */
  private readonly frames: Frame[] = [];
  private depth = 0;
  /** Most answers are read from one thing: the list of it alone. */
  private readonly alone = new Map<number, readonly number[]>();

  /** The answer that is being computed depends on something. */
  dependOn(thing: number): void {
    const { frame } = this;
    if (frame) add(frame, thing);
  }

  dependOnAll(things: readonly number[]): void {
    const { frame } = this;
    if (frame) for (let i = 0; i < things.length; i++) add(frame, things[i] ?? 0);
  }

  /** What was read from something no longer holds. */
  invalidate(thing: number): void {
    if (this.turn > 0) this.invalidated.set(thing, this.turn);
  }

  isInvalidated(thing: number): boolean {
    return this.turn > 0 && this.invalidated.get(thing) === this.turn;
  }

  /** Whether none of some things was invalidated after a turn. */
  stillHold(things: readonly number[], since: number): boolean {
    const { invalidated: touched } = this;
    if (touched.size > 0) for (const thing of things) if ((touched.get(thing) ?? 0) > since) return false;
    return true;
  }

  /** Works something out that no answer is to depend on as a whole. */
  untracked<V>(work: () => V): V {
    const outer = this.frame;
    this.frame = null;
    try {
      return work();
    } finally {
      this.frame = outer;
    }
  }

  /** From now on, what is noted is told apart from what was noted before: `close` tells it, and goes on with that. */
  startTracking(): Frame | null {
    const outer = this.frame;
    const frame = (this.frames[this.depth++] ??= { from: [], set: null });
    this.frame = frame;
    return outer;
  }

  stopTracking(outer: Frame | null): readonly number[] {
    const frame = this.frames[--this.depth];
    const from = frame ? this.listOf(frame.from) : NOTHING;
    if (frame) {
      frame.from.length = 0;
      frame.set = null;
    }
    this.frame = outer;
    this.dependOnAll(from);
    return from;
  }

  private listOf(from: readonly number[]): readonly number[] {
    const [only] = from;
    if (only === undefined) return NOTHING;
    if (from.length > 1) return from.slice();
    let list = this.alone.get(only);
    if (!list) {
      list = [only];
      this.alone.set(only, list);
    }
    return list;
  }
}

function add(frame: Frame, thing: number): void {
  const { from } = frame;
  if (from[from.length - 1] === thing) return;
  if (frame.set) {
    if (frame.set.has(thing)) return;
    frame.set.add(thing);
  } else if (from.includes(thing)) return;
  else if (from.length >= FEW) frame.set = new Set([...from, thing]);
  from.push(thing);
}

interface Entry<V> {
  value: V;
  from: readonly number[];
  /** The turn in which it was last found to hold. */
  turn: number;
}

/** Where answers are kept. */
interface Entries<K, V> {
  get(key: K): Entry<V> | undefined;
  set(key: K, entry: Entry<V>): unknown;
}

/** Answers by key, each kept as long as it holds. */
export class Memo<K, V> {
  private entries: Entries<K, V>;

  constructor(
    private readonly dependencies: Dependencies,
    private readonly fresh: () => Entries<K, V> = () => new Map<K, Entry<V>>(),
  ) {
    this.entries = fresh();
  }

  /** The answer for a key. `meanwhile` is the answer for whoever asks for it while it is being computed. */
  get(key: K, make: (key: K) => V, meanwhile?: { value: V }): V {
    const known = this.find(key);
    return known ? known.value : this.make(key, make, meanwhile);
  }

  /** What is known already; where it is asked for often, this saves making a function that is not needed. */
  find(key: K): { readonly value: V } | undefined {
    const { dependencies } = this;
    const entry = this.entries.get(key);
    if (!entry || (entry.turn !== dependencies.turn && !dependencies.stillHold(entry.from, entry.turn)))
      return undefined;
    entry.turn = dependencies.turn;
    dependencies.dependOnAll(entry.from);
    return entry;
  }

  /** Works an answer out and keeps it. */
  make(key: K, make: (key: K) => V, meanwhile?: { value: V }): V {
    const { dependencies, entries } = this;
    if (meanwhile) entries.set(key, { value: meanwhile.value, from: NOTHING, turn: dependencies.turn });
    const outer = dependencies.startTracking();
    let from: readonly number[] = NOTHING;
    let value: V;
    try {
      value = make(key);
    } finally {
      from = dependencies.stopTracking(outer);
    }
    entries.set(key, { value, from, turn: dependencies.turn });
    return value;
  }

  clear(): void {
    this.entries = this.fresh();
  }

  /** Everything that is kept, also what no longer holds; nothing where answers go with their things. */
  *values(): Iterable<V> {
    if (this.entries instanceof Map) for (const { value } of this.entries.values() as Iterable<Entry<V>>) yield value;
  }
}

/** Answers about things that come and go (a file's facts, a component, a flow): each is kept as long as its thing is. */
export class MemoTables {
  private readonly tables = new Map<string, unknown>();

  constructor(private readonly dependencies: Dependencies) {}

  /** The table of a name. Each name stands for one kind of thing and one kind of answer. */
  of<K extends object, V>(name: string): Memo<K, V> {
    let table = this.tables.get(name);
    if (!table) {
      table = new Memo<K, V>(this.dependencies, () => new WeakMap<K, Entry<V>>());
      this.tables.set(name, table);
    }
    // Whoever asks for a name always asks with the same types.
    return table as Memo<K, V>;
  }
}

/** Touches what has another list than before. */
export function invalidateChanged<K>(
  dependencies: Dependencies,
  before: ReadonlyMap<K, readonly number[]>,
  after: ReadonlyMap<K, readonly number[]>,
  thing: (key: K) => number,
): void {
  if (dependencies.turn === 0) return;
  for (const [key, list] of after) if (!sameList(before.get(key), list)) dependencies.invalidate(thing(key));
  for (const key of before.keys()) if (!after.has(key)) dependencies.invalidate(thing(key));
}
