/** The margin of a file: on the line where a value lives or arrives, what the component does with it. */
import type { Carrier, Role } from '../model/documents';
import type { Linked } from '../link';
import type { Cells } from './cells';
import { carrierOf, isDeadEnd, locationOf, roleAt } from './standing';

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

/** The margins of all files, by path: asked for file by file, they are gathered in one go. */
export function marginsOf(linked: Linked, cells: Cells): Map<string, MarginEntry[]> {
  const { graph } = linked.program;
  const found = new Map<string, MarginEntry>();
  const margins = new Map<string, MarginEntry[]>();
  for (const { cell, values, calls } of cells.all)
    for (const part of [values, calls]) {
      if (!part) continue;
      const arriving = new Map<string, Carrier>();
      for (const stop of part.stops.values())
        for (const hop of stop.hops)
          if (!arriving.has(hop.target)) arriving.set(hop.target, carrierOf(hop.carrier, part.mode));
      for (const stop of part.stops.values()) {
        if (!stop.component) continue;
        const role = roleAt(stop, part);
        if (isDeadEnd(stop, part)) continue;
        const { file, spot } = locationOf(linked, cell, stop, part);
        const key = `${file}:${spot.line}:${stop.component.id}.${stop.name}`;
        const goes = stop.hops.map((hop) => carrierOf(hop.carrier, part.mode));
        const known = found.get(key);
        if (known) {
          if (!known.roles.includes(role)) known.roles.push(role);
          known.goes = [...new Set([...known.goes, ...goes])];
          continue;
        }
        const entry: MarginEntry = {
          line: spot.line,
          column: spot.column,
          component: stop.component.id,
          name: stop.name,
          roles: [role],
          comes: arriving.get(stop.key) ?? null,
          goes: [...new Set(goes)],
        };
        found.set(key, entry);
        const path = graph.path(file);
        const margin = margins.get(path);
        if (margin) margin.push(entry);
        else margins.set(path, [entry]);
      }
    }
  for (const margin of margins.values()) margin.sort((a, b) => a.line - b.line || a.column - b.column);
  return margins;
}
