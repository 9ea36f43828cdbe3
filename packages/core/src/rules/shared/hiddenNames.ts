/** Names that markup sets in a scope of its own, where the scope around has one of that name: that one never hears of it. */
import type { ComponentInfo } from '../../link/program/program';
import type { CellFlow, Cells } from '../../follow/cells';
import type { Linked } from '../../link';
import { wasDerived, wasFrozen } from '../../link/travel/visited';

export interface Hidden {
  component: ComponentInfo;
  /** What is set, and what it hides. */
  own: CellFlow;
  around: CellFlow;
}

export function hiddenNames(linked: Linked, cells: Cells): Hidden[] {
  const { program, locals } = linked;
  const { graph } = program;
  const owns = new Map<string, CellFlow>();
  for (const flow of cells.all)
    if (flow.cell.value && flow.cell.home !== null) owns.set(`${flow.cell.value.place}:${flow.cell.home}`, flow);
  const begins = new Map<number, CellFlow>();
  const homes = new Set<number>();
  graph.cells.forEach(({ fact, file }) => {
    if (!fact.hides) return;
    const value = graph.at(file, fact.value);
    for (const { op, from } of graph.edgesInto(value))
      for (const home of op === 'frozen' ? ownersOf(linked, graph.fnAt(file, fact.fn)) : []) {
        const own = owns.get(`${value}:${home}`);
        if (own) begins.set(from, own);
        homes.add(home);
      }
  });
  if (begins.size === 0) return [];
  const found = new Map<CellFlow, Hidden>();
  for (const around of cells.all) {
    if (!around.cell.setter || around.cell.callable) continue;
    for (const { component, at } of around.values?.stops.values() ?? []) {
      if (!component || !homes.has(component.fn)) continue;
      for (const visited of locals.explore(at).visited) {
        const own = begins.get(visited.place);
        // What the scope's own script took once is no name of a scope around.
        if (visited.path !== 0 || wasDerived(visited) || wasFrozen(visited)) continue;
        if (own && own !== around && !found.has(own)) found.set(own, { component, own, around });
      }
    }
  }
  return [...found.values()];
}

/** The components that a piece of code is part of. */
function ownersOf({ program }: Linked, fn: number): number[] {
  const unit = program.unitOf(fn);
  if (program.isComponent(unit)) return [unit];
  return program.runsOf(unit).map((run) => program.callContexts.ownerOf(run));
}
