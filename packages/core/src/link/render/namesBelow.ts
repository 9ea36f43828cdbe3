/**
 * Whoever finds the names of a scope around them, by the scope. Every component below one asks for all names there are, so that this is
 * found once, and not for each value that a scope holds.
 */
import { push } from '../graph/byPlace';
import { dependencyKey, type Dependencies } from '../memo/memo';
import type { ContextReaders, Reader } from '../program/contextReaders';
import type { Program } from '../program/program';
import type { At } from '../travel/visited';

/** Where the names of a scope arrive. */
export interface Below {
  at: At;
  /** Names that scopes on the way have of their own, or do not let pass: a list for each. */
  hidden: readonly (readonly string[])[];
}

type Around = (context: number, component: number) => ReadonlySet<number>;

const NOBODY: readonly Below[] = [];

export class NamesBelow {
  private readonly dependencies: Dependencies;
  private readonly bySite = new Map<number, Below[]>();

  constructor(
    private readonly program: Program,
    readers: ContextReaders,
    private readonly around: Around,
    before: NamesBelow | null,
  ) {
    this.dependencies = program.dependencies;
    program.dependencies.untracked(() => {
      program.graph.contexts.forEach(({ fact }, context) => {
        if (fact.ambient) this.find(context, readers.of(context));
      });
    });
    if (before) this.invalidateChanged(before);
  }

  /** The places at which the names of a scope arrive below it, by the site that passes them down. */
  of(site: number): readonly Below[] {
    this.dependencies.dependOn(dependencyKey.namesBelow(site));
    return this.bySite.get(site) ?? NOBODY;
  }

  private find(context: number, readers: readonly Reader[]): void {
    const { program } = this;
    const places = new Map<number, number[]>();
    for (const { place, unit } of readers)
      for (const run of program.runsTogether(unit)) push(places, program.callContexts.ownerOf(run), place);
    for (const { place, unit } of readers)
      for (const run of program.runsTogether(unit)) {
        const owner = program.callContexts.ownerOf(run);
        for (const { site, hidden } of this.namesAround(context, owner, places))
          push(this.bySite, site, { at: { place, path: 0, run: run }, hidden });
      }
  }

  /** The scopes around a component, each with what those between hide: one that takes over the names around it is looked through. */
  private namesAround(
    context: number,
    component: number,
    places: ReadonlyMap<number, readonly number[]>,
  ): { site: number; hidden: Below['hidden'] }[] {
    const { program } = this;
    const { graph } = program;
    const found: { site: number; hidden: Below['hidden'] }[] = [];
    const seen = new Set<number>();
    const queue: { component: number; hidden: Below['hidden'] }[] = [{ component, hidden: [] }];
    for (let next = queue.shift(); next; next = queue.shift())
      for (const site of this.around(context, next.component)) {
        const entry = graph.sites[site];
        if (!entry || seen.has(site)) continue;
        seen.add(site);
        found.push({ site, hidden: next.hidden });
        // Markup in a file of its own runs as part of its component.
        const runs = program.runsTogether(program.unitOf(graph.fnAt(entry.file, entry.fact.fn)));
        for (const author of new Set(runs.map((run) => program.callContexts.ownerOf(run))))
          for (const place of places.get(author) ?? [])
            for (const { op, except } of graph.edgesOutOf(place))
              if (op === 'rest') queue.push({ component: author, hidden: [...next.hidden, except ?? []] });
      }
    return found;
  }

  private invalidateChanged(before: NamesBelow): void {
    const said = (list: readonly Below[] | undefined): string =>
      (list ?? NOBODY).map(({ at, hidden }) => `${at.place}:${at.run}:${hidden.join('/')}`).join();
    for (const site of new Set([...this.bySite.keys(), ...before.bySite.keys()]))
      if (said(this.bySite.get(site)) !== said(before.bySite.get(site)))
        this.dependencies.invalidate(dependencyKey.namesBelow(site));
  }
}
