/**
 * The facts of all files as places with project-wide numbers, and the edges between them in both directions. Later
 * stages add edges between files: see `TracedGraph` and `Graph`.
 */
import type { Family } from '../../model/documents';
import type { ContextFact, FileFacts, FlowOp, Place } from '../../model/facts';
import { entryAt } from '../../model/checked';
import { Guard } from '../guard';
import { dependencyKey, type Dependencies } from '../memo/memo';
import { ByPlace, push } from './byPlace';
import { Chains, rankOf, type Edge } from './edges';
import { Numbers, type Numbered } from './numbers';

const NONE: readonly number[] = [];

export class PlaceGraph {
  readonly guard = new Guard();
  readonly files: FileFacts[];
  protected readonly numbers = new Numbers();
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

  protected readonly out: Chains;
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
  /** How many functions of each file bring something else where they are called without arguments. */
  private readonly bare: number[] = [];

  constructor(
    files: readonly FileFacts[],
    readonly dependencies: Dependencies,
  ) {
    this.files = [...files];
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
    this.files.forEach((file, index) => {
      this.openContexts(file, index);
      this.addFile(file, index);
    });
  }

  /** Whether other facts of a file fit into its block of numbers, and leave alone what links it to others but by flows. */
  protected takes(file: number, facts: FileFacts): boolean {
    const before = this.files[file];
    return before !== undefined && this.numbers.fits(facts, file) && sameFrame(before, facts);
  }

  /** Puts other facts into a file's block. */
  protected replaceFile(file: number, facts: FileFacts): void {
    this.clear(file);
    this.files[file] = facts;
    this.numbers.replace(facts, file);
    this.replaceContexts(facts, file);
    this.addFile(facts, file);
  }

  /** Whether some function brings something else where it is called without arguments. */
  get hasBare(): boolean {
    return this.bare.some((count) => count > 0);
  }

  /** The project-wide number of a place of one file. */
  at(file: number, place: number): number {
    return this.numbers.places.baseOf(file) + place;
  }

  fnAt(file: number, fn: number): number {
    return this.numbers.functions.baseOf(file) + fn;
  }

  /** The family of a file. Throws where there is no such file. */
  familyOf(file: number): Family {
    return entryAt(this.files, file, 'file').family;
  }

  /** The file a place stands in. Throws where there is no such place. */
  fileOf(place: number): number {
    return entryAt(this.fileOfPlace, place, 'place');
  }

  /** The file a function stands in. Throws where there is no such function. */
  fileOfFunction(fn: number): number {
    return entryAt(this.functions, fn, 'function').file;
  }

  /** The function around a function; -1 around a module. Throws where there is no such function. */
  parentOf(fn: number): number {
    return entryAt(this.functions, fn, 'function').parent;
  }

  fnOfPlace(place: number): number {
    return this.fnAt(this.fileOf(place), this.places[place]?.fn ?? 0);
  }

  /** The number of a call of one file. */
  callAt(file: number, call: number): number {
    return this.numbers.calls.baseOf(file) + call;
  }

  /** The number of a site of one file. */
  siteAt(file: number, site: number): number {
    return this.numbers.sites.baseOf(file) + site;
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
    this.dependencies.dependOn(entry.file);
    return this.fnAt(entry.file, entry.fact.fn);
  }

  path(file: number): string {
    return this.files[file]?.path ?? '';
  }

  /** A place that stands in no file's facts; it belongs to the top level of one. */
  addPlace(file: number, place: Place): number {
    const number = this.numbers.places.push(place);
    this.fileOfPlace[number] = file;
    return number;
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
    const file = this.fileOf(place);
    this.dependencies.dependOn(file);
    if (this.exported.has(place)) this.dependencies.dependOn(dependencyKey.importers(file));
    return this.out.first(place);
  }

  /** The first of the edges that lead into a place; `nextInto` is the one after it. */
  firstInto(place: number): Edge | undefined {
    this.dependencies.dependOn(this.fileOf(place));
    return this.into.first(place);
  }

  /** As `firstOut` and `firstInto`, for whoever notes itself what it depends on. */
  ownOut(place: number): Edge | undefined {
    return this.out.first(place);
  }

  ownInto(place: number): Edge | undefined {
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
    const calls = this.numbers.calls.baseOf(index);
    file.calls.forEach((fact, i) => {
      push(this.callsByCallee, base + fact.callee, calls + i);
      this.callOfResult.set(base + fact.result, calls + i);
      if (fact.receiver !== null) push(this.callsByReceiver, base + fact.receiver, calls + i);
      fact.args.forEach((arg, position) => {
        if (arg !== null && fact.args.indexOf(arg) === position) push(this.callsByArg, base + arg, calls + i);
      });
    });
    const uses = this.numbers.uses.baseOf(index);
    file.uses.forEach((fact, i) => push(this.usesByPlace, base + fact.place, uses + i));
    file.sites.forEach((fact, i) => this.siteOfProps.set(base + fact.propsPlace, this.numbers.sites.baseOf(index) + i));
    file.clones.forEach((fact, i) =>
      this.cloneOfProps.set(base + fact.propsPlace, this.numbers.clones.baseOf(index) + i),
    );
    for (const fact of file.cells) if (fact.inPlace) this.deepCells.add(base + fact.value);
    file.contexts.forEach((fact, i) => this.contextOfPlace.set(base + fact.place, this.contextsOf[index]?.[i] ?? -1));
  }
}

/** What links files other than by flows has to be the same for a file's facts to take the place of others. */
function sameFrame(before: FileFacts, after: FileFacts): boolean {
  return frameOf(before) === frameOf(after);
}

function frameOf(facts: FileFacts): string {
  const contexts = facts.contexts.map(({ name, key, hasDefault, maybe, ambient, mayBeNone, listed }) => [
    name,
    key,
    hasDefault,
    maybe,
    ambient,
    mayBeNone,
    listed,
  ]);
  const keys = new Set([...facts.joins, ...facts.cells.flatMap(({ shared }) => shared ?? [])].map(({ key }) => key));
  const { routes, parentInstances, outlets, registers, side } = facts;
  const has = [routes, parentInstances, outlets, registers].map((list) => list.length > 0);
  return JSON.stringify([facts.family, contexts, [...keys].sort(), has, side]);
}
