/** `createContext`: null and undefined count as no default, since nobody can use them as a value. */
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import { nameFromPath } from '../../script/names';
import type { Recogniser } from './recogniser';

export const createContext: Recogniser = (r, node, target) => {
  const first = node.arguments[0];
  readArguments(r, node);
  // `const { Provider, Consumer } = createContext()` has no name but that of its component.
  const name =
    target?.type === 'Identifier' ? target.name : target ? 'context' : nameFromPath(r.b.facts.path) || 'context';
  const at = spotOf(target?.type === 'Identifier' ? target : node);
  const place = r.b.place('context', name, r.fn, at);
  const hasDefault =
    !!first &&
    first.type !== 'NullLiteral' &&
    !(first.type === 'Identifier' && first.name === 'undefined') &&
    !/^(null|undefined)\b/.test(r.source(first));
  const [type] = node.typeParameters?.type === 'TSTypeParameterInstantiation' ? node.typeParameters.params : [];
  // What only ever begins as nothing has a type without it, forced by `as`.
  const mayBeNone =
    type?.type === 'TSUnionType' &&
    type.types.some((one) => one.type === 'TSUndefinedKeyword' || one.type === 'TSNullKeyword');
  r.b.facts.contexts.push({ name, key: null, place, hasDefault, ...(mayBeNone ? { mayBeNone } : {}), at });
  return place;
};
