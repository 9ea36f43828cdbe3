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

/** The margins of all files, by path: asked for file by file, they are gathered in one go. */
export function marginsOf(linked: Linked, cells: Cells): Map<string, MarginEntry[]> {
  const { graph } = linked.program;
  const found = new Map<string, MarginEntry>();
  const margins = new Map<string, MarginEntry[]>();
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
        if (role === 'relay' && stop.hops.length === 0) continue;
        const seat = role === 'home' ? { file: cell.file, spot: cell.spot } : arrivalOf(linked, stop);
        const key = `${seat.file}:${seat.spot.line}:${stop.component.id}.${stop.name}`;
        const goes = stop.hops.map((hop) => told(hop.carrier));
        const known = found.get(key);
        if (known) {
          if (!known.roles.includes(role)) known.roles.push(role);
          known.goes = [...new Set([...known.goes, ...goes])];
          continue;
        }
        const entry: MarginEntry = {
          line: seat.spot.line,
          column: seat.spot.column,
          component: stop.component.id,
          name: stop.name,
          roles: [role],
          comes: arriving.get(stop.key) ?? null,
          goes: [...new Set(goes)],
        };
        found.set(key, entry);
        const path = graph.path(seat.file);
        const margin = margins.get(path);
        if (margin) margin.push(entry);
        else margins.set(path, [entry]);
      }
    }
  for (const margin of margins.values()) margin.sort((a, b) => a.line - b.line || a.column - b.column);
  return margins;
}
