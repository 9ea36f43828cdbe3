/** State that starts as a copy of something else: what `mirrored-state` and `frozen-read` have in common. */
import type { CellFlow, Cells } from '../follow/cells';
import type { Flow, FlowStop } from '../follow/flow';
import type { Spot } from '../model/facts';
import type { ComponentInfo } from '../link/program';
import type { Linked } from '../link';
import { once } from '../link/once';
import { isPart, wasDerived, type Local, type Visited } from '../link/visited';
import { changes, writersOf } from './changes';
import { START } from './rule';

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
export const copies = once(findCopies);

/** A place where a component takes a copy of a value, and what holds the copy from then on. */
interface Taking {
  stop: FlowStop;
  component: ComponentInfo;
  local: Local;
  visited: Visited;
  to: number;
}

/** Where a value is copied once. */
function takingsOf(linked: Linked, flow: Flow): Taking[] {
  const { program, locals } = linked;
  return copiedAt(flow).flatMap((stop) => {
    const { component } = stop;
    if (!component) return [];
    const local = locals.explore(stop.at);
    return local.visited.flatMap((visited) =>
      program.graph.edgesOutOf(visited.place).flatMap(({ op, to }): Taking[] => {
        if (op !== 'frozen' || wasDerived(visited) || isInstance(linked, local, visited)) return [];
        return [{ stop, component, local, visited, to }];
      }),
    );
  });
}

/** The stops at which a component copies a value. */
const copiedAt = once((flow: Flow): readonly FlowStop[] =>
  [...flow.stops.values()].filter((stop) => stop.component && stop.facts.uses.some((use) => use.kind === 'copied')),
);

function findCopies(cells: Cells, linked: Linked): Copy[] {
  const takings = linked.answers.about<Flow, readonly Taking[]>('copies');
  const found: Copy[] = [];
  const byValue = new Map<string, CellFlow>();
  for (const flow of cells.all)
    if (flow.cell.value && flow.cell.home !== null && flow.cell.kind === 'state')
      byValue.set(`${flow.cell.value.place}:${flow.cell.home}`, flow);
  const seen = new Set<string>();
  for (const source of cells.all) {
    const { values } = source;
    // What never changes is a first value, and no home of its own.
    if (!values || source.cell.kind === 'constant' || copiedAt(values).length === 0) continue;
    for (const { stop, component, local, visited, to } of takings.get(values, () => takingsOf(linked, values))) {
      const copy = byValue.get(`${to}:${component.fn}`);
      if (!copy || copy === source) continue;
      // The first of a list, a field of one's own object: not the same fact.
      if (isPart(visited) && (source.cell.home === component.fn || ofList(linked, local, visited))) continue;
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
        component,
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

/** Taken as part of the instance that holds it: whoever reads the instance later reads what it holds then. */
function isInstance(linked: Linked, local: Local, visited: Visited): boolean {
  if (visited.path === 0) return false;
  const { places } = linked.program.reached;
  for (let at: Visited | undefined = visited; at; at = local.visited[at.from]) if (places.has(at.place)) return true;
  return false;
}

/** Taken out of a list: one of many, chosen once. */
function ofList(linked: Linked, local: Local, visited: Visited): boolean {
  const { graph } = linked.program;
  for (let at: Visited | undefined = visited; at; at = local.visited[at.from])
    if (graph.places[at.place]?.kind === 'part' && /^(\*|\d+)$/.test(graph.places[at.place]?.name ?? '')) return true;
  return false;
}

export interface Taken {
  component: ComponentInfo;
  /** What holds the copy, and where that is made. */
  name: string;
  file: number;
  spot: Spot;
  from: string;
  source: CellFlow;
}

/** Values a component takes once where its code runs a single time, although they change later, and then uses. */
export function takenOnce(linked: Linked, cells: Cells): Taken[] {
  const { locals } = linked;
  const { graph } = linked.program;
  const found = new Map<string, Taken>();
  for (const source of cells.all) {
    const stops = source.values ? copiedAt(source.values) : [];
    if (stops.length === 0 || !changes(source)) continue;
    for (const stop of stops) {
      if (!stop.component) continue;
      for (const visited of locals.explore(stop.at).visited) {
        if (visited.path !== 0 || wasDerived(visited)) continue;
        for (let edge = graph.firstOut(visited.place); edge; edge = edge.nextOut) {
          if (edge.op !== 'taken' || found.has(`${edge.to}`)) continue;
          const after = locals.explore({ place: edge.to, path: 0, context: visited.context });
          if (after.uses.length + after.exits.length + after.outsideCalls.length === 0) continue;
          const place = graph.places[edge.to];
          const bound = after.visited.map((one) => graph.places[one.place]).find((one) => one?.kind === 'binding');
          found.set(`${edge.to}`, {
            component: stop.component,
            name: bound?.name ?? place?.name ?? stop.name,
            file: graph.fileOfPlace[edge.to] ?? 0,
            spot: place?.at ?? START,
            from: stop.name,
            source,
          });
        }
      }
    }
  }
  return [...found.values()];
}

/** Changed only where an effect runs: to follow what it was copied from. */
function isFollowing(uses: readonly { kind: string; detail: string }[]): boolean {
  return uses.length > 0 && uses.every((use) => use.kind === 'effect');
}
