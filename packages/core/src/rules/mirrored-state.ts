/** One fact kept in two homes. */
import { copies, FIRST_ONLY } from './shared/copies';
import { beside, named, seat, type Rule } from './rule';

export const mirroredState: Rule = {
  id: 'mirrored-state',
  level: 'warning',
  says: 'State starts as a copy of a prop, a context or other state, and then changes on its own.',
  why: 'There are two truths: when the first changes, the copy keeps what it had, and what is shown in one place contradicts the other.',
  todo: 'Read the one that is shared, change it by what its home hands out; or say in the name that it is only the first value (initialUnits).',
  settings: {},
  examples: {
    failing: {
      'src/Dial.jsx': `import { useState } from 'react';
export function Desk() {
  const [level, setLevel] = useState(1);
  return <main onClick={() => setLevel(level + 1)}>{level}<Dial level={level} /></main>;
}
function Dial({ level }) {
  const [own, setOwn] = useState(level);
  return <b onClick={() => setOwn(own + 1)}>{own}</b>;
}
`,
    },
    passing: {
      'src/Dial.jsx': `import { useState } from 'react';
export function Desk() {
  const [level, setLevel] = useState(1);
  return <main onClick={() => setLevel(level + 1)}>{level}<Dial level={level} onTurn={setLevel} /></main>;
}
function Dial({ level, onTurn }) {
  return <b onClick={() => onTurn(level + 1)}>{level}</b>;
}
`,
    },
  },
  check({ linked, cells }) {
    return copies(cells, linked).flatMap(({ copy, component, from, sources, changed, inStep, draft }) => {
      if (!changed || inStep || draft) return [];
      const { cell } = copy;
      if (cell.computedOnce) return [];
      if ([lastPart(from), cell.name].some((name) => FIRST_ONLY.test(name))) return [];
      // Kept to tell what changed, or to come later than it: not to be shown in its place.
      if (/^(prev|previous|last|old)|debounce|throttle|deferred|delayed/i.test(cell.name)) return [];
      const [source] = sources;
      const home = source?.cell.home == null ? undefined : linked.program.component(source.cell.home);
      return [
        {
          message: `${component.name} keeps ${cell.name}, which starts as ${from}${home && home !== component ? ` of ${home.name}` : ''} and then changes on its own: the two can say different things.`,
          component: component.name,
          name: cell.name,
          ...seat(linked, cell.file, cell.spot),
          ...named([...(home && home !== component ? [home] : []), component]),
          related: source
            ? [beside(linked, source.cell.file, source.cell.spot, `${source.cell.name} lives here.`)]
            : [],
        },
      ];
    });
  },
};

function lastPart(name: string): string {
  return name.slice(name.lastIndexOf('.') + 1);
}
