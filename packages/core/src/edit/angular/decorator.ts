/** What the decorator of a component says, and where its template stands. */
import type * as t from '@babel/types';
import { fieldOf } from '../../read/script/patterns';
import { pathFrom } from '../syntax/specifier';
import { spanOf, type Syntax } from '../syntax/tree';
import type { Part } from './template';

/** What the decorator of a component says. */
export function optionsOf({ decorators }: t.ClassDeclaration): t.ObjectExpression | null {
  for (const { expression } of decorators ?? []) {
    if (expression.type !== 'CallExpression' || expression.callee.type !== 'Identifier') continue;
    const [first] = expression.arguments;
    if (expression.callee.name === 'Component' && first?.type === 'ObjectExpression') return first;
  }
  return null;
}

/** Where the template stands; null where it is put together, or holds escapes, so that places in it are not those of the file. */
export function partOf(
  syntax: Syntax,
  options: t.ObjectExpression,
  text: (path: string) => string | null,
): Part | null {
  for (const one of options.properties) {
    if (one.type !== 'ObjectProperty') continue;
    const field = fieldOf(one.key, one.computed);
    const { value } = one;
    const { start, end } = spanOf(value);
    const isText =
      value.type === 'StringLiteral' || (value.type === 'TemplateLiteral' && value.expressions.length === 0);
    if (field === 'template')
      return isText && !syntax.source(value).includes('\\')
        ? { path: syntax.path, text: syntax.text, start: start + 1, end: end - 1, quoted: true }
        : null;
    if (field !== 'templateUrl') continue;
    const file = value.type === 'StringLiteral' ? value.value : null;
    const path = file === null ? null : pathFrom(syntax.path, file);
    const found = path === null ? null : text(path);
    return path !== null && found !== null ? { path, text: found, start: 0, end: found.length, quoted: false } : null;
  }
  return null;
}
