/** The components a value may be: itself one, loaded by a function, passed in by callers, or wrapped by a package. */
import type { Graph, Origin } from '../graph/graph';
import type { SiteTarget, Target } from './siteTarget';

export class Brought {
  constructor(private readonly graph: Graph) {}

  /** The components a value is or, where it is a function that makes them, brings. */
  broughtBy(place: number, target: SiteTarget): Target[] {
    const { graph } = this;
    return graph.trace(place).flatMap((origin) => {
      const fn = origin.path.length === 0 ? graph.functionOfSelf.get(origin.place) : undefined;
      const entry = fn === undefined ? undefined : graph.functions[fn];
      if (fn === undefined || !entry || entry.fact.role === 'component' || entry.fact.role === 'candidate')
        return this.madeOf(origin, target);
      const fetched = this.fetchedBy(fn);
      if (fetched.length > 0) return fetched;
      return graph.trace(graph.at(entry.file, entry.fact.result)).flatMap((brought) => this.madeOf(brought, target));
    });
  }

  private madeOf(origin: Origin, target: SiteTarget): Target[] {
    if (this.graph.places[origin.place]?.kind !== 'param') return this.functionsOf(origin);
    return this.argumentsFor(origin, target, 0).flatMap(({ found }) => found);
  }

  /** The call of a wrapper that brought a component it writes inside; -1 where it stands at a module's top level. */
  madeBy(fn: number, origin: Origin): number {
    const { graph } = this;
    const calls = origin.calls ?? [];
    for (let i = calls.length - 1; i >= 0; i--) {
      const call = calls[i] ?? -1;
      for (const maker of graph.targetsOf(call))
        for (let f = graph.parentOf(fn); f !== -1; f = graph.parentOf(f)) if (f === maker) return call;
    }
    return -1;
  }

  /** What the callers of a function give for one of its parameters. A call it came back through says which is meant. */
  argumentsFor(
    origin: Origin,
    target: SiteTarget,
    depth: number,
    before?: Set<string>,
  ): { call: number; through: boolean; found: Target[] }[] {
    const { graph } = this;
    const { through, calls } = this.callsFor(origin);
    const index = this.indexOf(origin);
    return calls.flatMap((call) => {
      const entry = graph.calls[call];
      const arg = entry?.fact.args[index];
      if (entry) graph.dependencies.dependOn(entry.file);
      // On the way from one call, each other one is looked through once.
      const seen = before ?? new Set<string>();
      const key = `${call} ${index} ${origin.path.join('.')}`;
      if (!entry || arg == null || depth > 4 || seen.has(key)) return [];
      seen.add(key);
      const found = graph.trace(graph.at(entry.file, arg), origin.path).flatMap((from): Target[] => {
        const own = this.functionsOf(from);
        if (own.length > 0) return own;
        if (graph.places[from.place]?.kind === 'param') {
          const calls = [...(origin.calls ?? []), ...(from.calls ?? [])];
          return this.argumentsFor({ ...from, calls }, target, depth + 1, seen).flatMap((one) => one.found);
        }
        return this.wrapped(from, target);
      });
      return [{ call, through, found }];
    });
  }

  /** The calls that give a parameter its value; those the way came back through, where it did. */
  private callsFor(origin: Origin): { through: boolean; calls: readonly number[] } {
    const { graph } = this;
    const taker = graph.fnOfPlace(origin.place);
    const passed = (origin.calls ?? []).filter((call) => graph.targetsOf(call).includes(taker));
    return passed.length > 0
      ? { through: true, calls: passed }
      : { through: false, calls: graph.callersOfFunction(taker) };
  }

  /** Which of its function's parameters a place is; -1 for none. */
  private indexOf({ place }: Origin): number {
    const { graph } = this;
    const entry = graph.functions[graph.fnOfPlace(place)];
    return entry?.fact.params.findIndex((param) => graph.at(entry.file, param) === place) ?? -1;
  }

  functionsOf(origin: Origin): Target[] {
    const fn = origin.path.length === 0 ? this.graph.functionOfSelf.get(origin.place) : undefined;
    return fn === undefined ? [] : [{ fn, via: this.madeBy(fn, origin) }];
  }

  /**
   * A wrapper from outside (`observer(Tray)`, `connect(pick)(Tray)`) renders what it is given: the component among its
   * arguments, or among those of the call that made it. Where there is none, what comes out belongs to that package. Inside a
   * wrapper of the project, the calls that the value came back through say which of those components is meant.
   */
  wrapped({ place, calls = [] }: Pick<Origin, 'place' | 'calls'>, target: SiteTarget, depth = 0): Target[] {
    const { graph } = this;
    const call = graph.callOfResult.get(place);
    const inside = (origin: Origin): Origin => ({ ...origin, calls: [...calls, ...(origin.calls ?? [])] });
    const entry = call === undefined ? undefined : graph.calls[call];
    if (!entry || depth > 3) return [];
    const found: Target[] = [];
    // What a template mentions is no component that it wraps: `styled.div` with a rule for those inside it.
    for (const arg of entry.fact.template ? [] : entry.fact.args) {
      if (arg === null) continue;
      for (const origin of graph.trace(graph.at(entry.file, arg)).map(inside)) {
        const fn = origin.path.length === 0 ? graph.functionOfSelf.get(origin.place) : undefined;
        const role = fn === undefined ? undefined : graph.functions[fn]?.fact.role;
        if (fn !== undefined && (role === 'component' || role === 'candidate'))
          found.push({ fn, via: this.madeBy(fn, origin) });
        else if (fn !== undefined) found.push(...this.fetchedBy(fn));
        else found.push(...this.wrapped(origin, target, depth + 1));
      }
      // `loadable({ loader: () => import('./House') })`
      if (graph.places[graph.at(entry.file, arg)]?.kind === 'object')
        for (const fn of graph.functionsAt(graph.at(entry.file, arg), ['loader'])) found.push(...this.fetchedBy(fn));
    }
    if (found.length > 0 && call !== undefined && graph.targetsOf(call).length === 0) target.outside = true;
    for (const origin of graph.trace(graph.at(entry.file, entry.fact.callee)).map(inside)) {
      if (graph.places[origin.place]?.kind === 'param') found.push(...this.fetchedByArgument(origin));
      const imported = graph.importedAs(origin.place);
      if (imported?.resolution.kind === 'outside') {
        target.outside = true;
        target.reason ??= `The package “${imported.source}”, outside the project, creates it.`;
      } else found.push(...this.wrapped(origin, target, depth + 1));
    }
    return found;
  }

  /** `(load) => lazy(load)`: what the functions fetch that callers give. */
  private fetchedByArgument(origin: Origin): Target[] {
    const { graph } = this;
    const index = this.indexOf(origin);
    return this.callsFor(origin).calls.flatMap((call) => {
      const entry = graph.calls[call];
      const arg = entry?.fact.args[index];
      if (!entry || arg == null) return [];
      graph.dependencies.dependOn(entry.file);
      return graph.functionsAt(graph.at(entry.file, arg), origin.path).flatMap((fn) => this.fetchedBy(fn));
    });
  }

  /** The default export of the module a function fetches, also as `{ component: import('./House.vue') }`. */
  fetchedBy(fn: number): Target[] {
    const { graph } = this;
    const entry = graph.functions[fn];
    if (!entry || entry.fact.role === 'component') return [];
    graph.dependencies.dependOn(entry.file);
    const result = graph.at(entry.file, entry.fact.result);
    return [['default'], ['component', 'default']]
      .flatMap((path) => graph.trace(result, path))
      .flatMap((origin) => this.functionsOf(origin))
      .filter(({ fn: made }) => graph.functions[made]?.fact.role === 'component');
  }
}
