/**
 * JSX. Elements written directly inside one another form one piece of markup; what a component's element contains is a
 * piece of its own, passed as `children`. A piece is a value like any other: following it tells where it ends up.
 */
import type * as t from '@babel/types';
import type { PlaceId, SitePropFact } from '../../model/facts';
import { spotOf } from '../script/builder';
import { isFunction, value } from '../script/expressions';
import { property } from '../script/literals';
import type { ScriptReader } from '../script/reader';
import { readRouteElement } from '../libraries/routers/routeTable';

export function readMarkup(r: ScriptReader, node: t.JSXElement | t.JSXFragment): PlaceId {
  const outer = r.fragment;
  const piece = outer ?? r.b.place('markup', '', r.fn, spotOf(node));
  r.within(piece, () => {
    if (node.type === 'JSXFragment') readChildren(r, node.children, piece);
    else readElement(r, node, piece);
  });
  return piece;
}

function readElement(r: ScriptReader, node: t.JSXElement, piece: PlaceId): void {
  const tag = node.openingElement.name;
  if (isHost(tag) || namesElement(r, tag)) {
    readHostAttributes(r, node.openingElement);
    r.depth++;
    readChildren(r, node.children, piece);
    r.depth--;
    return;
  }
  if (readRouteElement(r, node, piece)) return;
  const name = tagName(tag);
  const at = spotOf(tag);
  const tagPlace = r.within(null, () => tagValue(r, tag)) ?? r.global(name, at);
  const propsPlace = r.b.place('siteProps', name, r.fn, at);
  const site = {
    name,
    tag: tagPlace,
    propsPlace,
    inside: piece,
    props: [] as SitePropFact[],
    repeat: r.repeat,
    fn: r.fn,
    at: spotOf(node.openingElement.name),
    ...(r.depth > 0 ? { nested: true } : {}),
    ...(node.openingElement.attributes.some(isKey) ? { keyed: true as const } : {}),
    ...(r.elementsElse.has(tagPlace) ? { elseElement: true } : {}),
  };
  r.b.facts.sites.push(site);
  // A tag held by a local name or passed in as a prop is a value that is used here.
  if (r.b.facts.places[tagPlace]?.fn !== 0) r.b.use({ place: tagPlace, kind: 'shown', detail: 'tag', fn: r.fn, at });
  r.within(null, () => writtenOnce(r, () => readSiteAttributes(r, node.openingElement, propsPlace, site.props)));
  handOverChildren(r, node.children, propsPlace, site.props);
}

/** What is passed to a site is written once for each time the site is; its own repetition starts anew. */
export function writtenOnce<T>(r: ScriptReader, read: () => T): T {
  const before = r.repeat;
  r.repeat = 'once';
  try {
    return read();
  } finally {
    r.repeat = before;
  }
}

function isHost(tag: t.JSXOpeningElement['name']): boolean {
  if (tag.type === 'JSXNamespacedName') return true;
  return tag.type === 'JSXIdentifier' && /^[a-z]/.test(tag.name);
}

/** A tag held by a name that stands for elements of the page: `const Tag = href ? 'a' : 'button'`. */
function namesElement(r: ScriptReader, tag: t.JSXOpeningElement['name']): boolean {
  const place = tag.type === 'JSXIdentifier' ? r.scope.lookup(tag.name) : undefined;
  return place !== undefined && r.elementNames.has(place);
}

function tagName(tag: t.JSXOpeningElement['name']): string {
  if (tag.type === 'JSXIdentifier') return tag.name;
  if (tag.type === 'JSXNamespacedName') return `${tag.namespace.name}:${tag.name.name}`;
  return `${tagName(tag.object)}.${tag.property.name}`;
}

function tagValue(r: ScriptReader, tag: t.JSXOpeningElement['name']): PlaceId | null {
  if (tag.type === 'JSXIdentifier') return r.scope.lookup(tag.name) ?? null;
  if (tag.type === 'JSXNamespacedName') return null;
  const object = tagValue(r, tag.object);
  return object === null ? null : r.b.part(object, tag.property.name, r.fn, spotOf(tag.property));
}

function attributeValue(r: ScriptReader, attribute: t.JSXAttribute): PlaceId | null {
  const written = attribute.value;
  if (!written || written.type === 'StringLiteral') return null;
  if (written.type === 'JSXExpressionContainer') return value(r, written.expression);
  return value(r, written);
}

function isKey(attribute: t.JSXAttribute | t.JSXSpreadAttribute): boolean {
  return (
    attribute.type === 'JSXAttribute' &&
    attribute.name.name === 'key' &&
    attribute.value?.type === 'JSXExpressionContainer'
  );
}

function isChosen({ value: written }: t.JSXAttribute): boolean {
  return (
    written?.type === 'JSXExpressionContainer' && /^(Conditional|Logical)Expression$/.test(written.expression.type)
  );
}

function literalOf(r: ScriptReader, attribute: t.JSXAttribute): string | null {
  const written = attribute.value;
  if (!written) return 'true';
  if (written.type === 'StringLiteral') return JSON.stringify(written.value);
  if (written.type === 'JSXExpressionContainer' && /Literal$/.test(written.expression.type))
    return r.source(written.expression);
  return null;
}

function readHostAttributes(r: ScriptReader, opening: t.JSXOpeningElement): void {
  r.within(null, () => {
    for (const attribute of opening.attributes) {
      const at = spotOf(attribute);
      if (attribute.type === 'JSXSpreadAttribute') {
        const place = value(r, attribute.argument);
        if (place !== null) r.b.use({ place, kind: 'shown', detail: 'spread', fn: r.fn, at });
        continue;
      }
      const place = attributeValue(r, attribute);
      const name = attribute.name.type === 'JSXIdentifier' ? attribute.name.name : '';
      if (place === null) continue;
      if (name === 'key') {
        r.b.facts.keys.push(place);
        continue;
      }
      if (name === 'ref') {
        r.b.handOut([place], 'ref', r.fn, at);
        continue;
      }
      const event = /^on([A-Z]\w*)$/.exec(name)?.[1];
      if (event) r.b.use({ place, kind: 'handler', detail: event.toLowerCase(), fn: r.fn, at });
      else r.b.use({ place, kind: 'shown', fn: r.fn, at });
    }
  });
}

/** `{...{ props: bed, on: heard }}`, as Vue 2 takes it: what is under `props` and `attrs` is spread, and not the object around them. */
function spreadIn(r: ScriptReader, argument: t.Node): t.Node[] {
  if (argument.type !== 'ObjectExpression') return [argument];
  const parts = ['props', 'attrs'].flatMap((name) => property(argument, name) ?? []);
  if (parts.length === 0) return [argument];
  for (const one of argument.properties)
    if (one.type === 'ObjectProperty' && !parts.includes(one.value)) value(r, one.value);
  return parts;
}

function readSiteAttributes(
  r: ScriptReader,
  opening: t.JSXOpeningElement,
  propsPlace: PlaceId,
  props: SitePropFact[],
): void {
  const named = new Set<string>();
  // Later attributes win over a spread before them, so they are read from the end.
  for (const attribute of [...opening.attributes].reverse()) {
    const at = spotOf(attribute);
    if (attribute.type === 'JSXSpreadAttribute') {
      for (const spread of spreadIn(r, attribute.argument)) {
        // What cannot be followed may hold anything.
        const place = value(r, spread) ?? r.b.place('unknown', '', r.fn, at);
        if (named.size === 0) r.b.flow(place, propsPlace);
        else r.b.rest(place, propsPlace, [...named]);
        props.unshift({ name: null, place, literal: null, at });
      }
      continue;
    }
    const written = attribute.name.type === 'JSXIdentifier' ? attribute.name.name : tagName(attribute.name);
    const name = r.dialect.propName?.(written) ?? written;
    const valuePlace = attributeValue(r, attribute);
    if (name === 'key') {
      if (valuePlace !== null) r.b.facts.keys.push(valuePlace);
      continue;
    }
    const literal = literalOf(r, attribute);
    // A literal is a value too: it lives with the component that writes it.
    const place = valuePlace ?? r.b.place(literal === null ? 'unknown' : 'object', '', r.fn, at);
    named.add(name);
    r.b.flow(place, propsPlace, 'put', name);
    props.unshift({ name, place, literal, at, ...(r.chosen || isChosen(attribute) ? { chosen: true } : {}) });
  }
}

/** What stands between a component's tags is passed as its `children`. */
function handOverChildren(
  r: ScriptReader,
  children: t.JSXElement['children'],
  propsPlace: PlaceId,
  props: SitePropFact[],
): void {
  const meant = children.filter((child) => !isBlank(child));
  const first = meant[0];
  if (!first) return;
  const at = spotOf(first);
  const only = meant.length === 1 && first.type === 'JSXExpressionContainer' ? first.expression : null;
  if (only && (isFunction(only) || handsOnChildren(only))) {
    const place = r.within(null, () => value(r, only));
    r.b.flow(place, propsPlace, 'put', 'children');
    props.push({ name: 'children', place, literal: null, at });
    return;
  }
  const piece = r.b.place('markup', '', r.fn, at);
  writtenOnce(r, () => r.within(piece, () => readChildren(r, children, piece)));
  r.b.flow(piece, propsPlace, 'put', 'children');
  props.push({ name: 'children', place: piece, literal: null, at });
}

/** `{children}` or `{props.children}`: passed on as it came, whatever it is. */
function handsOnChildren(node: t.Node): boolean {
  if (node.type === 'Identifier') return node.name === 'children';
  return node.type === 'MemberExpression' && node.property.type === 'Identifier' && node.property.name === 'children';
}

function isBlank(child: t.JSXElement['children'][number]): boolean {
  if (child.type === 'JSXText') return child.value.trim() === '';
  return child.type === 'JSXExpressionContainer' && child.expression.type === 'JSXEmptyExpression';
}

function readChildren(r: ScriptReader, children: t.JSXElement['children'], piece: PlaceId): void {
  for (const child of children) {
    switch (child.type) {
      case 'JSXElement':
      case 'JSXFragment':
        readMarkup(r, child);
        break;
      case 'JSXExpressionContainer':
      case 'JSXSpreadChild': {
        const place = r.within(null, () => value(r, child.expression));
        if (place === null) break;
        r.b.use({
          place,
          kind: 'shown',
          inside: piece,
          repeat: r.repeat,
          fn: r.fn,
          at: spotOf(child.expression),
        });
        break;
      }
      default:
        break;
    }
  }
}
