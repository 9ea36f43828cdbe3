/** Phase 2, linking: the facts of all files as one program of components, sites and contexts. */
import type { FileFacts, PropFact } from '../model/facts';
import type { Family } from '../model/documents';
import { Graph } from './graph';
import { nameFromPath } from '../read/script/names';
import { Contexts, Paths } from './intern';
import type { ConfigFile } from './modules';
import { fileRoutes } from '../read/fileRoutes';
import { modelsFor } from './models';
import { joinAbove, type Reached } from './above';
import { joinRoutes } from './routes';
import { mixesUnknown, typedProps } from './types';
import { Targets, type SiteTarget, type Target } from './targets';

export interface ProjectInput {
  name: string;
  files: readonly FileFacts[];
  configs: readonly ConfigFile[];
  /** How many files were left out, by reason. */
  skipped: Record<string, number>;
}

export interface ComponentInfo {
  /** Its function's project-wide number. */
  fn: number;
  id: string;
  name: string;
  family: Family;
  file: number;
  props: readonly PropFact[];
  takesRest: boolean;
  /** Its props' type is declared where it cannot be seen: there may be more of them. */
  openType: boolean;
  /** The place its props object arrives in; null where it takes none. */
  propsPlace: number | null;
}

/** How a call is made: of a known function, of a function that came from elsewhere, or of something outside. */
export type CallKind = 'known' | 'handed' | 'outside';

const MAX_RUNS = 300;

export class Program {
  readonly graph: Graph;
  readonly paths = new Paths();
  readonly contexts = new Contexts();
  readonly components = new Map<number, ComponentInfo>();
  readonly componentById = new Map<string, ComponentInfo>();
  readonly siteTargets: readonly SiteTarget[];
  private readonly vias = new Map<number, Set<number>>();
  private readonly units: number[] = [];
  private readonly runs = new Map<number, number[]>();
  private sites: Map<number, number[]> | null = null;
  private readonly dynamic = new Map<string, readonly number[]>();
  private readonly kinds = new Map<number, CallKind>();

  /** What reaches for whatever renders it, and was joined to that. */
  readonly reached: Reached;

  constructor(readonly input: ProjectInput) {
    // The answer must not depend on the order in which files were found.
    const files = [...input.files].sort((a, b) => (a.path < b.path ? -1 : a.path > b.path ? 1 : 0));
    const routes = fileRoutes(files, input.configs);
    this.graph = new Graph([...files, ...modelsFor(files), ...routes], input.configs);
    this.siteTargets = new Targets(this.graph).all;
    for (const { targets, byCall } of this.siteTargets)
      for (const { fn, via } of [...targets, ...[...byCall.values()].flat()]) {
        const known = this.vias.get(fn) ?? new Set();
        if (via !== -1) this.vias.set(fn, known.add(via));
      }
    this.collectComponents();
    this.graph.functions.forEach((_, fn) => this.units.push(this.findUnit(fn)));
    joinRoutes(this);
    this.reached = joinAbove(this);
  }

  /** What a site renders in one run: a wrapper's tag is what the call that made it gave. */
  targetsAt(site: number, context: number): readonly Target[] {
    const target = this.siteTargets[site];
    if (!target) return [];
    if (target.byCall.size === 0) return target.targets;
    return target.byCall.get(this.contexts.via[context] ?? -1) ?? target.targets;
  }

  /** The sites that may render a component. */
  sitesOf(fn: number): readonly number[] {
    if (!this.sites) {
      this.sites = new Map();
      for (const [site, { components }] of this.siteTargets.entries())
        for (const component of components) {
          const known = this.sites.get(component);
          if (known) known.push(site);
          else this.sites.set(component, [site]);
        }
    }
    return this.sites.get(fn) ?? [];
  }

  /** The runs of a component: one, or one for each call of the wrapper that makes it. */
  rootsOf(fn: number): readonly number[] {
    const vias = this.vias.get(fn);
    return vias ? [...vias].map((via) => this.contexts.root(fn, via)) : [this.contexts.root(fn)];
  }

  private collectComponents(): void {
    const rendered = new Set<number>();
    for (const target of this.siteTargets) for (const fn of target.components) rendered.add(fn);
    const taken = new Map<string, number>();
    this.graph.functions.forEach(({ fact, file }, fn) => {
      if (fact.role !== 'component' && !rendered.has(fn)) return;
      const path = this.graph.path(file);
      const name = fact.name || nameFromPath(path);
      const base = `${path}#${name}`;
      const count = (taken.get(base) ?? 0) + 1;
      taken.set(base, count);
      const info: ComponentInfo = {
        fn,
        id: count === 1 ? base : `${base}~${count}`,
        name,
        family: this.graph.files[file]?.family ?? 'react',
        file,
        ...typedProps(this.graph, fact, file),
        // What was not read as a component has not said which props it takes.
        takesRest: (fact.takesRest ?? fact.props === undefined) || mixesUnknown(this.graph, fact, file),
        propsPlace: fact.params[0] === undefined ? null : this.graph.at(file, fact.params[0]),
      };
      this.components.set(fn, info);
      this.componentById.set(info.id, info);
    });
  }

  /** The function a piece of code runs as part of: the component around it, else the outermost function. */
  private findUnit(fn: number): number {
    let unit = fn;
    for (let f = fn; f !== -1; f = this.graph.functions[f]?.parent ?? -1) {
      if (this.components.has(f)) return f;
      const parent = this.graph.functions[f]?.parent ?? -1;
      if (parent !== -1) unit = (this.graph.functions[parent]?.parent ?? -1) === -1 ? f : parent;
    }
    return unit;
  }

  unitOf(fn: number): number {
    return this.units[fn] ?? fn;
  }

  /** True for a file's own top level. */
  isModule(fn: number): boolean {
    return (this.graph.functions[fn]?.parent ?? -1) === -1;
  }

  component(fn: number): ComponentInfo | undefined {
    return this.components.get(fn);
  }

  /** The run of what belongs to no component: a store's own code, a module's top level. */
  sharedRun(): number {
    return this.contexts.root(-1);
  }

  isShared(context: number): boolean {
    return this.contexts.owner[context] === -1;
  }

  ownerOf(context: number): ComponentInfo | undefined {
    return this.components.get(this.contexts.owner[context] ?? -1);
  }

  /** Every run of a function on behalf of some component, as contexts. */
  runsOf(unit: number): readonly number[] {
    const known = this.runs.get(unit);
    if (known) return known;
    const found: number[] = [];
    this.runs.set(unit, found);
    if (this.components.has(unit)) found.push(...this.rootsOf(unit));
    else if (!this.isModule(unit))
      for (const call of this.graph.callersOfFunction(unit)) {
        for (const context of this.runsOf(this.unitOf(this.graph.fnOfCall(call)))) {
          const pushed = found.length < MAX_RUNS ? this.contexts.push(context, call) : null;
          if (pushed !== null) found.push(pushed);
        }
      }
    return found;
  }

  /** The runs of a function that modules call as they are loaded: what it makes is there once for each such call. */
  moduleRunsOf(unit: number, depth = 0): readonly { context: number; call: number }[] {
    if (depth > 4 || this.components.has(unit) || this.isModule(unit)) return [];
    return this.graph.callersOfFunction(unit).flatMap((call) => {
      const caller = this.unitOf(this.graph.fnOfCall(call));
      const around = this.isModule(caller)
        ? [this.sharedRun()]
        : this.moduleRunsOf(caller, depth + 1).map((run) => run.context);
      return around.flatMap((context) => {
        const pushed = this.contexts.push(context, call);
        return pushed === null ? [] : [{ context: pushed, call }];
      });
    });
  }

  isWithin(fn: number, ancestor: number): boolean {
    for (let f = fn; f !== -1; f = this.graph.functions[f]?.parent ?? -1) if (f === ancestor) return true;
    return false;
  }

  /** Leaves the calls whose function no longer surrounds `fn`. */
  adjust(context: number, fn: number): number {
    let current = context;
    for (;;) {
      const call = this.contexts.call[current] ?? -1;
      if (call === -1) return current;
      if (this.targetsIn(call, this.contexts.parent[current] ?? -1).some((target) => this.isWithin(fn, target)))
        return current;
      current = this.contexts.parent[current] ?? -1;
      if (current === -1) return context;
    }
  }

  /**
   * The functions a call calls in one run: where it calls a parameter, the run's own calls say what was given for it.
   * Empty where that is handed in from further away.
   */
  targetsIn(call: number, context: number): readonly number[] {
    const known = this.graph.targetsOf(call);
    if (known.length > 0 || context === -1) return known;
    if ((this.contexts.call[context] ?? -1) === -1 && !this.isShared(context)) return known;
    const key = `${call}:${context}`;
    let found = this.dynamic.get(key);
    if (!found) {
      this.dynamic.set(key, []);
      const entry = this.graph.calls[call];
      found = entry ? this.functionsIn(this.graph.at(entry.file, entry.fact.callee), context, 0) : [];
      this.dynamic.set(key, found);
    }
    return found;
  }

  private functionsIn(place: number, context: number, depth: number): number[] {
    const { graph, contexts } = this;
    const found: number[] = [];
    for (const origin of graph.trace(place)) {
      if (origin.path.length > 0) continue;
      const fn = graph.functionOfSelf.get(origin.place);
      if (fn !== undefined) found.push(fn);
      if (graph.places[origin.place]?.kind !== 'param' || depth > 4) continue;
      const taker = graph.fnOfPlace(origin.place);
      const entry = graph.functions[taker];
      const index = entry?.fact.params.findIndex((param) => graph.at(entry.file, param) === origin.place) ?? -1;
      for (let c = context; c !== -1; c = contexts.parent[c] ?? -1) {
        const outer = contexts.call[c] ?? -1;
        const above = contexts.parent[c] ?? -1;
        if (outer === -1 || !this.targetsIn(outer, above).includes(taker)) continue;
        const given = graph.calls[outer];
        const arg = given?.fact.args[index];
        if (given && arg != null) found.push(...this.functionsIn(graph.at(given.file, arg), above, depth + 1));
        break;
      }
      if (this.isShared(context)) found.push(...this.givenByModules(taker, index, depth));
    }
    return found;
  }

  /** Whether a call calls a parameter for which the run gives nothing at all: then nothing is called. */
  callsNothing(call: number, context: number): boolean {
    const { graph, contexts } = this;
    const outer = graph.calls[contexts.call[context] ?? -1];
    const entry = graph.calls[call];
    if (!outer || !entry) return false;
    return graph.trace(graph.at(entry.file, entry.fact.callee)).every((origin) => {
      const taker = graph.functions[graph.fnOfPlace(origin.place)];
      const index = taker?.fact.params.findIndex((param) => graph.at(taker.file, param) === origin.place) ?? -1;
      return origin.path.length === 0 && index >= outer.fact.args.length;
    });
  }

  /** What the top levels of modules give a function as one of its arguments: its only callers where no component runs it. */
  private givenByModules(taker: number, index: number, depth: number): number[] {
    const { graph } = this;
    return graph.callersOfFunction(taker).flatMap((call) => {
      const given = graph.calls[call];
      const arg = given?.fact.args[index];
      if (!given || arg == null || !this.isModule(graph.fnOfCall(call))) return [];
      return this.functionsIn(graph.at(given.file, arg), this.sharedRun(), depth + 1);
    });
  }

  callKind(call: number): CallKind {
    let kind = this.kinds.get(call);
    if (!kind) {
      kind = this.findCallKind(call);
      this.kinds.set(call, kind);
    }
    return kind;
  }

  private findCallKind(call: number): CallKind {
    if (this.graph.targetsOf(call).length > 0) return 'known';
    const entry = this.graph.calls[call];
    if (!entry) return 'outside';
    for (const origin of this.graph.trace(this.graph.at(entry.file, entry.fact.callee))) {
      const kind = this.graph.places[origin.place]?.kind;
      if (kind === 'param' || kind === 'read' || kind === 'setter') return 'handed';
    }
    return 'outside';
  }
}
