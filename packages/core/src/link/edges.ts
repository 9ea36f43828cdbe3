/** The edges of the graph, and how those of a place are found. */
import type { FlowOp } from '../model/facts';
import { ByPlace } from './byPlace';

/** A flow from one place to another. Edges of a place are chained: lists of their own would take longer to make than all else. */
export interface Edge {
  readonly from: number;
  readonly to: number;
  readonly op: FlowOp;
  readonly field: string;
  readonly except: readonly string[] | null;
  /** The stage of linking that made it, and for which file: edges of a place are in this order. */
  readonly rank: number;
  nextOut: Edge | undefined;
  nextInto: Edge | undefined;
}

/** The stages in which edges are made: each looks at those of the stages before it alone. */
export const STAGES = ['facts', 'imports', 'keys', 'injected', 'ties', 'mutations', 'bare', 'routes', 'above'] as const;
export type Stage = (typeof STAGES)[number];

const FILES = 1_000_000;

/** The rank of what a stage makes for a file; all that stages before it made has a lower one. */
export function rankOf(stage: Stage, file = 0): number {
  return STAGES.indexOf(stage) * FILES + file;
}

/** Higher than every rank. */
export const EVERY_RANK = STAGES.length * FILES;

type Next = 'nextOut' | 'nextInto';

/** The edges of each place, by rank and then in the order they were added. */
export class Chains {
  private readonly firsts: ByPlace<Edge>;
  private readonly lasts: ByPlace<Edge>;

  constructor(
    places: number,
    private readonly next: Next,
  ) {
    this.firsts = new ByPlace(places);
    this.lasts = new ByPlace(places);
  }

  first(place: number): Edge | undefined {
    return this.firsts.get(place);
  }

  add(place: number, edge: Edge): void {
    const { next } = this;
    const last = this.lasts.get(place);
    if (!last) this.firsts.set(place, edge);
    else if (last.rank <= edge.rank) last[next] = edge;
    else return this.insert(place, edge);
    this.lasts.set(place, edge);
  }

  private insert(place: number, edge: Edge): void {
    const { next } = this;
    let before: Edge | undefined;
    for (let at = this.firsts.get(place); at && at.rank <= edge.rank; at = at[next]) before = at;
    edge[next] = before ? before[next] : this.firsts.get(place);
    if (before) before[next] = edge;
    else this.firsts.set(place, edge);
  }

  remove(place: number, edge: Edge): void {
    const { next } = this;
    let before: Edge | undefined;
    for (let at = this.firsts.get(place); at; before = at, at = at[next]) {
      if (at !== edge) continue;
      if (before) before[next] = edge[next];
      else this.firsts.set(place, edge[next]);
      if (this.lasts.get(place) === edge) this.lasts.set(place, before);
      edge[next] = undefined;
      return;
    }
  }

  /** A place without edges. */
  clear(place: number): void {
    this.firsts.set(place, undefined);
    this.lasts.set(place, undefined);
  }
}
