/** A trail as a strip: how far right each stop stands, and the ways that can be singled out. Pure. */
import type { Finding, Stop, Trail, TrailDocument } from '@vectura/core';

/** One way through the trail page: to a reader at the end of a trail or along it, or from a writer. */
export interface WayEntry {
  key: string;
  trail: Trail;
  /** The component it leads to (down) or starts from (up). */
  component: string;
  name: string;
  hops: number;
  relays: number;
  /** It is the way of what is computed from the value. */
  computed: boolean;
}

export function waysOf(document: TrailDocument, direction: Trail['direction']): WayEntry[] {
  const trails = document.trails.filter((trail) => trail.direction === direction);
  const along = direction === 'down' ? alongTheWay(document, trails) : [];
  return [...trails, ...along]
    .map((trail, index) => {
      const end = direction === 'down' ? trail.stops.at(-1) : trail.stops[0];
      return {
        key: `${direction === 'down' ? 'to' : 'from'}-${end?.id ?? end?.component ?? ''}.${end?.name ?? ''}-${index}`,
        trail,
        component: end?.component ?? end?.cell ?? '',
        name: end?.name ?? '',
        hops: trail.stops.length - 1,
        relays: trail.stops.filter((stop) => stop.role === 'relay').length,
        computed: trail.computed === true,
      };
    })
    .sort((a, b) => Number(a.computed) - Number(b.computed) || b.hops - a.hops || (a.component < b.component ? -1 : 1));
}

/** The ways to readers that a trail passes on its way to another: the shortest to each. */
function alongTheWay(document: TrailDocument, trails: readonly Trail[]): Trail[] {
  const ends = new Set(trails.map((trail) => whereOf(trail.stops.at(-1))));
  return document.readers.flatMap((reader) => {
    if (reader.computed === true || ends.has(whereOf(reader))) return [];
    const ways = trails.flatMap((trail) => {
      const index = trail.computed === true ? -1 : trail.stops.findIndex((stop) => whereOf(stop) === whereOf(reader));
      return index > 0 ? [{ direction: trail.direction, stops: trail.stops.slice(0, index + 1) }] : [];
    });
    return ways.sort((a, b) => a.stops.length - b.stops.length).slice(0, 1);
  });
}

function whereOf(seen: { component: string | null; id?: string | null; name: string } | undefined): string {
  return `${seen?.id ?? seen?.component ?? ''} ${seen?.name ?? ''}`;
}

export interface StripPoint {
  x: number;
  y: number;
}

/**
 * Ways that run along the chosen one for a while, by the stop at which they part from it (on the way down) or join it (on
 * the way up), as an index into its stops.
 */
export function branchesOf(ways: readonly WayEntry[], chosen: WayEntry): Map<number, WayEntry[]> {
  const branches = new Map<number, WayEntry[]>();
  const { direction } = chosen.trail;
  const fromHome = (way: WayEntry): readonly Stop[] =>
    direction === 'down' ? way.trail.stops : [...way.trail.stops].reverse();
  const own = fromHome(chosen);
  for (const way of ways) {
    // What is computed on the way is told where it is computed.
    if (way === chosen || way.trail.direction !== direction || (way.computed && !chosen.computed)) continue;
    const stops = fromHome(way);
    let shared = 0;
    while (shared < stops.length && shared < own.length && isSame(stops[shared], own[shared])) shared++;
    // A way that ends on this one does not part from it.
    if (shared === 0 || shared === stops.length) continue;
    const index = direction === 'down' ? shared - 1 : own.length - shared;
    const list = branches.get(index);
    if (list) list.push(way);
    else branches.set(index, [way]);
  }
  return branches;
}

function isSame(a: Stop | undefined, b: Stop | undefined): boolean {
  return a?.id === b?.id && a?.cell === b?.cell && a?.name === b?.name && a?.file === b?.file;
}

/** Where each stop's mark stands: one step right on the way down, one step left on the way up. */
export function stripPoints(
  tops: readonly number[],
  direction: Trail['direction'],
  step: number,
  markAt: number,
): StripPoint[] {
  const last = tops.length - 1;
  return tops.map((top, index) => ({
    x: 14 + step * (direction === 'down' ? index : last - index),
    y: top + markAt,
  }));
}

/** How many values computed at a stop are named there. */
export const MOST_COMPUTED = 2;

/** How many lines a stop needs below its code: for what is computed there, and for why the trail ends. */
export function linesBelow(stop: Stop, ending: Trail | null): number {
  return Math.min(stop.computes?.length ?? 0, MOST_COMPUTED) + (ending?.cut ? 1 : 0);
}

/** Where each row begins, given how high each is; the last is where they end. */
export function topsOf(heights: readonly number[]): number[] {
  return heights.reduce<number[]>((tops, height) => [...tops, (tops.at(-1) ?? 0) + height], [0]);
}

/** The line from one stop to the next: straight down, then one step aside. */
export function stripPath(from: StripPoint, to: StripPoint): string {
  const aside = Math.abs(to.x - from.x);
  return `M${from.x} ${from.y} V${Math.max(from.y, to.y - aside)} L${to.x} ${to.y}`;
}

/** How far the strip may step aside in all, where there is room beside it and where there is little. */
const ASIDE = { wide: 204, narrow: 84 };

/** As wide a step as fits, so that a long trail still leaves room for its names. */
export function stepFor(stops: number, narrow = false): number {
  const room = narrow ? ASIDE.narrow : ASIDE.wide;
  return stops <= 1 ? 34 : Math.max(1, Math.min(34, Math.floor(room / (stops - 1))));
}

/** What could not be followed, by the components it is in. */
export function gapsOf({ findings }: { findings: readonly Finding[] }): Map<string, Finding[]> {
  const gaps = new Map<string, Finding[]>();
  for (const finding of findings)
    if (finding.rule === 'unresolved')
      for (const component of finding.componentIds ?? [])
        gaps.set(component, [...(gaps.get(component) ?? []), finding]);
  return gaps;
}

/** What could not be followed in a stop's component, where it is about this value or stands on one of its lines. */
export function gapsAt(stop: Stop, gaps: ReadonlyMap<string, Finding[]>): Finding[] {
  const lines = new Set((stop.proof ?? []).map((proof) => `${proof.file}:${proof.line}`));
  return (gaps.get(stop.id ?? '') ?? []).filter(
    (gap) => gap.name === stop.name || lines.has(`${gap.file}:${gap.line}`),
  );
}
