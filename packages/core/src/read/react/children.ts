/** Children that are mapped over: each of them is there once, however many a callback handles. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { spotOf } from '../script/builder';
import { isFunction, value } from '../script/expressions';
import { calledName } from '../script/names';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { walkNodes } from '../script/walk';
import { plain } from '../script/literals';
import type { Recogniser } from './apis/recogniser';

/** `Children.map(children, (child) => …)`: each child is one of what was passed. */
export const childrenMap: Recogniser = (r, node) => {
  const [list, each] = node.arguments;
  return mapped(r, list && list.type !== 'SpreadElement' ? list : null, each, node);
};

/** `children.map((child) => …)`, `Children.toArray(children).map(…)`; undefined for any other call. */
export function readChildrenMap(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  const { callee } = node;
  const [each] = node.arguments;
  if (callee.type !== 'MemberExpression' || fieldOf(callee.property, callee.computed) !== 'map') return undefined;
  if (!isFunction(each) || !holdsChildren(r, callee.object) || !showsItself(each)) return undefined;
  return mapped(r, callee.object, each, node);
}

function holdsChildren(r: ScriptReader, node: t.Node): boolean {
  const bare = plain(r, node) ?? node;
  if (bare.type === 'Identifier') return bare.name === 'children';
  if (bare.type === 'MemberExpression') return fieldOf(bare.property, bare.computed) === 'children';
  if (bare.type !== 'CallExpression' || bare.callee.type !== 'MemberExpression') return false;
  const method = fieldOf(bare.callee.property, bare.callee.computed);
  return method === 'toArray' || (method === 'filter' && holdsChildren(r, bare.callee.object));
}

/** Whether a function puts what it is given into markup as it is, or makes another one of it: it is an element. */
function showsItself({ params, body }: t.ArrowFunctionExpression | t.FunctionExpression): boolean {
  const [child] = params;
  if (child?.type !== 'Identifier') return false;
  const isChild = (node: t.Node | null | undefined): boolean => node?.type === 'Identifier' && node.name === child.name;
  let shows = isChild(body);
  walkNodes(body, (node) => {
    if (node.type === 'JSXExpressionContainer') shows ||= isChild(node.expression);
    if (node.type === 'CallExpression')
      shows ||= /^(cloneElement|isValidElement)$/.test(calledName(node)) && isChild(node.arguments[0]);
  });
  return shows;
}

function mapped(
  r: ScriptReader,
  list: t.Node | null,
  each: t.Node | undefined,
  node: t.CallExpression,
): PlaceId | null {
  const children = value(r, list);
  const { sites } = r.b.facts;
  const before = sites.length;
  const callee = each && isFunction(each) ? value(r, each) : null;
  if (callee === null) return children;
  // What is written here is there for each child; each child itself is there once.
  for (const site of sites.slice(before)) site.repeat = 'many';
  return r.b.call({ callee, name: '', args: [children], repeat: r.repeat, fn: r.fn, at: spotOf(node) });
}
