/** Whether a value changes, and who changes it. */
import { entryAt } from '../../model/checked';
import type { CellFlow, Cells } from '../../follow/cells';
import type { FlowStop } from '../../follow/flow';
import type { CallFact, Spot } from '../../model/facts';
import type { Linked } from '../../link';
import type { Edge } from '../../link/graph/edges';
import type { Graph } from '../../link/graph/graph';

/** Stops at which the cell's setter is called. */
export function writersOf(flow: CellFlow): FlowStop[] {
  return [...(flow.calls?.stops.values() ?? [])].filter((stop) => stop.facts.uses.length > 0);
}

/** Whether a call is one of what changes a cell. Where it is set, a variable's change has a place of its own. */
export function isChangeOf(graph: Graph, file: number, { callee }: CallFact, setter: number | undefined): boolean {
  return graph
    .trace(graph.at(file, callee))
    .some(
      ({ place }) =>
        place === setter || graph.edgesInto(place).some((edge) => edge.op === 'same' && edge.from === setter),
    );
}

/** Whether anything changes the value after it is first there. What comes from outside changes by itself. */
export function changes(flow: CellFlow): boolean {
  if (/^(remote|url|channel)$/.test(flow.cell.kind)) return true;
  if (flow.cell.callable || flow.cell.kind === 'constant') return false;
  return writersOf(flow).length > 0;
}

/** The cells whose value passes through a component's prop. */
export function cellsOfProp(cells: Cells, key: string): CellFlow[] {
  return [...(cells.passing.get(key) ?? [])].filter((flow) => flow.values?.stops.has(key));
}

/** Whether a function is a component, or what renders a class. */
function isRenderOf(graph: Graph, fn: number, component: number | undefined): boolean {
  return fn === component || (graph.functions[fn]?.fact.name === 'render' && graph.parentOf(fn) === component);
}

const sameFrom = (edge: Edge): number[] => (edge.op === 'same' ? [edge.from] : []);

/**
 * Whether some markup depends on a value: on the value itself or on what is computed from it there. What is put into another
 * cell is shown by that one, which renders by itself when it is set.
 */
export function isShown({ program: { graph }, locals }: Linked, { cell, values }: CellFlow): boolean {
  return [...(values?.stops.values() ?? [])].some((stop) => {
    const { uses, visited } = locals.explore(stop.at);
    const throughOther = (from: number): boolean => {
      for (let at = from; at !== -1; at = visited[at]?.from ?? -1) {
        const place = visited[at]?.place;
        const holds = place === undefined ? [] : [place, ...graph.edgesInto(place).flatMap(sameFrom)];
        if (holds.some((one) => graph.places[one]?.kind === 'cell' && one !== cell.value?.place)) return true;
      }
      return false;
    };
    return uses.some(({ use, from }) => {
      const { fact, file } = entryAt(graph.uses, use, 'use');
      const isInMarkup =
        fact.kind === 'shown' ||
        // Conditions and loops of the markup stand in the component's own function.
        ((fact.kind === 'branched' || fact.kind === 'iterated') &&
          isRenderOf(graph, graph.fnAt(file, fact.fn), stop.component?.fn));
      return isInMarkup && !throughOther(from);
    });
  });
}

/** Positions are compared by what they say: facts that were kept share no objects. */
export function isSameSpot(a: Spot, b: Spot): boolean {
  return a.line === b.line && a.column === b.column;
}
