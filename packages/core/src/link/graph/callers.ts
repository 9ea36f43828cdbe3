/** The callers of each function, as far as they are known in every run. */
import type { FileFacts } from '../../model/facts';
import { push } from './byPlace';
import type { TracedGraph } from './tracedGraph';
import { dependencyKey, Memo, invalidateChanged, type Dependencies } from '../memo/memo';
import { sameList } from '../memo/sameList';

const NONE: readonly number[] = [];

/** The functions each call of a file calls, for those where that is known. */
type Called = readonly (readonly [call: number, functions: readonly number[]])[];

const NO_CALLS: Called = [];

export class Callers {
  private readonly known: Memo<number, Called>;
  private readonly now: Called[] = [];
  private callers: ReadonlyMap<number, readonly number[]> = new Map();

  constructor(
    private readonly graph: TracedGraph,
    private readonly dependencies: Dependencies,
  ) {
    this.known = new Memo(dependencies);
  }

  /** The calls of every function that is called; the same map as long as none comes or goes. */
  get all(): ReadonlyMap<number, readonly number[]> {
    return this.callers;
  }

  of(fn: number): readonly number[] {
    this.dependencies.dependOn(dependencyKey.callers(fn));
    return this.callers.get(fn) ?? NONE;
  }

  settle(): void {
    const { graph } = this;
    let changed = this.callers.size === 0;
    graph.files.forEach((facts, file) => {
      const called = graph.guard.run(file, () => this.known.get(file, () => this.calledIn(facts, file)), NO_CALLS);
      const before = this.now[file];
      if (called === before) return;
      changed ||= !before || !isSame(before, called);
      this.now[file] = called;
    });
    if (!changed) return;
    const callers = new Map<number, number[]>();
    for (const called of this.now)
      for (const [call, functions] of called) for (const fn of functions) push(callers, fn, call);
    invalidateChanged(this.dependencies, this.callers, callers, dependencyKey.callers);
    this.callers = callers;
  }

  private calledIn(facts: FileFacts, file: number): Called {
    const { graph } = this;
    this.dependencies.dependOn(file);
    return facts.calls.flatMap((_, index) => {
      const call = graph.callAt(file, index);
      const functions = graph.targetsOf(call);
      return functions.length > 0 ? [[call, functions] as const] : [];
    });
  }
}

function isSame(a: Called, b: Called): boolean {
  return a.length === b.length && a.every(([call, functions], i) => b[i]?.[0] === call && sameList(functions, b[i][1]));
}
