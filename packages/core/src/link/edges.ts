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
  nextOut: Edge | undefined;
  nextInto: Edge | undefined;
}

/** The edges of each place, in the order they were added. */
export class Chains {
  private readonly firsts: ByPlace<Edge>;
  private readonly lasts: ByPlace<Edge>;

  constructor(places: number) {
    this.firsts = new ByPlace(places);
    this.lasts = new ByPlace(places);
  }

  first(place: number): Edge | undefined {
    return this.firsts.get(place);
  }

  /** Puts an edge at the end of a place's; the one before it, if any, is to lead on to it. */
  add(place: number, edge: Edge): Edge | undefined {
    const before = this.lasts.get(place);
    if (!before) this.firsts.set(place, edge);
    this.lasts.set(place, edge);
    return before;
  }
}
