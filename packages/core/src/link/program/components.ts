/** The components of a program, what each site renders, and the component that each piece of code runs in. */
import type { Family } from '../../model/documents';
import type { FunctionFact, PropFact } from '../../model/facts';
import { nameFromPath } from '../../read/script/names';
import { push } from '../graph/byPlace';
import type { Graph } from '../graph/graph';
import { dependencyKey, Memo, invalidateChanged, type Dependencies } from '../memo/memo';
import { CallContexts } from './callContexts';
import { fetchesUnknown, mixesUnknown, typedProps } from './propTypes';
import type { SiteTarget, Target } from './siteTarget';
import { Targets } from './targets';

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

export class Components {
  readonly dependencies: Dependencies;
  readonly callContexts: CallContexts;
  readonly components = new Map<number, ComponentInfo>();
  readonly componentById = new Map<string, ComponentInfo>();
  private readonly targets: Targets;
  /** By site; with holes where numbers are to spare. */
  readonly siteTargets: readonly SiteTarget[];
  private readonly vias = new Map<number, Set<number>>();
  private readonly units: number[];
  private readonly infos: Memo<number, ComponentInfo>;
  private sites: Map<number, number[]> | null = null;
  private providers: Map<number, number[]> | null = null;

  /** `before` are the components before some files were edited, whose facts the graph has taken over. */
  constructor(
    readonly graph: Graph,
    before: Components | null,
  ) {
    const { dependencies } = graph;
    this.dependencies = dependencies;
    this.callContexts = before?.callContexts ?? new CallContexts();
    this.infos = before?.infos ?? new Memo(dependencies);
    this.targets = new Targets(graph, before?.targets ?? null);
    this.siteTargets = this.targets.all;
    this.siteTargets.forEach(({ targets, byCall }) => {
      for (const { fn, via } of [...targets, ...[...byCall.values()].flat()]) {
        const known = this.vias.get(fn) ?? new Set();
        if (via !== -1) this.vias.set(fn, known.add(via));
      }
    });
    if (before) invalidateChanged(dependencies, listsOf(before.vias), listsOf(this.vias), dependencyKey.makers);
    this.collectComponents(before);
    this.units = before?.units ?? [];
    graph.functions.forEach(({ file }, fn) => {
      if (!before || dependencies.isInvalidated(file)) this.units[fn] = this.findUnit(fn);
    });
  }

  /** What a site renders in one run: a wrapper's tag is what the call that made it gave. */
  targetsAt(site: number, run: number): readonly Target[] {
    const target = this.siteTargets[site];
    if (!target) return [];
    if (target.byCall.size === 0) return target.targets;
    return target.byCall.get(this.callContexts.viaOf(run)) ?? target.targets;
  }

  /** The sites that may render a component. */
  sitesOf(fn: number): readonly number[] {
    this.dependencies.dependOn(dependencyKey.sites(fn));
    if (!this.sites) {
      const sites = new Map<number, number[]>();
      this.siteTargets.forEach(({ components }, site) => {
        for (const component of components) push(sites, component, site);
      });
      this.sites = sites;
    }
    return this.sites.get(fn) ?? [];
  }

  /** The sites that provide a context. */
  providersOf(context: number): readonly number[] {
    this.dependencies.dependOn(dependencyKey.providers(context));
    if (!this.providers) {
      const providers = new Map<number, number[]>();
      this.siteTargets.forEach(({ provides }, site) => {
        if (provides !== null) push(providers, provides, site);
      });
      this.providers = providers;
    }
    return this.providers.get(context) ?? [];
  }

  /** The runs of a component: one, or one for each call of the wrapper that makes it. */
  rootsOf(fn: number): readonly number[] {
    this.dependencies.dependOn(dependencyKey.makers(fn));
    const vias = this.vias.get(fn);
    return vias ? [...vias].map((via) => this.callContexts.root(fn, via)) : [this.callContexts.root(fn)];
  }

  private collectComponents(before: Components | null): void {
    const { dependencies } = this;
    const rendered = new Set<number>();
    this.siteTargets.forEach(({ components }) => {
      for (const fn of components) rendered.add(fn);
    });
    const taken = new Map<string, number>();
    this.graph.functions.forEach(({ fact, file }, fn) => {
      const isUncalled = fact.unlessCalled && this.graph.callersOfFunction(fn).length === 0;
      if (fact.role !== 'component' && !rendered.has(fn) && !isUncalled) return;
      const plain = this.infos.get(fn, () => this.infoOf(fact, fn, file));
      const count = (taken.get(plain.id) ?? 0) + 1;
      taken.set(plain.id, count);
      const known = before?.components.get(fn);
      const id = count === 1 ? plain.id : `${plain.id}~${count}`;
      const info = known && known.id === id && isOf(known, plain) ? known : { ...plain, id };
      // Whether it is a component at all, and which, may be known from elsewhere.
      if (before && info !== known) dependencies.invalidate(file);
      this.components.set(fn, info);
      this.componentById.set(id, info);
    });
    before?.components.forEach(({ file }, fn) => {
      if (!this.components.has(fn)) dependencies.invalidate(file);
    });
  }

  private infoOf(fact: FunctionFact, fn: number, file: number): ComponentInfo {
    const { graph } = this;
    this.dependencies.dependOn(file);
    const path = graph.path(file);
    const name = fact.name || nameFromPath(path);
    return {
      fn,
      id: `${path}#${name}`,
      name,
      family: graph.familyOf(file),
      file,
      ...typedProps(graph, fact, file),
      // What was not read as a component has not said which props it takes.
      takesRest:
        (fact.takesRest ?? fact.props === undefined) ||
        mixesUnknown(graph, fact, file) ||
        fetchesUnknown(graph, fact, file),
      propsPlace: fact.params[0] === undefined ? null : graph.at(file, fact.params[0]),
    };
  }

  /** The function a piece of code runs as part of: the component around it, else the outermost function. */
  private findUnit(fn: number): number {
    let unit = fn;
    for (let f = fn; f !== -1; f = this.graph.parentOf(f)) {
      if (this.components.has(f)) return f;
      const parent = this.graph.parentOf(f);
      if (parent !== -1) unit = this.graph.parentOf(parent) === -1 ? f : parent;
    }
    return unit;
  }

  unitOf(fn: number): number {
    this.dependencies.dependOn(this.graph.fileOfFunction(fn));
    return this.units[fn] ?? fn;
  }

  /** True for a file's own top level. */
  isModule(fn: number): boolean {
    return this.graph.parentOf(fn) === -1;
  }

  /** The component a function is; undefined where it is none, or (-1) where there is no function. */
  component(fn: number): ComponentInfo | undefined {
    if (fn === -1) return undefined;
    this.dependencies.dependOn(this.graph.fileOfFunction(fn));
    return this.components.get(fn);
  }

  isComponent(fn: number): boolean {
    return this.component(fn) !== undefined;
  }

  /** The run of what belongs to no component: a store's own code, a module's top level. */
  sharedRun(): number {
    return this.callContexts.root(-1);
  }

  isShared(run: number): boolean {
    return this.callContexts.owner[run] === -1;
  }

  /** The component a run is on behalf of; undefined where it belongs to none, or (-1) where there is no run. */
  ownerOf(run: number): ComponentInfo | undefined {
    if (run === -1) return undefined;
    const owner = this.components.get(this.callContexts.ownerOf(run));
    if (owner) this.dependencies.dependOn(owner.file);
    return owner;
  }

  isWithin(fn: number, ancestor: number): boolean {
    for (let f = fn; f !== -1; f = this.graph.parentOf(f)) if (f === ancestor) return true;
    return false;
  }
}

function listsOf(sets: ReadonlyMap<number, ReadonlySet<number>>): Map<number, number[]> {
  return new Map([...sets].map(([key, set]) => [key, [...set]]));
}

/** Whether what is known of a component is the same but for its id. */
function isOf(known: ComponentInfo, plain: ComponentInfo): boolean {
  return (
    known.name === plain.name &&
    known.family === plain.family &&
    known.props === plain.props &&
    known.takesRest === plain.takesRest &&
    known.openType === plain.openType &&
    known.propsPlace === plain.propsPlace
  );
}
