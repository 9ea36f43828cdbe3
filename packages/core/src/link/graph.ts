/**
 * The facts of all files as one graph. Places, functions, calls, sites, uses and cells get project-wide numbers; flows
 * become edges in both directions; imports are joined to what they import.
 */
import type {
  CallFact,
  CellFact,
  CloneFact,
  ContextFact,
  ContextReadFact,
  FileFacts,
  FlowOp,
  FunctionFact,
  Place,
  SiteFact,
  UseFact,
} from '../model/facts';
import { isLeftOut } from '../model/signs';
import { WHOLE } from '../read/script/commonjs';
import { ByPlace, push } from './byPlace';
import { Chains, type Edge } from './edges';
import { Exports, sourceOf } from './exports';
import { fieldMatches } from './intern';
import { Modules, type ConfigFile, type Resolution } from './modules';
import { Shared } from './shared';

/** An item of one file with the project-wide numbers it needs. */
interface Numbered<T> {
  fact: T;
  file: number;
}

/** Where a value was found to come from: a definition, and the field path still to be read from it. */
export interface Origin {
  place: number;
  path: string[];
  /** The calls whose results it came back through, the last one first met. */
  calls?: readonly number[];
}

const NONE: readonly number[] = [];

export class Graph {
  readonly modules: Modules;
  private readonly exports: Exports;
  readonly places: Place[] = [];
  readonly fileOfPlace: number[] = [];
  readonly functions: (Numbered<FunctionFact> & { parent: number })[] = [];
  readonly calls: Numbered<CallFact>[] = [];
  readonly sites: Numbered<SiteFact>[] = [];
  readonly uses: Numbered<UseFact>[] = [];
  readonly cells: Numbered<CellFact>[] = [];
  readonly contexts: Numbered<ContextFact>[] = [];
  readonly contextReads: Numbered<ContextReadFact>[] = [];
  readonly clones: Numbered<CloneFact>[] = [];
  readonly cloneOfProps = new Map<number, number>();
  /** The object a class component's methods stand on, by its function. */
  readonly instanceOf = new Map<number, number>();
  readonly boxes = new Set<number>();
  readonly keys = new Set<number>();
  /** Cells that a change inside what they hold changes too. */
  readonly deepCells = new Set<number>();
  /** The component function whose handle a place is: what is put there, a parent may reach. */
  readonly handleOf = new Map<number, number>();
  readonly placeBase: number[] = [];
  readonly functionBase: number[] = [];

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
  private readonly traced = new Map<number, Origin[]>();
  private readonly targets = new Map<number, readonly number[]>();
  private readonly callersOf = new Map<number, number[]>();
  /** How each import resolved, by file and in the order of its imports. */
  readonly resolutions: Resolution[][] = [];
  readonly shared: Shared;
  /** Components that a wrapper adds props to. */
  readonly injected = new Set<number>();
  readonly resolutionOfPlace = new Map<number, { source: string; resolution: Resolution }>();

  constructor(
    readonly files: readonly FileFacts[],
    configs: readonly ConfigFile[],
  ) {
    this.modules = new Modules(files, configs);
    this.exports = new Exports(files, this.modules, (file, place) => this.at(file, place));
    const places = files.reduce((sum, file) => sum + file.places.length, 0);
    this.out = new Chains(places);
    this.into = new Chains(places);
    this.functionOfSelf = new ByPlace(places);
    this.functionOfResult = new ByPlace(places);
    this.callOfResult = new ByPlace(places);
    this.callsByCallee = new ByPlace(places);
    this.callsByArg = new ByPlace(places);
    this.callsByReceiver = new ByPlace(places);
    this.usesByPlace = new ByPlace(places);
    files.forEach((file, index) => this.addFile(file, index));
    files.forEach((file, index) => this.joinImports(file, index));
    this.shared = new Shared(this);
    this.calls.forEach((_, call) => {
      for (const fn of this.targetsOf(call)) push(this.callersOf, fn, call);
    });
  }

  /** The project-wide number of a place of one file. */
  at(file: number, place: number): number {
    return (this.placeBase[file] ?? 0) + place;
  }

  fnAt(file: number, fn: number): number {
    return (this.functionBase[file] ?? 0) + fn;
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
    return entry ? this.fnAt(entry.file, entry.fact.fn) : -1;
  }

  path(file: number): string {
    return this.files[file]?.path ?? '';
  }

  private addFile(file: FileFacts, index: number): void {
    const base = this.places.length;
    const fnBase = this.functions.length;
    this.placeBase.push(base);
    this.functionBase.push(fnBase);
    for (const place of file.places) {
      this.places.push(place);
      this.fileOfPlace.push(index);
    }
    file.functions.forEach((fact, i) => {
      this.functions.push({ fact, file: index, parent: fact.parent === null ? -1 : fnBase + fact.parent });
      this.functionOfSelf.set(base + fact.self, fnBase + i);
      this.functionOfResult.set(base + fact.result, fnBase + i);
    });
    file.functions.forEach((fact, i) => {
      if (fact.instance === undefined) return;
      this.instanceOf.set(fnBase + i, base + fact.instance);
      this.handleOf.set(base + fact.instance, fnBase + i);
    });
    for (const { exposes, fn } of file.handles) this.handleOf.set(base + exposes, fnBase + fn);
    for (const box of file.boxes) this.boxes.add(base + box);
    for (const key of file.keys) this.keys.add(base + key);
    for (const flow of file.flows)
      this.addEdge(base + flow.from, base + flow.to, flow.op, flow.field ?? '', flow.except ?? null);
    for (const fact of file.calls) {
      const id = this.calls.push({ fact, file: index }) - 1;
      push(this.callsByCallee, base + fact.callee, id);
      this.callOfResult.set(base + fact.result, id);
      if (fact.receiver !== null) push(this.callsByReceiver, base + fact.receiver, id);
      fact.args.forEach((arg, i) => {
        if (arg !== null && fact.args.indexOf(arg) === i) push(this.callsByArg, base + arg, id);
      });
    }
    for (const fact of file.uses) push(this.usesByPlace, base + fact.place, this.uses.push({ fact, file: index }) - 1);
    for (const fact of file.sites)
      this.siteOfProps.set(base + fact.propsPlace, this.sites.push({ fact, file: index }) - 1);
    for (const fact of file.clones)
      this.cloneOfProps.set(base + fact.propsPlace, this.clones.push({ fact, file: index }) - 1);
    for (const fact of file.cells) {
      this.cells.push({ fact, file: index });
      if (fact.inPlace) this.deepCells.add(base + fact.value);
    }
    for (const fact of file.contexts) {
      const known = fact.key === null ? undefined : this.contextOfKey.get(fact.key);
      const context = known ?? this.contexts.push({ fact, file: index }) - 1;
      if (fact.key !== null) this.contextOfKey.set(fact.key, context);
      if (known !== undefined && fact.hasDefault) this.defaulted.add(known);
      this.contextOfPlace.set(base + fact.place, context);
    }
    for (const fact of file.contextReads) this.contextReads.push({ fact, file: index });
  }

  /** A place that stands in no file's facts; it belongs to the top level of one. */
  addPlace(file: number, place: Place): number {
    this.fileOfPlace.push(file);
    return this.places.push(place) - 1;
  }

  /** Lets what one place holds flow into another, for reasons only the whole project shows. */
  join(from: number, to: number): void {
    if (from !== to) this.addEdge(from, to, 'same', '', null);
  }

  /** To be called once places were joined: what was traced before may lead further now. */
  forgetTraces(): void {
    this.traced.clear();
    this.targets.clear();
  }

  /** The functions a place is known to hold. */
  functionsAt(place: number): number[] {
    return this.trace(place).flatMap((origin) =>
      origin.path.length === 0 ? (this.functionOfSelf.get(origin.place) ?? []) : [],
    );
  }

  private addEdge(from: number, to: number, op: FlowOp, field: string, except: readonly string[] | null): void {
    const edge: Edge = { from, to, op, field, except, nextOut: undefined, nextInto: undefined };
    const out = this.out.add(from, edge);
    if (out) out.nextOut = edge;
    const into = this.into.add(to, edge);
    if (into) into.nextInto = edge;
  }

  private joinImports(file: FileFacts, index: number): void {
    const list: Resolution[] = [];
    for (const fact of file.imports) {
      const resolution = this.modules.resolve(file.path, fact.source);
      list.push(resolution);
      const to = this.at(index, fact.place);
      this.resolutionOfPlace.set(to, { source: fact.source, resolution });
      const from = sourceOf(resolution);
      if (from === null) continue;
      const whole = this.exports.exportOf(from, WHOLE, new Set());
      if (fact.imported === '*') {
        if (whole !== null) this.addEdge(whole, to, 'same', '', null);
        for (const [name, place] of this.exports.exportsOf(from))
          if (name !== WHOLE) this.addEdge(place, to, 'put', name, null);
      } else {
        const place = this.exports.exportOf(from, fact.imported, new Set());
        if (place !== null) this.addEdge(place, to, 'same', '', null);
        // What CommonJS exports is a module's default, and its fields are its names.
        else if (whole !== null && fact.imported === 'default') this.addEdge(whole, to, 'same', '', null);
        else if (whole !== null) this.addEdge(whole, to, 'get', fact.imported, null);
        else {
          const passed = this.exports.passedOn(from, fact.imported);
          if (passed) this.resolutionOfPlace.set(to, passed);
        }
      }
    }
    this.resolutions.push(list);
  }

  /** The first of the edges that lead out of a place; `nextOut` is the one after it. */
  firstOut(place: number): Edge | undefined {
    return this.out.first(place);
  }

  /** The first of the edges that lead into a place; `nextInto` is the one after it. */
  firstInto(place: number): Edge | undefined {
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
    return this.callersOf.get(fn) ?? NONE;
  }

  /** The functions of the project a call is known to call, whatever the run; empty where it depends on the run. */
  targetsOf(call: number): readonly number[] {
    let found = this.targets.get(call);
    if (found) return found;
    this.targets.set(call, NONE);
    const entry = this.calls[call];
    const functions: number[] = [];
    if (entry)
      for (const origin of this.trace(this.at(entry.file, entry.fact.callee))) {
        const fn = origin.path.length === 0 ? this.functionOfSelf.get(origin.place) : undefined;
        if (fn !== undefined) functions.push(fn);
      }
    found = functions.length > 0 ? functions : NONE;
    this.targets.set(call, found);
    return found;
  }

  /**
   * Where the value of a place comes from, followed back through names, fields, imports and the results of known
   * functions. It stops at definitions (functions, contexts, cells, outside imports) and at parameters.
   */
  trace(place: number, path: string[] = []): Origin[] {
    if (path.length === 0) {
      const known = this.traced.get(place);
      if (known) return known;
    }
    const origins: Origin[] = [];
    const seen = new Set<string | number>();
    const queue: Origin[] = [{ place, path }];
    for (let next = queue.pop(); next && seen.size < 400; next = queue.pop()) {
      const plain = next.path.length === 0 && next.calls === undefined;
      const key = plain ? next.place : `${next.place}.${next.path.join('.')}@${next.calls?.at(-1) ?? ''}`;
      if (seen.has(key)) continue;
      seen.add(key);
      this.traceStep(next, queue, origins);
    }
    if (path.length === 0) this.traced.set(place, origins);
    return origins;
  }

  private traceStep(at: Origin, queue: Origin[], origins: Origin[]): void {
    const kind = this.places[at.place]?.kind;
    if (kind === 'function' || kind === 'context' || kind === 'param' || kind === 'cell' || kind === 'setter') {
      origins.push(at);
      // Members assigned to a function (`Tabs.Panel = Panel`) are fields of it.
      if (at.path.length === 0 || kind !== 'function') return;
    }
    const first = this.firstInto(at.place);
    const call = this.callOfResult.get(at.place);
    if (call !== undefined) {
      const targets = this.targetsOf(call);
      if (targets.length === 0) origins.push(at);
      for (const fn of targets) {
        const entry = this.functions[fn];
        if (entry)
          queue.push({
            place: this.at(entry.file, entry.fact.result),
            path: at.path,
            calls: [...(at.calls ?? []), call],
          });
      }
    }
    if (!first) {
      if (call === undefined && kind !== 'function') origins.push(at);
      return;
    }
    for (let edge: Edge | undefined = first; edge; edge = edge.nextInto) {
      const [field, ...after] = at.path;
      if (edge.op === 'same' || edge.op === 'taken') queue.push({ ...at, place: edge.from });
      else if (edge.op === 'get') {
        if (at.path.length < 5) queue.push({ ...at, place: edge.from, path: [edge.field, ...at.path] });
      } else if (edge.op === 'put') {
        if (field !== undefined && fieldMatches(field, edge.field))
          queue.push({ ...at, place: edge.from, path: after });
      } else if (edge.op === 'unwrap') {
        queue.push({ ...at, place: edge.from });
        if (at.path.length < 5) queue.push({ ...at, place: edge.from, path: [edge.field, ...at.path] });
      } else if (edge.op === 'rest') {
        if (field === undefined || !isLeftOut(field, edge.except)) queue.push({ ...at, place: edge.from });
      }
    }
  }
}
