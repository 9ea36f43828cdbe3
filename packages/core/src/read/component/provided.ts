/** What a component provides to all below it, and what it takes of that: contexts, by a text or by a key of their own. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { takeOnce } from './taken';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { value } from '../script/expressions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { textOf } from '../script/literals';
import type { Reading } from '../script/reading';

/** The context of a key: a text is one all over the project; a symbol is made in one place. */
function contextOf(
  r: ScriptReader,
  node: t.Node | undefined,
  hasDefault: boolean,
): { place: PlaceId; name: string } | null {
  if (!node) return null;
  const text = textOf(r, node);
  if (text === null) {
    const place = value(r, node);
    return place === null ? null : { place, name: r.source(node) };
  }
  const at = spotOf(node);
  const place = r.b.place('context', text, r.fn, at);
  r.b.facts.contexts.push({ name: text, key: text, place, hasDefault, at });
  return { place, name: text };
}

export const provide: Reading = (r, node, _, component) => {
  const context = contextOf(r, node.arguments[0], false);
  const [, passed = null] = readArguments(r, {
    ...node,
    arguments: [{ type: 'NullLiteral' } as t.NullLiteral, ...node.arguments.slice(1)],
  });
  if (!context) return null;
  const at = spotOf(node);
  // A text or a number is a value too: it lives with the component that provides it.
  const object = passed ?? r.b.place('object', '', r.fn, spotOf(node.arguments[1] ?? node));
  const copy = copied(r, object, at);
  if (component && r.fn === component.fn)
    component.provides.push({ context: context.place, value: copy, name: context.name, at });
  else provideAround(r, context.place, context.name, copy, at);
  return passed;
};

/** What is provided is taken once: a plain value stays what it was, an object or a reference goes on saying what it holds. */
export function copied(r: ScriptReader, place: PlaceId, at: Spot): PlaceId {
  if (!holdsPlain(r, place)) return place;
  return takeOnce(r, place, r.b.facts.places[place]?.name ?? '', at);
}

/** Whether a place is the very value of a cell that began as a plain one: the variable, or a field of what holds it. */
function holdsPlain(r: ScriptReader, place: PlaceId): boolean {
  const { flows } = r.b.facts;
  if (r.plainCells.size === 0) return false;
  return flows.some(({ from, to, op, field }) => {
    if (to !== place) return false;
    if (op === 'same') return r.plainCells.has(from);
    if (op !== 'get') return false;
    const holders = [from, ...flows.filter((one) => one.to === from && one.op === 'same').map((one) => one.from)];
    return flows.some(
      (put) => put.op === 'put' && put.field === field && holders.includes(put.to) && r.plainCells.has(put.from),
    );
  });
}

/** Provides for whoever runs this function: a composable, a helper in a module, what mounts the application. */
export function provideAround(r: ScriptReader, context: PlaceId, name: string, place: PlaceId, at: Spot): void {
  const inside = r.b.place('markup', '', r.fn, at);
  const propsPlace = r.b.place('siteProps', name, r.fn, at);
  const bare = r.b.facts.family === 'vue' ? valueIn(r, place, at) : place;
  r.b.flow(bare, propsPlace, 'put', 'value');
  const props = [{ name: 'value', place: bare, literal: null, at }];
  r.b.facts.sites.push({
    name,
    tag: context,
    propsPlace,
    inside,
    props,
    repeat: 'once',
    ambient: true,
    fn: r.fn,
    at,
  });
}

/** The value of a reference, anything else as it is. */
function valueIn(r: ScriptReader, place: PlaceId, at: Spot): PlaceId {
  const bare = r.b.place('computed', r.b.facts.places[place]?.name ?? '', r.fn, at);
  r.b.facts.flows.push({ from: place, to: bare, op: 'unwrap', field: 'value' });
  return bare;
}

/** `app.provide('units', units)`: for all of the application; undefined for any other call. */
export function readAppProvide(r: ScriptReader, node: t.CallExpression): null | undefined {
  const { callee } = node;
  if (callee.type !== 'MemberExpression' || fieldOf(callee.property, callee.computed) !== 'provide') return undefined;
  if (node.arguments.length !== 2) return undefined;
  value(r, callee.object);
  const context = contextOf(r, node.arguments[0], false);
  const [, passed = null] = readArguments(r, node);
  const at = spotOf(node);
  if (context) provideAround(r, context.place, context.name, passed ?? r.b.place('object', '', r.fn, at), at);
  return null;
}

export const inject: Reading = (r, node) => {
  const otherwise = node.arguments[1];
  const context = contextOf(r, node.arguments[0], !!otherwise);
  if (otherwise && otherwise.type !== 'SpreadElement') value(r, otherwise as t.Expression);
  if (!context) return null;
  const at = spotOf(node);
  const result = r.b.place('read', '', r.fn, at);
  r.b.facts.contextReads.push({ context: context.place, result, fn: r.fn, at });
  return result;
};

/** A key of its own for something provided. */
export const symbol: Reading = (r, _, target) => {
  if (r.fn !== 0 || target?.type !== 'Identifier') return null;
  const place = r.b.place('context', target.name, 0, spotOf(target));
  r.b.facts.contexts.push({ name: target.name, key: null, maybe: true, place, hasDefault: false, at: spotOf(target) });
  return place;
};
