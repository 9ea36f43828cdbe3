/**
 * Elements given more props by code that did not write them: which sites the props of a clone reach. Each piece of
 * markup is followed as a value to the clones it arrives at.
 */
import { push } from '../graph/byPlace';
import type { Crossings } from './crossings';
import { dependencyKey, Memo } from '../memo/memo';
import type { Locals } from './locals';
import type { At } from './visited';
import type { Program } from '../program/program';

const MAX_PLACES = 500;

/** A clone that some markup reaches, and the run in which it is made. */
interface ClonedWith {
  clone: number;
  run: number;
}

/** The clones that some markup reaches, and whether it was followed to all of them. */
interface Found {
  passed: readonly ClonedWith[];
  cut: boolean;
}

const NOT_FOUND: Found = { passed: [], cut: false };

export class Clones {
  private readonly sites = new Map<string, { site: number; run: number }[]>();
  /** Sites whose markup is passed to more places than are followed. */
  readonly cut = new Set<number>();
  private readonly followed: Memo<string, Found>;

  constructor(
    private readonly program: Program,
    private readonly locals: Locals,
    private readonly crossings: Crossings,
    before: Clones | null,
  ) {
    this.followed = before?.followed ?? new Memo(program.dependencies);
    const { graph } = program;
    const elements = new Map<number, number[]>();
    graph.clones.forEach(({ fact, file }, clone) => push(elements, graph.at(file, fact.element), clone));
    if (elements.size > 0)
      graph.sites.forEach(({ fact, file }, site) => {
        // Only the outermost elements of what is passed are what the other side holds.
        if (fact.nested) return;
        for (const context of program.runsOf(program.unitOf(graph.fnAt(file, fact.fn)))) {
          const start = { place: graph.at(file, fact.inside), path: 0, run: context };
          const followed = (): Found =>
            this.followed.get(`${start.place}:${context}`, () => this.follow(start, elements));
          const { passed, cut } = graph.guard.run(file, followed, NOT_FOUND);
          if (cut) this.cut.add(site);
          for (const { clone, run } of passed) this.join(clone, run, site, context);
        }
      });
    if (before) this.invalidateChanged(before);
  }

  private invalidateChanged(before: Clones): void {
    const { dependencies } = this.program;
    const keys = new Set([...this.sites.keys(), ...before.sites.keys()]);
    for (const key of keys)
      if (JSON.stringify(this.sites.get(key)) !== JSON.stringify(before.sites.get(key)))
        dependencies.invalidate(dependencyKey.clones(Number(key.slice(0, key.indexOf(':')))));
  }

  private follow(start: At, elements: ReadonlyMap<number, number[]>): Found {
    this.program.noteRun(start.run);
    const cloned: ClonedWith[] = [];
    const seen = new Set<string>();
    const queue = [start];
    for (let at = queue.pop(); at && seen.size < MAX_PLACES; at = queue.pop()) {
      const key = `${at.place}:${at.path}:${at.run}`;
      if (seen.has(key)) continue;
      seen.add(key);
      const local = this.locals.explore(at);
      for (const visited of local.visited)
        for (const clone of elements.get(visited.place) ?? [])
          if (visited.path === 0) cloned.push({ clone, run: visited.run });
      for (const exit of local.exits)
        if (!exit.derived)
          for (const crossing of this.crossings.cross(exit)) if (!crossing.part) queue.push(crossing.to);
    }
    return { passed: cloned, cut: seen.size >= MAX_PLACES };
  }

  private join(clone: number, run: number, site: number, context: number): void {
    const key = `${clone}:${this.program.callContexts.owner[run]}`;
    const known = this.sites.get(key) ?? [];
    if (!known.some((one) => one.site === site && one.run === context)) known.push({ site, run: context });
    this.sites.set(key, known);
  }

  /** The sites a clone gives its props to, in whatever run. */
  all(clone: number): { site: number; run: number }[] {
    return [...this.sites].flatMap(([key, sites]) => (key.startsWith(`${clone}:`) ? sites : []));
  }

  /** The sites a clone made in one run gives its props to. */
  sitesOf(clone: number, run: number): readonly { site: number; run: number }[] {
    this.program.dependencies.dependOn(dependencyKey.clones(clone));
    return this.sites.get(`${clone}:${this.program.callContexts.owner[run]}`) ?? [];
  }
}
