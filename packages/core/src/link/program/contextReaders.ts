/** The readers of each context. */
import { CHILDREN } from '../../model/signs';
import { dependencyKey, invalidateChanged } from '../memo/memo';
import type { Program } from './program';

export interface Reader {
  /** Where its value arrives. */
  place: number;
  /** The function that reads it. */
  unit: number;
}

const NONE: readonly Reader[] = [];

export class ContextReaders {
  private readonly readers = new Map<number, Reader[]>();

  constructor(
    private readonly program: Program,
    before: ContextReaders | null,
  ) {
    const { graph } = program;
    graph.contextReads.forEach(({ fact, file }) => {
      const reader = program.unitOf(graph.fnAt(file, fact.fn));
      // A controller that a directive takes for its own has the scope of that one.
      if (graph.functions[reader]?.fact.unlessCalled && !program.isComponent(reader)) return;
      for (const origin of graph.trace(graph.at(file, fact.context))) {
        const context = origin.path.length === 0 ? graph.contextOfPlace.get(origin.place) : undefined;
        if (context !== undefined) this.add(context, graph.at(file, fact.result), reader);
      }
    });
    program.siteTargets.forEach((target, site) => {
      if (target.consumes !== null) this.addConsumer(target.consumes, site);
    });
    if (before) invalidateChanged(program.dependencies, before.numbers(), this.numbers(), dependencyKey.readers);
  }

  of(context: number): readonly Reader[] {
    this.program.dependencies.dependOn(dependencyKey.readers(context));
    return this.readers.get(context) ?? NONE;
  }

  private numbers(): Map<number, number[]> {
    return new Map(
      [...this.readers].map(([context, list]) => [context, list.flatMap(({ place, unit }) => [place, unit])]),
    );
  }

  private add(context: number, place: number, unit: number): void {
    const list = this.readers.get(context);
    if (list) list.push({ place, unit });
    else this.readers.set(context, [{ place, unit }]);
  }

  /** `<Units.Consumer>{(units) => …}</Units.Consumer>` reads into the function's parameter. */
  private addConsumer(context: number, site: number): void {
    const { graph } = this.program;
    const entry = graph.sites[site];
    const children = entry?.fact.props.find((prop) => prop.name === CHILDREN)?.place;
    if (!entry || children == null) return;
    for (const origin of graph.trace(graph.at(entry.file, children))) {
      const fn = graph.functionOfSelf.get(origin.place);
      const fact = fn === undefined ? undefined : graph.functions[fn];
      const param = fact?.fact.params[0];
      if (fn !== undefined && fact && param !== undefined)
        this.add(context, graph.at(fact.file, param), this.program.unitOf(fn));
    }
  }
}
