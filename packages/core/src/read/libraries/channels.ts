/**
 * Channels: topics on the window, on a bus, broadcast between pages, and what stands in a storage under a name. Who
 * sends is a writer of the topic, who listens a reader.
 */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { ANY_TOPIC } from '../../model/signs';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { value } from '../script/expressions';
import { isBus, isNamedBus } from '../script/buses';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { changeCall, keyedCell, remoteKey } from './stores/cells';
import { property, textOf } from '../script/literals';

/** Events browsers send by themselves: hearing them is no channel of the program's. */
const NATIVE =
  /^(abort|addtrack|afterprint|animation\w*|appinstalled|auxclick|backbutton|battery\w+|before\w*|blur|cancel|canplay\w*|change|click|close|compositi\w*|controllerchange|contextmenu|copy|cuechange|cut|dataavailable|dblclick|devicemotion|deviceorientation|deviceready|DOMContentLoaded|drag\w*|drop|durationchange|emptied|encrypted|ended|error|freeze|focus\w*|form\w*|fullscreen\w*|gesture\w*|gotpointercapture|hashchange|inactive|input|invalid|key(down|press|up)|languagechange|load\w*|lostpointercapture|menubutton|message\w*|mouse\w*|offline|online|orientationchange|page\w*|paste|pause|play\w*|pointer\w*|popstate|progress|ratechange|readystatechange|rejectionhandled|removetrack|reset|resize|resume|scroll\w*|securitypolicyviolation|seek\w+|select\w*|slotchange|stalled|statechange|storage|submit|suspend|timeupdate|toggle|touch\w*|transition\w*|unhandledrejection|unload|updatefound|versionchange|visibilitychange|volume\w+|wheel)$/;

const PAGE = /^(window|document|globalThis|self|top|parent)$/;

const LISTEN = new Set(['$on', '$once', 'on', 'addListener', 'once', 'subscribe', 'listen']);
const SEND = new Set(['$emit', 'emit', 'publish', 'fire', 'trigger', 'broadcast']);
const END = new Set(['$off', 'off', 'removeListener', 'unsubscribe', 'removeAllListeners']);

export function readChannelCall(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  const { callee } = node;
  if (callee.type === 'Identifier') return globalCall(r, node, callee.name);
  if (callee.type !== 'MemberExpression' || callee.computed) return undefined;
  const method = fieldOf(callee.property, false);
  const object =
    callee.object.type === 'Identifier'
      ? callee.object.name
      : callee.object.type === 'MemberExpression'
        ? fieldOf(callee.object.property, false)
        : '';
  if ((object === 'localStorage' || object === 'sessionStorage') && node.arguments[0])
    return storageCall(r, node, method);
  const broadcast = broadcastOf(r, callee.object);
  if (broadcast !== null && method === 'postMessage') {
    const [place = null] = readArguments(r, node);
    sendTo(r, broadcast, place, node.arguments[0], node, null);
    return null;
  }
  if (broadcast !== null && method === 'addEventListener' && textOf(r, node.arguments[0]) === 'message') {
    const [, handler = null] = readArguments(r, node);
    listenTo(r, broadcast, handler, node, 'data', null);
    return null;
  }
  if (method === 'addEventListener' || method === 'removeEventListener')
    return windowCall(r, node, callee.object, method === 'addEventListener');
  // What a building tool or the page says by itself is no channel of the program's.
  if (rootOf(callee.object).type === 'MetaProperty') return undefined;
  // What nothing here declares is the page's, or of what the program runs in.
  const root = rootOf(callee.object);
  if (root.type === 'Identifier' && r.scope.lookup(root.name) === undefined && !isNamedBus(callee.object))
    return undefined;
  // A component's own methods of such names are no bus.
  if (callee.object.type === 'ThisExpression' && (r.component || r.methods.has(method))) return undefined;
  if (method.startsWith('$') && !isBus(r, callee.object)) return undefined;
  if (LISTEN.has(method) || SEND.has(method) || END.has(method)) return busCall(r, node, callee.object, method);
  return undefined;
}

function globalCall(r: ScriptReader, node: t.CallExpression, name: string): PlaceId | undefined {
  if (name !== 'fetch' || r.scope.lookup('fetch') !== undefined) return undefined;
  const [first] = node.arguments;
  const at = spotOf(node);
  const address = addressOf(r, first);
  r.b.handOut(readArguments(r, node), 'fetch', r.fn, at);
  // An address put together elsewhere says nothing of what is there.
  const shown = address ?? (first ? r.source(first) : 'fetch');
  return keyedCell(r, 'remote', shown, remoteKey(r, shown, at, address !== null), at).value;
}

/** The words of an address that stand in the source; null where there are none. */
function addressOf(r: ScriptReader, node: t.Node | undefined): string | null {
  const text = textOf(r, node);
  if (text !== null || node?.type !== 'TemplateLiteral') return text;
  const words = node.quasis.map((quasi) => quasi.value.raw).join('…');
  return /\w/.test(words) ? words : null;
}

function storageCall(r: ScriptReader, node: t.CallExpression, method: string): PlaceId | null | undefined {
  const name = textOf(r, node.arguments[0]);
  if (name === null) return undefined;
  if (method === 'getItem') {
    const cell = keyedCell(r, 'storage', name, `storage:${name}`, spotOf(node));
    return cell.value;
  }
  if (method !== 'setItem' && method !== 'removeItem') return undefined;
  const [, place = null] = readArguments(r, node);
  const cell = keyedCell(r, 'storage', name, `storage:${name}`, spotOf(node));
  if (place !== null) r.b.use({ place, kind: 'outside', detail: 'storage', fn: r.fn, at: spotOf(node) });
  changeCall(r, cell.setter, name, place, spotOf(node));
  return null;
}

/** `window.addEventListener('plant:moved', …)`; the browser's own events are left to the plain reading. */
function windowCall(
  r: ScriptReader,
  node: t.CallExpression,
  object: t.Node,
  starts: boolean,
): PlaceId | null | undefined {
  const topic = textOf(r, node.arguments[0]);
  if (topic === null && starts && node.arguments[0] && isTopic(node.arguments[0]))
    noteAnyTopic(r, node, 'listens', null);
  if (topic === null || NATIVE.test(topic)) return undefined;
  const [, handler = null] = readArguments(r, node);
  if (!starts) {
    endTopic(r, topic, node);
    return null;
  }
  listenTo(r, topic, handler, node, 'detail', null);
  const fact = r.b.facts.channels.at(-1);
  const root = rootOf(object);
  if (fact && !(root.type === 'Identifier' && PAGE.test(root.name))) fact.elsewhere = true;
  return null;
}

function rootOf(node: t.Node): t.Node {
  let root = node;
  while (root.type === 'MemberExpression' || root.type === 'OptionalMemberExpression') root = root.object;
  return root;
}

function busCall(r: ScriptReader, node: t.CallExpression, object: t.Node, method: string): PlaceId | null | undefined {
  const [first, second] = node.arguments;
  const topic = textOf(r, first);
  const isFunctionLike = second && second.type !== 'StringLiteral' && second.type !== 'NumericLiteral';
  if (topic === null) {
    // A topic that is chosen while the program runs.
    const constant =
      first?.type === 'TemplateLiteral' ||
      (first?.type === 'Identifier' && SEND.has(method) && node.arguments.length === 2);
    if (constant && object.type === 'Identifier' && /bus|emitter|channel|events/i.test(object.name))
      r.b.facts.gaps.push({
        what: 'channel',
        name: r.source(first),
        reason: 'The topic is only known at run time.',
        fn: r.fn,
        at: spotOf(node),
      });
    const does = SEND.has(method) ? 'sends' : LISTEN.has(method) && node.arguments.length > 1 ? 'listens' : null;
    if (does !== null && first && isTopic(first)) noteAnyTopic(r, node, does, value(r, object));
    return undefined;
  }
  // A map, a player, a chart: what bears the name of an event of the page comes from what is shown.
  if (LISTEN.has(method) && !method.startsWith('$') && NATIVE.test(topic) && !isNamedBus(object)) return undefined;
  const bus = value(r, object);
  const [, place = null] = readArguments(r, node);
  if (SEND.has(method)) {
    sendTo(r, topic, place, second, node, bus);
    return null;
  }
  if (LISTEN.has(method) && isFunctionLike) {
    listenTo(r, topic, place, node, null, bus);
    const ends = r.b.place('object', 'end', r.fn, spotOf(node));
    return ends;
  }
  endTopic(r, topic, node);
  return null;
}

/** Whether an argument may be a topic that is chosen while the program runs. */
function isTopic(node: t.Node): boolean {
  return /^(Identifier|MemberExpression|TemplateLiteral|BinaryExpression|CallExpression)$/.test(node.type);
}

/** What is sent or heard under a topic that cannot be told may be any. */
function noteAnyTopic(r: ScriptReader, node: t.Node, does: 'sends' | 'listens', bus: PlaceId | null): void {
  r.b.facts.channels.push({ topic: ANY_TOPIC, does, handler: null, bus, fields: null, fn: r.fn, at: spotOf(node) });
}

/** Sends under a topic: a change of its cell. */
export function sendTo(
  r: ScriptReader,
  topic: string,
  handler: PlaceId | null,
  payload: t.Node | undefined,
  node: t.Node,
  bus: PlaceId | null,
): void {
  const at = spotOf(node);
  const cell = keyedCell(r, 'channel', topic, `channel:${topic}`, at);
  if (handler !== null) r.b.facts.joins.push({ key: `payload:${topic}`, place: handler, into: true });
  changeCall(r, cell.setter, topic, handler, at);
  const fields =
    payload?.type === 'ObjectExpression' && payload.properties.every((one) => one.type !== 'SpreadElement')
      ? payload.properties.flatMap((one) => ('key' in one ? [fieldOf(one.key, one.computed)] : []))
      : null;
  r.b.facts.channels.push({ topic, does: 'sends', handler: null, bus, fields, fn: r.fn, at });
}

/** What is sent from an element also comes to the page: a topic only where something listens for it there. */
export function passesPage(
  r: ScriptReader,
  topic: string,
  place: PlaceId | null,
  fields: string[] | null,
  at: Spot,
): void {
  const setter = r.b.place('setter', topic, r.fn, at);
  r.b.facts.joins.push({ key: `channel:${topic}!`, place: setter, into: false });
  if (place !== null) r.b.facts.joins.push({ key: `payload:${topic}`, place: place, into: true });
  changeCall(r, setter, topic, place, at);
  r.b.facts.channels.push({ topic, does: 'sends', handler: null, bus: null, fields, passes: true, fn: r.fn, at });
}

/** Listens to a topic: the handler is called with what is sent, or with an object that holds it in a field. */
export function listenTo(
  r: ScriptReader,
  topic: string,
  handler: PlaceId | null,
  node: t.Node,
  field: string | null,
  bus: PlaceId | null,
): void {
  listenAt(r, topic, handler, spotOf(node), field, bus);
}

/** Listens to what is sent over the page under a name that is none of its own; false for those. */
export function listenToPage(r: ScriptReader, topic: string, handler: PlaceId | null, at: Spot): boolean {
  if (NATIVE.test(topic)) return false;
  listenAt(r, topic, handler, at, 'detail', null);
  return true;
}

function listenAt(
  r: ScriptReader,
  topic: string,
  handler: PlaceId | null,
  at: Spot,
  field: string | null,
  bus: PlaceId | null,
): void {
  const cell = keyedCell(r, 'channel', topic, `channel:${topic}`, at);
  r.b.use({ place: cell.value, kind: 'effect', detail: 'listens', fn: r.fn, at });
  r.b.facts.channels.push({ topic, does: 'listens', handler, bus, fields: null, fn: r.fn, at });
  if (handler === null) return;
  let payload = cell.value;
  if (field !== null) {
    payload = r.b.place('object', 'event', r.fn, at);
    r.b.flow(cell.value, payload, 'put', field);
  }
  r.b.call({
    callee: handler,
    name: topic,
    args: [payload],
    repeat: 'conditional',
    fn: r.fn,
    at,
  });
}

/** Ends listening to a topic. */
export function endTopic(r: ScriptReader, topic: string, node: t.Node): void {
  r.b.facts.channels.push({ topic, does: 'ends', handler: null, bus: null, fields: null, fn: r.fn, at: spotOf(node) });
}

/** `new CustomEvent('plant:moved', { detail })`: making one is taken as sending it. */
export function readNew(r: ScriptReader, node: t.NewExpression): PlaceId | null | undefined {
  if (node.callee.type !== 'Identifier') return undefined;
  const name = textOf(r, node.arguments[0]);
  if (node.callee.name === 'BroadcastChannel' && name !== null) {
    const place = r.b.place('object', name, r.fn, spotOf(node));
    r.broadcasts.set(place, name);
    return place;
  }
  if (node.callee.name !== 'CustomEvent' && node.callee.name !== 'Event') return undefined;
  const topic = textOf(r, node.arguments[0]);
  if (topic === null || NATIVE.test(topic)) return undefined;
  const options = node.arguments[1];
  const detail = options?.type === 'ObjectExpression' ? property(options, 'detail') : null;
  const valuePlace = value(r, detail);
  sendTo(r, topic, valuePlace, detail ?? undefined, node, null);
  return r.b.place('object', topic, r.fn, spotOf(node));
}

/** The name of the channel a variable holds, where it was made in this file. */
function broadcastOf(r: ScriptReader, node: t.Node): string | null {
  const place = node.type === 'Identifier' ? r.scope.lookup(node.name) : undefined;
  return place === undefined ? null : (r.broadcasts.get(place) ?? null);
}

/** `channel.onmessage = (event) => …`; false for any other assignment. */
export function readBroadcastHandler(r: ScriptReader, node: t.AssignmentExpression): boolean {
  const { left } = node;
  if (left.type !== 'MemberExpression' || fieldOf(left.property, left.computed) !== 'onmessage') return false;
  const name = broadcastOf(r, left.object);
  if (name === null) return false;
  listenTo(r, name, value(r, node.right), node, 'data', null);
  return true;
}
