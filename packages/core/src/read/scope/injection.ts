/** What functions are given by name: the scope, services, parts of the address. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { keyedCell } from '../libraries/stores/cells';
import { spotOf } from '../script/builder';
import { declarePattern } from '../script/declare';
import { bind } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { injectedKey, ROOT_SCOPE, scopeKey, taken } from './names';
import type { Owner } from './owners';

/** Parts of the address, by the name under which they are asked for. */
const ADDRESS = /^\$(routeParams|stateParams)$/;

const providers = new WeakMap<ScriptReader, Map<PlaceId, string>>();

/** Names that hold what the family itself gives, by what it is called: `$http`, `$timeout`. */
function ownNames(r: ScriptReader): Map<PlaceId, string> {
  const found = providers.get(r) ?? new Map<PlaceId, string>();
  providers.set(r, found);
  return found;
}

/** What an expression names of the family's own: `$http`; null for anything else. */
export function builtIn(r: ScriptReader, node: t.Node): string | null {
  const place = node.type === 'Identifier' ? r.scope.lookup(node.name) : undefined;
  return place === undefined ? null : (ownNames(r).get(place) ?? null);
}

const injectedNames = new WeakMap<ScriptReader, Map<PlaceId, string>>();

/** The name under which what an expression names was asked for; null where it was not. */
export function injectedName(r: ScriptReader, node: t.Node): string | null {
  const place = node.type === 'Identifier' ? r.scope.lookup(node.name) : undefined;
  return place === undefined ? null : (injectedNames.get(r)?.get(place) ?? null);
}

/** The outermost scope, which all others inherit from. */
export function rootScope(r: ScriptReader, at: Spot): PlaceId {
  return taken(r, scopeKey(ROOT_SCOPE), ROOT_SCOPE, at);
}

/** What is given under a name; null where that is the family's own, and not followed. */
export function injectedPlace(r: ScriptReader, name: string, owner: Owner | null, at: Spot): PlaceId | null {
  if (name === '$scope') return owner?.scope?.seen ?? null;
  if (name === ROOT_SCOPE) return rootScope(r, at);
  if (ADDRESS.test(name)) return keyedCell(r, 'url', 'params', 'url:params', at).value;
  if (name === '' || name.startsWith('$')) return null;
  return taken(r, injectedKey(name), name, at);
}

/** Binds the parameters of a function to what it is given. */
export function bindInjected(
  r: ScriptReader,
  params: readonly t.Node[],
  asks: readonly string[],
  owner: Owner | null,
): void {
  params.forEach((param, index) => {
    const name = asks[index] ?? '';
    declarePattern(r, param);
    const service = injectedPlace(r, name, owner, spotOf(param));
    bind(r, param, service);
    const inner = param.type === 'TSParameterProperty' ? param.parameter : param;
    const own = inner.type === 'Identifier' ? r.scope.own(inner.name) : undefined;
    if (own === undefined) return;
    if (name === '$scope') owner?.scope?.names.add(own);
    if (name.startsWith('$')) ownNames(r).set(own, name);
    else if (name !== '') injectedNames.set(r, (injectedNames.get(r) ?? new Map<PlaceId, string>()).set(own, name));
    // What is injected has methods of its own, also where they are called like those of lists.
    r.instances.add(own);
    owner?.injected.add(own);
  });
}
