/** Components that reach for the instance that renders them: they come to hold the instance of each that does. */
import type { Program } from './program';

/** Joins what is reached for; gives the gaps that closed by it, as `file:fn:name`. */
export function joinAbove(program: Program): ReadonlySet<string> {
  const { graph } = program;
  const closed = new Set<string>();
  graph.files.forEach((facts, file) => {
    for (const { place, outermost, fn } of facts.above) {
      const component = program.unitOf(graph.fnAt(file, fn));
      const holders = outermost ? outermostOf(program) : authorsOf(program, component);
      for (const holder of holders) {
        const entry = graph.functions[holder];
        if (entry?.fact.own === undefined) continue;
        graph.join(graph.at(entry.file, entry.fact.own), graph.at(file, place));
        closed.add(`${file}:${facts.places[place]?.name ?? ''}`);
      }
    }
  });
  if (closed.size > 0) graph.forgetTraces();
  return closed;
}

/** Components whose own markup writes a component; content handed to another is rendered by that one, and left out. */
function authorsOf(program: Program, component: number): number[] {
  const { graph } = program;
  return program.sitesOf(component).flatMap((site) => {
    const entry = graph.sites[site];
    const fn = entry ? graph.fnAt(entry.file, entry.fact.fn) : -1;
    return entry && program.components.has(fn) ? [fn] : [];
  });
}

/** What is mounted. */
function outermostOf(program: Program): number[] {
  const { graph } = program;
  return graph.sites.flatMap(({ fact, file }, site) =>
    program.isModule(graph.fnAt(file, fact.fn)) ? (program.siteTargets[site]?.components ?? []) : [],
  );
}
