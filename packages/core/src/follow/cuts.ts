/**
 * Places where following stops because it would cost more than its budget. Each is reported, and no rule argues from
 * what is missing there.
 */
import type { Spot } from '../model/facts';
import type { Linked } from '../link';
import type { ComponentInfo } from '../link/program/program';
import { isToldOnce } from '../link/travel/exploration';
import type { Cells } from './cells';

export interface Cut {
  /** What is not followed everywhere: a value, or what a function makes. */
  name: string;
  component: ComponentInfo | null;
  file: number;
  spot: Spot;
  /** Why, as the end of a sentence. */
  reason: string;
  /** It is told once for the whole project, whatever it is that is not followed. */
  toldOnce?: true;
}

export function cutsOf(linked: Linked, cells: Cells): Cut[] {
  const { program } = linked;
  const { graph } = program;
  const cuts: Cut[] = [];
  for (const { cell, values, calls } of cells.all) {
    const reason = values?.cut ?? calls?.cut;
    if (!reason) continue;
    const component = cell.home === null ? null : (program.component(cell.home) ?? null);
    const toldOnce = isToldOnce(reason) ? { toldOnce: true as const } : {};
    cuts.push({ name: cell.name, component, file: cell.file, spot: cell.spot, reason, ...toldOnce });
  }
  const makers = new Set(graph.cells.flatMap(({ fact, file }) => program.unitOf(graph.fnAt(file, fact.fn))));
  for (const unit of makers) {
    const entry = graph.functions[unit];
    if (!entry || !program.runsInMore(unit)) continue;
    const { name, at } = entry.fact;
    const reason = 'the function is called in more ways than can be told apart';
    cuts.push({ name: name || 'A function', component: null, file: entry.file, spot: at, reason });
  }
  for (const site of linked.clones.cut) {
    const entry = graph.sites[site];
    if (!entry) continue;
    const component = program.component(linked.render.authors[site] ?? -1) ?? null;
    const reason = 'the markup is passed to too many places';
    cuts.push({ name: `<${entry.fact.name}>`, component, file: entry.file, spot: entry.fact.at, reason });
  }
  for (const fn of linked.functionFlow.cut) {
    const entry = graph.functions[fn];
    if (!entry) continue;
    const reason = 'the function is passed to too many places';
    cuts.push({
      name: entry.fact.name || 'A function',
      component: null,
      file: entry.file,
      spot: entry.fact.at,
      reason,
    });
  }
  graph.files.forEach((facts, file) => {
    for (const { text, at } of graph.keyedJoins.lostChanges(facts)) {
      const reason = 'the object changed there comes from too many places';
      cuts.push({ name: text, component: null, file, spot: at, reason });
    }
  });
  return cuts;
}
