/** Expressions that compute something out of values and do nothing else. */
import type * as t from '@babel/types';
import { COLLECTION_METHODS } from './methods';
import { fieldOf } from './patterns';

const PLAIN_METHODS =
  /^(toFixed|toString|toUpperCase|toLowerCase|toLocaleString|trim|padStart|padEnd|repeat|charAt|split|join|replace|replaceAll|startsWith|endsWith|at)$/;

/** `depth * 2`, `\`Bed ${name}\``, `beds.filter(isDry)`: what comes out depends on what is named, and on nothing else that happens. */
export function isComputing(node: t.Node): boolean {
  if (node.type === 'CallExpression' && node.callee.type === 'MemberExpression' && !node.callee.computed) {
    const method = fieldOf(node.callee.property, false);
    return Object.hasOwn(COLLECTION_METHODS, method) || PLAIN_METHODS.test(method);
  }
  return (
    (node.type === 'BinaryExpression' && /^[-+*/%]$|^\*\*$/.test(node.operator)) ||
    (node.type === 'TemplateLiteral' && node.expressions.length > 0)
  );
}

/** The names and fields an expression computes with, functions in it left out. */
export function leavesOf(node: t.Node): (t.Identifier | t.MemberExpression)[] {
  const found: (t.Identifier | t.MemberExpression)[] = [];
  const visit = (one: t.Node | null | undefined): void => {
    switch (one?.type) {
      case 'Identifier':
        found.push(one);
        return;
      case 'MemberExpression':
        found.push(one);
        return;
      case 'BinaryExpression':
        visit(one.left);
        visit(one.right);
        return;
      case 'TemplateLiteral':
        for (const inner of one.expressions) visit(inner);
        return;
      case 'ParenthesizedExpression':
        visit(one.expression);
        return;
      case 'CallExpression':
        if (one.callee.type === 'MemberExpression') visit(one.callee.object);
        return;
    }
  };
  visit(node);
  return found;
}
