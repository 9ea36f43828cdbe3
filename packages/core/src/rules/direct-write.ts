/** State changed in place, where only its change function makes the change show. */
import type { Linked } from '../link';
import type { Graph } from '../link/graph';
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
    const { program, locals } = linked;
    const { graph } = program;
    const mutated = new Map<number, { text: string; field: string; file: number; fn: number; at: Spot }[]>();
    graph.files.forEach((facts, file) => {
      for (const { object, field, text, fn, at } of facts.mutations) {
        const place = graph.at(file, object);
        const one = { text, field, file, fn: graph.fnAt(file, fn), at };
        mutated.set(place, [...(mutated.get(place) ?? []), one]);
      }
    });
    const found = new Map<string, Draft>();
    for (const { cell, values } of cells.all) {
      if (cell.home === null || cell.kind !== 'state' || cell.setter === null || cell.callable) continue;
      const family = program.component(cell.home)?.family;
      if (!family || !FAMILIES[family].directWriteIsLost) continue;
      for (const stop of values ? stopsOfItself(values) : []) {
        const local = locals.explore(stop.at);
        for (const [index, visited] of local.visited.entries())
          for (const one of mutated.get(visited.place) ?? []) {
            if (
              !holds(visited.path, one, cell.name) ||
              wasDerived(visited) ||
              wasFrozen(visited) ||
              isAnew(graph, local.visited, index)
            )
              continue;
            const home = program.component(cell.home);
            const whose = stop.component?.fn === cell.home ? cell.name : `${cell.name} of ${home?.name ?? ''}`;
            const what = isPart(visited) ? `a part of ${whose}` : whose;
            const key = `${one.file}:${one.at.line}:${one.at.column}`;
            if (found.has(key) || isSetAnew(linked, cell.setter.place, one.fn)) continue;
            found.set(key, {
              message: `${stop.component?.name ?? ''} changes ${what} in place (${one.text}): nothing is rendered again, and the screen keeps showing the old value.`,
              component: stop.component?.name ?? null,
              name: stop.name,
              ...seat(linked, one.file, one.at),
              ...named([stop.component, ...(home && home !== stop.component ? [home] : [])]),
              related: [beside(linked, cell.file, cell.spot, `${cell.name} lives here.`)],
            });
          }
      }
    }
    return [...found.values()];

    /** Whether what is changed is the value itself; of a class, also a field set on its state. */
    function holds(path: number, one: { text: string; field: string }, name: string): boolean {
      if (path === 0) return true;
      const { paths } = program;
      return (
        one.field === name && paths.head(path) === name && paths.tail(path) === 0 && one.text.startsWith('this.state.')
      );
    }
  },
};

/** Whether the function that changes a value also sets it to one put together anew: then the change shows. */
function isSetAnew({ program: { graph } }: Linked, setter: number, around: number): boolean {
  return graph.calls.some(({ fact, file }, call) => {
    const [arg] = fact.args;
    if (arg == null || graph.fnOfCall(call) !== around) return false;
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
