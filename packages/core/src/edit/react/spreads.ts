/** Objects that are spread into tags. */
import type * as t from '@babel/types';
import { walkNodes } from '../../read/script/walk';
import { declarationsOf, isReassigned, referencesOf } from '../syntax/names';

/** The tags into which an object is spread. */
export function tagsOfSpread(fn: t.Node, local: string): t.JSXOpeningElement[] {
  const found: t.JSXOpeningElement[] = [];
  walkNodes(fn, (node) => {
    if (node.type !== 'JSXOpeningElement') return;
    for (const one of node.attributes)
      if (one.type === 'JSXSpreadAttribute' && one.argument.type === 'Identifier' && one.argument.name === local)
        found.push(node);
  });
  return found;
}

/** How often fields of an object are read by their names: `props.depth`, `const { depth } = props`. */
export function readsByName(fn: t.Node, local: string): number {
  let count = 0;
  walkNodes(fn, (node) => {
    if (node.type === 'MemberExpression' || node.type === 'OptionalMemberExpression')
      count += node.object.type === 'Identifier' && node.object.name === local && !node.computed ? 1 : 0;
    if (node.type !== 'VariableDeclarator' || node.init?.type !== 'Identifier' || node.init.name !== local) return;
    const isPlain = node.id.type === 'ObjectPattern' && node.id.properties.every((one) => one.type !== 'RestElement');
    count += isPlain ? 1 : 0;
  });
  return count;
}

/** The object that a variable is declared with, where that is only spread into tags. */
export function objectForTags(fn: t.Node, name: string): t.ObjectExpression | null {
  let object: t.ObjectExpression | null = null;
  walkNodes(fn, (node) => {
    if (node.type !== 'VariableDeclarator' || node.id.type !== 'Identifier' || node.id.name !== name) return;
    if (node.init?.type === 'ObjectExpression') object = node.init;
  });
  const isForTags = referencesOf(fn, name).length - 1 === tagsOfSpread(fn, name).length;
  return isForTags && declarationsOf(fn, name) === 1 && !isReassigned(fn, name) ? object : null;
}
