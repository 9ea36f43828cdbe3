/**
 * Elements that are given more props by someone who did not write them: which sites a clone's props reach. Each piece of
 * markup is followed as a value to the clones it gets to.
 */
import type { Crossings } from './crossing';
import type { Locals } from './local';
import type { At } from './visited';
import type { Program } from './program';

const MAX_PLACES = 500;

export class Clones {
  private readonly sites = new Map<string, { site: number; context: number }[]>();

  constructor(
    private readonly program: Program,
    private readonly locals: Locals,
    private readonly crossings: Crossings,
  ) {
    const { graph } = program;
    if (graph.clones.length === 0) return;
    const elements = new Map<number, number[]>();
    graph.clones.forEach(({ fact, file }, clone) => {
      const place = graph.at(file, fact.element);
      elements.set(place, [...(elements.get(place) ?? []), clone]);
    });
    graph.sites.forEach(({ fact, file }, site) => {
      // Only the outermost elements of what is handed over are what the other side holds.
      if (fact.nested) return;
      for (const context of program.runsOf(program.unitOf(graph.fnAt(file, fact.fn))))
        this.follow(site, { place: graph.at(file, fact.inside), path: 0, context }, elements);
    });
  }

  private follow(site: number, start: At, elements: ReadonlyMap<number, number[]>): void {
    const seen = new Set<string>();
    const queue = [start];
    for (let at = queue.pop(); at && seen.size < MAX_PLACES; at = queue.pop()) {
      const key = `${at.place}:${at.path}:${at.context}`;
      if (seen.has(key)) continue;
      seen.add(key);
      const local = this.locals.explore(at);
      for (const visited of local.visited)
        for (const clone of elements.get(visited.place) ?? [])
          if (visited.path === 0) this.join(clone, visited.context, site, start.context);
      for (const exit of local.exits)
        if (!exit.derived)
          for (const crossing of this.crossings.cross(exit)) if (!crossing.part) queue.push(crossing.to);
    }
  }

  private join(clone: number, run: number, site: number, context: number): void {
    const key = `${clone}:${this.program.contexts.owner[run]}`;
    const known = this.sites.get(key) ?? [];
    if (!known.some((one) => one.site === site && one.context === context)) known.push({ site, context });
    this.sites.set(key, known);
  }

  /** The sites a clone gives its props to, in whatever run. */
  all(clone: number): { site: number; context: number }[] {
    return [...this.sites].flatMap(([key, sites]) => (key.startsWith(`${clone}:`) ? sites : []));
  }

  /** The sites a clone made in one run gives its props to. */
  sitesOf(clone: number, run: number): readonly { site: number; context: number }[] {
    return this.sites.get(`${clone}:${this.program.contexts.owner[run]}`) ?? [];
  }
}
