/** A provider handed a new object each time it renders. */
import { namesBefore } from '../link/graph/aliases';
import { FAMILIES } from '../model/families';
import { list, relatedAt, named, positionOf, START, type Draft, type Rule } from './rule';
import { isMadeWith, renderCauses } from './shared/renderCauses';

export const freshContext: Rule = {
  id: 'fresh-context',
  level: 'warning',
  says: 'A provider gets a new object, array or function as its value on every render.',
  why: 'Every reader of the context sees another value and re-renders, even when nothing in it changed.',
  todo: 'Memoise the value (useMemo), or provide its parts separately.',
  settings: {},
  examples: {
    failing: {
      'src/App.jsx': `import { createContext, useContext, useState } from 'react';
const Units = createContext(null);
export function App() {
  return <UnitsProvider><Gauge /></UnitsProvider>;
}
function UnitsProvider({ children }) {
  const [scale, setScale] = useState('celsius');
  const [open, setOpen] = useState(false);
  return (
    <details open={open} onToggle={() => setOpen(!open)}>
      <Units.Provider value={{ scale, setScale }}>{children}</Units.Provider>
    </details>
  );
}
function Gauge() {
  const { scale, setScale } = useContext(Units);
  return <b onClick={() => setScale('kelvin')}>{scale}</b>;
}
`,
    },
    passing: {
      'src/App.jsx': `import { createContext, useContext, useMemo, useState } from 'react';
const Units = createContext(null);
export function App() {
  return <UnitsProvider><Gauge /></UnitsProvider>;
}
function UnitsProvider({ children }) {
  const [scale, setScale] = useState('celsius');
  const [open, setOpen] = useState(false);
  const units = useMemo(() => ({ scale, setScale }), [scale]);
  return (
    <details open={open} onToggle={() => setOpen(!open)}>
      <Units.Provider value={units}>{children}</Units.Provider>
    </details>
  );
}
function Gauge() {
  const { scale, setScale } = useContext(Units);
  return <b onClick={() => setScale('kelvin')}>{scale}</b>;
}
`,
    },
  },
  check({ linked, cells }) {
    const { program, render } = linked;
    const { graph } = program;
    return graph.sites.flatMap(({ fact, file }, site) => {
      const target = program.siteTargets[site];
      if (!target || target.provides === null) return [];
      const author = program.component(render.authors[site] ?? -1);
      const valueProp = fact.props.find((prop) => prop.name === 'value');
      if (!author || valueProp?.place == null || valueProp.literal !== null || !FAMILIES[author.family].runsAgain)
        return [];
      const fresh = graph.trace(graph.at(file, valueProp.place)).find((origin) => {
        const place = graph.places[origin.place];
        return (
          origin.path.length === 0 &&
          (place?.kind === 'object' || (place?.kind === 'function' && !isStable(origin.place))) &&
          isRenderCode(origin.place, author.fn)
        );
      });
      // An object put together is reached through its fields, not traced to them: it is the place itself.
      const made = freshPlace(graph.at(file, valueProp.place), author.fn) ?? fresh?.place;
      if (made === undefined) return [];
      // What re-renders only where whoever wrote its children does makes nothing new for them.
      const causes = renderCauses(linked, cells, author.fn, target.provides);
      if (causes.length === 0) return [];
      const apart = causes.filter((cause) => !isMadeWith(linked, made, cause));
      const context = graph.contexts[target.provides]?.fact.name || 'a context';
      const readers = new Set(
        linked.crossings
          .readersOf(target.provides)
          .flatMap(({ unit }) => program.runsTogether(unit).map((run) => program.callContexts.owner[run])),
      ).size;
      if (readers === 0) return [];
      const who =
        readers === 1
          ? 'Its one reader re-renders'
          : readers === 2
            ? 'Both its readers re-render'
            : `Its ${readers} readers re-render`;
      return [
        {
          message: `${author.name} passes ${context} a new value on every render.`,
          effect:
            apart.length > 0
              ? `${who} every time ${apart.length === 1 ? '' : 'one of '}${list(apart.map(({ name }) => name))} changes, which the value does not use.`
              : `${who} every time ${author.name} does, even if nothing changed. Its own state is all in the value, so only a re-render from above is for nothing.`,
          ...(apart.length > 0 ? {} : { level: 'note' as const }),
          todo: 'Wrap the value in useMemo (a function in useCallback), or provide its parts as contexts of their own.',
          component: author.name,
          name: context,
          ...positionOf(linked, file, valueProp.at),
          ...named([author]),
          related: [relatedTo(made)],
        },
      ];
    });

    function relatedTo(place: number): Draft['related'][number] {
      return relatedAt(linked, graph.fileOf(place), graph.places[place]?.at ?? START, 'It is made anew here.');
    }

    function isRenderCode(place: number, component: number): boolean {
      const fn = graph.fnOfPlace(place);
      return fn === component || (program.unitOf(fn) === component && graph.functions[fn]?.fact.name === 'render');
    }

    /** Whether what a place stands for is a function that stays the same from one rendering to the next. */
    function isStable(place: number): boolean {
      return graph.functions[graph.functionOfSelf.get(place) ?? -1]?.fact.stable ?? false;
    }

    /** The object a value is, followed back through names alone. */
    function freshPlace(start: number, component: number): number | undefined {
      return [...namesBefore(graph, start)].find(
        (at) => graph.places[at]?.kind === 'object' && isRenderCode(at, component),
      );
    }
  },
};
