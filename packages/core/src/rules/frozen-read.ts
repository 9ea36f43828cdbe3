/** A value copied once, although it changes later. */
import type { Linked } from '../link';
import { copies, FIRST_ONLY, takenOnce } from './shared/copies';
import { beside, named, seat, type Draft, type Rule } from './rule';

export const frozenRead: Rule = {
  id: 'frozen-read',
  level: 'error',
  says: 'A value is copied once, although it changes later.',
  why: 'The copy goes stale: the component keeps showing the first value.',
  todo: 'Read the value itself each time, not a copy of it.',
  settings: {},
  examples: {
    failing: {
      'src/Gauge.jsx': `import { useState } from 'react';
export function Desk() {
  const [level, setLevel] = useState(1);
  return <main onClick={() => setLevel(level + 1)}>{level}<Gauge level={level} /></main>;
}
function Gauge({ level }) {
  const [shown] = useState(level);
  return <b>{shown}</b>;
}
`,
    },
    passing: {
      'src/Gauge.jsx': `import { useState } from 'react';
export function Desk() {
  const [level, setLevel] = useState(1);
  return <main onClick={() => setLevel(level + 1)}>{level}<Gauge level={level} /></main>;
}
function Gauge({ level }) {
  return <b>{level}</b>;
}
`,
    },
  },
  check({ linked, cells }) {
    const once = takenOnce(linked, cells).map(({ component, name, file, spot, from, source }): Draft => ({
      message: `${component.name} keeps the first value of ${from}: it is taken once, and changes later.`,
      component: component.name,
      name,
      ...seat(linked, file, spot),
      ...named([component]),
      related: [beside(linked, source.cell.file, source.cell.spot, `${source.cell.name} lives here, and changes.`)],
    }));
    const copied = copies(cells, linked).flatMap(
      ({ copy, component, from, sources, changed, inStep, sourceChanges }) => {
        if (changed || inStep || !sourceChanges) return [];
        if (comesAndGoes(linked, component.fn)) return [];
        const { cell, values } = copy;
        if ([from.slice(from.lastIndexOf('.') + 1), cell.name].some((name) => FIRST_ONLY.test(name))) return [];
        // A copy that is never read shows nothing stale.
        if (![...(values?.stops.values() ?? [])].some((stop) => stop.facts.uses.length > 0)) return [];
        const source = sources[0]?.cell;
        return [
          {
            message: `${component.name} keeps showing the first value of ${from}: ${cell.name} is a copy made once, and ${from} changes later.`,
            component: component.name,
            name: cell.name,
            ...seat(linked, cell.file, cell.spot),
            ...named([component]),
            related: source
              ? [beside(linked, source.file, source.spot, `${source.name} lives here, and changes.`)]
              : [],
          },
        ];
      },
    );
    return [...once, ...copied];
  },
};

/**
 * Whether a component is rendered in branches alone, as an editor is while something is being edited: what it copies when it comes may be
 * all it needs until it goes.
 */
function comesAndGoes({ program }: Linked, fn: number): boolean {
  const sites = program.sitesOf(fn);
  return sites.length > 0 && sites.every((site) => program.graph.sites[site]?.fact.repeat === 'conditional');
}
