/** The family's router: its tables, and what it reads from the address. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../../model/facts';
import type { CallReader, Library } from '../library';
import { readRoutes } from './routeTable';
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import type { ScriptReader } from '../../script/reader';
import { keyedCell } from '../stores/cells';
import { objectOf, property } from '../../script/literals';

const PACKAGE = /^vue-router$/;

/** What the address says: each part is a cell that no component holds. */
export function addressOf(r: ScriptReader, at: Spot): PlaceId {
  const object = r.b.place('object', 'route', r.fn, at);
  for (const [field, name] of [
    ['params', 'params'],
    ['query', 'search'],
    ['path', 'pathname'],
  ] as const)
    r.b.flow(keyedCell(r, 'url', name, `url:${name}`, at).value, object, 'put', field);
  return object;
}

function table(r: ScriptReader, node: t.CallExpression | t.NewExpression, target: t.Node | null): PlaceId {
  const options = objectOf(r, node.arguments[0]);
  readRoutes(r, property(options, 'routes'));
  return r.b.place('object', target?.type === 'Identifier' ? target.name : 'router', r.fn, spotOf(node));
}

const createRouter: CallReader = (r, node, target) => table(r, node, target);

/** `new VueRouter({ routes })`; undefined for any other class. */
export function readNewRouter(r: ScriptReader, node: t.NewExpression, target: t.Node | null): PlaceId | undefined {
  const place = node.callee.type === 'Identifier' ? r.scope.lookup(node.callee.name) : undefined;
  const imported = place === undefined ? undefined : r.importOf.get(place);
  return imported && PACKAGE.test(imported.source) ? table(r, node, target) : undefined;
}

const useRoute: CallReader = (r, node) => {
  readArguments(r, node);
  return addressOf(r, spotOf(node));
};

export const vueRouter: Library = { name: 'vuerouter', packages: PACKAGE, calls: { createRouter, useRoute } };
