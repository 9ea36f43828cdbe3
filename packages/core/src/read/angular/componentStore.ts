/**
 * Component stores: services that extend a class of the library's, which keeps their state. The state begins as what the constructor
 * passes up; `select` gives a stream of some of it, and what `updater` makes sets what it returns.
 */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { callChange, cellsFrom, fieldsChanged, type StoreCell } from '../libraries/stores/cells';
import { storeValue } from '../libraries/stores/subscribed';
import { stream } from '../libraries/stores/streams';
import { spotOf } from '../script/builder';
import { cellName } from '../script/cellName';
import { readArguments } from '../script/calls';
import { isFunction, value } from '../script/expressions';
import { called } from '../script/lifecycle';
import { plain } from '../script/literals';
import { fieldOf } from '../script/patterns';
import { readPlainClass } from '../script/plainClasses';
import type { ScriptReader } from '../script/reader';
import { walkNodes } from '../script/walk';
import { noteInjectable } from './providers';
import { signalOf } from './signals';

interface StoreClass {
  state: PlaceId;
  cells: readonly StoreCell[];
}

/** The store whose class is being read. */
const reading = new WeakMap<ScriptReader, StoreClass>();

/** Reads a class that extends the library's; `undefined` for any other. */
export function readComponentStore(
  r: ScriptReader,
  node: t.ClassDeclaration | t.ClassExpression,
  name: string,
): PlaceId | undefined {
  const { superClass } = node;
  const base = superClass?.type === 'Identifier' ? r.scope.lookup(superClass.name) : undefined;
  const imported = base === undefined ? undefined : r.importOf.get(base);
  if (imported?.source !== '@ngrx/component-store' || imported.imported !== 'ComponentStore') return undefined;
  const { state, cells } = cellsFrom(r, name, plain(r, beginning(node)), spotOf(node.id ?? node));
  for (const cell of r.b.facts.cells.slice(-cells.length)) cell.kind = 'service';
  const before = reading.get(r);
  reading.set(r, { state, cells });
  const self = readPlainClass(r, node, name, null);
  if (before) reading.set(r, before);
  else reading.delete(r);
  noteInjectable(r, node, self);
  return self;
}

/** What the constructor passes up. */
function beginning(node: t.ClassDeclaration | t.ClassExpression): t.Node | null {
  let initial: t.Node | null = null;
  for (const member of node.body.body)
    if (member.type === 'ClassMethod' && member.kind === 'constructor')
      walkNodes(member, (one) => {
        if (one.type === 'CallExpression' && one.callee.type === 'Super') initial = one.arguments[0] ?? null;
      });
  return initial;
}

/** `this.select((state) => state.beds)`, `this.updater(…)`, `this.patchState(…)`; `undefined` for any other call. */
export function readComponentStoreCall(
  r: ScriptReader,
  node: t.CallExpression,
  target: t.Node | null,
): PlaceId | null | undefined {
  const store = reading.get(r);
  const { callee } = node;
  if (!store || callee.type !== 'MemberExpression' || callee.object.type !== 'ThisExpression') return undefined;
  const at = spotOf(node);
  const [first] = node.arguments;
  const method = fieldOf(callee.property, callee.computed);
  if (method === 'select' || method === 'selectSignal' || method === 'get') {
    const selected = chosen(r, node, store);
    if (method === 'get') return selected;
    return method === 'select'
      ? stream(r, selected, at)
      : signalOf(r, cellName(target)?.name ?? 'selected', at, selected, null);
  }
  if (method === 'patchState' || method === 'setState') {
    const place = first ? value(r, first as t.Expression) : null;
    const bare = plain(r, first);
    const next = place !== null && isFunction(bare) ? called(r, place, method, at, [store.state]) : place;
    change(r, store, isFunction(bare) ? fieldsChanged(bare) : fieldsOf(bare), next, node);
    return null;
  }
  return method === 'updater' && first ? updater(r, node, first, store) : undefined;
}

/** What the last argument makes of the state, or of what the streams before it tell. */
function chosen(r: ScriptReader, node: t.CallExpression, { state }: StoreClass): PlaceId | null {
  const args = readArguments(r, node);
  const by = args.findLast((place, index) => place !== null && isFunction(plain(r, node.arguments[index])));
  if (by == null) return node.arguments.length === 0 ? state : null;
  const at = spotOf(node);
  const streams = args.slice(0, args.indexOf(by)).map((one) => (one === null ? null : storeValue(r, one, at)));
  return called(r, by, 'select', at, streams.length === 0 ? [state] : streams);
}

/** A function that is called with a value, and sets what is made of the state and that. */
function updater(r: ScriptReader, node: t.CallExpression, by: t.Node, store: StoreClass): PlaceId {
  const { b } = r;
  const at = spotOf(node);
  const made = value(r, by as t.Expression);
  const id = b.addFunction('updater', 'plain', r.fn, at, at.line);
  const fact = b.fn(id);
  const param = b.place('param', 'value', id, at);
  fact.params.push(param);
  const before = r.fn;
  r.fn = id;
  const next = made === null ? null : called(r, made, 'updater', at, [store.state, param]);
  change(r, store, fieldsChanged(plain(r, by)), next, node);
  r.fn = before;
  return fact.self;
}

function fieldsOf(node: t.Node | null): Set<string> | null {
  if (node?.type !== 'ObjectExpression') return null;
  return new Set(
    node.properties.flatMap((one) => (one.type === 'SpreadElement' ? [] : [fieldOf(one.key, one.computed)])),
  );
}

/** Sets the fields named, or all of them where they are not known. */
function change(
  r: ScriptReader,
  { cells }: StoreClass,
  fields: Set<string> | null,
  next: PlaceId | null,
  node: t.Node,
): void {
  const at = spotOf(node);
  for (const { field, setter } of cells) {
    if (fields !== null && field !== '' && !fields.has(field)) continue;
    callChange(r, setter, field, next === null || field === '' ? next : r.b.part(next, field, r.fn, at), at);
  }
}
