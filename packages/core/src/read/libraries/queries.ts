/** Data fetched from elsewhere: a cell for each key, whoever asks for it. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import type { CallReader, Library } from './library';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { isFunction } from '../script/expressions';
import { keyedCell, remoteKey } from './stores/cells';
import { objectOf, plain, property } from '../script/literals';

/** The words of a query's key that stand in the source: texts, and what the module or others make keys with. */
export function keyText(r: ScriptReader, node: t.Node | null | undefined): string | null {
  const found = plain(r, node);
  if (found?.type === 'StringLiteral') return found.value;
  if (found?.type === 'TemplateLiteral') return found.quasis.map((quasi) => quasi.value.raw).join('…');
  if (found?.type === 'ArrayExpression') {
    const words = found.elements.flatMap((one) => (one ? (keyText(r, one) ?? []) : []));
    return words.length > 0 ? words.join('/') : null;
  }
  const maker = found?.type === 'CallExpression' ? found.callee : found;
  if (maker?.type === 'MemberExpression' || (maker?.type === 'Identifier' && maker !== found))
    return belongsToAll(r, maker) ? r.source(maker) : null;
  return null;
}

/** Whether a name means the same wherever it is used: what is imported, or stands at a module's top level. */
function belongsToAll(r: ScriptReader, node: t.Node): boolean {
  let root = node;
  while (root.type === 'MemberExpression') root = root.object;
  const place = root.type === 'Identifier' ? r.scope.lookup(root.name) : undefined;
  return place !== undefined && r.b.facts.places[place]?.fn === 0;
}

/** `shared`: whoever asks by the same name gets the same. */
function result(r: ScriptReader, name: string, node: t.Node, shared = true): PlaceId {
  const at = spotOf(node);
  const cell = keyedCell(r, 'remote', name, remoteKey(r, name, at, shared), at);
  const object = r.b.place('object', name, r.fn, at);
  r.b.flow(cell.value, object, 'put', 'data');
  const state = r.b.place('computed', '', r.fn, at);
  r.b.flow(cell.value, state, 'derived');
  for (const field of ['isLoading', 'isPending', 'isError', 'error', 'status', 'isFetching'])
    r.b.flow(state, object, 'put', field);
  r.b.flow(cell.setter, object, 'put', 'refetch');
  r.b.flow(cell.setter, object, 'put', 'mutate');
  return object;
}

/** `useQuery({ queryKey, queryFn })`, `useQuery(key, fn)`, `useSWR(key, fetcher)`. */
const useQuery: CallReader = (r, node, target) => {
  r.seen.hooks = true;
  const options = objectOf(r, node.arguments[0]);
  const key = options ? property(options, 'queryKey') : node.arguments[0];
  // What it is asked with decides what it brings.
  r.b.handOut(readArguments(r, node), 'query', r.fn, spotOf(node));
  const text = keyText(r, key);
  const own = target?.type === 'Identifier' ? target.name : r.b.fn(r.fn).name;
  return result(r, text ?? (own || 'query'), node, text !== null);
};

/** `createApi({ endpoints: (build) => ({ trays: build.query(…) }) })` makes a hook for each endpoint. */
const createApi: CallReader = (r, node, target) => {
  const options = objectOf(r, node.arguments[0]);
  const endpoints = property(options, 'endpoints');
  const made = r.b.place('object', target?.type === 'Identifier' ? target.name : 'api', 0, spotOf(node));
  const body =
    endpoints?.type === 'ObjectMethod' || isFunction(endpoints)
      ? endpoints.body.type === 'BlockStatement'
        ? endpoints.body.body.flatMap((one) =>
            one.type === 'ReturnStatement' && one.argument ? [one.argument] : [],
          )[0]
        : endpoints.body
      : null;
  for (const one of objectOf(r, body)?.properties ?? []) {
    if (one.type !== 'ObjectProperty' || one.value.type !== 'CallExpression') continue;
    const name = fieldOf(one.key, one.computed);
    const callee = one.value.callee;
    const isQuery = callee.type === 'MemberExpression' && fieldOf(callee.property, false) === 'query';
    const hook = `use${name.charAt(0).toUpperCase()}${name.slice(1)}${isQuery ? 'Query' : 'Mutation'}`;
    const at = spotOf(one.key);
    const id = r.b.addFunction(hook, 'hook', r.fn, at, at.line);
    const before = r.fn;
    r.fn = id;
    if (isQuery) r.b.flow(result(r, name, one.key), r.b.fn(id).result);
    r.fn = before;
    r.b.flow(r.b.fn(id).self, made, 'put', hook);
  }
  return made;
};

export const queries: Library = {
  name: 'queries',
  packages: /^(@tanstack\/react-query|react-query|swr(\/.*)?|@reduxjs\/toolkit\/query(\/react)?)$/,
  calls: { useQuery, useSuspenseQuery: useQuery, useInfiniteQuery: useQuery, default: useQuery, createApi },
};
