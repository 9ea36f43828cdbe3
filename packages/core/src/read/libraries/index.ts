/** Every library the readers know, and the facts of their models. */
import type * as t from '@babel/types';
import type { FileFacts, PlaceId } from '../../model/facts';
import type { Library } from './library';
import { portals } from './portals';
import { queries } from './queries';
import { router } from './routers/address';
import { atoms } from './stores/atoms';
import { definedStores } from './stores/definedStores';
import { hookStores } from './stores/hookStores';
import { ngrx } from './stores/ngrx';
import { observables } from './stores/observables';
import { reactRedux } from './stores/reactRedux';
import { redux } from './stores/redux';
import { selectors } from './stores/selectors';
import { subscribed } from './stores/subscribed';
import { moduleStores } from './stores/moduleStores';
import { vueRouter } from './routers/vueRouter';
import { utilities } from './vueComposables';
import { spotOf } from '../script/builder';
import type { ScriptReader } from '../script/reader';

const LIBRARIES: readonly Library[] = [
  redux,
  reactRedux,
  ngrx,
  selectors,
  hookStores,
  definedStores,
  atoms,
  observables,
  router,
  queries,
  portals,
  subscribed,
  moduleStores,
  vueRouter,
  utilities,
];

export const PREFIX = 'model:';

export function isModel(path: string): boolean {
  return path.startsWith(PREFIX);
}

/** The path of the model behind an import; null where no model is known. */
export function modelPath(specifier: string): string | null {
  const library = LIBRARIES.find((one) => one.model !== undefined && one.packages.test(specifier));
  return library ? `${PREFIX}${library.name}.js` : null;
}

/** The source of a model. */
export function modelText(path: string): string {
  return LIBRARIES.find((one) => `${PREFIX}${one.name}.js` === path)?.model ?? '';
}

/** Reads a call of a known library; `undefined` leaves it to the plain reading. */
export function readLibraryCall(
  r: ScriptReader,
  node: t.CallExpression,
  target: t.Node | null,
): PlaceId | null | undefined {
  if (isModel(r.b.facts.path)) {
    const known = intrinsic(r, node);
    if (known !== undefined) return known;
  }
  const called = calledFrom(r, node.callee);
  if (!called) return undefined;
  for (const library of LIBRARIES)
    if (library.calls && Object.hasOwn(library.calls, called.name) && library.packages.test(called.source))
      return library.calls[called.name]?.(r, node, target);
  return undefined;
}

/** The package a callee comes from, and its name there. */
function calledFrom(r: ScriptReader, callee: t.Node): { source: string; name: string } | null {
  if (callee.type === 'Identifier') {
    const place = r.scope.lookup(callee.name);
    // Build tools import what makes a store by themselves.
    if (place === undefined && r.b.facts.family === 'vue' && callee.name === 'defineStore')
      return { source: 'pinia', name: callee.name };
    const imported = place === undefined ? undefined : r.importOf.get(place);
    return imported ? { source: imported.source, name: imported.imported } : null;
  }
  if (callee.type === 'CallExpression') {
    const inner = calledFrom(r, callee.callee);
    return inner && { source: inner.source, name: `${inner.name}()` };
  }
  if (
    callee.type === 'MemberExpression' &&
    callee.object.type === 'Identifier' &&
    callee.property.type === 'Identifier'
  ) {
    const place = r.scope.lookup(callee.object.name);
    const imported = place === undefined ? undefined : r.importOf.get(place);
    if (imported && (imported.imported === '*' || imported.imported === 'default'))
      return { source: imported.source, name: callee.property.name };
  }
  return null;
}

function intrinsic(r: ScriptReader, node: t.CallExpression): PlaceId | undefined {
  const key = node.arguments[0];
  if (node.callee.type !== 'Identifier' || key?.type !== 'StringLiteral') return undefined;
  const { name } = node.callee;
  if (name !== 'shared' && name !== 'change') return undefined;
  const place = r.b.place(name === 'shared' ? 'read' : 'setter', key.value, r.fn, spotOf(node));
  r.b.facts.joins.push({ key: name === 'shared' ? key.value : `${key.value}!`, place, into: false });
  return place;
}

export type { FileFacts };
