/** What the family gives a meaning to in scripts: reactive values, props, events, what is provided, watchers. */
import type * as t from '@babel/types';
import type { FunctionId, PlaceId } from '../../model/facts';
import { propsOf } from '../../model/types';
import { readLibraryCall } from '../libraries';
import { readChannelCall, readNew } from '../outside/channels';
import { cellName } from '../react/apis/cells';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { isFunction, value } from '../script/expressions';
import { fieldOf } from '../script/patterns';
import type { Dialect, ScriptReader } from '../script/reader';
import { mutation } from '../script/mutations';
import { findIn, typeOf } from '../script/types';
import { objectOf, plain, textOf } from '../stores/cells';
import { readMarkup } from '../react/markup';
import { noteStarts } from '../react/starts';

/** The component being read. */
export interface VueComponent {
  fn: FunctionId;
  props: PlaceId;
  /** The instance: what options and templates reach by name. */
  self: PlaceId;
  /** Places that hold a reference: templates take the value out of it. */
  refs: Set<PlaceId>;
  /** Places that hold the function that sends events. */
  emit: Set<PlaceId>;
  /** What is provided to all below: the key's place and the value's. */
  provides: { context: PlaceId; value: PlaceId | null; name: string; at: ReturnType<typeof spotOf> }[];
  /** References templates name, by name. */
  handles: Map<string, PlaceId>;
}

type Reading = (
  r: ScriptReader,
  node: t.CallExpression,
  target: t.Node | null,
  component: VueComponent | null,
) => PlaceId | null;

/** The sign under which an event stands among a component's props. */
export const EVENT = '@';

/** A reference: an object whose `value` is the cell. */
function reference(
  r: ScriptReader,
  node: t.CallExpression,
  target: t.Node | null,
  kind: 'state' | 'derived',
  from: PlaceId | null,
): PlaceId {
  const named = cellName(target);
  const at = spotOf(named?.node ?? node);
  const name = named?.name ?? 'value';
  const cell = r.b.place('cell', name, r.fn, at);
  const setter = kind === 'state' ? r.b.place('setter', `set ${name}`, r.fn, at) : null;
  if (from !== null) {
    if (kind === 'state') {
      r.b.flow(from, cell, 'frozen');
      r.b.use({ place: from, kind: 'copied', fn: r.fn, at: spotOf(node) });
    } else r.b.flow(from, cell);
  }
  const held = r.b.place('object', name, r.fn, at);
  r.b.flow(cell, held, 'put', 'value');
  r.b.facts.cells.push({ name, kind, value: cell, setter, inPlace: true, fn: r.fn, at });
  r.component?.refs.add(held);
  return held;
}

const ref: Reading = (r, node, target) => reference(r, node, target, 'state', readArguments(r, node)[0] ?? null);

/** `reactive({ … })`: a cell for each field, changed in place. */
const reactive: Reading = (r, node, target) => {
  const object = objectOf(r, node.arguments[0]);
  const name = cellName(target)?.name ?? 'state';
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  if (!object) return readArguments(r, node)[0] ?? null;
  const held = r.b.place('object', name, r.fn, at);
  for (const one of object.properties) {
    if (one.type !== 'ObjectProperty') continue;
    addField(r, held, fieldOf(one.key, one.computed), one.key, value(r, one.value));
  }
  return held;
};

/** A cell that is a field of an object, changed by setting the field. */
export function addField(r: ScriptReader, held: PlaceId, field: string, node: t.Node, first: PlaceId | null): void {
  const at = spotOf(node);
  const cell = r.b.place('cell', field, r.fn, at);
  const setter = r.b.place('setter', `set ${field}`, r.fn, at);
  if (first !== null) {
    r.b.flow(first, cell, 'frozen');
    r.b.use({ place: first, kind: 'copied', fn: r.fn, at });
  }
  r.b.flow(cell, held, 'put', field);
  r.b.facts.cells.push({ name: field, kind: 'state', value: cell, setter, inPlace: true, fn: r.fn, at });
}

/** What calling a function brings. */
export function called(
  r: ScriptReader,
  callee: PlaceId,
  name: string,
  at: ReturnType<typeof spotOf>,
  args: (PlaceId | null)[] = [],
): PlaceId {
  const result = r.b.place('computed', '', r.fn, at);
  r.b.facts.calls.push({ callee, name, args, receiver: null, result, repeat: 'once', fn: r.fn, at });
  return result;
}

const computed: Reading = (r, node, target) => {
  const given = node.arguments[0];
  const options = objectOf(r, given);
  const get = options?.properties.find(
    (one) => one.type !== 'SpreadElement' && fieldOf(one.key, one.computed) === 'get',
  );
  const body = get?.type === 'ObjectProperty' ? get.value : get?.type === 'ObjectMethod' ? get : given;
  const fn = body && body.type !== 'SpreadElement' ? value(r, body.type === 'ObjectMethod' ? null : body) : null;
  return reference(r, node, target, 'derived', fn === null ? null : called(r, fn, 'computed', spotOf(node)));
};

/** `watch(source, run)`: reading the source is what makes it run. */
const watch: Reading = (r, node) => {
  const [source = null, run = null] = readArguments(r, node);
  const at = spotOf(node.callee);
  const first = node.arguments[0];
  const watched = source !== null && isFunction(first) ? called(r, source, 'watched', at) : source;
  let given = watched;
  if (watched !== null) {
    // References are watched by their value.
    given = r.b.place('computed', '', r.fn, at);
    r.b.facts.flows.push({ from: watched, to: given, op: 'unwrap', field: 'value' });
    r.b.use({ place: given, kind: 'effect', detail: 'watch', fn: r.fn, at });
  }
  if (run !== null) {
    r.b.use({ place: run, kind: 'effect', detail: 'watch', fn: r.fn, at });
    called(r, run, 'watch', at, [given]);
  }
  return null;
};

const effect: Reading = (r, node) => {
  noteStarts(r, node.arguments[0]);
  const [run = null] = readArguments(r, node);
  if (run !== null) r.b.use({ place: run, kind: 'effect', detail: 'effect', fn: r.fn, at: spotOf(node.callee) });
  return null;
};

const toRef: Reading = (r, node) => {
  const [object = null] = readArguments(r, node);
  const key = textOf(r, node.arguments[1]);
  if (object === null || key === null) return object;
  const held = r.b.place('object', key, r.fn, spotOf(node));
  r.b.flow(r.b.part(object, key, r.fn, spotOf(node)), held, 'put', 'value');
  r.component?.refs.add(held);
  return held;
};

const same: Reading = (r, node) => readArguments(r, node)[0] ?? null;

/** A prop the component declares. */
export function declareProp(
  r: ScriptReader,
  component: VueComponent,
  name: string,
  node: t.Node,
  required: boolean,
  otherwise: string | null,
): void {
  const fact = r.b.fn(component.fn);
  if (fact.props?.some((prop) => prop.name === name)) return;
  fact.props?.push({
    name,
    required: required && otherwise === null,
    default: otherwise,
    declared: true,
    at: spotOf(node),
  });
}

/** `['units']`, `{ units: { type: String, default: 'c' } }`. */
export function declareProps(r: ScriptReader, component: VueComponent, node: t.Node | null): void {
  const given = plain(r, node);
  if (given?.type === 'ArrayExpression') {
    for (const one of given.elements)
      if (one?.type === 'StringLiteral') declareProp(r, component, one.value, one, false, null);
  } else if (given?.type === 'ObjectExpression')
    for (const one of given.properties) {
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
}

/** `['pick']`, `{ pick: null }`. */
export function declareEvents(r: ScriptReader, component: VueComponent, node: t.Node | null): void {
  const given = plain(r, node);
  const events = r.b.fn(component.fn).events;
  if (given?.type === 'ArrayExpression')
    for (const one of given.elements)
      if (one?.type === 'StringLiteral') events?.push({ name: one.value, at: spotOf(one) });
  if (given?.type === 'ObjectExpression')
    for (const one of given.properties)
      if (one.type !== 'SpreadElement') events?.push({ name: fieldOf(one.key, one.computed), at: spotOf(one.key) });
}

const defineProps: Reading = (r, node, _, component) => {
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
    if (typed.open) {
      fact.openType = true;
      fact.propsType = written;
    }
  }
  return component.props;
};

const withDefaults: Reading = (r, node, target, component) => {
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

const defineEmits: Reading = (r, node, _, component) => {
  if (!component) return null;
  declareEvents(r, component, node.arguments[0] ?? null);
  const place = r.b.place('object', 'emit', r.fn, spotOf(node));
  component.emit.add(place);
  return place;
};

/** `defineModel('open')`: a prop and the event that asks for its change, as one reference. */
const defineModel: Reading = (r, node, target, component) => {
  if (!component) return null;
  const name = textOf(r, node.arguments[0]) ?? 'modelValue';
  const at = spotOf(target ?? node);
  declareProp(r, component, name, node, false, null);
  r.b.fn(component.fn).events?.push({ name: `update:${name}`, at });
  const held = r.b.place('object', name, r.fn, at);
  r.b.flow(r.b.part(component.props, name, r.fn, at), held, 'put', 'value');
  component.refs.add(held);
  r.models.set(held, r.b.part(component.props, `${EVENT}update:${name}`, r.fn, at));
  return held;
};

/** The context of a key: a text is one all over the project; a symbol is made in one place. */
function contextOf(
  r: ScriptReader,
  node: t.Node | undefined,
  hasDefault: boolean,
): { place: PlaceId; name: string } | null {
  if (!node) return null;
  const text = textOf(r, node);
  if (text === null) {
    const place = value(r, node);
    return place === null ? null : { place, name: r.source(node) };
  }
  const at = spotOf(node);
  const place = r.b.place('context', text, r.fn, at);
  r.b.facts.contexts.push({ name: text, key: text, place, hasDefault, at });
  return { place, name: text };
}

const provide: Reading = (r, node, _, component) => {
  const context = contextOf(r, node.arguments[0], false);
  const [, given = null] = readArguments(r, {
    ...node,
    arguments: [{ type: 'NullLiteral' } as t.NullLiteral, ...node.arguments.slice(1)],
  });
  if (!context || !component) return null;
  // A text or a number is a value too: it lives with the component that provides it.
  const held = given ?? r.b.place('object', '', r.fn, spotOf(node.arguments[1] ?? node));
  component.provides.push({ context: context.place, value: held, name: context.name, at: spotOf(node) });
  return null;
};

const inject: Reading = (r, node) => {
  const otherwise = node.arguments[1];
  const context = contextOf(r, node.arguments[0], !!otherwise);
  if (otherwise && otherwise.type !== 'SpreadElement') value(r, otherwise as t.Expression);
  if (!context) return null;
  const at = spotOf(node);
  const result = r.b.place('read', '', r.fn, at);
  r.b.facts.contextReads.push({ context: context.place, result, fn: r.fn, at });
  return result;
};

/** A key of its own for something provided. */
const symbol: Reading = (r, _, target) => {
  if (r.fn !== 0 || target?.type !== 'Identifier') return null;
  const place = r.b.place('context', target.name, 0, spotOf(target));
  r.b.facts.contexts.push({ name: target.name, key: null, maybe: true, place, hasDefault: false, at: spotOf(target) });
  return place;
};

/** `createApp(App, props)`: where the application is mounted. */
const createApp: Reading = (r, node) => {
  const [tag = null] = readArguments(r, node);
  const at = spotOf(node);
  if (tag === null) return null;
  const first = node.arguments[0];
  const name = first ? r.source(first) : 'App';
  const inside = r.b.place('markup', '', r.fn, at);
  const propsPlace = r.b.place('siteProps', name, r.fn, at);
  r.b.facts.sites.push({ name, tag, propsPlace, inside, props: [], repeat: 'once', fn: r.fn, at });
  return r.b.place('object', 'app', r.fn, at);
};

const templateRef: Reading = (r, node, target, component) => {
  const held = reference(r, node, target, 'state', null);
  const name = textOf(r, node.arguments[0]);
  if (name !== null) component?.handles.set(name, held);
  return held;
};

const expose: Reading = (r, node) => {
  const [exposes = null] = readArguments(r, node);
  if (exposes !== null) r.b.facts.handles.push({ handle: exposes, exposes, fn: r.fn, at: spotOf(node) });
  return null;
};

const CALLS: Record<string, Reading> = {
  ref,
  shallowRef: ref,
  customRef: ref,
  reactive,
  shallowReactive: reactive,
  readonly: same,
  shallowReadonly: same,
  toRaw: same,
  markRaw: same,
  toRef,
  toRefs: same,
  toValue: same,
  unref: same,
  computed,
  watch,
  watchEffect: effect,
  watchPostEffect: effect,
  onMounted: effect,
  onUpdated: effect,
  onBeforeMount: effect,
  onUnmounted: effect,
  onBeforeUnmount: effect,
  defineProps,
  withDefaults,
  defineEmits,
  defineModel,
  defineExpose: expose,
  provide,
  inject,
  useTemplateRef: templateRef,
  createApp,
  Symbol: symbol,
};

/** Names that mean something without being imported. */
const BUILT_IN = /^(define\w+|withDefaults|Symbol)$/;

function apiName(r: ScriptReader, node: t.CallExpression): string | null {
  if (node.callee.type !== 'Identifier') return null;
  const { name } = node.callee;
  const place = r.scope.lookup(name);
  // Build tools import the family's functions by themselves.
  if (place === undefined) return (r.component || name === 'Symbol') && Object.hasOwn(CALLS, name) ? name : null;
  const imported = r.importOf.get(place);
  if (!imported || !/^(vue|@vue\/(composition-api|reactivity|runtime-core)|#imports)$/.test(imported.source))
    return null;
  return BUILT_IN.test(imported.imported) || Object.hasOwn(CALLS, imported.imported) ? imported.imported : null;
}

/** `emit('pick', tray)`, `this.$emit('pick')`, `context.emit('pick')`. */
function readEmit(r: ScriptReader, node: t.CallExpression): boolean {
  const { component } = r;
  if (!component) return false;
  const { callee } = node;
  const byName = callee.type === 'Identifier' ? r.scope.lookup(callee.name) : undefined;
  const isEmit =
    (byName !== undefined && component.emit.has(byName)) ||
    (callee.type === 'Identifier' && callee.name === '$emit') ||
    (callee.type === 'MemberExpression' &&
      /^\$?emit$/.test(fieldOf(callee.property, callee.computed)) &&
      (callee.object.type === 'ThisExpression' ||
        (callee.object.type === 'Identifier' && /^(ctx|context|vm)$/.test(callee.object.name))));
  const event = node.arguments[0];
  if (!isEmit || event?.type !== 'StringLiteral') return false;
  const at = spotOf(node);
  const events = r.b.fn(component.fn).events;
  if (!events?.some((one) => one.name === event.value)) events?.push({ name: event.value, at: spotOf(event) });
  const [, ...args] = readArguments(r, node);
  const callback = r.b.part(component.props, `${EVENT}${event.value}`, component.fn, spotOf(event));
  const result = r.b.place('computed', '', r.fn, at);
  r.b.facts.calls.push({
    callee: callback,
    name: event.value,
    args,
    receiver: null,
    result,
    repeat: r.repeat,
    fn: r.fn,
    at,
  });
  return true;
}

/** Reads a call of the family's own functions; `undefined` for any other. Its composables stand in plain scripts too. */
export function readVueCall(
  r: ScriptReader,
  node: t.CallExpression,
  target: t.Node | null,
): PlaceId | null | undefined {
  const name = apiName(r, node);
  const reading = name !== null && Object.hasOwn(CALLS, name) ? CALLS[name] : undefined;
  return reading?.(r, node, target, r.component);
}

/** A name set in a template: a reference's value, or a field of the instance. */
function setName(r: ScriptReader, node: t.Identifier, given: PlaceId | null): boolean {
  if (!r.inTemplate || !r.component) return false;
  const place = r.scope.lookup(node.name);
  const model = place === undefined ? undefined : r.models.get(place);
  if (model !== undefined) askForChange(r, model, given, node);
  else if (place === undefined) mutation(r, r.component.self, node.name, node, `${node.name} = …`);
  else mutation(r, place, 'value', node, `${node.name} = …`);
  return true;
}

/** A model's change is asked for by the event of its prop. */
function askForChange(r: ScriptReader, callee: PlaceId, given: PlaceId | null, node: t.Node): void {
  const at = spotOf(node);
  const result = r.b.place('computed', '', r.fn, at);
  r.b.facts.calls.push({
    callee,
    name: 'update',
    args: [given],
    receiver: null,
    result,
    repeat: r.repeat,
    fn: r.fn,
    at,
  });
}

/** `open.value = …` where `open` is a model. */
function assignModel(r: ScriptReader, node: t.AssignmentExpression): boolean {
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

/** `this.$props`, `this.$attrs`: everything that was given, by whatever name. */
export function readInstance(r: ScriptReader, field: string): PlaceId | null {
  if (!r.component || (field !== '$props' && field !== '$attrs')) return null;
  r.b.fn(r.component.fn).takesRest = true;
  return r.component.props;
}

export const vue: Dialect = {
  member: readInstance,
  call(r, node, target) {
    if (node.type === 'NewExpression') return readNew(r, node);
    if (readEmit(r, node)) return null;
    const own = readVueCall(r, node, target);
    if (own !== undefined) return own;
    for (const read of [readChannelCall, readLibraryCall]) {
      const outside = read(r, node, target);
      if (outside !== undefined) return outside;
    }
    return undefined;
  },
  // Scripts of this family may hold markup too.
  markup: readMarkup,
  assign: assignModel,
  setName,
  finish: () => undefined,
  object: () => undefined,
  functionRead: () => undefined,
  classLike: () => undefined,
  settle(_, fact) {
    if (/^use[A-Z0-9]/.test(fact.name)) fact.role = 'hook';
    else if (fact.parent !== 0) fact.role = 'closure';
  },
};
