/** Fields of components that are set where nothing looks at them afterwards. */
import type { CellFlow } from '../../follow/cells';
import type { Linked } from '../../link';
import type { CallFact } from '../../model/facts';
import { isChangeOf } from './changes';

/** How many functions are looked through from one that sets a field. */
const MOST_FUNCTIONS = 20;

/** The assignments of a field that run in unwatched code alone, and after which nothing has the page looked at again. */
export function unwatchedSets(linked: Linked, { cell }: CellFlow): CallFact[] {
  const { program } = linked;
  const { graph } = program;
  const { calls = [], functions = [] } = graph.files[cell.file] ?? {};
  if (!functions.some(({ unwatched }) => unwatched)) return [];
  /** The functions around a place of code, up to the one that is not watched; null where it may be watched. */
  const wayOut = (fn: number): number[] | null => {
    const way = [fn];
    for (const at of way) {
      if (graph.functions[at]?.fact.unwatched) return way;
      const parent = graph.parentOf(at);
      const callers = graph.callersOfFunction(at).map((call) => graph.fnOfCall(call));
      if (way.length > MOST_FUNCTIONS) return null;
      // A closure runs where the function around it was run; a method, where it is called from.
      if (parent !== -1 && !program.isComponent(parent) && !program.isModule(parent)) way.push(parent);
      else if (callers.length === 1) way.push(...callers);
      else return null;
    }
    return null;
  };
  return calls.filter((fact) => {
    // What is followed by itself is set by a method.
    if (!/\s=\s/.test(fact.name) || !isChangeOf(graph, cell.file, fact, cell.setter?.place)) return false;
    const way = wayOut(graph.fnAt(cell.file, fact.fn));
    return way !== null && !way.some((fn) => graph.functions[fn]?.fact.rewatches);
  });
}
