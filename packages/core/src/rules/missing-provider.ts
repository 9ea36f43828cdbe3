/** A context read where no provider stands above. */
import type { Linked } from '../link';
import { once } from '../link/memo/once';
import type { Program } from '../link/program/program';
import { beside, list, named, seat, type Draft, type Rule } from './rule';

export const missingProvider: Rule = {
  id: 'missing-provider',
  level: 'error',
  says: 'A context is read where, on some way from an entry point, no provider stands above, and it has no default.',
  why: 'The component gets nothing there: what it shows is empty, or it fails as soon as it reads a field.',
  todo: 'Put the provider above every place that reads the context, or give the context a default that works.',
  settings: {},
  examples: {
    failing: {
      'src/App.jsx': `import { createContext, useContext } from 'react';
const Operator = createContext(null);
export function App() {
  return <><Operator.Provider value="on duty"><Badge /></Operator.Provider><Strip /></>;
}
function Badge() {
  return <b>{useContext(Operator)}</b>;
}
function Strip() {
  return <i>{useContext(Operator)}</i>;
}
`,
    },
    passing: {
      'src/App.jsx': `import { createContext, useContext } from 'react';
const Operator = createContext(null);
export function App() {
  return <Operator.Provider value="on duty"><Badge /></Operator.Provider>;
}
function Badge() {
  return <b>{useContext(Operator)}</b>;
}
`,
    },
  },
  check({ linked }) {
    const { program, render } = linked;
    const { graph } = program;
    const found: Draft[] = [];
    const maybe = new Set(
      graph.contextReads.flatMap(({ fact, file }) => (fact.maybe ? [graph.at(file, fact.result)] : [])),
    );
    graph.contexts.forEach(({ fact, file }, context) => {
      if (fact.hasDefault || graph.defaulted.has(context)) return;
      const reported = new Set<number>();
      for (const read of linked.crossings.readersOf(context))
        for (const run of program.runsTogether(read.unit)) {
          const component = program.ownerOf(run);
          if (!component || reported.has(component.fn)) continue;
          const above = render.environment(context, component.fn);
          if (!above.has(-1)) continue;
          // Whoever asks whether there is anything may stand outside on some of its ways.
          const asks = maybe.has(read.place) || isAsked(linked, read.place, run);
          if (asks && above.size > 1) continue;
          reported.add(component.fn);
          const place = graph.places[read.place];
          const way = render.wayWithout(context, component.fn);
          const names = way.map((fn) => program.component(fn)?.name ?? '');
          const ways = above.size > 1 ? 'on one of the ways it is rendered' : 'anywhere it is rendered';
          found.push({
            message: `${component.name} reads ${fact.name}, but no provider stands above it ${ways}${names.length > 1 ? ` (${list(names)})` : ''}: there it gets nothing.`,
            component: component.name,
            name: fact.name,
            ...(asks ? { level: 'note' as const } : {}),
            ...seat(linked, graph.fileOfPlace[read.place] ?? component.file, place?.at ?? fact.at),
            ...named(way.map((fn) => program.component(fn))),
            related: [beside(linked, file, fact.at, `${fact.name} is made here, without a default.`)],
          });
        }
    });
    return found;
  },
};

/** Whether what a hook reads for a component is asked for where the hook brings it: `const soil = useSoil(); if (soil) …`. */
function isAsked({ program }: Linked, read: number, context: number): boolean {
  const { graph, callContexts } = program;
  const asked = askedIn(program);
  const queue = [{ place: read, run: context }];
  const seen = new Set<number>();
  for (let at = queue.pop(); at; at = queue.pop()) {
    if (asked.has(at.place)) return true;
    if (seen.has(at.place)) continue;
    seen.add(at.place);
    for (let edge = graph.firstOut(at.place); edge; edge = edge.nextOut)
      if (edge.op === 'same') queue.push({ place: edge.to, run: at.run });
    const call = graph.calls[graph.functionOfResult.has(at.place) ? (callContexts.call[at.run] ?? -1) : -1];
    if (call) queue.push({ place: graph.at(call.file, call.fact.result), run: callContexts.parent[at.run] ?? -1 });
  }
  return false;
}

const askedIn = once(
  ({ graph }: Program): ReadonlySet<number> =>
    new Set(graph.files.flatMap(({ asked }, file) => asked.map((place) => graph.at(file, place)))),
);
