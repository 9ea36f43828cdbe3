/**
 * Stores one subscribes to: an object that tells its value to whoever subscribes, by a function of that name. What it tells
 * stands in a field of that function, so that a store a project puts together itself (`{ subscribe, add }`) is followed too.
 */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../../model/facts';
import { SOURCE, TELLS, TOLD } from '../../../model/signs';
import type { CallReader, Library } from '../library';
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import type { ScriptReader } from '../../script/reader';
import { storeCell } from './cells';

/** The name a store made here goes by; `{ subscribe, set }` goes by the function that makes it. */
function nameOf(r: ScriptReader, target: t.Node | null): string {
  if (target?.type === 'Identifier') return target.name;
  const { name } = r.b.fn(r.fn);
  return /^create[A-Z]/.test(name) ? name.charAt(6).toLowerCase() + name.slice(7) : name || 'store';
}

/** What a store tells whoever subscribes to it; named where the source names it. */
export function storeValue(r: ScriptReader, store: PlaceId, at: Spot, name = ''): PlaceId {
  const emitted = r.b.part(r.b.part(store, TELLS, r.fn, at), TOLD, r.fn, at);
  r.b.flow(r.b.part(store, TOLD, r.fn, at), emitted);
  if (name === '') return emitted;
  const named = r.b.place('binding', name, r.fn, at);
  r.b.flow(emitted, named);
  return named;
}

/** An object with a `subscribe` that tells what `value` holds; to an object, by its function `method`. */
export function subscribable(
  r: ScriptReader,
  value: PlaceId | null,
  at: Spot,
  method: string | null = null,
  source: PlaceId | null = null,
): PlaceId {
  const { b } = r;
  const id = b.addFunction('subscribe', 'plain', r.fn, at, at.line);
  const fact = b.fn(id);
  const run = b.place('param', 'run', id, at);
  fact.params.push(run);
  const object = b.place('object', '', r.fn, at);
  b.flow(fact.self, object, 'put', TELLS);
  if (source !== null) b.flow(source, fact.self, 'put', SOURCE);
  if (value === null) return object;
  b.flow(value, fact.self, 'put', TOLD);
  const runs = method === null ? [run] : [run, b.part(run, method, id, at)];
  for (const callee of runs) b.call({ callee, name: 'run', args: [value], onlyKnown: true, fn: id, at });
  return object;
}

const writable: CallReader = (r, node, target) => {
  const { b } = r;
  const [first = null] = readArguments(r, node);
  const name = nameOf(r, target);
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  const cell = r.fn === 0 ? storeCell(r, name, '', at) : ownCell(r, name, at);
  const made = b.facts.cells.at(-1);
  if (made) made.inPlace = true;
  if (first !== null) b.flow(first, cell.value, 'frozen');
  const source = subscribable(r, cell.value, at);
  b.facts.boxes.push(source);
  b.flow(cell.setter, source, 'put', 'set');
  b.flow(updater(r, cell.setter, at), source, 'put', 'update');
  return source;
};

/** `update(by)`: sets what a function makes of the value. */
export function updater(r: ScriptReader, setter: PlaceId, at: Spot): PlaceId {
  const { b } = r;
  const id = b.addFunction('update', 'plain', r.fn, at, at.line);
  const fact = b.fn(id);
  const by = b.place('param', 'by', id, at);
  fact.params.push(by);
  // What it is given is only there to make the next value of.
  const next = b.call({ callee: by, name: 'by', args: [null], fn: id, at });
  const set = b.place('setter', 'set', id, at);
  b.flow(setter, set);
  b.call({ callee: set, name: 'set', args: [next], fn: id, at });
  return fact.self;
}

/** Made inside a function: whoever runs it has a store of its own. */
export function ownCell(r: ScriptReader, name: string, at: Spot): { value: PlaceId; setter: PlaceId } {
  const value = r.b.place('cell', name, r.fn, at);
  const setter = r.b.place('setter', `set ${name}`, r.fn, at);
  r.b.facts.cells.push({ name, kind: 'state', subscribed: true, value, setter, fn: r.fn, at });
  return { value, setter };
}

const readable: CallReader = (r, node, target) => {
  const [first = null, start = null] = readArguments(r, node);
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  const name = nameOf(r, target);
  const cell = r.fn === 0 ? storeCell(r, name, '', at) : ownCell(r, name, at);
  if (first !== null) r.b.flow(first, cell.value, 'frozen');
  if (start !== null) r.b.call({ callee: start, name: 'start', args: [cell.setter], fn: r.fn, at });
  const source = subscribable(r, cell.value, at);
  r.b.facts.boxes.push(source);
  return source;
};

/** `derived(tray, ($tray) => …)`, `derived([tray, zone], ([$tray, $zone], set) => …)`. */
const derived: CallReader = (r, node, target) => {
  const { b } = r;
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  const [from = null, by = null] = readArguments(r, node);
  if (from === null || by === null) return subscribable(r, null, at);
  let source = storeValue(r, from, at);
  const list = node.arguments[0];
  if (list?.type === 'ArrayExpression') {
    source = b.place('object', '', r.fn, at);
    list.elements.forEach((_, index) =>
      b.flow(storeValue(r, b.part(from, String(index), r.fn, at), at), source, 'put', String(index)),
    );
  }
  const value = b.place('computed', nameOf(r, target), r.fn, at);
  const set = b.addFunction('set', 'plain', r.fn, at, at.line);
  const param = b.place('param', 'value', set, at);
  b.fn(set).params.push(param);
  b.flow(param, value);
  b.flow(b.call({ callee: by, name: 'derived', args: [source, b.fn(set).self], fn: r.fn, at }), value, 'derived');
  const sourcePlace = subscribable(r, value, at);
  b.facts.boxes.push(sourcePlace);
  return sourcePlace;
};

/** `get(tray)`: the value it has now. */
const get: CallReader = (r, node) => {
  const [store = null] = readArguments(r, node);
  return store === null ? null : storeValue(r, store, spotOf(node));
};

export const subscribed: Library = {
  name: 'subscribed',
  packages: /^svelte\/store$/,
  calls: { writable, readable, derived, get, readonly: (r, node) => readArguments(r, node)[0] ?? null },
};
