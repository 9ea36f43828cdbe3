/** What a component declares: its props, the events it sends, values bound both ways, what it offers by reference. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { propsOf } from '../../model/types';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { value } from '../script/expressions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { findIn, typeOf } from '../script/types';
import { objectOf, plain, textOf } from '../script/literals';
import { eventProp, updateProp } from '../../model/signs';
import { noteEvent } from '../component/component';
import type { SingleFileComponent } from '../script/componentInFile';
import type { Reading } from '../script/reading';
import { declareProp } from '../component/declare';
import { listenerOf } from './events';

/** Version 3 gives a listener to a prop that is declared under its name: `@dig` is heard as `onDig`. */
function takeListeners(r: ScriptReader, component: SingleFileComponent, node: t.Node): void {
  if (r.vue === 2) return;
  for (const prop of r.b.fn(component.fn).props ?? []) {
    const { name } = prop;
    if (!/^on[A-Z]/.test(name) || prop.listener !== undefined) continue;
    prop.listener = listenerOf(r, name.charAt(2).toLowerCase() + name.slice(3));
    r.b.flow(r.b.part(component.props, prop.listener, component.fn, spotOf(node)), component.props, 'put', name);
  }
}

/** `['units']`, `{ units: { type: String, default: 'c' } }`. */
export function declareProps(r: ScriptReader, component: SingleFileComponent, node: t.Node | null): void {
  const known = plain(r, node);
  // `props: withDefaults({ … })`: what a call makes of them keeps their names.
  const declaration = known?.type === 'CallExpression' ? objectOf(r, known.arguments[0]) : known;
  if (node && !isWhole(declaration, known)) r.b.fn(component.fn).openType = true;
  if (declaration?.type === 'ArrayExpression') {
    for (const one of declaration.elements)
      if (one?.type === 'StringLiteral') declareProp(r, component, one.value, one, false, null);
  } else if (declaration?.type === 'ObjectExpression')
    for (const one of declaration.properties) {
      if (one.type !== 'ObjectProperty') continue;
      const options = objectOf(r, one.value);
      const find = (name: string): t.Node | undefined =>
        options?.properties.flatMap((p) =>
          p.type === 'ObjectProperty' && fieldOf(p.key, p.computed) === name ? [p.value] : [],
        )[0];
      const otherwise = find('default');
      const required = find('required');
      declareProp(
        r,
        component,
        fieldOf(one.key, one.computed),
        one.key,
        required?.type === 'BooleanLiteral' && required.value,
        otherwise ? r.source(otherwise) : null,
      );
    }
  if (node) takeListeners(r, component, node);
}

/** Whether all that is declared stands where it is written; others may come of a call, a name or a spread. */
function isWhole(argument: t.Node | null, written: t.Node | null): boolean {
  if (argument !== written) return false;
  if (argument?.type === 'ArrayExpression') return argument.elements.every((one) => one?.type === 'StringLiteral');
  return argument?.type === 'ObjectExpression' && argument.properties.every((one) => one.type !== 'SpreadElement');
}

/** `['pick']`, `{ pick: null }`. */
export function declareEvents(r: ScriptReader, component: SingleFileComponent, node: t.Node | null): void {
  const bare = plain(r, node);
  const note = (name: string, at: Spot): void => noteEvent(r, component, name, at, listenerOf(r, name));
  const all =
    bare?.type === 'ArrayExpression' ? bare.elements : bare?.type === 'ObjectExpression' ? bare.properties : [];
  // `[...useToggleEmits, 'pick']`, `[PICK]`: which others there are may be said elsewhere.
  const isKnown = (one: (typeof all)[number]): boolean =>
    one?.type !== 'SpreadElement' && (one === null || !('key' in one) ? textOf(r, one) !== null : !one.computed);
  if (!all.every(isKnown)) r.b.fn(component.fn).sendsAny = true;
  if (bare?.type === 'ArrayExpression')
    for (const one of bare.elements) {
      const name = textOf(r, one);
      if (one && name !== null) note(name, spotOf(one));
    }
  if (bare?.type === 'ObjectExpression')
    for (const one of bare.properties)
      if (one.type !== 'SpreadElement') note(fieldOf(one.key, one.computed), spotOf(one.key));
}

export const defineProps: Reading = (r, node, _, component) => {
  if (!component) return null;
  declareProps(r, component, node.arguments[0] ?? null);
  const type = node.typeParameters?.type === 'TSTypeParameterInstantiation' ? node.typeParameters.params[0] : undefined;
  if (type) {
    const written = typeOf(type);
    const typed = propsOf(written, findIn(r.b.facts.types));
    const fact = r.b.fn(component.fn);
    for (const [name, { optional, at }] of typed.props)
      if (!fact.props?.some((prop) => prop.name === name))
        fact.props?.push({ name, required: !optional, default: null, declared: true, at });
    takeListeners(r, component, node);
    if (typed.open) {
      fact.openType = true;
      fact.propsType = written;
    }
  }
  return component.props;
};

export const withDefaults: Reading = (r, node, target, component) => {
  const [first, second] = node.arguments;
  const props = first?.type === 'CallExpression' ? defineProps(r, first, target, component) : null;
  const fact = component && r.b.fn(component.fn);
  for (const one of objectOf(r, second)?.properties ?? []) {
    if (one.type !== 'ObjectProperty') continue;
    const known = fact?.props?.find((prop) => prop.name === fieldOf(one.key, one.computed));
    if (!known) continue;
    known.default = r.source(one.value);
    known.required = false;
  }
  return props;
};

export const defineEmits: Reading = (r, node, _, component) => {
  if (!component) return null;
  declareEvents(r, component, node.arguments[0] ?? null);
  const place = r.b.place('object', 'emit', r.fn, spotOf(node));
  component.emit.add(place);
  return place;
};

/** `defineModel('open')`: a prop and the event that asks for its change, as one reference. */
export const defineModel: Reading = (r, node, target, component) => {
  if (!component) return null;
  const name = textOf(r, node.arguments[0]) ?? 'modelValue';
  const at = spotOf(target ?? node);
  declareProp(r, component, name, node, false, null);
  noteEvent(r, component, `update:${name}`, at);
  const object = r.b.place('object', name, r.fn, at);
  r.b.flow(r.b.part(component.props, name, r.fn, at), object, 'put', 'value');
  component.refs.add(object);
  r.models.set(object, r.b.part(component.props, eventProp(`update:${name}`), r.fn, at));
  return object;
};

export const expose: Reading = (r, node) => {
  const [exposes = null] = readArguments(r, node);
  if (exposes !== null) r.b.facts.handles.push({ handle: exposes, exposes, fn: r.fn, at: spotOf(node) });
  return null;
};

/** `emit('pick', tray)`, `this.$emit('pick')`, `context.emit('pick')`. */
export function readEmit(r: ScriptReader, node: t.CallExpression): boolean {
  const { component } = r;
  if (!component) return false;
  const { callee } = node;
  const byName = callee.type === 'Identifier' ? r.scope.lookup(callee.name) : undefined;
  const isEmit =
    (byName !== undefined && component.emit.has(byName)) ||
    (callee.type === 'Identifier' && (callee.name === '$emit' || isEmitTaken(r, callee.name))) ||
    (callee.type === 'MemberExpression' &&
      // What an instance calls `emit` is a method of its own.
      ((callee.object.type === 'ThisExpression' && fieldOf(callee.property, callee.computed) === '$emit') ||
        (callee.object.type === 'Identifier' &&
          /^(ctx|context|vm)$/.test(callee.object.name) &&
          /^\$?emit$/.test(fieldOf(callee.property, callee.computed)))));
  const event = node.arguments[0];
  if (isEmit && event?.type !== 'StringLiteral') r.b.fn(component.fn).sendsAny = true;
  if (!isEmit || event?.type !== 'StringLiteral') return false;
  const at = spotOf(node);
  noteEvent(r, component, event.value, spotOf(event), listenerOf(r, event.value));
  const [, ...args] = readArguments(r, node);
  const callback = heardBy(r, component, event.value, spotOf(event));
  r.b.call({
    callee: callback,
    name: event.value,
    args,
    repeat: r.repeat,
    fn: r.fn,
    at,
  });
  return true;
}

/** What listens to an event: who says so, and who binds what it asks to change. */
function heardBy(r: ScriptReader, component: SingleFileComponent, event: string, at: Spot): PlaceId {
  const heard = r.b.part(component.props, listenerOf(r, event), component.fn, at);
  if (component.model?.event !== event) return heard;
  const either = r.b.place('computed', event, component.fn, at);
  r.b.flow(heard, either);
  r.b.flow(r.b.part(component.props, updateProp('value'), component.fn, at), either);
  return either;
}

/** `setup(props, { emit })`: taken out of what the set-up function is given. */
function isEmitTaken(r: ScriptReader, name: string): boolean {
  const place = name === 'emit' ? r.scope.lookup(name) : undefined;
  return place !== undefined && r.importOf.get(place) === undefined && r.b.facts.places[place]?.kind === 'binding';
}

/** A model's change is asked for by the event of its prop. */
export function askForChange(r: ScriptReader, callee: PlaceId, place: PlaceId | null, node: t.Node): void {
  const at = spotOf(node);
  r.b.call({
    callee,
    name: 'update',
    args: [place],
    repeat: r.repeat,
    fn: r.fn,
    at,
  });
}

/** `open.value = …` where `open` is a model. */
export function assignModel(r: ScriptReader, node: t.AssignmentExpression): boolean {
  const { left } = node;
  if (
    left.type !== 'MemberExpression' ||
    left.object.type !== 'Identifier' ||
    fieldOf(left.property, left.computed) !== 'value'
  )
    return false;
  const place = r.scope.lookup(left.object.name);
  const model = place === undefined ? undefined : r.models.get(place);
  if (model === undefined) return false;
  askForChange(r, model, value(r, node.right), left);
  return true;
}
