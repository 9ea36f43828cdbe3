/** Messages between scopes: sent up, sent down, and sent from the outermost scope to all; and what runs when a value changes. */
import { ROOT_SCOPE } from './names';
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { ANY_TOPIC, eventProp } from '../../model/signs';
import { noteEvent } from '../component/component';
import { changeCall } from '../libraries/stores/cells';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { value } from '../script/expressions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { expressionOf, piece, scoped } from './expressions';
import { holderOf, ownerOf } from './owners';
import { rootObject } from './scopes';
import { topicOf } from './topics';

/** What a method of a scope is called on: a scope of the component's own, or the outermost; null for anything else. */
function scopeCalled(r: ScriptReader, node: t.CallExpression): { method: string; isRoot: boolean } | null {
  const { callee } = node;
  if (callee.type !== 'MemberExpression') return null;
  const method = fieldOf(callee.property, callee.computed);
  if (!method.startsWith('$')) return null;
  const { object } = callee;
  const isRoot =
    (object.type === 'Identifier' && object.name === ROOT_SCOPE) ||
    (object.type === 'MemberExpression' && fieldOf(object.property, object.computed) === '$root');
  if (isRoot) return { method, isRoot };
  const owner = ownerOf(r);
  const holder = holderOf(r, object);
  const isScope = holder !== null && holder === owner?.scope;
  return isScope || (object.type === 'Identifier' && object.name === '$scope') ? { method, isRoot: false } : null;
}

/** Reads what is said to a scope; undefined for any other call. */
export function readMessage(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  const called = scopeCalled(r, node);
  if (!called) return undefined;
  const { method, isRoot } = called;
  if (method === '$on') return listen(r, node, isRoot);
  if (method === '$emit' || method === '$broadcast')
    return send(r, node, isRoot ? null : method === '$emit' ? 'up' : 'down');
  if (/^\$watch(Collection)?$/.test(method)) return watch(r, node);
  if (method === '$watchGroup') return watchGroup(r, node);
  if (/^\$(apply|applyAsync|evalAsync|digest)$/.test(method)) {
    for (const place of readArguments(r, node))
      if (place !== null)
        r.b.call({ callee: place, name: method, args: [], onlyKnown: true, fn: r.fn, at: spotOf(node) });
    return null;
  }
  return undefined;
}

/** What the family sends by itself. */
const OWN = /^\$/;
/** How many arguments after the topic are followed. */
const FURTHER = 4;

function listen(r: ScriptReader, node: t.CallExpression, isRoot: boolean): PlaceId | null {
  const [first, run] = node.arguments;
  const topic = topicOf(r, first);
  const at = spotOf(node);
  const handler = run ? value(r, run as t.Expression) : null;
  const end = r.b.place('object', 'end', r.fn, at);
  if (topic === null) {
    if (first) noteUnknown(r, first, 'listens');
    return end;
  }
  if (OWN.test(topic.text)) {
    const detail = topic.text === '$destroy' ? 'unmount' : topic.text;
    if (handler !== null) r.b.use({ place: handler, kind: 'effect', detail, fn: r.fn, at });
    return end;
  }
  const owner = ownerOf(r);
  const elsewhere = topic.isKnown ? {} : { elsewhere: true as const, symbolic: true as const };
  const { text } = topic;
  r.b.facts.channels.push({
    topic: text,
    does: 'listens',
    handler,
    bus: null,
    fields: null,
    args: 1,
    ...elsewhere,
    ...(isRoot ? { way: 'up' as const } : {}),
    fn: r.fn,
    at,
  });
  if (handler !== null) {
    // What is sent down, or to all.
    const args: (PlaceId | null)[] = [null];
    for (let index = 0; index < FURTHER; index++) args.push(received(r, text, index, at));
    if (args[1] != null) r.b.use({ place: args[1], kind: 'effect', detail: 'listens', fn: r.fn, at });
    r.b.call({ callee: handler, name: text, args, repeat: 'conditional', fn: r.fn, at });
    // What is sent up is heard by all scopes around, each by what stands on it.
    const scope = isRoot ? rootObject(r, at) : owner?.scope?.place;
    if (scope !== undefined) r.b.flow(handler, scope, 'put', eventProp(text));
  }
  // A scope's own listeners go with it; those of the outermost stay.
  if (isRoot && owner?.component) noteLeft(r, node, text);
  return end;
}

const argumentKey = (topic: string, index: number): string =>
  index === 0 ? `channel:${topic}` : `channel:${topic} ${index + 1}`;

/** One of the arguments of what is sent under a topic, where it is heard. */
function received(r: ScriptReader, topic: string, index: number, at: Spot): PlaceId {
  const place = r.b.place('read', topic, r.fn, at);
  r.b.facts.joins.push({ key: argumentKey(topic, index), place, into: false });
  return place;
}

function send(r: ScriptReader, node: t.CallExpression, way: 'up' | 'down' | null): null {
  const [first, second] = node.arguments;
  const topic = topicOf(r, first);
  const at = spotOf(node);
  const [, ...rest] = readArguments(r, node);
  if (topic === null) {
    if (first) noteUnknown(r, first, 'sends');
    return null;
  }
  const { text } = topic;
  if (OWN.test(text)) return null;
  const isWhole = second?.type === 'ObjectExpression' && second.properties.every((one) => one.type !== 'SpreadElement');
  const fields = isWhole
    ? second.properties.flatMap((one) => ('key' in one ? [fieldOf(one.key, one.computed)] : []))
    : null;
  const message = {
    ...(way === null ? {} : { way }),
    ...(topic.isKnown ? {} : { elsewhere: true as const, symbolic: true as const }),
  };
  const open = node.arguments.some((one) => one.type === 'SpreadElement');
  const args = open ? {} : { args: rest.length };
  r.b.facts.channels.push({
    topic: text,
    does: 'sends',
    handler: null,
    bus: null,
    fields,
    ...args,
    ...message,
    fn: r.fn,
    at,
  });
  if (way !== 'up') {
    changeCall(r, channel(r, text, at), text, rest[0] ?? null, at);
    rest.forEach((place, index) => {
      if (place === null) return;
      r.b.facts.joins.push({ key: index === 0 ? `payload:${text}` : argumentKey(text, index), place, into: true });
    });
    return null;
  }
  const scope = ownerOf(r)?.scope?.seen;
  if (r.component) noteEvent(r, r.component, text, at);
  if (scope === undefined) return null;
  const callee = r.b.part(scope, eventProp(text), r.fn, at);
  r.b.call({ callee, name: text, args: [null, ...rest], onlyKnown: true, repeat: r.repeat, fn: r.fn, at });
  return null;
}

/** The cell of a topic, where it is sent: what changes it. Whoever sends does not hear it by that. */
function channel(r: ScriptReader, topic: string, at: Spot): PlaceId {
  const key = argumentKey(topic, 0);
  const { joins, cells } = r.b.facts;
  const setter = r.b.place('setter', topic, r.fn, at);
  joins.push({ key: `${key}!`, place: setter, into: false });
  if (cells.some((cell) => cell.shared?.key === key)) return setter;
  const place = r.b.place('read', topic, 0, at);
  joins.push({ key, place, into: false });
  const shared = { id: topic, key, quiet: false, within: 0 };
  cells.push({ name: topic, kind: 'channel', value: place, setter, fn: 0, at, shared });
  return setter;
}

/** What is sent or heard under a topic that is decided while the program runs. */
function noteUnknown(r: ScriptReader, node: t.Node, does: 'sends' | 'listens'): void {
  const reason = 'The topic is only known at run time.';
  r.b.facts.gaps.push({ what: 'channel', name: r.source(node), reason, fn: r.fn, at: spotOf(node) });
  r.b.facts.channels.push({
    topic: ANY_TOPIC,
    does,
    handler: null,
    bus: null,
    fields: null,
    fn: r.fn,
    at: spotOf(node),
  });
}

/** `var off = $rootScope.$on(…)`: ended where that is called, or given to what runs when the scope goes. */
function noteLeft(r: ScriptReader, node: t.CallExpression, topic: string): void {
  // What stands before it on its line, and the sign after it.
  const start = node.start ?? 0;
  const before = r.text.slice(r.text.lastIndexOf('\n', start - 1) + 1, start).trimEnd();
  const isCalled = r.text[node.end ?? 0] === '(';
  const isPassed = /\b(on|push)\(['"$\w, ]*$/.test(before);
  const variable = before.endsWith('=') ? (before.slice(0, -1).trim().split(/\s/).at(-1) ?? '') : '';
  const isEnded =
    variable.endsWith('.$onDestroy') ||
    (variable !== '' &&
      [`${variable}(`, `', ${variable})`, `", ${variable})`, `',${variable})`, `.$onDestroy = ${variable}`].some(
        (end) => r.text.includes(end),
      ));
  const ended = isCalled || isPassed || isEnded;
  r.b.facts.starts.push({ name: '$rootScope.$on', topic, ended, fn: r.fn, at: spotOf(node.callee) });
}

/** `$scope.$watch('vm.depth', function (depth) { … })`. */
function watch(r: ScriptReader, node: t.CallExpression): null {
  const [what, run] = node.arguments;
  const watchedPlace = what ? watched(r, what) : null;
  runWith(r, run, [watchedPlace, null], node);
  return null;
}

function watchGroup(r: ScriptReader, node: t.CallExpression): null {
  const [what, run] = node.arguments;
  const all = r.b.place('object', '', r.fn, spotOf(node));
  if (what?.type === 'ArrayExpression')
    what.elements.forEach((one, index) => {
      const watchedPlace = one ? watched(r, one) : null;
      if (watchedPlace !== null) r.b.flow(watchedPlace, all, 'put', String(index));
    });
  runWith(r, run, [all, null], node);
  return null;
}

/** What is watched: an expression of markup as a text, or what a function gives. */
function watched(r: ScriptReader, node: t.Node): PlaceId | null {
  const owner = ownerOf(r);
  if (node.type === 'StringLiteral' && owner?.scope) {
    const { self, scope } = r;
    const syntax = expressionOf(r, piece(node.value, (node.start ?? 0) + 1), true);
    r.self = owner.scope.seen;
    const valuePlace = syntax && value(r, scoped(r, syntax));
    r.self = self;
    r.scope = scope;
    return valuePlace;
  }
  const place = value(r, node as t.Expression);
  if (place === null || !/Function/.test(node.type)) return place;
  return r.b.call({ callee: place, name: 'watch', args: [], onlyKnown: true, fn: r.fn, at: spotOf(node) });
}

function runWith(r: ScriptReader, run: t.Node | undefined, args: (PlaceId | null)[], node: t.CallExpression): void {
  const callee = run ? value(r, run as t.Expression) : null;
  if (callee === null) return;
  const at = spotOf(node.callee);
  r.b.use({ place: callee, kind: 'effect', detail: 'watch', fn: r.fn, at });
  r.b.call({ callee, name: 'watch', args, repeat: 'conditional', fn: r.fn, at });
}
