/** What the family gives a meaning to in scripts. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { readLibraryCall } from '../libraries';
import { readChannelCall, readNew } from '../outside/channels';
import { readMarkup } from '../react/markup';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { mutation } from '../script/mutations';
import type { Dialect, ScriptReader } from '../script/reader';
import type { Reading } from '../singleFile/component';
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
import { inject, provide, symbol } from '../singleFile/provided';
import { effect, same } from '../singleFile/runs';
import { computed, reactive, ref, templateRef, toRef, watch } from './reactive';

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
