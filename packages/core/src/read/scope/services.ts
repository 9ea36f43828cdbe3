/**
 * What is there once for all who ask for it by name: services, factories, values, providers. Their functions run once, when they are
 * first asked for, so that they are read where they stand, as part of their module.
 */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { callChange } from '../libraries/stores/cells';
import { spotOf } from '../script/builder';
import { declareBlock, declareVars } from '../script/declare';
import { isFunction, value } from '../script/expressions';
import { readFunction } from '../script/functions';
import { objectOf, textOf } from '../script/literals';
import { fieldOf } from '../script/patterns';
import { readPlainClass } from '../script/plainClasses';
import type { ScriptReader } from '../script/reader';
import { readStatements } from '../script/statements';
import { walkNodes } from '../script/walk';
import { bindInjected } from './injection';
import { give, injectedKey } from './names';
import { addCells, fieldsSet, holder, readAs, sharedCell, type Owner } from './owners';
import { declaredIn, injectable, returnedObject, type Callable, type Kind } from './registrations';

/** A service while its function is read. */
interface Making {
  name: string;
  /** The scope of its function: what is declared within it is the service's own. */
  inside: object;
  /** The variable that holds what it gives, and what its function does with that. */
  instance: string | null;
  body: readonly t.Statement[];
  setters: Map<PlaceId, PlaceId>;
}

const making = new WeakMap<ScriptReader, Making>();

export function readService(r: ScriptReader, kind: Kind, name: string, named: t.Node, argument: t.Node): void {
  const service = serviceOf(r, kind, name, named, argument);
  if (service !== null) give(r, injectedKey(name), service);
}

function serviceOf(r: ScriptReader, kind: Kind, name: string, named: t.Node, argument: t.Node): PlaceId | null {
  if (kind === 'value' || kind === 'constant') {
    noteTexts(r, name, argument);
    if (argument.type === 'ObjectExpression') return serviceObject(r, argument, name);
    return value(r, argument);
  }
  const { fn, asks } = injectable(r, argument);
  if (!fn) {
    const made = value(r, argument);
    return made === null
      ? null
      : r.b.call({ callee: made, name, args: [], onlyKnown: true, fn: r.fn, at: spotOf(named) });
  }
  if (kind === 'provider') return provided(r, name, named, fn, asks);
  if (fn.type === 'ClassDeclaration' || fn.type === 'ClassExpression') return ofClass(r, name, fn, asks);
  return kind === 'service' ? constructed(r, name, named, fn, asks) : made(r, name, fn, asks);
}

/** What a constant says, or fields of it: topics of messages may be called by that. */
function noteTexts(r: ScriptReader, name: string, argument: t.Node): void {
  const { texts } = r.b.facts;
  const text = textOf(r, argument);
  if (text !== null) texts[name] = text;
  for (const one of objectOf(r, argument)?.properties ?? []) {
    const inner = one.type === 'ObjectProperty' ? textOf(r, one.value) : null;
    if (one.type === 'ObjectProperty' && inner !== null) texts[`${name}.${fieldOf(one.key, one.computed)}`] = inner;
  }
}

/** A class whose one instance it is; what its constructor is given is kept in fields. */
function ofClass(
  r: ScriptReader,
  name: string,
  fn: t.ClassDeclaration | t.ClassExpression,
  asks: readonly string[],
): PlaceId {
  asked.set(fn, asks);
  const self = readPlainClass(r, fn, name, value(r, fn.superClass));
  return r.b.call({ callee: self, name, args: [], onlyKnown: true, fn: 0, at: spotOf(fn.id ?? fn) });
}

/** What the constructor of a class asks for. */
const asked = new WeakMap<t.Node, readonly string[]>();

export function askedBy(fn: t.Node): readonly string[] | undefined {
  return asked.get(fn);
}

/** `.service('units', function () { this.scale = … })`: the object that the function is called on. */
function constructed(
  r: ScriptReader,
  name: string,
  named: t.Node,
  fn: Exclude<Callable, t.ClassDeclaration | t.ClassExpression>,
  asks: readonly string[],
): PlaceId {
  const instance = r.b.place('object', name, 0, spotOf(named));
  const owner: Owner = {
    component: null,
    scope: null,
    instance: holder(instance, true),
    making: 0,
    injected: new Set(),
  };
  inModule(r, () =>
    readAs(r, owner, () => {
      const methods = fn.type === 'FunctionDeclaration' && fn.id ? (declaredIn(r).methods.get(fn.id.name) ?? []) : [];
      let gives: PlaceId | null = null;
      inside(
        r,
        name,
        fn,
        asks,
        owner,
        (statements) => {
          for (const statement of statements)
            for (const { id, init } of statement.type === 'VariableDeclaration' ? statement.declarations : []) {
              const place =
                id.type === 'Identifier' && init?.type === 'ThisExpression' ? r.scope.own(id.name) : undefined;
              if (place !== undefined) owner.instance.names.add(place);
            }
          const fields = fieldsSet([...statements, ...methods.map((one) => one.fn)], (node) =>
            node.type === 'ThisExpression'
              ? true
              : node.type === 'Identifier' && owner.instance.names.has(r.scope.lookup(node.name) ?? -1),
          );
          addCells(r, owner.instance, fields, (field, at) => sharedCell(r, name, field, at));
        },
        (place) => (gives = place),
      );
      for (const { field, fn: method } of methods) {
        const place = isFunction(method) ? value(r, method) : null;
        if (place !== null) r.b.flow(place, instance, 'put', field);
      }
      // A function that returns an object gives that instead.
      if (gives !== null) r.b.flow(gives, instance);
    }),
  );
  return instance;
}

/** `.factory('units', function () { return { … }; })`: what the function returns. */
export function made(
  r: ScriptReader,
  name: string,
  fn: Exclude<Callable, t.ClassDeclaration | t.ClassExpression>,
  asks: readonly string[],
): PlaceId | null {
  let gives: PlaceId | null = null;
  inModule(r, () =>
    inside(
      r,
      name,
      fn,
      asks,
      null,
      () => undefined,
      (place) => (gives = place),
    ),
  );
  return gives;
}

/** `.provider('units', function () { this.$get = … })`: what `$get` gives. */
function provided(r: ScriptReader, name: string, named: t.Node, fn: Callable, asks: readonly string[]): PlaceId | null {
  let get: t.Node | null = null;
  walkNodes(fn, (node) => {
    if (
      node.type === 'AssignmentExpression' &&
      node.left.type === 'MemberExpression' &&
      fieldOf(node.left.property, node.left.computed) === '$get'
    )
      get = node.right;
    if (
      (node.type === 'ObjectProperty' || node.type === 'ObjectMethod' || node.type === 'ClassMethod') &&
      fieldOf(node.key, node.computed) === '$get'
    )
      get = node.type === 'ObjectProperty' ? node.value : node;
  });
  const { fn: gives, asks: wanted } = injectable(r, get);
  if (!gives || gives.type === 'ClassDeclaration' || gives.type === 'ClassExpression') return null;
  if (fn.type === 'ClassDeclaration' || fn.type === 'ClassExpression') {
    const { self } = r;
    r.self = r.b.place('object', name, 0, spotOf(named));
    const service = made(r, name, gives, wanted);
    r.self = self;
    return service;
  }
  // What surrounds `$get` is read as part of the provider; `$get` itself is read within it, so that it sees its variables.
  let instance: PlaceId | null = null;
  inModule(r, () =>
    r.block(() => {
      const { self } = r;
      r.self = r.b.place('object', `${name}Provider`, 0, spotOf(named));
      bindInjected(r, fn.params, asks, null);
      const statements = fn.body.type === 'BlockStatement' ? fn.body.body : [];
      declareVars(r, statements);
      declareBlock(r, statements);
      declaredIn(r).taken.add(gives);
      readStatements(
        r,
        statements.filter((one) => one.type !== 'ReturnStatement'),
      );
      instance = made(r, name, gives, wanted);
      give(r, injectedKey(`${name}Provider`), r.self);
      r.self = self;
    }),
  );
  return instance;
}

/** What runs once is read as code of the module. */
function inModule(r: ScriptReader, read: () => void): void {
  const { fn, repeat } = r;
  r.fn = 0;
  r.repeat = 'once';
  read();
  r.fn = fn;
  r.repeat = repeat;
}

/** Reads the body of a function that runs once; `returns` takes what it gives in the end. */
function inside(
  r: ScriptReader,
  name: string,
  fn: Exclude<Callable, t.ClassDeclaration | t.ClassExpression>,
  asks: readonly string[],
  owner: Owner | null,
  declare: (statements: readonly t.Statement[]) => void,
  returns: (place: PlaceId | null) => void,
): void {
  r.block(() => {
    const before = making.get(r);
    const { instance = null } = returnedObject(fn) ?? {};
    const body = fn.body.type === 'BlockStatement' ? fn.body.body : [];
    making.set(r, { name, inside: r.scope, instance, body, setters: new Map() });
    bindInjected(r, fn.params, asks, owner);
    if (fn.body.type === 'BlockStatement') {
      declareVars(r, body);
      declareBlock(r, body);
      declare(body);
      const last = body.find((one): one is t.ReturnStatement => one.type === 'ReturnStatement');
      readStatements(
        r,
        body.filter((one) => one !== last),
      );
      if (last) returns(valueOf(r, name, last.argument));
    } else returns(valueOf(r, name, fn.body));
    if (before) making.set(r, before);
    else making.delete(r);
  });
}

function valueOf(r: ScriptReader, name: string, node: t.Node | null | undefined): PlaceId | null {
  return node?.type === 'ObjectExpression' ? serviceObject(r, node, name) : value(r, node);
}

/** The object that a service's function keeps in a variable and gives in the end; undefined for any other. */
export function objectOfService(r: ScriptReader, node: t.ObjectExpression, name: string): PlaceId | undefined {
  const service = making.get(r);
  if (!service || r.fn !== 0 || service.instance !== name) return undefined;
  const object = serviceObject(r, node, service.name);
  // Fields that are put there one by one.
  const written = new Set(node.properties.flatMap((one) => ('key' in one ? [fieldOf(one.key, one.computed)] : [])));
  const fields = fieldsSet(service.body, (one) => one.type === 'Identifier' && one.name === name);
  for (const field of written) fields.delete(field);
  addCells(r, holder(object, false), fields, (field, at) => sharedCell(r, service.name, field, at));
  return object;
}

/** An object that is there once: a cell for each of its fields that is no function and nothing that another holds. */
function serviceObject(r: ScriptReader, node: t.ObjectExpression, name: string): PlaceId {
  const object = r.b.place('object', name, r.fn, spotOf(node));
  for (const one of node.properties) {
    if (one.type === 'SpreadElement') {
      const from = value(r, one.argument);
      if (from !== null) r.b.flow(from, object);
      continue;
    }
    const field = fieldOf(one.key, one.computed);
    if (one.type === 'ObjectMethod') {
      const self = readFunction(r, one, field);
      const fact = r.b.facts.functions.find((known) => known.self === self);
      r.b.flow(one.kind === 'get' && fact ? fact.result : self, object, 'put', field);
      continue;
    }
    const from = value(r, one.value, one.key.type === 'Identifier' ? one.key : null);
    if (
      isFunction(one.value) ||
      /^(Identifier|(Optional)?(Member|Call)Expression|NewExpression)$/.test(one.value.type)
    ) {
      if (from !== null) r.b.flow(from, object, 'put', field);
      continue;
    }
    const cell = sharedCell(r, name, field, spotOf(one.key));
    r.b.flow(cell, object, 'put', field);
    if (from !== null) r.b.flow(from, cell, 'frozen');
  }
  return object;
}

/** A variable of a service's function that others of its functions set: a cell of the service. False for any other name. */
export function setOwnVariable(r: ScriptReader, node: t.Identifier, source: PlaceId | null): boolean {
  const service = making.get(r);
  const place = r.scope.lookup(node.name);
  if (!service || place === undefined || r.fn === 0) return false;
  const fact = r.b.facts.places[place];
  if (fact?.fn !== 0 || fact.kind !== 'binding' || !isInside(r, service, node.name)) return false;
  let setter = service.setters.get(place);
  if (setter === undefined) {
    const cell = sharedCell(r, service.name, node.name, fact.at);
    setter = r.b.facts.cells.find((one) => one.value === cell)?.setter ?? cell;
    service.setters.set(place, setter);
    r.b.flow(cell, place);
  }
  callChange(r, setter, `${node.name} = …`, source, spotOf(node));
  return true;
}

/** Whether a name is declared in the service's own function, not around it. */
function isInside(r: ScriptReader, service: Making, name: string): boolean {
  for (let scope: typeof r.scope | null = r.scope; scope; scope = scope.parent) {
    if (scope.own(name) !== undefined) return true;
    if (scope === service.inside) return false;
  }
  return false;
}
