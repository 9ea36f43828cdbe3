/** Expressions: which place holds the value of each, and what is done with the values met on the way. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { spotOf } from './builder';
import { readCall } from './calls';
import { readExportAssignment } from './commonjs';
import { readFunction } from './functions';
import { noteRead, noteAsked, noteCompared } from './guards';
import { mutation, setVariable } from './mutations';
import { bind, fieldOf } from './patterns';
import type { ScriptReader } from './reader';
import { readClass } from './statements';
import { componentTypeArgument } from './types';

/**
 * Reads an expression and returns the place its value is in; null where it holds nothing that is followed (a literal,
 * a global). `target` is the pattern it is about to be bound to: cells take their names from it.
 */
export function value(r: ScriptReader, node: t.Node | null | undefined, target: t.Node | null = null): PlaceId | null {
  if (!node) return null;
  switch (node.type) {
    case 'Identifier': {
      const place = r.scope.lookup(node.name);
      if (place === undefined && node.name === 'arguments') r.takesArguments.add(r.fn);
      if (place === undefined) return r.missing(node.name, spotOf(node));
      noteRead(r, place);
      return r.dialect.named?.(r, place, node) ?? place;
    }
    case 'MemberExpression':
    case 'OptionalMemberExpression':
      return member(r, node);
    case 'CallExpression':
    case 'OptionalCallExpression':
    case 'NewExpression':
      return readCall(r, node, target);
    case 'ArrowFunctionExpression':
    case 'FunctionExpression':
      return readFunction(r, node, nameFrom(node, target), componentTypeArgument(target));
    case 'ObjectExpression':
      return (
        (r.fn === 0 && target?.type === 'Identifier' ? r.dialect.objectLike?.(r, node, target.name) : undefined) ??
        object(r, node)
      );
    case 'ArrayExpression':
      return array(r, node);
    case 'JSXElement':
    case 'JSXFragment':
      r.seen.markup = true;
      return r.dialect.markup(r, node);
    case 'TemplateLiteral':
      return computed(
        r,
        node,
        node.expressions.map((e) => value(r, e)),
      );
    case 'TaggedTemplateExpression':
      return tagged(r, node, target);
    case 'BinaryExpression':
      noteCompared(r, node);
      return comparison(r, node, computed(r, node, [value(r, node.left), value(r, node.right)]));
    case 'UnaryExpression':
      if (node.operator === 'delete') changedInPlace(r, node.argument);
      return asWhole(r, /^(!|typeof|void)$/.test(node.operator), computed(r, node, [value(r, node.argument)]));
    case 'UpdateExpression':
      changedInPlace(r, node.argument);
      return computed(r, node, [value(r, node.argument)]);
    case 'LogicalExpression':
      return logical(r, node, target);
    case 'ConditionalExpression':
      return conditional(r, node, target);
    case 'AssignmentExpression':
      return assignment(r, node);
    case 'SequenceExpression':
      return node.expressions.map((e) => value(r, e)).at(-1) ?? null;
    case 'AwaitExpression':
    case 'YieldExpression':
      return value(r, node.argument, target);
    case 'TSAsExpression':
    case 'TSSatisfiesExpression':
    case 'TSNonNullExpression':
    case 'TSTypeAssertion':
    case 'TSInstantiationExpression':
    case 'ParenthesizedExpression':
    case 'TypeCastExpression':
      return value(r, node.expression, target);
    case 'ClassExpression':
      return readClass(r, node, target?.type === 'Identifier' ? target.name : '');
    case 'ThisExpression':
      return r.self;
    case 'JSXExpressionContainer':
      return value(r, node.expression);
    case 'SpreadElement':
      return value(r, node.argument);
    default:
      return null;
  }
}

export function isFunction(node: t.Node | null | undefined): node is t.ArrowFunctionExpression | t.FunctionExpression {
  return node?.type === 'ArrowFunctionExpression' || node?.type === 'FunctionExpression';
}

/** A value computed from others: each of them is used here, and what comes out is derived from all. */
export function computed(r: ScriptReader, node: t.Node, operands: (PlaceId | null)[], used = true): PlaceId | null {
  const rest = operands.filter((place): place is PlaceId => place !== null);
  if (rest.length === 0) return null;
  const at = spotOf(node);
  const result = r.b.place('computed', '', r.fn, at);
  for (const place of rest) {
    r.b.flow(place, result, 'derived');
    if (used) r.b.use({ place, kind: 'computed', fn: r.fn, at });
  }
  return result;
}

function comparison(r: ScriptReader, node: t.BinaryExpression, result: PlaceId | null): PlaceId | null {
  const named = node.left.type === 'Identifier' || node.right.type === 'Identifier';
  if (result !== null && named && /^[!=]==?$/.test(node.operator)) r.b.facts.compared.push(result);
  return asWhole(r, /^([!=]==?|instanceof)$/.test(node.operator), result);
}

/** Takes note of what only asks about a value as a whole. */
function asWhole(r: ScriptReader, asks: boolean, result: PlaceId | null): PlaceId | null {
  if (asks && result !== null) r.b.facts.wholes.push(result);
  return result;
}

/** A tagged template calls its tag with what stands in it. */
function tagged(r: ScriptReader, node: t.TaggedTemplateExpression, target: t.Node | null): PlaceId | null {
  const call = { ...node, type: 'CallExpression', callee: node.tag, arguments: node.quasi.expressions };
  const result = readCall(r, call as unknown as t.CallExpression, target);
  const made = r.b.facts.calls.at(-1);
  if (made && made.result === result) made.template = true;
  return result;
}

/** A text, a number or a truth value, as it is written. */
export function isPlain(node: t.Node | null | undefined): boolean {
  return !!node && /^(StringLiteral|NumericLiteral|BooleanLiteral|TemplateLiteral)$/.test(node.type);
}

/** Reads a condition: what decides is used there. `asks`: the code goes on where the answer is no. */
export function test(r: ScriptReader, node: t.Node | null | undefined, asks = true): void {
  if (asks) noteAsked(r, node);
  const place = value(r, node);
  if (place !== null && node) r.b.use({ place, kind: 'branched', fn: r.fn, at: spotOf(node) });
}

function nameFrom(node: t.ArrowFunctionExpression | t.FunctionExpression, target: t.Node | null): string {
  if (node.type === 'FunctionExpression' && node.id) return node.id.name;
  return target?.type === 'Identifier' ? target.name : '';
}

function member(r: ScriptReader, node: t.MemberExpression | t.OptionalMemberExpression): PlaceId | null {
  const field = fieldOf(node.property, node.computed);
  if (node.type === 'OptionalMemberExpression' && node.optional) noteAsked(r, node.object);
  const own = node.type === 'MemberExpression' ? r.dialect.member?.(r, node) : undefined;
  if (own != null) return own;
  const from = value(r, node.object);
  // `useContext(Soil)?.depth`: what has no name is asked for all the same.
  if (from !== null && node.type === 'OptionalMemberExpression' && node.optional && node.object.type !== 'Identifier')
    r.asked.add(from);
  let key: PlaceId | null = null;
  if (node.computed) {
    key = value(r, node.property);
    // `SIGN[scale]`: the key decides what comes out.
    if (key !== null) r.b.use({ place: key, kind: 'computed', fn: r.fn, at: spotOf(node.property) });
  }
  if (from === null && key === null) return null;
  const spot = spotOf(node.property);
  const part = from === null ? null : r.b.part(from, field, r.fn, spot);
  if (key === null) return part;
  const result = r.b.place('computed', '', r.fn, spotOf(node));
  r.b.flow(part, result);
  r.b.flow(key, result, 'derived');
  return result;
}

/** An object; null where nothing in it is followed. */
function object(r: ScriptReader, node: t.ObjectExpression): PlaceId | null {
  let made: PlaceId | null = null;
  const place = (): PlaceId => (made ??= r.b.place('object', '', r.fn, spotOf(node)));
  const named = new Set<string>();
  // Fields written after a spread win over it, so the spread is read knowing them.
  for (const property of [...node.properties].reverse()) {
    if (property.type === 'SpreadElement') {
      const from = value(r, property.argument);
      if (from === null) continue;
      if (named.size === 0) r.b.flow(from, place());
      else r.b.rest(from, place(), [...named]);
      continue;
    }
    const field = fieldOf(property.key, property.computed);
    if (property.computed) {
      const key = value(r, property.key);
      if (key !== null) r.b.use({ place: key, kind: 'computed', fn: r.fn, at: spotOf(property.key) });
    }
    if (field !== '*') named.add(field);
    const from =
      property.type === 'ObjectMethod'
        ? readMethod(r, property, field)
        : value(r, property.value, property.key.type === 'Identifier' ? property.key : null);
    if (from !== null) r.b.flow(from, place(), 'put', field);
  }
  r.dialect.object(r, node);
  return made;
}

/** A method; a getter gives what it returns, a setter runs where the field is set. */
function readMethod(r: ScriptReader, node: t.ObjectMethod, field: string): PlaceId | null {
  const self = readFunction(r, node, field);
  if (node.kind === 'method') return self;
  return node.kind === 'get' ? (r.b.facts.functions.find((fact) => fact.self === self)?.result ?? null) : null;
}

/** A list; null where nothing in it is followed. */
function array(r: ScriptReader, node: t.ArrayExpression): PlaceId | null {
  const known = r.dialect.list?.(r, node);
  if (known !== undefined) return known;
  let made: PlaceId | null = null;
  const add = (from: PlaceId | null, field: string | null): void => {
    if (from === null) return;
    made ??= r.b.place('object', '', r.fn, spotOf(node));
    if (field === null) r.b.flow(from, made);
    else r.b.flow(from, made, 'put', field);
  };
  const spreads = node.elements.some((element) => element?.type === 'SpreadElement');
  node.elements.forEach((element, index) => {
    if (!element) return;
    if (element.type === 'SpreadElement') add(value(r, element.argument), null);
    else add(value(r, element), spreads ? '*' : String(index));
  });
  return made;
}

function logical(r: ScriptReader, node: t.LogicalExpression, target: t.Node | null): PlaceId | null {
  if (node.operator === '&&') {
    if (!readBoxGuard(r, node.left, node.right)) test(r, node.left);
    return r.repeated('conditional', () => value(r, node.right, target));
  }
  noteAsked(r, node.left);
  const left = value(r, node.left, target);
  if (left !== null) r.asked.add(left);
  const right = r.repeated('conditional', () => value(r, node.right, target));
  // Which of two values it is, is decided by the first; where that only lacks a value, it decides nothing.
  if (left !== null && right !== null && /^(Identifier|(Optional)?(Member|Call)Expression)$/.test(node.right.type))
    r.b.use({ place: left, kind: 'branched', fn: r.fn, at: spotOf(node.left) });
  return either(r, node, left, right);
}

/**
 * Reads conditions one of which only asks, by habit, that a reference is there whose content what comes after is about: that
 * decides nothing. False, and nothing read, for all others.
 */
export function readBoxGuard(r: ScriptReader, condition: t.Node, after: t.Node): boolean {
  const all: t.Node[] = [];
  let rest = condition;
  for (; rest.type === 'LogicalExpression' && rest.operator === '&&'; rest = rest.left) all.unshift(rest.right);
  all.unshift(rest);
  // `saved && saved.value`: it asks for what it holds in the same breath.
  const isGuard = (one: t.Node): boolean =>
    one.type === 'Identifier' && (mentionsContent(r, one.name, after) || isOpened(r, one.name, condition));
  if (!all.some(isGuard)) return false;
  all.forEach((one, index) =>
    r.repeated(index === 0 ? 'once' : 'conditional', () => {
      if (isGuard(one)) {
        noteAsked(r, one);
        value(r, one);
      } else test(r, one);
    }),
  );
  return true;
}

/** Where a file asks a name for what it holds: as a reference (`tray.current`) or a store (`get(tray)`), or as another reference. */
interface ContentMentions {
  current: Map<string, number[]>;
  other: Map<string, number[]>;
}

const MENTION = /(?<![.\w$])(?:[A-Za-z_$][\w$]*\??\.(current|value|set|update|subscribe)\b|get\((\w+)\)|\$\w+)/g;
const mentions = new WeakMap<ScriptReader, ContentMentions>();

/** Found once for a whole file: conditions stand inside one another, and each of them asks. */
function mentionsIn(r: ScriptReader): ContentMentions {
  const known = mentions.get(r);
  if (known) return known;
  const found: ContentMentions = { current: new Map(), other: new Map() };
  const add = (to: Map<string, number[]>, name: string, at: number): void => {
    const known = to.get(name);
    if (known) known.push(at);
    else to.set(name, [at]);
  };
  for (const { 0: text, 1: field, 2: got, index } of r.text.matchAll(MENTION)) {
    const name = /^[\w$]+/.exec(text)?.[0] ?? '';
    if (got) add(found.current, got, index);
    else if (field) add(field === 'current' ? found.current : found.other, name, index);
    if (name.startsWith('$')) add(found.other, name.slice(1), index);
  }
  mentions.set(r, found);
  return found;
}

/** Whether code says what a name holds, rather than the name alone. */
function isOpened(r: ScriptReader, name: string, { start, end }: t.Node): boolean {
  const { current, other } = mentionsIn(r);
  return [current, other].some((all) => all.get(name)?.some((at) => at >= (start ?? 0) && at < (end ?? 0)));
}

/** Whether code is about what a reference or a store holds, which may not be there before it is asked for. */
function mentionsContent(r: ScriptReader, name: string, { start, end }: t.Node): boolean {
  const { current, other } = mentionsIn(r);
  const within = (at: number): boolean => at >= (start ?? 0) && at < (end ?? 0);
  if (current.get(name)?.some(within)) return true;
  if (!other.get(name)?.some(within)) return false;
  const place = r.scope.lookup(name);
  const begins = r.consts.get(name);
  return (!begins || begins.type === 'NullLiteral') && (place === undefined || !r.importOf.has(place));
}

function conditional(r: ScriptReader, node: t.ConditionalExpression, target: t.Node | null): PlaceId | null {
  if (!readBoxGuard(r, node.test, node.consequent)) test(r, node.test);
  const yes = r.repeated('conditional', () => value(r, node.consequent, target));
  const no = r.repeated('conditional', () => value(r, node.alternate, target));
  return either(r, node, yes, no);
}

/** One of two values, whichever it turns out to be. */
function either(r: ScriptReader, node: t.Node, a: PlaceId | null, b: PlaceId | null): PlaceId | null {
  if (a === null || b === null || a === b) return a ?? b;
  const place = r.b.place('computed', '', r.fn, spotOf(node));
  r.b.flow(a, place);
  r.b.flow(b, place);
  return place;
}

/** What is counted up, deleted or assigned to: a field of some object, or a variable. */
function changedInPlace(r: ScriptReader, node: t.Node): void {
  if (node.type === 'Identifier') {
    if (r.dialect.setName?.(r, node, null)) return;
    const place = r.scope.lookup(node.name);
    if (place !== undefined) setVariable(r, place, node);
  } else if (node.type === 'MemberExpression') {
    const object = value(r, node.object);
    if (object !== null) mutation(r, object, fieldOf(node.property, node.computed), node, r.source(node));
  }
}

/** A variable that is set to an empty list or object holds that from then on, and no longer what it held. */
export function madeEmpty(r: ScriptReader, name: t.Node, argument: t.Node | null | undefined): PlaceId | null {
  const isMade = argument?.type === 'ArrayExpression' || argument?.type === 'ObjectExpression';
  return name.type === 'Identifier' && isMade ? r.b.place('object', '', r.fn, spotOf(argument)) : null;
}

function assignment(r: ScriptReader, node: t.AssignmentExpression): PlaceId | null {
  if (node.operator === '=') {
    if (r.dialect.assign(r, node) || readExportAssignment(r, node)) return null;
    const from = value(r, node.right, node.left) ?? madeEmpty(r, node.left, node.right);
    if (node.left.type === 'Identifier' && r.dialect.setName?.(r, node.left, from)) return from;
    if (node.left.type === 'Identifier') changedInPlace(r, node.left);
    bind(r, node.left, from);
    return from;
  }
  const before = value(r, node.left);
  if (node.left.type === 'Identifier' && r.dialect.setName?.(r, node.left, null)) return value(r, node.right);
  if (node.left.type === 'Identifier') changedInPlace(r, node.left);
  const added = value(r, node.right);
  const logicalAssign = node.operator === '??=' || node.operator === '||=' || node.operator === '&&=';
  if (logicalAssign) noteAsked(r, node.left);
  const result = logicalAssign ? either(r, node, before, added) : computed(r, node, [before, added]);
  bind(r, node.left, result);
  return result;
}
