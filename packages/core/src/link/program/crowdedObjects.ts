/**
 * Objects that hold so much, or are passed to so many, that following every value in them would multiply. Those ways
 * are cut and marked; reading a field by name is still followed.
 */
import { isAnyField } from '../../model/signs';
import type { Graph } from '../graph/graph';
import { Memo } from '../memo/memo';

/** An object of which more copies are made, or which more calls are given, is not followed into each. */
const MANY_WAYS = 32;
/** As many fields as anybody would list. */
const MANY_FIELDS = 32;

export class CrowdedObjects {
  private readonly crowded: Memo<number, boolean>;
  private readonly manyFields: Memo<number, boolean>;

  constructor(
    private readonly graph: Graph,
    before: CrowdedObjects | null,
  ) {
    this.crowded = before?.crowded ?? new Memo(graph.dependencies);
    this.manyFields = before?.manyFields ?? new Memo(graph.dependencies);
  }

  /** Whether an object is copied, put into others, or passed to functions as a whole, in too many places. */
  isCrowded(place: number): boolean {
    return this.isObject(place) && this.crowded.get(place, this.findCrowded);
  }

  /**
   * Whether an object has so many fields that whatever takes one by a key that is not known would be said to take each. What is
   * mixed into a component holds what that holds: `owner` is the component whose code is gone through.
   */
  holdsMany(place: number, owner: number | undefined): boolean {
    if (!this.isObject(place)) return false;
    const whole = owner !== undefined && this.ownOf(this.graph.fnOfPlace(place)) === place ? this.ownOf(owner) : null;
    return this.manyFields.get(whole ?? place, this.findManyFields);
  }

  /** The object that a component's or a part's own names stand on; null for any other function. */
  private ownOf(fn: number): number | null {
    const entry = this.graph.functions[fn];
    return entry?.fact.own === undefined ? null : this.graph.at(entry.file, entry.fact.own);
  }

  private isObject(place: number): boolean {
    return this.graph.places[place]?.kind === 'object';
  }

  private readonly findCrowded = (place: number): boolean => {
    const { graph } = this;
    let ways = graph.callsWithArg(place).length;
    for (let edge = graph.firstOut(place); edge; edge = edge.nextOut)
      if ((edge.op === 'same' || edge.op === 'put') && this.isObject(edge.to)) ways++;
    return ways > MANY_WAYS;
  };

  private readonly findManyFields = (place: number): boolean => {
    const { graph } = this;
    const fields = new Set<string>();
    // An instance holds what its parts put there, and their parts.
    const holders = new Set([place]);
    for (const holder of holders) {
      const entry = graph.functions[graph.fnOfPlace(holder)];
      graph.dependencies.dependOn(graph.fileOf(holder));
      for (let edge = graph.firstInto(holder); edge; edge = edge.nextInto)
        if (edge.op === 'put' && !isAnyField(edge.field)) fields.add(edge.field);
      if (fields.size > MANY_FIELDS) return true;
      if (!entry || this.ownOf(graph.fnOfPlace(holder)) !== holder) continue;
      for (const part of entry.fact.mixes ?? [])
        for (const fn of graph.functionsAt(graph.at(entry.file, part))) {
          const own = this.ownOf(fn);
          if (own !== null) holders.add(own);
        }
    }
    return false;
  };
}
