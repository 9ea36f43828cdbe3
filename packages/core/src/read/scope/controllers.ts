/**
 * Controllers: what they put on their scope and on themselves is what markup reads. One that is named in markup is a component, and
 * what stands in the element there is its markup; one that a directive takes for its own is part of that.
 */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { EVENTS, PASSED_INSTANCE, PASSED_SCOPE, SLOTS } from '../../model/signs';
import { openComponent, readWithin, renderedPiece } from '../component/component';
import { spotOf } from '../script/builder';
import { declareBlock, declareVars } from '../script/declare';
import { isFunction, value } from '../script/expressions';
import { readFunction } from '../script/functions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { noteMounting } from '../script/starts';
import { readStatements } from '../script/statements';
import { walkNodes } from '../script/walk';
import { bindInjected } from './injection';
import { contentKey, controllerKey, give, instanceKey, scopeKey, taken, standUnderAliases } from './names';
import { addCells, fieldsSet, holder, isState, ownCell, readAs, type Holder, type Owner, scopeHolder } from './owners';
import { constructorOf, declaredIn, injectable, type Callable } from './registrations';
import { inherit, passDown } from './scopes';

/** Reads a controller that is registered by a name. */
export function readController(r: ScriptReader, name: string, named: t.Node, argument: t.Node): void {
  const { fn: node, asks } = injectable(r, argument);
  if (!node) {
    const place = value(r, argument);
    if (place === null) return;
    // It is written in another file.
    r.b.facts.registers.push({ name, place });
    give(r, controllerKey(name), place);
    return;
  }
  const at = spotOf('id' in node && node.id ? node.id : named);
  const id = r.b.addFunction(name, 'candidate', 0, at, node.loc?.end.line ?? at.line);
  const fact = r.b.fn(id);
  fact.unlessCalled = true;
  fact.ownNames = [name];
  r.b.facts.registers.push({ name, place: fact.self });
  give(r, controllerKey(name), fact.self);
  const component = openComponent(r, id, true);
  readWithin(r, component, () => {
    const scope = scopeHolder(r, id, at);
    const owner: Owner = { component, scope, instance: holder(component.self, true), making: id, injected: new Set() };
    // A directive that takes it for its own gives it its scope, and what it is bound to.
    r.b.flow(r.b.part(component.props, PASSED_SCOPE, id, at), scope.place);
    r.b.flow(r.b.part(component.props, PASSED_INSTANCE, id, at), component.self);
    // Names of the markup around an element that stand in no scope: those of a repeat.
    r.b.rest(component.props, scope.place, [EVENTS, SLOTS]);
    readBody(r, owner, node, asks);
    inherit(r, id, scope, namesSet(owner), at);
    passDown(r, component, scope.place, at);
    const brought = r.b.place('object', name, id, at);
    r.b.flow(scope.place, brought, 'put', PASSED_SCOPE);
    r.b.flow(component.self, brought, 'put', PASSED_INSTANCE);
    r.b.flow(brought, fact.result);
    give(r, scopeKey(name), scope.seen);
    give(r, instanceKey(name), component.self);
    standUnderAliases(r, name, component.self, scope.place);
    showContent(r, name, renderedPiece(r, component), at);
  });
  r.b.endSpan(fact);
}

/** What stands in the elements that a controller is named at, and in templates that a route shows with it. */
function showContent(r: ScriptReader, name: string, piece: PlaceId, at: Spot): void {
  const callee = taken(r, contentKey(name), '', at);
  r.b.flow(r.b.call({ callee, name: '', args: [], onlyKnown: true, fn: r.fn, at }), piece);
}

/** The names that an owner sets on its scope. */
export function namesSet({ scope }: Owner): string[] {
  return scope ? [...scope.cells.keys(), ...(fieldsPut.get(scope) ?? [])] : [];
}

/** Fields of a scope that are no state. */
const fieldsPut = new WeakMap<Holder, string[]>();

/** Reads the function or class of a controller as part of what it controls. */
export function readBody(r: ScriptReader, owner: Owner, node: Callable, asks: readonly string[]): void {
  readAs(r, owner, () => {
    const isClass = node.type === 'ClassDeclaration' || node.type === 'ClassExpression';
    const made = isClass ? constructorOf(node) : node;
    const statements: readonly t.Statement[] = made?.body.type === 'BlockStatement' ? made.body.body : [];
    const methods = methodsOf(r, node);
    if (made) bindInjected(r, made.params, asks, owner);
    // A variable that keeps the instance goes by its own name from its declaration on.
    declareVars(r, statements);
    declareBlock(r, statements);
    keepThis(r, owner, statements);
    const declared = isClass ? node.body.body.filter((one) => one.type === 'ClassProperty' && !one.static) : [];
    addFields(r, owner, [...declared, ...statements, ...methods.map(({ node: method }) => method)]);
    for (const member of declared) if (member.type === 'ClassProperty') property(r, owner, member);
    readStatements(r, statements);
    if (made?.body.type !== 'BlockStatement' && made) value(r, made.body);
    for (const { field, node: method } of methods) putMethod(r, owner, field, method);
    noteStarted(r, owner, made ?? node, methods);
  });
}

function methodsOf(r: ScriptReader, node: Callable): { field: string; node: t.Node }[] {
  if (node.type === 'ClassDeclaration' || node.type === 'ClassExpression')
    return node.body.body.flatMap((one) =>
      one.type === 'ClassMethod' && one.kind !== 'constructor' && !one.static
        ? [{ field: fieldOf(one.key, one.computed), node: one }]
        : [],
    );
  const name = 'id' in node ? node.id?.name : undefined;
  const found = name === undefined ? [] : (declaredIn(r).methods.get(name) ?? []);
  return found.map(({ field, fn }) => ({ field, node: fn }));
}

function property(r: ScriptReader, owner: Owner, member: t.ClassProperty): void {
  const field = fieldOf(member.key, member.computed);
  const valuePlace = value(r, member.value, member.key.type === 'Identifier' ? member.key : null);
  if (valuePlace === null) return;
  const cell = owner.instance.cells.get(field);
  if (cell === undefined) r.b.flow(valuePlace, owner.instance.place, 'put', field);
  else r.b.flow(valuePlace, cell, 'frozen');
}

function putMethod(r: ScriptReader, owner: Owner, field: string, node: t.Node): void {
  if (node.type !== 'ClassMethod') {
    const self = isFunction(node) ? value(r, node) : null;
    if (self !== null) r.b.flow(self, owner.instance.place, 'put', field);
    return;
  }
  const self = readFunction(r, node, field);
  const fact = r.b.facts.functions.find((one) => one.self === self);
  if (node.kind === 'get' && fact) r.b.flow(fact.result, owner.instance.place, 'put', field);
  else if (node.kind === 'method') {
    r.b.flow(self, owner.instance.place, 'put', field);
    const detail = WHEN[field];
    if (detail !== undefined && owner.component)
      r.b.use({ place: self, kind: 'effect', detail, fn: owner.component.fn, at: spotOf(node.key) });
  }
}

const WHEN: Record<string, string | undefined> = {
  $onInit: 'mount',
  $postLink: 'mount',
  $onChanges: 'update',
  $doCheck: 'update',
  $onDestroy: 'unmount',
};

/** `var vm = this`. */
function keepThis(r: ScriptReader, owner: Owner, body: readonly t.Statement[]): void {
  for (const statement of body)
    for (const { id, init } of statement.type === 'VariableDeclaration' ? statement.declarations : []) {
      const place = id.type === 'Identifier' && init?.type === 'ThisExpression' ? r.scope.own(id.name) : undefined;
      if (place !== undefined) owner.instance.names.add(place);
    }
}

/** Makes cells of what code sets on the scope and on the instance. */
export function addFields(r: ScriptReader, owner: Owner, body: readonly t.Node[]): void {
  const { component } = owner;
  if (!component) return;
  for (const place of [owner.scope, owner.instance]) {
    if (!place) continue;
    const fields = fieldsSet(body, (node) =>
      node.type === 'ThisExpression'
        ? place.isThis
        : node.type === 'Identifier' && place.names.has(r.scope.lookup(node.name) ?? -1),
    );
    const fieldsOfInjected = [...fields].flatMap(([field, { assigned }]) =>
      assigned.some((one) => isInjected(r, owner, one)) ? [field] : [],
    );
    r.injectedFields = new Set([...r.injectedFields, ...fieldsOfInjected]);
    addCells(r, place, fields, (field, at) => ownCell(r, component.fn, field, at));
    fieldsPut.set(
      place,
      [...fields].flatMap(([field, set]) => (isState(set) ? [] : [field])),
    );
  }
}

function isInjected(r: ScriptReader, { injected }: Owner, node: t.Node): boolean {
  return node.type === 'Identifier' && injected.has(r.scope.lookup(node.name) ?? -1);
}

/** What is started while a controller is made, or when it comes, has to be ended when it goes. */
function noteStarted(
  r: ScriptReader,
  { component }: Owner,
  body: t.Node,
  methods: readonly { field: string; node: t.Node }[],
): void {
  if (!component) return;
  const named = new Map(methods.map(({ field, node }) => [field, node]));
  const ends: t.Node[] = [];
  walkNodes(body, (node) => {
    if (node.type === 'AssignmentExpression' && node.left.type === 'MemberExpression' && isFunction(node.right))
      named.set(fieldOf(node.left.property, node.left.computed), node.right);
    const run = node.type === 'CallExpression' ? endedBy(node) : null;
    if (run) ends.push(run);
  });
  const leaving = named.get('$onDestroy');
  if (leaving) ends.push(leaving);
  for (const begins of [body, named.get('$onInit'), named.get('$postLink')])
    if (begins) noteMounting(r, begins, ends, (name) => named.get(name) ?? null);
}

/** `$scope.$on('$destroy', …)`: what runs when the scope goes. */
export function endedBy({ callee, arguments: args }: t.CallExpression): t.Node | null {
  if (callee.type !== 'MemberExpression' || !/^\$?on$/.test(fieldOf(callee.property, callee.computed))) return null;
  const [topic, run] = args;
  return topic?.type === 'StringLiteral' && topic.value === '$destroy' && run ? run : null;
}
