/** Queries: which of them find what a site renders. */
import type { QueryFact } from '../../model/facts';
import { push } from '../graph/byPlace';
import type { Components } from './components';

/** A query, and the component that asks. */
export interface Query {
  fact: QueryFact;
  file: number;
  asks: number;
}

/** The components of a program, and on whose behalf its functions run. */
interface Running extends Components {
  runsTogether(unit: number): readonly number[];
}

export class Queries {
  private readonly byComponent = new Map<number, Query[]>();

  constructor(private readonly program: Running) {
    const { graph } = program;
    graph.files.forEach((facts, file) => {
      for (const fact of facts.queries) {
        const asks = graph.fnAt(file, fact.fn);
        push(this.byComponent, asks, { fact, file, asks });
      }
    });
  }

  /** The queries that find the children of a site. */
  findingAt(site: number): readonly Query[] {
    const { graph } = this.program;
    const entry = graph.sites[site];
    if (!entry) return NONE;
    const fn = graph.fnAt(entry.file, entry.fact.fn);
    const written = this.askedBy(this.authorsOf(fn), false);
    const found = [...written, ...this.askedBy(this.placedIn(fn), true)];
    return found.filter((query) => this.finds(query, site));
  }

  private askedBy(components: readonly number[], content: boolean): readonly Query[] {
    return components.flatMap((fn) => {
      // It may come to ask for something.
      this.program.dependencies.dependOn(this.program.graph.fileOfFunction(fn));
      return (this.byComponent.get(fn) ?? NONE).filter(({ fact }) => fact.content === content);
    });
  }

  /** The components whose markup a function writes. */
  private authorsOf(fn: number): number[] {
    const { program } = this;
    const runs = program.runsTogether(program.unitOf(fn));
    return [...new Set(runs.flatMap((run) => program.ownerOf(run)?.fn ?? []))];
  }

  /** The components between whose tags the markup stands that a function writes. */
  private placedIn(fn: number): number[] {
    const { graph, siteTargets } = this.program;
    const found = new Set<number>();
    for (let at = fn; at !== -1 && !this.program.isComponent(at); at = graph.parentOf(at)) {
      const entry = graph.functions[at];
      if (!entry) break;
      for (const edge of graph.edgesOutOf(graph.at(entry.file, entry.fact.self))) {
        const site = edge.op === 'put' ? graph.siteOfProps.get(edge.to) : undefined;
        for (const component of site === undefined ? [] : (siteTargets[site]?.components ?? [])) found.add(component);
      }
    }
    return [...found];
  }

  private finds({ fact, file }: Query, site: number): boolean {
    const { graph, siteTargets } = this.program;
    if (fact.names.length > 0) return fact.names.some((name) => graph.sites[site]?.fact.names?.includes(name) ?? false);
    if (fact.component === null) return false;
    const asked = graph.functionsAt(graph.at(file, fact.component));
    return siteTargets[site]?.components.some((fn) => asked.includes(fn)) ?? false;
  }
}

const NONE: readonly Query[] = [];
