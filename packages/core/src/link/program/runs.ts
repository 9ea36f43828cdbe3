/**
 * The runs of a function: for which components, and through which calls, its code runs. Mutually recursive functions
 * are entered by whoever calls into the cycle from outside, along a shortest way inside it.
 */
import { push } from '../graph/byPlace';
import { CallContexts } from './callContexts';
import { Memo } from '../memo/memo';
import type { Components } from './components';
import type { ContextSensitive } from './contextSensitive';

/** Of a function that is called on more ways, no more runs are told apart. */
const MAX_RUNS = 1000;
const FEW_RUNS = 100;

/** A call, and a run in which it is made. */
export interface CallRun {
  call: number;
  run: number;
}

export class Runs {
  private readonly known: Memo<number, readonly number[]>;
  private readonly calls: Memo<number, ReadonlyMap<number, readonly CallRun[]>>;
  private readonly together: Memo<number, readonly number[]>;
  private circles: Map<number, readonly number[]> | null = null;

  constructor(
    private readonly program: Components,
    private readonly contextSensitive: ContextSensitive,
    before: Runs | null,
  ) {
    this.known = before?.known ?? new Memo(program.dependencies);
    this.together = before?.together ?? new Memo(program.dependencies);
    this.calls = before?.calls ?? new Memo(program.dependencies);
  }

  /**
   * The runs of a function, those on behalf of one component taken together: a module's own variable is the same in all of
   * them, and reaches each component once, however many ways lead to the function that reads it.
   */
  togetherOf(unit: number): readonly number[] {
    return this.together.get(unit, this.joinRuns);
  }

  private readonly joinRuns = (unit: number): readonly number[] => {
    const { program } = this;
    const { callContexts } = program;
    // Whether it is a component is for its file to say.
    program.dependencies.dependOn(program.graph.fileOfFunction(unit));
    if (program.components.has(unit) || program.isModule(unit) || this.contextSensitive.callsItsParams(unit))
      return this.of(unit);
    const first = new Map<number, number>();
    const several = new Set<number>();
    for (const { caller, call, further } of this.callsInto(unit))
      for (const context of this.togetherOf(caller)) {
        const root = callContexts.root(callContexts.ownerOf(context), callContexts.via[context]);
        if (first.has(root)) {
          several.add(root);
          continue;
        }
        const run = this.runBy(context, call, further, CallContexts.MAX_DEPTH_ONCE);
        if (run !== null) first.set(root, run);
      }
    return [...first].map(([root, run]) => (several.has(root) ? callContexts.join(run) : run));
  };

  /** The calls of a function on behalf of one run of a component: asked for in each of them, they are looked for once. */
  callsBeside(fn: number, run: number): readonly CallRun[] {
    return this.calls.get(fn, this.findCalls).get(this.rootOf(run)) ?? [];
  }

  private readonly findCalls = (fn: number): ReadonlyMap<number, readonly CallRun[]> => {
    const { program } = this;
    const found = new Map<number, CallRun[]>();
    for (const call of program.graph.callersOfFunction(fn))
      for (const run of this.togetherOf(program.unitOf(program.graph.fnOfCall(call))))
        push(found, this.rootOf(run), { call, run });
    return found;
  };

  /** The run of the component that a run belongs to. */
  private rootOf(run: number): number {
    const { callContexts } = this.program;
    return callContexts.root(callContexts.ownerOf(run), callContexts.via[run]);
  }

  /** Whether a function runs in more ways than are told apart. */
  runsInMore(unit: number): boolean {
    return this.of(unit).length >= MAX_RUNS;
  }

  /** Every run of a function on behalf of some component, as contexts. */
  of(unit: number): readonly number[] {
    return this.known.get(unit, this.find);
  }

  private readonly find = (unit: number): readonly number[] => {
    const { program } = this;
    program.dependencies.dependOn(program.graph.fileOfFunction(unit));
    if (program.components.has(unit)) return program.rootsOf(unit);
    if (program.isModule(unit)) return [];
    const found: number[] = [];
    for (const { caller, call, further } of this.callsInto(unit))
      for (const context of this.of(caller)) {
        if (found.length >= MAX_RUNS) return found;
        const few = found.length < FEW_RUNS;
        const run = this.runBy(context, call, further, few ? CallContexts.MAX_DEPTH_OF_FEW : CallContexts.MAX_DEPTH);
        if (run !== null) found.push(run);
      }
    return found;
  };

  /** The calls that lead into a function from outside its circle, each with the calls on a shortest way within that. */
  private callsInto(unit: number): { caller: number; call: number; further: readonly number[] }[] {
    const { program } = this;
    const { graph } = program;
    program.dependencies.dependOn(graph.fileOfFunction(unit));
    this.circles ??= program.dependencies.untracked(() => circlesOf(program));
    const circle = new Set(this.circles.get(unit) ?? [unit]);
    const found: { caller: number; call: number; further: readonly number[] }[] = [];
    const ways = new Map<number, readonly number[]>([[unit, []]]);
    for (const [member, further] of ways)
      for (const call of graph.callersOfFunction(member)) {
        const caller = program.unitOf(graph.fnOfCall(call));
        if (!circle.has(caller)) found.push({ caller, call, further });
        else if (!ways.has(caller)) ways.set(caller, [call, ...further]);
      }
    return found;
  }

  private runBy(context: number, call: number, further: readonly number[], most: number): number | null {
    const { callContexts } = this.program;
    let run: number | null = callContexts.push(context, call, most);
    for (const one of further) run = run === null ? null : callContexts.push(run, one, most);
    return run;
  }

  /** The runs of a function that modules call as they are loaded: what it makes is there once for each such call. */
  ofModules(unit: number, depth = 0): readonly { run: number; call: number }[] {
    const { program } = this;
    if (depth > 4 || program.components.has(unit) || program.isModule(unit)) return [];
    return program.graph.callersOfFunction(unit).flatMap((call) => {
      const caller = program.unitOf(program.graph.fnOfCall(call));
      const around = program.isModule(caller)
        ? [program.sharedRun()]
        : this.ofModules(caller, depth + 1).map((run) => run.run);
      return around.flatMap((context) => {
        const pushed = program.callContexts.push(context, call);
        return pushed === null ? [] : [{ run: pushed, call }];
      });
    });
  }
}

/**
 * Functions that call each other in circles, by each of them: strongly connected parts of the graph of who calls whom
 * (Tarjan, "Depth-First Search and Linear Graph Algorithms", 1972), without recursion of our own.
 */
function circlesOf(program: Components): Map<number, readonly number[]> {
  const callers = callersAmongHelpers(program);
  const circles = new Map<number, readonly number[]>();
  const order = new Map<number, number>();
  const low = new Map<number, number>();
  const stack: number[] = [];
  const waiting = new Set<number>();
  for (const start of callers.keys()) {
    if (order.has(start)) continue;
    const path: { unit: number; callers: readonly number[]; next: number }[] = [];
    const enter = (unit: number): void => {
      order.set(unit, order.size);
      low.set(unit, order.size - 1);
      stack.push(unit);
      waiting.add(unit);
      path.push({ unit, callers: callers.get(unit) ?? [], next: 0 });
    };
    enter(start);
    for (let at = path.at(-1); at; at = path.at(-1)) {
      const caller = at.callers[at.next++];
      const lowest = low.get(at.unit) ?? 0;
      if (caller !== undefined) {
        if (!order.has(caller)) enter(caller);
        else if (waiting.has(caller)) low.set(at.unit, Math.min(lowest, order.get(caller) ?? 0));
        continue;
      }
      path.pop();
      const below = path.at(-1);
      if (below) low.set(below.unit, Math.min(low.get(below.unit) ?? 0, lowest));
      if (lowest !== order.get(at.unit)) continue;
      const part = stack.splice(stack.lastIndexOf(at.unit));
      for (const unit of part) waiting.delete(unit);
      if (part.length > 1) for (const unit of part) circles.set(unit, part);
    }
  }
  return circles;
}

/**
 * The helpers that call each helper, for those that may be in a circle. Components render each other and nobody calls a module;
 * who is called by such alone is in no circle either.
 */
function callersAmongHelpers(program: Components): Map<number, number[]> {
  const { graph } = program;
  const isHelper = (fn: number): boolean =>
    program.unitOf(fn) === fn && !program.components.has(fn) && !program.isModule(fn);
  const found = new Map<number, number[]>();
  for (const [fn, calls] of graph.calledFunctions) {
    if (!isHelper(fn)) continue;
    for (const call of calls) {
      const caller = program.unitOf(graph.fnOfCall(call));
      if (graph.calledFunctions.has(caller) && isHelper(caller)) push(found, fn, caller);
    }
  }
  return found;
}
