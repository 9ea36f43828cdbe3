/** What the family gives a meaning to in scripts. */
import type * as t from '@babel/types';
import { eventProp } from '../../model/signs';
import type { PlaceId } from '../../model/facts';
import { readLibraryCall } from '../libraries';
import { readChannelCall, readNew } from '../libraries/channels';
import { readMarkup } from '../jsx/markup';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { isFunction, value } from '../script/expressions';
import { mutation } from '../script/mutations';
import { nameFromPath } from '../script/names';
import { fieldOf } from '../script/patterns';
import type { Dialect, ScriptReader } from '../script/reader';
import type { Reading } from '../script/reading';
import {
  askForChange,
  assignModel,
  defineEmits,
  defineModel,
  defineProps,
  expose,
  readEmit,
  withDefaults,
} from './declared';
import { takenOnce } from './taken';
import { unwrapped } from './unwrap';
import { readUpward } from './upward';
import { inject, provide, readAppProvide, symbol } from '../component/provided';
import { mountSite } from '../component/site';
import { effect, leaving, same, settleRuns } from '../script/lifecycle';
import { objectOf, property } from '../script/literals';
import { hyperscript } from './hyperscript';
import { asyncComponent, readRegistration } from './registered';
import { assignForAll, readInstance, readSlots } from './instance';
import { readMade } from './made';
import { readOptions } from './options';
import { readNewRouter } from '../libraries/routers/vueRouter';
import {
  isStoreModule,
  nameOfFile,
  readCommit,
  readGetter,
  readNewStore,
  readStoreModule,
} from '../libraries/stores/moduleStores';
import { optionsOfClass } from './classStyle';
import { isOptions, readOptionsObject, rendersBy } from './optionsObject';
import { computed, reactive, ref, templateRef, toRef, watch } from './reactive';

/** `createApp(App, props)`: where the application is mounted. */
const createApp: Reading = (r, node) => {
  const [first, ...others] = node.arguments;
  const at = spotOf(node);
  // What is mounted may be written in place.
  const written = first?.type === 'ObjectExpression' ? first : null;
  const name = written ? nameFromPath(r.b.facts.path) : first ? r.source(first) : 'App';
  const tag = written ? readOptionsObject(r, written, name) : first ? value(r, first) : null;
  const [passed = null] = others.map((one) => value(r, one));
  if (tag === null) return null;
  const { site, propsPlace } = mountSite(r, name, tag, at);
  const [props] = others;
  if (props) {
    r.b.flow(passed, propsPlace);
    site.props.push({ name: null, place: passed, literal: null, at: spotOf(props) });
  }
  return r.b.place('object', 'app', r.fn, at);
};

/** `useAttrs()`: what is given beyond the props. */
const useAttrs: Reading = (r, node) => readInstance(r, '$attrs', spotOf(node));

/** `useSlots()`: what is to stand in each slot, as functions. */
const useSlots: Reading = (r, node) => (r.component ? readSlots(r, r.component, spotOf(node)) : null);

/** `defineComponent({ … })`, `Vue.extend({ … })`. */
const component: Reading = (r, node, target) => {
  const [first] = node.arguments;
  if (first?.type === 'ObjectExpression')
    return readOptionsObject(r, first, target?.type === 'Identifier' ? target.name : null);
  // `defineComponent((props) => …)`: a setup function alone.
  if (!isFunction(first)) return readArguments(r, node)[0] ?? null;
  const setup = { type: 'ObjectProperty', key: { type: 'Identifier', name: 'setup' }, value: first, computed: false };
  const options = { ...node, type: 'ObjectExpression', properties: [setup] } as unknown as t.ObjectExpression;
  return readOptionsObject(r, options, target?.type === 'Identifier' ? target.name : null);
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
  unref: (r, node) => {
    const [place = null] = readArguments(r, node);
    return place === null ? null : unwrapped(r, place, spotOf(node));
  },
  computed,
  watch,
  watchEffect: effect,
  watchPostEffect: effect,
  onMounted: effect,
  onUpdated: effect,
  onBeforeMount: effect,
  onActivated: effect,
  onUnmounted: leaving,
  onBeforeUnmount: leaving,
  onDeactivated: leaving,
  onScopeDispose: leaving,
  defineProps,
  withDefaults,
  useAttrs,
  useSlots,
  defineEmits,
  defineModel,
  defineExpose: expose,
  defineOptions: (r, node, _, component) => {
    const options = objectOf(r, node.arguments[0]);
    if (component && options) readOptions(r, component, options);
    return null;
  },
  provide,
  inject,
  useTemplateRef: templateRef,
  createApp,
  defineAsyncComponent: asyncComponent,
  defineComponent: component,
  h: hyperscript,
  Symbol: symbol,
};

/** Names that mean something without being imported. */
const BUILT_IN = /^(define\w+|withDefaults|Symbol)$/;

function apiName(r: ScriptReader, node: t.CallExpression): string | null {
  if (node.callee.type !== 'Identifier') return null;
  const { name } = node.callee;
  const place = r.scope.lookup(name);
  // Build tools import the family's functions by themselves.
  if (place === undefined)
    return (r.component || r.dialect === vue || name === 'Symbol') && Object.hasOwn(CALLS, name) && name !== 'h'
      ? name
      : null;
  const imported = r.importOf.get(place);
  if (!imported || !/^(vue|@vue\/(composition-api|reactivity|runtime-core)|#imports)$/.test(imported.source))
    return null;
  return BUILT_IN.test(imported.imported) || Object.hasOwn(CALLS, imported.imported) ? imported.imported : null;
}

/** Reads a call of the family's own functions; `undefined` for any other. Its composables stand in plain scripts too. */
export function readVueCall(
  r: ScriptReader,
  node: t.CallExpression,
  target: t.Node | null,
): PlaceId | null | undefined {
  const { callee } = node;
  if (callee.type === 'MemberExpression') {
    const own = isVue(r, callee.object) ? fieldOf(callee.property, callee.computed) : '';
    if (own === 'extend') return component(r, node, target, r.component);
    if (own === 'observable') return reactive(r, node, target, r.component);
    if (own !== 'component' && own !== '') return undefined;
    const registered = readRegistration(r, node);
    return registered !== undefined ? registered : readAppProvide(r, node);
  }
  if (isHyperscript(r, callee)) return hyperscript(r, node, target, r.component);
  const name = apiName(r, node);
  const reading = name !== null && Object.hasOwn(CALLS, name) ? CALLS[name] : undefined;
  return reading?.(r, node, target, r.component);
}

/** `render(h)`: the function that makes markup, where it is passed to the one that renders. */
function isHyperscript(r: ScriptReader, callee: t.Node): boolean {
  if (!r.component || callee.type !== 'Identifier' || !/^(h|createElement|_h)$/.test(callee.name)) return false;
  const place = r.scope.lookup(callee.name);
  return place !== undefined && r.importOf.get(place) === undefined && r.b.facts.places[place]?.kind === 'binding';
}

/** The family's own object: `import Vue from 'vue'`. */
function isVue(r: ScriptReader, node: t.Node): boolean {
  const place = node.type === 'Identifier' ? r.scope.lookup(node.name) : undefined;
  const imported = place === undefined ? undefined : r.importOf.get(place);
  return imported?.source === 'vue' && /^(default|\*)$/.test(imported.imported);
}

/** `new Vue({ render: (h) => h(App) })` mounts; with other options it is a component itself, without any a bus. */
function readNewVue(r: ScriptReader, node: t.NewExpression): PlaceId | null {
  const [options] = node.arguments;
  if (options?.type !== 'ObjectExpression') return r.b.place('object', 'bus', r.fn, spotOf(node));
  for (const one of options.properties)
    if (one.type === 'ObjectProperty' && /^(router|store|pinia)$/.test(fieldOf(one.key, one.computed)))
      value(r, one.value);
  const render = property(options, 'render');
  const drawn = isFunction(render) && render.body.type === 'CallExpression' ? render.body.arguments[0] : undefined;
  const tag =
    drawn?.type === 'Identifier' ? value(r, drawn) : readOptionsObject(r, options, nameFromPath(r.b.facts.path));
  if (tag === null) return null;
  const at = spotOf(drawn ?? node);
  const name = drawn ? r.source(drawn) : nameFromPath(r.b.facts.path);
  mountSite(r, name, tag, at);
  return r.b.place('object', 'app', r.fn, at);
}

/** A name set in a template: a reference's value, or a field of the instance. */
function setName(r: ScriptReader, node: t.Identifier, source: PlaceId | null): boolean {
  if (!r.inTemplate || !r.component) return false;
  const place = r.scope.lookup(node.name);
  const model = place === undefined ? undefined : r.models.get(place);
  if (model !== undefined) askForChange(r, model, source, node);
  else if (place === undefined) mutation(r, r.component.self, node.name, node, `${node.name} = …`);
  else mutation(r, place, 'value', node, `${node.name} = …`);
  return true;
}

export const vue: Dialect = {
  member: (r, node) =>
    node.object.type === 'ThisExpression'
      ? readInstance(r, fieldOf(node.property, node.computed), spotOf(node.property))
      : readGetter(r, node),
  declared: takenOnce,
  setsCell(r, { object, property: field, computed: byKey }) {
    if (object.type === 'ThisExpression') return r.component !== null;
    const place = object.type === 'Identifier' ? r.scope.lookup(object.name) : undefined;
    return place !== undefined && r.references.has(place) && fieldOf(field, byKey) === 'value';
  },
  named: (r, place, node) => (r.inTemplate ? unwrapped(r, place, spotOf(node)) : undefined),
  call(r, node, target) {
    if (node.type === 'NewExpression') {
      if (isVue(r, node.callee)) return readNewVue(r, node);
      const store = readNewStore(r, node, target);
      return store !== undefined ? store : (readNewRouter(r, node, target) ?? readNew(r, node));
    }
    if (readUpward(r, node) === null || readEmit(r, node)) return null;
    const committed = readCommit(r, node);
    if (committed !== undefined) return committed;
    const own = readVueCall(r, node, target);
    if (own !== undefined) return own;
    for (const read of [readChannelCall, readLibraryCall]) {
      const outside = read(r, node, target);
      if (outside !== undefined) return outside;
    }
    return readMade(r, node, target);
  },
  // Scripts of this family may hold markup too.
  markup: readMarkup,
  assign: (r, node) => assignModel(r, node) || assignForAll(r, node),
  setName,
  finish: settleRuns,
  objectLike(r, node, name) {
    if (isStoreModule(node)) return readStoreModule(r, node, name ?? nameOfFile(r));
    return isOptions(node) ? readOptionsObject(r, node, name) : undefined;
  },
  // A function that makes components: what it returns says what one is.
  returned: (r, node) =>
    r.component === null && isOptions(node) && rendersBy(node) ? readOptionsObject(r, node, null) : undefined,
  propName: (name) => (/^on[A-Z]/.test(name) ? eventProp(name.charAt(2).toLowerCase() + name.slice(3)) : name),
  object: () => undefined,
  functionRead: () => undefined,
  classLike(r, node, name) {
    const options = r.fn === 0 ? optionsOfClass(node) : null;
    return options ? readOptionsObject(r, options, name || null) : undefined;
  },
  settle(_, fact) {
    if (/^use[A-Z0-9]/.test(fact.name)) fact.role = 'hook';
    else if (fact.parent !== 0) fact.role = 'closure';
  },
};
