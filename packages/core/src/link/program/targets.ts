/**
 * What each site renders: its tag is traced to components, contexts and packages. A tag that is a parameter (of a
 * wrapper, or of a component told what to render) may be whatever its callers and sites pass.
 */
import { entryAt } from '../../model/checked';
import { FAMILIES } from '../../model/families';
import type { Graph, Origin } from '../graph/graph';
import { pascal } from '../../model/spelling';
import { isAnyField } from '../../model/signs';
import { Brought } from './componentValues';
import { dependencyKey, Memo } from '../memo/memo';
import { namesBefore } from '../graph/aliases';
import { Scopes } from './scopes';
import { PLATFORM } from '../resolve/modules';
import { nearestTo } from '../graph/nearby';
import { setTo } from '../graph/cellWrites';
import { add, sameTarget, unknownTarget, type SiteTarget } from './siteTarget';
import { sameNames, tagNames } from './tagNames';

const ROUNDS = 3;
const HANDED_IN = 'Whoever passes it in decides which component it is.';

/** What a site's tag says by itself, without what other sites hand in. */
interface Resolved {
  target: SiteTarget;
  /** Where the tag is passed in as a prop: the prop, and the component that takes it. */
  asked: { origin: Origin; fn: number }[];
  /** Where the tag is read from, as a context may be. */
  readFrom: Origin[];
}

export class Targets {
  /** By site; with holes where numbers are to spare. */
  readonly all: SiteTarget[];
  private readonly resolved: Memo<number, Resolved>;
  private readonly brought: Brought;
  private names: Map<string, number[]> | null = null;
  private readonly scopes: Scopes;
  private readonly scopesSignature: string;
  /** Sites whose tag is read from a context. */
  private readonly readFrom: { site: number; origin: Origin }[] = [];
  /** Sites whose tag is passed in as a prop, by component. */
  private readonly asked = new Map<number, { site: number; origin: Origin; fn: number }[]>();

  constructor(
    private readonly graph: Graph,
    before: Targets | null,
  ) {
    this.brought = new Brought(graph);
    this.resolved = before?.resolved ?? new Memo(graph.dependencies);
    this.scopes = new Scopes(graph);
    this.scopesSignature = this.scopes.signature;
    if (before && before.scopesSignature !== this.scopesSignature) this.resolved.clear();
    if (before?.names) {
      // A tag may mean another component, once there are others of its name.
      this.names = tagNames(this.graph);
      if (!sameNames(this.names, before.names)) this.resolved.clear();
    }
    this.all = graph.sites.map((_, site) => this.resolvedAt(site));
    this.resolveProvided();
    this.resolvePassedIn();
    this.settleElements();
    this.all.forEach((target) => {
      if (target.components.length > 0 || target.provides !== null || target.consumes !== null) target.reason = null;
    });
    if (before) this.invalidateChanged(before);
  }

  private resolvedAt(site: number): SiteTarget {
    const { guard, sites } = this.graph;
    const { target, asked, readFrom } = guard.run(
      entryAt(sites, site, 'site').file,
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
  private invalidateChanged(before: Targets): void {
    const { graph } = this;
    const { dependencies } = graph;
    const sites = Math.max(this.all.length, before.all.length);
    for (let site = 0; site < sites; site++) {
      const one = this.all[site];
      const other = before.all[site];
      if (one === other || (one && other && sameTarget(one, other))) continue;
      const entry = graph.sites[site];
      if (entry) dependencies.invalidate(entry.file);
      for (const fn of [...(one?.components ?? []), ...(other?.components ?? [])])
        dependencies.invalidate(dependencyKey.sites(fn));
      if (one?.provides !== other?.provides)
        for (const context of [one?.provides, other?.provides])
          if (context != null) dependencies.invalidate(dependencyKey.providers(context));
    }
  }

  private resolve(site: number): Resolved {
    const { graph } = this;
    const target = unknownTarget();
    const resolved: Resolved = { target, asked: [], readFrom: [] };
    const entry = graph.sites[site];
    if (!entry) return resolved;
    graph.dependencies.dependOn(entry.file);
    target.picked = isPicked(graph, graph.at(entry.file, entry.fact.tag));
    const origins = graph.trace(graph.at(entry.file, entry.fact.tag));
    for (const origin of origins) {
      const context = graph.contextOfPlace.get(origin.place);
      // What hangs on an object that may be a key is no context.
      if (context !== undefined && !(graph.contexts[context]?.fact.maybe && origin.path.length > 0)) {
        if (origin.path[0] === 'Consumer') target.consumes = context;
        else target.provides = context;
        continue;
      }
      if (this.takeFunction(origin, target) || this.takeStored(origin, target)) continue;
      if (graph.places[origin.place]?.kind === 'param') {
        this.passedIn(site, origin, resolved);
        continue;
      }
      if (graph.places[origin.place]?.kind === 'read') resolved.readFrom.push(origin);
      const named = this.byName(origin, site);
      if (named !== null) {
        add(target, { fn: named, via: -1 });
        continue;
      }
      const wrapped = this.brought.wrapped(origin, target);
      for (const inner of wrapped) add(target, inner);
      if (wrapped.length === 0) target.reason ??= this.whyUnresolved(origin.place, entry.fact.name, target);
    }
    if (target.components.length > 0) {
      target.uncertain = target.reason !== null && origins.length > resolved.asked.length;
      return resolved;
    }
    target.reason ??= this.notDefined(graph.at(entry.file, entry.fact.tag), entry.fact.name);
    target.element ||= (entry.fact.elseElement ?? false) && resolved.asked.length + resolved.readFrom.length === 0;
    return resolved;
  }

  /** In families that allow it, a tag nothing declares is the one component of that name. */
  private byName(origin: Origin, site: number): number | null {
    const { graph } = this;
    const place = graph.places[origin.place];
    const { file = 0, fact } = graph.sites[site] ?? {};
    const family = graph.familyOf(file);
    if (place?.kind !== 'unknown' || origin.path.length > 0 || !FAMILIES[family].tagsByName) return null;
    this.names ??= tagNames(this.graph);
    const mayBeLazy = graph.autoImports.isOfNuxt(graph.path(file));
    const found =
      this.names.get(place.name) ??
      (fact?.maybe ? this.names.get(place.name.slice(place.name.indexOf('['))) : undefined) ??
      (mayBeLazy ? this.names.get(notLazy(place.name)) : undefined) ??
      [];
    if (found.length < 2 || !fact) return found[0] ?? null;
    if (FAMILIES[family].pagesRender) {
      const [nearest, ...others] = nearestTo(graph.path(file), found, (fn) => graph.path(graph.fileOfFunction(fn)));
      return others.length > 0 ? null : (nearest ?? null);
    }
    const seen = this.authorsOf(graph.fnAt(file, fact.fn)).map((author) => this.scopes.seenBy(author, found));
    const only = new Set(seen.flat());
    return only.size === 1 && seen.every((one) => one.length === 1) ? ([...only][0] ?? null) : null;
  }

  /** The components that write the markup a function does: around it, or, of markup in a file of its own, those it is given to. */
  private authorsOf(fn: number): number[] {
    const { graph } = this;
    let outermost = fn;
    for (let at = fn; at !== -1; at = graph.parentOf(at)) {
      const { role, template } = graph.functions[at]?.fact ?? {};
      if (role === 'component') return [at];
      if (template) outermost = at;
    }
    return graph.callersOfFunction(outermost).map((call) => graph.fnOfCall(call));
  }

  /** A tag that a cell holds: any of what it is computed from, begins with or is set to. */
  private takeStored(origin: Origin, target: SiteTarget): boolean {
    const { graph } = this;
    if (origin.path.length > 0 || graph.places[origin.place]?.kind !== 'cell') return false;
    const begins = graph.edgesInto(origin.place).filter(({ op }) => op === 'same' || op === 'frozen');
    const from = [...begins.map((edge) => edge.from), ...setTo(graph, origin.place)];
    const found = from.flatMap((place) => this.brought.broughtBy(place, target));
    for (const one of found) add(target, one);
    return found.length > 0;
  }

  private takeFunction(origin: Origin, target: SiteTarget): boolean {
    const fn = origin.path.length === 0 ? this.graph.functionOfSelf.get(origin.place) : undefined;
    if (fn === undefined) return false;
    // `() => import('./House.vue')` where a component is expected: what it fetches.
    const fetched = this.brought.fetchedBy(fn);
    for (const one of fetched) add(target, one);
    if (fetched.length === 0) add(target, { fn, via: this.brought.madeBy(fn, origin) });
    return true;
  }

  /** A tag that is a parameter: of a wrapper, by its calls; of a component, by the sites that render it. */
  private passedIn(site: number, origin: Origin, { target, asked }: Resolved): void {
    const taker = this.graph.fnOfPlace(origin.place);
    for (const { call, through, found } of this.brought.argumentsFor(origin, target, 0)) {
      for (const one of found) add(target, one);
      // Inside a wrapper, what it renders depends on the call that made it.
      if (!through) target.byCall.set(call, [...(target.byCall.get(call) ?? []), ...found]);
    }
    asked.push({ origin, fn: taker });
    target.element ||= (this.graph.sites[site]?.fact.elseElement ?? false) || this.isElementByDefault(origin, taker);
    target.reason ??= HANDED_IN;
  }

  /** A tag is an element by default, or where everybody passes in the name of one; not where that cannot be followed. */
  private settleElements(): void {
    const { graph } = this;
    const named = new Set<SiteTarget>();
    const spread = new Set<SiteTarget>();
    const open = new Set<SiteTarget>();
    this.all.forEach(({ components }, site) => {
      for (const fn of components)
        for (const { site: inner, origin } of this.asked.get(fn) ?? []) {
          const props = graph.sites[site]?.fact.props ?? [];
          const passed = props.find((prop) => prop.name === origin.path[0]);
          const target = this.all[inner];
          if (!target) continue;
          if (passed) (passed.literal === null ? open : named).add(target);
          else if (props.some((prop) => prop.name === null)) spread.add(target);
        }
    });
    for (const target of named) target.element ||= !spread.has(target);
    for (const target of open) target.element = false;
    this.all.forEach((target) => {
      if (target.element && target.reason === HANDED_IN)
        target.reason = 'It is an HTML element: nobody passes in anything else.';
      else if (target.element && target.components.length === 0) target.reason = 'It is an HTML element.';
    });
  }

  /** `component: Tag = 'div'` */
  private isElementByDefault({ path }: Origin, taker: number): boolean {
    const prop = this.graph.functions[taker]?.fact.props?.find((one) => one.name === path[0]);
    return path.length === 1 && /^['"`]/.test(prop?.default ?? '');
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
        const valueProp = entry?.fact.props.find((prop) => prop.name === 'value');
        if (provides !== context || !entry || valueProp?.place == null) return;
        for (const from of this.traceComputed(graph.at(entry.file, valueProp.place), origin.path))
          this.takePassed(from, target);
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

  private resolvePassedIn(): void {
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
              this.takePassed(from, target);
            changed ||= target.targets.length > before;
          }
      if (!changed) return;
    }
  }

  private takePassed(from: Origin, target: SiteTarget): void {
    if (this.takeFunction(from, target)) return;
    const imported = this.graph.importedAs(from.place);
    if (imported?.resolution.kind === 'outside') {
      target.outside = true;
      target.reason = `It comes from the package “${imported.source}”, outside the project.`;
    }
    for (const inner of this.brought.wrapped(from, target)) add(target, inner);
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
          return `It comes from “${source}”, which is not a source file.`;
        case 'missing':
          return resolution.reason;
        case 'file':
          // A build for one platform takes its files all over, also those behind files that are for all.
          if (PLATFORM.test(graph.path(graph.fileOf(place))))
            return 'Files that replace others on one platform are not followed everywhere.';
          return `“${graph.path(resolution.file)}” does not export “${name}”.`;
      }
    }
    if (graph.places[place]?.kind === 'computed') {
      const call = graph.callOfResult.get(place);
      const callee = call === undefined ? '' : graph.calls[call]?.fact.name;
      return callee ? `It is the result of ${callee}(), which could not be followed.` : 'It is computed at run time.';
    }
    return this.notDefined(place, name);
  }

  /** A tag that is no name of something, but an expression, may bring anything. */
  private notDefined(place: number, name: string): string {
    const written = pascal(name.slice(name.lastIndexOf('.') + 1));
    const { kind, name: known = '' } = this.graph.places[place] ?? {};
    return kind === 'unknown' && pascal(known) === written
      ? `Nothing in the project defines “${name}”.`
      : 'Which component it is, is only known at run time.';
  }
}

/** `LazyTray` is `Tray`, fetched when it is shown first. */
function notLazy(name: string): string {
  return name.replace(/^Lazy(?=[A-Z])/, '');
}

/** Whether a tag is taken out of a list or an object by a key that is known at run time, by whoever goes through a list too. */
function isPicked(graph: Graph, tag: number): boolean {
  const before = namesBefore(graph, tag, ({ op }) => op === 'same' || op === 'get');
  return [...before].some(
    (place) => isElement(graph, place) || argumentsAs(graph, place).some((one) => isElement(graph, one)),
  );
}

function isElement(graph: Graph, place: number): boolean {
  return graph.edgesInto(place).some((edge) => edge.op === 'get' && isAnyField(edge.field));
}

/** What the callers of a function of the same file give for one of its parameters. */
function argumentsAs(graph: Graph, place: number): number[] {
  const fn = graph.places[place]?.kind === 'param' ? graph.fnOfPlace(place) : -1;
  const entry = graph.functions[fn];
  if (!entry) return [];
  const index = entry.fact.params.findIndex((param) => graph.at(entry.file, param) === place);
  return graph.callersOfFunction(fn).flatMap((call) => {
    const numbered = graph.calls[call];
    const arg = numbered?.file === entry.file ? numbered.fact.args[index] : null;
    return arg == null ? [] : [graph.at(entry.file, arg)];
  });
}
