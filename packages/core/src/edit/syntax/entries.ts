/** Entries of a list that commas part: taken out with what belongs to them, and nothing else. */
import type { Texts } from '../texts';
import type { Span } from './tree';

/**
 * Takes entries out of a list, each with its comma, the white space that goes with it, and the comments right above it. A comment that
 * stands above the next one stays.
 */
export function removeEntries(texts: Texts, path: string, all: readonly Span[], gone: readonly Span[]): void {
  const text = texts.original(path);
  const isGone = (span: Span): boolean => gone.some((one) => one.start === span.start && one.end === span.end);
  all.forEach((span, index) => {
    if (!isGone(span)) return;
    const next = all[index + 1];
    const before = all[index - 1];
    const previous = all.slice(0, index).findLast((one) => !isGone(one));
    const start = withComments(text, before ? before.end : text.lastIndexOf('{', span.start - 1) + 1, span.start);
    if (all.slice(index).some((one) => !isGone(one)) && next)
      texts.remove(path, start, upTo(text, span.end, next.start));
    else if (previous && before === previous && start !== span.start)
      texts.remove(path, ownLine(text, previous.end), span.end + (/^\s*,/.exec(text.slice(span.end))?.[0].length ?? 0));
    else if (previous && before === previous) texts.remove(path, previous.end, span.end);
    else texts.remove(path, before?.end ?? start, span.end);
  });
}

/** Where an entry begins, with the comments on the lines right above it; none of them stands on the line of what is at `from`. */
export function withComments(text: string, from: number, start: number): number {
  let line = text.lastIndexOf('\n', start - 1) + 1;
  if (text.slice(line, start).trim() !== '') return start;
  let first = start;
  while (line > 0) {
    const lineBefore = text.lastIndexOf('\n', line - 2) + 1;
    const written = text.slice(lineBefore, line);
    if (lineBefore <= from || !/^\s*(\/\/|\/\*|\*)/.test(written)) return first;
    first = lineBefore + (written.length - written.trimStart().length);
    line = lineBefore;
  }
  return first;
}

/** Where what is taken out ends: at the next entry, or at the comment that stands above it. */
function upTo(text: string, end: number, next: number): number {
  const between = text.slice(end, next);
  if (!/\/[/*]/.test(between)) return next;
  const line = between.indexOf('\n');
  if (line === -1) return end + between.indexOf(',') + 1;
  const rest = between.slice(line + 1);
  return /\/[/*]/.test(rest) ? end + line + 1 + (rest.length - rest.trimStart().length) : next;
}

/** The end of what stands behind an entry on its own line. */
function ownLine(text: string, end: number): number {
  const line = text.indexOf('\n', end);
  return line === -1 ? end : text[line - 1] === '\r' ? line - 1 : line;
}
