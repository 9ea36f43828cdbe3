/**
 * Route tables, as elements and as objects. A route's element is markup; where the route stands inside another, it is
 * shown at the outlet of what that one renders, which only the whole project can tell.
 */
import type * as t from '@babel/types';
import type { PlaceId } from '../../../model/facts';
import type { CallReader } from '../library';
import { spotOf } from '../../script/builder';
import { importPlace, readArguments } from '../../script/calls';
import { value } from '../../script/expressions';
import { fetchedPlace, importedModule } from '../../script/lazyImport';
import { nameFromPath } from '../../script/names';
import { fieldOf } from '../../script/patterns';
import type { ScriptReader } from '../../script/reader';
import { walkNodes } from '../../script/walk';
import { objectOf, plain, property, textOf } from '../../script/literals';

export const ROUTERS = /^(react-router(-dom|-native)?|@remix-run\/react|wouter)$/;

function importedAs(r: ScriptReader, name: string): string | null {
  const place = r.scope.lookup(name);
  const imported = place === undefined ? undefined : r.importOf.get(place);
  return imported && ROUTERS.test(imported.source) ? imported.imported : null;
}

/** Reads `<Route>` and `<Outlet>`; false for any other element. */
export function readRouteElement(r: ScriptReader, node: t.JSXElement, piece: PlaceId): boolean {
  const tag = node.openingElement.name;
  const name = tag.type === 'JSXIdentifier' ? importedAs(r, tag.name) : null;
  if (name === 'Outlet') {
    addOutlet(r, piece, spotOf(tag));
    return false;
  }
  if (name === 'RouterProvider') showRoutes(r, node, piece);
  if (name !== 'Route') return false;
  readRoute(r, node, null, piece);
  return true;
}

/** The field of a table, or of a router made of one, under which the markup of its outermost routes stands. */
const ROUTES = '(routes)';

/** `<RouterProvider router={router} />`: the router's routes are shown where it stands. */
function showRoutes(r: ScriptReader, node: t.JSXElement, piece: PlaceId): void {
  for (const attribute of node.openingElement.attributes) {
    if (attribute.type !== 'JSXAttribute' || attribute.name.name !== 'router') continue;
    const expression = attribute.value?.type === 'JSXExpressionContainer' ? attribute.value.expression : null;
    // The attribute is read once more as any other is.
    if (expression?.type === 'Identifier' || expression?.type === 'MemberExpression')
      showTable(r, value(r, expression), piece, expression);
  }
}

function showTable(r: ScriptReader, table: PlaceId | null, inside: PlaceId, node: t.Node): void {
  if (table === null) return;
  const at = spotOf(node);
  const place = r.b.part(table, ROUTES, r.fn, at);
  r.b.use({ place, kind: 'shown', inside, repeat: 'conditional', fn: r.fn, at });
}

/** A list written as a table of routes, whoever it is for; undefined for any other list. */
export function readRouteList(r: ScriptReader, node: t.ArrayExpression): PlaceId | undefined {
  const routes = node.elements.filter((one) => one !== null && one.type !== 'SpreadElement');
  if (routes.length === 0 || !routes.every((one) => isRoute(one)) || !routes.some((one) => showsSomething(one)))
    return undefined;
  const table = r.b.place('object', '', r.fn, spotOf(node));
  readObjects(r, node, { parent: null, around: null, table });
  return table;
}

function isRoute(node: t.Node): boolean {
  if (node.type !== 'ObjectExpression') return false;
  return ['path', 'index', 'children'].some((field) => property(node, field) !== null) || showsSomething(node);
}

/** A list that is said to be a table of routes, whatever its fields are called. */
export function readTypedRoutes(r: ScriptReader, node: t.ArrayExpression): PlaceId {
  const table = r.b.place('object', '', r.fn, spotOf(node));
  readObjects(r, node, { parent: null, around: null, table });
  return table;
}

/** A table made elsewhere, or here, whose outermost routes are shown at the outlet of what is mounted. */
export function readRoutesAtOutlet(r: ScriptReader, node: t.Node | undefined): void {
  const standing = { parent: null, around: null, table: null, atOutlet: true };
  if (node?.type === 'ArrayExpression') readObjects(r, node, standing);
  else readTable(r, node, standing);
}

/** Whether an object has the markup of a route, or routes inside it that do. */
function showsSomething(node: t.Node): boolean {
  if (node.type !== 'ObjectExpression') return false;
  if (property(node, 'element')?.type === 'JSXElement') return true;
  const addressed = property(node, 'path') !== null || property(node, 'index') !== null;
  if (addressed && (property(node, 'Component') !== null || property(node, 'lazy') !== null)) return true;
  const children = property(node, 'children');
  return children?.type === 'ArrayExpression' && children.elements.some((one) => one !== null && showsSomething(one));
}

/** `createRoutesFromElements(<Route … />)` */
export const readRouteElements: CallReader = (r, node) => {
  const table = r.b.place('object', 'routes', r.fn, spotOf(node));
  for (const place of readArguments(r, node)) r.b.flow(place, table, 'put', ROUTES);
  return table;
};

function readRoute(r: ScriptReader, node: t.JSXElement, parent: number | null, around: PlaceId): void {
  const at = spotOf(node.openingElement.name);
  const first = r.b.facts.sites.length;
  let piece: PlaceId | null = null;
  let path = '';
  for (const attribute of node.openingElement.attributes) {
    if (
      attribute.type === 'JSXAttribute' &&
      attribute.name.name === 'path' &&
      attribute.value?.type === 'StringLiteral'
    )
      path = attribute.value.value;
    if (attribute.type !== 'JSXAttribute' || attribute.value?.type !== 'JSXExpressionContainer') continue;
    const expression = attribute.value.expression;
    const name = attribute.name.type === 'JSXIdentifier' ? attribute.name.name : '';
    if (name === 'element' || name === 'render') piece ??= r.within(null, () => value(r, expression));
    else if (name === 'component' || name === 'Component') piece ??= siteOf(r, expression, at);
    else if (name === 'lazy') piece ??= lazySite(r, expression, at);
    else r.within(null, () => value(r, expression));
  }
  const route = add(r, { parent, path, first }, piece, around, at);
  for (const child of node.children) {
    if (child.type !== 'JSXElement') continue;
    const tag = child.openingElement.name;
    if (tag.type === 'JSXIdentifier' && importedAs(r, tag.name) === 'Route') readRoute(r, child, route, around);
    else r.within(around, () => void r.dialect.markup(r, child));
  }
}

/** Notes a route, with the sites read since the `first`; one that stands in no other is shown where it stands. */
function add(
  r: ScriptReader,
  { parent, path, first }: { parent: number | null; path: string; first: number },
  piece: PlaceId | null,
  around: PlaceId | null,
  at: ReturnType<typeof spotOf>,
  atOutlet = false,
): number {
  if (parent === null && piece !== null && around !== null)
    r.b.use({ place: piece, kind: 'shown', inside: around, repeat: 'conditional', fn: r.fn, at });
  const outermost = atOutlet && parent === null ? { atOutlet } : {};
  const sites: [number, number] = [first, r.b.facts.sites.length - first];
  return r.b.facts.routes.push({ parent, ...outermost, ...(path ? { path } : {}), piece, sites, at }) - 1;
}

/** A component given by its name is an element without props. */
function siteOf(r: ScriptReader, node: t.Node, at: ReturnType<typeof spotOf>): PlaceId | null {
  const later = importedModule(node);
  const tag = later === null ? value(r, node) : importPlace(r, later.source, later.imported, '', at);
  const name = later === null ? r.source(node) : nameFromPath(later.source.replace(/\.\w+$/, ''));
  return tag === null ? null : bareSite(r, tag, name, at);
}

function bareSite(r: ScriptReader, tag: PlaceId, name: string, at: ReturnType<typeof spotOf>): PlaceId {
  const piece = r.b.place('markup', '', r.fn, at);
  const propsPlace = r.b.place('siteProps', name, r.fn, at);
  r.b.facts.sites.push({ name, tag, propsPlace, inside: piece, props: [], repeat: 'once', fn: r.fn, at });
  return piece;
}

/** `lazy: () => import('./Zone')`: the module's `Component`, or its default where the function says so. */
function lazySite(r: ScriptReader, node: t.Node, at: ReturnType<typeof spotOf>): PlaceId | null {
  let source: string | null = null;
  let byDefault = false;
  walkNodes(node, (one) => {
    const first = one.type === 'CallExpression' && one.callee.type === 'Import' ? one.arguments[0] : undefined;
    if (first?.type === 'StringLiteral') source = first.value;
    if (one.type === 'MemberExpression' && fieldOf(one.property, one.computed) === 'default') byDefault = true;
    if (one.type === 'ObjectProperty' && fieldOf(one.key, one.computed) === 'default') byDefault = true;
  });
  if (source === null) return null;
  return bareSite(r, importPlace(r, source, byDefault ? 'default' : 'Component', '', at), 'lazy', at);
}

/** `createBrowserRouter([…])`: what stands outside any component is an entry. */
export const readRouteTable: CallReader = (r, node, target) => {
  const [routes, ...others] = node.arguments;
  const router = r.b.place('object', target?.type === 'Identifier' ? target.name : 'router', r.fn, spotOf(node));
  if (routes?.type === 'ArrayExpression') readObjects(r, routes, { parent: null, around: null, table: router });
  else r.b.flow(value(r, routes), router);
  for (const other of others) value(r, other);
  return router;
};

/** `useRoutes([…])` brings the markup of whichever route fits. */
export const readUseRoutes: CallReader = (r, node) => {
  r.seen.hooks = true;
  r.seen.markup = true;
  const piece = r.b.place('markup', '', r.fn, spotOf(node));
  const [routes] = node.arguments;
  if (routes?.type === 'ArrayExpression') readObjects(r, routes, { parent: null, around: piece, table: null });
  else showTable(r, value(r, routes), piece, node);
  return piece;
};

/** Where the routes of a list stand. */
interface Standing {
  /** The nearest route around them that shows something. */
  parent: number | null;
  /** The markup they are shown in, where that is known where the table stands. */
  around: PlaceId | null;
  /** What holds the markup of the outermost ones, to be shown wherever that reaches. */
  table: PlaceId | null;
  atOutlet?: boolean;
}

function readObjects(r: ScriptReader, node: t.Node | null | undefined, standing: Standing): void {
  const list = plain(r, node);
  if (list?.type !== 'ArrayExpression') {
    readTable(r, node, standing);
    return;
  }
  for (const element of list.elements) {
    const object = objectOf(r, element);
    if (!object) {
      readTable(r, element?.type === 'SpreadElement' ? element.argument : element, standing);
      continue;
    }
    const at = spotOf(object);
    const first = r.b.facts.sites.length;
    const markup = property(object, 'element');
    const component =
      property(object, 'Component') ?? property(object, 'component') ?? property(object, 'loadComponent');
    const lazy = property(object, 'lazy');
    const piece = markup
      ? r.within(null, () => value(r, markup))
      : component
        ? siteOf(r, component, spotOf(component))
        : lazy
          ? lazySite(r, lazy, spotOf(lazy))
          : null;
    // What is shown beside it, and what the address gives it as props.
    const beside = property(object, 'components');
    const shown = piece ?? (beside?.type === 'ObjectExpression' ? sitesOf(r, beside, at) : null);
    if (shown !== null && property(object, 'props')) openProps(r, shown);
    const path = textOf(r, property(object, 'path')) ?? '';
    if (piece !== null)
      r.dialect.routed?.(
        r,
        path,
        r.b.facts.sites.slice(first).find((one) => one.inside === piece),
      );
    const { parent, around, table, atOutlet } = standing;
    const route = add(r, { parent, path, first }, shown, around, at, atOutlet);
    if (parent === null && shown !== null && table !== null) r.b.flow(shown, table, 'put', ROUTES);
    for (const one of OTHERS) {
      const written = property(object, one);
      if (written) value(r, written);
    }
    const children = property(object, 'children');
    // Routes below one that shows nothing of its own stand where it does.
    const below = { ...standing, parent: shown === null ? parent : route };
    if (children) readObjects(r, children, below);
    // `loadChildren: () => import('./routes')`: a table that is fetched when it is needed.
    const later = property(object, 'loadChildren');
    if (later) placeTable(r, fetchedPlace(r, later) ?? value(r, later), later, below, path);
  }
}

/** Fields of a route that hold functions, which run when it is shown or left. */
const OTHERS = ['errorElement', 'loader', 'action', 'handle', 'resolve', 'canActivate', 'canActivateChild', 'canMatch'];

/** Routes written elsewhere: whatever holds them. */
function readTable(r: ScriptReader, node: t.Node | null | undefined, standing: Standing): void {
  if (node) placeTable(r, value(r, node), node, standing);
}

function placeTable(
  r: ScriptReader,
  from: PlaceId | null,
  node: t.Node,
  { parent, around, table, atOutlet }: Standing,
  path = '',
): void {
  if (from === null) return;
  const at = spotOf(node);
  const { routes } = r.b.facts;
  const piece = r.b.part(from, ROUTES, r.fn, at);
  const route = { ...(path === '' ? {} : { path }), piece, at };
  if (parent !== null) routes.push({ parent, ...route });
  else if (around !== null) showTable(r, from, around, node);
  else if (table !== null) {
    r.b.flow(from, table);
    // Shown where that table is; here it says under which path.
    if (path !== '') routes.push({ parent, ...route });
  } else if (atOutlet) routes.push({ parent, atOutlet, ...route });
}

/** A table whose outermost routes are shown at the outlet of what is mounted. */
export function readRoutes(r: ScriptReader, node: t.Node | null): void {
  readObjects(r, node, { parent: null, around: null, table: null, atOutlet: true });
}

/** Several components of one route, each at an outlet of its own name. */
function sitesOf(r: ScriptReader, node: t.ObjectExpression, at: ReturnType<typeof spotOf>): PlaceId | null {
  const piece = r.b.place('markup', '', r.fn, at);
  for (const one of node.properties) {
    const inner = one.type === 'ObjectProperty' ? siteOf(r, one.value, spotOf(one)) : null;
    if (inner !== null) r.b.use({ place: inner, kind: 'shown', inside: piece, fn: r.fn, at });
  }
  return piece;
}

/** Props that come out of the address, by whatever names it has. */
function openProps(r: ScriptReader, piece: PlaceId): void {
  const site = r.b.facts.sites.find((one) => one.inside === piece);
  site?.props.push({ name: null, place: null, literal: null, at: site.at });
}

export function addOutlet(r: ScriptReader, piece: PlaceId, at: ReturnType<typeof spotOf>): void {
  const place = r.b.place('read', 'outlet', r.fn, at);
  r.b.use({ place, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at });
  r.b.facts.outlets.push({ place, fn: r.fn });
}

/** `const outlet = useOutlet()`. */
export const readOutlet: CallReader = (r, node) => {
  r.seen.hooks = true;
  const place = r.b.place('read', 'outlet', r.fn, spotOf(node));
  r.b.facts.outlets.push({ place, fn: r.fn });
  return place;
};
