/** What stands in the margin of a line of code, in a few words. Pure. */
import type { MarginEntry } from '@vectura/core';
import { HOW } from './carriers';

export function shapeOf({ roles }: MarginEntry): 'square' | 'disc' | 'triangle' | 'ring' {
  if (roles.includes('home')) return 'square';
  if (roles.includes('reader')) return 'disc';
  return roles.includes('writer') ? 'triangle' : 'ring';
}

const DOES = {
  square: 'lives here',
  disc: 'is used here',
  triangle: 'is called here',
  ring: 'is only carried',
} as const;

/** “units: lives here, goes on as a prop”. */
export function sayMargin(entry: MarginEntry): string {
  const comes = entry.comes === null ? '' : `, comes ${HOW[entry.comes]}`;
  const goes = entry.goes.length === 0 ? '' : `, goes on ${entry.goes.map((carrier) => HOW[carrier]).join(' and ')}`;
  return `${entry.name}: ${DOES[shapeOf(entry)]}${comes}${goes}`;
}

/** What fits beside the mark: the name, and where there is room how the value comes and how it goes on. */
export function marginWords({ name, comes, goes }: MarginEntry, roomy: boolean): string {
  if (!roomy || (comes === null && goes.length === 0)) return name;
  return `${name}: ${[comes ?? '', goes.length > 0 ? `→ ${goes.join(', ')}` : ''].filter(Boolean).join(' ')}`;
}

/** The entries of each line. */
export function byLine(entries: readonly MarginEntry[]): Map<number, MarginEntry[]> {
  const lines = new Map<number, MarginEntry[]>();
  for (const entry of entries) {
    const list = lines.get(entry.line);
    if (list) list.push(entry);
    else lines.set(entry.line, [entry]);
  }
  return lines;
}
