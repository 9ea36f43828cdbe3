/** Where in a file the function of a component stands. */
import type * as t from '@babel/types';
import type { Spot } from '../../model/facts';
import { isFunction, type FunctionNode } from '../syntax/names';
import type { Syntax } from '../syntax/tree';

/** The function a component is, by where its name or its beginning stands. */
export function functionAt(syntax: Syntax, spot: Spot): FunctionNode | null {
  const offset = syntax.offset(spot);
  for (const node of syntax.around(offset).reverse()) {
    if (isFunction(node)) return node;
    if (node.type === 'VariableDeclarator') return functionIn(node.init);
    if (node.type === 'ExportDefaultDeclaration') return functionIn(node.declaration);
    if (node.type === 'ClassDeclaration' || node.type === 'ClassExpression') return null;
  }
  return null;
}

/** A function, also within calls that wrap it: `memo(function Gauge() { … })`. */
function functionIn(node: t.Node | null | undefined): FunctionNode | null {
  if (!node) return null;
  if (isFunction(node)) return node;
  if (node.type === 'CallExpression') return functionIn(node.arguments[0]);
  if (node.type === 'TSAsExpression' || node.type === 'TSSatisfiesExpression') return functionIn(node.expression);
  return null;
}
