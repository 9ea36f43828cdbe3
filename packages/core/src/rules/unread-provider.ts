/** A context, store or service value that nothing reads. */
import { ASKING, PLAIN_GAUGE, scaled } from './shared/angularExamples';
import type { FileFacts, PlaceId } from '../model/facts';
import type { Linked } from '../link';
import { isAnyField } from '../model/signs';
import { isOffered } from './shared/sites';
import { named, positionOf, type Draft, type Rule } from './rule';

export const unreadProvider: Rule = {
  id: 'unread-provider',
  level: 'note',
  says: 'A context or store is provided that nothing reads.',
  why: 'It is kept up to date for nothing, and whoever reads the code next believes it matters.',
  todo: 'Remove it, or read it where it was meant to be used.',
  settings: {},
  absence: true,
  examples: {
    failing: {
      'src/App.jsx': `import { createContext, useState } from 'react';
const Units = createContext('celsius');
export function App() {
  const [scale] = useState('kelvin');
  return <Units.Provider value={scale}><b>gauge</b></Units.Provider>;
}
`,
    },
    passing: {
      'src/App.jsx': `import { createContext, useContext, useState } from 'react';
const Units = createContext('celsius');
export function App() {
  const [scale] = useState('kelvin');
  return <Units.Provider value={scale}><Gauge /></Units.Provider>;
}
function Gauge() {
  return <b>{useContext(Units)}</b>;
}
`,
    },
  },
  examplesIn: {
    angular: {
      failing: scaled('<app-bed></app-bed>', PLAIN_GAUGE),
      passing: scaled('<app-bed></app-bed>', ASKING),
    },
  },
  check({ linked, cells }) {
    const { program, render, crossings } = linked;
    const { graph } = program;
    const found: Draft[] = [];
    const anyKey = readsAnyKey(linked);
    graph.contexts.forEach(({ fact, file }, context) => {
      if (fact.ambient || crossings.readersOf(context).length > 0) return;
      const [site] = program.providersOf(context);
      if (site === undefined) return;
      // What a library exports, or provides under a text, may be read by whoever uses it.
      if (isOffered(linked, file) && (fact.key !== null || isExported(graph.files[file], fact.place))) return;
      // Someone reads under a key that is put together while the program runs.
      if (fact.key !== null && anyKey) return;
      const author = program.component(render.authors[site] ?? -1);
      found.push({
        message: `${author?.name ?? 'The entry'} provides ${fact.name}, but nothing reads it.`,
        effect: 'Changing its value changes nothing on the screen.',
        todo: `Remove the provider, or read ${fact.name} where it was meant to be used.`,
        component: author?.name ?? null,
        name: fact.name,
        ...positionOf(linked, file, fact.at),
        ...named([author]),
        related: [],
      });
    });
    for (const { cell, values } of cells.all) {
      if (cell.home !== null || cell.quiet || (cell.kind !== 'store' && cell.kind !== 'service')) continue;
      if (values?.cut) continue;
      const stops = [...(values?.stops.values() ?? [])];
      // A store's own code may read it too: what it is used for then cannot be seen from the components alone.
      if (stops.some((stop) => stop.facts.uses.length > 0 || stop.component !== null)) continue;
      found.push({
        message: `No component reads ${cell.name}.`,
        effect: 'Changing it changes nothing on the screen.',
        todo: 'Remove it, or read it where it was meant to be shown.',
        component: null,
        name: cell.name,
        ...positionOf(linked, cell.file, cell.spot),
        components: [],
        related: [],
      });
    }
    return found;
  },
};

function readsAnyKey({ program, crossings }: Linked): boolean {
  return program.graph.contexts.some(
    ({ fact }, context) => isAnyField(fact.key ?? '') && crossings.readersOf(context).length > 0,
  );
}

function isExported(file: FileFacts | undefined, place: PlaceId): boolean {
  const { exports = [], flows = [] } = file ?? {};
  // Exported as it is, or under the name it was given.
  const names = new Set([
    place,
    ...flows.flatMap((flow) => (flow.from === place && flow.op === 'same' ? [flow.to] : [])),
  ]);
  return exports.some((one) => one.source === null && one.place !== null && names.has(one.place));
}
