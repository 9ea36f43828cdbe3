/** Parameters that a function asks for before it uses them: whoever calls it may leave them out. */
import type * as t from '@babel/types';
import { walkNodes } from './walk';

/** Whether a function's code asks somewhere whether a parameter is there: `if (p)`, `p && …`, `p ?? …`, `p?.x`, `p === undefined`. */
export function isAskedFor(body: t.Node, name: string): boolean {
  const isIt = (node: t.Node | null | undefined): boolean =>
    (node?.type === 'Identifier' && node.name === name) ||
    (node?.type === 'UnaryExpression' && /^(!|typeof)$/.test(node.operator) && isIt(node.argument));
  let found = false;
  walkNodes(body, (node) => {
    if (found) return;
    if (node.type === 'LogicalExpression' || node.type === 'AssignmentExpression')
      found = isIt(node.left) && (node.type === 'LogicalExpression' || /^(\?\?|\|\||&&)=$/.test(node.operator));
    else if (node.type === 'IfStatement' || node.type === 'ConditionalExpression') found = isIt(node.test);
    else if (node.type === 'OptionalMemberExpression') found = node.optional && isIt(node.object);
    else if (node.type === 'OptionalCallExpression') found = node.optional && isIt(node.callee);
    else if (node.type === 'BinaryExpression' && /^[!=]==?$/.test(node.operator))
      found = (isIt(node.left) && isNothing(node.right)) || (isIt(node.right) && isNothing(node.left));
  });
  return found;
}

/** `null`, `undefined`, a type as `typeof` names it; or another text: where nothing is given, it is just not that one. */
function isNothing(node: t.Node): boolean {
  return (
    node.type === 'NullLiteral' ||
    node.type === 'StringLiteral' ||
    (node.type === 'Identifier' && node.name === 'undefined') ||
    (node.type === 'UnaryExpression' && node.operator === 'void')
  );
}
