/** Components that reach for the instance that renders them: joined to the instance of every component that does. */
import type { Components } from './components';

export interface ParentInstances {
  /** What reaches for an instance that is known, as `file:name`. */
  names: ReadonlySet<string>;
  /** The places that hold one. */
  places: ReadonlySet<number>;
}

/** Joins what is reached for to the instances it turns out to be. */
export function joinParentInstances(program: Components): ParentInstances {
  const { graph } = program;
  const names = new Set<string>();
  const places = new Set<number>();
  graph.files.forEach((facts, file) => {
    const joins: [number, number][] = [];
    for (const { place, outermost, fn } of facts.parentInstances) {
      const component = program.unitOf(graph.fnAt(file, fn));
      const holders = outermost ? outermostOf(program) : authorsOf(program, component);
      for (const holder of holders) {
        const entry = graph.functions[holder];
        if (entry?.fact.own === undefined) continue;
        joins.push([graph.at(entry.file, entry.fact.own), graph.at(file, place)]);
        places.add(graph.at(file, place));
        names.add(`${file}:${facts.places[place]?.name ?? ''}`);
      }
    }
    graph.joinAll('above', file, joins);
  });
  return { names, places };
}

/** Components whose own markup writes a component; content passed to another is rendered by that one, and left out. */
function authorsOf(program: Components, component: number): number[] {
  const { graph } = program;
  return program.sitesOf(component).flatMap((site) => {
    const entry = graph.sites[site];
    const fn = entry ? graph.fnAt(entry.file, entry.fact.fn) : -1;
    return entry && program.components.has(fn) ? [fn] : [];
  });
}

/** What is mounted. */
function outermostOf(program: Components): number[] {
  const { graph } = program;
  return graph.sites.flatMap(({ fact, file }, site) =>
    program.isModule(graph.fnAt(file, fact.fn)) ? (program.siteTargets[site]?.components ?? []) : [],
  );
}
