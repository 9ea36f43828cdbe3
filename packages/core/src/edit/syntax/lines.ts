/** Pieces of markup put on lines of their own. */
import type { Texts } from '../texts';

/** Puts a piece before what begins at an offset: on a line before it, one level further in, where that has its line to itself. */
export function insertBefore(texts: Texts, path: string, text: string, offset: number, piece: string): void {
  const line = text.lastIndexOf('\n', offset - 1) + 1;
  const indent = text.slice(line, offset);
  if (indent.trim() === '' && line > 0) texts.insert(path, line, `${indent}  ${piece}\n`);
  else texts.insert(path, offset, piece);
}

/** Puts a piece behind what ends at an offset: on a line of its own, as far in, where that ends on another line than all begins. */
export function insertAfter(texts: Texts, path: string, text: string, offset: number, piece: string): void {
  const line = text.lastIndexOf('\n', offset - 1) + 1;
  const indent = /^[ \t]*/.exec(text.slice(line, offset))?.[0] ?? '';
  const isAlone = text.slice(line, offset).trimStart().startsWith('<');
  texts.insert(path, offset, isAlone ? `\n${indent}${piece}` : piece);
}

/** A stretch of source whose lines stood in by `from`, to stand in by `to`. */
export function dedented(source: string, from: string, to: string): string {
  return source.replaceAll(`\n${from}`, `\n${to}`);
}
