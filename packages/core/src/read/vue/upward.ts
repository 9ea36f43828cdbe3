/**
 * Helpers that walk the instances above or below and send an event there, to the component of a name:
 * `this.dispatch('Bench', 'tray.dig', [tray])`, heard there by `this.$on('tray.dig', …)`.
 */
import type * as t from '@babel/types';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { value } from '../script/expressions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { changeCall, keyedCell } from '../libraries/stores/cells';
import { textOf } from '../script/literals';
import { eventProp } from '../../model/signs';

/** Reads a call of such a helper, or one that listens on the instance itself; `undefined` for any other. */
export function readUpward(r: ScriptReader, node: t.CallExpression): null | undefined {
  const { callee } = node;
  if (sendInItsName(r, node)) return null;
  if (callee.type !== 'MemberExpression' || callee.object.type !== 'ThisExpression' || !r.component) return undefined;
  const method = fieldOf(callee.property, callee.computed);
  const [first, second, third] = node.arguments;
  const name = textOf(r, first);
  if (name === null) return undefined;
  if (method === '$on') return listen(r, node, name);
  const event = textOf(r, second);
  if ((method !== 'dispatch' && method !== 'broadcast') || event === null) return undefined;
  // What is sent may be passed as a list, as one argument each.
  const [sent] = third?.type === 'ArrayExpression' ? third.elements : [third];
  const place = sent ? value(r, sent) : null;
  const at = spotOf(node);
  const cell = keyedCell(r, 'channel', event, keyOf(name, event), at);
  changeCall(r, cell.setter, event, place, at);
  return null;
}

/** `this.$parent.$emit('dig', tray)`: an event of whoever renders this component, heard at that one's tag. */
function sendInItsName(r: ScriptReader, node: t.CallExpression): boolean {
  const { callee } = node;
  if (!r.component || callee.type !== 'MemberExpression' || fieldOf(callee.property, callee.computed) !== '$emit')
    return false;
  const { object } = callee;
  if (object.type !== 'MemberExpression' || fieldOf(object.property, object.computed) !== '$parent') return false;
  const event = textOf(r, node.arguments[0]);
  const parent = value(r, object);
  if (event === null || parent === null) return false;
  const [, ...args] = readArguments(r, node);
  const at = spotOf(node);
  r.b.fn(r.component.fn).events?.push({ name: event, listener: eventProp(event), asParent: true, at });
  const callees = r.b.part(parent, eventProp(event), r.fn, at);
  r.b.call({ callee: callees, name: event, args, onlyKnown: true, repeat: r.repeat, fn: r.fn, at });
  return true;
}

function listen(r: ScriptReader, node: t.CallExpression, event: string): null {
  const at = spotOf(node);
  const [, handler = null] = readArguments(r, node);
  for (const name of r.component?.names ?? []) {
    const place = r.b.place('read', event, r.fn, at);
    r.b.facts.joins.push({ key: keyOf(name, event), place, into: false });
    r.b.use({ place, kind: 'effect', detail: 'listens', fn: r.fn, at });
    if (handler !== null)
      r.b.call({ callee: handler, name: event, args: [place], repeat: 'conditional', fn: r.fn, at });
  }
  return null;
}

function keyOf(component: string, event: string): string {
  return `channel:${component} ${event}`;
}
