/**
 * Route tables, as elements and as objects. A route's element is markup; where the route stands inside another, it is
 * shown at the outlet of what that one renders, which only the whole project can tell.
 */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import type { CallReader } from '../library';
import { spotOf } from '../script/builder';
import { importPlace } from '../script/calls';
import { value } from '../script/expressions';
import { importedModule } from '../script/lazyImport';
import { nameFromPath } from '../script/names';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { walkNodes } from '../script/walk';
import { objectOf, plain, property, textOf } from '../stores/cells';

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
  if (name !== 'Route') return false;
  readRoute(r, node, null, piece);
  return true;
}

function readRoute(r: ScriptReader, node: t.JSXElement, parent: number | null, around: PlaceId): void {
  const at = spotOf(node.openingElement.name);
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
    const given = attribute.value.expression;
    const name = attribute.name.type === 'JSXIdentifier' ? attribute.name.name : '';
    if (name === 'element' || name === 'render') piece ??= r.within(null, () => value(r, given));
    else if (name === 'component' || name === 'Component') piece ??= siteOf(r, given, at);
    else if (name === 'lazy') piece ??= lazySite(r, given, at);
    else r.within(null, () => value(r, given));
  }
  const route = add(r, { parent, path }, piece, around, at);
  for (const child of node.children) {
    if (child.type !== 'JSXElement') continue;
    const tag = child.openingElement.name;
    if (tag.type === 'JSXIdentifier' && importedAs(r, tag.name) === 'Route') readRoute(r, child, route, around);
    else r.within(around, () => void r.dialect.markup(r, child));
  }
}

/** Notes a route; one that stands in no other is shown where it stands. */
function add(
  r: ScriptReader,
  { parent, path }: { parent: number | null; path: string },
  piece: PlaceId | null,
  around: PlaceId | null,
  at: ReturnType<typeof spotOf>,
  atOutlet = false,
): number {
  if (parent === null && piece !== null && around !== null)
    r.b.use({ place: piece, kind: 'shown', inside: around, repeat: 'conditional', fn: r.fn, at });
  const outermost = atOutlet && parent === null ? { atOutlet } : {};
  return r.b.facts.routes.push({ parent, ...outermost, ...(path ? { path } : {}), piece, at }) - 1;
}

/** A component given by its name is an element without props. */
function siteOf(r: ScriptReader, node: t.Node, at: ReturnType<typeof spotOf>): PlaceId | null {
  const later = importedModule(node);
  const tag = later === null ? value(r, node) : importPlace(r, later, 'default', '', at);
  const name = later === null ? r.source(node) : nameFromPath(later.replace(/\.\w+$/, ''));
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
  readObjects(r, node.arguments[0], null, null);
  return r.b.place('object', target?.type === 'Identifier' ? target.name : 'router', r.fn, spotOf(node));
};

/** `useRoutes([…])` brings the markup of whichever route fits. */
export const readUseRoutes: CallReader = (r, node) => {
  r.seen.hooks = true;
  r.seen.markup = true;
  const piece = r.b.place('markup', '', r.fn, spotOf(node));
  readObjects(r, node.arguments[0], null, piece);
  return piece;
};

function readObjects(
  r: ScriptReader,
  node: t.Node | null | undefined,
  parent: number | null,
  around: PlaceId | null,
  atOutlet = false,
): void {
  const list = plain(r, node);
  if (list?.type !== 'ArrayExpression') {
    if (node) value(r, node);
    return;
  }
  for (const element of list.elements) {
    const object = objectOf(r, element);
    if (!object) {
      if (element) value(r, element);
      continue;
    }
    const at = spotOf(object);
    const markup = property(object, 'element');
    const component = property(object, 'Component') ?? property(object, 'component');
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
    const route = add(r, { parent, path }, shown, around, at, atOutlet);
    for (const one of ['errorElement', 'loader', 'action']) {
      const given = property(object, one);
      if (given) value(r, given);
    }
    const children = property(object, 'children');
    if (children) readObjects(r, children, route, around, atOutlet);
  }
}

/** A table whose outermost routes are shown at the outlet of what is mounted. */
export function readRoutes(r: ScriptReader, node: t.Node | null): void {
  readObjects(r, node, null, null, true);
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
