/** A unified diff as lines to be shown, with the numbers that they have before and after. */
import type { ChangedFile } from '@vectura/core';

export interface DiffLine {
  kind: 'kept' | 'added' | 'removed' | 'gap';
  text: string;
  /** The line’s number in the edited file; for what is removed, in the file as it is. Null for a gap. */
  line: number | null;
}

export function diffLines(diff: string): DiffLine[] {
  const lines: DiffLine[] = [];
  let [before, after] = [0, 0];
  for (const text of diff.split('\n')) {
    const [, from, to] = /^@@ -(\d+)(?:,\d+)? \+(\d+)/.exec(text) ?? [];
    if (from !== undefined && to !== undefined) {
      [before, after] = [Number(from), Number(to)];
      if (lines.length > 0) lines.push({ kind: 'gap', text: '', line: null });
    } else if (before === 0 && after === 0) continue;
    else if (text.startsWith('+')) lines.push({ kind: 'added', text: text.slice(1), line: after++ });
    else if (text.startsWith('-')) lines.push({ kind: 'removed', text: text.slice(1), line: before++ });
    else if (text.startsWith(' ')) {
      lines.push({ kind: 'kept', text: text.slice(1), line: after++ });
      before++;
    }
  }
  return withoutMoves(lines);
}

/** Lines that only moved to the right or left, such as what an element was put around, are shown as they are afterwards. */
function withoutMoves(lines: readonly DiffLine[]): DiffLine[] {
  const shown: DiffLine[] = [];
  for (let at = 0; at < lines.length;) {
    const removed = run(lines, at, 'removed');
    const added = run(lines, at + removed.length, 'added');
    if (removed.length === 0 || added.length === 0) {
      const line = lines[at++];
      if (line) shown.push(line);
      continue;
    }
    shown.push(...aligned(removed, added));
    at += removed.length + added.length;
  }
  return shown;
}

function run(lines: readonly DiffLine[], from: number, kind: DiffLine['kind']): DiffLine[] {
  let to = from;
  while (lines[to]?.kind === kind) to++;
  return lines.slice(from, to);
}

/** The longest common subsequence of two runs, by their text without the white space around it. */
function aligned(removed: readonly DiffLine[], added: readonly DiffLine[]): DiffLine[] {
  const [n, m] = [removed.length, added.length];
  // Longer runs than anybody compares line by line are shown as they are.
  if (n * m > 250_000) return [...removed, ...added];
  const same = (i: number, j: number): boolean => removed[i]?.text.trim() === added[j]?.text.trim();
  const length = Array.from({ length: n + 1 }, () => new Uint32Array(m + 1));
  const at = (i: number, j: number): number => length[i]?.[j] ?? 0;
  for (let i = n - 1; i >= 0; i--)
    for (let j = m - 1; j >= 0; j--) {
      const row = length[i];
      if (row) row[j] = same(i, j) ? at(i + 1, j + 1) + 1 : Math.max(at(i + 1, j), at(i, j + 1));
    }
  const lines: DiffLine[] = [];
  let [i, j] = [0, 0];
  while (i < n || j < m) {
    const [before, after] = [removed[i], added[j]];
    if (before && after && same(i, j)) {
      lines.push({ ...after, kind: 'kept' });
      i++;
      j++;
    } else if (before && (j >= m || at(i + 1, j) >= at(i, j + 1))) {
      lines.push(before);
      i++;
    } else if (after) {
      lines.push(after);
      j++;
    }
  }
  return lines;
}

/** How many lines a plan adds and takes away. */
export function countLines(files: readonly ChangedFile[]): { added: number; removed: number } {
  const count = (sign: RegExp): number =>
    files.reduce((sum, { diff }) => sum + (diff.slice(diff.indexOf('@@')).match(sign)?.length ?? 0), 0);
  return { added: count(/^\+/gm), removed: count(/^-/gm) };
}

export function patchOf(files: readonly ChangedFile[]): string {
  return files.map(({ diff }) => diff).join('');
}
