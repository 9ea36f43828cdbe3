/**
 * Elements made by a call: `createElement(Tray, props, ...children)`, the compiled form `jsx(Tray, { …, children })`, and
 * `cloneElement(child, props)`, which gives more props to an element that someone else wrote.
 */
import type * as t from '@babel/types';
import type { PlaceId, SitePropFact } from '../../model/facts';
import { spotOf } from '../script/builder';
import { isFunction, value } from '../script/expressions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { hasComputedKey } from '../script/literals';
import type { Recogniser } from './apis/recogniser';
import { writtenOnce } from '../jsx/markup';

export const createElement: Recogniser = (r, node) => {
  const [type, props, ...children] = node.arguments;
  return element(r, node, type, props, children.filter(isExpression));
};

/** What compilers write for JSX: the children are one of the props. */
export const jsx: Recogniser = (r, node) => {
  const [type, props] = node.arguments;
  const object = props?.type === 'ObjectExpression' ? props : null;
  const written = object?.properties.find(
    (one) => one.type === 'ObjectProperty' && fieldOf(one.key, one.computed) === 'children',
  );
  const children = written?.type === 'ObjectProperty' ? written.value : null;
  const rest = object && { ...object, properties: object.properties.filter((one) => one !== written) };
  const list =
    children?.type === 'ArrayExpression'
      ? children.elements.filter(isExpression)
      : children
        ? [children as t.Expression]
        : [];
  return element(r, node, type, rest ?? props, list);
};

function isExpression(node: t.Node | null | undefined): node is t.Expression {
  return !!node && node.type !== 'SpreadElement' && node.type !== 'ArgumentPlaceholder';
}

function element(
  r: ScriptReader,
  node: t.CallExpression,
  type: t.Node | undefined,
  props: t.Node | undefined,
  children: readonly t.Expression[],
): PlaceId {
  r.seen.markup = true;
  const piece = r.fragment ?? r.b.place('markup', '', r.fn, spotOf(node));
  r.within(piece, () => {
    if (!type || type.type === 'StringLiteral' || isFragment(type)) {
      hostProps(r, props);
      r.depth++;
      for (const child of children) readChild(r, child, piece);
      r.depth--;
      return;
    }
    site(r, type, props, children, piece);
  });
  return piece;
}

function isFragment(node: t.Node): boolean {
  if (node.type === 'MemberExpression') return isFragment(node.property);
  return node.type === 'Identifier' && /^_?Fragment$/.test(node.name);
}

function site(
  r: ScriptReader,
  type: t.Node,
  props: t.Node | undefined,
  children: readonly t.Expression[],
  piece: PlaceId,
): void {
  const at = spotOf(type);
  const name = type.type === 'Identifier' || type.type === 'MemberExpression' ? r.source(type) : 'element';
  const tag = r.within(null, () => value(r, type)) ?? r.global(name, at);
  const propsPlace = r.b.place('siteProps', name, r.fn, at);
  const made = {
    name,
    tag,
    propsPlace,
    inside: piece,
    props: [] as SitePropFact[],
    repeat: r.repeat,
    fn: r.fn,
    at,
    ...(r.depth > 0 ? { nested: true } : {}),
    ...(hasComputedKey(props) ? { keyed: true as const } : {}),
  };
  r.b.facts.sites.push(made);
  if (r.b.facts.places[tag]?.fn !== 0) r.b.use({ place: tag, kind: 'shown', detail: 'tag', fn: r.fn, at });
  r.within(null, () => writtenOnce(r, () => siteProps(r, props, propsPlace, made.props)));
  const [first] = children;
  if (!first) return;
  let content: PlaceId | null;
  if (children.length === 1 && (isFunction(first) || first.type === 'Identifier' || first.type === 'MemberExpression'))
    content = r.within(null, () => value(r, first));
  else {
    const inner = (content = r.b.place('markup', '', r.fn, spotOf(first)));
    writtenOnce(r, () => r.within(inner, () => children.forEach((child) => readChild(r, child, inner))));
  }
  if (content === null) return;
  r.b.flow(content, propsPlace, 'put', 'children');
  made.props.push({ name: 'children', place: content, literal: null, at: spotOf(first) });
}

function siteProps(r: ScriptReader, node: t.Node | undefined, propsPlace: PlaceId, props: SitePropFact[]): void {
  if (node?.type !== 'ObjectExpression') {
    const spread = node ? value(r, node) : null;
    if (spread === null || !node) return;
    r.b.flow(spread, propsPlace);
    props.push({ name: null, place: spread, literal: null, at: spotOf(node) });
    return;
  }
  const named = new Set<string>();
  for (const one of [...node.properties].reverse()) {
    const at = spotOf(one);
    if (one.type === 'SpreadElement') {
      const place = value(r, one.argument);
      if (place === null) continue;
      if (named.size === 0) r.b.flow(place, propsPlace);
      else r.b.rest(place, propsPlace, [...named]);
      props.unshift({ name: null, place, literal: null, at });
      continue;
    }
    const name = fieldOf(one.key, one.computed);
    const valuePlace = one.type === 'ObjectProperty' ? value(r, one.value, one.key) : value(r, one);
    if (name === 'key') continue;
    const literal = one.type === 'ObjectProperty' && /Literal$/.test(one.value.type) ? r.source(one.value) : null;
    const place = valuePlace ?? r.b.place(literal === null ? 'unknown' : 'object', '', r.fn, at);
    named.add(name);
    r.b.flow(place, propsPlace, 'put', name);
    props.unshift({ name, place, literal, at });
  }
}

function hostProps(r: ScriptReader, node: t.Node | undefined): void {
  r.within(null, () => {
    if (node?.type !== 'ObjectExpression') {
      const place = node ? value(r, node) : null;
      if (place !== null && node) r.b.use({ place, kind: 'shown', detail: 'spread', fn: r.fn, at: spotOf(node) });
      return;
    }
    for (const one of node.properties) {
      const at = spotOf(one);
      const place = value(
        r,
        one.type === 'SpreadElement' ? one.argument : one.type === 'ObjectProperty' ? one.value : one,
      );
      const name = one.type === 'SpreadElement' ? '' : fieldOf(one.key, one.computed);
      if (place === null || name === 'key' || name === 'ref') continue;
      const event = /^on([A-Z]\w*)$/.exec(name)?.[1];
      if (event) r.b.use({ place, kind: 'handler', detail: event.toLowerCase(), fn: r.fn, at });
      else r.b.use({ place, kind: 'shown', fn: r.fn, at });
    }
  });
}

function readChild(r: ScriptReader, child: t.Expression, piece: PlaceId): void {
  // An element written in place is of the same piece; anything else is a value that is shown in it.
  const place = isElementCall(r, child) ? value(r, child) : r.within(null, () => value(r, child));
  if (place === null || place === piece) return;
  r.b.use({ place, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at: spotOf(child) });
}

function isElementCall(r: ScriptReader, node: t.Node): boolean {
  if (node.type === 'JSXElement' || node.type === 'JSXFragment') return true;
  return node.type === 'CallExpression' && /(^|\.)_?(createElement|jsxs?|jsxDEV|h)$/.test(r.source(node.callee));
}

/** The element that comes out is the one that went in, with more props. */
export const cloneElement: Recogniser = (r, node) => {
  const [first, second, ...children] = node.arguments;
  const element = first && first.type !== 'SpreadElement' ? r.within(null, () => value(r, first)) : null;
  r.seen.markup = true;
  const at = spotOf(node);
  const props = r.b.place('siteProps', 'clone', r.fn, at);
  const passed: SitePropFact[] = [];
  r.within(null, () => {
    siteProps(r, second, props, passed);
    for (const child of children) if (isExpression(child)) value(r, child);
  });
  if (element === null) return null;
  r.b.facts.clones.push({ element, propsPlace: props, props: passed, fn: r.fn, at });
  return element;
};
