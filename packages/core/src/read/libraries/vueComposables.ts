/** Composables that projects take from a collection rather than write: references that are kept, turned about or bound. */
import type * as t from '@babel/types';
import { eventProp } from '../../model/signs';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { mutation } from '../script/mutations';
import type { PlaceId } from '../../model/facts';
import type { ScriptReader } from '../script/reader';
import type { CallReader, Library } from './library';
import { textOf } from '../script/literals';
import { cellName } from '../script/cellName';
import { holding, reference } from '../component/references';

/** `useToggle(open)` is a function that turns it about; `useToggle()` a reference of its own, and such a function. */
const useToggle: CallReader = (r, node, target) => {
  const [first] = node.arguments;
  if (first?.type === 'Identifier' || first?.type === 'MemberExpression') {
    const [place = null] = readArguments(r, node);
    return place === null ? null : toggleOf(r, place, r.source(first), node);
  }
  const own = target?.type === 'ArrayPattern' ? (target.elements[0] ?? null) : null;
  const ref = reference(r, node, own, 'state', readArguments(r, node)[0] ?? null);
  const pair = r.b.place('object', '', r.fn, spotOf(node));
  r.b.flow(ref, pair, 'put', '0');
  r.b.flow(toggleOf(r, ref, cellName(own)?.name ?? 'value', node), pair, 'put', '1');
  return pair;
};

function toggleOf(r: ScriptReader, ref: PlaceId, name: string, node: t.CallExpression): PlaceId {
  const at = spotOf(node);
  const around = r.fn;
  r.fn = r.b.addFunction('', 'closure', around, at, node.loc?.end.line ?? at.line);
  const fact = r.b.fn(r.fn);
  mutation(r, ref, 'value', node, `${name}.value = …`);
  r.fn = around;
  return fact.self;
}

/** `useStorage('units', 'celsius')`: a reference that is kept under a name. */
const useStorage: CallReader = (r, node, target) => {
  const name = textOf(r, node.arguments[0]);
  const [, first = null] = readArguments(r, node);
  if (name === null) return reference(r, node, target, 'state', first);
  const at = spotOf(node);
  const key = `storage:${name}`;
  const value = r.b.place('cell', name, r.fn, at);
  const setter = r.b.place('setter', name, r.fn, at);
  const { cells, joins } = r.b.facts;
  joins.push({ key, place: value, into: false }, { key: `${key}!`, place: setter, into: false });
  cells.push({ name, kind: 'storage', value, setter, fn: 0, at, shared: { id: name, key, quiet: false, within: 0 } });
  return holding(r, value, cellName(target)?.name ?? name, at);
};

/** `useVModel(props, 'open', emit)`: the prop, and the event that asks for its change, as one reference. */
const useVModel: CallReader = (r, node) => {
  const [props = null] = readArguments(r, node);
  const name = node.arguments.length > 1 ? textOf(r, node.arguments[1]) : 'modelValue';
  if (props === null || name === null) return null;
  const at = spotOf(node);
  const prop = holding(r, r.b.part(props, name, r.fn, at), name, at);
  r.models.set(prop, r.b.part(props, eventProp(`update:${name}`), r.fn, at));
  return prop;
};

/** What comes is what was given, a little later or for more than one. */
const same: CallReader = (r, node) => readArguments(r, node)[0] ?? null;

export const utilities: Library = {
  name: 'utilities',
  packages: /^@vueuse\/(core|shared|nuxt)$/,
  calls: {
    useToggle,
    useStorage,
    useLocalStorage: useStorage,
    useSessionStorage: useStorage,
    useVModel,
    refDebounced: same,
    useDebounce: same,
    refThrottled: same,
    useThrottle: same,
    useDebounceFn: same,
    useThrottleFn: same,
    toReactive: same,
    createSharedComposable: same,
    createGlobalState: same,
  },
};
