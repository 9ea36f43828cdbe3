/**
 * Which components are above a component on every way to it: the dominator tree of the render graph, by the iterative
 * method of Cooper, Harvey and Kennedy, "A Simple, Fast Dominance Algorithm" (2001). All entry points hang below one
 * virtual root.
 */
import type { Links } from '../link/render/renderTree';

const TOP = -1;

export class Dominators {
  private readonly order = new Map<number, number>();
  private readonly dominator = new Map<number, number>();

  constructor(
    private readonly links: Links,
    private readonly roots: readonly number[],
  ) {
    const sequence = this.postorder();
    sequence.forEach((node, index) => this.order.set(node, index));
    const reversed = [...sequence].reverse();
    this.dominator.set(TOP, TOP);
    const entries = new Set(roots);
    for (let changed = true; changed;) {
      changed = false;
      for (const node of reversed) {
        if (node === TOP) continue;
        let found: number | undefined = entries.has(node) ? TOP : undefined;
        for (const parent of links.parents.get(node) ?? []) {
          if (!this.dominator.has(parent)) continue;
          found = found === undefined ? parent : this.meet(parent, found);
        }
        if (found !== undefined && this.dominator.get(node) !== found) {
          this.dominator.set(node, found);
          changed = true;
        }
      }
    }
  }

  private postorder(): number[] {
    const sequence: number[] = [];
    const seen = new Set([TOP]);
    const stack: { node: number; rest: number[] }[] = [{ node: TOP, rest: [...this.roots] }];
    while (stack.length > 0) {
      const top = stack.at(-1);
      const next = top?.rest.pop();
      if (next === undefined) {
        if (top) sequence.push(top.node);
        stack.pop();
      } else if (!seen.has(next)) {
        seen.add(next);
        stack.push({ node: next, rest: [...(this.links.children.get(next) ?? [])] });
      }
    }
    return sequence;
  }

  private meet(a: number, b: number): number {
    let x = a;
    let y = b;
    const rank = (node: number): number => this.order.get(node) ?? 0;
    while (x !== y) {
      while (rank(x) < rank(y)) x = this.dominator.get(x) ?? TOP;
      while (rank(y) < rank(x)) y = this.dominator.get(y) ?? TOP;
    }
    return x;
  }

  /** The lowest component above all of `nodes` on every way to them (one of them counts as above itself); null: none. */
  nearest(nodes: Iterable<number>): number | null {
    let found: number | null = null;
    for (const node of nodes) {
      // Components that only render each other hang below no entry: nothing is known to are above them.
      if (!this.dominator.has(node)) return null;
      found = found === null ? node : this.meet(found, node);
    }
    return found === TOP ? null : found;
  }

  /** The dominators of a component from itself upwards. */
  chain(node: number): number[] {
    const chain: number[] = [];
    for (let n = node; n !== TOP && this.dominator.has(n); n = this.dominator.get(n) ?? TOP) chain.push(n);
    return chain;
  }
}

/** Everything below a component, itself left out. */
export function below(links: Links, node: number): Set<number> {
  const found = new Set<number>();
  const queue = [node];
  for (let next = queue.pop(); next !== undefined; next = queue.pop())
    for (const child of links.children.get(next) ?? [])
      if (!found.has(child)) {
        found.add(child);
        queue.push(child);
      }
  return found;
}

/** A shortest way from one component down to another, both included; empty where there is none. */
export function wayDown(links: Links, from: number, to: number): number[] {
  const cameFrom = new Map<number, number>([[from, from]]);
  const queue = [from];
  for (let next = queue.shift(); next !== undefined; next = queue.shift()) {
    if (next === to) break;
    for (const child of links.children.get(next) ?? [])
      if (!cameFrom.has(child)) {
        cameFrom.set(child, next);
        queue.push(child);
      }
  }
  if (!cameFrom.has(to)) return [];
  const way = [to];
  for (let at = to; at !== from;) {
    at = cameFrom.get(at) ?? from;
    way.unshift(at);
  }
  return way;
}
