/**
 * Objects that hold so much, or are handed to so many, that each value in them would have as many ways as all others together:
 * those ways are not followed, and marked. Reading a field by its name is followed as ever.
 */
import { isAnyField } from '../model/signs';
import type { Graph } from './graph';
import { Kept } from './kept';

/** An object of which more copies are made, or which more calls are given, is not followed into each. */
const MANY_WAYS = 32;
/** As many fields as anybody would list. */
const MANY_FIELDS = 32;

export class Crowded {
  private readonly handedAbout: Kept<number, boolean>;
  private readonly manyFields: Kept<number, boolean>;

  constructor(
    private readonly graph: Graph,
    before: Crowded | null,
  ) {
    this.handedAbout = before?.handedAbout ?? new Kept(graph.reads);
    this.manyFields = before?.manyFields ?? new Kept(graph.reads);
  }

  /** Whether an object is copied, put into others, or handed to functions as a whole, in too many places. */
  isHandedAbout(place: number): boolean {
    return this.isObject(place) && this.handedAbout.get(place, this.findHandedAbout);
  }

  /** Whether an object has so many fields that whatever takes one by a key that is not known would be said to take each. */
  holdsMany(place: number): boolean {
    return this.isObject(place) && this.manyFields.get(place, this.findManyFields);
  }

  private isObject(place: number): boolean {
    return this.graph.places[place]?.kind === 'object';
  }

  private readonly findHandedAbout = (place: number): boolean => {
    const { graph } = this;
    let ways = graph.callsWithArg(place).length;
    for (let edge = graph.firstOut(place); edge; edge = edge.nextOut)
      if ((edge.op === 'same' || edge.op === 'put') && this.isObject(edge.to)) ways++;
    return ways > MANY_WAYS;
  };

  private readonly findManyFields = (place: number): boolean => {
    const fields = new Set<string>();
    for (let edge = this.graph.firstInto(place); edge; edge = edge.nextInto)
      if (edge.op === 'put' && !isAnyField(edge.field)) fields.add(edge.field);
    return fields.size > MANY_FIELDS;
  };
}
