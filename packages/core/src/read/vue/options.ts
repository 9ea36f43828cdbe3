/** Components written as options: what each of them puts on the instance. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { spotOf } from '../script/builder';
import { isFunction, isPlain, value } from '../script/expressions';
import { readFunction } from '../script/functions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import type { SingleFileComponent } from '../script/componentInFile';
import { declareEvents, declareProps } from './declared';
import { noteMounting } from '../script/starts';
import { renderedPiece } from '../component/component';
import { copied, provideAround } from '../component/provided';
import { called } from '../script/lifecycle';
import { componentOf } from './registered';
import { pascal } from '../../model/spelling';
import { walkNodes } from '../script/walk';
import { giveToMixins, readContext, readInstance } from './instance';
import { addField } from './reactive';

/** Methods the family calls by itself. */
const LIFECYCLE =
  /^(beforeCreate|created|beforeMount|mounted|beforeUpdate|updated|beforeUnmount|unmounted|beforeDestroy|destroyed|activated|deactivated)$/;

export function readOptions(r: ScriptReader, component: SingleFileComponent, options: t.ObjectExpression): void {
  const members = options.properties.flatMap((one) =>
    one.type === 'SpreadElement' ? [] : [{ name: memberName(one), node: one }],
  );
  const find = (name: string): t.Node | null => {
    const found = members.find((one) => one.name === name)?.node;
    return found?.type === 'ObjectProperty' ? found.value : (found ?? null);
  };
  declareProps(r, component, find('props'));
  declareEvents(r, component, find('emits'));
  readModel(r, component, find('model'));
  const inherits = find('inheritAttrs');
  if (inherits?.type === 'BooleanLiteral') component.inherits = inherits.value;
  readName(r, component, find('name'));
  for (const named of [find('name'), find('componentName')])
    if (named?.type === 'StringLiteral' && !component.names.includes(named.value)) component.names.push(named.value);
  readMixins(r, component, find('mixins'), find('extends'));
  readState(r, component, find('data'));
  readComponents(r, find('components'));
  readSetup(r, component, find('setup'));
  readMapped(r, component, find('computed'));
  readMapped(r, component, find('methods'), true);
  for (const { name, node } of entriesOf(find('computed'))) {
    const get = isObject(node) ? entriesOf(node).find((one) => one.name === 'get')?.node : node;
    const self = get ? functionOf(r, get, name) : null;
    if (self !== null) addComputed(r, component, name, called(r, self, name, spotOf(node)), node);
  }
  const methods = new Map<string, PlaceId>();
  for (const { name, node } of entriesOf(find('methods'))) {
    const self = functionOf(r, node, name);
    if (self === null) continue;
    methods.set(name, self);
    r.b.flow(self, component.self, 'put', name);
    expose(r, component, name, self, node);
  }
  for (const { name, node } of entriesOf(find('watch'))) {
    const watched = r.b.part(component.self, name, r.fn, spotOf(node));
    r.b.use({ place: watched, kind: 'effect', detail: 'watch', fn: r.fn, at: spotOf(node) });
    const handler = isObject(node) ? entriesOf(node).find((one) => one.name === 'handler')?.node : node;
    // `watch: { depth: 'load' }` names a method.
    const named = handler?.type === 'StringLiteral' ? (methods.get(handler.value) ?? null) : null;
    const self = named ?? (handler ? functionOf(r, handler, name) : null);
    if (self === null) continue;
    r.b.use({ place: self, kind: 'effect', detail: 'watch', fn: r.fn, at: spotOf(node) });
    called(r, self, 'watch', spotOf(node), [watched]);
  }
  for (const { name, node } of members) {
    if (!LIFECYCLE.test(name)) continue;
    const self = functionOf(r, node.type === 'ObjectProperty' ? node.value : node, name);
    if (self !== null) r.b.use({ place: self, kind: 'effect', detail: name, fn: r.fn, at: spotOf(node.key) });
  }
  noteLifecycle(r, find, (name) => entriesOf(find('methods')).find((one) => one.name === name)?.node ?? null);
  readProvided(r, component, find('provide'), find('inject'));
  const functional = find('functional');
  readRender(r, component, find('render'), functional?.type === 'BooleanLiteral' && functional.value);
}

/** `[isVue3 ? 'beforeUnmount' : 'beforeDestroy']() {}` is either, and both are the same moment. */
function memberName({ key, computed }: t.ObjectMethod | t.ObjectProperty): string {
  return fieldOf(computed && key.type === 'ConditionalExpression' ? key.consequent : key, computed);
}

interface Entry {
  name: string;
  node: t.Node;
}

function isObject(node: t.Node): node is t.ObjectExpression {
  return node.type === 'ObjectExpression';
}

function entriesOf(node: t.Node | null): Entry[] {
  if (node?.type !== 'ObjectExpression') return [];
  return node.properties.flatMap((one) => {
    if (one.type === 'SpreadElement') return [];
    return [{ name: fieldOf(one.key, one.computed), node: one.type === 'ObjectProperty' ? one.value : one }];
  });
}

function functionOf(r: ScriptReader, node: t.Node, name: string): PlaceId | null {
  if (node.type === 'ObjectMethod') return readFunction(r, node, name);
  return isFunction(node) ? readFunction(r, node, name) : value(r, node);
}

function readName(r: ScriptReader, component: SingleFileComponent, node: t.Node | null): void {
  if (node?.type === 'StringLiteral') r.b.fn(component.fn).ownNames = [pascal(node.value)];
}

/** What is bound both ways without a name, in either major version. */
export function modelOf(r: ScriptReader): { prop: string; event: string } | null {
  return r.vue === 2 ? { prop: 'value', event: 'input' } : null;
}

/** `model: { prop: 'lit', event: 'change' }`: what is bound without a name comes in under another. */
function readModel(r: ScriptReader, component: SingleFileComponent, node: t.Node | null): void {
  if (!component.model) return;
  const before = component.model.prop;
  for (const { name, node: written } of entriesOf(node))
    if ((name === 'prop' || name === 'event') && written.type === 'StringLiteral')
      component.model[name] = written.value;
  const { prop } = component.model;
  if (prop === before || !node) return;
  const at = spotOf(node);
  r.b.flow(r.b.part(component.props, before, component.fn, at), component.props, 'put', prop);
}

/** What a component takes over runs as part of it, on its own instance. */
function readMixins(r: ScriptReader, component: SingleFileComponent, mixins: t.Node | null, base: t.Node | null): void {
  const fact = r.b.fn(component.fn);
  const bases = [...(mixins?.type === 'ArrayExpression' ? mixins.elements : []), ...(base ? [base] : [])];
  if (bases.length > 0) giveToMixins(r, component, fact.at);
  for (const node of bases) {
    const place = node ? value(r, node) : null;
    if (place === null || !node) {
      fact.takesRest = true;
      continue;
    }
    (fact.mixes ??= []).push(place);
    // Where it cannot be followed, nothing is known to come of it.
    const at = spotOf(node);
    const args = [component.self];
    const runs = { extends: true, onInstance: true, onlyKnown: true };
    const mixed = r.b.call({ callee: place, name: 'mixin', args, ...runs, fn: r.fn, at });
    r.b.flow(mixed, component.self);
  }
}

/** `...mapState(…)` among the computed values or the methods: fields of the instance; `offered`: whoever holds it may call them. */
function readMapped(r: ScriptReader, component: SingleFileComponent, node: t.Node | null, offered = false): void {
  if (node?.type !== 'ObjectExpression') return;
  for (const one of node.properties) {
    if (one.type !== 'SpreadElement') continue;
    const place = value(r, one.argument);
    if (place === null) continue;
    r.b.flow(place, component.self);
    if (offered) r.b.flow(place, exposedBy(r, component, one));
  }
}

/** Methods are what whoever holds the component may call. */
function expose(r: ScriptReader, component: SingleFileComponent, name: string, place: PlaceId, node: t.Node): void {
  r.b.flow(place, exposedBy(r, component, node), 'put', name);
}

/** What holds all that is offered through a reference to a component. */
function exposedBy(r: ScriptReader, component: SingleFileComponent, node: t.Node): PlaceId {
  const at = spotOf(node);
  let { exposes } = component;
  if (exposes === null) {
    exposes = component.exposes = r.b.place('object', 'exposed', component.fn, at);
    r.b.facts.handles.push({ handle: exposes, exposes, fn: component.fn, at });
  }
  return exposes;
}

/** `export default optionsOf(…)`, `export default base`: options that stand elsewhere, or nowhere that can be seen. */
export function readOptionsElsewhere(r: ScriptReader, component: SingleFileComponent, node: t.Node): void {
  const fact = r.b.fn(component.fn);
  fact.takesRest = true;
  fact.sendsAny = true;
  readMixins(r, component, null, node);
}

const BEGINS = ['created', 'beforeMount', 'mounted', 'activated'];
const ENDINGS = ['beforeDestroy', 'destroyed', 'beforeUnmount', 'unmounted', 'deactivated'];

/** What one of the beginnings starts, one of the endings has to end. */
function noteLifecycle(
  r: ScriptReader,
  find: (name: string) => t.Node | null,
  method: (name: string) => t.Node | null,
): void {
  const endings = ENDINGS.flatMap((name) => find(name) ?? []);
  for (const name of BEGINS) {
    const begin = find(name);
    if (begin) noteMounting(r, begin, endings, method);
  }
}

/** A render function's markup is what the component renders; what it provides stands around that. */
function readRender(r: ScriptReader, component: SingleFileComponent, node: t.Node | null, functional: boolean): void {
  const self = node ? functionOf(r, node, 'render') : null;
  const fact = r.b.facts.functions.find((one) => one.self === self);
  if (self === null || !fact) return;
  const context = fact.params[1];
  if (functional && context !== undefined) {
    // Without an instance, a function is passed what it is to render with.
    r.b.flow(readContext(r, component, spotOf(node)), context);
  }
  renderResult(r, component, fact.result);
}

/** Lets what a function brings be what the component renders. */
export function renderResult(r: ScriptReader, component: SingleFileComponent, result: PlaceId): void {
  const at = r.b.fn(component.fn).at;
  if (component.provides.length === 0) return r.b.flow(result, r.b.fn(component.fn).result);
  const inside = renderedPiece(r, component);
  r.b.use({ place: result, kind: 'shown', inside, fn: component.fn, at });
}

/** `data() { return { open: false }; }`: a cell for each field. */
function readState(r: ScriptReader, component: SingleFileComponent, node: t.Node | null): void {
  const object = returnedObject(node);
  for (const one of object?.properties ?? [])
    if (one.type === 'ObjectProperty')
      addField(r, component.self, fieldOf(one.key, one.computed), one.key, value(r, one.value), '', isPlain(one.value));
}

function returnedObject(node: t.Node | null): t.ObjectExpression | null {
  if (!node) return null;
  if (node.type === 'ObjectExpression') return node;
  const body = node.type === 'ObjectMethod' || isFunction(node) ? node.body : null;
  if (body?.type === 'ObjectExpression') return body;
  const last =
    body?.type === 'BlockStatement' ? body.body.findLast((one) => one.type === 'ReturnStatement') : undefined;
  return last?.type === 'ReturnStatement' && last.argument?.type === 'ObjectExpression' ? last.argument : null;
}

function addComputed(r: ScriptReader, component: SingleFileComponent, name: string, from: PlaceId, node: t.Node): void {
  const at = spotOf(node);
  const cell = r.b.place('cell', name, r.fn, at);
  r.b.flow(from, cell);
  r.b.flow(cell, component.self, 'put', name);
  r.b.facts.cells.push({ name, kind: 'derived', value: cell, setter: null, fn: r.fn, at });
}

/** `components: { Tray, 'zone-head': ZoneHead }`: names templates may use. */
function readComponents(r: ScriptReader, node: t.Node | null): void {
  for (const { name, node: part } of entriesOf(node)) {
    const place = componentOf(r, part, pascal(name));
    if (place !== null && r.scope.lookup(name) === undefined) r.scope.declare(name, place);
  }
}

/** `setup(props, { emit })`: what it returns stands on the instance, or renders. */
function readSetup(r: ScriptReader, component: SingleFileComponent, node: t.Node | null): void {
  if (node?.type !== 'ObjectMethod' && !isFunction(node)) return;
  const self = readFunction(r, withPropsNamed(node), 'setup');
  if (!r.b.facts.functions.some((one) => one.self === self)) return;
  const result = called(r, self, 'setup', spotOf(node), [component.props, contextOf(r, node)]);
  const returned = returnedFrom(node);
  // What is handed to `expose` is not read: it may be anything.
  if (asksFor(node, 'expose')) r.b.flow(result, exposedBy(r, component, node), 'put', '*');
  if (isFunction(returned)) return renderResult(r, component, called(r, result, 'render', spotOf(node)));
  // Whoever holds the component may call what its markup may.
  r.b.flow(result, exposedBy(r, component, node));
  if (returned?.type !== 'ObjectExpression') return r.b.flow(result, component.self);
  // On the instance, references are their values.
  for (const one of returned.properties) {
    if (one.type === 'SpreadElement') {
      r.b.flow(result, component.self);
      continue;
    }
    const field = fieldOf(one.key, one.computed);
    const at = spotOf(one.key);
    const bare = r.b.place('computed', field, r.fn, at);
    r.b.facts.flows.push({ from: r.b.part(result, field, r.fn, at), to: bare, op: 'unwrap', field: 'value' });
    r.b.flow(bare, component.self, 'put', field);
  }
}

type SetUp = t.ObjectMethod | t.ArrowFunctionExpression | t.FunctionExpression;

/** `setup({ depth })` takes its props apart as `const { depth } = props` would. */
function withPropsNamed(node: SetUp): SetUp {
  const [first, ...others] = node.params;
  if (first?.type !== 'ObjectPattern' || node.body.type !== 'BlockStatement') return node;
  const { loc, start, end } = first;
  const at = { loc, start, end };
  const props = { type: 'Identifier', name: 'props', ...at };
  const taken = {
    type: 'VariableDeclaration',
    kind: 'const',
    declarations: [{ type: 'VariableDeclarator', id: first, init: props, ...at }],
    ...at,
  };
  const body = { ...node.body, body: [taken, ...node.body.body] };
  return { ...node, params: [props, ...others], body } as unknown as SetUp;
}

/** Whether set-up takes a field of what it is given beside the props: `{ attrs }`, `ctx.slots`. */
function asksFor({ params: [, context], body }: SetUp, field: string): boolean {
  if (context?.type === 'ObjectPattern')
    return context.properties.some((one) => one.type === 'ObjectProperty' && fieldOf(one.key, one.computed) === field);
  let isAsked = false;
  if (context?.type === 'Identifier')
    walkNodes(body, (one) => {
      if (one.type === 'MemberExpression' && one.object.type === 'Identifier' && one.object.name === context.name)
        isAsked ||= fieldOf(one.property, one.computed) === field;
    });
  return isAsked;
}

/** What set-up is given beside the props, of what it asks for. */
function contextOf(r: ScriptReader, node: SetUp): PlaceId | null {
  const at = spotOf(node);
  const fields = ['attrs', 'slots'].flatMap((field) => {
    const place = asksFor(node, field) ? readInstance(r, `$${field}`, at) : null;
    return place === null ? [] : [{ field, place }];
  });
  if (fields.length === 0) return null;
  const object = r.b.place('object', 'context', r.fn, at);
  for (const { field, place } of fields) r.b.flow(place, object, 'put', field);
  return object;
}

function returnedFrom(node: t.ObjectMethod | t.ArrowFunctionExpression | t.FunctionExpression): t.Node | null {
  if (node.body.type !== 'BlockStatement') return node.body;
  const last = node.body.body.findLast((one) => one.type === 'ReturnStatement');
  return last?.type === 'ReturnStatement' ? (last.argument ?? null) : null;
}

function readProvided(
  r: ScriptReader,
  component: SingleFileComponent,
  provided: t.Node | null,
  injected: t.Node | null,
): void {
  const context = (name: string, node: t.Node, hasDefault: boolean): PlaceId => {
    const at = spotOf(node);
    const place = r.b.place('context', name, r.fn, at);
    r.b.facts.contexts.push({ name, key: name, place, hasDefault, at });
    return place;
  };
  for (const { name, node } of entriesOf(returnedObject(provided)).filter((one) => one.name !== '*')) {
    const valuePlace = value(r, node);
    const at = spotOf(node);
    const copy = valuePlace === null ? null : copied(r, valuePlace, at);
    const key = context(name, node, false);
    // A mixin renders nothing: what it provides stands around whatever mixes it in.
    if (component.mixin) provideAround(r, key, name, copy ?? r.b.place('object', '', r.fn, at), at);
    else component.provides.push({ context: key, value: copy, name, at });
  }
  const wanted: Entry[] =
    injected?.type === 'ArrayExpression'
      ? injected.elements.flatMap((one) => (one?.type === 'StringLiteral' ? [{ name: one.value, node: one }] : []))
      : entriesOf(injected);
  for (const { name, node } of wanted) {
    const fields = isObject(node) ? entriesOf(node) : [];
    const from = fields.find((one) => one.name === 'from')?.node;
    const key = from?.type === 'StringLiteral' ? from.value : name;
    const at = spotOf(node);
    const result = r.b.place('read', name, r.fn, at);
    const hasDefault = fields.some((one) => one.name === 'default');
    r.b.facts.contextReads.push({ context: context(key, node, hasDefault), result, fn: r.fn, at });
    r.b.flow(result, component.self, 'put', name);
  }
}
