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

/** Reads a call of such a helper, or one that listens on the instance itself; `undefined` for any other. */
export function readUpward(r: ScriptReader, node: t.CallExpression): null | undefined {
  const { callee } = node;
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
  const given = sent ? value(r, sent) : null;
  const at = spotOf(node);
  const cell = keyedCell(r, 'channel', event, keyOf(name, event), at);
  changeCall(r, cell.setter, event, given, at);
  return null;
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
