/**
 * Stores made of modules: one store of the program, with state, getters, mutations and actions, and modules of the same shape
 * below it. What is asked for by text (`commit('desk/setUnits')`) is a way through the store's own object.
 */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../../model/facts';
import type { CallReader, Library } from '../library';
import { spotOf } from '../../script/builder';
import { isFunction, value } from '../../script/expressions';
import { readFunction } from '../../script/functions';
import { calledName, nameFromPath } from '../../script/names';
import { fieldOf } from '../../script/patterns';
import type { ScriptReader } from '../../script/reader';
import { cellsFrom } from './cells';
import { objectOf, plain, property, textOf } from '../../script/literals';

const KEY = 'modulestore';
const KNOWN = /^(namespaced|state|getters|mutations|actions|modules|plugins|strict|devtools)$/;

/** Whether an object is a store's module: state, and what reads or changes it. */
export function isStoreModule(node: t.ObjectExpression): boolean {
  const names = node.properties.map((one) => (one.type === 'SpreadElement' ? '' : fieldOf(one.key, one.computed)));
  return names.every((name) => KNOWN.test(name)) && names.some((name) => /^(mutations|actions|getters)$/.test(name));
}

/** Reads a module as an object of its state, its getters' values and its functions. */
export function readStoreModule(r: ScriptReader, node: t.ObjectExpression, group: string): PlaceId {
  const at = spotOf(node);
  const object = r.b.place('object', group, r.fn, at);
  const initial = initialOf(plain(r, property(node, 'state')));
  const { state } = cellsFrom(r, group, initial, initial ? spotOf(initial) : at);
  r.b.flow(state, object, 'put', 'state');
  const getters = r.b.place('object', 'getters', r.fn, at);
  r.b.flow(getters, object, 'put', 'getters');
  for (const [name, member] of membersOf(r, property(node, 'getters'))) {
    const self = functionOf(r, member, name);
    if (self === null) continue;
    const result = r.b.call({ callee: self, name, args: [state, getters], fn: r.fn, at: spotOf(member) });
    r.b.flow(result, getters, 'put', name);
  }
  const context = r.b.place('object', 'context', r.fn, at);
  r.b.flow(object, context);
  for (const kind of ['mutations', 'actions'] as const) {
    const functions = r.b.place('object', kind, r.fn, at);
    r.b.flow(functions, object, 'put', kind);
    for (const [name, member] of membersOf(r, property(node, kind))) {
      const self = functionOf(r, member, name);
      const fact = r.b.facts.functions.find((one) => one.self === self);
      if (self === null) continue;
      r.b.flow(self, functions, 'put', name);
      const first = fact?.params[0];
      if (first !== undefined) r.b.flow(kind === 'mutations' ? state : context, first);
    }
  }
  readModules(r, property(node, 'modules'), object, state);
  return object;
}

/** `modules: { desk }`: each is below by its name, and its state in the state. */
function readModules(r: ScriptReader, node: t.Node | null, store: PlaceId, state: PlaceId): void {
  const list = objectOf(r, node);
  if (!list) return;
  const at = spotOf(list);
  const modules = r.b.place('object', 'modules', r.fn, at);
  r.b.flow(modules, store, 'put', 'modules');
  for (const one of list.properties) {
    if (one.type !== 'ObjectProperty') continue;
    const name = fieldOf(one.key, one.computed);
    const inner = one.value.type === 'ObjectExpression' ? one.value : null;
    const place = inner && isStoreModule(inner) ? readStoreModule(r, inner, name) : value(r, one.value);
    if (place === null) continue;
    r.b.flow(place, modules, 'put', name);
    r.b.flow(r.b.part(place, 'state', r.fn, spotOf(one)), state, 'put', name);
  }
}

function initialOf(node: t.Node | null): t.Node | null {
  if (node?.type !== 'ObjectMethod' && !isFunction(node)) return node;
  if (node.body.type !== 'BlockStatement') return node.body;
  const last = node.body.body.findLast((one) => one.type === 'ReturnStatement');
  return last?.type === 'ReturnStatement' ? (last.argument ?? null) : null;
}

function membersOf(r: ScriptReader, node: t.Node | null): [string, t.Node][] {
  return (objectOf(r, node)?.properties ?? []).flatMap((one): [string, t.Node][] =>
    one.type === 'SpreadElement'
      ? []
      : [[fieldOf(one.key, one.computed), one.type === 'ObjectProperty' ? one.value : one]],
  );
}

function functionOf(r: ScriptReader, node: t.Node, name: string): PlaceId | null {
  return node.type === 'ObjectMethod' || isFunction(node) ? readFunction(r, node, name) : value(r, node);
}

function makeStore(r: ScriptReader, node: t.CallExpression | t.NewExpression, target: t.Node | null): PlaceId | null {
  const options = objectOf(r, node.arguments[0]);
  if (!options) return null;
  const store = readStoreModule(r, options, target?.type === 'Identifier' ? target.name : nameOfFile(r));
  r.b.facts.joins.push({ key: KEY, place: store, into: true });
  return store;
}

/** What a module is called that is its file's: the file's name, in the way of variables. */
export function nameOfFile(r: ScriptReader): string {
  const name = nameFromPath(r.b.facts.path);
  return name.charAt(0).toLowerCase() + name.slice(1);
}

/** `new Vuex.Store({ … })`; undefined for any other class. */
export function readNewStore(
  r: ScriptReader,
  node: t.NewExpression,
  target: t.Node | null,
): PlaceId | null | undefined {
  const { callee } = node;
  const root = callee.type === 'MemberExpression' ? callee.object : callee;
  const place = root.type === 'Identifier' ? r.scope.lookup(root.name) : undefined;
  const imported = place === undefined ? undefined : r.importOf.get(place);
  const isStore =
    imported?.source === 'vuex' &&
    (callee.type === 'MemberExpression'
      ? fieldOf(callee.property, callee.computed) === 'Store'
      : imported.imported === 'Store');
  return isStore ? makeStore(r, node, target) : undefined;
}

/** The one store of the program. */
export function storeOf(r: ScriptReader, at: Spot): PlaceId {
  const place = r.b.place('read', 'store', r.fn, at);
  r.b.facts.joins.push({ key: KEY, place, into: false });
  return place;
}

/** What `desk/units` names in a store: by its modules; a name without any is the store's own or any module's. */
function named(r: ScriptReader, store: PlaceId, kind: string, name: string, at: Spot): PlaceId {
  const parts = name.split('/');
  const last = parts.pop() ?? name;
  const below = (from: PlaceId, field: string): PlaceId => r.b.part(from, field, r.fn, at);
  if (parts.length > 0) {
    let place = store;
    for (const module of parts) place = below(below(place, 'modules'), module);
    return below(below(place, kind), last);
  }
  const either = r.b.place('computed', last, r.fn, at);
  r.b.flow(below(below(store, kind), last), either);
  r.b.flow(below(below(below(below(store, 'modules'), '*'), kind), last), either);
  return either;
}

/** `store.getters['desk/label']`; null for any other field. */
export function readGetter(r: ScriptReader, node: t.MemberExpression): PlaceId | null {
  if (node.property.type !== 'StringLiteral' || !node.property.value.includes('/')) return null;
  const { object } = node;
  if (object.type !== 'MemberExpression' || fieldOf(object.property, object.computed) !== 'getters') return null;
  const store = value(r, object.object);
  return store === null ? null : named(r, store, 'getters', node.property.value, spotOf(node.property));
}

/** `store.commit('desk/setUnits', to)`, `dispatch('load')` in an action; undefined for any other call. */
export function readCommit(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  const { callee } = node;
  const method = calledName(node);
  if (method !== 'commit' && method !== 'dispatch') return undefined;
  const [first, second] = node.arguments;
  const object = first?.type === 'ObjectExpression' ? first : null;
  const name = textOf(r, object ? property(object, 'type') : first);
  if (name === null) return undefined;
  const at = spotOf(node);
  const store = callee.type === 'MemberExpression' ? value(r, callee.object) : contextOf(r, callee, at);
  if (store === null) return undefined;
  const payload = object ? value(r, object) : second && second.type !== 'SpreadElement' ? value(r, second) : null;
  return r.b.call({
    callee: named(r, store, method === 'commit' ? 'mutations' : 'actions', name, at),
    name: name.slice(name.lastIndexOf('/') + 1),
    args: [null, payload],
    repeat: r.repeat,
    fn: r.fn,
    at,
  });
}

/** What `commit` was taken out of, where it was taken out of something. */
function contextOf(r: ScriptReader, callee: t.Node, at: Spot): PlaceId | null {
  const place = callee.type === 'Identifier' ? r.scope.lookup(callee.name) : undefined;
  const flow = r.b.facts.flows.find((one) => one.to === place && one.op === 'get');
  if (place === undefined) return null;
  return flow?.from ?? storeOf(r, at);
}

/** `mapState('desk', ['units'])`, `mapGetters({ text: 'label' })`, …: an object of what is named. */
function mapped(kind: 'state' | 'getters' | 'mutations' | 'actions'): CallReader {
  return (r, node) => {
    const at = spotOf(node);
    const space = textOf(r, node.arguments[0]);
    const list = plain(r, node.arguments[space === null ? 0 : 1]);
    const prefix = space === null ? '' : `${space.replace(/\/$/, '')}/`;
    const store = storeOf(r, at);
    const object = r.b.place('object', '', r.fn, at);
    const give = (name: string, source: t.Node): void => {
      const spot = spotOf(source);
      const text = source.type === 'StringLiteral' ? source.value : null;
      if (text === null) {
        // A function of the state.
        const by = source.type === 'ObjectMethod' || isFunction(source) ? functionOf(r, source, name) : null;
        const state = prefix
          ? r.b.part(
              r.b.part(r.b.part(store, 'modules', r.fn, spot), prefix.slice(0, -1), r.fn, spot),
              'state',
              r.fn,
              spot,
            )
          : r.b.part(store, 'state', r.fn, spot);
        if (by !== null)
          r.b.flow(r.b.call({ callee: by, name, args: [state], fn: r.fn, at: spot }), object, 'put', name);
        return;
      }
      const place = named(r, store, kind, `${prefix}${text}`, spot);
      r.b.flow(kind === 'state' || kind === 'getters' ? place : handingOn(r, place, name, spot), object, 'put', name);
    };
    if (list?.type === 'ArrayExpression') {
      for (const one of list.elements)
        if (one?.type === 'StringLiteral') give(one.value.slice(one.value.lastIndexOf('/') + 1), one);
    } else if (list?.type === 'ObjectExpression')
      for (const one of list.properties)
        if (one.type !== 'SpreadElement')
          give(fieldOf(one.key, one.computed), one.type === 'ObjectProperty' ? one.value : one);
    return object;
  };
}

/** A function of the instance that hands what it is given to the store's. */
function handingOn(r: ScriptReader, callee: PlaceId, name: string, at: Spot): PlaceId {
  const id = r.b.addFunction(name, 'closure', r.fn, at, at.line);
  const payload = r.b.place('param', 'payload', id, at);
  r.b.fn(id).params.push(payload);
  const result = r.b.call({ callee, name, args: [null, payload], fn: id, at });
  r.b.flow(result, r.b.fn(id).result);
  return r.b.fn(id).self;
}

export const moduleStores: Library = {
  name: 'modulestores',
  packages: /^vuex$/,
  calls: {
    createStore: makeStore,
    useStore: (r, node) => storeOf(r, spotOf(node)),
    mapState: mapped('state'),
    mapGetters: mapped('getters'),
    mapMutations: mapped('mutations'),
    mapActions: mapped('actions'),
  },
};
