/**
 * Edges between files, by the linking stage and the file that made them. When a stage yields other edges than before,
 * the old ones are removed, the new ones go where a graph built from nothing would have them, and the files at both
 * ends are invalidated.
 */
import { rankOf, type Edge } from './edges';
import type { PlaceGraph } from './placeGraph';
import { dependencyKey, type Dependencies } from '../memo/memo';
import { sameList } from '../memo/sameList';

export type Joint = Pick<Edge, 'from' | 'to' | 'op' | 'field' | 'except'>;

interface Made {
  edges: Edge[];
  /** Some of them lost an end with the block it stood in. */
  loose: boolean;
}

export class CrossFileEdges {
  private readonly made = new Map<number, Made>();

  constructor(
    private readonly graph: PlaceGraph,
    private readonly dependencies: Dependencies,
  ) {}

  /** To be called before the block of a file is cleared: edges into and out of it are taken out at their other end. */
  loosen(file: number): void {
    const { graph } = this;
    const isOwn = (edge: Edge): boolean => graph.fileOfPlace[edge.from] === file || graph.fileOfPlace[edge.to] === file;
    for (const made of this.made.values()) {
      if (!made.edges.some(isOwn)) continue;
      made.loose = true;
      for (const edge of made.edges) if (isOwn(edge)) graph.removeEdge(edge);
    }
  }

  has(rank: number): boolean {
    return this.made.has(rank);
  }

  settle(rank: number, wanted: readonly Joint[]): void {
    const { graph } = this;
    const before = this.made.get(rank);
    if (!before && wanted.length === 0) return;
    if (before && !before.loose && isSame(before.edges, wanted)) return;
    if (before) {
      this.invalidateEnds(rank, before.edges, wanted);
      this.invalidateEnds(rank, wanted, before.edges);
      for (const edge of before.edges) graph.removeEdge(edge);
    } else this.invalidateEnds(rank, wanted, []);
    const edges = wanted.map(({ from, to, op, field, except }) => graph.addEdge(from, to, op, field, except, rank));
    this.made.set(rank, { edges, loose: false });
  }

  /** Touches what stands at the ends of edges that are in one list only. */
  private invalidateEnds(rank: number, some: readonly Joint[], others: readonly Joint[]): void {
    const { graph, dependencies } = this;
    if (dependencies.turn === 0) return;
    for (const one of some) {
      if (others.some((other) => isOne(one, other))) continue;
      const from = graph.fileOf(one.from);
      // Who imports a module is of interest to those alone who follow its exports outwards.
      dependencies.invalidate(rank < rankOf('keys') ? dependencyKey.importers(from) : from);
      dependencies.invalidate(graph.fileOf(one.to));
    }
  }
}

function isOne(a: Joint, b: Joint): boolean {
  return a.from === b.from && a.to === b.to && a.op === b.op && a.field === b.field && sameList(a.except, b.except);
}

function isSame(a: readonly Joint[], b: readonly Joint[]): boolean {
  if (a.length !== b.length) return false;
  return a.every((one, i) => {
    const other = b[i];
    return other !== undefined && isOne(one, other);
  });
}
