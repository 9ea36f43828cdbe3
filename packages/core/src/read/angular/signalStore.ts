/**
 * Stores put together of features: a service whose state is a signal for each field. What a feature adds stands on the instance;
 * `patchState` sets the fields that it is given.
 */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { callChange, storeCell } from '../libraries/stores/cells';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { isFunction, value } from '../script/expressions';
import { readInPlace } from '../script/functions';
import { called } from '../script/lifecycle';
import { objectOf, plain } from '../script/literals';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { signalOf } from './signals';

/** The field of the instance that sets one of its state; no script names it. */
const setterOf = (field: string): string => `#set ${field}`;
/** The field of the instance that holds its state as an object of plain values. */
const STATE = '#state';

/** Reads a call of `@ngrx/signals`, by the name it is exported by; `undefined` for any other. */
export function readSignalStore(
  r: ScriptReader,
  node: t.CallExpression,
  api: string,
  target: t.Node | null,
): PlaceId | null | undefined {
  if (api === 'signalStore') return made(r, node, target, false);
  if (api === 'signalStoreFeature') return made(r, node, target, true);
  if (api === 'patchState') return patched(r, node);
  return undefined;
}

/** A class of a store, or a feature: a function of the instance so far that gives it with what it adds. */
function made(r: ScriptReader, node: t.CallExpression, target: t.Node | null, isFeature: boolean): PlaceId {
  const { b } = r;
  const at = spotOf(target ?? node);
  const name = target?.type === 'Identifier' ? target.name : b.fn(r.fn).name || 'store';
  const id = b.addFunction(name, 'plain', r.fn, at, node.loc?.end.line ?? at.line);
  const fact = b.fn(id);
  const instance = b.place('object', name, r.fn, at);
  b.flow(instance, fact.result);
  if (isFeature) {
    const before = b.place('param', 'store', id, at);
    fact.params.push(before);
    b.flow(before, instance);
  }
  const state = b.place('object', 'state', r.fn, at);
  b.flow(state, instance, 'put', STATE);
  for (const one of node.arguments) feature(r, one, { name, instance, state });
  return fact.self;
}

interface Store {
  name: string;
  instance: PlaceId;
  state: PlaceId;
}

function feature(r: ScriptReader, node: t.Node, store: Store): void {
  const call = plain(r, node);
  const isCall = call?.type === 'CallExpression';
  const name = isCall && call.callee.type === 'Identifier' ? call.callee.name : '';
  const [first] = isCall ? call.arguments : [];
  if (name === 'withState') return begin(r, first, store);
  const at = spotOf(node);
  if (!/^with(Computed|Methods|Props|Hooks)$/.test(name) || !first) {
    const added = value(r, node as t.Expression);
    // What an imported feature needs and gives is not known where it cannot be found.
    if (added !== null) r.b.flow(adding(r, added, store, at), store.instance);
    return;
  }
  // As part of the store itself: what it makes is there as long as that is.
  const gives = isFunction(first) ? readInPlace(r, first, [store.instance]) : value(r, first as t.Expression);
  if (gives === null) return;
  if (name !== 'withHooks') return r.b.flow(gives, store.instance);
  for (const hook of ['onInit', 'onDestroy']) adding(r, r.b.part(gives, hook, r.fn, at), store, at);
}

function adding(r: ScriptReader, callee: PlaceId, { instance }: Store, at: Spot): PlaceId {
  return r.b.call({ callee, name: 'store', args: [instance], onlyKnown: true, fn: r.fn, at });
}

/** `withState({ depth: 1 })`: a cell for each field. */
function begin(r: ScriptReader, node: t.Node | undefined, { name, instance, state }: Store): void {
  const bare = plain(r, node);
  const body = isFunction(bare) ? bare.body : bare;
  const object = objectOf(r, body);
  if (!object) {
    if (node) value(r, node as t.Expression);
    return;
  }
  for (const one of object.properties) {
    if (one.type !== 'ObjectProperty') continue;
    const field = fieldOf(one.key, one.computed);
    const at = spotOf(one.key);
    const { fn } = r;
    const first = value(r, one.value as t.Expression);
    const cell = storeCell(r, name, field, at, 'service', true);
    r.fn = 0;
    if (first !== null) r.b.flow(first, cell.value, 'frozen');
    r.b.flow(cell.value, state, 'put', field);
    r.b.flow(cell.setter, instance, 'put', setterOf(field));
    r.b.flow(signalOf(r, field, at, cell.value, null), instance, 'put', field);
    r.fn = fn;
  }
}

/** `patchState(store, { depth: 2 }, (state) => ({ wet: !state.wet }))`. */
function patched(r: ScriptReader, node: t.CallExpression): null {
  const [first, ...changes] = node.arguments;
  const store = first ? value(r, first as t.Expression) : null;
  if (store === null) {
    readArguments(r, { ...node, arguments: changes });
    return null;
  }
  const at = spotOf(node);
  for (const one of changes) {
    const bare = plain(r, one);
    const place = value(r, one as t.Expression);
    const isRun = isFunction(bare);
    const next = isRun && place !== null ? called(r, place, 'patch', at, [r.b.part(store, STATE, r.fn, at)]) : place;
    const returned = isRun ? returnedBy(bare) : bare;
    for (const field of returned?.type === 'ObjectExpression' ? returned.properties : []) {
      if (field.type !== 'ObjectProperty') continue;
      const name = fieldOf(field.key, field.computed);
      const setter = r.b.part(store, setterOf(name), r.fn, at);
      const to = next === null ? null : r.b.part(next, name, r.fn, at);
      callChange(r, setter, name, to, spotOf(field.key));
    }
  }
  return null;
}

/** What a function returns, where that is its last statement. */
function returnedBy({ body }: t.ArrowFunctionExpression | t.FunctionExpression): t.Node | null {
  if (body.type !== 'BlockStatement') return body;
  const last = body.body.at(-1);
  return last?.type === 'ReturnStatement' ? (last.argument ?? null) : null;
}
