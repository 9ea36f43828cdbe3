/** In-place mutations: of what a place holds, and of a value wherever it arrives. */
import { mutationsByObject } from '../link/graph/mutationsByObject';
import type { Linked } from '../link';
import { isAnew, SPREAD, wasDerived, wasFrozen } from '../link/travel/visited';
import type { Spot } from '../model/facts';
import type { CellInfo } from './cellInfo';
import type { FlowStop } from './flow';

/** A change in place. */
export interface Mutation {
  text: string;
  field: string;
  ofElement: boolean;
  beforeRender: boolean;
  file: number;
  fn: number;
  at: Spot;
}

const NO_MUTATIONS: readonly Mutation[] = [];

/** Changes in place of the object a place holds. */
export function mutationsAt({ program: { graph } }: Linked, place: number): readonly Mutation[] {
  const file = graph.fileOf(place);
  const facts = graph.files[file];
  if (!facts || facts.mutations.length === 0) return NO_MUTATIONS;
  const found = mutationsByObject(facts).get(place - graph.at(file, 0));
  if (!found) return NO_MUTATIONS;
  return found.flatMap((index) => {
    const one = facts.mutations[index];
    if (!one || one.onRequest) return [];
    const { field, text, ofElement = false, beforeRender = false, at } = one;
    return { field, text, ofElement, beforeRender, file, fn: graph.fnAt(file, one.fn), at };
  });
}

/** Where the component of a stop changes a value in place that lives elsewhere; `butCopies`: no copies of it. */
export function changedInPlace(linked: Linked, cell: CellInfo, stop: FlowStop, butCopies = false): Mutation[] {
  const { program, locals } = linked;
  const { fieldPaths } = program;
  const { component } = stop;
  if (!component || component.fn === cell.home) return [];
  const all = locals.explore(stop.at).visited;
  return all.flatMap((visited) => {
    if (wasDerived(visited) || wasFrozen(visited)) return [];
    // What was copied is changed nowhere else by that; names of a scope that another one takes over are no copies.
    if (butCopies && (isAnew(visited.flags) || (visited.flags & SPREAD) !== 0)) return [];
    // Putting the value into something is no change of it.
    const before = all[visited.from];
    if (before && visited.path !== 0 && before.path === fieldPaths.tail(visited.path)) return [];
    const changes = mutationsAt(linked, visited.place).filter(
      ({ field, fn }) =>
        // A function that the home hands out is the home's own.
        program.isPartOf(fn, component.fn) &&
        (visited.path === 0 || (fieldPaths.head(visited.path) === field && fieldPaths.tail(visited.path) === 0)),
    );
    return changes.length === 0 || isMadeThere(linked, visited.place) ? [] : changes;
  });
}

/** Whether a place holds an object made where it is changed: putting a value into it changes nothing elsewhere. */
function isMadeThere({ program: { graph } }: Linked, place: number): boolean {
  return graph.trace(place).every((origin) => graph.places[origin.place]?.kind === 'object');
}
