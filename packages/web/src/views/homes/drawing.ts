/** A small tree as a drawing: each node a point, children spread below their parent. Pure. */
import type { HomeOption } from '@vectura/core';

type Drawing = NonNullable<HomeOption['drawing']>;

export interface Laid {
  points: Map<string, { x: number; y: number }>;
  width: number;
  height: number;
}

/** Leaves stand side by side; a parent is above the middle of its children. */
export function layOut(nodes: Drawing['nodes'], width: number, height: number): Laid {
  const children = new Map<string | null, string[]>();
  for (const node of nodes) {
    const list = children.get(node.parent);
    if (list) list.push(node.id);
    else children.set(node.parent, [node.id]);
  }
  const column = new Map<string, number>();
  const roots = nodes.filter((node) => node.parent === null).map((node) => node.id);
  let next = 0;
  const stack = [...roots].reverse().map((id) => ({ id, done: false }));
  for (let top = stack.pop(); top; top = stack.pop()) {
    const below = children.get(top.id) ?? [];
    if (below.length === 0) column.set(top.id, next++);
    else if (top.done) {
      const at = below.map((id) => column.get(id) ?? 0);
      column.set(top.id, (Math.min(...at) + Math.max(...at)) / 2);
    } else {
      stack.push({ id: top.id, done: true });
      for (const id of [...below].reverse()) stack.push({ id, done: false });
    }
  }
  const deepest = Math.max(1, ...nodes.map((node) => node.depth));
  const step = Math.min(30, (width - 24) / Math.max(1, next - 1));
  const left = (width - step * Math.max(0, next - 1)) / 2;
  const drop = Math.min(24, (height - 24) / deepest);
  const points = new Map<string, { x: number; y: number }>();
  for (const node of nodes)
    points.set(node.id, { x: left + (column.get(node.id) ?? 0) * step, y: 10 + node.depth * drop });
  return { points, width, height };
}
