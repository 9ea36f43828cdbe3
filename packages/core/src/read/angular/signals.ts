/** Signals: functions that give a value, which is asked for again where it changes. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { eventProp } from '../../model/signs';
import { declareProp } from '../component/declare';
import { noteEvent } from '../component/component';
import { pushCell } from '../component/references';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { cellName } from '../script/cellName';
import { isPlain, value } from '../script/expressions';
import { called } from '../script/lifecycle';
import { objectOf, property, textOf } from '../script/literals';
import type { ScriptReader } from '../script/reader';
import { storeValue, updater } from '../libraries/stores/subscribed';
import { stream } from '../libraries/stores/streams';

export type Making = (r: ScriptReader, node: t.CallExpression, target: t.Node | null) => PlaceId | null;

/** A function that gives what `held` holds; where it can be set, also `set`, `update` and `asReadonly`. */
export function signalOf(
  r: ScriptReader,
  name: string,
  at: Spot,
  place: PlaceId | null,
  setter: PlaceId | null,
): PlaceId {
  const { b } = r;
  const fact = b.fn(b.addFunction(name, 'plain', r.fn, at, at.line));
  b.flow(place, fact.result);
  b.facts.boxes.push(fact.self);
  if (setter === null) return fact.self;
  b.flow(setter, fact.self, 'put', 'set');
  b.flow(updater(r, setter, at), fact.self, 'put', 'update');
  const readonly = b.fn(b.addFunction('asReadonly', 'plain', r.fn, at, at.line));
  b.flow(fact.self, readonly.result);
  b.flow(readonly.self, fact.self, 'put', 'asReadonly');
  return fact.self;
}

export function nameAt(node: t.Node, target: t.Node | null): { name: string; at: Spot } {
  const named = cellName(target);
  return { name: named?.name ?? 'value', at: spotOf(named?.node ?? node) };
}

/** `signal(0)`, `linkedSignal(() => this.depth())`: a value that is set. */
const signal: Making = (r, node, target) => {
  const { name, at } = nameAt(node, target);
  const [first] = readArguments(r, node);
  const cell = r.b.place('cell', name, r.fn, at);
  if (isPlain(node.arguments[0])) r.plainCells.add(cell);
  const setter = r.b.place('setter', `set ${name}`, r.fn, at);
  if (first != null) {
    r.b.flow(first, cell, 'frozen');
    r.b.use({ place: first, kind: 'copied', fn: r.fn, at: spotOf(node) });
  }
  pushCell(r, name, 'state', cell, setter, at, name, r.className);
  return signalOf(r, name, at, cell, setter);
};

function derivedFrom(r: ScriptReader, name: string, at: Spot, from: PlaceId | null): PlaceId {
  const cell = r.b.place('cell', name, r.fn, at);
  r.b.flow(from, cell);
  pushCell(r, name, 'derived', cell, null, at, name);
  return cell;
}

/** `computed(() => this.beds().length)`. */
const computed: Making = (r, node, target) => {
  const { name, at } = nameAt(node, target);
  const [run = null] = readArguments(r, node);
  const from = run === null ? null : called(r, run, name, at);
  return signalOf(r, name, at, derivedFrom(r, name, at, from), null);
};

/** A signal that starts as what it follows, and may be set beside that. */
const linkedSignal: Making = (r, node, target) => {
  const { name, at } = nameAt(node, target);
  const [run = null] = readArguments(r, node);
  const setter = r.b.place('setter', `set ${name}`, r.fn, at);
  const cell = r.b.place('cell', name, r.fn, at);
  const [given] = node.arguments;
  if (run !== null && given?.type === 'ArrowFunctionExpression') r.b.flow(called(r, run, name, at), cell);
  else if (run !== null && given?.type === 'ObjectExpression') r.b.flow(computedFromSource(r, given, run, at), cell);
  else r.b.flow(run, cell, 'derived');
  pushCell(r, name, 'state', cell, setter, at, name, r.className);
  return signalOf(r, name, at, cell, setter);
};

/** `linkedSignal({ source: this.id, computation: (id) => … })`: what it is set to whenever its source changes. */
function computedFromSource(r: ScriptReader, node: t.ObjectExpression, given: PlaceId, at: Spot): PlaceId {
  const part = (field: string): PlaceId => r.b.part(given, field, r.fn, at);
  const source = called(r, part('source'), 'source', at);
  return property(node, 'computation') ? called(r, part('computation'), 'computation', at, [source]) : source;
}

const effect: Making = (r, node) => {
  const [run = null] = readArguments(r, node);
  if (run !== null) r.b.use({ place: run, kind: 'effect', detail: 'effect', fn: r.fn, at: spotOf(node.callee) });
  return null;
};

/** `toSignal(this.beds$)`: what an observable tells, as a signal. */
const toSignal: Making = (r, node, target) => {
  const { name, at } = nameAt(node, target);
  const [from = null] = readArguments(r, node);
  return signalOf(r, name, at, from === null ? null : storeValue(r, from, at), null);
};

/** `toObservable(this.depth)`: what a signal gives, to whoever subscribes. */
const toObservable: Making = (r, node) => {
  const at = spotOf(node);
  const [from = null] = readArguments(r, node);
  return stream(r, from === null ? null : called(r, from, '', at), at);
};

/** `input(0, { alias: 'deep' })`, `input.required<number>()`: a prop, as a signal. */
function inputOf(r: ScriptReader, node: t.CallExpression, target: t.Node | null, required: boolean): PlaceId | null {
  const { component } = r;
  const { name, at } = nameAt(node, target);
  const otherwise = required ? undefined : node.arguments[0];
  const options = objectOf(r, node.arguments[required ? 0 : 1]);
  const public_ = textOf(r, property(options, 'alias')) ?? name;
  const first = otherwise ? value(r, otherwise as t.Expression) : null;
  if (!component) return signalOf(r, name, at, first, null);
  declareProp(r, component, public_, target ?? node, required, otherwise ? r.source(otherwise) : null);
  const field = r.b.part(component.props, public_, component.fn, at);
  const transform = property(options, 'transform');
  if (transform) value(r, transform);
  return signalOf(r, name, at, field, null);
}

/** `model(false)`: a prop that is bound both ways; setting it asks whoever binds it. */
function modelOf(r: ScriptReader, node: t.CallExpression, target: t.Node | null, required: boolean): PlaceId | null {
  const { component } = r;
  const { name, at } = nameAt(node, target);
  const options = objectOf(r, node.arguments[required ? 0 : 1]);
  const public_ = textOf(r, property(options, 'alias')) ?? name;
  const otherwise = required ? undefined : node.arguments[0];
  if (otherwise) value(r, otherwise as t.Expression);
  if (!component) return signal(r, node, target);
  declareProp(r, component, public_, target ?? node, required, otherwise ? r.source(otherwise) : null);
  noteEvent(r, component, `${public_}Change`, at);
  const field = r.b.part(component.props, public_, component.fn, at);
  const ask = r.b.part(component.props, eventProp(`${public_}Change`), component.fn, at);
  return signalOf(r, name, at, field, ask);
}

/** `output<Bed>()`, `new EventEmitter<Bed>()`: an event; `emit` calls whoever listens. */
export function outputOf(r: ScriptReader, name: string, at: Spot): PlaceId {
  const { component, b } = r;
  const object = b.place('object', name, r.fn, at);
  if (!component) return object;
  noteEvent(r, component, name, at);
  const heard = b.part(component.props, eventProp(name), component.fn, at);
  b.flow(heard, object, 'put', 'emit');
  b.flow(heard, object, 'put', 'next');
  return object;
}

const output: Making = (r, node, target) => {
  const { name, at } = nameAt(node, target);
  return outputOf(r, textOf(r, property(objectOf(r, node.arguments[0]), 'alias')) ?? name, at);
};

/** By what is imported from the family's core, and from what it offers between signals and observables. */
export const SIGNALS: Record<string, Making> = {
  signal,
  computed,
  linkedSignal,
  effect,
  afterRenderEffect: effect,
  afterNextRender: effect,
  afterEveryRender: effect,
  afterRender: effect,
  toSignal,
  toObservable,
  output,
  input: (r, node, target) => inputOf(r, node, target, false),
  'input.required': (r, node, target) => inputOf(r, node, target, true),
  model: (r, node, target) => modelOf(r, node, target, false),
  'model.required': (r, node, target) => modelOf(r, node, target, true),
  untracked: (r, node) => {
    const [run = null] = readArguments(r, node);
    return run === null ? null : called(r, run, '', spotOf(node));
  },
};
