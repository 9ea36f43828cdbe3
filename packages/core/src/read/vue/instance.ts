/** What stands on every instance: all that was given, the address, the store, whatever renders it. */
import type * as t from '@babel/types';
import { EVENTS, PLAIN, SLOTS, slotProp } from '../../model/signs';
import { listenerOf } from './events';
import type { PlaceId, Spot } from '../../model/facts';
import { value } from '../script/expressions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import type { SingleFileComponent } from '../script/componentInFile';
import { storeOf } from '../libraries/stores/moduleStores';
import { addressOf } from '../libraries/routers/vueRouter';

/** What a component is given beyond its props: its attributes, its listeners. */
function fieldBeyond(r: ScriptReader, component: SingleFileComponent, field: string, at: Spot): PlaceId {
  const rest = r.b.place('object', field, r.fn, at);
  const declared = r.b.fn(component.fn).props?.map((prop) => prop.name) ?? [];
  // In the older version listeners are kept apart.
  const apart = field === '$listeners' ? [PLAIN, SLOTS] : r.vue === 2 ? [EVENTS, SLOTS] : [SLOTS];
  r.b.rest(component.props, rest, [...declared, ...apart]);
  if (field === '$listeners')
    for (const name of listenersAskedFor(r.text))
      r.b.flow(r.b.part(component.props, listenerOf(r, name), r.fn, at), rest, 'put', name);
  return rest;
}

/** Names of listeners that a script asks for: `$listeners.pick`, `$listeners['pick']`, `{ $listeners: { pick } }`, `{ pick } = this.$listeners`. */
const LISTENER_NAME =
  /\$listeners[?!]?\.?(?:\.(\w+)|\[['"]([\w:-]+)['"]\]|\s*:\s*\{([^{}]*)\})|\{([^{}]*)\}\s*=\s*(?:\w+\.)?\$listeners\b/g;

function listenersAskedFor(text: string): Set<string> {
  const found = new Set<string>();
  for (const [, name, quoted, within, before] of text.matchAll(LISTENER_NAME)) {
    for (const one of (within ?? before ?? '').split(',')) found.add(/[\w-]+/.exec(one)?.[0] ?? '');
    found.add(name ?? quoted ?? '');
  }
  found.delete('');
  return found;
}

/** Names of slots that a script asks for: `slots.foot`, `$slots['foot']`, `{ foot } = slots`. */
const SLOT_NAME = /\b(?:scopedS|s)lots(?:\(\))?[?!]?\.?(?:\.(\w+)|\[['"]([\w-]+)['"]\])/gi;

/** What a component is given to show, as functions by the names that its script asks for; `shown`: as what they bring. */
export function readSlots(r: ScriptReader, component: SingleFileComponent, at: Spot, shown = false): PlaceId {
  const slots = r.b.place('object', 'slots', r.fn, at);
  const names = new Set([
    'default',
    ...[...r.text.matchAll(SLOT_NAME)].map(([, name, quoted]) => name ?? quoted ?? ''),
  ]);
  for (const name of names) {
    const slot = r.b.part(component.props, slotProp(name), r.fn, at);
    r.b.flow(shown ? slotContent(r, slot, at) : slot, slots, 'put', name);
  }
  return slots;
}

/** What is to stand in a slot. */
function slotContent(r: ScriptReader, callee: PlaceId, at: Spot): PlaceId {
  return r.b.call({ callee, name: 'slot', args: [], optional: true, fn: r.fn, at });
}

/** What a render function without an instance is given: the props, and what is to stand between the tags. */
export function readContext(r: ScriptReader, component: SingleFileComponent, at: Spot): PlaceId {
  const object = r.b.place('object', 'context', r.fn, at);
  r.b.flow(component.props, object, 'put', 'props');
  const between = r.b.part(component.props, slotProp('default'), r.fn, at);
  r.b.flow(slotContent(r, between, at), object, 'put', 'children');
  return object;
}

/** Puts what a component is given onto its instance, where what it mixes in finds it. */
export function giveToMixins(r: ScriptReader, component: SingleFileComponent, at: Spot): void {
  if (component.mixin) return;
  r.b.flow(component.props, component.self, 'put', '$props');
  for (const field of ['$attrs', '$listeners'])
    r.b.flow(fieldBeyond(r, component, field, at), component.self, 'put', field);
}

/** Fields every instance has: `this.$props`, `this.$attrs`, `this.$route`, `this.$parent`. */
export function readInstance(r: ScriptReader, field: string, at: Spot): PlaceId | null {
  const { component } = r;
  if (!component) return null;
  if (field === '$props' || field === '$attrs' || field === '$listeners') {
    const fact = r.b.fn(component.fn);
    fact.takesRest = true;
    // What is mixed in is passed the whole instance: what that was given stands there under this name.
    if (component.mixin) return r.b.part(component.self, field, r.fn, at);
    return field === '$props' ? component.props : fieldBeyond(r, component, field, at);
  }
  if ((field === '$slots' || field === '$scopedSlots') && !component.mixin)
    return readSlots(r, component, at, field === '$slots' && r.vue === 2);
  // Handed on as a function, it sends what others decide.
  if (field === '$emit') r.b.fn(component.fn).sendsAny = true;
  if (field === '$route') return addressOf(r, at);
  if (field === '$store') return storeOf(r, at);
  if (field === '$parent' || field === '$root') {
    const place = r.b.place('read', field, r.fn, at);
    r.b.facts.parentInstances.push({ place, outermost: field === '$root', fn: r.fn });
    const isReported = r.b.facts.gaps.some((gap) => gap.what === 'instance' && gap.name === field);
    if (!isReported)
      r.b.facts.gaps.push({
        what: 'instance',
        name: field,
        reason: `It reaches into whichever component renders ${r.b.fn(component.fn).name}, bypassing props and events.`,
        fn: r.fn,
        at,
      });
    return place;
  }
  return field.startsWith('$') && !OWN_FIELD.test(field) ? readForAll(r, component, field, at) : null;
}

/** Fields of the framework's own, and of what most projects install. */
const OWN_FIELD =
  /^\$(el|refs|slots|scopedSlots|emit|nextTick|watch|set|delete|on|once|off|options|data|forceUpdate|destroy|mount|children|isServer|event|router|t|tc|te|d|n|i18n)$/;

/** `this.$soil`: what the program has put on all instances, or the instance itself has under that name. */
function readForAll(r: ScriptReader, component: SingleFileComponent, field: string, at: Spot): PlaceId {
  const place = r.b.place('read', field, r.fn, at);
  r.b.facts.joins.push({ key: forAllKey(field), place, into: false });
  r.b.flow(r.b.part(component.self, field, r.fn, at), place);
  return place;
}

function forAllKey(field: string): string {
  return `instance:${field}`;
}

/** `app.config.globalProperties.$soil = soil`, `Vue.prototype.$soil = soil`; false for any other assignment. */
export function assignForAll(r: ScriptReader, { left, right }: t.AssignmentExpression): boolean {
  if (left.type !== 'MemberExpression' || left.object.type !== 'MemberExpression') return false;
  const field = fieldOf(left.property, left.computed);
  const on = fieldOf(left.object.property, left.object.computed);
  if (!field.startsWith('$') || (on !== 'globalProperties' && on !== 'prototype')) return false;
  const place = value(r, right);
  if (place !== null) r.b.facts.joins.push({ key: forAllKey(field), place, into: true });
  return true;
}
