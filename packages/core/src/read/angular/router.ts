/** The family's router: its tables, what it reads from the address, and what that gives to the components it shows. */
import type * as t from '@babel/types';
import type { PlaceId, SiteFact, Spot } from '../../model/facts';
import { readRoutesAtOutlet, readTypedRoutes } from '../libraries/routers/routeTable';
import { keyedCell } from '../libraries/stores/cells';
import { stream } from '../libraries/stores/streams';
import { readArguments } from '../script/calls';
import { value } from '../script/expressions';
import { storeValue } from '../libraries/stores/subscribed';
import { spotOf } from '../script/builder';
import { objectOf, property } from '../script/literals';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';

/** Reads a call of the router's; `undefined` for any other. `api` is the name the router exports it by. */
export function readRouterCall(r: ScriptReader, node: t.CallExpression, api: string): PlaceId | null | undefined {
  const [routes, ...others] = node.arguments;
  if (api === 'RouterModule.forChild') return routes ? value(r, routes as t.Expression) : null;
  if (api !== 'provideRouter' && api !== 'RouterModule.forRoot') return undefined;
  readRoutesAtOutlet(r, routes);
  readArguments(r, { ...node, arguments: others });
  return null;
}

/** A list of objects that have a path, and say what is shown there; `undefined` for any other list. */
export function readRouteTable(r: ScriptReader, node: t.ArrayExpression): PlaceId | undefined {
  const isTable =
    node.elements.length > 0 &&
    node.elements.every((one) => one?.type === 'SpreadElement' || (one?.type === 'ObjectExpression' && isRoute(one))) &&
    node.elements.some((one) => one?.type === 'ObjectExpression');
  if (!isTable) return undefined;
  for (const one of node.elements) if (one?.type === 'ObjectExpression') readData(r, one);
  return readTypedRoutes(r, node);
}

/** What any route gives besides its address, by names: told apart by these alone. */
const DATA = 'route data';

/** `{ data: { title: 'Beds' }, resolve: { bed: bedResolver } }`. */
function readData(r: ScriptReader, route: t.ObjectExpression): void {
  const resolved = objectOf(r, property(route, 'resolve'));
  const fixed = property(route, 'data');
  const at = spotOf(route);
  const place = fixed ? value(r, fixed) : null;
  if (place !== null) r.b.facts.joins.push({ key: DATA, place: place, into: true });
  if (!resolved) return;
  const object = r.b.place('object', 'data', r.fn, at);
  for (const one of resolved.properties) {
    if (one.type !== 'ObjectProperty') continue;
    const by = value(r, one.value as t.Expression);
    if (by === null) continue;
    const name = fieldOf(one.key, one.computed);
    const call = (callee: PlaceId): PlaceId =>
      r.b.call({ callee, name, args: [null], onlyKnown: true, fn: r.fn, at: spotOf(one.value) });
    // A function, or a class that has one; it gives what it finds, or a stream of that.
    for (const found of [call(by), call(r.b.part(call(by), 'resolve', r.fn, at))])
      for (const one of [found, storeValue(r, found, at)]) r.b.flow(one, object, 'put', name);
  }
  r.b.facts.joins.push({ key: DATA, place: object, into: true });
}

const SHOWS = ['component', 'loadComponent', 'children', 'loadChildren', 'redirectTo'];

function isRoute(node: t.ObjectExpression): boolean {
  return property(node, 'path') !== null && SHOWS.some((field) => property(node, field) !== null);
}

/** The parts of the address: how the family calls each, and how each is called in a survey. */
const PARTS = [
  ['params', 'params'],
  ['queryParams', 'search'],
  ['fragment', 'hash'],
] as const;

/** What `ActivatedRoute` gives: each part as it is now (`snapshot`), and as a stream. */
export function activatedRoute(r: ScriptReader, at: Spot): PlaceId {
  const { b } = r;
  const route = b.place('object', 'route', r.fn, at);
  const snapshot = b.place('object', 'snapshot', r.fn, at);
  b.flow(snapshot, route, 'put', 'snapshot');
  if (/\bdata\b/.test(r.text)) {
    const data = b.place('read', 'data', r.fn, at);
    b.facts.joins.push({ key: DATA, place: data, into: false });
    b.flow(data, snapshot, 'put', 'data');
    b.flow(stream(r, data, at), route, 'put', 'data');
  }
  for (const [field, name] of PARTS) {
    // Of the parts of an address, those that the file names.
    if (!r.text.includes(field.replace(/s$/, ''))) continue;
    const part = keyedCell(r, 'url', name, `url:${name}`, at).value;
    // As it was when it was asked for, and meant so.
    const now = b.place('object', name, r.fn, at);
    b.flow(part, now, 'frozen');
    b.flow(now, snapshot, 'put', field);
    b.flow(stream(r, part, at), route, 'put', field);
    if (field === 'fragment') continue;
    const mapped = `${field.slice(0, -1)}Map`;
    b.flow(mapOf(r, now, at), snapshot, 'put', mapped);
    b.flow(stream(r, mapOf(r, part, at), at), route, 'put', mapped);
  }
  return route;
}

/** `paramMap.get('id')`. */
function mapOf(r: ScriptReader, part: PlaceId, at: Spot): PlaceId {
  const map = r.b.place('object', '', r.fn, at);
  for (const method of ['get', 'getAll', 'has']) {
    const fact = r.b.fn(r.b.addFunction(method, 'plain', r.fn, at, at.line));
    r.b.flow(part, fact.result, 'get', '*');
    r.b.flow(fact.self, map, 'put', method);
  }
  return map;
}

/** `{ path: 'beds/:id', component: Bed }`: where inputs are bound to the address, `id` is passed; more may be. */
export function passAddress(r: ScriptReader, path: string, site: SiteFact | undefined): void {
  if (!site) return;
  for (const [, name = ''] of path.matchAll(/:(\w+)/g)) {
    const part = keyedCell(r, 'url', 'params', 'url:params', site.at).value;
    const place = r.b.part(part, name, r.fn, site.at);
    r.b.flow(place, site.propsPlace, 'put', name);
    site.props.push({ name, place, literal: null, at: site.at });
  }
  site.props.push({ name: null, place: null, literal: null, at: site.at });
}

/** What configures imported modules is code like any other; the routes of those a module imports are its own. */
export function configureImports(r: ScriptReader, imports: t.Node | null, self: PlaceId): void {
  if (imports?.type !== 'ArrayExpression') return;
  for (const one of imports.elements) {
    if (one?.type !== 'CallExpression') continue;
    const made = value(r, one);
    const isTable = one.callee.type === 'MemberExpression' && fieldOf(one.callee.property, false) === 'forChild';
    if (made !== null && isTable) r.b.flow(made, self);
  }
}
