/** Reactive values: references, objects of cells, what is computed from them, and what runs when they change. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { cellName } from '../script/cellName';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { isFunction, value } from '../script/expressions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { objectOf, textOf } from '../script/literals';
import type { Reading } from '../script/reading';
import { called } from '../script/lifecycle';
import { pushCell, reference } from '../component/references';

export const ref: Reading = (r, node, target) => reference(r, node, target, 'state', readArguments(r, node)[0] ?? null);

/** `reactive({ … })`: a cell for each field, changed in place. */
export const reactive: Reading = (r, node, target) => {
  const object = objectOf(r, node.arguments[0]);
  const name = cellName(target)?.name ?? 'state';
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  if (!object) return readArguments(r, node)[0] ?? null;
  const holder = r.b.place('object', name, r.fn, at);
  for (const one of object.properties) {
    if (one.type !== 'ObjectProperty') continue;
    const field = fieldOf(one.key, one.computed);
    const first = value(r, one.value);
    if (first !== null && r.references.has(first)) holdReference(r, holder, field, first, spotOf(one.key));
    else addField(r, holder, field, one.key, first, name);
  }
  return holder;
};

/** A reference in a reactive object stays what it is: the field is its value, also where that is set. */
function holdReference(r: ScriptReader, place: PlaceId, field: string, reference: PlaceId, at: Spot): void {
  const bare = r.b.place('computed', field, r.fn, at);
  r.b.facts.flows.push({ from: reference, to: bare, op: 'unwrap', field: 'value' });
  r.b.flow(bare, place, 'put', field);
}

/** A cell that is a field of an object, changed by setting the field. */
export function addField(
  r: ScriptReader,
  place: PlaceId,
  field: string,
  node: t.Node,
  first: PlaceId | null,
  group = '',
  plain = false,
): void {
  const at = spotOf(node);
  const cell = r.b.place('cell', field, r.fn, at);
  if (plain) r.plainCells.add(cell);
  const setter = r.b.place('setter', `set ${field}`, r.fn, at);
  if (first !== null) {
    r.b.flow(first, cell, 'frozen');
    r.b.use({ place: first, kind: 'copied', fn: r.fn, at });
  }
  r.b.flow(cell, place, 'put', field);
  pushCell(r, field, 'state', cell, setter, at, group ? `${group}.${field}` : field);
}

export const computed: Reading = (r, node, target) => {
  const first = node.arguments[0];
  const options = objectOf(r, first);
  const get = options?.properties.find(
    (one) => one.type !== 'SpreadElement' && fieldOf(one.key, one.computed) === 'get',
  );
  const body = get?.type === 'ObjectProperty' ? get.value : get?.type === 'ObjectMethod' ? get : first;
  const fn = body && body.type !== 'SpreadElement' ? value(r, body.type === 'ObjectMethod' ? null : body) : null;
  return reference(r, node, target, 'derived', fn === null ? null : called(r, fn, 'computed', spotOf(node)));
};

/** `watch(source, run)`: reading the source is what makes it run. */
export const watch: Reading = (r, node) => {
  const [source = null, run = null] = readArguments(r, node);
  const at = spotOf(node.callee);
  const [first, second] = node.arguments;
  if (second) r.started.push({ node: second, fn: r.fn, again: true });
  const watched = source !== null && isFunction(first) ? called(r, source, 'watched', at) : source;
  let watchedNode = watched;
  if (watched !== null) {
    // References are watched by their value.
    watchedNode = r.b.place('computed', '', r.fn, at);
    r.b.facts.flows.push({ from: watched, to: watchedNode, op: 'unwrap', field: 'value' });
    r.b.use({ place: watchedNode, kind: 'effect', detail: 'watch', fn: r.fn, at });
  }
  if (run !== null) {
    r.b.use({ place: run, kind: 'effect', detail: 'watch', fn: r.fn, at });
    called(r, run, 'watch', at, [watchedNode]);
  }
  return null;
};

export const toRef: Reading = (r, node) => {
  const [object = null] = readArguments(r, node);
  const key = textOf(r, node.arguments[1]);
  if (object === null || key === null) return object;
  const holder = r.b.place('object', key, r.fn, spotOf(node));
  r.b.flow(r.b.part(object, key, r.fn, spotOf(node)), holder, 'put', 'value');
  r.component?.refs.add(holder);
  return holder;
};

export const templateRef: Reading = (r, node, target, component) => {
  const ref = reference(r, node, target, 'state', null);
  const name = textOf(r, node.arguments[0]);
  if (name !== null) component?.handles.set(name, ref);
  return ref;
};
