/** Suggestions for a misspelt name. */
import { distance } from 'fastest-levenshtein';

/** The names closest to what was typed, at most four. */
export function nearest(wanted: string, pool: readonly string[]): string[] {
  const low = wanted.toLowerCase();
  return [...new Set(pool)]
    .map((name) => ({ name, far: farness(low, name.toLowerCase()) }))
    .filter(({ far }) => far <= Math.max(2, Math.ceil(wanted.length / 3)))
    .sort((a, b) => a.far - b.far || a.name.localeCompare(b.name))
    .slice(0, 4)
    .map(({ name }) => name);
}

/** Edits from what was typed to a name, or to its beginning; a name that holds what was typed is nearer. */
function farness(typed: string, name: string): number {
  const beginning = distance(typed, name.slice(0, typed.length)) + 1;
  return Math.min(distance(typed, name), beginning) - (name.includes(typed) ? 3 : 0);
}
