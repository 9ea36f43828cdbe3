/** Fields of components that are set by code that runs outside the zone: nothing looks at them afterwards. */
import type { CellFlow } from '../../follow/cells';
import type { Linked } from '../../link';
import type { CallFact } from '../../model/facts';
import { isChangeOf } from './changes';

const LEAVES_ZONE = /(?:^|\.)runOutsideAngular$/;
/** What has the page looked at again, or sets what is followed wherever it is set. */
const BRINGS_BACK = /(?:^|\.)(?:run|runTask|runGuarded|markForCheck|detectChanges|tick|next|emit)$/;
/** How many functions are looked through from one that is called outside. */
const MOST_FUNCTIONS = 20;

/** The assignments of a field that run outside the zone alone. */
export function setOutsideZone(linked: Linked, { cell }: CellFlow): CallFact[] {
  const { program } = linked;
  const { graph } = program;
  const calls = graph.files[cell.file]?.calls ?? [];
  const outside = calls.flatMap(({ name, args }) =>
    LEAVES_ZONE.test(name) && args[0] != null ? graph.functionsAt(graph.at(cell.file, args[0])) : [],
  );
  if (outside.length === 0) return [];
  /** The functions around a place of code, up to the one that leaves the zone; null where it does not. */
  const wayOut = (fn: number): number[] | null => {
    const way = [fn];
    for (const at of way) {
      if (outside.includes(at)) return way;
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
  const comesBack = (way: readonly number[]): boolean =>
    calls.some(({ name, fn }) => BRINGS_BACK.test(name) && way.includes(graph.fnAt(cell.file, fn)));
  return calls.filter((fact) => {
    // What is followed by itself is set by a method.
    if (!/\s=\s/.test(fact.name) || !isChangeOf(graph, cell.file, fact, cell.setter?.place)) return false;
    const way = wayOut(graph.fnAt(cell.file, fact.fn));
    return way !== null && !comesBack(way);
  });
}
