/** What stands in the margin of a file: at the line where a value lives or arrives, what the component does with it. */
import type { Carrier, Role } from '../model/documents';
import type { Linked } from '../link';
import type { Cells } from './cells';
import { arrivalOf, roleAt } from './trail';

export interface MarginEntry {
  line: number;
  column: number;
  /** The component's id. */
  component: string;
  name: string;
  roles: Role[];
  /** How it gets here; null where it lives here. */
  comes: Carrier | null;
  /** How it goes on. */
  goes: Carrier[];
}

/** A function handed down carries calls up. */
const UP: Partial<Record<Carrier, Carrier>> = { prop: 'callback', overflow: 'callback' };

export function marginOf(linked: Linked, cells: Cells, path: string): MarginEntry[] {
  const { graph } = linked.program;
  const found = new Map<string, MarginEntry>();
  for (const { cell, values, calls } of cells.all)
    for (const part of [values, calls]) {
      if (!part) continue;
      const told = (carrier: Carrier): Carrier => (part.mode === 'function' ? (UP[carrier] ?? carrier) : carrier);
      const arriving = new Map<string, Carrier>();
      for (const stop of part.stops.values())
        for (const hop of stop.hops) if (!arriving.has(hop.target)) arriving.set(hop.target, told(hop.carrier));
      for (const stop of part.stops.values()) {
        if (!stop.component) continue;
        const role = roleAt(stop, part);
        const seat = role === 'home' ? { file: cell.file, spot: cell.spot } : arrivalOf(linked, stop);
        if (graph.path(seat.file) !== path || (role === 'relay' && stop.hops.length === 0)) continue;
        const key = `${seat.spot.line}:${stop.component.id}.${stop.name}`;
        const goes = stop.hops.map((hop) => told(hop.carrier));
        const known = found.get(key);
        if (known) {
          if (!known.roles.includes(role)) known.roles.push(role);
          known.goes = [...new Set([...known.goes, ...goes])];
        } else
          found.set(key, {
            line: seat.spot.line,
            column: seat.spot.column,
            component: stop.component.id,
            name: stop.name,
            roles: [role],
            comes: arriving.get(stop.key) ?? null,
            goes: [...new Set(goes)],
          });
      }
    }
  return [...found.values()].sort((a, b) => a.line - b.line || a.column - b.column);
}
