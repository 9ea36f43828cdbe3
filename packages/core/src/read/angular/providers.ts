/** Providers: what is there for whoever injects it, from which level on. Tokens are contexts; services are told where they are provided. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { provideAround } from '../component/provided';
import type { SingleFileComponent } from '../script/componentInFile';
import { spotOf } from '../script/builder';
import { value } from '../script/expressions';
import { objectOf, plain, property } from '../script/literals';
import type { ScriptReader } from '../script/reader';
import { decoratorOf, Metadata } from '../component/decorators';

/** Tokens are written like constants; what is written otherwise is a class. */
const TOKEN = /^[A-Z][A-Z0-9_]*$/;

/** `new InjectionToken<Units>('units')`: a key of its own for something provided. */
export function readToken(r: ScriptReader, node: t.NewExpression, target: t.Node | null): PlaceId | null {
  for (const one of node.arguments) value(r, one as t.Expression);
  if (r.fn !== 0 || target?.type !== 'Identifier') return null;
  const at = spotOf(target);
  const place = r.b.place('context', target.name, 0, at);
  const hasDefault = node.arguments.length > 1;
  r.b.facts.contexts.push({ name: target.name, key: null, maybe: true, listed: true, place, hasDefault, at });
  return place;
}

/** Where whoever asks for something looks: from itself on, as far as whose markup it stands in, in itself, or from above itself on. */
export type From = 'self and above' | 'view' | 'self' | 'above';

/** What a token holds for whoever asks; null where what is asked for is none. */
export function askToken(r: ScriptReader, token: t.Node, from: From, optional: boolean): PlaceId | null {
  if (token.type !== 'Identifier' || !TOKEN.test(token.name)) return null;
  const context = value(r, token);
  if (context === null) return null;
  const at = spotOf(token);
  const result = r.b.place('read', token.name, r.fn, at);
  const own = from === 'above' ? undefined : r.component?.provides.findLast(({ name }) => name === token.name);
  if (own) r.b.flow(own.value, result);
  // Other directives of the same element may provide it as well: what they do is not known here.
  if (own || from === 'self') return result;
  r.b.facts.contextReads.push({ context, ...(optional ? { maybe: true } : {}), result, fn: r.fn, at });
  return result;
}

/**
 * `providers: [Units, { provide: SCALE, useValue: 2 }]`, of a component or (null) of a module or the application. `ofView`: they are there for
 * the component's own markup alone.
 */
export function readProviders(
  r: ScriptReader,
  node: t.Node | null,
  component: SingleFileComponent | null,
  ofView = false,
): void {
  const list = plain(r, node);
  if (list?.type !== 'ArrayExpression') return;
  for (const one of list.elements) {
    if (one?.type === 'ArrayExpression') readProviders(r, one, component, ofView);
    else if (one?.type === 'Identifier') noteProvider(r, one, component, ofView);
    else if (one?.type === 'CallExpression') value(r, one);
    else if (one?.type === 'ObjectExpression') readProvider(r, one, component, ofView);
  }
}

/** Notes where an `@Injectable({ providedIn: 'root' })` class is provided. */
export function noteInjectable(r: ScriptReader, node: t.ClassDeclaration | t.ClassExpression, self: PlaceId): void {
  const argument = decoratorOf(node, /^Injectable$/)?.args[0];
  if (argument && new Metadata(r, argument).node('providedIn'))
    r.b.facts.providers.push({ service: self, by: null, at: spotOf(node.id ?? node) });
}

function noteProvider(r: ScriptReader, token: t.Node, component: SingleFileComponent | null, ofView = false): void {
  const service = value(r, token as t.Expression);
  if (service === null) return;
  const by = component === null ? null : r.b.fn(component.fn).self;
  r.b.facts.providers.push({ service, by, ...(ofView ? { ofView } : {}), at: spotOf(token) });
}

function readProvider(
  r: ScriptReader,
  node: t.ObjectExpression,
  component: SingleFileComponent | null,
  ofView = false,
): void {
  const token = property(node, 'provide');
  const provided = providedBy(r, node);
  if (token?.type !== 'Identifier') return;
  if (!TOKEN.test(token.name)) {
    standIn(r, token, provided);
    return noteProvider(r, token, component, ofView);
  }
  const context = value(r, token);
  const at = spotOf(token);
  const service = provided ?? r.b.place('object', token.name, r.fn, at);
  if (context === null) return;
  if (component) component.provides.push({ context, value: service, name: token.name, at });
  else provideAround(r, context, token.name, service, at);
}

/** `{ provide: Soil, useClass: DeepSoil }`: whoever asks for the one may be given the other. */
function standIn(r: ScriptReader, token: t.Identifier, place: PlaceId | null): void {
  const asked = value(r, token);
  if (asked === null || place === null) return;
  r.b.facts.ties.push({ from: place, to: asked, result: true });
}

/** What a provider gives: a value, what a function makes, or the instance of a class. */
function providedBy(r: ScriptReader, node: t.ObjectExpression): PlaceId | null {
  const whole = property(node, 'useValue');
  if (whole) return value(r, whole);
  const made = property(node, 'useFactory') ?? property(node, 'useClass') ?? property(node, 'useExisting');
  const callee = made ? value(r, made) : null;
  if (callee === null || !made) return null;
  return r.b.call({ callee, name: '', args: [], onlyKnown: true, fn: r.fn, at: spotOf(made) });
}

/** The providers of the application, where an object says so: `{ providers: [provideRouter(routes)] }`. */
export function readApplication(r: ScriptReader, node: t.ObjectExpression): void {
  const list = r.fn === 0 ? property(objectOf(r, node), 'providers') : null;
  // Calls in it have been read with the object's fields.
  if (list?.type === 'ArrayExpression')
    for (const one of list.elements) {
      if (one?.type === 'Identifier') noteProvider(r, one, null);
      else if (one?.type === 'ObjectExpression') readProvider(r, one, null);
    }
}
