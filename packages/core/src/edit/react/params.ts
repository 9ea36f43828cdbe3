/** The parameter by which a function component takes its props, written anew where props come and go. */
import type * as t from '@babel/types';
import { removeEntries } from '../syntax/entries';
import type { FunctionNode } from '../syntax/names';
import { spanOf, type Syntax } from '../syntax/tree';
import type { Texts } from '../texts';
import type { AddedProp, PropTypes } from './propTypes';

/** How a component takes its props. */
export interface Params {
  readonly syntax: Syntax;
  readonly fn: FunctionNode;
  /** What it destructures them by; null where it does not. */
  readonly pattern: t.ObjectPattern | null;
}

/** Takes props out of what a component destructures, and puts others in. */
export function writeParams(
  texts: Texts,
  { syntax, fn, pattern }: Params,
  {
    dropped,
    added: addedProps,
    types,
  }: { dropped: ReadonlySet<string>; added: readonly AddedProp[]; types: PropTypes },
): void {
  const { path } = syntax;
  const added = addedProps
    .filter(({ local }) => local !== '')
    .map(({ prop, local }) => (prop === local ? prop : `${prop}: ${local}`));
  const gone = (pattern?.properties ?? []).filter(
    (one) => one.type === 'ObjectProperty' && dropped.has(keyOf(one.key) ?? ''),
  );
  if (!pattern) {
    if (added.length === 0) return;
    const open = syntax.text.indexOf('(', spanOf(('id' in fn && fn.id) || fn).start);
    texts.insert(path, open + 1, `{ ${added.join(', ')} }${types.annotation(addedProps)}`);
    return;
  }
  const all = pattern.properties.map(spanOf);
  const remaining = pattern.properties.filter((one) => !gone.includes(one));
  if (remaining.length === 0 && added.length === 0 && gone.length > 0) {
    dropPattern(texts, { syntax, fn, pattern });
    return;
  }
  if (remaining.length === 0 && gone.length > 0) {
    texts.replace(path, all[0]?.start ?? 0, all.at(-1)?.end ?? 0, added.join(', '));
    return;
  }
  removeEntries(texts, path, all, gone.map(spanOf));
  if (added.length === 0) return;
  const rest = remaining.find((one) => one.type === 'RestElement');
  if (rest) texts.insert(path, spanOf(rest).start, `${added.join(', ')}, `);
  else {
    const last = remaining.at(-1);
    if (last) texts.insert(path, spanOf(last).end, added.map((one) => `, ${one}`).join(''));
    else texts.replace(path, spanOf(pattern).start, spanOf(pattern).end, `{ ${added.join(', ')} }`);
  }
}

/** Nothing is destructured any more: the parameter goes, or the statement. */
function dropPattern(texts: Texts, { syntax, fn, pattern }: Params): void {
  const { path } = syntax;
  if (!pattern) return;
  const [first, second] = fn.params;
  if (first === pattern) {
    const { start, end } = spanOf(pattern);
    if (second) texts.replace(path, start, end, '_props');
    else texts.remove(path, start, end);
    return;
  }
  const statement = fn.body.type === 'BlockStatement' ? fn.body.body : [];
  const own = statement.find(
    (node) => node.type === 'VariableDeclaration' && node.declarations.some(({ id }) => id === pattern),
  );
  if (own?.type !== 'VariableDeclaration') return;
  if (own.declarations.length === 1) {
    const whole = syntax.wholeLines(spanOf(own));
    texts.remove(path, whole.start, whole.end);
    return;
  }
  const declarator = own.declarations.filter(({ id }) => id === pattern).map(spanOf);
  removeEntries(texts, path, own.declarations.map(spanOf), declarator);
}

export function keyOf(node: t.Node): string | null {
  return node.type === 'Identifier' ? node.name : node.type === 'StringLiteral' ? node.value : null;
}
