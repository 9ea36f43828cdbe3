/** Everything that needs to be known of a value before its possible homes are compared. */
import type { CellFlow } from '../follow/cells';
import { below, type Dominators } from '../follow/dominators';
import { itself, ownHops, type FlowStop } from '../follow/flow';
import { roleAt } from '../follow/standing';
import type { Linked } from '../link';
import type { Pace } from '../model/documents';
import { isOften, paceOf } from './often';

export interface Situation {
  linked: Linked;
  flow: CellFlow;
  home: number | null;
  readers: number[];
  writers: number[];
  /** Who shall read it too; they are among the readers. */
  wanted: readonly number[];
  /** Components that only carry it, up or down. */
  relays: number[];
  /** Relays that are rendered once: their author could write what they contain. */
  freeable: number[];
  /** Props that exist only because the value is passed through. */
  carryingProps: number;
  longest: number;
  /** The same, were markup passed down past the relays that can be freed. */
  longestFreed: number;
  nearest: number | null;
  perInstance: boolean;
  /** It changes many times a second. */
  often: boolean;
  /** What makes each writer change it. */
  writes: { fn: number; trigger: string; pace: Pace | null }[];
  /** Subtrees right below the nearest component from which it is changed. */
  writingBranches: number;
  /** Whether the ways are drawn, or only measured. */
  isDrawn: boolean;
  filesOf(components: Iterable<number>): number;
  rendersBelow(component: number): number;
}

/** `wanted` are components that shall read it too, though they do not yet. */
export function situationOf(
  linked: Linked,
  dominators: Dominators,
  flow: CellFlow,
  wanted: readonly number[] = [],
  isDrawn = true,
): Situation {
  const { program, render } = linked;
  const readers = new Set<number>(wanted);
  const writers = new Set<number>();
  const relays = new Set<number>();
  const writes = new Map<string, Situation['writes'][number]>();
  const carrying = new Set<string>();
  let longest = 0;
  let often = false;
  const parts = [flow.values, flow.calls].flatMap((part) => (part ? itself(part) : []));
  for (const part of parts) {
    for (const stop of part.stops.values()) {
      const fn = stop.component?.fn;
      if (fn === undefined) continue;
      if (stop.facts.uses.length > 0) (part.mode === 'value' ? readers : writers).add(fn);
      if (part.mode === 'function')
        for (const use of stop.facts.uses) {
          const trigger = use.detail || use.kind;
          const family = program.graph.files[use.file]?.family;
          often ||= isOften(trigger, family);
          writes.set(`${fn} ${trigger}`, { fn, trigger, pace: paceOf(trigger, family) });
        }
      const role = roleAt(stop, part);
      if (role === 'relay' && stop.hops.length > 0) relays.add(fn);
      if (role !== 'home' && stop.component?.propsPlace === stop.at.place) carrying.add(`${fn}.${stop.name}`);
    }
    longest = Math.max(longest, furthest(part.stops, part.start, new Set()));
  }
  const home = flow.cell.home;
  const concerned = [...readers, ...writers];
  const nearest = dominators.nearest(concerned.length > 0 ? concerned : home === null ? [] : [home]);
  for (const fn of [...readers, ...writers]) relays.delete(fn);
  if (home !== null) relays.delete(home);
  // What a route shows has no content that a component could write.
  const isWritten = (fn: number): boolean => (render.by.parents.get(fn)?.size ?? 0) > 0;
  const freeable = [...relays].filter((fn) => !isRepeated(linked, fn) && isWritten(fn));
  return {
    linked,
    flow,
    home,
    readers: [...readers],
    writers: [...writers],
    wanted,
    isDrawn,
    relays: [...relays],
    freeable,
    carryingProps: carrying.size,
    longest,
    longestFreed: Math.max(0, ...parts.map((part) => furthest(part.stops, part.start, new Set(freeable)))),
    nearest,
    perInstance: home !== null && isRepeatedAnywhere(linked, home),
    often,
    writes: [...writes.values()],
    writingBranches: nearest === null ? writers.size : branchesOf(linked, nearest, writers),
    filesOf: (components) => new Set([...components].map((fn) => program.component(fn)?.file)).size,
    rendersBelow: (component) => below(render.holds, component).size + 1,
  };
}

/** The most hops on a shortest way from the start to any stop that uses the value; hops out of `freed` components fall away. */
function furthest(stops: ReadonlyMap<string, FlowStop>, start: string, freed: ReadonlySet<number>): number {
  const far = new Map([[start, 0]]);
  const queue = [start];
  let most = 0;
  for (let key = queue.shift(); key !== undefined; key = queue.shift()) {
    const stop = stops.get(key);
    const here = far.get(key) ?? 0;
    if (stop && stop.facts.uses.length > 0) most = Math.max(most, here);
    for (const hop of ownHops(stop))
      if (!far.has(hop.target)) {
        far.set(hop.target, here + (freed.has(stop?.component?.fn ?? -1) ? 0 : 1));
        queue.push(hop.target);
      }
  }
  return most;
}

export function isRepeated(linked: Linked, fn: number): boolean {
  return linked.program
    .sitesOf(fn)
    .some((site) => (linked.render.placements[site] ?? []).some((p) => p.repeat === 'many'));
}

/** Rendered many times itself, or inside something that is, or written at several sites. */
function isRepeatedAnywhere(linked: Linked, fn: number): boolean {
  const seen = new Set<number>();
  const queue = [fn];
  for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
    if (seen.has(next)) continue;
    seen.add(next);
    if (isRepeated(linked, next) || linked.program.sitesOf(next).length > 1) return true;
    queue.push(...(linked.render.holds.parents.get(next) ?? []));
  }
  return false;
}

function branchesOf(linked: Linked, nearest: number, writers: ReadonlySet<number>): number {
  let branches = writers.has(nearest) ? 1 : 0;
  for (const child of linked.render.holds.children.get(nearest) ?? []) {
    const inside = below(linked.render.holds, child).add(child);
    if ([...writers].some((writer) => inside.has(writer))) branches++;
  }
  return branches;
}
