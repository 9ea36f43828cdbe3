/** Values that a component takes a single time although they change later, and then uses: for `frozen-read`. */
import type { CellFlow, Cells } from '../../follow/cells';
import type { Spot } from '../../model/facts';
import type { ComponentInfo } from '../../link/program/program';
import type { Linked } from '../../link';
import type { Graph } from '../../link/graph/graph';
import { wasDerived, wasFrozen, type Local, type Visited } from '../../link/travel/visited';
import { START } from '../rule';
import { changes, isSameSpot, writersOf } from './changes';
import { copiedAt, isSetInSetUp } from './copies';

/** Whether a value is shown only as what a state starts from. */
function startsState(graph: Graph, { visited, uses }: Local): boolean {
  const isState = ({ place }: Visited): boolean => graph.places[place]?.kind === 'cell';
  if (!visited.some(isState)) return false;
  const direct = new Set<number>();
  for (const one of visited) {
    let at: Visited | undefined = one;
    while (at && !isState(at)) at = visited[at.from];
    if (!at) direct.add(one.place);
  }
  return !uses.some(({ use }) => {
    const entry = graph.uses[use];
    return entry?.fact.kind === 'shown' && direct.has(graph.at(entry.file, entry.fact.place));
  });
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

/**
 * The fields that are ever set of the object that a cell holds, where it is only changed in place: who took the object before holds the
 * same one. Null where the object itself may be another one later.
 */
function fieldsSetInPlace({ program: { graph }, locals }: Linked, source: CellFlow): ReadonlySet<string> | null {
  const writes = writersOf(source).flatMap(({ facts }) => facts.uses);
  if (writes.length === 0) return null;
  const reached = [...(source.values?.stops.values() ?? [])].flatMap(({ at }) => locals.explore(at).visited);
  const whole = new Set(reached.filter((one) => one.path === 0 && !wasDerived(one)).map(({ place }) => place));
  const fields = new Set<string>();
  for (const { file, spot } of writes) {
    const changes = (graph.files[file]?.mutations ?? []).filter(({ at }) => isSameSpot(at, spot));
    const change =
      changes.find(({ text }) => text.endsWith('()')) ??
      changes.find(({ object }) => whole.has(graph.at(file, object)));
    if (!change) return null;
    if (!change.text.endsWith('()')) fields.add(change.field);
  }
  return fields;
}

/** Whether whoever gives the value changes it by that: each who asks draws the next one, and keeps it (`newId()`). */
function isDrawn({ program: { graph } }: Linked, source: CellFlow, { place }: Visited): boolean {
  const givers = graph.targetsOf(graph.callOfResult.get(place) ?? -1);
  return givers.length > 0 && writersOf(source).some(({ at }) => givers.includes(graph.fnOfPlace(at.place)));
}

/** What only notes a value shows it to nobody. */
const LOGS = /^console\./;

/** Values a component takes once where its code runs a single time, although they change later, and then uses. */
export function takenOnce(linked: Linked, cells: Cells): Taken[] {
  const { locals } = linked;
  const { graph } = linked.program;
  const found = new Map<string, Taken>();
  for (const source of cells.all) {
    const stops = source.values ? copiedAt(source.values) : [];
    if (stops.length === 0 || !changes(source) || isSetInSetUp(linked, source)) continue;
    const inPlace = fieldsSetInPlace(linked, source);
    for (const stop of stops) {
      // Not so where a field is set that goes by the name of what was taken.
      if (!stop.component || (inPlace && !inPlace.has(stop.name))) continue;
      // Who is told of each change by a watcher can do what is to be done.
      if (stop.facts.uses.some(({ kind, detail }) => kind === 'effect' && detail === 'watch')) continue;
      for (const visited of locals.explore(stop.at).visited) {
        // A copy of what was taken before is told where that was, or meant.
        if (visited.path !== 0 || wasDerived(visited) || wasFrozen(visited)) continue;
        if (isDrawn(linked, source, visited)) continue;
        for (let edge = graph.firstOut(visited.place); edge; edge = edge.nextOut) {
          if (edge.op !== 'taken' || found.has(`${edge.to}`)) continue;
          const after = locals.explore({ place: edge.to, path: 0, run: visited.run });
          // An instance offers all it has, whoever holds it.
          const leaves = after.exits.filter(({ kind }) => kind !== 'handle');
          const asked = after.outsideCalls.filter(({ call }) => !LOGS.test(graph.calls[call]?.fact.name ?? ''));
          if (after.uses.length + leaves.length + asked.length === 0) continue;
          // What is computed of it may be meant for that moment; what is shown is not.
          const isComputed = graph.edgesOutOf(edge.to).every((out) => out.op === 'derived');
          if (isComputed && !after.uses.some(({ use }) => graph.uses[use]?.fact.kind === 'shown')) continue;
          // A state that only starts from it goes its own way.
          if (startsState(graph, after)) continue;
          const place = graph.places[edge.to];
          const names = after.visited.filter((one) => one.path === 0).map((one) => graph.places[one.place]);
          const bound = names.find((one) => one?.kind === 'binding');
          found.set(`${edge.to}`, {
            component: stop.component,
            // What is taken out of a reference goes by the reference's name.
            name: [bound?.name, place?.name].find((one) => one && one !== 'value') ?? stop.name,
            file: graph.fileOf(edge.to),
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
