/** Phase 2, linking: the facts of all files as one program of components, sites and contexts. */
import type { FileFacts, FunctionFact, PropFact } from '../../model/facts';
import type { Family } from '../../model/documents';
import { Graph } from '../graph/graph';
import { nameFromPath } from '../../read/script/names';
import { push } from '../graph/byPlace';
import { Crowded } from './crowdedObjects';
import { Contexts, Paths } from '../graph/fieldPaths';
import { about, Kept, Reads, touchChanged } from '../memo/memo';
import type { ConfigFile } from '../resolve/modules';
import { fileRoutes } from '../generated/fileRoutes';
import { modelsFor } from '../generated/packageModels';
import { Apart } from './contextSensitive';
import { joinAbove, type Reached } from './parentInstances';
import { joinRoutes } from './nestedRoutes';
import { mixesUnknown, typedProps } from './propTypes';
import { Runs } from './runs';
import type { SiteTarget, Target } from './siteTarget';
import { Targets } from './targets';

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

export class Program {
  readonly graph: Graph;
  readonly reads: Reads;
  readonly paths: Paths;
  readonly contexts: Contexts;
  readonly components = new Map<number, ComponentInfo>();
  readonly componentById = new Map<string, ComponentInfo>();
  private readonly targets: Targets;
  /** By site; with holes where numbers are to spare. */
  readonly siteTargets: readonly SiteTarget[];
  private readonly vias = new Map<number, Set<number>>();
  private readonly units: number[];
  private readonly infos: Kept<number, ComponentInfo>;
  /** Objects that hold too much, or are handed to too many. */
  readonly crowded: Crowded;
  /** Functions that do not do the same whoever calls them. */
  readonly apart: Apart;
  private readonly runs: Runs;
  private sites: Map<number, number[]> | null = null;
  private providers: Map<number, number[]> | null = null;
  private readonly dynamic: Kept<string, readonly number[]>;

  /** What reaches for whatever renders it, and was joined to that. */
  readonly reached: Reached;

  /** `before` is the program as it was before some of its files were edited; its graph has taken over their facts. */
  constructor(
    readonly input: ProjectInput,
    before: Program | null = null,
  ) {
    this.graph = before?.graph ?? graphOf(input);
    const { reads } = this.graph;
    this.reads = reads;
    this.paths = before?.paths ?? new Paths();
    this.contexts = before?.contexts ?? new Contexts();
    this.infos = before?.infos ?? new Kept(reads);
    this.dynamic = before?.dynamic ?? new Kept(reads);
    this.crowded = new Crowded(this.graph, before?.crowded ?? null);
    this.targets = new Targets(this.graph, before?.targets ?? null);
    this.siteTargets = this.targets.all;
    this.siteTargets.forEach(({ targets, byCall }) => {
      for (const { fn, via } of [...targets, ...[...byCall.values()].flat()]) {
        const known = this.vias.get(fn) ?? new Set();
        if (via !== -1) this.vias.set(fn, known.add(via));
      }
    });
    if (before) touchChanged(reads, listsOf(before.vias), listsOf(this.vias), about.makers);
    this.collectComponents(before);
    this.units = before?.units ?? [];
    this.graph.functions.forEach(({ file }, fn) => {
      if (!before || reads.isTouched(file)) this.units[fn] = this.findUnit(fn);
    });
    joinRoutes(this);
    this.apart = new Apart(this, before?.apart ?? null);
    this.runs = new Runs(this, before?.runs ?? null);
    this.reached = joinAbove(this);
    this.graph.see(null);
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
    this.reads.note(about.sites(fn));
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
    this.reads.note(about.providers(context));
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
    this.reads.note(about.makers(fn));
    const vias = this.vias.get(fn);
    return vias ? [...vias].map((via) => this.contexts.root(fn, via)) : [this.contexts.root(fn)];
  }

  private collectComponents(before: Program | null): void {
    const { reads } = this;
    const rendered = new Set<number>();
    this.siteTargets.forEach(({ components }) => {
      for (const fn of components) rendered.add(fn);
    });
    const taken = new Map<string, number>();
    this.graph.functions.forEach(({ fact, file }, fn) => {
      if (fact.role !== 'component' && !rendered.has(fn)) return;
      const plain = this.infos.get(fn, () => this.infoOf(fact, fn, file));
      const count = (taken.get(plain.id) ?? 0) + 1;
      taken.set(plain.id, count);
      const known = before?.components.get(fn);
      const id = count === 1 ? plain.id : `${plain.id}~${count}`;
      const info = known && known.id === id && isOf(known, plain) ? known : { ...plain, id };
      // Whether it is a component at all, and which, may be known from elsewhere.
      if (before && info !== known) reads.touch(file);
      this.components.set(fn, info);
      this.componentById.set(id, info);
    });
    before?.components.forEach(({ file }, fn) => {
      if (!this.components.has(fn)) reads.touch(file);
    });
  }

  private infoOf(fact: FunctionFact, fn: number, file: number): ComponentInfo {
    const { graph } = this;
    this.reads.note(file);
    const path = graph.path(file);
    const name = fact.name || nameFromPath(path);
    return {
      fn,
      id: `${path}#${name}`,
      name,
      family: graph.files[file]?.family ?? 'react',
      file,
      ...typedProps(graph, fact, file),
      // What was not read as a component has not said which props it takes.
      takesRest: (fact.takesRest ?? fact.props === undefined) || mixesUnknown(graph, fact, file),
      propsPlace: fact.params[0] === undefined ? null : graph.at(file, fact.params[0]),
    };
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
    this.reads.note(this.graph.functions[fn]?.file ?? 0);
    return this.units[fn] ?? fn;
  }

  /** True for a file's own top level. */
  isModule(fn: number): boolean {
    return (this.graph.functions[fn]?.parent ?? -1) === -1;
  }

  component(fn: number): ComponentInfo | undefined {
    this.reads.note(this.graph.functions[fn]?.file ?? 0);
    return this.components.get(fn);
  }

  isComponent(fn: number): boolean {
    return this.component(fn) !== undefined;
  }

  /** The run of what belongs to no component: a store's own code, a module's top level. */
  sharedRun(): number {
    return this.contexts.root(-1);
  }

  isShared(context: number): boolean {
    return this.contexts.owner[context] === -1;
  }

  ownerOf(context: number): ComponentInfo | undefined {
    const owner = this.components.get(this.contexts.owner[context] ?? -1);
    if (owner) this.reads.note(owner.file);
    return owner;
  }

  /** Every run of a function on behalf of some component, as contexts. */
  runsOf(unit: number): readonly number[] {
    return this.runs.of(unit);
  }

  /** Whether a function runs in more ways than are told apart. */
  runsInMore(unit: number): boolean {
    return this.runs.runsInMore(unit);
  }

  /** The runs of a function, those on behalf of one component taken together. */
  runsTogether(unit: number): readonly number[] {
    return this.runs.togetherOf(unit);
  }

  /** The runs of a function on behalf of the component that a run belongs to, taken together. */
  runsBeside(unit: number, context: number): number[] {
    const { owner, via } = this.contexts;
    return this.runsTogether(unit).filter((run) => owner[run] === owner[context] && via[run] === via[context]);
  }

  /** The calls of a function on behalf of the component that a run belongs to, and the runs they are made in. */
  callsBeside(fn: number, context: number): { call: number; context: number }[] {
    return this.graph.callersOfFunction(fn).flatMap((call) => {
      const unit = this.unitOf(this.graph.fnOfCall(call));
      return this.runsBeside(unit, context).map((run) => ({ call, context: run }));
    });
  }

  /** The runs of a function that modules call as they are loaded: what it makes is there once for each such call. */
  moduleRunsOf(unit: number): readonly { context: number; call: number }[] {
    return this.runs.ofModules(unit);
  }

  isWithin(fn: number, ancestor: number): boolean {
    for (let f = fn; f !== -1; f = this.graph.functions[f]?.parent ?? -1) if (f === ancestor) return true;
    return false;
  }

  /** What is worked out in a run depends on its component, and on the calls that lead into it. */
  noteRun(context: number): void {
    const { graph, contexts, reads } = this;
    for (let c = context; c !== -1; c = contexts.parent[c] ?? -1) {
      const call = graph.calls[contexts.call[c] ?? -1];
      if (call) reads.note(call.file);
    }
    const owner = graph.functions[contexts.owner[context] ?? -1];
    if (owner) reads.note(owner.file);
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
    return this.dynamic.get(
      `${call}:${context}`,
      () => {
        const entry = this.graph.calls[call];
        return entry ? this.functionsIn(this.graph.at(entry.file, entry.fact.callee), context, 0) : [];
      },
      { value: [] },
    );
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
      if (!given || !this.isModule(graph.fnOfCall(call)) || arg == null) return [];
      return this.functionsIn(graph.at(given.file, arg), this.sharedRun(), depth + 1);
    });
  }

  callKind(call: number): CallKind {
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

function graphOf(input: ProjectInput): Graph {
  // The answer must not depend on the order in which files were found.
  const files = [...input.files].sort((a, b) => (a.path < b.path ? -1 : a.path > b.path ? 1 : 0));
  const routes = fileRoutes(files, input.configs);
  return new Graph([...files, ...modelsFor(files), ...routes], input.configs, new Reads());
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

/** Edits after which numbers of what is gone have piled up, so that it is better to begin anew. */
const MANY_EDITS = 300;

/** Lets a graph take over the files that are edited. False, and nothing done, where that is not enough. */
export function takeEdits(graph: Graph, input: ProjectInput): boolean {
  const numbers = new Map(graph.files.map((file, index) => [file.path, index]));
  const changes = new Map<number, FileFacts>();
  for (const file of input.files) {
    const number = numbers.get(file.path);
    if (number === undefined) return false;
    if (graph.files[number] !== file) changes.set(number, file);
  }
  // The models of packages stand among the files: they have to be the same.
  const before = modelsFor([...changes.keys()].flatMap((number) => graph.files[number] ?? []));
  const after = modelsFor([...changes.values()]);
  if (before.length !== after.length || before.some((model, i) => model !== after[i])) return false;
  if (graph.reads.turn >= MANY_EDITS) return false;
  graph.reads.turn++;
  graph.guard.clear();
  return graph.replace(changes);
}
