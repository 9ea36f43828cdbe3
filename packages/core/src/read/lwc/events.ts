/**
 * Events: whoever makes one sends it from its own element. It is heard at the component's tag and, where it bubbles, at any element
 * around that.
 */
import type * as t from '@babel/types';
import type { EventFact, PlaceId } from '../../model/facts';
import { AROUND, eventProp } from '../../model/signs';
import { noteEvent } from '../component/component';
import { readNew } from '../libraries/channels';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { value } from '../script/expressions';
import { objectOf, property, textOf } from '../script/literals';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';

/** The field of an instance that holds the listeners it adds to its own markup by script. */
export const LISTENERS = '#listeners';

/** An event that was made, and is not sent yet. */
interface Made {
  name: string;
  payload: PlaceId | null;
  bubbles: boolean;
  /** It leaves the component that renders its sender. */
  composed: boolean;
  /** The fields of its payload; null where they are not known. */
  fields: string[] | null;
}

const made = new WeakMap<ScriptReader, Map<PlaceId, Made>>();
const EVENT = /^(Custom)?Event$/;

function madeIn(r: ScriptReader): Map<PlaceId, Made> {
  const known = made.get(r) ?? new Map<PlaceId, Made>();
  made.set(r, known);
  return known;
}

/** `new CustomEvent('pick', { detail, bubbles: true })`; undefined for anything else. */
export function readEvent(r: ScriptReader, node: t.NewExpression): PlaceId | null | undefined {
  if (node.callee.type !== 'Identifier' || !EVENT.test(node.callee.name)) return undefined;
  if (r.component === null) return readNew(r, node);
  const [first, second] = node.arguments;
  const name = textOf(r, first);
  const options = objectOf(r, second);
  const detail = property(options, 'detail');
  const payload = detail ? value(r, detail) : null;
  if (name === null) {
    readArguments(r, node);
    r.b.fn(r.component.fn).sendsAny = true;
    return null;
  }
  const isSet = (flag: string): boolean => {
    const given = property(options, flag);
    return given !== null && !(given.type === 'BooleanLiteral' && !given.value);
  };
  const place = r.b.place('object', name, r.fn, spotOf(node));
  r.b.flow(payload, place, 'put', 'detail');
  madeIn(r).set(place, {
    name,
    payload,
    bubbles: isSet('bubbles'),
    composed: isSet('composed'),
    fields: fieldsOf(r, detail),
  });
  return place;
}

/** A name that holds an event that was made stands for that event. */
export function keepEvent(r: ScriptReader, id: t.Node, from: PlaceId): PlaceId {
  const event = madeIn(r).get(from);
  const place = event && id.type === 'Identifier' ? r.scope.lookup(id.name) : undefined;
  if (event && place !== undefined) madeIn(r).set(place, event);
  return from;
}

/** `this.dispatchEvent(event)`; undefined for any other call. */
export function readDispatch(r: ScriptReader, node: t.CallExpression): null | undefined {
  const { callee } = node;
  const [given] = node.arguments;
  if (callee.type !== 'MemberExpression' || fieldOf(callee.property, callee.computed) !== 'dispatchEvent' || !given)
    return undefined;
  const onPage = callee.object.type === 'Identifier' && /^(window|document|globalThis|self)$/.test(callee.object.name);
  if (onPage && given.type === 'NewExpression') {
    readNew(r, given);
    return null;
  }
  const { component } = r;
  const place = value(r, given as t.Expression);
  if (callee.object.type !== 'ThisExpression' || !component) {
    value(r, callee.object);
    return null;
  }
  const name = given.type === 'Identifier' ? r.scope.lookup(given.name) : undefined;
  const event = madeIn(r).get(name ?? place ?? -1);
  if (!event || place === null) {
    // Put together elsewhere: it may be any.
    r.b.fn(component.fn).sendsAny = true;
    return null;
  }
  send(r, event, place, node);
  return null;
}

function send(r: ScriptReader, event: Made, place: PlaceId, node: t.CallExpression): void {
  const { component, b } = r;
  if (!component) return;
  const at = spotOf(node);
  const isFirst = !b.fn(component.fn).events?.some(({ name }) => name === event.name);
  noteEvent(r, component, event.name, at);
  const fact = b.fn(component.fn).events?.find(({ name }) => name === event.name);
  if (fact && event.bubbles) fact.bubbles = true;
  if (event.bubbles && event.composed && isFirst) {
    const reason = 'It leaves the component that renders its sender; whoever hears it above that is not followed.';
    b.facts.gaps.push({ what: 'event', name: event.name, reason, fn: r.fn, at });
  }
  if (fact) noteFields(fact, event.fields, isFirst);
  const heardAt = [b.part(component.props, eventProp(event.name), r.fn, at)];
  if (event.bubbles) heardAt.push(b.part(b.part(component.props, AROUND, r.fn, at), event.name, r.fn, at));
  for (const [index, callee] of heardAt.entries())
    b.call({
      callee,
      name: event.name,
      args: [place],
      repeat: r.repeat,
      optional: true,
      ...(index > 0 ? { onlyKnown: true } : {}),
      fn: r.fn,
      at,
    });
}

/** Sent in several places, it brings what any of them gives; where one of them is not known, nothing is. */
function noteFields(fact: EventFact, fields: string[] | null, isFirst: boolean): void {
  const before = isFirst ? [] : fact.fields;
  if (fields !== null && before !== undefined) fact.fields = [...new Set([...before, ...fields])];
  else delete fact.fields;
}

/** The fields of an object that stands in the source; null for anything else. */
function fieldsOf(r: ScriptReader, node: t.Node | null): string[] | null {
  const object = objectOf(r, node);
  if (!object || object.properties.some((one) => one.type === 'SpreadElement')) return null;
  return object.properties.flatMap((one) => ('key' in one ? [fieldOf(one.key, one.computed)] : []));
}

/** `this.template.addEventListener('pick', this.pick)`: heard from all that stands in the component's markup; undefined for any other call. */
export function readListening(r: ScriptReader, node: t.CallExpression): null | undefined {
  const { callee } = node;
  const { component } = r;
  if (!component || callee.type !== 'MemberExpression') return undefined;
  if (fieldOf(callee.property, callee.computed) !== 'addEventListener') return undefined;
  const { object } = callee;
  const isTemplate =
    object.type === 'MemberExpression' &&
    object.object.type === 'ThisExpression' &&
    fieldOf(object.property, object.computed) === 'template';
  if (object.type !== 'ThisExpression' && !isTemplate) return undefined;
  const [, run = null] = readArguments(r, node);
  const name = textOf(r, node.arguments[0]);
  if (run === null) return null;
  const at = spotOf(node);
  r.b.use({ place: run, kind: 'handler', detail: name ?? '', fn: r.fn, at });
  if (name === null) return null;
  const all = r.b.place('object', '', r.fn, at);
  r.b.flow(run, all, 'put', name);
  r.b.flow(all, component.self, 'put', LISTENERS);
  return null;
}
