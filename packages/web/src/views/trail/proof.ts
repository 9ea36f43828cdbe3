/** The lines shown at a stop: where the value arrives, a few where it is used, where it leaves. Pure. */
import type { Stop } from '@vectura/core';
import { neighbours } from '../../parts/codeLine';
import type { ExcerptMark } from '../shared/Excerpt';

/** At most this many lines of proof are shown at a stop; the rest are in the file. */
const MOST_LINES = 4;

export function proofOf(stop: Stop, most = MOST_LINES, file = stop.file): ExcerptMark[] {
  const own = (stop.proof ?? []).filter((proof) => proof.file === file);
  const arrives = own.filter((proof) => proof.what === 'arrives');
  const leaves = own.filter((proof) => proof.what === 'leaves');
  const used = own.filter((proof) => proof.what === 'used');
  const shown: ExcerptMark[] = [...arrives, ...leaves];
  for (const proof of used) {
    const lines = new Set(shown.map((one) => one.line));
    const room = lines.has(proof.line) || lines.size < most;
    // A use is told by where it begins; the name itself is what is looked for on the line.
    if (room && !shown.some((one) => one.line === proof.line && one.column === proof.column))
      shown.push({ ...proof, name: stop.name.split('.').at(-1) ?? '' });
  }
  const first = [...new Set(shown.map((one) => one.line))].slice(0, most);
  return shown.filter((one) => first.includes(one.line));
}

/** The file beside a stop's own that says what becomes of the value there: markup that stands apart from its class. */
export function fileBeside(stop: Stop): string | null {
  return stop.proof?.find(({ file, what }) => file !== stop.file && what !== 'arrives')?.file ?? null;
}

/** The numbers of the lines of a file that are shown at a stop, with so many around each. */
export function linesAt(stop: Stop, around: number, file = stop.file): number[] {
  const marks = proofOf(stop, MOST_LINES, file);
  return [
    ...new Set(around === 0 ? marks.map(({ line }) => line) : marks.flatMap(({ line }) => neighbours(line, around))),
  ];
}
