/**
 * Hook stores: `create((set, get) => ({ … }))`. The object the function returns is the store; a field that is a function
 * changes it by `set`. Called with a selector the hook brings what that selects, without one the whole store.
 */
import type * as t from '@babel/types';
import type { PlaceId } from '../../../model/facts';
import type { CallReader, Library } from '../library';
import { spotOf } from '../../script/builder';
import { isFunction, value } from '../../script/expressions';
import { readFunction } from '../../script/functions';
import { fieldOf } from '../../script/patterns';
import type { ScriptReader } from '../../script/reader';
import { callChange, fieldsChanged, storeCell, type StoreCell } from './cells';
import { objectOf, plain } from '../../script/literals';

const create: CallReader = (r, node, target) => {
  const name = target?.type === 'Identifier' ? target.name : 'useStore';
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  const make = initializer(r, node);
  if (!make) return null;
  const { b } = r;
  const whole = b.place('object', name, 0, at);
  const cells = new Map<string, StoreCell>();
  const object = returnedObject(r, make);
  for (const one of object?.properties ?? []) {
    if (one.type !== 'ObjectProperty' || isFunction(plain(r, one.value))) continue;
    const cell = storeCell(r, name, fieldOf(one.key, one.computed), spotOf(one.key));
    cells.set(cell.field, cell);
    b.flow(cell.value, whole, 'put', cell.field);
  }
  r.stores.push({ set: paramName(make, 0), get: paramName(make, 1), whole, cells });
  const self = readFunction(r, make, '');
  r.stores.pop();
  const fact = b.facts.functions.find((one) => one.self === self);
  // What the function returns is the store, but for the fields that are cells of their own.
  if (fact) b.rest(fact.result, whole, [...cells.keys()]);
  return hookOf(r, name, whole, at);
};

/** The function that makes the store, inside whatever middleware stands around it. */
function initializer(r: ScriptReader, node: t.CallExpression): t.ArrowFunctionExpression | t.FunctionExpression | null {
  for (const argument of node.arguments) {
    const found = plain(r, argument);
    if (isFunction(found)) return found;
    if (found?.type === 'CallExpression') {
      const inner = initializer(r, found);
      if (inner) return inner;
    }
  }
  return null;
}

function returnedObject(
  r: ScriptReader,
  fn: t.ArrowFunctionExpression | t.FunctionExpression,
): t.ObjectExpression | null {
  if (fn.body.type !== 'BlockStatement') return objectOf(r, fn.body);
  const last = fn.body.body.findLast((statement) => statement.type === 'ReturnStatement');
  return last?.type === 'ReturnStatement' ? objectOf(r, last.argument) : null;
}

function paramName(fn: t.ArrowFunctionExpression | t.FunctionExpression, index: number): string | null {
  const param = fn.params[index];
  return param?.type === 'Identifier' ? param.name : null;
}

/** The hook as a function: `useStore(select)` calls the selector with the store. */
function hookOf(r: ScriptReader, name: string, whole: PlaceId, at: ReturnType<typeof spotOf>): PlaceId {
  const { b } = r;
  const id = b.addFunction(name, 'hook', r.fn, at, at.line);
  const fact = b.fn(id);
  const select = b.place('param', 'select', id, at);
  fact.params.push(select);
  const store = b.place('read', 'store', id, at);
  b.flow(whole, store);
  const result = b.call({ callee: select, name: '', args: [store], fn: id, at });
  b.flow(result, fact.result);
  fact.bare = whole;
  // `useStore.getState()` and `useStore.setState(…)` from anywhere.
  const getter = b.addFunction('getState', 'plain', r.fn, at, at.line);
  const read = b.place('read', 'store', getter, at);
  b.flow(whole, read);
  b.flow(read, b.fn(getter).result);
  b.flow(b.fn(getter).self, fact.self, 'put', 'getState');
  return fact.self;
}

/** `set({ … })`, `set((state) => ({ … }))` and `get()` inside the function that makes a store. */
export function readStoreCall(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  if (r.stores.length === 0 || node.callee.type !== 'Identifier') return undefined;
  const { name } = node.callee;
  const store = r.stores.findLast((one) => one.set === name || one.get === name);
  if (!store) return undefined;
  if (store.get === name) return store.whole;
  const change = node.arguments[0];
  const at = spotOf(node.callee);
  const direct = change?.type === 'ObjectExpression' ? change : null;
  const fields = direct ? null : fieldsChanged(change);
  if (direct) {
    for (const one of direct.properties) {
      if (one.type === 'SpreadElement') {
        value(r, one.argument);
        continue;
      }
      const place = one.type === 'ObjectProperty' ? value(r, one.value) : null;
      const cell = store.cells.get(fieldOf(one.key, one.computed));
      if (cell) callChange(r, cell.setter, 'set', place, at);
    }
    return null;
  }
  if (isFunction(change)) {
    const self = value(r, change);
    const result = r.b.place('computed', '', r.fn, at);
    if (self !== null)
      r.b.facts.calls.push({
        callee: self,
        name: '',
        args: [store.whole],
        receiver: null,
        result,
        repeat: r.repeat,
        fn: r.fn,
        at,
      });
  } else if (change) value(r, change as t.Expression);
  for (const cell of store.cells.values())
    if (fields === null || fields.has(cell.field)) callChange(r, cell.setter, 'set', null, at);
  return null;
}

export const hookStores: Library = {
  name: 'hookstores',
  packages: /^zustand(\/(vanilla|traditional|react))?$/,
  calls: {
    create,
    'create()': create,
    createStore: create,
    'createStore()': create,
    createWithEqualityFn: create,
    'createWithEqualityFn()': create,
  },
  model: `
    export function useStore(store, select) { return select(store.getState()); }
    export function useShallow(select) { return select; }
  `,
};
