/** The expressions of markup: those of a script, with filters behind them, and the few words of a repeat. */
import type * as t from '@babel/types';
import { onInstance } from '../component/onInstance';
import { positionIn } from '../component/html';
import { parseLoosely, unreadable } from '../script/expression';
import type { ScriptReader } from '../script/reader';

/** A piece of the file's text, and where it begins. */
export interface Piece {
  text: string;
  start: number;
}

export function piece(text: string, start: number): Piece {
  return { text, start };
}

/** Cuts a piece at a sign that stands in no brackets and no text; doubled, the sign is another one. */
export function cut({ text, start }: Piece, sign: '|' | ';' | ':' | ','): Piece[] {
  const found: Piece[] = [];
  let from = 0;
  let depth = 0;
  let choices = 0;
  for (let at = 0; at < text.length; at++) {
    const one = text[at] ?? '';
    if (one === '"' || one === "'" || one === '`') {
      const end = endOfText(text, at);
      at = end;
    } else if ('([{'.includes(one)) depth++;
    else if (')]}'.includes(one)) depth--;
    else if (depth > 0) continue;
    else if (one === '?' && sign === ':') choices++;
    else if (one === ':' && sign === ':' && choices > 0) choices--;
    else if (one === sign) {
      if (sign === '|' && text[at + 1] === '|') {
        at++;
        continue;
      }
      found.push(piece(text.slice(from, at), start + from));
      from = at + 1;
    }
  }
  found.push(piece(text.slice(from), start + from));
  return found;
}

/** Where the text that begins at an offset ends. */
function endOfText(text: string, begin: number): number {
  for (let at = begin + 1; at < text.length; at++) {
    if (text[at] === '\\') at++;
    else if (text[at] === text[begin]) return at;
  }
  return text.length;
}

/** `bed in beds | filter: found track by bed.id`. */
export interface Repeat {
  /** Names of the key and of what is gone through; the first is null for a list. */
  names: [key: Piece | null, item: Piece];
  list: Piece;
  /** What the list is called once it was filtered. */
  as: Piece | null;
  by: Piece | null;
}

/** Cuts a piece at the first of a word, or of several, that stands for itself outside brackets and texts; null where there is none. */
function atWord(args: Piece, words: readonly string[]): [before: Piece, after: Piece] | null {
  const { text, start } = args;
  let depth = 0;
  for (let at = 0; at < text.length; at++) {
    const one = text[at] ?? '';
    if (one === '"' || one === "'" || one === '`') at = endOfText(text, at);
    else if ('([{'.includes(one)) depth++;
    else if (')]}'.includes(one)) depth--;
    if (depth > 0 || !isSpace(text[at])) continue;
    const length = lengthOf(text, at + 1, words);
    if (length > 0)
      return [piece(text.slice(0, at), start), piece(text.slice(at + 1 + length), start + at + 1 + length)];
  }
  return null;
}

/** How long some words are that stand at an offset, with the spaces between them; 0 where they do not. */
function lengthOf(text: string, from: number, words: readonly string[]): number {
  let at = from;
  for (const word of words) {
    while (isSpace(text[at])) at++;
    if (!text.startsWith(word, at) || !isSpace(text[at + word.length])) return 0;
    at += word.length;
  }
  return at - from;
}

function isSpace(one: string | undefined): boolean {
  return one !== undefined && one.trim() === '';
}

/** The names before `in`: one, or a key and what stands under it. */
function namesIn(args: Piece): [key: Piece | null, item: Piece] | null {
  const text = args.text.trim();
  const start = args.start + args.text.indexOf(text);
  if (/^[$\w]+$/.test(text)) return [null, piece(text, start)];
  if (!text.startsWith('(') || !text.endsWith(')')) return null;
  const [key, item] = text.slice(1, -1).split(',');
  if (key === undefined || item === undefined) return null;
  const named = (one: string, from: number): Piece => piece(one.trim(), from + one.indexOf(one.trim()));
  return [named(key, start + 1), named(item, start + 2 + key.length)];
}

export function repeatIn(args: Piece): Repeat | null {
  const [left, right] = atWord(args, ['in']) ?? [];
  const names = left ? namesIn(left) : null;
  if (!names || !right) return null;
  const [before, by = null] = atWord(right, ['track', 'by']) ?? [right];
  const [list, as = null] = atWord(before, ['as']) ?? [before];
  return { names, list, as, by };
}

/** `bed.id as bed.name for bed in beds`: what is shown and chosen of each of a list. */
export function optionsIn(args: Piece): { shown: Piece[]; names: [Piece | null, Piece]; list: Piece } | null {
  const [what, each] = atWord(args, ['for']) ?? [];
  const [left, right] = each ? (atWord(each, ['in']) ?? []) : [];
  const names = left ? namesIn(left) : null;
  if (!what || !right || !names) return null;
  const [list] = atWord(right, ['track', 'by']) ?? [right];
  const shown = [what];
  for (const words of [['as'], ['group', 'by'], ['disable', 'when']]) {
    const last = shown.pop() ?? what;
    shown.push(...(atWord(last, words) ?? [last]));
  }
  return { shown, names, list };
}

/** `{{ bed.name }}`, as often as it stands in a text. */
export function interpolated(text: string, start: number): Piece[] {
  const found: Piece[] = [];
  for (let at = text.indexOf('{{'); at !== -1;) {
    const end = text.indexOf('}}', at + 2);
    if (end === -1) break;
    found.push(piece(text.slice(at + 2, end), start + at + 2));
    at = text.indexOf('{{', end + 2);
  }
  return found;
}

/** What a filter is called as: no name that a script can have. */
export const FILTER = '|';

/** The syntax of an expression with its filters; null where it holds nothing, or (`quiet`) is none. */
export function expressionOf(r: ScriptReader, args: Piece, quiet = false): t.Expression | null {
  // Of several, one after the other, the last says what it is.
  const last = args.text.includes(';') ? cut(args, ';').findLast(({ text }) => text.trim() !== '') : args;
  const [first, ...filters] = cut(last ?? args, '|');
  const place = first ? single(r, first, quiet) : null;
  return filters.reduce<t.Expression | null>((inner, filter) => filtered(r, inner, filter, quiet), place);
}

/** Tells that a piece is not what it has to be where it stands. */
export function tell(r: ScriptReader, { text, start }: Piece): void {
  r.b.facts.problems.push(unreadable(text.trim() || '|', positionIn(r, start)));
}

/** `beds | orderBy: 'depth'`: a call of a function that no script can name. */
function filtered(r: ScriptReader, inner: t.Expression | null, filter: Piece, quiet: boolean): t.Expression | null {
  const [named, ...rest] = cut(filter, ':');
  const name = named?.text.trim() ?? '';
  if (!/^[$\w]+$/.test(name)) {
    if (!quiet) tell(r, filter);
    return quiet ? null : inner;
  }
  const args = rest.flatMap((one) => single(r, one, quiet) ?? []);
  const at = spanOf(r, filter);
  const callee = { type: 'Identifier', name: `${FILTER}${name}`, ...at };
  const call = { type: 'CallExpression', callee, arguments: inner ? [inner, ...args] : args, ...at };
  return call as unknown as t.Expression;
}

/** Where a piece stands, as syntax says it. */
export function spanOf(r: ScriptReader, { text, start }: Piece): Pick<t.Expression, 'start' | 'end' | 'loc'> {
  const [from, to] = [positionIn(r, start), positionIn(r, start + text.length)];
  const loc = { start: { line: from.line, column: from.column - 1 }, end: { line: to.line, column: to.column - 1 } };
  return { start, end: start + text.length, loc: loc as t.SourceLocation };
}

function single(r: ScriptReader, { text, start }: Piece, quiet: boolean): t.Expression | null {
  // `::name` is watched until it is there.
  const once = /^\s*::/.exec(text)?.[0].length ?? 0;
  const bare = text.slice(once);
  if (bare.trim() === '') return null;
  const at = positionIn(r, start + once);
  const options = { startLine: at.line, startColumn: at.column - 1, startIndex: start + once };
  const problems = quiet ? [] : r.b.facts.problems;
  const before = problems.length;
  const inner = new Map<string, t.Expression>();
  const node = parseLoosely(withoutFiltered(r, piece(bare, start + once), quiet, inner), options, at, problems);
  if (quiet && problems.length > before) return null;
  return node && inner.size > 0 ? (putBack(node, inner) as t.Expression) : node;
}

/** No name that a script is likely to have; with what follows, as long as what it stands for. */
const STANDS_FOR = 'ǀ';

/** The text with a name in the place of each bracketed expression that has a filter; what the names stand for is put into `inner`. */
function withoutFiltered(
  r: ScriptReader,
  { text, start }: Piece,
  quiet: boolean,
  inner: Map<string, t.Expression>,
): string {
  if (!text.includes('(') || !text.includes('|')) return text;
  let found = text;
  for (let at = 0; at < found.length; at++) {
    const one = found[at] ?? '';
    if (one === '"' || one === "'" || one === '`') at = endOfText(found, at);
    if (one !== '(') continue;
    const place = piece(found.slice(at + 1, endOfBracket(found, at)), start + at + 1);
    if (cut(place, '|').length === 1 || cut(place, ',').length > 1) continue;
    const node = expressionOf(r, place, quiet);
    const name = `${STANDS_FOR}${inner.size.toString(36)}`.padEnd(place.text.length, '_');
    if (!node || name.length > place.text.length) continue;
    inner.set(name, node);
    found = found.slice(0, at + 1) + name + found.slice(at + 1 + place.text.length);
    at += place.text.length;
  }
  return found;
}

/** Where the bracket that opens at an offset is closed. */
function endOfBracket(text: string, begin: number): number {
  let depth = 0;
  for (let at = begin; at < text.length; at++) {
    const one = text[at] ?? '';
    if (one === '"' || one === "'" || one === '`') at = endOfText(text, at);
    else if (one === '(') depth++;
    else if (one === ')' && --depth === 0) return at;
  }
  return text.length;
}

/** The syntax with what its names stand for. */
function putBack(node: unknown, inner: ReadonlyMap<string, t.Expression>): unknown {
  if (Array.isArray(node)) return node.map((one: unknown) => putBack(one, inner));
  if (typeof node !== 'object' || node === null || !('type' in node)) return node;
  if (node.type === 'Identifier' && 'name' in node) return inner.get(String(node.name)) ?? node;
  for (const [field, part] of Object.entries(node))
    if (field !== 'loc') (node as Record<string, unknown>)[field] = putBack(part, inner);
  return node;
}

/** The syntax of several expressions, one after the other. */
export function statementsOf(r: ScriptReader, args: Piece): t.Expression[] {
  return cut(args, ';').flatMap((one) => expressionOf(r, one) ?? []);
}

/** The expression with its free names on the scope. */
export function scoped(r: ScriptReader, node: t.Expression): t.Expression {
  return onInstance(node, (name) => name.startsWith(FILTER) || r.scope.lookup(name) !== undefined);
}
