/**
 * Resources: what is fetched again whenever a signal changes. `value` is a signal of what came; whoever fetches is called with what is asked
 * for.
 */
import type { PlaceId, Spot } from '../../model/facts';
import { pushCell } from '../component/references';
import { keyText } from '../libraries/queries';
import { keyedCell, remoteKey } from '../libraries/stores/cells';
import { readArguments } from '../script/calls';
import { called } from '../script/lifecycle';
import { objectOf, property } from '../script/literals';
import type { ScriptReader } from '../script/reader';
import { nameAt, signalOf, type Making } from './signals';

/** What a resource tells of itself beside its value. */
const TOLD = ['isLoading', 'error', 'status', 'hasValue'];

/** What each instance fetches for itself. */
function ownCell(r: ScriptReader, name: string, at: Spot): { value: PlaceId; setter: PlaceId } {
  const cell = r.b.place('cell', name, r.fn, at);
  const setter = r.b.place('setter', `set ${name}`, r.fn, at);
  pushCell(r, name, 'remote', cell, setter, at, name, r.className);
  return { value: cell, setter };
}

/** What is fetched from one address is the same for all who do. */
function sharedCell(r: ScriptReader, address: string, at: Spot): { value: PlaceId; setter: PlaceId } {
  return keyedCell(r, 'remote', address, remoteKey(r, address, at, true), at);
}

/** A resource whose value is a cell: a signal of it, and what may be set in place of what came. */
function resourceOf(r: ScriptReader, name: string, key: string | null, at: Spot): { object: PlaceId; cell: PlaceId } {
  const { value: cell, setter } = key === null ? ownCell(r, name, at) : sharedCell(r, key, at);
  const object = r.b.place('object', name, r.fn, at);
  const shown = signalOf(r, name, at, cell, setter);
  r.b.flow(shown, object, 'put', 'value');
  for (const method of ['set', 'update', 'asReadonly'])
    r.b.flow(r.b.part(shown, method, r.fn, at), object, 'put', method);
  for (const field of TOLD) {
    const told = r.b.place('computed', field, r.fn, at);
    r.b.flow(cell, told);
    r.b.flow(signalOf(r, field, at, told, null), object, 'put', field);
  }
  return { object, cell };
}

/** `resource({ params: () => this.id(), loader: ({ params }) => load(params) })`; `rxResource` says `stream`. */
const resource: Making = (r, node, target) => {
  const { name, at } = nameAt(node, target);
  const options = objectOf(r, node.arguments[0]);
  const [given = null] = readArguments(r, node);
  const { object, cell } = resourceOf(r, name, null, at);
  if (given === null) return object;
  const asked = r.b.place('object', '', r.fn, at);
  const run = (field: string, args: PlaceId[]): PlaceId | null =>
    property(options, field) ? called(r, r.b.part(given, field, r.fn, at), field, at, args) : null;
  for (const field of ['params', 'request']) r.b.flow(run(field, []), asked, 'put', field);
  for (const field of ['loader', 'stream']) {
    const brought = run(field, [asked]);
    if (brought !== null) r.b.flow(brought, cell, 'derived');
  }
  return object;
};

/** `httpResource(() => `beds/${this.id()}`)`. */
const httpResource: Making = (r, node, target) => {
  const { name, at } = nameAt(node, target);
  const [given = null] = readArguments(r, node);
  const [written] = node.arguments;
  const address = written?.type === 'ArrowFunctionExpression' ? keyText(r, written.body) : null;
  const { object } = resourceOf(r, address ?? name, address, at);
  // What it is asked with decides what it brings.
  if (given !== null) r.b.handOut([called(r, given, '', at)], 'httpResource', r.fn, at);
  return object;
};

export const RESOURCES: Record<string, Making> = { resource, rxResource: resource, httpResource };
