/** Syntax colours for lines of code outside an editor: a file is parsed once, its lines are cut into pieces. */
import type { Parser } from '@lezer/common';
import { highlightTree, tagHighlighter, tags } from '@lezer/highlight';
import { useEffect, useState } from 'react';
import { languageFor } from './language';

/** A stretch of a line, by columns from 0, with what it is. */
export interface Piece {
  from: number;
  to: number;
  kind: string;
}

const KINDS = tagHighlighter([
  { tag: [tags.keyword, tags.controlKeyword, tags.definitionKeyword, tags.moduleKeyword], class: 'keyword' },
  { tag: [tags.string, tags.special(tags.string), tags.number, tags.bool, tags.null], class: 'literal' },
  { tag: tags.comment, class: 'comment' },
  { tag: [tags.tagName, tags.angleBracket, tags.typeName], class: 'tag' },
]);

/** Files whose pieces are kept; a trail shows a few dozen. */
const MOST = 120;
const known = new Map<string, { text: string; lines: Piece[][] }>();

/** The pieces of each line of a text, lines from 0. Pure. */
export function piecesOf(parser: Parser, text: string): Piece[][] {
  const starts = [0];
  for (let at = text.indexOf('\n'); at !== -1; at = text.indexOf('\n', at + 1)) starts.push(at + 1);
  const lines: Piece[][] = starts.map(() => []);
  let line = 0;
  highlightTree(parser.parse(text), KINDS, (from, to, kind) => {
    while ((starts[line + 1] ?? Infinity) <= from) line++;
    // What spans lines (a comment, a text) is a piece in each of them.
    for (let l = line, at = from; at < to; l++) {
      const start = starts[l] ?? 0;
      const end = Math.min(to, (starts[l + 1] ?? text.length + 1) - 1);
      if (end > at) lines[l]?.push({ from: at - start, to: end - start, kind });
      at = starts[l + 1] ?? to;
    }
  });
  return lines;
}

/** The pieces of a file's lines; null until they are known. */
export function useSyntax(path: string, text: string | undefined): Piece[][] | null {
  const [, setDone] = useState(0);
  const entry = known.get(path);
  const lines = text !== undefined && entry?.text === text ? entry.lines : null;
  useEffect(() => {
    if (text === undefined || lines !== null) return;
    let left = false;
    void languageFor(path).then(({ language }) => {
      if (known.get(path)?.text !== text) known.set(path, { text, lines: piecesOf(language.parser, text) });
      const [oldest] = known.keys();
      if (known.size > MOST && oldest !== undefined) known.delete(oldest);
      if (!left) setDone((times) => times + 1);
    });
    return () => {
      left = true;
    };
  }, [path, text, lines]);
  return lines;
}
