/**
 * Whether a file read again says the same as before, apart from where things stand. Most saves move code about or change
 * texts and styles: what flows where is then as it was, and a survey only has to learn the new lines and columns.
 */
import type { FileFacts, Spot } from './facts';

/** What may differ without changing what flows where: positions, and texts that are only shown. */
const SHOWN = new Set(['at', 'bytes', 'lines', 'hash', 'endLine', 'literal', 'default', 'problems']);

/** Whether two readings of one file differ in nothing but positions and texts that are only shown. */
export function sameShape(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a)) {
    if (!Array.isArray(b) || a.length !== b.length) return false;
    return a.every((item, index) => sameShape(item, b[index]));
  }
  const one = a as Record<string, unknown>;
  const two = b as Record<string, unknown>;
  const keys = Object.keys(one);
  if (keys.length !== Object.keys(two).length) return false;
  return keys.every(
    (key) =>
      key in two && (SHOWN.has(key) ? (one[key] === null) === (two[key] === null) : sameShape(one[key], two[key])),
  );
}

/** Takes over the positions and shown texts of a new reading of the same shape, in place: others hold on to the old one. */
export function takeOver(before: FileFacts, after: FileFacts): void {
  adopt(before as unknown as Record<string, unknown>, after as unknown as Record<string, unknown>);
}

function adopt(before: Record<string, unknown>, after: Record<string, unknown>): void {
  for (const [key, value] of Object.entries(after)) {
    const known = before[key];
    if (key === 'at') Object.assign(known as Spot, value);
    else if (SHOWN.has(key)) before[key] = value;
    else if (Array.isArray(value)) {
      value.forEach((item: unknown, index) => {
        const old = (known as unknown[])[index];
        if (typeof item === 'object' && item !== null && typeof old === 'object' && old !== null)
          adopt(old as Record<string, unknown>, item as Record<string, unknown>);
      });
    }
  }
}
