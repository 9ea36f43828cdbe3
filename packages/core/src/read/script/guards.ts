/** Parameters that a function asks for before it uses them: whoever calls it may leave them out. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import type { ScriptReader } from './reader';

/** Takes note that a name is read, where that happens in no branch of the function it belongs to, or in several. */
export function noteRead(r: ScriptReader, place: PlaceId): void {
  const fn = r.b.facts.places[place]?.fn;
  if (fn === undefined || r.certain.has(place)) return;
  const before = r.readIn.get(place);
  if (r.branchAround.get(fn) === r.branch || (before !== undefined && before !== r.branch)) r.certain.add(place);
  else r.readIn.set(place, r.branch);
}

/** Takes note that code asks whether a name holds anything: `if (p)`, `if (must && !p)`, `p && …`, `p ?? …`, `p?.x`. */
export function noteAsked(r: ScriptReader, node: t.Node | null | undefined): void {
  if (node?.type === 'LogicalExpression') {
    noteAsked(r, node.left);
    noteAsked(r, node.right);
    return;
  }
  let asked: t.Node | null | undefined = node;
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

/** Once a file is read: what it asks for, and contexts that are read by code which asks whether there is anything. */
export function settleAsked(r: ScriptReader): void {
  const { contextReads, flows } = r.b.facts;
  r.b.facts.asked = [...r.asked];
  if (contextReads.length === 0 || r.asked.size === 0) return;
  for (const read of contextReads) {
    const names = new Set([read.result]);
    for (const name of names) for (const { from, to, op } of flows) if (from === name && op === 'same') names.add(to);
    if ([...names].some((name) => r.asked.has(name))) read.maybe = true;
  }
}
