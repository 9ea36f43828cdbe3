/** A tree too wide for a small drawing, folded: components that stand alike are one mark with their number. Pure. */
import type { HomeOption } from '@vectura/core';

type Drawing = NonNullable<HomeOption['drawing']>;
type Node = Drawing['nodes'][number];

export interface Folded {
  drawing: Drawing;
  /** By node: the names of all that it stands for, itself among them; only where it stands for more than itself. */
  alike: Map<string, string[]>;
  /** By node: how many components below it are left out. */
  below: Map<string, number>;
}

/** So many stand side by side in a small drawing, each to be told from the next. */
const MOST_LEAVES = 9;

/** Folds leaves of one parent that do the same into one; where that is not enough, the deepest into what is above them. */
export function fold(drawing: Drawing): Folded {
  const nodes = new Map(drawing.nodes.map((node) => [node.id, node]));
  const alike = new Map<string, string[]>();
  const below = new Map<string, number>();
  /** What stands for a node that was folded away. */
  const instead = new Map<string, string>();
  const away = (node: Node, into: string): void => {
    nodes.delete(node.id);
    instead.set(node.id, into);
  };
  for (let leaves = leavesOf(nodes); leaves.length > MOST_LEAVES; leaves = leavesOf(nodes)) {
    const [first, ...others] = mostAlike(leaves, drawing.roles, below);
    if (first && others.length > 0) {
      alike.set(
        first.id,
        [first, ...others].flatMap((one) => alike.get(one.id) ?? [one.name]),
      );
      for (const one of others) {
        const hidden = below.get(one.id) ?? 0;
        if (hidden > 0) below.set(first.id, (below.get(first.id) ?? 0) + hidden);
        away(one, first.id);
      }
      continue;
    }
    const deepest = leaves.reduce((a, b) => (b.depth > a.depth ? b : a));
    if (deepest.parent === null) break;
    const hidden = (alike.get(deepest.id)?.length ?? 1) + (below.get(deepest.id) ?? 0);
    below.set(deepest.parent, (below.get(deepest.parent) ?? 0) + hidden);
    away(deepest, deepest.parent);
  }
  const standing = (id: string): string => {
    let at = id;
    for (let next = instead.get(at); next !== undefined; next = instead.get(at)) at = next;
    return at;
  };
  const threads = new Map<string, Drawing['threads'][number]>();
  for (const { from, to, carrier } of drawing.threads) {
    const thread = { from: from === null ? null : standing(from), to: standing(to), carrier };
    if (thread.from !== thread.to) threads.set(`${thread.from ?? ''}>${thread.to}`, thread);
  }
  return { drawing: { ...drawing, nodes: [...nodes.values()], threads: [...threads.values()] }, alike, below };
}

function leavesOf(nodes: ReadonlyMap<string, Node>): Node[] {
  const parents = new Set([...nodes.values()].map((node) => node.parent));
  return [...nodes.values()].filter((node) => !parents.has(node.id));
}

/** The largest group of leaves that hang below one parent and do the same. */
function mostAlike(
  leaves: readonly Node[],
  roles: Drawing['roles'],
  below: ReadonlyMap<string, number>,
): readonly Node[] {
  const groups = new Map<string, Node[]>();
  for (const leaf of leaves) {
    const key = [leaf.parent ?? '', ...(roles[leaf.id] ?? []), below.has(leaf.id) ? '+' : ''].join(' ');
    groups.set(key, [...(groups.get(key) ?? []), leaf]);
  }
  return [...groups.values()].reduce((a, b) => (b.length > a.length ? b : a), []);
}
