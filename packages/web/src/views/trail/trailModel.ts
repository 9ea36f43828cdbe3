/** A trail as a strip: how far right each stop stands, and the ways that can be singled out. Pure. */
import type { Stop, Trail, TrailDocument } from '@vectura/core';

/** One way through the trail page: the trails that share its last stop. */
export interface WayEntry {
  key: string;
  trail: Trail;
  /** The component it leads to (down) or starts from (up). */
  component: string;
  name: string;
  hops: number;
  relays: number;
}

export function waysOf(document: TrailDocument, direction: Trail['direction']): WayEntry[] {
  return document.trails
    .filter((trail) => trail.direction === direction)
    .map((trail, index) => {
      const end = direction === 'down' ? trail.stops.at(-1) : trail.stops[0];
      return {
        key: `${direction === 'down' ? 'to' : 'from'}-${end?.id ?? end?.component ?? ''}.${end?.name ?? ''}-${index}`,
        trail,
        component: end?.component ?? end?.cell ?? '',
        name: end?.name ?? '',
        hops: trail.stops.length - 1,
        relays: trail.stops.filter((stop) => stop.role === 'relay').length,
      };
    })
    .sort((a, b) => b.hops - a.hops || (a.component < b.component ? -1 : 1));
}

export interface StripPoint {
  x: number;
  y: number;
}

/** Where each stop's mark stands: one step right on the way down, one step left on the way up. */
export function stripPoints(
  stops: readonly Stop[],
  direction: Trail['direction'],
  row: number,
  step: number,
): StripPoint[] {
  const last = stops.length - 1;
  return stops.map((_, index) => ({
    x: 14 + step * (direction === 'down' ? index : last - index),
    y: index * row + 22,
  }));
}

/** The line from one stop to the next: straight down, then one step aside. */
export function stripPath(from: StripPoint, to: StripPoint): string {
  const aside = Math.abs(to.x - from.x);
  return `M${from.x} ${from.y} V${Math.max(from.y, to.y - aside)} L${to.x} ${to.y}`;
}

/** As wide a step as fits, so that a long trail still leaves room for its names. */
export function stepFor(stops: number): number {
  return stops <= 1 ? 34 : Math.max(10, Math.min(34, Math.floor(204 / (stops - 1))));
}
