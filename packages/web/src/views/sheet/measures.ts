/** How wide and high the parts of the sheet that stay in place are: the outline on its left, the heads above it. Pure. */
import type { Line } from './narrowing';
import type { Column } from './sheetModel';

const INDENT = 13;
/** Levels that are indented in full; deeper ones only a little, so that names stay within the outline. */
const DEEP = 12;

/** How far a row of a depth is indented, in pixels. */
export function indentOf(depth: number): number {
  return Math.min(depth, DEEP) * INDENT + Math.min(Math.max(0, depth - DEEP), 20) * 2;
}

/** How far the lines of the levels above a row reach, in pixels. */
export function railsOf(depth: number): number {
  return Math.min(depth, DEEP) * INDENT;
}
/** Widths of a column, and of a letter of the outline and of the heads, in pixels. */
const WIDE = 34;
const NARROW = 26;
const LETTER = 6.9;
const HEAD_LETTER = 5.2;
const HEAD_FOOT = 28;
const HEAD_LEAST = 96;
const HEAD_MOST = 210;

/** As wide as all but the longest few names need. */
export function outlineWidth(lines: readonly Line[]): number {
  const widths = lines
    .flatMap(({ row }) =>
      row ? [26 + indentOf(row.depth) + row.component.name.length * LETTER + notesOf(row).length * 6] : [],
    )
    .sort((a, b) => a - b);
  const most = widths[Math.floor(widths.length * 0.97)] ?? 0;
  return Math.min(320, Math.max(200, Math.ceil(most) + 12));
}

/** What stands beside a component's name. */
export function notesOf(row: NonNullable<Line['row']>): string {
  const notes = [
    row.route === null ? '' : row.route,
    row.component.side === 'server' ? 'server' : '',
    row.repeat === 'many' ? 'many' : row.repeat === 'conditional' ? 'if' : '',
  ];
  return notes.filter(Boolean).join(' · ');
}

export interface Heads {
  column: number;
  head: number;
  labels: string[];
}

/**
 * Heads stand at an angle, as high as the longest name needs; names that would take more than a third of the pane
 * are shortened in their middle, since they often differ at either end.
 */
export function headsOf(columns: readonly Column[], room: number, paneHeight: number): Heads {
  const most = Math.max(HEAD_LEAST, Math.min(HEAD_MOST, Math.floor(paneHeight / 3)));
  const letters = Math.floor((most - HEAD_FOOT) / HEAD_LETTER);
  const labels = namesOf(columns, letters).map((name) => shorten(name, letters));
  const longest = Math.max(0, ...labels.map((label) => label.length));
  const head = Math.min(most, Math.max(HEAD_LEAST, Math.ceil(longest * HEAD_LETTER) + HEAD_FOOT));
  return { column: columns.length * WIDE <= room ? WIDE : NARROW, head, labels };
}

/** Values of one name are told apart by where they live, where there is room to say so. */
function namesOf(columns: readonly Column[], letters: number): string[] {
  const counts = new Map<string, number>();
  for (const { label } of columns) counts.set(label, (counts.get(label) ?? 0) + 1);
  return columns.map(({ label, cell }) => {
    const home = cell.home?.slice(cell.home.lastIndexOf('#') + 1);
    const both = `${label} · ${home ?? ''}`;
    return counts.get(label) === 1 || !home || both.length > letters ? label : both;
  });
}

export function shorten(name: string, letters: number): string {
  if (name.length <= letters || letters < 5) return name;
  const lettersLeft = letters - 1;
  return `${name.slice(0, Math.ceil(lettersLeft / 2))}…${name.slice(name.length - Math.floor(lettersLeft / 2))}`;
}
