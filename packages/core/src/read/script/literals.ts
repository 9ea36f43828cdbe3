import type * as t from '@babel/types';
import type { ScriptReader } from './reader';
import { fieldOf } from './patterns';

/** What an expression is once types are taken away. */
export function withoutType(node: t.Node): t.Node {
  return node.type === 'TSAsExpression' ||
    node.type === 'TSSatisfiesExpression' ||
    node.type === 'TSNonNullExpression' ||
    node.type === 'TSTypeAssertion' ||
    node.type === 'ParenthesizedExpression'
    ? withoutType(node.expression)
    : node;
}

/** What an expression is once types and names of constants are taken away. */
export function plain(r: ScriptReader, node: t.Node | null | undefined): t.Node | null {
  if (!node) return null;
  const bare = withoutType(node);
  if (bare.type === 'Identifier' && r.consts.has(bare.name)) return plain(r, r.consts.get(bare.name));
  return bare;
}

export function objectOf(r: ScriptReader, node: t.Node | null | undefined): t.ObjectExpression | null {
  const found = plain(r, node);
  return found?.type === 'ObjectExpression' ? found : null;
}

export function property(object: t.ObjectExpression | null, name: string): t.Node | null {
  for (const one of object?.properties ?? []) {
    if (one.type === 'SpreadElement' || fieldOf(one.key, one.computed) !== name) continue;
    return one.type === 'ObjectMethod' ? one : one.value;
  }
  return null;
}

export function textOf(r: ScriptReader, node: t.Node | null | undefined): string | null {
  const found = plain(r, node);
  return found?.type === 'StringLiteral' ? found.value : null;
}

/** Whether what an element is given has a key that is computed. */
export function hasComputedKey(argument: t.Node | undefined): boolean {
  const key = argument?.type === 'ObjectExpression' ? property(argument, 'key') : null;
  return !!key && !/Literal$/.test(key.type);
}
