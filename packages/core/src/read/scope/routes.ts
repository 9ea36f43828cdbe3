/** Routes of both usual routers, and what else shows a template with a controller: each is shown where an outlet stands. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { camel } from '../../model/spelling';
import { addSite } from '../component/site';
import { spotOf } from '../script/builder';
import { importPlace, readArguments } from '../script/calls';
import { value } from '../script/expressions';
import { objectOf, property, textOf } from '../script/literals';
import { nameFromPath } from '../script/names';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { readController } from './controllers';
import { fileNamed, servedPath } from './definitions';
import { rootScope } from './injection';
import {
  contentKey,
  controllerIn,
  give,
  injectedKey,
  scopeKey,
  taken,
  templateKey,
  noteAlias,
  shownWithKey,
} from './names';
import { injectable } from './registrations';
import { made } from './services';
import { textIn } from './markupTexts';
import { readApart, readTemplate } from './template';

const tables = new WeakMap<ScriptReader, Map<string, number>>();

/** Reads `$routeProvider.when('/beds', { … })` and `$stateProvider.state('beds', { … })`; undefined for any other call. */
export function readRoute(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  const { callee } = node;
  if (callee.type !== 'MemberExpression') return undefined;
  const method = fieldOf(callee.property, callee.computed);
  if (!/^(when|otherwise|state)$/.test(method) || !isRouter(callee.object)) return undefined;
  value(r, callee.object);
  const [first, second] = node.arguments;
  const name = method === 'otherwise' ? '' : (textOf(r, first) ?? textOf(r, property(objectOf(r, first), 'name')));
  const object = objectOf(r, second ?? first);
  if (!object || name === null) {
    readArguments(r, node);
    return null;
  }
  const isState = method === 'state';
  const path = isState ? textOf(r, property(object, 'url')) : name;
  addRoute(r, object, isState ? name : null, path ?? '', node);
  return null;
}

/** Whether a chain of calls begins at a router. */
function isRouter(node: t.Node): boolean {
  let at: t.Node = node;
  while (at.type === 'CallExpression' && at.callee.type === 'MemberExpression') at = at.callee.object;
  return at.type === 'Identifier' && /^\$(routeProvider|stateProvider)$/.test(at.name);
}

function addRoute(r: ScriptReader, object: t.ObjectExpression, state: string | null, path: string, node: t.Node): void {
  const { fn, repeat } = r;
  // A table is there once, whatever configures it.
  r.fn = 0;
  r.repeat = 'once';
  const at = spotOf(object);
  const first = r.b.facts.sites.length;
  const views = objectOf(r, property(object, 'views'));
  const shown = views
    ? views.properties.flatMap((one) => (one.type === 'ObjectProperty' ? (objectOf(r, one.value) ?? []) : []))
    : [object];
  let piece: PlaceId | null = null;
  for (const one of shown) {
    const found = show(r, one, state ?? path, property(object, 'resolve'));
    if (found === null) continue;
    piece ??= r.b.place('markup', '', 0, at);
    r.b.use({ place: found, kind: 'shown', inside: piece, repeat: 'once', fn: 0, at });
  }
  const known = tables.get(r) ?? new Map<string, number>();
  tables.set(r, known);
  const parentName =
    textOf(r, property(object, 'parent')) ?? (state?.includes('.') ? state.slice(0, state.lastIndexOf('.')) : null);
  const parent = parentName === null ? null : (known.get(parentName) ?? null);
  const sites: [number, number] = [first, r.b.facts.sites.length - first];
  const route = { parent, ...(path === '' ? {} : { path }), piece, sites, at };
  // Where it stands within a state of another file is not known.
  const outermost = parentName === null ? { atOutlet: true } : {};
  const index = r.b.facts.routes.push({ ...route, ...outermost }) - 1;
  if (state !== null) known.set(state, piece === null && parent !== null ? parent : index);
  for (const name of ['onEnter', 'onExit', 'redirectTo']) {
    const written = property(object, name);
    if (written) value(r, written);
  }
  r.fn = fn;
  r.repeat = repeat;
  void node;
}

/** What a route, or a dialog, shows: a component, or a template with its controller. Null where it shows nothing. */
export function show(
  r: ScriptReader,
  object: t.ObjectExpression,
  called: string,
  resolve: t.Node | null,
): PlaceId | null {
  const at = spotOf(object);
  const resolved = readResolved(r, resolve);
  const piece = r.b.place('markup', '', r.fn, at);
  const component = textOf(r, property(object, 'component'));
  if (component !== null) {
    const { give: pass } = addSite(r, component, r.global(component, at), piece, spotOf(property(object, 'component')));
    for (const [name, place] of resolved) pass(name, place, null, at);
    return piece;
  }
  const controller = property(object, 'controller');
  const content = contentOf(r, object);
  if (!controller) return content ? plainContent(r, content, piece, at) : null;
  const [name, alias] = controllerNamed(r, object, controller, called);
  const spot = spotOf(controller);
  addSite(r, name, r.global(name, spot), piece, spot);
  if (content)
    give(
      r,
      contentKey(name),
      readApart(r, spot, (_, own) => {
        const scope = taken(r, scopeKey(name), '$scope', spot);
        if (alias !== null) noteAlias(r, name, alias);
        r.self = scope;
        content(own, scope);
      }),
    );
  return piece;
}

/** `controller: 'BedsCtrl as vm'`, or a function, which goes by the name of what it controls. */
function controllerNamed(
  r: ScriptReader,
  object: t.ObjectExpression,
  argument: t.Node,
  called: string,
): [string, string | null] {
  const as = textOf(r, property(object, 'controllerAs'));
  const text = textOf(r, argument);
  if (text !== null) {
    const { name, alias } = controllerIn(text);
    return [name, alias ?? as];
  }
  const { fn } = injectable(r, argument);
  const own = fn && 'id' in fn && fn.id ? fn.id.name : argument.type === 'Identifier' ? argument.name : null;
  const url = property(object, 'templateUrl');
  const file = url ? fileNamed(r, url) : null;
  const words = camel((file === null ? called : nameFromPath(file)).replace(/\W/g, '-'))
    .replace(/-/g, '')
    .replace(/^[A-Z]/, (one) => one.toLowerCase());
  const name = own ?? `${words || 'page'}Controller`;
  readController(r, name, argument, argument);
  return [name, as];
}

type Content = (piece: PlaceId, scope: PlaceId) => void;

/** The markup that is shown, as what reads it into a piece; null where there is none. */
function contentOf(r: ScriptReader, object: t.ObjectExpression): Content | null {
  const url = property(object, 'templateUrl');
  const file = url ? fileNamed(r, url) : null;
  if (url && file !== null) return (piece, scope) => showFile(r, file, piece, scope, spotOf(url));
  const written = property(object, 'template');
  const imported =
    written?.type === 'Identifier' ? r.importOf.get(r.scope.lookup(written.name) ?? -1)?.source : undefined;
  if (written && imported !== undefined) return (piece, scope) => showFile(r, imported, piece, scope, spotOf(written));
  const text = written ? textIn(r, written) : null;
  return text ? (piece) => readTemplate(r, piece, text) : null;
}

function showFile(r: ScriptReader, file: string, piece: PlaceId, scope: PlaceId, at: Spot): void {
  const source = /^\.{1,2}\//.test(file) ? file : servedPath(file);
  const markup = importPlace(r, source, 'default', 'template', at, { implied: true });
  r.b.facts.imports.push({ place: scope, source, imported: 'this', gives: true, implied: true, at });
  const named = taken(r, templateKey(file), file, at);
  give(r, shownWithKey(file), scope);
  r.b.flow(r.b.call({ callee: markup, name: '', args: [], onlyKnown: true, fn: r.fn, at }), piece);
  r.b.flow(r.b.call({ callee: named, name: '', args: [], onlyKnown: true, fn: r.fn, at }), piece);
}

/** A template without a controller has the names of the outermost scope. */
function plainContent(r: ScriptReader, content: Content, piece: PlaceId, at: Spot): PlaceId {
  const { self } = r;
  const scope = rootScope(r, at);
  r.self = scope;
  content(piece, scope);
  r.self = self;
  return piece;
}

/** `resolve: { beds: ['store', (store) => store.all()] }`: what is there before the route is shown, by name. */
function readResolved(r: ScriptReader, node: t.Node | null): Map<string, PlaceId> {
  const found = new Map<string, PlaceId>();
  for (const one of objectOf(r, node)?.properties ?? []) {
    if (one.type === 'SpreadElement') continue;
    const name = fieldOf(one.key, one.computed);
    const { fn, asks } = injectable(r, one.type === 'ObjectMethod' ? one : one.value);
    if (!fn || fn.type === 'ClassDeclaration' || fn.type === 'ClassExpression') continue;
    // It runs before the route is shown, and is there once.
    const service = made(r, name, fn, asks);
    if (service === null) continue;
    give(r, injectedKey(name), service);
    found.set(name, service);
  }
  return found;
}

/** `$uibModal.open({ templateUrl, controller })`: shown over the page. Undefined for any other call. */
export function readDialog(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  const { callee } = node;
  if (callee.type !== 'MemberExpression' || !/^(open|show)$/.test(fieldOf(callee.property, callee.computed)))
    return undefined;
  const object = objectOf(r, node.arguments[0]);
  if (!object || !(property(object, 'templateUrl') ?? property(object, 'template')) || !property(object, 'controller'))
    return undefined;
  show(r, object, 'dialog', property(object, 'resolve'));
  return r.b.place('object', 'dialog', r.fn, spotOf(node));
}
