/** What a script registers by name with a module of its application: `angular.module('beds').controller('BedsCtrl', …)`. */
import type * as t from '@babel/types';
import { isFunction } from '../script/expressions';
import type { FunctionNode } from '../script/functions';
import { plain, property, textOf } from '../script/literals';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { walkNodes } from '../script/walk';

export type ClassNode = t.ClassDeclaration | t.ClassExpression;
/** A function or a class that the family calls, with what it asks for. */
export type Callable = FunctionNode | ClassNode;

const KINDS = [
  'controller',
  'component',
  'directive',
  'service',
  'factory',
  'provider',
  'value',
  'constant',
  'filter',
  'decorator',
  'run',
  'config',
] as const;
export type Kind = (typeof KINDS)[number];

const KIND = new Set<string>(KINDS);
/** Kinds that no other object has a method of: what they are called on need not be known to be a module. */
const CERTAIN = new Set<string>(['controller', 'component', 'directive', 'factory']);

/** What is registered: one thing, or several by the fields of an object. */
export interface Registration {
  kind: Kind;
  entries: { name: string; named: t.Node; argument: t.Node }[];
}

/** The functions of a file by name, what they ask for where that is said beside them, and methods put on their prototypes. */
export interface Declared {
  functions: Map<string, Callable>;
  asked: Map<string, string[]>;
  methods: Map<string, { field: string; fn: t.Node }[]>;
  /** Functions that are read where they are registered, and not where they stand. */
  taken: Set<t.Node>;
  /** Fields that are set on what functions are passed: a scope that is passed on is set under another name there. */
  setOnPassed: Set<string>;
}

const known = new WeakMap<ScriptReader, Declared>();

export function declaredIn(r: ScriptReader): Declared {
  return (
    known.get(r) ?? {
      functions: new Map(),
      asked: new Map(),
      methods: new Map(),
      taken: new Set(),
      setOnPassed: new Set(),
    }
  );
}

/** Looks through a script before it is read: functions may be registered before, or after, the place where they stand. */
export function collect(r: ScriptReader, ast: t.File): void {
  const declared = declaredIn(r);
  known.set(r, declared);
  const { functions, asked, methods, taken } = declared;
  const registered: t.Node[] = [];
  walkNodes(ast.program, (node) => {
    if ((node.type === 'FunctionDeclaration' || node.type === 'ClassDeclaration') && node.id)
      functions.set(node.id.name, node);
    if (node.type === 'VariableDeclarator' && node.id.type === 'Identifier' && isCallable(node.init))
      functions.set(node.id.name, node.init);
    if (node.type === 'AssignmentExpression') noteAssigned(r, node, asked, methods);
    const found = node.type === 'CallExpression' ? registrationIn(r, node) : null;
    // Filters and decorators are read as any function.
    if (found && found.kind !== 'filter' && found.kind !== 'decorator')
      for (const { argument } of found.entries) registered.push(argument);
    if (
      node.type === 'ObjectProperty' &&
      !node.computed &&
      /^(controller|link|compile|pre|post)$/.test(fieldOf(node.key, false))
    )
      registered.push(node.value);
  });
  const passed = new Set<string>();
  walkNodes(ast.program, (node) => {
    if (/Function|Method/.test(node.type) && 'params' in node)
      for (const param of node.params as t.Node[]) if (param.type === 'Identifier') passed.add(param.name);
  });
  walkNodes(ast.program, (node) => {
    if (node.type !== 'AssignmentExpression' || node.left.type !== 'MemberExpression') return;
    const { object, property: to, computed } = node.left;
    if (object.type === 'Identifier' && passed.has(object.name) && !/^\$?scope$/i.test(object.name))
      declared.setOnPassed.add(fieldOf(to, computed));
  });
  for (const registration of registered) {
    const { fn } = injectable(r, registration);
    if (fn) taken.add(fn);
  }
}

function noteAssigned(
  r: ScriptReader,
  { left, right }: t.AssignmentExpression,
  asked: Declared['asked'],
  methods: Declared['methods'],
): void {
  if (left.type !== 'MemberExpression') return;
  const field = fieldOf(left.property, left.computed);
  if (left.object.type === 'Identifier' && field === '$inject') asked.set(left.object.name, textsOf(r, right));
  const [, name] = /^(\w+)\.prototype$/.exec(r.source(left.object)) ?? [];
  if (name !== undefined) methods.set(name, [...(methods.get(name) ?? []), { field, fn: right }]);
}

function isCallable(node: t.Node | null | undefined): node is Callable {
  return isFunction(node) || node?.type === 'ClassExpression';
}

/** The texts of a list; those that are none are left out. */
export function textsOf(r: ScriptReader, node: t.Node | null | undefined): string[] {
  const list = plain(r, node);
  return list?.type === 'ArrayExpression' ? list.elements.flatMap((one) => (one ? (textOf(r, one) ?? []) : [])) : [];
}

/** What a call registers; null for any other call. */
export function registrationIn(r: ScriptReader, node: t.CallExpression): Registration | null {
  const { callee } = node;
  if (callee.type !== 'MemberExpression' || callee.computed) return null;
  const kind = fieldOf(callee.property, false);
  if (!KIND.has(kind) || !isModule(r, callee.object, CERTAIN.has(kind))) return null;
  const [first, second] = node.arguments;
  if (!first) return null;
  if (kind === 'run' || kind === 'config')
    return node.arguments.length === 1 ? { kind, entries: [{ name: '', named: first, argument: first }] } : null;
  const name = textOf(r, first);
  if (name !== null && second) return { kind: kind as Kind, entries: [{ name, named: first, argument: second }] };
  // `.controller({ BedsCtrl: … })`
  if (first.type !== 'ObjectExpression' || second) return null;
  const entries = first.properties.flatMap((one) =>
    one.type === 'ObjectProperty'
      ? [{ name: fieldOf(one.key, one.computed), named: one.key as t.Node, argument: one.value as t.Node }]
      : [],
  );
  return { kind: kind as Kind, entries };
}

/** Whether an expression gives a module; `byMethod`: what is called on it says so already. */
function isModule(r: ScriptReader, node: t.Node, byMethod: boolean): boolean {
  let at: t.Node | null = node;
  while (at?.type === 'CallExpression' && at.callee.type === 'MemberExpression') {
    if (isModuleCall(at)) return true;
    at = at.callee.object;
  }
  if (at?.type !== 'Identifier') return false;
  const known = r.consts.get(at.name);
  if (known && known !== node && isModule(r, known, false)) return true;
  return byMethod || /^(app|ng|mod)$|module$|App$/i.test(at.name);
}

/** `angular.module('beds')`. */
function isModuleCall({ callee }: t.CallExpression): boolean {
  return (
    callee.type === 'MemberExpression' &&
    callee.object.type === 'Identifier' &&
    callee.object.name === 'angular' &&
    fieldOf(callee.property, callee.computed) === 'module'
  );
}

/** A function and the names of what it asks for: beside it in a list, as `$inject`, or as its parameters are called. */
export function injectable(
  r: ScriptReader,
  argument: t.Node | null | undefined,
): { fn: Callable | null; asks: string[] } {
  if (!argument) return { fn: null, asks: [] };
  if (argument.type === 'ArrayExpression') {
    const { fn } = injectable(r, argument.elements.at(-1));
    return { fn, asks: argument.elements.slice(0, -1).map((one) => textOf(r, one) ?? '') };
  }
  if (argument.type === 'Identifier') {
    const { functions, asked } = declaredIn(r);
    const fn = functions.get(argument.name) ?? null;
    return { fn, asks: asked.get(argument.name) ?? (fn ? askedBy(r, fn) : []) };
  }
  if (argument.type === 'ObjectMethod' || isCallable(argument)) return { fn: argument, asks: askedBy(r, argument) };
  return { fn: null, asks: [] };
}

/** What a function asks for by the names of its parameters, or a class by a static field. */
function askedBy(r: ScriptReader, fn: Callable): string[] {
  if (fn.type === 'ClassDeclaration' || fn.type === 'ClassExpression') {
    for (const member of fn.body.body) {
      if (member.type === 'ClassProperty' && member.static && fieldOf(member.key, member.computed) === '$inject')
        return textsOf(r, member.value);
      if (member.type === 'ClassMethod' && member.static && fieldOf(member.key, member.computed) === '$inject') {
        const last = member.body.body.at(-1);
        return last?.type === 'ReturnStatement' ? textsOf(r, last.argument) : [];
      }
    }
    const made = constructorOf(fn);
    return made ? askedBy(r, made) : [];
  }
  return fn.params.map(nameOf);
}

function nameOf(param: t.Node): string {
  if (param.type === 'Identifier') return param.name;
  if (param.type === 'TSParameterProperty') return nameOf(param.parameter);
  return param.type === 'AssignmentPattern' ? nameOf(param.left) : '';
}

export function constructorOf(node: ClassNode): t.ClassMethod | null {
  const found = node.body.body.find((one) => one.type === 'ClassMethod' && one.kind === 'constructor');
  return found?.type === 'ClassMethod' ? found : null;
}

/** The object that a function gives: written where it returns, or kept in a variable that it returns. */
export function returnedObject(fn: Callable): { object: t.ObjectExpression; instance: string | null } | null {
  if (fn.type === 'ClassDeclaration' || fn.type === 'ClassExpression') return null;
  if (fn.body.type !== 'BlockStatement')
    return fn.body.type === 'ObjectExpression' ? { object: fn.body, instance: null } : null;
  const last = fn.body.body.find((one) => one.type === 'ReturnStatement');
  const returned = last?.type === 'ReturnStatement' ? last.argument : null;
  if (returned?.type === 'ObjectExpression') return { object: returned, instance: null };
  if (returned?.type !== 'Identifier') return null;
  for (const statement of fn.body.body)
    for (const { id, init } of statement.type === 'VariableDeclaration' ? statement.declarations : [])
      if (id.type === 'Identifier' && id.name === returned.name && init?.type === 'ObjectExpression')
        return { object: init, instance: returned.name };
  return null;
}

/** A field of an object that a function gives, also where it is put there in a statement of its own: `it.link = link`. */
export function fieldReturned(
  fn: Callable,
  { object, instance }: { object: t.ObjectExpression; instance: string | null },
  field: string,
): t.Node | null {
  const written = property(object, field);
  if (written || instance === null || !('params' in fn) || fn.body.type !== 'BlockStatement') return written;
  for (const statement of fn.body.body) {
    const node = statement.type === 'ExpressionStatement' ? statement.expression : null;
    if (node?.type !== 'AssignmentExpression' || node.left.type !== 'MemberExpression') continue;
    const { object: of, property: to, computed } = node.left;
    if (of.type === 'Identifier' && of.name === instance && fieldOf(to, computed) === field) return node.right;
  }
  return null;
}
