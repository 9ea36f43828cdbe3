/**
 * Stores defined by an id: `defineStore('units', { state, getters, actions })`, or by a function like a component's setup. The
 * hook brings the store itself; its fields are read and set on it, its actions change them by `this`.
 */
import type * as t from '@babel/types';
import type { PlaceId } from '../../../model/facts';
import type { CallReader, Library } from '../library';
import { spotOf } from '../../script/builder';
import { isFunction, value } from '../../script/expressions';
import { readFunction } from '../../script/functions';
import { fieldOf } from '../../script/patterns';
import type { ScriptReader } from '../../script/reader';
import { cellsFrom } from './cells';
import { objectOf, plain, property, textOf } from '../../script/literals';

const defineStore: CallReader = (r, node, target) => {
  const [first, second] = node.arguments;
  const options = objectOf(r, second) ?? objectOf(r, first);
  const id =
    textOf(r, first) ?? textOf(r, property(options, 'id')) ?? (target?.type === 'Identifier' ? target.name : 'store');
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  const setup = plain(r, second);
  const store = isFunction(setup) ? fromSetup(r, setup, id, at) : fromOptions(r, options, id, at);
  return hookOf(r, target?.type === 'Identifier' ? target.name : 'useStore', store, at);
};

function fromOptions(
  r: ScriptReader,
  options: t.ObjectExpression | null,
  id: string,
  at: ReturnType<typeof spotOf>,
): PlaceId {
  const state = property(options, 'state');
  const initial = isFunction(state) && state.body.type !== 'BlockStatement' ? state.body : returned(state);
  const { state: place } = cellsFrom(r, id, initial, at);
  const before = r.self;
  r.self = place;
  for (const [field, member] of membersOf(property(options, 'getters'))) {
    const self = functionOf(r, member, field);
    if (self === null) continue;
    const result = r.b.call({
      callee: self,
      name: field,
      args: [place],
      fn: r.fn,
      at: spotOf(member),
    });
    r.b.flow(result, place, 'put', field);
  }
  for (const [field, member] of membersOf(property(options, 'actions'))) {
    const self = functionOf(r, member, field);
    if (self !== null) r.b.flow(self, place, 'put', field);
  }
  r.self = before;
  return place;
}

function returned(node: t.Node | null): t.Node | null {
  const body = node?.type === 'ObjectMethod' || isFunction(node) ? node.body : null;
  if (body?.type !== 'BlockStatement') return body;
  const last = body.body.findLast((one) => one.type === 'ReturnStatement');
  return last?.type === 'ReturnStatement' ? (last.argument ?? null) : null;
}

function membersOf(node: t.Node | null): [string, t.Node][] {
  if (node?.type !== 'ObjectExpression') return [];
  return node.properties.flatMap((one): [string, t.Node][] =>
    one.type === 'SpreadElement'
      ? []
      : [[fieldOf(one.key, one.computed), one.type === 'ObjectProperty' ? one.value : one]],
  );
}

function functionOf(r: ScriptReader, node: t.Node, name: string): PlaceId | null {
  if (node.type === 'ObjectMethod') return readFunction(r, node, name);
  return isFunction(node) ? readFunction(r, node, name) : value(r, node);
}

/** A function whose references are the store's: what it makes is there once, for all. */
function fromSetup(
  r: ScriptReader,
  setup: t.ArrowFunctionExpression | t.FunctionExpression,
  id: string,
  at: ReturnType<typeof spotOf>,
): PlaceId {
  const { cells } = r.b.facts;
  const first = cells.length;
  const self = readFunction(r, setup, '');
  const made = r.b.facts.functions.find((one) => one.self === self);
  for (const cell of cells.slice(first)) {
    if (cell.kind !== 'state' && cell.kind !== 'derived') continue;
    if (cell.kind === 'derived') {
      cells.splice(cells.indexOf(cell), 1);
      continue;
    }
    cell.kind = 'store';
    cell.shared = { id: `${id}.${cell.name}`, key: null, quiet: false, within: 0 };
  }
  // Read through the store, references give their values.
  const object = r.b.place('object', id, 0, at);
  if (!made) return object;
  const fields = returned(setup);
  for (const one of fields?.type === 'ObjectExpression' ? fields.properties : []) {
    if (one.type === 'SpreadElement') continue;
    const field = fieldOf(one.key, one.computed);
    const bare = r.b.place('computed', field, r.fn, spotOf(one));
    r.b.facts.flows.push({
      from: r.b.part(made.result, field, r.fn, spotOf(one)),
      to: bare,
      op: 'unwrap',
      field: 'value',
    });
    r.b.flow(bare, object, 'put', field);
  }
  return object;
}

function hookOf(r: ScriptReader, name: string, store: PlaceId, at: ReturnType<typeof spotOf>): PlaceId {
  const id = r.b.addFunction(name, 'hook', r.fn, at, at.line);
  const fact = r.b.fn(id);
  const read = r.b.place('read', 'store', id, at);
  r.b.flow(store, read);
  r.b.flow(read, fact.result);
  return fact.self;
}

export const definedStores: Library = {
  name: 'definedstores',
  packages: /^pinia$/,
  calls: { defineStore },
  // A store's fields taken apart stay references; read in a template they are their values.
  model: `export function storeToRefs(store) { return store; }`,
};
