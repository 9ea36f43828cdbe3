/**
 * Events: whoever makes one sends it from its own element. It is heard at the component's tag and, where it bubbles, at any element
 * around that in the same markup; one that is composed as well goes on to the tags of all components around, and to the page.
 */
import type * as t from '@babel/types';
import type { EventFact, PlaceId, Spot } from '../../model/facts';
import { AROUND, CHILDREN, eventProp, PLAIN, SLOTS } from '../../model/signs';
import { noteEvent } from '../component/component';
import { passesPage, readNew } from '../libraries/channels';
import { spotOf } from '../script/builder';
import type { SingleFileComponent } from '../script/componentInFile';
import { readArguments } from '../script/calls';
import { value } from '../script/expressions';
import { objectOf, property, textOf } from '../script/literals';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';

/** The fields of an instance that hold the listeners it adds by script: to its own markup, and to its own element. */
export const LISTENERS = '#listeners';
export const HOST = '#host';

/** The context under which listeners beyond the markup around are found. */
const BEYOND = '(listeners)';

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
    const written = property(options, flag);
    return written !== null && !(written.type === 'BooleanLiteral' && !written.value);
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
  const [first] = node.arguments;
  if (callee.type !== 'MemberExpression' || fieldOf(callee.property, callee.computed) !== 'dispatchEvent' || !first)
    return undefined;
  const onPage = callee.object.type === 'Identifier' && /^(window|document|globalThis|self)$/.test(callee.object.name);
  if (onPage && first.type === 'NewExpression') {
    readNew(r, first);
    return null;
  }
  const { component } = r;
  const place = value(r, first as t.Expression);
  if (callee.object.type !== 'ThisExpression' || !component) {
    value(r, callee.object);
    return null;
  }
  const name = first.type === 'Identifier' ? r.scope.lookup(first.name) : undefined;
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
  if (fact) noteFields(fact, event.fields, isFirst);
  const own = [component.props, b.part(component.self, HOST, r.fn, at)];
  const further = event.bubbles ? [b.part(component.props, AROUND, r.fn, at)] : [];
  if (event.bubbles && event.composed) {
    further.push(beyond(r, at));
    passesPage(r, event.name, event.payload, event.fields, at);
  }
  for (const [index, listeners] of [...own, ...further].entries())
    b.call({
      callee: b.part(listeners, eventProp(event.name), r.fn, at),
      name: event.name,
      args: [place],
      repeat: r.repeat,
      optional: true,
      ...(index > 0 ? { onlyKnown: true } : {}),
      ...(index >= own.length ? { past: true } : {}),
      fn: r.fn,
      at,
    });
}

function contextBeyond(r: ScriptReader, at: Spot): PlaceId {
  const place = r.b.place('context', BEYOND, 0, at);
  r.b.facts.contexts.push({ name: BEYOND, key: BEYOND, ambient: true, place, hasDefault: true, at });
  return place;
}

/** The listeners further out than a component's own markup, as far as those around let theirs be found. */
function beyond(r: ScriptReader, at: Spot): PlaceId {
  const result = r.b.place('read', BEYOND, r.fn, at);
  r.b.facts.contextReads.push({ context: contextBeyond(r, at), maybe: true, result, fn: r.fn, at });
  return result;
}

/** Holds what hears whatever crosses the roots of components below: at first, what the component itself adds by script. */
function hearing(r: ScriptReader, at: Spot): PlaceId {
  const heard = r.b.place('object', '', r.fn, at);
  if (r.self !== null)
    for (const listeners of [LISTENERS, HOST]) r.b.flow(r.b.part(r.self, listeners, r.fn, at), heard);
  return heard;
}

/** Lets all that a component renders find the listeners of its own element and template, and those further out. */
export function hearBelow(r: ScriptReader, component: SingleFileComponent, at: Spot): void {
  r.b.rest(beyond(r, at), r.b.place('object', '', r.fn, at), [PLAIN, SLOTS]);
  component.provides.push({ context: contextBeyond(r, at), value: hearing(r, at), name: BEYOND, at });
}

/** Lets all in a part of the markup find the listeners of an element as well; gives the piece inside it, and what holds them. */
export function hearInside(r: ScriptReader, piece: PlaceId, at: Spot): { inside: PlaceId; heard: PlaceId } {
  const context = contextBeyond(r, at);
  const heard = hearing(r, at);
  const inside = r.b.place('markup', '', r.fn, at);
  const propsPlace = r.b.place('siteProps', BEYOND, r.fn, at);
  r.b.flow(heard, propsPlace, 'put', 'value');
  r.b.flow(inside, propsPlace, 'put', CHILDREN);
  const props = [{ name: 'value', place: heard, literal: null, at }];
  r.b.facts.sites.push({
    name: BEYOND,
    tag: context,
    propsPlace,
    inside: piece,
    props,
    repeat: r.repeat,
    fn: r.fn,
    at,
  });
  return { inside, heard };
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

/**
 * `this.template.addEventListener('pick', this.pick)`: heard from all that stands in the component's markup; on its own element, from what
 * it sends itself, what leaves its markup and what stands between its tags. Undefined for any other call.
 */
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
  r.b.flow(run, all, 'put', eventProp(name));
  r.b.flow(all, component.self, 'put', isTemplate ? LISTENERS : HOST);
  return null;
}
