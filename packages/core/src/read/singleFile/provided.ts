/** What a component provides to all below it, and what it takes of that: contexts, by a text or by a key of their own. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { value } from '../script/expressions';
import type { ScriptReader } from '../script/reader';
import { textOf } from '../stores/cells';
import type { Reading } from './component';

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
  const [, given = null] = readArguments(r, {
    ...node,
    arguments: [{ type: 'NullLiteral' } as t.NullLiteral, ...node.arguments.slice(1)],
  });
  if (!context || !component) return null;
  // A text or a number is a value too: it lives with the component that provides it.
  const held = given ?? r.b.place('object', '', r.fn, spotOf(node.arguments[1] ?? node));
  component.provides.push({ context: context.place, value: held, name: context.name, at: spotOf(node) });
  return null;
};

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
