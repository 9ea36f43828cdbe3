/**
 * The facts of all files as one graph. Places, functions, calls, sites, uses and cells get project-wide numbers; flows
 * become edges in both directions; imports are joined to what they import.
 */
import type { ContextFact, FileFacts, FlowOp, Place } from '../../model/facts';
import { ByPlace, push } from './byPlace';
import { Callers } from './callers';
import { CrossEdges, type Joint } from './crossFileEdges';
import { Chains, rankOf, type Edge, type Stage } from './edges';
import { Guard } from '../guard';
import { Imports } from './imports';
import { about, type Reads } from '../memo/memo';
import { AutoImports } from '../resolve/autoImports';
import { Modules, type ConfigFile, type Resolution } from '../resolve/modules';
import { Numbers, type Numbered } from './numbers';
import { Shared } from './keyedJoins';
import { Takers } from './importedFields';
import { Traces, type Origin } from './traces';

export type { Origin };

const NONE: readonly number[] = [];

export class Graph {
  readonly modules: Modules;
  readonly guard = new Guard();
  private readonly takers: Takers;
  readonly files: FileFacts[];
  private readonly numbers = new Numbers();
  // Lists with holes: `forEach` and its like pass them by, `for … of` does not.
  readonly places = this.numbers.places.all;
  readonly functions = this.numbers.functions.all;
  readonly calls = this.numbers.calls.all;
  readonly sites = this.numbers.sites.all;
  readonly uses = this.numbers.uses.all;
  readonly cells = this.numbers.cells.all;
  readonly contextReads = this.numbers.contextReads.all;
  readonly clones = this.numbers.clones.all;
  readonly placeBase = this.numbers.places.bases;
  readonly fileOfPlace: number[] = [];
  readonly contexts: Numbered<ContextFact>[] = [];
  /** The numbers of each file's contexts. */
  private readonly contextsOf: number[][] = [];
  readonly cloneOfProps = new Map<number, number>();
  /** The object a class component's methods stand on, by its function. */
  readonly instanceOf = new Map<number, number>();
  readonly boxes = new Set<number>();
  /** What comes of asking about a value as a whole. */
  readonly wholes = new Set<number>();
  readonly keys = new Set<number>();
  /** Cells that a change inside what they hold changes too. */
  readonly deepCells = new Set<number>();
  /** Places that other files may import. */
  private readonly exported: ByPlace<true>;
  /** The component function whose handle a place is: what is put there, a parent may reach. */
  readonly handleOf = new Map<number, number>();

  private readonly out: Chains;
  private readonly into: Chains;
  readonly functionOfSelf: ByPlace<number>;
  readonly functionOfResult: ByPlace<number>;
  readonly contextOfPlace = new Map<number, number>();
  private readonly contextOfKey = new Map<string, number>();
  /** Contexts that some reader has a value of its own for. */
  readonly defaulted = new Set<number>();
  readonly siteOfProps = new Map<number, number>();
  readonly callOfResult: ByPlace<number>;
  private readonly callsByCallee: ByPlace<number[]>;
  private readonly callsByArg: ByPlace<number[]>;
  private readonly callsByReceiver: ByPlace<number[]>;
  private readonly usesByPlace: ByPlace<number[]>;
  private readonly traces: Traces;
  private readonly crossing: CrossEdges;
  readonly autoImports: AutoImports;
  private readonly imports: Imports;
  private readonly callers: Callers;
  readonly shared: Shared;
  /** How many functions of each file bring something else where they are called without arguments. */
  private readonly bare: number[] = [];
  /** Components that a wrapper adds props to. */
  get injected(): ReadonlySet<number> {
    return this.shared.injected;
  }

  constructor(
    files: readonly FileFacts[],
    configs: readonly ConfigFile[],
    readonly reads: Reads,
  ) {
    this.files = [...files];
    this.modules = new Modules(files, configs);
    this.autoImports = new AutoImports(configs);
    this.files.forEach((file, index) => {
      this.numbers.open(file, index);
      for (let i = this.fileOfPlace.length; i < this.numbers.places.size; i++) this.fileOfPlace.push(index);
    });
    this.numbers.close();
    const places = this.places.length;
    this.out = new Chains(places, 'nextOut');
    this.into = new Chains(places, 'nextInto');
    this.exported = new ByPlace(places);
    this.functionOfSelf = new ByPlace(places);
    this.functionOfResult = new ByPlace(places);
    this.callOfResult = new ByPlace(places);
    this.callsByCallee = new ByPlace(places);
    this.callsByArg = new ByPlace(places);
    this.callsByReceiver = new ByPlace(places);
    this.usesByPlace = new ByPlace(places);
    this.takers = new Takers(this, reads);
    this.traces = new Traces(this, reads, files);
    this.crossing = new CrossEdges(this, reads);
    this.imports = new Imports(this, reads);
    this.callers = new Callers(this, reads);
    this.files.forEach((file, index) => {
      this.openContexts(file, index);
      this.addFile(file, index);
    });
    this.shared = new Shared(this, reads);
    this.join();
  }

  /** Whether some function brings something else where it is called without arguments. */
  get hasBare(): boolean {
    return this.bare.some((count) => count > 0);
  }

  /** Everything that leads from one file into another, stage by stage. */
  private join(): void {
    this.see('imports');
    this.imports.settle();
    this.shared.settle();
    this.see('routes');
    this.callers.settle();
  }

  /**
   * Takes over other facts of some files, and touches whatever else that changes. False, and nothing done, where it changes
   * more than can be told file by file.
   */
  replace(changes: ReadonlyMap<number, FileFacts>): boolean {
    for (const [file, facts] of changes) {
      const before = this.files[file];
      if (!before || !this.numbers.fits(facts, file) || !sameFrame(before, facts)) return false;
    }
    const taken = new Map([...changes.keys()].map((file) => [file, this.takenBy(file)]));
    this.out.forgetFields();
    for (const file of changes.keys()) this.crossing.loosen(file);
    for (const [file, facts] of changes) {
      this.clear(file);
      this.files[file] = facts;
      this.numbers.replace(facts, file);
      this.replaceContexts(facts, file);
      this.addFile(facts, file);
      this.reads.touch(file);
    }
    this.join();
    for (const [file, before] of taken) this.takers.touchChanged(before, this.takenBy(file));
    return true;
  }

  private takenBy(file: number): Map<number, string> {
    const facts = this.files[file];
    return facts ? this.takers.takenBy(facts, file) : new Map();
  }

  /** Edges of this rank and above are not to be followed yet. */
  get limit(): number {
    return this.traces.limit;
  }

  /** From now on, only what is known before a stage is seen; `null`: all of it. */
  see(stage: Stage | null): void {
    this.traces.see(stage);
  }

  /** The project-wide number of a place of one file. */
  at(file: number, place: number): number {
    return (this.placeBase[file] ?? 0) + place;
  }

  fnAt(file: number, fn: number): number {
    return (this.numbers.functions.bases[file] ?? 0) + fn;
  }

  fnOfPlace(place: number): number {
    return this.fnAt(this.fileOfPlace[place] ?? 0, this.places[place]?.fn ?? 0);
  }

  /**
   * Where an argument arrives in a function: its parameter, and the field of that it becomes (`*` for one of many that a
   * last parameter takes as a list). Null where the function takes no such argument.
   */
  paramOf(fn: number, index: number): { place: number; field: string | null } | null {
    const entry = this.functions[fn];
    if (!entry) return null;
    const { params, takesMore } = entry.fact;
    const last = params.length - 1;
    const param = params[takesMore ? Math.min(index, last) : index];
    if (param === undefined) return null;
    return { place: this.at(entry.file, param), field: takesMore && index >= last ? '*' : null };
  }

  fnOfCall(call: number): number {
    const entry = this.calls[call];
    if (!entry) return -1;
    this.reads.note(entry.file);
    return this.fnAt(entry.file, entry.fact.fn);
  }

  path(file: number): string {
    return this.files[file]?.path ?? '';
  }

  private openContexts(file: FileFacts, index: number): void {
    this.contextsOf.push(
      file.contexts.map((fact) => {
        const known = fact.key === null ? undefined : this.contextOfKey.get(fact.key);
        const context = known ?? this.contexts.push({ fact, file: index }) - 1;
        if (fact.key !== null) this.contextOfKey.set(fact.key, context);
        if (known !== undefined && fact.hasDefault) this.defaulted.add(known);
        return context;
      }),
    );
  }

  /** Contexts keep their numbers; what is known of them may have moved. */
  private replaceContexts(file: FileFacts, index: number): void {
    this.contextsOf[index]?.forEach((context, i) => {
      const entry = this.contexts[context];
      const fact = file.contexts[i];
      if (entry?.file === index && fact) this.contexts[context] = { fact, file: index };
    });
  }

  /** Forgets what the places and functions of a file's block were. */
  private clear(file: number): void {
    const places = this.numbers.places.rangeOf(file);
    for (let place = places.from; place < places.to; place++) {
      this.out.clear(place);
      this.into.clear(place);
      for (const beside of [this.functionOfSelf, this.functionOfResult, this.callOfResult])
        beside.set(place, undefined);
      for (const beside of [this.callsByCallee, this.callsByArg, this.callsByReceiver, this.usesByPlace])
        beside.set(place, undefined);
      for (const map of [this.contextOfPlace, this.siteOfProps, this.cloneOfProps, this.handleOf]) map.delete(place);
      for (const set of [this.boxes, this.wholes, this.keys, this.deepCells]) set.delete(place);
      this.exported.set(place, undefined);
    }
    const functions = this.numbers.functions.rangeOf(file);
    for (let fn = functions.from; fn < functions.to; fn++) this.instanceOf.delete(fn);
  }

  private addFile(file: FileFacts, index: number): void {
    const base = this.at(index, 0);
    const fnBase = this.fnAt(index, 0);
    this.bare[index] = file.functions.filter((fact) => fact.bare !== undefined).length;
    file.functions.forEach((fact, i) => {
      this.functionOfSelf.set(base + fact.self, fnBase + i);
      this.functionOfResult.set(base + fact.result, fnBase + i);
    });
    file.functions.forEach((fact, i) => {
      if (fact.instance === undefined) return;
      this.instanceOf.set(fnBase + i, base + fact.instance);
      this.handleOf.set(base + fact.instance, fnBase + i);
    });
    for (const { exposes, fn } of file.handles) this.handleOf.set(base + exposes, fnBase + fn);
    for (const { place } of file.exports) if (place !== null) this.exported.set(base + place, true);
    for (const box of file.boxes) this.boxes.add(base + box);
    for (const whole of file.wholes) this.wholes.add(base + whole);
    for (const key of file.keys) this.keys.add(base + key);
    const own = rankOf('facts', index);
    for (const flow of file.flows)
      this.addEdge(base + flow.from, base + flow.to, flow.op, flow.field ?? '', flow.except ?? null, own);
    const calls = this.numbers.calls.bases[index] ?? 0;
    file.calls.forEach((fact, i) => {
      push(this.callsByCallee, base + fact.callee, calls + i);
      this.callOfResult.set(base + fact.result, calls + i);
      if (fact.receiver !== null) push(this.callsByReceiver, base + fact.receiver, calls + i);
      fact.args.forEach((arg, position) => {
        if (arg !== null && fact.args.indexOf(arg) === position) push(this.callsByArg, base + arg, calls + i);
      });
    });
    const uses = this.numbers.uses.bases[index] ?? 0;
    file.uses.forEach((fact, i) => push(this.usesByPlace, base + fact.place, uses + i));
    file.sites.forEach((fact, i) =>
      this.siteOfProps.set(base + fact.propsPlace, (this.numbers.sites.bases[index] ?? 0) + i),
    );
    file.clones.forEach((fact, i) =>
      this.cloneOfProps.set(base + fact.propsPlace, (this.numbers.clones.bases[index] ?? 0) + i),
    );
    for (const fact of file.cells) if (fact.inPlace) this.deepCells.add(base + fact.value);
    file.contexts.forEach((fact, i) => this.contextOfPlace.set(base + fact.place, this.contextsOf[index]?.[i] ?? -1));
  }

  /** The number of a call of one file. */
  callAt(file: number, call: number): number {
    return (this.numbers.calls.bases[file] ?? 0) + call;
  }

  /** The number of a site of one file. */
  siteAt(file: number, site: number): number {
    return (this.numbers.sites.bases[file] ?? 0) + site;
  }

  /** A place that stands in no file's facts; it belongs to the top level of one. */
  addPlace(file: number, place: Place): number {
    const number = this.numbers.places.push(place);
    this.fileOfPlace[number] = file;
    return number;
  }

  /** The edges of a rank are these from now on. */
  settle(rank: number, wanted: readonly Joint[]): void {
    this.crossing.settle(rank, wanted);
  }

  /** Joins a file's places to others, as a stage of linking finds them: what it joined before and does not now is parted. */
  joinAll(stage: Stage, file: number, joins: readonly (readonly [from: number, to: number])[]): void {
    if (joins.length === 0 && !this.crossing.has(rankOf(stage, file))) return;
    const wanted = joins.flatMap(([from, to]) =>
      from === to ? [] : [{ from, to, op: 'same' as const, field: '', except: null }],
    );
    this.settle(rankOf(stage, file), wanted);
  }

  /** How each import of a file resolved, in the order of its imports. */
  resolutionsOf(file: number): readonly Resolution[] {
    return this.imports.resolutionsOf(file);
  }

  /** What an imported place was imported from. */
  importedAs(place: number): { source: string; resolution: Resolution } | undefined {
    return this.imports.importedAs(place);
  }

  /** The functions a place is known to hold. */
  functionsAt(place: number, path: string[] = []): number[] {
    return this.trace(place, path).flatMap((origin) =>
      origin.path.length === 0 ? (this.functionOfSelf.get(origin.place) ?? []) : [],
    );
  }

  addEdge(from: number, to: number, op: FlowOp, field: string, except: readonly string[] | null, rank: number): Edge {
    const edge: Edge = { from, to, op, field, except, rank, nextOut: undefined, nextInto: undefined };
    this.out.add(from, edge);
    this.into.add(to, edge);
    return edge;
  }

  removeEdge(edge: Edge): void {
    this.out.remove(edge.from, edge);
    this.into.remove(edge.to, edge);
  }

  /** The first of the edges that lead out of a place; `nextOut` is the one after it. */
  firstOut(place: number): Edge | undefined {
    const file = this.fileOfPlace[place] ?? 0;
    this.reads.note(file);
    if (this.exported.has(place)) this.reads.note(about.importers(file));
    return this.out.first(place);
  }

  /** The edges that a value in one field of what a place holds may take; null where all are to be looked through. */
  outFor(place: number, field: string): readonly Edge[] | null {
    const edges = this.out.forField(place, field, this.takenThrough);
    if (edges) this.reads.note(about.takers(place));
    return edges;
  }

  private readonly takenThrough = (edge: Edge): readonly string[] | null =>
    edge.op === 'same' ? this.takers.fieldsOf(edge.to) : null;

  /** As `firstOut` and `firstInto`, for whoever notes itself what it depends on. */
  ownOut(place: number): Edge | undefined {
    return this.out.first(place);
  }

  ownInto(place: number): Edge | undefined {
    return this.into.first(place);
  }

  /** The first of the edges that lead into a place; `nextInto` is the one after it. */
  firstInto(place: number): Edge | undefined {
    this.reads.note(this.fileOfPlace[place] ?? 0);
    return this.into.first(place);
  }

  edgesOutOf(place: number): Edge[] {
    const edges: Edge[] = [];
    for (let edge = this.firstOut(place); edge; edge = edge.nextOut) edges.push(edge);
    return edges;
  }

  edgesInto(place: number): Edge[] {
    const edges: Edge[] = [];
    for (let edge = this.firstInto(place); edge; edge = edge.nextInto) edges.push(edge);
    return edges;
  }

  callsWithCallee(place: number): readonly number[] {
    return this.callsByCallee.get(place) ?? NONE;
  }
  callsWithArg(place: number): readonly number[] {
    return this.callsByArg.get(place) ?? NONE;
  }
  callsWithReceiver(place: number): readonly number[] {
    return this.callsByReceiver.get(place) ?? NONE;
  }
  usesOf(place: number): readonly number[] {
    return this.usesByPlace.get(place) ?? NONE;
  }
  /** Calls that are known to call a function. */
  callersOfFunction(fn: number): readonly number[] {
    return this.callers.of(fn);
  }

  /** The calls of every function that is called, by function; the same map as long as none comes or goes. */
  get calledFunctions(): ReadonlyMap<number, readonly number[]> {
    return this.callers.all;
  }

  /** The functions of the project a call is known to call, whatever the run; empty where it depends on the run. */
  targetsOf(call: number): readonly number[] {
    return this.traces.targetsOf(call);
  }

  /** Where the value of a place comes from: see `Traces`. */
  trace(place: number, path: string[] = []): Origin[] {
    return this.traces.of(place, path);
  }
}

/** What links files other than by flows has to be the same for a file's facts to take the place of others. */
function sameFrame(before: FileFacts, after: FileFacts): boolean {
  return frameOf(before) === frameOf(after);
}

function frameOf(facts: FileFacts): string {
  const contexts = facts.contexts.map(({ name, key, hasDefault, maybe }) => [name, key, hasDefault, maybe]);
  const keys = new Set([...facts.joins, ...facts.cells.flatMap(({ shared }) => shared ?? [])].map(({ key }) => key));
  const { routes, above, outlets, registers, side } = facts;
  const has = [routes, above, outlets, registers].map((list) => list.length > 0);
  return JSON.stringify([facts.family, contexts, [...keys].sort(), has, side]);
}
