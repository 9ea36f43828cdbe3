/**
 * Reactive forms: a control is a cell with functions that set it and a stream that tells it. A group is an object of its controls,
 * and its value an object of what they hold; setting it sets each of them.
 */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { pushCell } from '../component/references';
import { stream } from '../libraries/stores/streams';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { isPlain, value } from '../script/expressions';
import { objectOf, plain, textOf } from '../script/literals';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { methodOn } from './holders';

/** What is made, whether typed or not. */
const MADE = /^(?:Untyped)?Form(Control|Group|Array|Record)$/;
const SETS = ['setValue', 'patchValue', 'reset'];

/** Reads what makes a form or asks a group for one of its controls; `undefined` for any other call. */
export function readForm(
  r: ScriptReader,
  node: t.CallExpression | t.NewExpression,
  target: t.Node | null,
): PlaceId | null | undefined {
  const [first, ...more] = node.arguments;
  const named = target?.type === 'Identifier' ? target : null;
  const making = node.type === 'NewExpression' ? constructed(r, node.callee) : builtBy(r, node);
  if (making !== null) {
    for (const one of more) value(r, one as t.Expression);
    if (making === 'control') return control(r, first ?? null, named, node);
    return making === 'array' ? list(r, first, named, node) : group(r, first, node);
  }
  return node.type === 'CallExpression' ? asked(r, node) : undefined;
}

function constructed(r: ScriptReader, callee: t.Node): string | null {
  const place = callee.type === 'Identifier' ? r.scope.lookup(callee.name) : undefined;
  const imported = place === undefined ? undefined : r.importOf.get(place);
  if (imported?.source !== '@angular/forms') return null;
  return MADE.exec(imported.imported)?.[1]?.toLowerCase() ?? null;
}

/** `fb.group({ … })`, `this.fb.nonNullable.control(1)`: what the builder makes. */
function builtBy(r: ScriptReader, node: t.CallExpression): string | null {
  const { callee } = node;
  if (callee.type !== 'MemberExpression') return null;
  const { object } = callee;
  const isStrict = object.type === 'MemberExpression' && fieldOf(object.property, object.computed) === 'nonNullable';
  const method = methodOn(
    r,
    isStrict ? { ...node, callee: { ...callee, object: object.object } } : node,
    'FormBuilder',
  );
  return method !== null && /^(control|group|array|record)$/.test(method) ? method : null;
}

/** A control that begins as what an expression gives; `[3, Validators.required]` begins as the first. */
function control(r: ScriptReader, node: t.Node | null, target: t.Identifier | null, made: t.Node): PlaceId {
  const { b } = r;
  const state = objectOf(r, node);
  const written = state?.properties.find(
    (one) => one.type === 'ObjectProperty' && fieldOf(one.key, one.computed) === 'value',
  );
  const begins = written?.type === 'ObjectProperty' ? written.value : node;
  const name = target?.name ?? 'control';
  const at = spotOf(target ?? made);
  const cell = b.place('cell', name, r.fn, at);
  const setter = b.place('setter', `set ${name}`, r.fn, at);
  // A draft: what it begins as is meant to be taken once.
  const first = value(r, begins as t.Expression | null);
  if (first !== null) b.flow(first, cell, 'frozen');
  if (isPlain(begins)) r.plainCells.add(cell);
  pushCell(r, name, 'state', cell, setter, at, name, r.className);
  const group = formObject(r, cell, at);
  for (const method of SETS) b.flow(setter, group, 'put', method);
  return group;
}

/** What controls and groups have alike. */
function formObject(r: ScriptReader, control: PlaceId, at: Spot): PlaceId {
  const { b } = r;
  const made = b.place('object', '', r.fn, at);
  b.facts.boxes.push(made);
  b.flow(control, made, 'put', 'value');
  b.flow(stream(r, control, at), made, 'put', 'valueChanges');
  const whole = b.fn(b.addFunction('getRawValue', 'plain', r.fn, at, at.line));
  b.flow(control, whole.result);
  b.flow(whole.self, made, 'put', 'getRawValue');
  return made;
}

function group(r: ScriptReader, node: t.Node | null | undefined, made: t.Node): PlaceId | null {
  const object = objectOf(r, node);
  if (!object) return node ? value(r, node as t.Expression) : null;
  const controls: Controls = [];
  for (const one of object.properties)
    if (one.type === 'ObjectProperty') {
      const key = one.key.type === 'Identifier' ? one.key : null;
      controls.push([fieldOf(one.key, one.computed), controlIn(r, one.value, key)]);
    }
  return grouped(r, controls, spotOf(made));
}

/** `new FormArray([…])`: a group whose controls go by numbers. */
function list(r: ScriptReader, node: t.Node | null | undefined, target: t.Identifier | null, made: t.Node): PlaceId {
  const bare = plain(r, node);
  const nodes = bare?.type === 'ArrayExpression' ? bare.elements : [];
  const controls = nodes.flatMap((one): Controls => (one ? [['*', controlIn(r, one, target)]] : []));
  return grouped(r, controls, spotOf(made));
}

type Controls = [name: string, control: PlaceId | null][];

/** What stands in a group: a control made there, or the value one begins with. */
function controlIn(r: ScriptReader, node: t.Node, key: t.Identifier | null): PlaceId | null {
  const bare = plain(r, node);
  if (bare?.type === 'ArrayExpression') {
    for (const one of bare.elements.slice(1)) if (one) value(r, one as t.Expression);
    return control(r, bare.elements[0] ?? null, key, node);
  }
  const isMade = bare?.type === 'NewExpression' || bare?.type === 'CallExpression';
  const isNamed = node.type === 'Identifier' || node.type === 'MemberExpression';
  return isMade || isNamed ? value(r, node, key) : control(r, node, key, node);
}

function grouped(r: ScriptReader, controls: Controls, at: Spot): PlaceId {
  const { b } = r;
  const values = b.place('object', 'value', r.fn, at);
  const group = formObject(r, values, at);
  const all = b.place('object', 'controls', r.fn, at);
  b.flow(all, group, 'put', 'controls');
  const id = b.addFunction('setValue', 'plain', r.fn, at, at.line);
  const set = b.fn(id);
  const param = b.place('param', 'value', id, at);
  set.params.push(param);
  for (const [name, one] of controls) {
    if (one === null) continue;
    b.flow(one, all, 'put', name);
    if (name !== '*') b.flow(one, group, 'put', controlField(name));
    b.flow(b.part(one, 'value', r.fn, at), values, 'put', name);
    const to = b.part(param, name, id, at);
    b.call({ callee: b.part(one, 'setValue', id, at), name: 'setValue', args: [to], onlyKnown: true, fn: id, at });
  }
  for (const method of SETS) b.flow(set.self, group, 'put', method);
  return group;
}

/** `this.form.get('depth')`, `form.get('soil.depth')`: one of the controls of a group. */
function asked(r: ScriptReader, node: t.CallExpression): PlaceId | undefined {
  if (node.callee.type !== 'MemberExpression' || methodOn(r, node, 'FormGroup') !== 'get') return undefined;
  const path = textOf(r, node.arguments[0]);
  if (path === null) readArguments(r, node);
  let place = value(r, node.callee.object);
  const at = spotOf(node);
  if (place === null) return undefined;
  if (path === null) return r.b.part(r.b.part(place, 'controls', r.fn, at), '*', r.fn, at);
  for (const name of path.split('.')) place = r.b.part(place, controlField(name), r.fn, at);
  return place;
}

/** The field under which a group holds the control of a name: one step to it, where scripts write two. */
export function controlField(name: string): string {
  return `#control ${name}`;
}
