/** Names in a script: which are taken, where one is used, and one that does not clash. */
import type * as t from '@babel/types';
import { walkNodes } from '../../read/script/walk';
import { spanOf, type Span } from './tree';

/** All names that stand for bindings anywhere in a piece of syntax. */
export function namesIn(root: t.Node): Set<string> {
  const names = new Set<string>();
  const keys = keysIn(root);
  walkNodes(root, (node) => {
    if ((node.type === 'Identifier' || node.type === 'JSXIdentifier') && !keys.has(node)) names.add(node.name);
  });
  return names;
}

/** Names that stand for fields and attributes, and for no binding. */
export function keysIn(root: t.Node): Set<t.Node> {
  const keys = new Set<t.Node>();
  walkNodes(root, (node) => {
    if ((node.type === 'MemberExpression' || node.type === 'OptionalMemberExpression') && !node.computed)
      keys.add(node.property);
    if ((node.type === 'ObjectProperty' || node.type === 'ObjectMethod') && !node.computed && !isShort(node))
      keys.add(node.key);
    if (node.type === 'ClassProperty' || node.type === 'ClassMethod') keys.add(node.key);
    if (node.type === 'TSPropertySignature' || node.type === 'TSMethodSignature') keys.add(node.key);
    if (node.type === 'JSXAttribute') keys.add(node.name);
    if (node.type === 'JSXMemberExpression') keys.add(node.property);
  });
  return keys;
}

/** `wanted`, or the same with a number behind it that nobody has. */
export function freeName(taken: ReadonlySet<string>, wanted: string): string {
  if (!taken.has(wanted)) return wanted;
  for (let n = 2; ; n++) if (!taken.has(`${wanted}${n}`)) return `${wanted}${n}`;
}

/** Where a name stands for a binding: not as the key of a field, and not as an attribute. */
export function referencesOf(root: t.Node, name: string): Span[] {
  const keys = keysIn(root);
  const found: Span[] = [];
  const seen = new Set<number>();
  walkNodes(root, (node) => {
    if ((node.type !== 'Identifier' && node.type !== 'JSXIdentifier') || node.name !== name || keys.has(node)) return;
    const span = spanOf(node);
    // `{ units }` is key and value at once, in the tree two nodes.
    if (!seen.has(span.start)) found.push(span);
    seen.add(span.start);
  });
  return found.sort((a, b) => a.start - b.start);
}

function isShort(node: t.ObjectProperty | t.ObjectMethod): boolean {
  return node.type === 'ObjectProperty' && node.shorthand;
}

/** How often a name is declared within a function: as a parameter, a variable, a function, a class, a caught error. */
export function declarationsOf(root: t.Node, name: string): number {
  let count = 0;
  const patterns = (node: t.Node | null | undefined): void => {
    if (!node) return;
    if (node.type === 'Identifier' && node.name === name) count++;
    if (node.type === 'ObjectPattern')
      for (const one of node.properties) patterns(one.type === 'RestElement' ? one.argument : one.value);
    if (node.type === 'ArrayPattern') node.elements.forEach(patterns);
    if (node.type === 'AssignmentPattern') patterns(node.left);
    if (node.type === 'RestElement') patterns(node.argument);
  };
  walkNodes(root, (node) => {
    if (node.type === 'VariableDeclarator') patterns(node.id);
    if (isFunction(node)) {
      node.params.forEach(patterns);
      if (node !== root && 'id' in node && node.id?.name === name) count++;
    }
    if (node.type === 'ClassDeclaration' && node.id?.name === name) count++;
    if (node.type === 'CatchClause') patterns(node.param);
  });
  return count;
}

/** Whether a name is set after it was declared. */
export function isReassigned(root: t.Node, name: string): boolean {
  let found = false;
  walkNodes(root, (node) => {
    if (node.type === 'AssignmentExpression' && node.left.type === 'Identifier' && node.left.name === name)
      found = true;
    if (node.type === 'UpdateExpression' && node.argument.type === 'Identifier' && node.argument.name === name)
      found = true;
  });
  return found;
}

export type FunctionNode =
  t.FunctionDeclaration | t.FunctionExpression | t.ArrowFunctionExpression | t.ObjectMethod | t.ClassMethod;

export function isFunction(node: t.Node): node is FunctionNode {
  return (
    node.type === 'FunctionDeclaration' ||
    node.type === 'FunctionExpression' ||
    node.type === 'ArrowFunctionExpression' ||
    node.type === 'ObjectMethod' ||
    node.type === 'ClassMethod'
  );
}
