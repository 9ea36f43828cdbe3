/**
 * Components written as classes. The instance is an object (`this`) that holds the props, the state and the methods; each
 * field of the state is a cell of its own, changed by `setState` with that field.
 */
import type * as t from '@babel/types';
import type { FileFacts, FunctionFact, PlaceId } from '../../model/facts';
import { spotOf } from '../script/builder';
import { isFunction, value } from '../script/expressions';
import { readFunction } from '../script/functions';
import { fieldOf } from '../script/patterns';
import { isAnyField } from '../../model/signs';
import type { ClassInstance, ScriptReader } from '../script/reader';
import { walkNodes, walkSet } from '../script/walk';
import { makeComponent } from './components';
import { declare } from './declaredProps';
import { noteMounting } from '../script/starts';

type ClassNode = t.ClassDeclaration | t.ClassExpression;

/** Methods React calls by itself, with what makes it do so. */
const LIFECYCLE: Record<string, string> = {
  componentDidMount: 'mount',
  componentDidUpdate: 'update',
  componentWillUnmount: 'unmount',
  componentDidCatch: 'error',
  UNSAFE_componentWillMount: 'mount',
  componentWillMount: 'mount',
  UNSAFE_componentWillReceiveProps: 'update',
  componentWillReceiveProps: 'update',
  componentWillUpdate: 'update',
};

/** Methods after which React renders: state that is set in place there shows. */
const BEFORE_RENDER = /^((UNSAFE_)?component(WillMount|WillReceiveProps|WillUpdate)|shouldComponentUpdate)$/;

export function readClassComponent(r: ScriptReader, node: ClassNode, name: string): PlaceId | undefined {
  // React asks for a class of its own above; others may have a method of that name too.
  if (!node.superClass) return undefined;
  const renders = node.body.body.some(
    (m) => m.type === 'ClassMethod' && !m.static && fieldOf(m.key, m.computed) === 'render',
  );
  if (!renders && !extendsComponent(r, node.superClass)) return undefined;
  const { b } = r;
  const id = b.addFunction(name, 'component', r.fn, spotOf(node.id ?? node), node.loc?.end.line ?? 1);
  const fact = b.fn(id);
  const props = b.place('param', 'props', id, fact.at);
  fact.params.push(props);
  const self = b.place('object', 'this', id, fact.at);
  fact.instance = self;
  const instance: ClassInstance = {
    fn: id,
    state: b.place('object', 'state', id, fact.at),
    cells: new Map(),
    setsAny: [],
    setsGiven: [],
    cachedMethods: [],
  };
  b.flow(props, self, 'put', 'props');
  b.flow(instance.state, self, 'put', 'state');
  const isFollowed = inherit(r, node.superClass, fact, props, id);
  const generics =
    node.superTypeParameters?.type === 'TSTypeParameterInstantiation' ? node.superTypeParameters.params[0] : undefined;
  if (generics) r.propTypes.set(id, generics);
  const before = { fn: r.fn, self: r.self, base: r.base, instance: r.instance, seen: r.seen };
  r.fn = id;
  r.self = self;
  r.base = null;
  r.instance = instance;
  r.seen = { markup: false, hooks: false };
  // State is declared before the methods that use it are read, wherever it stands.
  const members = [...node.body.body].sort((x, y) => Number(isMethod(x)) - Number(isMethod(y)));
  for (const member of members) readMember(r, member, self, instance);
  keepMethods(r, instance);
  setAny(r, instance);
  writeSetCalls(r, instance);
  const mount = methodOf(node, 'componentDidMount');
  const unmount = methodOf(node, 'componentWillUnmount');
  if (mount) noteMounting(r, mount, unmount ? [unmount] : [], (name) => methodOf(node, name));
  for (const [defaulted, text] of defaultsOf(r, node)) r.defaults.set(`${props}.${defaulted}`, text);
  r.fn = before.fn;
  r.self = before.self;
  r.base = before.base;
  r.instance = before.instance;
  r.seen = before.seen;
  readPropsThroughThis(r, self, props);
  makeComponent(r, fact);
  if (!isFollowed) fact.takesRest = true;
  return fact.self;
}

/**
 * A class of the project above: it runs as part of this one, with its props, and what it offers is offered here as well. False
 * where it cannot be followed.
 */
function inherit(r: ScriptReader, superPlace: t.Expression, fact: FunctionFact, props: PlaceId, fn: number): boolean {
  if (extendsComponent(r, superPlace)) return true;
  const base = value(r, superPlace);
  if (base === null) return false;
  fact.mixes = [base];
  r.b.call({ callee: base, name: 'super', args: [props], extends: true, onlyKnown: true, fn, at: spotOf(superPlace) });
  return true;
}

/** A method, also one written as a field that holds an arrow function. */
function methodOf(node: ClassNode, name: string): t.Node | null {
  for (const member of node.body.body) {
    if (member.type === 'ClassMethod' && fieldOf(member.key, member.computed) === name) return member;
    const initializer =
      member.type === 'ClassProperty' && fieldOf(member.key, !!member.computed) === name ? member.value : null;
    if (initializer && isFunction(initializer)) return initializer;
  }
  return null;
}

function isMethod(member: t.ClassBody['body'][number]): boolean {
  return member.type === 'ClassMethod' && member.kind !== 'constructor';
}

/** Whether a class is React’s own, and none of the project’s that goes by its name. */
function extendsComponent(r: ScriptReader, node: t.Node | null | undefined): boolean {
  const name =
    node?.type === 'MemberExpression' && node.property.type === 'Identifier'
      ? node.property.name
      : node?.type === 'Identifier'
        ? node.name
        : '';
  if (name !== 'Component' && name !== 'PureComponent') return false;
  const place = node?.type === 'Identifier' ? r.scope.lookup(node.name) : undefined;
  return !r.b.facts.imports.some((one) => one.place === place && /^[./~#]|^@\//.test(one.source));
}

function readMember(
  r: ScriptReader,
  member: t.ClassBody['body'][number],
  self: PlaceId,
  instance: ClassInstance,
): void {
  const { b } = r;
  if (member.type === 'ClassProperty' || member.type === 'ClassPrivateProperty') {
    const name = fieldOf(member.key, 'computed' in member && !!member.computed);
    if (name === DERIVES && isFunction(member.value)) {
      const self = readFunction(r, member.value, name);
      const fact = b.facts.functions.find((fn) => fn.self === self);
      if (fact) deriveState(r, member.value, fact, instance);
      return;
    }
    if ('static' in member && member.static) return readStatic(r, name, member.value, self);
    if (name === 'state') return readState(r, member.value, instance);
    const key = member.key.type === 'Identifier' ? member.key : null;
    const place = value(r, member.value, key);
    const made = isFunction(member.value) ? b.facts.functions.find((fn) => fn.self === place) : undefined;
    // Made with the instance, and not with each rendering.
    if (made) made.stable = true;
    b.flow(place, self, 'put', name);
    return;
  }
  if (member.type !== 'ClassMethod' && member.type !== 'ClassPrivateMethod') return;
  const name = fieldOf(member.key, 'computed' in member && !!member.computed);
  const written = b.facts.mutations.length;
  const method = readFunction(r, member, name === 'constructor' ? '' : name);
  if (name === 'constructor' || BEFORE_RENDER.test(name))
    for (const one of b.facts.mutations.slice(written)) one.beforeRender = true;
  if (name === 'constructor') {
    const fact = b.facts.functions.find((fn) => fn.self === method);
    const param = fact?.params[0];
    const props = b.fn(instance.fn).params[0];
    if (param !== undefined && props !== undefined) b.flow(props, param);
    return;
  }
  b.flow(method, self, 'put', name);
  const fact = b.facts.functions.find((fn) => fn.self === method);
  if (fact) fact.stable = true;
  if (name === DERIVES && fact) return deriveState(r, member, fact, instance);
  if (name === 'render' && fact) b.flow(fact.result, b.fn(instance.fn).result);
  else if (Object.hasOwn(LIFECYCLE, name))
    b.use({ place: method, kind: 'effect', detail: LIFECYCLE[name] ?? '', fn: instance.fn, at: spotOf(member.key) });
}

/** What sets state from props before each rendering, as a method or as a static field. */
const DERIVES = 'getDerivedStateFromProps';

/** `static getDerivedStateFromProps(props, state)`: before each rendering, the fields it returns are set. */
function deriveState(
  r: ScriptReader,
  member: t.ClassMethod | t.ClassPrivateMethod | t.ArrowFunctionExpression | t.FunctionExpression,
  fact: FunctionFact,
  instance: ClassInstance,
): void {
  const { b } = r;
  const [props, state] = fact.params;
  const own = b.fn(instance.fn).params[0];
  if (props !== undefined && own !== undefined) b.flow(own, props);
  if (state !== undefined) b.flow(instance.state, state);
  const at = spotOf('key' in member ? member.key : member);
  const fn = b.facts.functions.indexOf(fact);
  for (const [field, key] of fieldsReturned(member.body)) {
    const { setter } = stateCell(r, instance, field, key);
    b.call({
      callee: setter,
      name: 'setState',
      args: [b.part(fact.result, field, fn, at)],
      repeat: 'conditional',
      fn,
      at,
    });
  }
  b.use({ place: fact.self, kind: 'effect', detail: 'update', fn: instance.fn, at });
}

/** The fields of the objects a function returns, with where each is first written. */
function fieldsReturned(body: t.Node): Map<string, t.Node> {
  const fields = new Map<string, t.Node>();
  const returned = new Set<string>();
  const objects: { name: string | null; object: t.ObjectExpression }[] = [];
  walkNodes(body, (node, within) => {
    if (within || node.type !== 'ReturnStatement') return;
    if (node.argument?.type === 'Identifier') returned.add(node.argument.name);
    if (node.argument?.type === 'ObjectExpression') objects.push({ name: null, object: node.argument });
  });
  // `let next = null; if (…) next = { depth }; return next;`
  walkSet(body, (to, from, within) => {
    if (!within && to.type === 'Identifier' && from.type === 'ObjectExpression')
      objects.push({ name: to.name, object: from });
  });
  for (const { name, object } of objects)
    for (const one of name === null || returned.has(name) ? object.properties : [])
      if (one.type === 'ObjectProperty' && !fields.has(fieldOf(one.key, one.computed)))
        fields.set(fieldOf(one.key, one.computed), one.key);
  return fields;
}

function readStatic(r: ScriptReader, name: string, node: t.Node | null | undefined, self: PlaceId): void {
  if (name !== 'defaultProps' && declare(r, r.b.fn(r.fn).name, name, node)) return;
  if (name !== 'contextType' || !node) return;
  const context = value(r, node);
  if (context === null) return;
  const result = r.b.place('read', 'context', r.fn, spotOf(node));
  r.b.facts.contextReads.push({ context, result, fn: r.fn, at: spotOf(node) });
  r.b.flow(result, self, 'put', 'context');
}

/** The name in `this.dig`, `this.dig.bind(this)`; null for anything else. */
function ownMethod(node: t.Node): string | null {
  if (node.type === 'CallExpression' && node.callee.type === 'MemberExpression')
    return fieldOf(node.callee.property, node.callee.computed) === 'bind' ? ownMethod(node.callee.object) : null;
  return node.type === 'MemberExpression' && node.object.type === 'ThisExpression'
    ? fieldOf(node.property, node.computed)
    : null;
}

/** Methods that the class keeps in its state get there as they are, and not as part of an instance that holds itself. */
function keepMethods(r: ScriptReader, { fn, cachedMethods: cached }: ClassInstance): void {
  for (const { method, cell } of cached) {
    const fact = r.b.facts.functions.find((one) => one.parent === fn && one.name === method);
    if (fact) r.b.flow(fact.self, cell, 'frozen');
  }
}

/** `this.setState({ [field]: value })` sets one of the fields there are, and nobody knows to what. */
function setAny(r: ScriptReader, { cells, setsAny }: ClassInstance): void {
  for (const { node, fn, repeat } of setsAny)
    for (const index of cells.values()) {
      const setter = r.b.facts.cells[index]?.setter;
      if (setter != null) r.b.call({ callee: setter, name: 'setState', args: [null], repeat, fn, at: spotOf(node) });
    }
}

/** `update.beds = beds; this.setState(update)` sets what is put into the object; where that is not all to be seen, it only renders. */
function writeSetCalls(r: ScriptReader, { cells, setsGiven }: ClassInstance): void {
  const { facts } = r.b;
  if (setsGiven.length === 0) return;
  const into = new Map<PlaceId, FileFacts['flows']>();
  for (const flow of facts.flows) {
    const known = into.get(flow.to);
    if (known) known.push(flow);
    else into.set(flow.to, [flow]);
  }
  for (const { argument, node, fn, repeat } of setsGiven) {
    const at = spotOf(node);
    const fields = argument === null ? null : fieldsOf(r, argument, into);
    if (argument === null || fields === null) {
      r.b.call({
        callee: r.b.place('computed', 'setState', fn, at),
        name: 'setState',
        args: [argument],
        repeat,
        fn,
        at,
      });
      continue;
    }
    for (const [field, index] of cells) {
      const setter = facts.cells[index]?.setter;
      if (setter != null && fields.has(field))
        r.b.call({ callee: setter, name: 'setState', args: [r.b.part(argument, field, fn, at)], repeat, fn, at });
    }
  }
}

/** The fields of an object that is made and filled in here; null where it may have others. */
function fieldsOf(
  r: ScriptReader,
  place: PlaceId,
  flows: ReadonlyMap<PlaceId, FileFacts['flows']>,
): ReadonlySet<string> | null {
  const { mutations, places } = r.b.facts;
  const fields = new Set<string>();
  const holders = new Set([place]);
  for (const holder of holders) {
    const into = flows.get(holder) ?? [];
    if (into.length === 0 && places[holder]?.kind !== 'object') return null;
    for (const { object, field } of mutations) if (object === holder) fields.add(field);
    for (const { from, op, field = '' } of into)
      if (op === 'same') holders.add(from);
      else if (op === 'put' && !isAnyField(field)) fields.add(field);
      else return null;
  }
  return fields;
}

/** `state = { open: false }`: a cell for each field. */
function readState(r: ScriptReader, node: t.Node | null | undefined, instance: ClassInstance): void {
  if (node?.type === 'TSAsExpression' || node?.type === 'TSSatisfiesExpression')
    return readState(r, node.expression, instance);
  if (node?.type !== 'ObjectExpression') {
    value(r, node);
    return;
  }
  for (const property of node.properties) {
    if (property.type !== 'ObjectProperty') continue;
    const cell = stateCell(r, instance, fieldOf(property.key, property.computed), property.key);
    const initial = value(r, property.value);
    const method = ownMethod(property.value);
    if (method !== null) instance.cachedMethods.push({ method, cell: cell.value });
    if (initial === null) continue;
    r.b.flow(initial, cell.value, 'frozen');
    r.b.use({ place: initial, kind: 'copied', fn: r.fn, at: spotOf(property) });
  }
}

function stateCell(
  r: ScriptReader,
  instance: ClassInstance,
  field: string,
  node: t.Node,
): { value: PlaceId; setter: PlaceId } {
  const known = instance.cells.get(field);
  const fact = known === undefined ? undefined : r.b.facts.cells[known];
  if (fact && fact.setter !== null) return { value: fact.value, setter: fact.setter };
  const at = spotOf(node);
  const cell = r.b.place('cell', field, instance.fn, at);
  const setter = r.b.place('setter', 'setState', instance.fn, at);
  r.b.flow(cell, instance.state, 'put', field);
  instance.cells.set(
    field,
    r.b.facts.cells.push({ name: field, kind: 'state', value: cell, setter, fn: instance.fn, at }) - 1,
  );
  return { value: cell, setter };
}

export function isSetState(callee: t.Node): boolean {
  return (
    callee.type === 'MemberExpression' &&
    callee.object.type === 'ThisExpression' &&
    callee.property.type === 'Identifier' &&
    callee.property.name === 'setState'
  );
}

/** `this.setState({ open })`, or with a function that returns the fields to change. */
export function readSetState(r: ScriptReader, node: t.CallExpression): PlaceId | null {
  const [first, ...rest] = node.arguments;
  const { instance } = r;
  for (const argument of rest) value(r, argument);
  if (!instance) {
    value(r, first);
    return null;
  }
  const change =
    first?.type === 'ArrowFunctionExpression' || first?.type === 'FunctionExpression' ? returned(first) : first;
  if (change !== first) value(r, first);
  if (change?.type !== 'ObjectExpression') {
    const place = change === first ? value(r, first) : null;
    // What is in it is told by what is put into it, once the class has been read.
    instance.setsGiven.push({ argument: place, node: node.callee, fn: r.fn, repeat: r.repeat });
    return null;
  }
  for (const property of change.properties) {
    if (property.type !== 'ObjectProperty') continue;
    const field = fieldOf(property.key, property.computed);
    if (isAnyField(field)) {
      instance.setsAny.push({ node: node.callee, fn: r.fn, repeat: r.repeat });
      if (change === first) value(r, property.value);
      continue;
    }
    const cell = stateCell(r, instance, field, property.key);
    // What an updater returns was read with it; a plain object is read here.
    const valuePlace = change === first ? value(r, property.value) : null;
    const at = spotOf(node.callee);
    r.b.call({
      callee: cell.setter,
      name: 'setState',
      args: [valuePlace],
      repeat: r.repeat,
      fn: r.fn,
      at,
    });
  }
  return null;
}

function returned(fn: t.ArrowFunctionExpression | t.FunctionExpression): t.Node | null | undefined {
  if (fn.body.type !== 'BlockStatement') return fn.body;
  const last = fn.body.body.findLast((statement) => statement.type === 'ReturnStatement');
  return last?.type === 'ReturnStatement' ? last.argument : null;
}

/** `this.state = { … }` in a constructor. */
export function assignsState(node: t.Node): boolean {
  return (
    node.type === 'MemberExpression' &&
    node.object.type === 'ThisExpression' &&
    node.property.type === 'Identifier' &&
    node.property.name === 'state'
  );
}

export function assignState(r: ScriptReader, node: t.Node): boolean {
  if (!r.instance) return false;
  readState(r, node, r.instance);
  return true;
}

function defaultsOf(r: ScriptReader, node: ClassNode): [name: string, text: string][] {
  for (const member of node.body.body) {
    if (member.type !== 'ClassProperty' || !member.static || fieldOf(member.key, !!member.computed) !== 'defaultProps')
      continue;
    if (member.value?.type !== 'ObjectExpression') continue;
    return member.value.properties.flatMap((p) =>
      p.type === 'ObjectProperty' ? [[fieldOf(p.key, p.computed), r.source(p.value)] as [string, string]] : [],
    );
  }
  return [];
}

/** `this.props.units` and `const { units } = self.props` name props as if they were read from the parameter. */
function readPropsThroughThis(r: ScriptReader, self: PlaceId, props: PlaceId): void {
  const { flows } = r.b.facts;
  const selves = new Set([self]);
  for (const one of selves)
    for (const { from, to, op } of flows)
      if (from === one && op === 'same' && r.b.facts.places[to]?.kind === 'binding') selves.add(to);
  const holders = new Set(
    flows.filter((f) => selves.has(f.from) && f.op === 'get' && f.field === 'props').map((f) => f.to),
  );
  // A constructor is given them as well.
  for (const { from, to, op } of flows)
    if (from === props && op === 'same' && r.b.facts.places[to]?.kind === 'param') holders.add(to);
  r.propsHolders.set(props, holders);
}
