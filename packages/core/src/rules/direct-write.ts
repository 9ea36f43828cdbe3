/** State changed in place, where only its change function makes the change show. */
import type { Linked } from '../link';
import type { Graph } from '../link/graph';
import type { CellFlow } from '../follow/cells';
import { stopsOfItself } from '../follow/flow';
import { isAnew, isPart, wasDerived, wasFrozen } from '../link/visited';
import { FAMILIES } from '../model/families';
import { beside, named, seat, type Draft, type Rule } from './rule';
import type { Spot } from '../model/facts';

export const directWrite: Rule = {
  id: 'direct-write',
  level: 'error',
  says: 'State is changed in place; only its change function makes a change show.',
  why: 'Nothing is rendered again: the screen keeps what it showed until something else happens to change.',
  todo: 'Make a changed copy and hand that to the change function.',
  settings: {},
  examples: {
    failing: {
      'src/Bench.jsx': `import { useState } from 'react';
export function Bench() {
  const [trays, setTrays] = useState([]);
  function add(tray) {
    trays.push(tray);
    setTrays(trays);
  }
  return <ul onClick={() => add('fern')}>{trays.length}</ul>;
}
`,
    },
    passing: {
      'src/Bench.jsx': `import { useState } from 'react';
export function Bench() {
  const [trays, setTrays] = useState([]);
  function add(tray) {
    setTrays([...trays, tray]);
  }
  return <ul onClick={() => add('fern')}>{trays.length}</ul>;
}
`,
    },
  },
  check({ linked, cells }) {
    const mutations = mutationsByPlace(linked);
    if (mutations.size === 0) return [];
    const found = new Map<string, Draft>();
    const drafts = linked.answers.about<CellFlow, ReadonlyMap<string, Draft>>('direct-write');
    for (const flow of cells.all)
      for (const [key, draft] of drafts.get(flow, () => draftsOf(linked, flow, mutations)))
        if (!found.has(key)) found.set(key, draft);
    return [...found.values()];
  },
};

interface Mutation {
  text: string;
  field: string;
  file: number;
  fn: number;
  at: Spot;
}

/** Changes in place, by the place of the object changed. */
function mutationsByPlace({ program: { graph } }: Linked): Map<number, Mutation[]> {
  const found = new Map<number, Mutation[]>();
  graph.files.forEach((facts, file) => {
    for (const { object, field, text, fn, at } of facts.mutations) {
      const place = graph.at(file, object);
      const list = found.get(place);
      const one = { text, field, file, fn: graph.fnAt(file, fn), at };
      if (list) list.push(one);
      else found.set(place, [one]);
    }
  });
  return found;
}

/** Where one state is changed in place, by the spot. */
function draftsOf(
  linked: Linked,
  { cell, values }: CellFlow,
  mutations: ReadonlyMap<number, readonly Mutation[]>,
): Map<string, Draft> {
  const { program, locals } = linked;
  const { graph } = program;
  const found = new Map<string, Draft>();
  if (cell.home === null || cell.kind !== 'state' || cell.setter === null || cell.callable) return found;
  const home = program.component(cell.home);
  if (!home || !FAMILIES[home.family].directWriteIsLost) return found;
  for (const stop of values ? stopsOfItself(values) : []) {
    const local = locals.explore(stop.at);
    for (const [index, visited] of local.visited.entries())
      for (const one of mutations.get(visited.place) ?? []) {
        if (
          !holds(linked, visited.path, one, cell.name) ||
          wasDerived(visited) ||
          wasFrozen(visited) ||
          isAnew(graph, local.visited, index)
        )
          continue;
        const whose = stop.component?.fn === cell.home ? cell.name : `${cell.name} of ${home.name}`;
        const what = isPart(visited) ? `a part of ${whose}` : whose;
        const key = `${one.file}:${one.at.line}:${one.at.column}`;
        if (found.has(key) || isSetAnew(linked, cell.setter.place, one)) continue;
        found.set(key, {
          message: `${stop.component?.name ?? ''} changes ${what} in place (${one.text}): nothing is rendered again, and the screen keeps showing the old value.`,
          component: stop.component?.name ?? null,
          name: stop.name,
          ...seat(linked, one.file, one.at),
          ...named([stop.component, ...(home !== stop.component ? [home] : [])]),
          related: [beside(linked, cell.file, cell.spot, `${cell.name} lives here.`)],
        });
      }
  }
  return found;
}

/** Whether what is changed is the value itself; of a class, also a field set on its state. */
function holds({ program: { paths } }: Linked, path: number, one: Mutation, name: string): boolean {
  if (path === 0) return true;
  return (
    one.field === name && paths.head(path) === name && paths.tail(path) === 0 && one.text.startsWith('this.state.')
  );
}

/** Whether the function that changes a value also sets it to one put together anew: then the change shows. */
function isSetAnew({ program: { graph } }: Linked, setter: number, { file, fn }: Mutation): boolean {
  const calls = graph.files[file]?.calls ?? [];
  return calls.some((fact) => {
    const [arg] = fact.args;
    if (arg == null || graph.fnAt(file, fact.fn) !== fn) return false;
    if (!graph.trace(graph.at(file, fact.callee)).some((origin) => origin.place === setter)) return false;
    return isPutTogether(graph, graph.at(file, arg));
  });
}

/** Whether a value is an object made where it is given, by way of names alone. */
function isPutTogether(graph: Graph, start: number): boolean {
  const seen = new Set<number>();
  const queue = [start];
  for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
    if (seen.has(at)) continue;
    seen.add(at);
    const kind = graph.places[at]?.kind;
    if (kind === 'object') return true;
    if (kind === 'cell') continue;
    for (let edge = graph.firstInto(at); edge; edge = edge.nextInto)
      if (edge.op === 'same') queue.push(edge.from);
      else if (kind === 'computed') return true;
  }
  return false;
}
