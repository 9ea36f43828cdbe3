/**
 * Streams of RxJS: subjects are cells that one sets by `next`; what operators make of a stream is computed from what it tells.
 * Subscribing is as with any store one subscribes to.
 */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../../model/facts';
import { SOURCE, TELLS, TOLD } from '../../../model/signs';
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import { cellName } from '../../script/cellName';
import { value } from '../../script/expressions';
import { fieldOf } from '../../script/patterns';
import type { ScriptReader } from '../../script/reader';
import { storeCell } from './cells';
import { selected } from './ngrx';
import { ownCell, storeValue, subscribable } from './subscribed';

/** Operators that tell what they are told, or some of it. */
const SAME =
  /^(filter|tap|debounceTime|throttleTime|auditTime|sampleTime|delay|distinctUntilChanged|distinctUntilKeyChanged|share|shareReplay|publishReplay|refCount|startWith|takeUntil|takeUntilDestroyed|takeWhile|take|first|last|skip|skipWhile|catchError|retry|finalize|observeOn|subscribeOn|timeout|pairwise|buffer|untilDestroyed)$/;
/** Operators that go on with the stream a function makes of what they are told. */
const FLATTENED = /^(switchMap|mergeMap|concatMap|exhaustMap|flatMap)$/;
const SUBJECT = /^(Subject|BehaviorSubject|ReplaySubject|AsyncSubject)$/;
/** Functions that join streams: what they tell is a list of what each tells. */
const JOINED = /^(combineLatest|forkJoin|zip)$/;

/** A stream that tells what a place holds; `source` is what it began as, where that is something else. */
export function stream(r: ScriptReader, cell: PlaceId | null, at: Spot, source: PlaceId | null = cell): PlaceId {
  const made = subscribable(r, cell, at, 'next', source);
  // Also one field away: streams stand deep in what is injected.
  if (cell !== null) r.b.flow(cell, made, 'put', TOLD);
  r.b.facts.boxes.push(made);
  return made;
}

/** What a stream began as. */
function sourceOf(r: ScriptReader, from: PlaceId, at: Spot): PlaceId {
  return r.b.part(r.b.part(from, TELLS, r.fn, at), SOURCE, r.fn, at);
}

/** Reads what makes or changes a stream; `undefined` for anything else. */
export function readStream(
  r: ScriptReader,
  node: t.CallExpression | t.NewExpression,
  target: t.Node | null,
): PlaceId | null | undefined {
  const { callee } = node;
  if (callee.type === 'Identifier') {
    const made = importedFrom(r, callee.name);
    if (made === null) return undefined;
    if (node.type === 'NewExpression') return SUBJECT.test(made) ? subject(r, node, target) : undefined;
    if (JOINED.test(made)) return joined(r, node);
    if (made === 'of') return stream(r, readArguments(r, node)[0] ?? null, spotOf(node));
    return undefined;
  }
  if (node.type === 'NewExpression' || callee.type !== 'MemberExpression') return undefined;
  const method = fieldOf(callee.property, callee.computed);
  if (method === 'subscribe' && node.arguments.length > 0) return subscribed(r, node, callee);
  if (method === 'asObservable' && node.arguments.length === 0) {
    const from = value(r, callee.object);
    if (from === null) return null;
    const at = spotOf(node);
    return stream(r, storeValue(r, from, at), at, sourceOf(r, from, at));
  }
  return method === 'pipe' ? piped(r, node, callee) : undefined;
}

/** The name by which RxJS exports what a name of this file was imported as; null for any other. */
function importedFrom(r: ScriptReader, name: string): string | null {
  const place = r.scope.lookup(name);
  const imported = place === undefined ? undefined : r.importOf.get(place);
  return imported && /^rxjs(\/|$)/.test(imported.source) ? imported.imported : null;
}

/** `new BehaviorSubject(1)`. */
function subject(r: ScriptReader, node: t.NewExpression, target: t.Node | null): PlaceId {
  const { b } = r;
  const named = cellName(target);
  const at = spotOf(named?.node ?? node);
  const name = named?.name ?? 'subject';
  const [first] = readArguments(r, node);
  const { className, fn } = r;
  // What a constructor of a service makes is there as long as what its fields begin with.
  if (className !== null && fn === r.constructing) r.fn = 0;
  const shared = (): { value: PlaceId; setter: PlaceId } =>
    className === null ? storeCell(r, name, '', at, 'store', true) : storeCell(r, className, name, at, 'service', true);
  const cell = r.fn === 0 ? shared() : ownCell(r, name, at);
  if (first != null) b.flow(first, cell.value, 'frozen');
  const source = stream(r, cell.value, at);
  b.flow(cell.setter, source, 'put', 'next');
  b.flow(cell.value, source, 'put', 'value');
  const get = b.fn(b.addFunction('getValue', 'plain', r.fn, at, at.line));
  b.flow(cell.value, get.result);
  b.flow(get.self, source, 'put', 'getValue');
  r.fn = fn;
  return source;
}

/**
 * `beds$.subscribe((beds) => …)`: what a stream tells goes to whoever subscribes, where that is written. A stream that a method
 * makes is told apart that way by who asked for it.
 */
function subscribed(r: ScriptReader, node: t.CallExpression, callee: t.MemberExpression): PlaceId | null {
  const { b } = r;
  const at = spotOf(callee);
  const receiver = value(r, callee.object);
  const args = readArguments(r, node);
  const [run = null] = args;
  if (receiver === null) {
    b.handOut(args, 'subscribe', r.fn, at);
    return null;
  }
  const listen = b.part(receiver, TELLS, r.fn, at);
  const result = b.call({ callee: listen, name: TELLS, args, receiver, repeat: r.repeat, fn: r.fn, at });
  if (run === null) return result;
  const emitted = storeValue(r, receiver, at);
  emissions.set(node, sourceOf(r, receiver, at));
  for (const listener of [run, b.part(run, 'next', r.fn, at)])
    b.call({ callee: listener, name: 'next', args: [emitted], onlyKnown: true, fn: r.fn, at });
  return result;
}

const emissions = new WeakMap<t.Node, PlaceId>();

/** What the stream began as from which a subscription is told; undefined for any other call. */
export function emittedAt(node: t.CallExpression): PlaceId | undefined {
  return emissions.get(node);
}

function joined(r: ScriptReader, node: t.CallExpression): PlaceId {
  const at = spotOf(node);
  const [first] = node.arguments;
  const [from] = readArguments(r, node);
  const list = r.b.place('object', '', r.fn, at);
  if (from != null && first?.type === 'ArrayExpression')
    first.elements.forEach((_, index) =>
      r.b.flow(storeValue(r, r.b.part(from, String(index), r.fn, at), at), list, 'put', String(index)),
    );
  else if (from != null) r.b.flow(from, list, 'derived');
  return stream(r, list, at);
}

/** `beds$.pipe(map((beds) => beds.length))`. */
function piped(r: ScriptReader, node: t.CallExpression, callee: t.MemberExpression): PlaceId | null {
  const at = spotOf(node);
  const from = value(r, callee.object);
  let emitted: PlaceId | null = from === null ? null : storeValue(r, from, at);
  for (const one of node.arguments) emitted = operated(r, one, emitted, at);
  return stream(r, emitted, at, from === null ? null : sourceOf(r, from, at));
}

/** What one operator makes of what a stream tells. */
function operated(r: ScriptReader, node: t.Node, emitted: PlaceId | null, at: Spot): PlaceId | null {
  const name = node.type === 'CallExpression' && node.callee.type === 'Identifier' ? node.callee.name : '';
  const args = node.type === 'CallExpression' ? readArguments(r, node) : [];
  const [run = null] = args;
  const ran = (): PlaceId | null =>
    run === null ? null : r.b.call({ callee: run, name, args: [emitted], onlyKnown: true, fn: r.fn, at });
  if (name === 'map') return ran();
  // `store.pipe(select(selectBeds))`: what the store tells is its state.
  if (name === 'select' && run !== null) return selected(r, run, at);
  if (FLATTENED.test(name)) {
    const next = ran();
    return next === null ? null : storeValue(r, next, at);
  }
  if (SAME.test(name)) {
    if (/^(tap|filter)$/.test(name)) ran();
    return emitted;
  }
  if (node.type !== 'CallExpression') value(r, node);
  if (emitted === null) return null;
  const result = r.b.place('computed', name, r.fn, at);
  for (const place of [emitted, ...args]) if (place != null) r.b.flow(place, result, 'derived');
  return result;
}
