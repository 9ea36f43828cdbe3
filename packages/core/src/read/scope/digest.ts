/** Code that runs where the family does not look at the scopes afterwards, and what has it look again. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';

/** What calls functions later without the family knowing. */
const OUTSIDE = /^(setTimeout|setInterval|requestAnimationFrame|addEventListener)$/;
const LISTENS = /^(on|bind|one)$/;
/** What listeners of the family's own elements are put on. */
const ELEMENT = /^(\$?i?(elem|elm|el|element)|\$(window|document|element)|angular\.element\(.*\))$/i;
const LOOKS = /^(\$apply|\$applyAsync|\$digest|\$evalAsync|\$timeout|\$interval|\$q|\$http)$/;

/** Functions that are passed to what calls them unwatched, by their syntax. */
const outside = new WeakSet<t.Node>();
/** Functions that are passed to what looks at the scopes after them. */
const watched = new WeakSet<t.Node>();

/** Takes note of a call that runs functions outside, or has the scopes looked at; the call itself is read as any other. */
export function noteDigest(r: ScriptReader, { callee, arguments: args }: t.CallExpression): void {
  const member = callee.type === 'MemberExpression' ? callee : null;
  const name = member ? fieldOf(member.property, member.computed) : callee.type === 'Identifier' ? callee.name : '';
  const isOfElement = LISTENS.test(name) && member !== null && ELEMENT.test(r.source(member.object));
  if (OUTSIDE.test(name) || isOfElement) for (const one of args) outside.add(one);
  if (!LOOKS.test(name) && !LOOKS.test(member ? r.source(member.object) : '')) return;
  for (const one of args) watched.add(one);
  if (r.fn !== 0) r.b.fn(r.fn).rewatches = true;
}

export function noteRunOutside(r: ScriptReader, node: t.Node, self: PlaceId): void {
  if (!outside.has(node) && !watched.has(node)) return;
  const fact = r.b.facts.functions.find((one) => one.self === self);
  if (!fact) return;
  if (watched.has(node)) fact.rewatches = true;
  else fact.unwatched = true;
}
