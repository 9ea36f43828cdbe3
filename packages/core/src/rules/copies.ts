/** State that starts as a copy of something else: what `mirrored-state` and `frozen-read` have in common. */
import type { CellFlow, Cells } from '../follow/cells';
import type { ComponentInfo } from '../link/program';
import type { Linked } from '../link';
import { isPart, wasDerived, type Local, type Visited } from '../link/local';
import { changes, writersOf } from './changes';

export interface Copy {
  /** The cell that holds the copy. */
  copy: CellFlow;
  component: ComponentInfo;
  /** What it was copied from, as the component calls it. */
  from: string;
  /** The cells it may come from. */
  sources: CellFlow[];
  /** The copy is changed by itself. */
  changed: boolean;
  /** What it was copied from changes. */
  sourceChanges: boolean;
  /** An effect hands the source's later values to the copy. */
  followed: boolean;
}

/** Every cell of a component that starts as a copy of a prop, a context's value, a store's or another cell. */
export function copies(linked: Linked, cells: Cells): Copy[] {
  const { program, locals } = linked;
  const { graph } = program;
  const found: Copy[] = [];
  const byValue = new Map<string, CellFlow>();
  for (const flow of cells.all)
    if (flow.cell.value && flow.cell.home !== null && flow.cell.kind === 'state')
      byValue.set(`${flow.cell.value.place}:${flow.cell.home}`, flow);
  const seen = new Set<string>();
  for (const source of cells.all)
    for (const stop of source.values?.stops.values() ?? []) {
      if (!stop.component || !stop.facts.uses.some((use) => use.kind === 'copied')) continue;
      const local = locals.explore(stop.at);
      for (const visited of local.visited)
        for (const edge of graph.out[visited.place] ?? []) {
          if (edge.op !== 'frozen') continue;
          const copy = byValue.get(`${edge.to}:${stop.component.fn}`);
          if (!copy || copy === source || wasDerived(visited)) continue;
          // The first of a list, a field of one's own object: not the same fact.
          if (isPart(visited) && (source.cell.home === stop.component.fn || ofList(linked, local, visited))) continue;
          const key = `${copy.cell.id}<${source.cell.id}`;
          if (seen.has(key)) continue;
          seen.add(key);
          const known = found.find((one) => one.copy === copy);
          if (known) {
            known.sources.push(source);
            known.sourceChanges ||= changes(source);
            continue;
          }
          found.push({
            copy,
            component: stop.component,
            from: stop.name,
            sources: [source],
            changed: writersOf(copy).some((one) => !isFollowing(one.facts.uses)),
            sourceChanges: changes(source),
            followed: writersOf(copy).some((one) => isFollowing(one.facts.uses)),
          });
        }
    }
  return found;
}

/** Taken out of a list: one of many, chosen once. */
function ofList(linked: Linked, local: Local, visited: Visited): boolean {
  const { graph } = linked.program;
  for (let at: Visited | undefined = visited; at; at = local.visited[at.from])
    if (graph.places[at.place]?.kind === 'part' && /^(\*|\d+)$/.test(graph.places[at.place]?.name ?? '')) return true;
  return false;
}

/** Changed only where an effect runs: to follow what it was copied from. */
function isFollowing(uses: readonly { kind: string; detail: string }[]): boolean {
  return uses.length > 0 && uses.every((use) => use.kind === 'effect');
}
