/** State that lives higher up than anyone needs it. */
import { folding } from './shared/angularExamples';
import { Dominators, below } from '../follow/dominators';
import { FAMILIES } from '../model/families';
import { itself, type Flow } from '../follow/flow';
import { once } from '../link/memo/once';
import { named, positionOf, type Draft, type Rule, count } from './rule';

export const highHome: Rule = {
  id: 'high-home',
  level: 'note',
  says: 'State lives higher up than the components that use it.',
  why: 'Each change re-renders everything below its home, most of which has nothing to do with it.',
  todo: 'Move it down into the component the finding names. Homes shows what changes.',
  settings: {
    rerenders: { default: 1, means: 'How many components fewer have to render again before it is reported.' },
  },
  examples: {
    failing: {
      'src/App.jsx': `import { useState } from 'react';
export function App() {
  const [open, setOpen] = useState(false);
  return <main><Fold open={open} onFold={setOpen} /><Legend /></main>;
}
function Fold({ open, onFold }) {
  return <b onClick={() => onFold(!open)}>{open ? 'less' : 'more'}</b>;
}
function Legend() {
  return <i>legend</i>;
}
`,
    },
    passing: {
      'src/App.jsx': `import { useState } from 'react';
export function App() {
  return <main><Fold /><Legend /></main>;
}
function Fold() {
  const [open, setOpen] = useState(false);
  return <b onClick={() => setOpen(!open)}>{open ? 'less' : 'more'}</b>;
}
function Legend() {
  return <i>legend</i>;
}
`,
    },
  },
  examplesIn: {
    angular: {
      failing: folding(
        '[open]="open" (fold)="open = $event"',
        'open = false;',
        `open = input(false);
  fold = output<boolean>();`,
        'fold.emit(!open())',
        'open()',
      ),
      passing: folding('', '', 'open = false;', 'open = !open', 'open'),
    },
  },
  check({ linked, cells, setting }) {
    const { program, render } = linked;
    const dominators = new Dominators(render.by, render.roots);
    const found: Draft[] = [];
    for (const flow of cells.all) {
      const { cell } = flow;
      if (cell.home === null || cell.kind !== 'state' || cell.callable || cell.setter === null) continue;
      const home = program.component(cell.home);
      // Where only readers re-render, a home too high costs nothing of the kind.
      if (!home || FAMILIES[home.family].writeRenders === 'readers') continue;
      const readers = flow.values ? usersOf(flow.values) : [];
      const writers = flow.calls ? usersOf(flow.calls) : [];
      if (readers.length === 0 || writers.length === 0) continue;
      const nearest = dominators.nearest([...readers, ...writers]);
      const lower = nearest === null ? undefined : program.component(nearest);
      if (!lower || lower === home) continue;
      // Where the lower component comes and goes, or there are many of it, the state would be lost or multiplied.
      if (!below(render.by, home.fn).has(lower.fn) || !standsOnce(lower.fn, home.fn)) continue;
      const fewer = below(render.by, home.fn).size - below(render.by, lower.fn).size;
      if (fewer < setting('rerenders')) continue;
      found.push({
        message: `${cell.name} lives in ${home.name}, but only ${lower.name} and the components below it use it.`,
        effect: `Every change re-renders ${count(fewer, 'component that does', 'components that do').toLowerCase()} not use it.`,
        todo: `Move ${cell.name} down into ${lower.name}. Homes shows what changes.`,
        component: home.name,
        name: cell.name,
        ...positionOf(linked, cell.file, cell.spot),
        ...named([home, lower]),
        related: [],
      });
    }
    return found;

    /** Rendered at one place, once, on the whole way from the home. */
    function standsOnce(fn: number, home: number): boolean {
      for (let at = fn, steps = 0; at !== home && steps < 50; steps++) {
        const sites = program.sitesOf(at);
        const placements = sites.flatMap((site) => render.placements[site] ?? []);
        if (sites.length !== 1 || placements.some((p) => p.repeat !== 'once')) return false;
        const [parent] = render.by.parents.get(at) ?? [];
        if (parent === undefined) return false;
        at = parent;
      }
      return true;
    }
  },
};

/** The components that use a value, or call what changes it. */
const usersOf = once((flow: Flow): readonly number[] => {
  const used = [...itself(flow).stops.values()].filter((stop) => stop.facts.uses.length > 0);
  return [...new Set(used.flatMap((stop) => stop.component?.fn ?? []))];
});
