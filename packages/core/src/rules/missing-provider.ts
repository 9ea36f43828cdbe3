/** A context read where no provider is above. */
import { ASKING, scaled } from './shared/angularExamples';
import { FAMILIES } from '../model/families';
import type { Linked } from '../link';
import { once } from '../link/memo/once';
import type { Program } from '../link/program/program';
import { isOffered } from './shared/sites';
import { relatedAt, named, positionOf, type Draft, type Rule, remedyIn } from './rule';

/** A way down the tree as `App › Zone › Tray`; of a long one, both ends. */
function wayOf(names: readonly string[]): string {
  return (names.length <= 6 ? names : [...names.slice(0, 2), '…', ...names.slice(-3)]).join(' › ');
}

export const missingProvider: Rule = {
  id: 'missing-provider',
  level: 'error',
  says: 'A context without a default is read where nothing above provides it.',
  why: 'The component gets no value there: it shows nothing, or throws when it reads a field.',
  todo: 'Put a provider above every component that reads the context, or give the context a default.',
  settings: {},
  absence: true,
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
  examplesIn: {
    angular: {
      failing: scaled('<app-bed></app-bed><app-gauge></app-gauge>', ASKING),
      passing: scaled('<app-bed></app-bed>', ASKING),
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
      if (fact.listed && mayBeProvidedElsewhere(linked, context, graph.at(file, fact.place))) return;
      const reported = new Set<number>();
      for (const read of linked.crossings.readersOf(context))
        for (const run of program.runsTogether(read.unit)) {
          const component = program.ownerOf(run);
          if (!component || reported.has(component.fn)) continue;
          const providesItself = (site: number): boolean => render.authors[site] === component.fn;
          if (FAMILIES[component.family].readsOwnContext && program.providersOf(context).some(providesItself)) continue;
          const inScope = render.environment(context, component.fn);
          if (!inScope.has(-1)) continue;
          // Whoever asks whether there is anything may stand outside on some of its ways.
          const asks = maybe.has(read.place) || isAsked(linked, read.place, run);
          // Its type has whoever reads it ready for nothing, but for who takes something out of it all the same.
          if (fact.mayBeNone && !isTakenApart(linked, read.place, run)) continue;
          if (asks && (inScope.size > 1 || program.providersOf(context).some(providesItself))) continue;
          // By a text, whoever uses a library may provide what nothing in it does.
          const mayCome =
            fact.key !== null && program.providersOf(context).length === 0 && isOffered(linked, component.file);
          reported.add(component.fn);
          const place = graph.places[read.place];
          const way = render.wayWithout(context, component.fn);
          // Whoever uses a library renders its parts, and its providers around them.
          const top = program.component(way[0] ?? component.fn);
          const isLeftToUsers =
            !(top && render.isEntry(top.fn)) &&
            program.providersOf(context).length > 0 &&
            !!top &&
            graph.modules.offers(graph.path(top.file));
          if (isLeftToUsers) continue;
          const names = way.map((fn) => program.component(fn)?.name ?? '');
          const ways = inScope.size > 1 ? ' in one of the places it is rendered' : '';
          found.push({
            message: `${component.name} reads ${fact.name}, but nothing above it provides it${ways}${names.length > 1 ? ` (${wayOf(names)})` : ''}.`,
            effect: 'It gets no value there: it shows nothing for it, or throws when it reads a field.',
            todo: remedyIn(
              {
                angular: `Provide ${fact.name} in a component above ${component.name}, or inject it with { optional: true }.`,
                vue: `Call provide() in a component above ${component.name}, or pass a default to inject().`,
                svelte: `Call setContext in a component above ${component.name}, or check hasContext first.`,
                others: `Render a provider of ${fact.name} above ${component.name}, or give ${fact.name} a default.`,
              },
              component.family,
            ),
            component: component.name,
            name: fact.name,
            ...(asks || mayCome ? { level: 'note' as const } : {}),
            ...positionOf(linked, graph.fileOfPlace[read.place] ?? component.file, place?.at ?? fact.at),
            ...named(way.map((fn) => program.component(fn))),
            related: [relatedAt(linked, file, fact.at, `${fact.name} is created here, without a default.`)],
          });
        }
    });
    return found;
  },
};

/** Whether something may provide what lists provide beside the components that do: it is named where nobody asks for it, or by none of them. */
function mayBeProvidedElsewhere({ program }: Linked, context: number, place: number): boolean {
  const { graph } = program;
  if (program.providersOf(context).length === 0) return true;
  const names = new Set([place]);
  for (const name of names) {
    if (graph.callsWithArg(name).length > 0) return true;
    for (const edge of graph.edgesOutOf(name)) {
      if (edge.op !== 'same') return true;
      names.add(edge.to);
    }
  }
  return false;
}

/** The names by which a component has what a hook reads for it: `const soil = useSoil()`. */
function* namesOf({ program }: Linked, read: number, context: number): Generator<number> {
  const { graph, callContexts } = program;
  const queue = [{ place: read, run: context }];
  const seen = new Set<number>();
  for (let at = queue.pop(); at; at = queue.pop()) {
    if (seen.has(at.place)) continue;
    seen.add(at.place);
    yield at.place;
    for (let edge = graph.firstOut(at.place); edge; edge = edge.nextOut)
      if (edge.op === 'same') queue.push({ place: edge.to, run: at.run });
    const call = graph.calls[graph.functionOfResult.has(at.place) ? (callContexts.call[at.run] ?? -1) : -1];
    if (call) queue.push({ place: graph.at(call.file, call.fact.result), run: callContexts.parent[at.run] ?? -1 });
  }
}

/** Whether what is read is asked for, here or where a hook brings it: `if (soil) …`. */
function isAsked(linked: Linked, read: number, context: number): boolean {
  const asked = askedIn(linked.program);
  for (const name of namesOf(linked, read, context)) if (asked.has(name)) return true;
  return false;
}

/** Whether something is taken out of what is read, here or where a hook brings it. */
function isTakenApart(linked: Linked, read: number, context: number): boolean {
  const { graph } = linked.program;
  for (const name of namesOf(linked, read, context))
    if (graph.edgesOutOf(name).some(({ op }) => op === 'get' || op === 'rest')) return true;
  return false;
}

const askedIn = once(
  ({ graph }: Program): ReadonlySet<number> =>
    new Set(graph.files.flatMap(({ asked }, file) => asked.map((place) => graph.at(file, place)))),
);
