/** One reference for many children. */
import { HANDLE } from '../model/signs';
import type { Graph } from '../link/graph/graph';
import { namesAfter } from '../link/graph/aliases';
import { named, positionOf, type Rule } from './rule';
import { passings } from './shared/sites';

export const oneOfMany: Rule = {
  id: 'one-of-many',
  level: 'error',
  says: 'One ref is given to a child that is rendered many times.',
  why: 'Each child replaces the one before, so the ref only points to the last.',
  todo: 'Collect the refs in a list or a map, or let each child hold its own.',
  settings: {},
  examples: {
    failing: {
      'src/Bench.jsx': `import { forwardRef, useRef } from 'react';
const Tray = forwardRef(({ label }, ref) => <b ref={ref}>{label}</b>);
export function Bench({ trays }) {
  const tray = useRef(null);
  return <ul onClick={() => tray.current.focus()}>{trays.map((label) => <Tray key={label} ref={tray} label={label} />)}</ul>;
}
`,
    },
    passing: {
      'src/Bench.jsx': `import { forwardRef, useRef } from 'react';
const Tray = forwardRef(({ label }, ref) => <b ref={ref}>{label}</b>);
export function Bench({ label }) {
  const tray = useRef(null);
  return <ul onClick={() => tray.current.focus()}><Tray ref={tray} label={label} /></ul>;
}
`,
    },
  },
  check({ linked }) {
    const { program } = linked;
    const { graph } = program;
    return passings(linked).flatMap(({ site, fact, file, component, author }) => {
      const ref = fact.props.find((prop) => prop.name === HANDLE);
      if (!author || ref?.place == null || ref.chosen) return [];
      // In a loop of its own, or in a function that someone else calls many times.
      const around = graph.fnAt(file, fact.fn);
      const repeated =
        around !== author.fn &&
        isHandedOver(graph, around) &&
        (linked.render.placements[site] ?? []).some((one) => one.repeat === 'many');
      if (fact.repeat !== 'many' && !repeated) return [];
      const cell = graph
        .trace(graph.at(file, ref.place))
        .find((origin) => origin.path.length === 0 && graph.places[origin.place]?.kind === 'cell');
      // A reference made inside the loop is one for each.
      if (!cell || program.unitOf(graph.fnOfPlace(cell.place)) !== author.fn) return [];
      const name = graph.places[cell.place]?.name ?? 'ref';
      return [
        {
          message: `${author.name} gives the same ref, ${name}, to every ${component.name} of a list.`,
          effect: 'The ref only ever points to the last of them.',
          todo: `Collect the refs in a Map with a ref function, or let each ${component.name} hold its own.`,
          component: author.name,
          name,
          ...positionOf(linked, file, ref.at),
          ...named([author, component]),
          related: [],
        },
      ];
    });
  },
};

/** Whether a function is given to a component as it is, to be called there. */
function isHandedOver(graph: Graph, fn: number): boolean {
  const entry = graph.functions[fn];
  if (!entry) return false;
  return [...namesAfter(graph, graph.at(entry.file, entry.fact.self))].some((place) =>
    graph.edgesOutOf(place).some((edge) => edge.op === 'put' && graph.places[edge.to]?.kind === 'siteProps'),
  );
}
