/**
 * A graph that is being linked: edges between files, added stage by stage, and tracing through those added so far.
 */
import type { FileFacts } from '../../model/facts';
import type { Dependencies } from '../memo/memo';
import { CrossFileEdges, type Joint } from './crossFileEdges';
import { rankOf, type Stage } from './edges';
import { PlaceGraph } from './placeGraph';
import { Traces, type Origin } from './traces';

export class TracedGraph extends PlaceGraph {
  private readonly traces: Traces;
  private readonly crossing: CrossFileEdges;

  constructor(files: readonly FileFacts[], dependencies: Dependencies) {
    super(files, dependencies);
    this.traces = new Traces(this, dependencies, files);
    this.crossing = new CrossFileEdges(this, dependencies);
  }

  /** To be called before a file's facts are replaced: its edges into and out of others are taken out at their other end. */
  protected loosen(file: number): void {
    this.crossing.loosen(file);
  }

  /** Edges of this rank and above are not to be followed yet. */
  get limit(): number {
    return this.traces.limit;
  }

  /** From now on, only what is known before a stage is seen; `null`: all of it. */
  see(stage: Stage | null): void {
    this.traces.see(stage);
  }

  /** The edges of a rank are these from now on. */
  settle(rank: number, wanted: readonly Joint[]): void {
    this.crossing.settle(rank, wanted);
  }

  /** Joins a file's places to others, as a stage of linking finds them: what it joined before and does not now is parted. */
  joinAll(stage: Stage, file: number, joins: readonly (readonly [from: number, to: number])[]): void {
    const wanted = joins.flatMap(([from, to]) =>
      from === to ? [] : [{ from, to, op: 'same' as const, field: '', except: null }],
    );
    this.settleStage(stage, file, wanted);
  }

  /** The same for edges of any kind. */
  settleStage(stage: Stage, file: number, wanted: readonly Joint[]): void {
    if (wanted.length === 0 && !this.crossing.has(rankOf(stage, file))) return;
    this.settle(rankOf(stage, file), wanted);
  }

  /** The functions a place is known to hold. */
  functionsAt(place: number, path: string[] = []): number[] {
    return this.trace(place, path).flatMap((origin) =>
      origin.path.length === 0 ? (this.functionOfSelf.get(origin.place) ?? []) : [],
    );
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
