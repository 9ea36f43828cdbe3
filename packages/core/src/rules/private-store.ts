/** A store or context made inside a component. */
import { providing } from './shared/angularExamples';
import type { Graph } from '../link/graph/graph';
import { FAMILIES } from '../model/families';
import type { Linked } from '../link';
import { relatedAt, named, positionOf, type Draft, type Rule } from './rule';
import { passingsBy } from './shared/sites';
import type { Spot } from '../model/facts';

export const privateStore: Rule = {
  id: 'private-store',
  level: 'warning',
  says: 'A store or context is created inside a component, so every instance has its own.',
  why: 'Nothing is shared: readers elsewhere get another one, and each render may create a new one.',
  todo: 'Create it once, at the top level of a module.',
  settings: {},
  examples: {
    failing: {
      'src/App.jsx': `import { createContext, useContext } from 'react';
export function App() {
  const Units = createContext('celsius');
  return <Units.Provider value="kelvin"><Gauge context={Units} /></Units.Provider>;
}
function Gauge({ context }) {
  return <b>{useContext(context)}</b>;
}
`,
    },
    passing: {
      'src/App.jsx': `import { createContext, useContext } from 'react';
const Units = createContext('celsius');
export function App() {
  return <Units.Provider value="kelvin"><Gauge /></Units.Provider>;
}
function Gauge() {
  return <b>{useContext(Units)}</b>;
}
`,
    },
  },
  examplesIn: {
    angular: {
      failing: providing('\n  providers: [Units],'),
      passing: providing(''),
    },
  },
  check({ linked, cells }) {
    const { program } = linked;
    const { graph } = program;
    const found: Draft[] = [];
    const reported = new Set<string>();
    const add = (name: string, file: number, fn: number, spot: Spot): void => {
      const component = program.component(fn);
      const key = `${file}:${spot.line}:${spot.column}`;
      if (!component || reported.has(key)) return;
      reported.add(key);
      found.push({
        message: `${component.name} creates ${name} inside the component, so every instance has its own.`,
        effect: `What one ${component.name} changes never reaches the others${FAMILIES[component.family].runsAgain ? ', and every render may start with a new one' : ''}.`,
        todo: `Create ${name} once, at the top level of a module.`,
        component: component.name,
        name,
        ...positionOf(linked, file, spot),
        ...named([component]),
        related: [],
      });
    };
    for (const { fact, file } of graph.contexts)
      if (fact.key === null) add(fact.name, file, graph.fnOfPlace(graph.at(file, fact.place)), fact.at);
    graph.cells.forEach(({ fact, file }) => {
      if (fact.shared && fact.shared.within !== 0 && fact.kind === 'store')
        add(fact.shared.id.split('.')[0] ?? fact.name, file, graph.fnAt(file, fact.shared.within), fact.at);
    });
    // Stores by the component that writes them down itself.
    const stores = new Map(
      graph.cells.flatMap(({ fact, file }): [number, number][] =>
        fact.subscribed ? [[graph.at(file, fact.value), program.unitOf(graph.fnAt(file, fact.fn))]] : [],
      ),
    );
    for (const { cell, values } of cells.all) {
      if (cell.home === null || stores.get(cell.value?.place ?? -1) !== cell.home || !isRepeated(linked, cell.home))
        continue;
      // Handed to others, it is shared among those below each instance.
      const stays = [...(values?.stops.values() ?? [])].every(
        (stop) => stop.component?.fn === cell.home && !stop.facts.provides,
      );
      if (stays) add(cell.name, cell.file, cell.home, cell.spot);
    }
    return [...found, ...providedTwice(linked)];
  },
};

/** Services that are there for all, and that a component which is rendered many times provides for itself once more. */
function providedTwice(linked: Linked): Draft[] {
  const { program } = linked;
  const { graph } = program;
  const all = graph.files.flatMap((facts, file) =>
    facts.providers.map(({ service, by, at }) => ({
      service: graph.functionsAt(graph.at(file, service))[0],
      by: by === null ? null : graph.functionOfSelf.get(graph.at(file, by)),
      file,
      at,
    })),
  );
  const everywhere = new Map(all.flatMap((one) => (one.by === null ? [[one.service, one] as const] : [])));
  return all.flatMap(({ service, by, file, at }): Draft[] => {
    const shared = everywhere.get(service);
    const component = program.component(by ?? -1);
    const name = graph.functions[service ?? -1]?.fact.name;
    if (!shared || !component || !name || !keepsState(graph, service) || !isAmongMany(linked, component.fn)) return [];
    return [
      {
        message: `${component.name} provides ${name}, which the application provides too, so every instance gets its own.`,
        effect: `What one ${component.name} changes in ${name} never reaches the others or the rest of the application.`,
        todo: `Remove ${name} from the providers of ${component.name}; if each should have its own, stop providing it to the application.`,
        component: component.name,
        name,
        ...positionOf(linked, file, at),
        ...named([component]),
        related: [relatedAt(linked, shared.file, shared.at, `${name} is provided to the application here.`)],
      },
    ];
  });
}

/** Whether a service has anything that changes. */
function keepsState(graph: Graph, service: number | undefined): boolean {
  const entry = graph.functions[service ?? -1];
  const cells = graph.files[entry?.file ?? -1]?.cells ?? [];
  return cells.some(({ kind, shared }) => kind === 'service' && !!shared?.id.startsWith(`${entry?.fact.name ?? ''}.`));
}

/** Whether a component is rendered many times side by side. */
function isRepeated(linked: Linked, component: number): boolean {
  return (passingsBy(linked).get(component) ?? []).some(({ fact }) => fact.repeat === 'many');
}

/** Whether a component is rendered many times, by itself or with whoever renders it. */
function isAmongMany(linked: Linked, component: number, seen = new Set<number>()): boolean {
  if (seen.has(component)) return false;
  seen.add(component);
  if (isRepeated(linked, component)) return true;
  return (passingsBy(linked).get(component) ?? []).some(
    ({ author }) => author !== null && isAmongMany(linked, author.fn, seen),
  );
}
