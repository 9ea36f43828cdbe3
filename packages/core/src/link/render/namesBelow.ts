/**
 * Whoever finds the names of a scope around them, by the scope. Every component below one asks for all names there are, so that this is
 * found once, and not for each value that a scope holds.
 */
import { push } from '../graph/byPlace';
import { dependencyKey, type Dependencies } from '../memo/memo';
import type { ContextReaders } from '../program/contextReaders';
import type { Program } from '../program/program';
import type { At } from '../travel/visited';

const NOBODY: readonly At[] = [];

export class NamesBelow {
  private readonly dependencies: Dependencies;
  private readonly bySite = new Map<number, At[]>();

  constructor(
    program: Program,
    readers: ContextReaders,
    environment: (context: number, component: number) => ReadonlySet<number>,
    before: NamesBelow | null,
  ) {
    this.dependencies = program.dependencies;
    program.dependencies.untracked(() => {
      program.graph.contexts.forEach(({ fact }, context) => {
        if (!fact.ambient) return;
        for (const { place, unit } of readers.of(context))
          for (const run of program.runsTogether(unit))
            for (const site of environment(context, program.callContexts.ownerOf(run)))
              if (site !== -1) push(this.bySite, site, { place, path: 0, context: run });
      });
    });
    if (before) this.touchChanged(before);
  }

  /** The places at which the names of a scope arrive below it, by the site that passes them down. */
  of(site: number): readonly At[] {
    this.dependencies.dependOn(dependencyKey.namesBelow(site));
    return this.bySite.get(site) ?? NOBODY;
  }

  private touchChanged(before: NamesBelow): void {
    const said = (list: readonly At[] | undefined): string =>
      (list ?? NOBODY).map(({ place, context }) => `${place}:${context}`).join();
    for (const site of new Set([...this.bySite.keys(), ...before.bySite.keys()]))
      if (said(this.bySite.get(site)) !== said(before.bySite.get(site)))
        this.dependencies.invalidate(dependencyKey.namesBelow(site));
  }
}
