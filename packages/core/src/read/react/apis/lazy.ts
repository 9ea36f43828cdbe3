/** `lazy(() => import('./House'))`: the default export of a module that comes later. */
import type * as t from '@babel/types';
import { spotOf } from '../../script/builder';
import { importPlace, readArguments } from '../../script/calls';
import type { Recogniser } from './index';

export const lazy: Recogniser = (r, node, target) => {
  const source = importedModule(node.arguments[0]);
  if (source === null) {
    readArguments(r, node);
    return null;
  }
  return importPlace(r, source, 'default', target?.type === 'Identifier' ? target.name : '', spotOf(node));
};

function importedModule(node: t.Node | undefined): string | null {
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
