/** Code that is run outside the zone, and what has the page looked at again. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';

const BRINGS_BACK = /^(run|runTask|runGuarded|markForCheck|detectChanges|tick|next|emit)$/;
/** Functions that are passed to `runOutsideAngular`, by their syntax. */
const outside = new WeakSet<t.Node>();

/** Takes note of a call of the zone's, or of change detection's; the call itself is read as any other. */
export function noteZone(r: ScriptReader, { callee, arguments: [first] }: t.CallExpression | t.NewExpression): void {
  if (callee.type !== 'MemberExpression') return;
  const method = fieldOf(callee.property, callee.computed);
  if (method === 'runOutsideAngular' && first) outside.add(first);
  if (BRINGS_BACK.test(method) && r.fn !== 0) r.b.fn(r.fn).rewatches = true;
}

export function noteOutside(r: ScriptReader, node: t.Node, self: PlaceId): void {
  const fact = outside.has(node) ? r.b.facts.functions.find((one) => one.self === self) : undefined;
  if (fact) fact.unwatched = true;
}
