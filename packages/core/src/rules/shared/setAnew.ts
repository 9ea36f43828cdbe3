/** Whether what changes a value in place sets it anew as well, so that the change shows: by itself, by who calls it, by what it calls. */
import type { CellFlow } from '../../follow/cells';
import type { CellInfo } from '../../follow/cellInfo';
import type { Mutation } from '../../follow/changesInPlace';
import type { Linked } from '../../link';
import { namesBefore } from '../../link/graph/aliases';
import type { Edge } from '../../link/graph/edges';
import type { Graph } from '../../link/graph/graph';
import type { Visited } from '../../link/travel/visited';
import type { Origin } from '../../link/graph/traces';
import type { CallFact } from '../../model/facts';
import { isChangeOf, isSameSpot, writersOf } from './changes';

/** How many functions are looked through from a helper outwards, until whoever calls it sets the state. */
const MOST_CALLERS = 20;

/** Whether the function that changes a value, or one around it, also sets it, to anything but the very same object: then it shows. */
export function isSetAnew({ program }: Linked, cell: CellInfo, { file, fn }: Mutation): boolean {
  const { graph } = program;
  const calls = graph.files[file]?.calls ?? [];
  // Whatever else the function sets of the component's state, all of it is re-rendered.
  const others = (graph.files[file]?.cells ?? []).flatMap(({ fn: owner, kind, setter }) =>
    setter !== null && kind === 'state' && graph.fnAt(file, owner) === cell.home ? [graph.at(file, setter)] : [],
  );
  const setsOther = (fact: CallFact): boolean =>
    graph.fnAt(file, fact.fn) === fn &&
    others.some((setter) => setter !== cell.setter?.place && isChangeOf(graph, file, fact, setter));
  if (calls.some(setsOther)) return true;
  return calls.some((fact) => {
    const [arg] = fact.args;
    const around = graph.fnAt(file, fact.fn);
    if (arg == null || (around !== fn && (around === cell.home || !program.isWithin(fn, around)))) return false;
    if (!isChangeOf(graph, file, fact, cell.setter?.place)) return false;
    // A class renders again whatever it sets; it calls what changes its state without a name of its own for that.
    if (fact.name === 'setState' && graph.at(file, fact.callee) === cell.setter?.place) return true;
    const argument = graph.at(file, arg);
    return isPutTogether(graph, argument) || !isByName(graph, argument, cell.value?.place ?? -1);
  });
}

/** `beds = insertAt(beds, 0, bed)`: whether all who call the helper that makes a change, or one that calls it, set the variable. */
export function isAssignedByCallers({ program: { graph } }: Linked, cell: CellInfo, one: Mutation): boolean {
  const assigns = (fn: number): boolean =>
    (graph.files[cell.file]?.calls ?? []).some(
      (fact) => graph.fnAt(cell.file, fact.fn) === fn && isChangeOf(graph, cell.file, fact, cell.setter?.place),
    );
  let isAssigned = false;
  const helpers = new Set([one.fn]);
  for (const helper of helpers) {
    if (graph.fileOfFunction(helper) === cell.file || helpers.size > MOST_CALLERS) return false;
    for (const call of graph.callersOfFunction(helper)) {
      const fn = graph.fnOfCall(call);
      const file = graph.fileOfFunction(fn);
      // Who else calls it does so with values of its own.
      if (file === graph.fileOfFunction(helper)) helpers.add(fn);
      else if (file === cell.file && !assigns(fn)) return false;
      else if (file === cell.file) isAssigned = true;
    }
  }
  return isAssigned;
}

/** Whether a function gives the state a list or an object that it puts together. */
function setsACopy({ program: { graph } }: Linked, cell: CellInfo, fn: number): boolean {
  const file = graph.fileOfFunction(fn);
  return (graph.files[file]?.calls ?? []).some((fact) => {
    const [arg] = fact.args;
    if (arg == null || graph.fnAt(file, fact.fn) !== fn) return false;
    return isChangeOf(graph, file, fact, cell.setter?.place) && isPutTogether(graph, graph.at(file, arg));
  });
}

/** Whether whoever calls the helper that makes a change sets the state anew, each of them. */
export function isSetByCallers(linked: Linked, cell: CellInfo, one: Mutation): boolean {
  const { graph } = linked.program;
  const helpers = new Set([one.fn]);
  let isSet = false;
  for (const helper of helpers) {
    const callers = new Set(graph.callersOfFunction(helper).map((call) => graph.fnOfCall(call)));
    callers.delete(helper);
    if (helpers.size > MOST_CALLERS || callers.size === 0) return false;
    for (const fn of callers) {
      if (setsACopy(linked, cell, fn)) isSet = true;
      // Set by who calls that, if at all; the component itself only makes the functions.
      else if (fn === cell.home) return false;
      else helpers.add(fn);
    }
  }
  return isSet;
}

/**
 * `item.beds.push(bed); update();`: whether the function also calls, by way of a context or of props, what sets the state anew.
 * `visited` are the places that the value comes to.
 */
export function isSetByCall(
  { program: { graph } }: Linked,
  flow: CellFlow,
  { file, fn }: Mutation,
  visited: readonly Visited[],
): boolean {
  const isCopy = (place: number): boolean => isPutTogether(graph, place) && visited.some((one) => one.place === place);
  const sets = writersOf(flow).flatMap(({ facts }) => facts.uses.filter((use) => use.file === file));
  return (graph.files[file]?.calls ?? []).some(
    (fact) =>
      graph.fnAt(file, fact.fn) === fn &&
      // What it is given might be the very same object, unless that is put together of what was changed.
      fact.args.every((arg) => arg !== null && isCopy(graph.at(file, arg))) &&
      sets.some(({ spot }) => isSameSpot(spot, fact.at)),
  );
}

/** `beds.splice(at, 1); setBeds([...beds])`: whether the function also passes a copy of what it changed to one that its component is given. */
export function isPassedUp(
  graph: Graph,
  props: number | null | undefined,
  object: number,
  { file, fn }: Mutation,
): boolean {
  const keyOf = ({ place, path }: Origin): string => [place, ...path].join('.');
  const changed = new Set(graph.trace(object).map(keyOf));
  const isCopy = (place: number): boolean =>
    graph.places[place]?.kind === 'object' &&
    graph.edgesInto(place).some(({ from }) => graph.trace(from).some((origin) => changed.has(keyOf(origin))));
  return (graph.files[file]?.calls ?? []).some(
    (fact) =>
      graph.fnAt(file, fact.fn) === fn &&
      fact.args.some((arg) => arg !== null && isCopy(graph.at(file, arg))) &&
      graph.trace(graph.at(file, fact.callee)).some(({ place }) => place === props),
  );
}

/** Whether a place holds what another holds, by way of names and fields alone. */
export function isByName(graph: Graph, start: number, source: number): boolean {
  return graph.trace(start).some((origin) => origin.place === source && (origin.calls ?? []).length === 0);
}

/** Whether a value may be an object made on the way, by way of names alone: a copy, though only where it was needed. */
export function isPutTogether(graph: Graph, start: number): boolean {
  const isName = ({ op, to }: Edge): boolean => op === 'same' && graph.places[to]?.kind !== 'cell';
  return [...namesBefore(graph, start, isName)].some(
    (at) =>
      graph.places[at]?.kind === 'object' ||
      graph.edgesInto(at).some((edge) => edge.op === 'rest') ||
      isCalledAgain(graph, at),
  );
}

/** Whether a place is a part of what may be a clone: `let row = bed; if (open) row = clone(bed); row.soil.depth = 2`. */
export function isPartOfClone(graph: Graph, start: number): boolean {
  const isName = ({ op, to }: Edge): boolean => op === 'same' && graph.places[to]?.kind !== 'cell';
  const wholes = new Set([start]);
  for (const part of wholes)
    for (const at of namesBefore(graph, part, isName)) {
      if (part !== start && isCalledAgain(graph, at)) return true;
      for (const { op, from } of graph.edgesInto(at)) if (op === 'get') wholes.add(from);
    }
  return false;
}

/** `let row = bed; if (open) row = clone(bed)`: whether a name takes what a call gives, besides what it took before. */
function isCalledAgain(graph: Graph, name: number): boolean {
  const before = graph.edgesInto(name);
  if (before.length < 2) return false;
  const file = graph.fileOf(name);
  const results = new Set((graph.files[file]?.calls ?? []).map(({ result }) => graph.at(file, result)));
  return before.some(({ op, from }) => op === 'same' && results.has(from));
}
