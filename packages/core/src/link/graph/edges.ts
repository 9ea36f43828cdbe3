/** The edges of the graph, and how to find those of a place. */
import type { FlowOp } from '../../model/facts';
import { isAnyField } from '../../model/signs';
import { ByPlace, push } from './byPlace';

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

/** The edges of a place of which many take out one field each: by that field, and the others. */
interface ByField {
  others: Placed[];
  fields: Map<string, Placed[]>;
}

/** An edge, and where it stands among all of its place. */
interface Placed {
  edge: Edge;
  at: number;
}

/** With fewer edges than this, looking through them is quicker than an index. */
const MANY = 24;

/** The edges of each place, by rank and then in the order they were added. */
export class Chains {
  private readonly firsts: ByPlace<Edge>;
  private readonly lasts: ByPlace<Edge>;
  private readonly byField = new Map<number, ByField | null>();

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

  /**
   * The edges of a place that a value stored in one field may take, in their order: all but those that take out another field.
   * `through` gives the fields taken at the other end of an edge, where that is all that is done there.
   * Null where there are few: then they are to be looked through.
   */
  forField(place: number, field: string, through: (edge: Edge) => readonly string[] | null): readonly Edge[] | null {
    let index = this.byField.get(place);
    if (index === undefined) {
      index = this.indexOf(place, through);
      this.byField.set(place, index);
    }
    if (!index) return null;
    const own = index.fields.get(field);
    const edges = own ? [...index.others, ...own].sort((a, b) => a.at - b.at) : index.others;
    return edges.map(({ edge }) => edge);
  }

  /** To be called when edges, or what is done at their other end, may have changed. */
  forgetFields(): void {
    this.byField.clear();
  }

  private indexOf(place: number, through: (edge: Edge) => readonly string[] | null): ByField | null {
    const index: ByField = { others: [], fields: new Map() };
    let at = 0;
    for (let edge = this.first(place); edge; edge = edge[this.next], at++) {
      const fields = edge.op === 'get' && !isAnyField(edge.field) ? [edge.field] : through(edge);
      if (!fields) index.others.push({ edge, at });
      else for (const field of new Set(fields)) push(index.fields, field, { edge, at });
    }
    return at > MANY ? index : null;
  }

  add(place: number, edge: Edge): void {
    const { next } = this;
    if (this.byField.size > 0) this.byField.delete(place);
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
    this.byField.delete(place);
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
    this.byField.delete(place);
    this.firsts.set(place, undefined);
    this.lasts.set(place, undefined);
  }
}
