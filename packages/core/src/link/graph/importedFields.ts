/**
 * Which fields each module takes of what it imports. A value in one field of a widely imported object is then not
 * looked for in modules that only take other fields.
 */
import type { FileFacts } from '../../model/facts';
import { isAnyField } from '../../model/signs';
import type { Edge } from './edges';
import type { PlaceGraph } from './placeGraph';
import { dependencyKey, type Dependencies } from '../memo/memo';

export class ImportedFields {
  constructor(
    private readonly graph: PlaceGraph,
    private readonly dependencies: Dependencies,
  ) {}

  /** The fields an imported name is taken apart into; null where it is also used otherwise. */
  fieldsOf(place: number): readonly string[] | null {
    const { graph } = this;
    if (graph.places[place]?.kind !== 'import') return null;
    if (graph.usesOf(place).length + graph.callsWithArg(place).length + graph.callsWithCallee(place).length > 0)
      return null;
    const fields: string[] = [];
    for (let edge = graph.ownOut(place); edge; edge = edge.nextOut) {
      if (edge.op !== 'get' || isAnyField(edge.field)) return null;
      fields.push(edge.field);
    }
    return fields.length > 0 ? fields : null;
  }

  /** What the names that a file imports stand for, and what is taken of each. */
  takenBy(facts: FileFacts, file: number): Map<number, string> {
    const { graph } = this;
    const taken = new Map<number, string>();
    for (const { place } of facts.imports) {
      const own = graph.at(file, place);
      const fields = this.fieldsOf(own)?.join() ?? '*';
      for (let edge: Edge | undefined = graph.ownInto(own); edge; edge = edge.nextInto)
        taken.set(edge.from, `${taken.get(edge.from) ?? ''};${fields}`);
    }
    return taken;
  }

  /** Touches what an edited file takes other fields of than before. */
  invalidateChanged(before: ReadonlyMap<number, string>, after: ReadonlyMap<number, string>): void {
    for (const place of new Set([...before.keys(), ...after.keys()]))
      if (before.get(place) !== after.get(place)) this.dependencies.invalidate(dependencyKey.takers(place));
  }
}
