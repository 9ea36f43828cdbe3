/** The hooks and helpers a value went through on its way to a place, by name, in the order last entered. */
import type { Program } from '../program/program';
import type { Visited } from './visited';

const NONE: readonly string[] = [];

export class Passed {
  /** As far as they were asked for: what leads to one place is part of what leads to the next. */
  private readonly known: (readonly string[] | undefined)[] = [];

  constructor(
    private readonly program: Program,
    private readonly visited: readonly Visited[],
  ) {}

  to(index: number): readonly string[] {
    const { visited, known } = this;
    // From the last place before it of which it is known, on to it.
    const way: number[] = [];
    let at = index;
    for (; at !== -1 && !known[at]; at = visited[at]?.from ?? -1) way.push(at);
    let names = at === -1 ? NONE : (known[at] ?? NONE);
    for (const next of way.reverse()) {
      names = this.withCalled(names, at, next);
      known[next] = names;
      at = next;
    }
    return names;
  }

  /** With those that are called between one place and the next. */
  private withCalled(names: readonly string[], before: number, after: number): readonly string[] {
    const { graph, callContexts } = this.program;
    const run = this.visited[after]?.run ?? 0;
    const call = callContexts.callOf(run);
    const outer = before === -1 ? -1 : (callContexts.call[this.visited[before]?.run ?? 0] ?? -1);
    if (call === -1 || call === outer) return names;
    const called = this.program
      .targetsIn(call, callContexts.parentOf(run))
      .flatMap((fn) => graph.functions[fn]?.fact.name || []);
    return called.length === 0 ? names : [...names.filter((name) => !called.includes(name)), ...new Set(called)];
  }
}
