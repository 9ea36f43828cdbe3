/** The lines shown at a stop: where the value arrives, a few where it is used, where it leaves. Pure. */
import type { Stop } from '@vectura/core';
import { neighbours } from '../../parts/codeLine';
import type { ExcerptMark } from '../shared/Excerpt';

/** At most this many lines of proof are shown at a stop; the rest are in the file. */
const MOST_LINES = 4;

export function proofOf(stop: Stop, most = MOST_LINES): ExcerptMark[] {
  const own = (stop.proof ?? []).filter((proof) => proof.file === stop.file);
  const arrives = own.filter((proof) => proof.what === 'arrives');
  const leaves = own.filter((proof) => proof.what === 'leaves');
  const used = own.filter((proof) => proof.what === 'used');
  const kept: ExcerptMark[] = [...arrives, ...leaves];
  for (const proof of used) {
    const lines = new Set(kept.map((one) => one.line));
    const room = lines.has(proof.line) || lines.size < most;
    // A use is told by where it begins; the name itself is what is looked for on the line.
    if (room && !kept.some((one) => one.line === proof.line && one.column === proof.column))
      kept.push({ ...proof, name: stop.name.split('.').at(-1) ?? '' });
  }
  const first = [...new Set(kept.map((one) => one.line))].slice(0, most);
  return kept.filter((one) => first.includes(one.line));
}

/** The numbers of the lines shown at a stop, with so many around each. */
export function linesAt(stop: Stop, around: number): number[] {
  return around === 0
    ? [...new Set(proofOf(stop).map((mark) => mark.line))]
    : [...new Set(proofOf(stop).flatMap(({ line }) => neighbours(line, around)))];
}
