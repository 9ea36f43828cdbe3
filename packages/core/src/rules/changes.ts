/** Whether values change, and who changes them: what several rules ask of a cell. */
import type { CellFlow, Cells } from '../follow/cells';
import type { FlowStop } from '../follow/flow';

/** Stops at which the cell's change function is called. */
export function writersOf(flow: CellFlow): FlowStop[] {
  return [...(flow.calls?.stops.values() ?? [])].filter((stop) => stop.facts.uses.length > 0);
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
