/** Functions: parameters, body, what comes back, and whether they only hand a call on. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { spotOf } from './builder';
import { declareBlock, declarePattern, declareVars } from './declare';
import { value } from './expressions';
import { bind } from './patterns';
import { Scope } from './scope';
import type { ScriptReader } from './reader';
import { readStatements } from './statements';

/** A number that no place bears. */
const NO_PLACE = -1;

export type FunctionNode =
  | t.FunctionDeclaration
  | t.FunctionExpression
  | t.ArrowFunctionExpression
  | t.ObjectMethod
  | t.ClassMethod
  | t.ClassPrivateMethod;

/** Reads a function once, whoever calls it, and returns the place that holds the function itself. */
export function readFunction(
  r: ScriptReader,
  node: FunctionNode,
  name: string,
  propsType: t.Node | null = null,
): PlaceId {
  const own = r.dialect.functionLike?.(r, node, name);
  if (own !== undefined) return own;
  const nameNode = 'id' in node && node.id ? node.id : node;
  const id = r.b.addFunction(name, 'plain', r.fn, spotOf(nameNode), node.loc?.end.line ?? 1);
  const fact = r.b.fn(id);
  fact.wraps = onlyCalls(node);
  const typed = propsType ?? annotationOf(node.params[0]);
  if (typed) r.propTypes.set(id, typed);
  if (isComponentType(node.returnType)) r.givesComponent.add(id);
  const injected = constructs(node) ? node.params.map((param) => r.dialect.injected?.(r, param) ?? null) : [];
  const before = { fn: r.fn, scope: r.scope, fragment: r.fragment, seen: r.seen, repeat: r.repeat };
  r.fn = id;
  r.branchAround.set(id, r.branch);
  r.scope = new Scope(before.scope, id);
  r.fragment = null;
  r.seen = { markup: false, hooks: false };
  if (node.type === 'FunctionExpression' && node.id) r.scope.declare(node.id.name, fact.self);
  node.params.forEach((param, index) => {
    const named = param.type === 'Identifier' ? param.name : '';
    const place = r.b.place('param', named, id, spotOf(param));
    fact.params.push(place);
    declarePattern(r, param);
    if (param.type === 'RestElement') {
      // Each further argument arrives as one element of the list.
      fact.takesMore = true;
      bind(r, param.argument, place);
    } else bind(r, param, injected[index] ?? place);
    const injection = injected[index] ?? null;
    r.b.flow(injection, place);
    if (injection !== null) r.injectedInto.set(place, injection);
    const pattern = param.type === 'TSParameterProperty' ? param.parameter : param;
    const own = injection !== null && pattern.type === 'Identifier' ? r.scope.own(pattern.name) : undefined;
    if (own !== undefined) r.instances.add(own);
  });
  if (node.body.type === 'BlockStatement') {
    const body = node.body;
    declareVars(r, body.body);
    declareBlock(r, body.body);
    readStatements(r, body.body);
  } else {
    r.b.flow(value(r, node.body), fact.result);
  }
  fact.needs = neededBy(r, node);
  const seen = r.seen;
  r.fn = before.fn;
  r.scope = before.scope;
  r.fragment = before.fragment;
  r.repeat = before.repeat;
  r.seen = before.seen;
  r.b.endSpan(fact);
  r.dialect.settle(r, fact, seen);
  r.dialect.functionRead(r, node, fact.self, name);
  // What an inner function renders counts for the one around it, unless the inner one is a component itself.
  if (fact.role !== 'component') r.seen.markup ||= seen.markup;
  return fact.self;
}

/** Reads a function that is called once, where it stands, as part of the code around it. Gives what its last statement returns. */
export function readInPlace(
  r: ScriptReader,
  { params, body }: t.ArrowFunctionExpression | t.FunctionExpression,
  args: readonly (PlaceId | null)[],
): PlaceId | null {
  return r.block(() => {
    params.forEach((param, index) => {
      declarePattern(r, param);
      bind(r, param, args[index] ?? null);
    });
    if (body.type !== 'BlockStatement') return value(r, body);
    const last = body.body.at(-1);
    const returns = last?.type === 'ReturnStatement';
    declareVars(r, body.body);
    declareBlock(r, body.body);
    readStatements(r, returns ? body.body.slice(0, -1) : body.body);
    return returns ? value(r, last.argument) : null;
  });
}

/** `React.ComponentClass<T>`, as the type of what a function returns. */
function isComponentType(node: t.Node | null | undefined): boolean {
  const type = node?.type === 'TSTypeAnnotation' ? node.typeAnnotation : null;
  if (type?.type !== 'TSTypeReference') return false;
  const { typeName } = type;
  const name =
    typeName.type === 'TSQualifiedName' ? typeName.right.name : typeName.type === 'Identifier' ? typeName.name : '';
  return /^(ComponentType|ComponentClass|FunctionComponent|FC|VFC|\w*ExoticComponent)$/.test(name);
}

function constructs(node: FunctionNode): boolean {
  return node.type === 'ClassMethod' && node.kind === 'constructor';
}

/**
 * How many of its parameters a function counts on being given, now that its body has been read: those before the first that
 * may be left out, but for the last ones where they are read in one branch alone.
 */
function neededBy(r: ScriptReader, node: FunctionNode): number {
  const placeOf = (param: t.Node): PlaceId =>
    param.type === 'Identifier' ? (r.scope.own(param.name) ?? NO_PLACE) : NO_PLACE;
  const open = node.params.findIndex((param) => isOptional(param) || r.asked.has(placeOf(param)));
  const before = open === -1 ? node.params : node.params.slice(0, open);
  return before.findLastIndex((param) => param.type !== 'Identifier' || r.certain.has(placeOf(param))) + 1;
}

function isOptional(param: t.Node): boolean {
  if (param.type === 'Identifier' || param.type === 'ObjectPattern') return !!param.optional;
  return param.type === 'AssignmentPattern' || param.type === 'RestElement';
}

function annotationOf(param: t.Node | undefined): t.Node | null {
  const target = param?.type === 'AssignmentPattern' ? param.left : param;
  return (target?.type === 'Identifier' || target?.type === 'ObjectPattern') && target.typeAnnotation
    ? target.typeAnnotation
    : null;
}

const HARMLESS = new Set(['preventDefault', 'stopPropagation', 'persist']);

/** Whether a function does nothing but call one other: `(id) => onOpen(house.id, id)`. */
function onlyCalls(node: FunctionNode): boolean {
  if (node.body.type !== 'BlockStatement') return isPlainCall(node.body);
  const statements = node.body.body.filter((statement) => !isHarmless(statement));
  const only = statements[0];
  if (statements.length !== 1 || !only) return false;
  if (only.type === 'ExpressionStatement') return isPlainCall(only.expression);
  return only.type === 'ReturnStatement' && !!only.argument && isPlainCall(only.argument);
}

function isPlainCall(node: t.Node): boolean {
  if (node.type === 'AwaitExpression' || (node.type === 'UnaryExpression' && node.operator === 'void'))
    return isPlainCall(node.argument);
  if (node.type === 'LogicalExpression' && node.operator === '&&') return isPlainCall(node.right);
  return node.type === 'CallExpression' || node.type === 'OptionalCallExpression';
}

function isHarmless(statement: t.Statement): boolean {
  if (statement.type !== 'ExpressionStatement') return false;
  const call = statement.expression;
  return (
    call.type === 'CallExpression' &&
    call.callee.type === 'MemberExpression' &&
    call.callee.property.type === 'Identifier' &&
    HARMLESS.has(call.callee.property.name)
  );
}
