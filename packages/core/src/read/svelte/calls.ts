import type * as t from '@babel/types';
import { noteEvent } from '../component/component';
import { spotOf } from '../script/builder';
import type { Reading } from '../script/reading';
import { fieldOf } from '../script/patterns';
import { mountSite } from '../component/site';
import { readArguments } from '../script/calls';
import { objectOf, property } from '../script/literals';
import type { ScriptReader } from '../script/reader';
import { inject, provide } from '../component/provided';
import { called, effect, leaving } from '../script/lifecycle';
import type { PlaceId } from '../../model/facts';

/** `createEventDispatcher()`: the function that sends events up. */
export const dispatcher: Reading = (r, node, _, component) => {
  if (!component) return null;
  const types = node.typeParameters?.type === 'TSTypeParameterInstantiation' ? node.typeParameters.params[0] : null;
  if (types?.type === 'TSTypeLiteral')
    for (const one of types.members)
      if (one.type === 'TSPropertySignature')
        noteEvent(r, component, fieldOf(one.key, !!one.computed), spotOf(one.key));
  const place = r.b.place('object', 'dispatch', r.fn, spotOf(node));
  component.emit.add(place);
  return place;
};
/** `mount(App, { target, props })`. */
export const mount: Reading = (r, node) => {
  const [tag, options] = node.arguments;
  mountedAt(r, node, tag ?? null, options ?? null);
  return null;
};
export function spreads(object: t.ObjectExpression | null): boolean {
  return object?.properties.some((one) => one.type === 'SpreadElement') ?? false;
}

/** A component mounted where its application begins. */
export function mountedAt(
  r: ScriptReader,
  node: t.CallExpression | t.NewExpression,
  component: t.Node | null,
  options: t.Node | null,
): void {
  const at = spotOf(node);
  const [tag = null] = readArguments(r, { ...node, arguments: component ? [component as t.Expression] : [] });
  if (tag === null || !component) return;
  const name = r.source(component);
  const optionsNode = objectOf(r, options);
  const written = property(optionsNode, 'props');
  const object = objectOf(r, written);
  const { give, props } = mountSite(r, name, tag, at);
  // Options or props that are put together elsewhere: what is given cannot be told.
  const isOpen =
    options !== null &&
    (optionsNode === null || (written !== null && object === null) || spreads(optionsNode) || spreads(object));
  if (isOpen) props.push({ name: null, place: null, literal: null, at });
  const [place = null] = object ? readArguments(r, { ...node, arguments: [object] }) : [];
  for (const one of object?.properties ?? [])
    if (one.type !== 'SpreadElement') {
      const field = fieldOf(one.key, one.computed);
      give(field, place === null ? null : r.b.part(place, field, r.fn, spotOf(one.key)), null, spotOf(one.key));
    }
}

export const CALLS: Record<string, Reading> = {
  setContext: provide,
  getContext: inject,
  createEventDispatcher: dispatcher,
  onMount: effect,
  onDestroy: leaving,
  beforeUpdate: effect,
  afterUpdate: effect,
  untrack: (r, node) => {
    const [run = null] = readArguments(r, node);
    return run === null ? null : called(r, run, 'untrack', spotOf(node));
  },
  mount,
  hydrate: mount,
  render: mount,
};
/** Reads a call of the family's own functions, in whatever script; `undefined` for any other. */
export function readSvelteCall(
  r: ScriptReader,
  node: t.CallExpression | t.NewExpression,
  target: t.Node | null,
): PlaceId | null | undefined {
  if (node.callee.type !== 'Identifier') return undefined;
  const place = r.scope.lookup(node.callee.name);
  const imported = place === undefined ? undefined : r.importOf.get(place);
  if (!imported) return undefined;
  if (node.type === 'NewExpression') {
    // `new App({ target, props })` mounts; any other class is made.
    if (!imported.source.endsWith('.svelte') || imported.imported !== 'default') return undefined;
    mountedAt(r, node, node.callee, node.arguments[0] ?? null);
    return null;
  }
  if (!/^svelte(\/server)?$/.test(imported.source) || !Object.hasOwn(CALLS, imported.imported)) return undefined;
  return CALLS[imported.imported]?.(r, node, target, r.component);
}
