/**
 * What each site renders: its tag is traced to components, contexts and packages. A tag that is a parameter (of a wrapper
 * written in the project, of a component that is told what to render) may be whatever its callers and sites give.
 */
import { FAMILIES } from '../model/families';
import type { Graph, Origin } from './graph';
import { pascal } from '../model/spelling';
import { isAnyField } from '../model/signs';
import { about, Kept } from './kept';
import { namesBefore } from './names';
import { sameList } from './lists';

/** A component, and the wrapper's call that made it: each call makes one of its own. -1 where no wrapper did. */
export interface Target {
  fn: number;
  via: number;
}

/** What a site's tag turned out to be. */
export interface SiteTarget {
  targets: Target[];
  /** Inside a wrapper: what it renders when it was made by a call, by that call. */
  byCall: Map<number, Target[]>;
  /** Functions of the components it may render, in the order found. */
  components: number[];
  /** The context it provides or reads, by the context's number. */
  provides: number | null;
  consumes: number | null;
  /** Why it was not resolved; null where it was. */
  reason: string | null;
  /** True where the tag belongs to a package outside the project. */
  outside: boolean;
  /** True where it is taken out of several by a key that is chosen while the program runs: `parts[kind]`. */
  picked: boolean;
  /** True where it is an element of the page unless something else is handed in, and nobody hands in what cannot be followed. */
  element: boolean;
}

const ROUNDS = 3;
const HANDED_IN = 'Which component it is, is decided by whoever hands it in.';

/** What a site's tag says by itself, without what other sites hand in. */
interface Resolved {
  target: SiteTarget;
  /** Where the tag is handed in as a prop: the prop, and the component that takes it. */
  asked: { origin: Origin; fn: number }[];
  /** Where the tag is read from, as a context may be. */
  readFrom: Origin[];
}

export class Targets {
  /** By site; with holes where numbers are to spare. */
  readonly all: SiteTarget[];
  private readonly resolved: Kept<number, Resolved>;
  private names: Map<string, number[]> | null = null;
  /** Sites whose tag is read from a context. */
  private readonly readFrom: { site: number; origin: Origin }[] = [];
  /** Sites whose tag is handed in as a prop, by component. */
  private readonly asked = new Map<number, { site: number; origin: Origin; fn: number }[]>();

  constructor(
    private readonly graph: Graph,
    before: Targets | null,
  ) {
    this.resolved = before?.resolved ?? new Kept(graph.reads);
    if (before?.names) {
      // A tag may mean another component, once there are others of its name.
      this.names = this.findNames();
      if (!sameNames(this.names, before.names)) this.resolved.clear();
    }
    this.all = graph.sites.map((_, site) => this.resolvedAt(site));
    this.resolveProvided();
    this.resolveHandedIn();
    this.settleElements();
    this.all.forEach((target) => {
      if (target.components.length > 0 || target.provides !== null || target.consumes !== null) target.reason = null;
    });
    if (before) this.touchChanged(before);
  }

  private resolvedAt(site: number): SiteTarget {
    const { guard, sites } = this.graph;
    const { target, asked, readFrom } = guard.run(
      sites[site]?.file ?? 0,
      () => this.resolved.get(site, () => this.resolve(site)),
      { target: { ...unknownTarget(), reason: 'It is nested too deeply.' }, asked: [], readFrom: [] },
    );
    for (const { origin, fn } of asked) {
      const list = this.asked.get(fn);
      if (list) list.push({ site, origin, fn });
      else this.asked.set(fn, [{ site, origin, fn }]);
    }
    for (const origin of readFrom) this.readFrom.push({ site, origin });
    const { targets, components, byCall } = target;
    return { ...target, targets: [...targets], components: [...components], byCall: new Map(byCall) };
  }

  /** Touches what renders something else than before, and what is rendered elsewhere. */
  private touchChanged(before: Targets): void {
    const { graph } = this;
    const { reads } = graph;
    const sites = Math.max(this.all.length, before.all.length);
    for (let site = 0; site < sites; site++) {
      const one = this.all[site];
      const other = before.all[site];
      if (one === other || (one && other && sameTarget(one, other))) continue;
      const entry = graph.sites[site];
      if (entry) reads.touch(entry.file);
      for (const fn of [...(one?.components ?? []), ...(other?.components ?? [])]) reads.touch(about.sites(fn));
    }
  }

  private resolve(site: number): Resolved {
    const { graph } = this;
    const target = unknownTarget();
    const resolved: Resolved = { target, asked: [], readFrom: [] };
    const entry = graph.sites[site];
    if (!entry) return resolved;
    graph.reads.note(entry.file);
    target.picked = isPicked(graph, graph.at(entry.file, entry.fact.tag));
    for (const origin of graph.trace(graph.at(entry.file, entry.fact.tag))) {
      const context = graph.contextOfPlace.get(origin.place);
      if (context !== undefined) {
        if (origin.path[0] === 'Consumer') target.consumes = context;
        else target.provides = context;
        continue;
      }
      if (this.takeFunction(origin, target) || this.takeComputed(origin, target)) continue;
      if (graph.places[origin.place]?.kind === 'param') {
        this.handedIn(site, origin, resolved);
        continue;
      }
      if (graph.places[origin.place]?.kind === 'read') resolved.readFrom.push(origin);
      const named = this.byName(origin, entry.file);
      if (named !== null) {
        add(target, { fn: named, via: -1 });
        continue;
      }
      const wrapped = this.wrapped(origin.place, target, 0);
      for (const inner of wrapped) add(target, inner);
      if (wrapped.length === 0) target.reason ??= this.whyUnresolved(origin.place, entry.fact.name, target);
    }
    if (target.components.length === 0)
      target.reason ??= this.notDefined(graph.at(entry.file, entry.fact.tag), entry.fact.name);
    return resolved;
  }

  /** In families that allow it, a tag nothing declares is the one component of that name. */
  private byName(origin: Origin, file: number): number | null {
    const { graph } = this;
    const place = graph.places[origin.place];
    const family = graph.files[file]?.family ?? 'react';
    if (place?.kind !== 'unknown' || origin.path.length > 0 || !FAMILIES[family].tagsByName) return null;
    this.names ??= this.findNames();
    const found = this.names.get(place.name) ?? [];
    return found.length === 1 ? (found[0] ?? null) : null;
  }

  private findNames(): Map<string, number[]> {
    const { graph } = this;
    const names = new Map<string, number[]>();
    graph.functions.forEach(({ fact, file }, fn) => {
      if (fact.role === 'component' && FAMILIES[graph.files[file]?.family ?? 'react'].tagsByName)
        for (const name of new Set([fact.name, fact.ownName ?? fact.name]))
          names.set(name, [...(names.get(name) ?? []), fn]);
    });
    // A name that a component was registered under is that component's alone.
    graph.files.forEach((facts, own) => {
      for (const { name, place: given } of facts.registers) {
        const functions = graph.functionsAt(graph.at(own, given));
        if (functions.length > 0) names.set(name, functions);
      }
    });
    return names;
  }

  /** A tag that is computed: any of what it may come out as. */
  private takeComputed(origin: Origin, target: SiteTarget): boolean {
    const { graph } = this;
    if (origin.path.length > 0 || graph.places[origin.place]?.kind !== 'cell') return false;
    const found = graph
      .edgesInto(origin.place)
      .filter((edge) => edge.op === 'same')
      .flatMap((edge) => graph.trace(edge.from))
      .filter((from) => this.takeFunction(from, target));
    return found.length > 0;
  }

  private takeFunction(origin: Origin, target: SiteTarget): boolean {
    const fn = origin.path.length === 0 ? this.graph.functionOfSelf.get(origin.place) : undefined;
    if (fn === undefined) return false;
    add(target, { fn, via: this.madeBy(fn, origin) });
    return true;
  }

  /** The call of a wrapper that brought a component it writes inside; -1 where it stands at a module's top level. */
  private madeBy(fn: number, origin: Origin): number {
    const { graph } = this;
    const calls = origin.calls ?? [];
    for (let i = calls.length - 1; i >= 0; i--) {
      const call = calls[i] ?? -1;
      for (const maker of graph.targetsOf(call))
        for (let f = graph.functions[fn]?.parent ?? -1; f !== -1; f = graph.functions[f]?.parent ?? -1)
          if (f === maker) return call;
    }
    return -1;
  }

  /** A tag that is a parameter: of a wrapper, by its calls; of a component, by the sites that render it. */
  private handedIn(site: number, origin: Origin, { target, asked }: Resolved): void {
    const taker = this.graph.fnOfPlace(origin.place);
    for (const { call, through, found } of this.givenFor(origin, target, 0)) {
      for (const one of found) add(target, one);
      // Inside a wrapper, what it renders depends on the call that made it.
      if (!through) target.byCall.set(call, [...(target.byCall.get(call) ?? []), ...found]);
    }
    asked.push({ origin, fn: taker });
    target.element ||= (this.graph.sites[site]?.fact.elseElement ?? false) || this.isElementByDefault(origin, taker);
    target.reason ??= HANDED_IN;
  }

  /** A tag is an element by default, or where everybody hands in the name of one; not where that cannot be followed. */
  private settleElements(): void {
    const { graph } = this;
    const named = new Set<SiteTarget>();
    const spread = new Set<SiteTarget>();
    const open = new Set<SiteTarget>();
    this.all.forEach(({ components }, site) => {
      for (const fn of components)
        for (const { site: inner, origin } of this.asked.get(fn) ?? []) {
          const props = graph.sites[site]?.fact.props ?? [];
          const given = props.find((prop) => prop.name === origin.path[0]);
          const target = this.all[inner];
          if (!target) continue;
          if (given) (given.literal === null ? open : named).add(target);
          else if (props.some((prop) => prop.name === null)) spread.add(target);
        }
    });
    for (const target of named) target.element ||= !spread.has(target);
    for (const target of open) target.element = false;
    this.all.forEach((target) => {
      if (target.element && target.reason === HANDED_IN)
        target.reason = 'It is an element of the page: nobody hands in anything else.';
    });
  }

  /** `component: Tag = 'div'` */
  private isElementByDefault({ path }: Origin, taker: number): boolean {
    const prop = this.graph.functions[taker]?.fact.props?.find((one) => one.name === path[0]);
    return path.length === 1 && /^['"`]/.test(prop?.default ?? '');
  }

  /** What the callers of a function give for one of its parameters. A call it came back through says which is meant. */
  private givenFor(
    origin: Origin,
    target: SiteTarget,
    depth: number,
  ): { call: number; through: boolean; found: Target[] }[] {
    const { graph } = this;
    const taker = graph.fnOfPlace(origin.place);
    const entry = graph.functions[taker];
    const index = entry?.fact.params.findIndex((param) => graph.at(entry.file, param) === origin.place) ?? -1;
    const passed = (origin.calls ?? []).filter((call) => graph.targetsOf(call).includes(taker));
    const calls = passed.length > 0 ? passed : graph.callersOfFunction(taker);
    return calls.flatMap((call) => {
      const given = graph.calls[call];
      const arg = given?.fact.args[index];
      if (given) graph.reads.note(given.file);
      if (!given || arg == null || depth > 4) return [];
      const found = graph.trace(graph.at(given.file, arg), origin.path).flatMap((from): Target[] => {
        const own = this.functionsOf(from);
        if (own.length > 0) return own;
        if (graph.places[from.place]?.kind === 'param') {
          const calls = [...(origin.calls ?? []), ...(from.calls ?? [])];
          return this.givenFor({ ...from, calls }, target, depth + 1).flatMap((one) => one.found);
        }
        return this.wrapped(from.place, target, 0);
      });
      return [{ call, through: passed.length > 0, found }];
    });
  }

  private functionsOf(origin: Origin): Target[] {
    const fn = origin.path.length === 0 ? this.graph.functionOfSelf.get(origin.place) : undefined;
    return fn === undefined ? [] : [{ fn, via: this.madeBy(fn, origin) }];
  }

  /** A tag that is read from a context is whatever those who provide it give. */
  private resolveProvided(): void {
    if (this.readFrom.length === 0) return;
    const { graph } = this;
    const contextOf = new Map<number, number>();
    graph.contextReads.forEach(({ fact, file }) => {
      for (const origin of graph.trace(graph.at(file, fact.context))) {
        const context = origin.path.length === 0 ? graph.contextOfPlace.get(origin.place) : undefined;
        if (context !== undefined) contextOf.set(graph.at(file, fact.result), context);
      }
    });
    for (const { site, origin } of this.readFrom) {
      const target = this.all[site];
      const context = contextOf.get(origin.place);
      if (!target || context === undefined) continue;
      this.all.forEach(({ provides }, provider) => {
        const entry = graph.sites[provider];
        const given = entry?.fact.props.find((prop) => prop.name === 'value');
        if (provides !== context || !entry || given?.place == null) return;
        for (const from of this.traceComputed(graph.at(entry.file, given.place), origin.path))
          this.takeGiven(from, target);
      });
    }
  }

  /** As tracing, but on through what is computed once and kept. */
  private traceComputed(place: number, path: readonly string[]): Origin[] {
    const { graph } = this;
    return graph.trace(place, [...path]).flatMap((origin) => {
      if (graph.places[origin.place]?.kind !== 'cell') return [origin];
      return graph
        .edgesInto(origin.place)
        .flatMap((edge) => (edge.op === 'same' ? graph.trace(edge.from, origin.path) : []));
    });
  }

  private resolveHandedIn(): void {
    const { graph } = this;
    for (let round = 0; round < ROUNDS; round++) {
      let changed = false;
      for (let site = 0; site < this.all.length; site++)
        for (const fn of this.all[site]?.components ?? [])
          for (const { site: inner, origin } of this.asked.get(fn) ?? []) {
            const target = this.all[inner];
            const [name, ...after] = origin.path;
            const entry = graph.sites[site];
            if (!target || !entry || name === undefined) continue;
            const before = target.targets.length;
            for (const from of graph.trace(graph.at(entry.file, entry.fact.propsPlace), [name, ...after]))
              this.takeGiven(from, target);
            changed ||= target.targets.length > before;
          }
      if (!changed) return;
    }
  }

  private takeGiven(from: Origin, target: SiteTarget): void {
    if (this.takeFunction(from, target)) return;
    const imported = this.graph.importedAs(from.place);
    if (imported?.resolution.kind === 'outside') {
      target.outside = true;
      target.reason = `It comes from the package “${imported.source}”, outside the project.`;
    }
    for (const inner of this.wrapped(from.place, target, 0)) add(target, inner);
  }

  /**
   * A wrapper from outside (`observer(Tray)`, `connect(pick)(Tray)`) renders what it is given: the component among its
   * arguments, or among those of the call that made it. Where there is none, what comes out belongs to that package.
   */
  private wrapped(place: number, target: SiteTarget, depth: number): Target[] {
    const { graph } = this;
    const call = graph.callOfResult.get(place);
    const entry = call === undefined ? undefined : graph.calls[call];
    if (!entry || depth > 3) return [];
    const found: Target[] = [];
    for (const arg of entry.fact.args) {
      if (arg === null) continue;
      for (const origin of graph.trace(graph.at(entry.file, arg))) {
        const fn = origin.path.length === 0 ? graph.functionOfSelf.get(origin.place) : undefined;
        const role = fn === undefined ? undefined : graph.functions[fn]?.fact.role;
        if (fn !== undefined && (role === 'component' || role === 'candidate'))
          found.push({ fn, via: this.madeBy(fn, origin) });
        else found.push(...this.wrapped(origin.place, target, depth + 1));
      }
    }
    if (found.length > 0 && call !== undefined && graph.targetsOf(call).length === 0) target.outside = true;
    for (const origin of graph.trace(graph.at(entry.file, entry.fact.callee))) {
      const imported = graph.importedAs(origin.place);
      if (imported?.resolution.kind === 'outside') {
        target.outside = true;
        target.reason ??= `It is made by the package “${imported.source}”, outside the project.`;
      } else found.push(...this.wrapped(origin.place, target, depth + 1));
    }
    return found;
  }

  private whyUnresolved(place: number, name: string, target: SiteTarget): string {
    const { graph } = this;
    const imported = graph.importedAs(place);
    if (imported) {
      const { resolution, source } = imported;
      switch (resolution.kind) {
        case 'outside':
          target.outside = true;
          return `It comes from the package “${source}”, outside the project.`;
        case 'asset':
          target.outside = true;
          return `It comes from “${source}”, which is no source.`;
        case 'missing':
          return resolution.reason;
        case 'file':
          return `“${graph.path(resolution.file)}” exports nothing that “${name}” could be.`;
      }
    }
    if (graph.places[place]?.kind === 'computed') {
      const call = graph.callOfResult.get(place);
      const callee = call === undefined ? '' : graph.calls[call]?.fact.name;
      return callee ? `It is made by a call of ${callee}, which could not be followed.` : 'It is computed.';
    }
    return this.notDefined(place, name);
  }

  /** A tag that is no name of something, but an expression, may bring anything. */
  private notDefined(place: number, name: string): string {
    const written = pascal(name.slice(name.lastIndexOf('.') + 1));
    return pascal(this.graph.places[place]?.name ?? '') === written
      ? `Nothing in the project defines “${name}”.`
      : 'Which component it is, is decided while it runs.';
  }
}

function isPicked(graph: Graph, tag: number): boolean {
  const before = namesBefore(graph, tag, ({ op }) => op === 'same' || op === 'get');
  return [...before].some((place) =>
    graph.edgesInto(place).some((edge) => edge.op === 'get' && isAnyField(edge.field)),
  );
}

function unknownTarget(): SiteTarget {
  return {
    targets: [],
    byCall: new Map(),
    components: [],
    provides: null,
    consumes: null,
    reason: null,
    outside: false,
    picked: false,
    element: false,
  };
}

function add(target: SiteTarget, one: Target): void {
  if (!target.targets.some((known) => known.fn === one.fn && known.via === one.via)) target.targets.push(one);
  if (!target.components.includes(one.fn)) target.components.push(one.fn);
}

function sameTarget(a: SiteTarget, b: SiteTarget): boolean {
  if (a.provides !== b.provides || a.consumes !== b.consumes || a.reason !== b.reason) return false;
  if (a.outside !== b.outside || a.picked !== b.picked || a.element !== b.element || a.byCall.size !== b.byCall.size)
    return false;
  if (!sameTargets(a.targets, b.targets)) return false;
  for (const [call, targets] of a.byCall) if (!sameTargets(targets, b.byCall.get(call))) return false;
  return true;
}

function sameTargets(a: readonly Target[], b: readonly Target[] | undefined): boolean {
  return !!b && a.length === b.length && a.every(({ fn, via }, i) => b[i]?.fn === fn && b[i].via === via);
}

function sameNames(a: ReadonlyMap<string, readonly number[]>, b: ReadonlyMap<string, readonly number[]>): boolean {
  if (a.size !== b.size) return false;
  for (const [name, functions] of a) if (!sameList(functions, b.get(name))) return false;
  return true;
}
