/**
 * The part of the tree that matters to a value and how the value would travel in it: all that a small drawing needs.
 */
import type { Carrier, HomeOption, Role } from '../model/documents';
import { wayDown } from '../follow/dominators';
import type { Situation } from './situation';

type Drawing = NonNullable<HomeOption['drawing']>;

/** All concerned components, with those between them and the top, as one tree. */
export function sceneOf(s: Situation, top: number | null): { nodes: Drawing['nodes']; parents: Map<number, number> } {
  const { program, render } = s.linked;
  const parents = new Map<number, number>();
  const concerned = [...new Set([...s.readers, ...s.writers, ...s.relays, ...(s.home === null ? [] : [s.home])])];
  const from = top ?? render.tops[0] ?? concerned[0];
  const order: number[] = from === undefined ? [] : [from];
  for (const fn of concerned) {
    const way = from === undefined ? [] : wayDown(render.holds, from, fn);
    way.forEach((node, index) => {
      const before = way[index - 1];
      if (!order.includes(node)) order.push(node);
      if (before !== undefined && !parents.has(node)) parents.set(node, before);
    });
    if (!order.includes(fn)) order.push(fn);
  }
  const depth = (fn: number): number => {
    let steps = 0;
    for (let at = parents.get(fn); at !== undefined && steps < 64; at = parents.get(at)) steps++;
    return steps;
  };
  const id = (fn: number): string => program.component(fn)?.id ?? String(fn);
  return {
    parents,
    nodes: order.map((fn) => {
      const parent = parents.get(fn);
      return {
        id: id(fn),
        name: program.component(fn)?.name ?? '',
        parent: parent === undefined ? null : id(parent),
        depth: depth(fn),
      };
    }),
  };
}

/** Draws a value living in `home` (null: in a module) that reaches its readers directly, or by hand through all between. */
export function drawingOf(
  s: Situation,
  home: number | null,
  carrier: Carrier,
  skipped: readonly number[] = [],
): Drawing | undefined {
  if (!s.isDrawn) return undefined;
  const top =
    home === null
      ? s.nearest
      : s.linked.render.tops.length > 0 && s.nearest !== null && home !== s.nearest
        ? higher(s, home)
        : home;
  const { nodes, parents } = sceneOf(s, top);
  const id = (fn: number): string => s.linked.program.component(fn)?.id ?? String(fn);
  const roles: Record<string, Role[]> = {};
  const mark = (fn: number, role: Role): void => {
    const list = (roles[id(fn)] ??= []);
    if (!list.includes(role)) list.push(role);
  };
  if (home !== null) mark(home, 'home');
  for (const fn of s.readers) mark(fn, 'reader');
  for (const fn of s.writers) mark(fn, 'writer');
  const threads: Drawing['threads'] = [];
  const drawn = new Set<string>();
  const thread = (from: number | null, to: number): void => {
    const key = `${from ?? ''}>${to}`;
    if (from === to || drawn.has(key)) return;
    drawn.add(key);
    threads.push({ from: from === null ? null : id(from), to: id(to), carrier });
  };
  for (const fn of new Set([...s.readers, ...s.writers])) {
    if (carrier !== 'prop') {
      thread(home, fn);
      continue;
    }
    let to = fn;
    for (
      let at = parents.get(fn), steps = 0;
      at !== undefined && to !== home && steps < 64;
      at = parents.get(at), steps++
    ) {
      if (skipped.includes(at)) continue;
      thread(at, to);
      if (at !== home && !s.readers.includes(at) && !s.writers.includes(at)) mark(at, 'relay');
      to = at;
      if (at === home) break;
    }
  }
  return { nodes, roles, threads, ...(s.wanted.length > 0 ? { wanted: s.wanted.map(id) } : {}) };
}

function higher(s: Situation, home: number): number {
  return s.nearest !== null && wayDown(s.linked.render.holds, s.nearest, home).length > 0 ? s.nearest : home;
}
