/** Functions that do nothing but fetch a module. */
import type * as t from '@babel/types';

/** The module `() => import('./House')` fetches; null for any other node. */
export function importedModule(node: t.Node | null | undefined): string | null {
  if (node?.type !== 'ArrowFunctionExpression' && node?.type !== 'FunctionExpression') return null;
  let body: t.Node | null | undefined = node.body;
  if (body.type === 'BlockStatement') {
    const last = body.body.at(-1);
    body = last?.type === 'ReturnStatement' ? last.argument : null;
  }
  if (body?.type !== 'CallExpression' || body.callee.type !== 'Import') return null;
  const source = body.arguments[0];
  return source?.type === 'StringLiteral' ? source.value : null;
}
