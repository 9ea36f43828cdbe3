/**
 * Where values come from: traced back through names, fields, imports and results of known functions to definitions
 * (functions, contexts, cells, outside imports) and parameters. During linking only edges of earlier stages count, so
 * the answer does not depend on what is asked first.
 */
import type { CallFact, FileFacts } from '../../model/facts';
import { isLeftOut } from '../../model/signs';
import { EVERY_RANK, rankOf, type Edge, type Stage } from './edges';
import type { PlaceGraph } from './placeGraph';
import { fieldMatches } from './fieldPaths';
import { Memo, type Dependencies } from '../memo/memo';

/** Where a value was found to come from: a definition, and the field path still to be read from it. */
export interface Origin {
  place: number;
  path: string[];
  /** The calls whose results it came back through, the last one first met. */
  calls?: readonly number[];
}

interface Tables {
  traced: Memo<number, Origin[]>;
  targets: Memo<number, readonly number[]>;
}

const NONE: readonly number[] = [];
const MEANWHILE = { value: NONE };
const MAX_STEPS = 400;

export class Traces {
  private readonly tables = new Map<Stage | null, Tables>();
  private now: Tables;
  /** Edges of this rank and above are not seen. */
  limit = EVERY_RANK;
  /** Whether places are joined after calls and tags are known: then what those were found by is kept apart. */
  private readonly joinedLate: boolean;

  constructor(
    private readonly graph: PlaceGraph,
    private readonly dependencies: Dependencies,
    files: readonly FileFacts[],
  ) {
    this.joinedLate = files.some((file) => file.routes.length > 0 || file.parentInstances.length > 0);
    this.now = this.tablesOf(null);
  }

  see(stage: Stage | null): void {
    this.limit = stage === null ? EVERY_RANK : rankOf(stage);
    this.now = this.tablesOf(stage === 'routes' && !this.joinedLate ? null : stage);
  }

  private tablesOf(stage: Stage | null): Tables {
    let tables = this.tables.get(stage);
    if (!tables) {
      tables = { traced: new Memo(this.dependencies), targets: new Memo(this.dependencies) };
      this.tables.set(stage, tables);
    }
    return tables;
  }

  targetsOf(call: number): readonly number[] {
    return this.now.targets.get(call, this.findTargets, MEANWHILE);
  }

  private readonly findTargets = (call: number): readonly number[] => {
    const { graph } = this;
    const entry = graph.calls[call];
    if (!entry) return NONE;
    this.dependencies.dependOn(entry.file);
    const functions: number[] = [];
    for (const origin of this.of(graph.at(entry.file, entry.fact.callee), [])) {
      const fn = origin.path.length === 0 ? graph.functionOfSelf.get(origin.place) : undefined;
      const called = fn === undefined ? null : this.asCalled(fn, entry.fact);
      if (called !== null) functions.push(called);
    }
    return functions.length > 0 ? functions : NONE;
  };

  /** What a call runs of a function that it calls: of a class that is extended, what is there for that; null where it is not meant. */
  private asCalled(fn: number, call: CallFact): number | null {
    const entry = this.graph.functions[fn];
    if (!call.extends || !entry) return fn;
    const { asBase, own, role } = entry.fact;
    if (role === 'component' && asBase === undefined) return fn;
    const runsOnInstance = asBase !== undefined || (role === 'hook' && own !== undefined);
    if (runsOnInstance !== (call.onInstance ?? false)) return null;
    return asBase === undefined ? fn : this.graph.fnAt(entry.file, asBase);
  }

  of(place: number, path: string[]): Origin[] {
    return path.length === 0 ? this.now.traced.get(place, this.findPlain) : this.find(place, path);
  }

  private readonly findPlain = (place: number): Origin[] => this.find(place, []);

  private find(place: number, path: string[]): Origin[] {
    const origins: Origin[] = [];
    const seen = new Set<string | number>();
    const queue: Origin[] = [{ place, path }];
    for (let next = queue.pop(); next; next = queue.pop()) {
      const key = keyOf(next);
      if (seen.has(key)) continue;
      seen.add(key);
      // Where following ends early, what is left counts as where the value comes from: nothing is known of that.
      if (seen.size > MAX_STEPS) origins.push(next);
      else this.step(next, queue, origins);
    }
    return origins;
  }

  private step(at: Origin, queue: Origin[], origins: Origin[]): void {
    const { graph, limit } = this;
    const kind = graph.places[at.place]?.kind;
    const first = graph.firstInto(at.place);
    if (kind === 'function' || kind === 'context' || kind === 'param' || kind === 'cell' || kind === 'setter') {
      origins.push(at);
      // Members assigned to a function (`Tabs.Panel = Panel`) are fields of it.
      if (at.path.length === 0 || kind !== 'function') return;
    }
    const call = graph.callOfResult.get(at.place);
    if (call !== undefined) {
      const targets = this.targetsOf(call);
      if (targets.length === 0) origins.push(at);
      for (const fn of targets) {
        const entry = graph.functions[fn];
        if (entry)
          queue.push({
            place: graph.at(entry.file, entry.fact.result),
            path: at.path,
            calls: [...(at.calls ?? []), call],
          });
      }
    }
    if (!first || first.rank >= limit) {
      if (call === undefined && kind !== 'function') origins.push(at);
      return;
    }
    for (let edge: Edge | undefined = first; edge && edge.rank < limit; edge = edge.nextInto) {
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

function keyOf({ place, path, calls }: Origin): string | number {
  return path.length === 0 && calls === undefined ? place : `${place}.${path.join('.')}@${calls?.at(-1) ?? ''}`;
}
