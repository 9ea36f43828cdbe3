/** Calls: of the family's own functions, of collection methods, and of everything else. */
import type * as t from '@babel/types';
import type { ImportFact, PlaceId } from '../../model/facts';
import { ELEMENT } from '../../model/signs';
import { spotOf } from './builder';
import { readRequire } from './commonjs';
import { computed, value } from './expressions';
import { noteAsked } from './guards';
import { fieldOf } from './patterns';
import { ADDING_METHODS, COLLECTION_METHODS, MUTATING_METHODS, type MethodShape } from './methods';
import { mutation } from './mutations';
import type { ScriptReader } from './reader';

type Call = t.CallExpression | t.OptionalCallExpression | t.NewExpression;

export function readCall(r: ScriptReader, node: Call, target: t.Node | null): PlaceId | null {
  if (node.type === 'OptionalCallExpression') noteOptional(r, node);
  else {
    const known = r.dialect.call(r, node, target);
    if (known !== undefined) return known;
  }
  const required = readRequire(r, node);
  if (required !== undefined) return required;
  const callee = node.callee;
  if (callee.type === 'Import') return dynamicImport(r, node);
  if (callee.type === 'Super') {
    const args = readArguments(r, node);
    const call = { name: 'super', args, extends: true, onlyKnown: true, fn: r.fn, at: spotOf(callee) };
    if (r.base !== null && args.length > 0) r.b.call({ callee: r.base, ...call });
    return null;
  }
  if (callee.type === 'MemberExpression' || callee.type === 'OptionalMemberExpression') {
    const method = callee.computed ? null : fieldOf(callee.property, false);
    const object = collectionCall(r, node, callee, method);
    if (object !== undefined) return object;
    return memberCall(r, node, callee);
  }
  const name = callee.type === 'Identifier' ? callee.name : '';
  if (callee.type !== 'V8IntrinsicIdentifier') return plainCall(r, node, value(r, callee), name, null, target);
  return plainCall(r, node, null, name, null);
}

/** `p?.()` and `p?.x()` ask for what they call, and for what that is called on. */
function noteOptional(r: ScriptReader, { callee, optional }: t.OptionalCallExpression): void {
  if (optional) noteAsked(r, callee);
  if (callee.type === 'OptionalMemberExpression' && callee.optional) noteAsked(r, callee.object);
}

/** The arguments' places; functions among them are read here, so each is read once. */
export function readArguments(r: ScriptReader, node: Call, target: t.Node | null = null): (PlaceId | null)[] {
  return node.arguments.map((argument: Call['arguments'][number] | null) => {
    // A parser that recovers from an error may leave one out.
    if (!argument) return null;
    if (argument.type === 'SpreadElement') {
      const spread = value(r, argument.argument);
      return spread === null ? null : r.b.part(spread, ELEMENT, r.fn, spotOf(argument));
    }
    // Whoever is passed the instance may read all it was given.
    if (argument.type === 'ThisExpression' && r.component) r.b.fn(r.component.fn).takesRest = true;
    return argument.type === 'ArgumentPlaceholder' ? null : value(r, argument, target);
  });
}

export function plainCall(
  r: ScriptReader,
  node: Call,
  callee: PlaceId | null,
  name: string,
  receiver: PlaceId | null,
  target: t.Node | null = null,
): PlaceId | null {
  const at = spotOf(node.callee);
  // `const Tray = observer(() => …)`: what is wrapped goes by the name of what it becomes.
  const wraps = target?.type === 'Identifier' && /^[A-Z]/.test(target.name) && node.type === 'CallExpression';
  const args = readArguments(r, node, wraps ? target : null);
  if (wraps) forgetNames(r, args, target.name);
  const called = callee ?? (name ? r.global(name, at) : null);
  if (called === null && receiver === null && args.every((a) => a === null)) return null;
  const result = r.b.place('computed', name, r.fn, spotOf(node));
  r.b.facts.calls.push({
    callee: called ?? r.global(name || '(computed)', at),
    name,
    args,
    receiver,
    result,
    repeat: r.repeat,
    ...(node.arguments.some((argument) => argument.type === 'SpreadElement') ? { open: true } : {}),
    ...(node.type === 'OptionalCallExpression' ? { optional: true } : {}),
    ...(node.type === 'NewExpression' ? { creates: true } : {}),
    fn: r.fn,
    at,
  });
  return result;
}

/** A function that renders nothing (styles, options) is no component, whatever it is given to. */
function forgetNames(r: ScriptReader, args: readonly (PlaceId | null)[], name: string): void {
  for (const fact of r.b.facts.functions) {
    if (fact.name !== name || fact.role !== 'candidate' || !args.includes(fact.self)) continue;
    fact.name = '';
    fact.role = 'plain';
    const place = r.b.facts.places[fact.self];
    if (place) place.name = '';
  }
}

function memberCall(
  r: ScriptReader,
  node: Call,
  callee: t.MemberExpression | t.OptionalMemberExpression,
): PlaceId | null {
  const receiver = value(r, callee.object);
  const method = fieldOf(callee.property, callee.computed);
  if (callee.computed && callee.property.type !== 'PrivateName') {
    // `plots[kind](…)`: the key decides what is called.
    const key = value(r, callee.property as t.Expression);
    if (key !== null) r.b.use({ place: key, kind: 'computed', fn: r.fn, at: spotOf(callee.property) });
  }
  const name = callee.object.type === 'Identifier' ? `${callee.object.name}.${method}` : method;
  // `this.pick.bind(this)` is the method itself.
  if (method === 'bind') return bound(r, node, receiver);
  if (method === 'then' && receiver !== null) return cameIn(r, node, receiver);
  const direct = onBehalfOfThis(node, method);
  if (direct) return plainCall(r, direct, receiver, r.source(callee.object), null);
  const [made] = node.arguments;
  if (method === 'createElement' && made?.type === 'StringLiteral' && made.value === 'script')
    r.b.facts.loadsScripts = true;
  if (receiver !== null && MUTATING_METHODS.has(method)) mutation(r, receiver, '*', node, `${r.source(callee)}()`);
  const function_ = receiver === null ? null : r.b.part(receiver, method, r.fn, spotOf(callee.property));
  return plainCall(r, node, function_, name, receiver);
}

/** `promise.then((tray) => …)`: the function is called with what is awaited; what it brings is what comes of that. */
function cameIn(r: ScriptReader, node: Call, awaited: PlaceId): PlaceId | null {
  const [callee = null] = readArguments(r, node);
  if (callee === null) return null;
  return r.b.call({ callee, name: 'then', args: [awaited], fn: r.fn, at: spotOf(node.callee) });
}

/** `pick.call(this, tray)`, `pick.apply(this, trays)`: the function itself is called, on behalf of the instance. */
function onBehalfOfThis(node: Call, method: string): Call | null {
  const [first, second] = node.arguments;
  if (first?.type !== 'ThisExpression' || node.type === 'NewExpression') return null;
  if (method === 'call') return { ...node, arguments: node.arguments.slice(1) };
  if (method !== 'apply') return null;
  const spread = second && second.type !== 'SpreadElement' && second.type !== 'ArgumentPlaceholder' ? second : null;
  return {
    ...node,
    arguments: spread ? [{ ...spread, type: 'SpreadElement', argument: spread } as t.SpreadElement] : [],
  };
}

/** What is called with more arguments than this after the bound ones is not followed beyond them. */
const FURTHER = 4;

/** `pick.bind(this, tray)`: a function that calls `pick` with the tray in front of what it is given. */
function bound(r: ScriptReader, node: Call, callee: PlaceId | null): PlaceId | null {
  const leading = readArguments(r, node).slice(1);
  if (callee === null || leading.length === 0) return callee;
  const at = spotOf(node);
  const id = r.b.addFunction('', 'closure', r.fn, at, node.loc?.end.line ?? 1);
  const fact = r.b.fn(id);
  fact.wraps = true;
  for (let index = 0; index < FURTHER; index++) fact.params.push(r.b.place('param', '', id, at));
  const brought = r.b.call({ callee, name: r.source(node.callee), args: [...leading, ...fact.params], fn: id, at });
  r.b.flow(brought, fact.result);
  return fact.self;
}

function collectionCall(
  r: ScriptReader,
  node: Call,
  callee: t.MemberExpression | t.OptionalMemberExpression,
  method: string | null,
): PlaceId | null | undefined {
  if (!method) return undefined;
  if (callee.object.type === 'Identifier' && callee.object.name === 'Object' && node.arguments[0])
    return objectCall(r, node, method);
  if (callee.object.type === 'Identifier' && callee.object.name === 'Array' && method === 'from' && node.arguments[0])
    return arrayFrom(r, node);
  const shape = Object.hasOwn(COLLECTION_METHODS, method) ? COLLECTION_METHODS[method] : undefined;
  const adds = ADDING_METHODS.has(method);
  if (!shape && !adds) return undefined;
  // The instance is no list: what is called on it is a method of its own.
  if (isInstance(r, callee.object)) return undefined;
  // A name imported or passed down could be anything that has such a method; collections are by far the usual case.
  const collection = value(r, callee.object);
  if (collection !== null && MUTATING_METHODS.has(method)) mutation(r, collection, '*', node, `${r.source(callee)}()`);
  if (adds) {
    const args = readArguments(r, node);
    for (const argument of args) if (collection !== null) r.b.flow(argument, collection, 'put', '*');
    return collection !== null && r.inTemplate ? ownMethod(r, node, collection, method, args) : null;
  }
  return shape ? shapedCall(r, node, collection, shape) : undefined;
}

/** Markup calls what it names on the instance, which may have a method called like those of lists: `store.add(bed)`. */
function ownMethod(r: ScriptReader, node: Call, receiver: PlaceId, method: string, args: (PlaceId | null)[]): PlaceId {
  const at = spotOf(node.callee);
  return r.b.call({ callee: r.b.part(receiver, method, r.fn, at), name: method, args, onlyKnown: true, fn: r.fn, at });
}

/** `this`, what a class of the project is made into, and what is injected. */
function isInstance(r: ScriptReader, node: t.Node): boolean {
  if (node.type === 'ThisExpression' || node.type === 'Super') return true;
  if (node.type === 'MemberExpression' && !node.computed && isInstance(r, node.object))
    return r.injectedFields.has(fieldOf(node.property, false));
  const place = node.type === 'Identifier' ? r.scope.lookup(node.name) : undefined;
  return place !== undefined && r.instances.has(place);
}

function arrayFrom(r: ScriptReader, node: Call): PlaceId | null {
  const source = node.arguments[0];
  const collection =
    source && source.type !== 'SpreadElement' && source.type !== 'ArgumentPlaceholder' ? value(r, source) : null;
  if (node.arguments.length < 2) return copyOf(r, collection, node);
  const rest = { ...node, arguments: node.arguments.slice(1) } as Call;
  return shapedCall(r, rest, collection, { itemParam: 0, returns: 'made', uses: 'iterated' });
}

function shapedCall(r: ScriptReader, node: Call, collection: PlaceId | null, shape: MethodShape): PlaceId | null {
  const at = spotOf(node);
  if (collection !== null && shape.uses)
    r.b.use({ place: collection, kind: shape.uses, fn: r.fn, at: spotOf(node.callee) });
  const callback = node.arguments[0];
  let made: PlaceId | null = null;
  let gathered: PlaceId | null = null;
  if (
    shape.itemParam !== undefined &&
    callback &&
    callback.type !== 'SpreadElement' &&
    callback.type !== 'ArgumentPlaceholder'
  ) {
    const calleePlace = r.repeated('many', () => value(r, callback));
    const initial = node.arguments[1];
    if (shape.gatherParam !== undefined) {
      gathered = r.b.place('computed', '', r.fn, at);
      if (initial && initial.type !== 'SpreadElement' && initial.type !== 'ArgumentPlaceholder')
        r.b.flow(value(r, initial), gathered);
    }
    if (calleePlace !== null) {
      made = r.b.place('computed', '', r.fn, at);
      const args: (PlaceId | null)[] = [];
      const item = collection === null ? null : r.b.part(collection, ELEMENT, r.fn, at);
      args[shape.itemParam] = item;
      if (shape.gatherParam !== undefined) args[shape.gatherParam] = gathered;
      for (let i = 0; i < args.length; i++) args[i] ??= null;
      r.b.facts.calls.push({
        callee: calleePlace,
        name: '',
        args,
        receiver: null,
        result: made,
        repeat: 'many',
        fn: r.fn,
        at,
      });
      if (gathered !== null) r.b.flow(made, gathered);
    }
  } else {
    const args = readArguments(r, node);
    // Whatever it is computed with is no element.
    if (shape.returns === 'computed') return computed(r, node, [collection, ...args]);
    if (shape.merges) {
      const copy = copyOf(r, collection, node) ?? r.b.place('object', '', r.fn, at);
      for (const argument of args) r.b.flow(argument, copy);
      return copy;
    }
    // `beds.slice(first)`: what says which are meant is worked with, and becomes no element.
    for (const place of args) if (place !== null) r.b.use({ place, kind: 'computed', fn: r.fn, at });
  }
  switch (shape.returns) {
    case 'self':
      return collection;
    case 'copy':
      return copyOf(r, collection, node);
    case 'item':
      return collection === null ? null : r.b.part(collection, ELEMENT, r.fn, at);
    case 'made': {
      if (made === null) return null;
      const list = r.b.place('object', '', r.fn, at);
      r.b.flow(made, list, 'put', '*');
      return list;
    }
    case 'madeFlat':
      return made;
    case 'gathered':
      return gathered;
    case 'computed':
      return collection === null ? null : computed(r, node, [collection], false);
    case 'nothing':
      return null;
  }
}

/** The same elements in a list of their own. */
function copyOf(r: ScriptReader, collection: PlaceId | null, node: Call): PlaceId | null {
  if (collection === null) return null;
  const copy = r.b.place('object', '', r.fn, spotOf(node));
  r.b.flow(collection, copy);
  return copy;
}

/** `Object.entries(x)` and its like keep what the object holds as elements. */
function objectCall(r: ScriptReader, node: Call, method: string): PlaceId | null | undefined {
  const at = spotOf(node);
  if (method === 'assign') {
    const into = r.b.place('object', '', r.fn, at);
    for (const argument of readArguments(r, node)) r.b.flow(argument, into);
    return into;
  }
  if (method === 'freeze' || method === 'seal') return readArguments(r, node)[0] ?? null;
  if (method !== 'values' && method !== 'entries') return undefined;
  const object = readArguments(r, node)[0] ?? null;
  if (object === null) return null;
  const item = r.b.part(object, '*', r.fn, at);
  if (method === 'values') {
    const values = r.b.place('object', '', r.fn, at);
    r.b.flow(item, values, 'put', '*');
    return values;
  }
  const pair = r.b.place('object', '', r.fn, at);
  r.b.flow(item, pair, 'put', '1');
  const list = r.b.place('object', '', r.fn, at);
  r.b.flow(pair, list, 'put', '*');
  return list;
}

/** `import('./x')`: the module's namespace, to come. */
function dynamicImport(r: ScriptReader, node: Call): PlaceId | null {
  const source = node.arguments[0];
  const at = spotOf(node);
  if (source?.type === 'StringLiteral') return importPlace(r, source.value, '*', '', at);
  r.b.facts.gaps.push({
    what: 'import',
    name: source ? r.source(source) : 'import()',
    reason: 'The module is only known at run time.',
    fn: r.fn,
    at,
  });
  return null;
}

export function importPlace(
  r: ScriptReader,
  source: string,
  imported: string,
  local: string,
  at: ReturnType<typeof spotOf>,
  more: Pick<ImportFact, 'implied'> = {},
): PlaceId {
  const place = r.b.place('import', local, 0, at);
  const fact = { place, source, imported, ...more, at };
  r.b.facts.imports.push(fact);
  r.importOf.set(place, fact);
  return place;
}
