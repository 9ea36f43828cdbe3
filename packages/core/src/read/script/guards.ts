/** Parameters that a function asks for before it uses them: whoever calls it may leave them out. */
import type * as t from '@babel/types';
import type { ScriptReader } from './reader';

/** Takes note that code asks whether a name holds anything: `if (p)`, `p && …`, `p ?? …`, `p?.x`. */
export function noteAsked(r: ScriptReader, node: t.Node | null | undefined): void {
  let asked = node;
  while (asked?.type === 'UnaryExpression' && (asked.operator === '!' || asked.operator === 'typeof'))
    asked = asked.argument;
  if (asked?.type !== 'Identifier') return;
  const place = r.scope.lookup(asked.name);
  if (place !== undefined) r.asked.add(place);
}

/** Takes note of what is compared with nothing: `p === undefined`, `typeof p !== 'string'`. */
export function noteCompared(r: ScriptReader, node: t.BinaryExpression): void {
  if (!/^[!=]==?$/.test(node.operator)) return;
  if (isNothing(node.right)) noteAsked(r, node.left);
  else if (isNothing(node.left)) noteAsked(r, node.right);
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
