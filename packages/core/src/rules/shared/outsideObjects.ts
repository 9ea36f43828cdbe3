/** Objects that state holds and that lead a life of their own: instances of classes, what a library makes. */
import type { CellInfo } from '../../follow/cellInfo';
import type { Mutation } from '../../follow/changesInPlace';
import type { Linked } from '../../link';
import { namesBefore } from '../../link/graph/aliases';
import type { Edge } from '../../link/graph/edges';
import type { Graph } from '../../link/graph/graph';
import { isChangeOf } from './changes';

/** Classes of the language whose instances are plain values: a changed one has to be replaced like any other. */
const PLAIN = /^(?:Array|Object|Map|Set|WeakMap|WeakSet|Date|URLSearchParams|FormData|Headers|\w*Array)$/;

/** Libraries that only copy and sort values. */
const OF_VALUES = /^(?:lodash|underscore|ramda|immer|rfdc|remeda|just-|fast-copy|clone)|clone|copy/;

/** How many places are looked at for who made an object. */
const MOST_PLACES = 400;

/**
 * Whether changing what a state holds in place is a matter of the object's own: an instance of a class that is more than its
 * fields, or what a library makes.
 */
export function isItsOwnAffair(linked: Linked, cell: CellInfo, one: Mutation): boolean {
  const { graph } = linked.program;
  return makersOf(graph, assignedTo(graph, cell)).some((call) => {
    const { file, fact } = graph.calls[call] ?? {};
    if (!fact || file === undefined) return false;
    const targets = graph.targetsOf(call);
    if (fact.creates) return isInstance(graph, call);
    // A list is one, whoever made it.
    return targets.length === 0 && !one.text.endsWith('()') && isOfLibrary(graph, graph.at(file, fact.callee));
  });
}

/** `rows[id] || new Row(id)`: whether what is changed, or what holds it, may be an instance that is made where it is needed. */
export function mayBeInstance(graph: Graph, place: number): boolean {
  const holds = ({ op, to }: Edge): boolean => op === 'same' || (op === 'get' && graph.places[to]?.kind !== 'cell');
  return makersOf(graph, [...namesBefore(graph, place, holds)]).some((call) => isInstance(graph, call));
}

/** Whether a call makes an instance of a class that is more than its fields. */
function isInstance(graph: Graph, call: number): boolean {
  const { fact } = graph.calls[call] ?? {};
  if (!fact?.creates) return false;
  const targets = graph.targetsOf(call);
  return targets.length > 0 ? targets.some((fn) => hasMethods(graph, fn)) : !PLAIN.test(fact.name);
}

/** All that a state is given: at first, and by its setter in the file it lives in. */
function assignedTo(graph: Graph, { file, value, setter }: CellInfo): number[] {
  const first = value ? graph.edgesInto(value.place).map(({ from }) => from) : [];
  const later = (graph.files[file]?.calls ?? []).flatMap((fact) => {
    const [arg] = fact.args;
    return arg != null && isChangeOf(graph, file, fact, setter?.place) ? [graph.at(file, arg)] : [];
  });
  return [...first, ...later];
}

/** The calls that made what some places hold, by way of names and of functions that bring it. */
function makersOf(graph: Graph, places: readonly number[]): number[] {
  const calls = new Set<number>();
  const seen = new Set(places);
  for (const place of seen) {
    if (seen.size > MOST_PLACES) break;
    const call = graph.callOfResult.get(place);
    if (call !== undefined) {
      calls.add(call);
      if (!graph.calls[call]?.fact.creates)
        for (const fn of graph.targetsOf(call)) {
          const entry = graph.functions[fn];
          if (entry) seen.add(graph.at(entry.file, entry.fact.result));
        }
    }
    for (const { op, from } of graph.edgesInto(place)) if (op === 'same' || op === 'frozen') seen.add(from);
  }
  return [...calls];
}

function isOfLibrary(graph: Graph, callee: number): boolean {
  return graph.trace(callee).some(({ place }) => {
    const file = graph.fileOf(place);
    const taken = graph.files[file]?.imports.find((one) => graph.at(file, one.place) === place);
    return taken !== undefined && !taken.source.startsWith('.') && !OF_VALUES.test(taken.source);
  });
}

/** Whether a class has functions of its own, its constructor aside: what changes a field of it may do more than that. */
function hasMethods(graph: Graph, fn: number): boolean {
  const made = graph.functions[fn];
  if (!made) return false;
  const { at, endLine } = made.fact;
  return (graph.files[made.file]?.functions ?? []).some(
    (fact) =>
      fact.name !== '' &&
      fact.self !== made.fact.self &&
      fact.endLine <= endLine &&
      (fact.at.line > at.line || (fact.at.line === at.line && fact.at.column > at.column)),
  );
}
