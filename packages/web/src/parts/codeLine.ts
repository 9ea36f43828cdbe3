/** A line of code as segments: what is marked on it, how it is coloured, which names lead to a trail. Pure. */
import type { Piece } from './syntax';

export interface LineMark {
  /** From 1. */
  column: number;
  length: number;
  /** Marks this name, the first one from the column on, whatever the length. */
  name?: string;
  what: 'arrives' | 'used' | 'leaves';
}

export interface Segment {
  text: string;
  /** What the syntax says it is. */
  kind: string;
  mark: LineMark['what'] | null;
  /** It is a name that can be followed. */
  name: boolean;
}

interface LineInput {
  text: string;
  marks: readonly LineMark[];
  pieces: readonly Piece[];
  isName(name: string): boolean;
  /** How many characters there is room for; a longer line is cut so that its first mark is seen. */
  room: number;
  /** How many columns of indentation to leave out; all but a little where it is not said. */
  indent?: number;
}

export function segmentsOf({ text, marks, pieces, isName, room, indent }: LineInput): {
  segments: Segment[];
  cut: boolean;
} {
  const placed = marks
    .map((mark) => onName(mark, text))
    .map(({ column, length, what }) => ({
      from: column - 1,
      to: Math.min(text.length, column - 1 + Math.max(1, length)),
      what,
    }))
    .sort((a, b) => a.from - b.from);
  // Where lines may wrap there is no room for indentation; elsewhere a little of it shows what stands inside what.
  const own = /^\s*/.exec(text)?.[0].length ?? 0;
  let start = indent === undefined ? Math.max(0, own - (room === Infinity ? 0 : 2)) : Math.min(own, indent);
  const first = placed[0];
  const cut = first !== undefined && first.to - start > room;
  if (first && cut) start = Math.min(first.from, first.to - room + 2);

  const names = [...text.matchAll(/[A-Za-z_$][\w$]*/g)]
    .filter((match) => isName(match[0]))
    .map((match) => ({ from: match.index, to: match.index + match[0].length }));
  const cuts = new Set([start, text.length]);
  for (const { from, to } of [...placed, ...pieces, ...names])
    for (const at of [from, to]) if (at > start && at < text.length) cuts.add(at);
  const sorted = [...cuts].sort((a, b) => a - b);
  const segments: Segment[] = [];
  sorted.slice(0, -1).forEach((from, index) => {
    const to = sorted[index + 1] ?? from;
    const covers = (one: { from: number; to: number }): boolean => one.from <= from && one.to >= to;
    segments.push({
      text: text.slice(from, to),
      kind: pieces.find(covers)?.kind ?? '',
      mark: placed.find(covers)?.what ?? null,
      name: names.some(covers),
    });
  });
  return { segments, cut };
}

function onName(mark: LineMark, text: string): LineMark {
  const found = mark.name ? text.indexOf(mark.name, mark.column - 1) : -1;
  return found === -1 || !mark.name ? mark : { ...mark, column: found + 1, length: mark.name.length };
}

/** A line's number with so many before and after it. */
export function neighbours(line: number, around: number): number[] {
  return Array.from({ length: 2 * around + 1 }, (_, index) => line - around + index).filter((one) => one > 0);
}
