/**
 * Functions whose runs must be told apart call by call: they create a cell, read a context, render markup, call a
 * parameter, or let a closure escape. All others treat a value alike whoever calls them, and are followed once per
 * way a value arrives (Reps, Horwitz and Sagiv, “Precise Interprocedural Dataflow Analysis via Graph Reachability”,
 * 1995: results return to the calls the value came from and to no others).
 */
import { Memo } from '../memo/memo';
import type { Components } from './components';

/** An argument that a function is given. */
interface Taken {
  fn: number;
  index: number;
}

/** What the facts of one file say about its own functions. */
interface Seeds {
  /** Arguments that are called. */
  taken: readonly Taken[];
  apart: readonly number[];
}

const NO_SEEDS: Seeds = { taken: [], apart: [] };

export class ContextSensitive {
  private readonly seeds: Memo<number, Seeds>;
  /** Outermost functions whose runs differ by what is called in them. */
  private readonly calling = new Set<number>();
  private readonly all = new Set<number>();

  constructor(
    private readonly program: Components,
    before: ContextSensitive | null,
  ) {
    const { graph, dependencies } = program;
    this.seeds = before?.seeds ?? new Memo(dependencies);
    const seeds = graph.files.map((_, file) =>
      graph.guard.run(file, () => this.seeds.get(file, () => this.seedsIn(file)), NO_SEEDS),
    );
    this.noteCalling(seeds.flatMap(({ taken }) => taken));
    this.noteApart(seeds.flatMap(({ apart }) => apart));
    if (!before) return;
    this.invalidateOthers(this.calling, before.calling);
    this.invalidateOthers(before.calling, this.calling);
    this.invalidateOthers(this.all, before.all);
    this.invalidateOthers(before.all, this.all);
  }

  /** Whether a function's runs on behalf of one component differ by what they call. */
  callsItsParams(unit: number): boolean {
    return this.calling.has(unit);
  }

  has(fn: number): boolean {
    return this.all.has(fn);
  }

  private invalidateOthers(some: ReadonlySet<number>, others: ReadonlySet<number>): void {
    const { graph, dependencies } = this.program;
    for (const fn of some) {
      // One that is gone stood in a file that was edited.
      const entry = others.has(fn) ? undefined : graph.functions[fn];
      if (entry) dependencies.invalidate(entry.file);
    }
  }

  /** Functions that call what they are given, themselves or by handing it on. */
  private noteCalling(queue: Taken[]): void {
    const { program } = this;
    const { graph } = program;
    const seen = new Set<string>();
    for (let taken = queue.pop(); taken; taken = queue.pop()) {
      const key = `${taken.fn}:${taken.index}`;
      if (seen.has(key)) continue;
      seen.add(key);
      this.calling.add(program.unitOf(taken.fn));
      this.all.add(taken.fn);
      for (const call of graph.callersOfFunction(taken.fn)) {
        const entry = graph.calls[call];
        const arg = entry?.fact.args[taken.index];
        if (entry && arg != null) queue.push(...this.takenAt(graph.at(entry.file, arg)));
      }
    }
  }

  /** What is told apart makes whoever calls it, and whatever stands around it, be told apart. */
  private noteApart(seeds: readonly number[]): void {
    const { graph } = this.program;
    const seen = new Set<number>();
    const queue = [...seeds];
    for (let fn = queue.pop(); fn !== undefined; fn = queue.pop()) {
      if (seen.has(fn)) continue;
      seen.add(fn);
      this.all.add(fn);
      const parent = graph.parentOf(fn);
      if (parent !== -1) queue.push(parent);
      for (const call of graph.callersOfFunction(fn)) queue.push(graph.fnOfCall(call));
    }
  }

  private seedsIn(file: number): Seeds {
    const { graph, dependencies } = this.program;
    dependencies.dependOn(file);
    const facts = graph.files[file];
    if (!facts) return NO_SEEDS;
    const apart = new Set<number>();
    for (const list of [
      facts.cells,
      facts.contextReads,
      facts.sites,
      facts.clones,
      facts.handles,
      facts.parentInstances,
    ])
      for (const { fn } of list) apart.add(graph.fnAt(file, fn));
    const called = new Set(facts.calls.map(({ callee }) => callee));
    for (const { self, parent } of facts.functions)
      // A function that is only called where it stands is part of the one around it; others get out.
      if (parent !== null && parent !== 0 && (!called.has(self) || this.getsOut(graph.at(file, self))))
        apart.add(graph.fnAt(file, parent));
    const taken = facts.calls.flatMap(({ callee }, index) =>
      graph.targetsOf(graph.callAt(file, index)).length > 0 ? [] : this.takenAt(graph.at(file, callee)),
    );
    return { taken, apart: [...apart] };
  }

  private getsOut(self: number): boolean {
    const { graph } = this.program;
    return (
      graph.firstOut(self) !== undefined ||
      graph.callsWithArg(self).length > 0 ||
      graph.callsWithReceiver(self).length > 0
    );
  }

  /** The parameters of helpers that a place holds. */
  private takenAt(place: number): Taken[] {
    const { program } = this;
    const { graph } = program;
    return graph.trace(place).flatMap((origin): Taken[] => {
      if (origin.path.length > 0 || graph.places[origin.place]?.kind !== 'param') return [];
      const fn = graph.fnOfPlace(origin.place);
      const entry = graph.functions[fn];
      if (!entry || program.components.has(fn)) return [];
      return [{ fn, index: entry.fact.params.findIndex((param) => graph.at(entry.file, param) === origin.place) }];
    });
  }
}
