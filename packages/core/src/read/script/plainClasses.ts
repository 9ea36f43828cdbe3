/**
 * Classes that are no components. The instance is an object of its fields and methods; making one by `new` brings that
 * object. A field that changes is a cell of its own, shared by whoever holds the instance.
 */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { spotOf } from './builder';
import { isFunction, value } from './expressions';
import { readFunction } from './functions';
import { fieldOf } from './patterns';
import type { ScriptReader } from './reader';
import { walkNodes } from './walk';

export function readPlainClass(
  r: ScriptReader,
  node: t.ClassDeclaration | t.ClassExpression,
  name: string,
  base: PlaceId | null,
): PlaceId {
  const { b } = r;
  const at = spotOf(node.id ?? node);
  const id = b.addFunction(name, 'plain', r.fn, at, node.loc?.end.line ?? at.line);
  const fact = b.fn(id);
  const instance = b.place('object', name, r.fn, at);
  b.flow(instance, fact.result);
  if (base !== null) {
    const inherited = b.place('computed', '', r.fn, at);
    b.facts.calls.push({
      callee: base,
      name: 'super',
      args: [],
      receiver: null,
      result: inherited,
      repeat: 'once',
      fn: r.fn,
      at,
    });
    b.flow(inherited, instance);
  }
  const before = {
    self: r.self,
    base: r.base,
    instance: r.instance,
    methods: r.methods,
    className: r.className,
    injectedFields: r.injectedFields,
  };
  r.injectedFields = r.dialect.injectedFields?.(r, node) ?? new Set();
  r.className = name || null;
  r.self = instance;
  r.base = base;
  r.instance = null;
  r.methods = new Set(
    node.body.body.flatMap((one) => (one.type === 'ClassMethod' ? [fieldOf(one.key, one.computed)] : [])),
  );
  const cells = new Set<string>();
  for (const [field, spot] of changingFields(r, node)) {
    cells.add(field);
    const cell = b.place('cell', field, 0, spot);
    const setter = b.place('setter', field, 0, spot);
    b.flow(cell, instance, 'put', field);
    const shared = { id: `${name}.${field}`, key: null, quiet: true, within: r.fn };
    b.facts.cells.push({ name: field, kind: 'service', value: cell, setter, fn: 0, at: spot, shared });
  }
  for (const member of node.body.body) readMember(r, member, instance, fact.self, cells, id);
  r.self = before.self;
  r.base = before.base;
  r.instance = before.instance;
  r.methods = before.methods;
  r.className = before.className;
  r.injectedFields = before.injectedFields;
  return fact.self;
}

/** Fields set anywhere but in the constructor, with where each is first named. */
export function changingFields(
  r: ScriptReader,
  node: t.ClassDeclaration | t.ClassExpression,
): Map<string, ReturnType<typeof spotOf>> {
  const declared = new Map<string, ReturnType<typeof spotOf>>();
  const fields = new Map<string, ReturnType<typeof spotOf>>();
  for (const member of node.body.body) {
    if ((member.type === 'ClassProperty' || member.type === 'ClassPrivateProperty') && !member.static) {
      const field = fieldOf(member.key, 'computed' in member && !!member.computed);
      declared.set(field, spotOf(member.key));
      // A field with decorators, or a plain first value in an observable class, changes from outside too.
      if (member.value && !isFunction(member.value) && !r.dialect.follows?.(member.value))
        fields.set(field, spotOf(member.key));
      continue;
    }
    if (member.type !== 'ClassMethod' && member.type !== 'ClassPrivateMethod') continue;
    const constructs = member.kind === 'constructor';
    walkNodes(member, (one) => {
      const target =
        one.type === 'AssignmentExpression' ? one.left : one.type === 'UpdateExpression' ? one.argument : null;
      if (target?.type !== 'MemberExpression' || target.object.type !== 'ThisExpression') return;
      const field = fieldOf(target.property, target.computed);
      if (field === '*') return;
      if (constructs) declared.set(field, declared.get(field) ?? spotOf(target.property));
      else fields.set(field, declared.get(field) ?? fields.get(field) ?? spotOf(target.property));
    });
  }
  return fields;
}

function readMember(
  r: ScriptReader,
  member: t.ClassBody['body'][number],
  instance: PlaceId,
  self: PlaceId,
  cells: ReadonlySet<string>,
  id: number,
): void {
  const { b } = r;
  if (member.type === 'ClassMethod' || member.type === 'ClassPrivateMethod') {
    const field = fieldOf(member.key, 'computed' in member && !!member.computed);
    const before = r.constructing;
    if (member.kind === 'constructor') r.constructing = b.facts.functions.length;
    const method = readFunction(r, member, field === 'constructor' ? '' : field);
    r.constructing = before;
    const fact = b.facts.functions.find((fn) => fn.self === method);
    if (member.kind === 'constructor') {
      for (const param of fact?.params ?? []) {
        const parameter = b.place(
          'param',
          b.facts.places[param]?.name ?? '',
          id,
          b.facts.places[param]?.at ?? spotOf(member),
        );
        b.fn(id).params.push(parameter);
        b.flow(parameter, param);
        // Instances are not told apart: what one of them does with what it alone was given cannot be followed.
        b.handOut([parameter], `new ${b.fn(id).name}`, id, spotOf(member));
      }
      // `constructor(private units: Units)` is a field too.
      member.params.forEach((param, index) => {
        const inner = param.type === 'TSParameterProperty' ? param.parameter : null;
        const name = inner?.type === 'AssignmentPattern' ? inner.left : inner;
        const place = fact?.params[index];
        if (place === undefined) return;
        if (name?.type === 'Identifier') b.flow(r.injectedInto.get(place) ?? place, instance, 'put', name.name);
      });
      return;
    }
    const into = member.static ? self : instance;
    if (member.kind === 'get' && fact) b.flow(fact.result, into, 'put', field);
    else if (member.kind !== 'set') b.flow(method, into, 'put', field);
    return;
  }
  if (member.type !== 'ClassProperty' && member.type !== 'ClassPrivateProperty') return;
  const field = fieldOf(member.key, 'computed' in member && !!member.computed);
  const valuePlace = value(r, member.value, member.key.type === 'Identifier' ? member.key : null);
  if (valuePlace === null) return;
  if (cells.has(field) && !member.static) {
    const cell = b.facts.cells.find(
      (one) => one.name === field && b.facts.flows.some((flow) => flow.from === one.value && flow.to === instance),
    );
    if (cell) b.flow(valuePlace, cell.value, 'frozen');
  } else b.flow(valuePlace, member.static ? self : instance, 'put', field);
}
