/** All the places that hold one and the same value, one after the other. */
import { isAnyField } from '../../model/signs';
import type { Edge } from './edges';
import type { Graph } from './graph';

/** A value goes by fewer names than this; what goes by more is not looked at further. */
const MOST_NAMES = 40;

const asItIs = ({ op }: Edge): boolean => op === 'same';

/** A place, and those its value comes from by edges that `follows` takes. */
export function namesBefore(graph: Graph, start: number, follows = asItIs): ReadonlySet<number> {
  const found = new Set([start]);
  for (const place of found)
    for (const edge of graph.edgesInto(place)) if (follows(edge) && found.size < MOST_NAMES) found.add(edge.from);
  return found;
}

/** A place, and those its value goes on to as it is. */
export function namesAfter(graph: Graph, start: number): ReadonlySet<number> {
  const found = new Set([start]);
  for (const place of found)
    for (const edge of graph.edgesOutOf(place)) if (asItIs(edge) && found.size < MOST_NAMES) found.add(edge.to);
  return found;
}

/** `this[side + 'List']`: whether which of an object's values a place holds is only known at run time. */
export function isChosenByKey(graph: Graph, place: number): boolean {
  return [...namesBefore(graph, place)].some((at) =>
    graph.edgesInto(at).some(({ op, field }) => op === 'get' && isAnyField(field)),
  );
}
