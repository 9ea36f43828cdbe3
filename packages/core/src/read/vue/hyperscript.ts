/** Markup made by calls: `h(Tray, { units, onPick }, children)`, in the way of either major version. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { eventProp, slotProp } from '../../model/signs';
import { spotOf } from '../script/builder';
import { importPlace } from '../script/calls';
import { isFunction, value } from '../script/expressions';
import { calledName } from '../script/names';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import type { Reading } from '../script/reading';
import { addSite } from '../component/site';
import { hasComputedKey, property, withoutType } from '../script/literals';
import { camel, pascal } from '../../model/spelling';
import { BUILT_IN, textsOf } from './tags';

export const hyperscript: Reading = (r, node) => {
  const [type, second, third] = node.arguments.map((one) => withoutType(one));
  const piece = r.fragment ?? r.b.place('markup', '', r.fn, spotOf(node));
  r.seen.markup = true;
  const hasData = second !== undefined && (third !== undefined || isData(second));
  const data = hasData ? second : undefined;
  const children = hasData ? third : second;
  const name = type?.type === 'StringLiteral' ? type.value : null;
  r.within(piece, () => {
    if (!type || (name !== null && !name.includes('-'))) host(r, data, children, piece);
    else site(r, type, name, data, children, piece, !hasData && second !== undefined && mayBeData(second));
  });
  return piece;
};

/** Whether a second argument that nothing follows says what is given, rather than what stands inside. */
function isData(node: t.Node): boolean {
  if (node.type === 'ObjectExpression') return true;
  const name =
    node.type === 'Identifier'
      ? node.name
      : node.type === 'CallExpression'
        ? calledName(node)
        : node.type === 'MemberExpression'
          ? fieldOf(node.property, node.computed)
          : '';
  return /props$|attrs$|^(assign|pick|omit|keep)$/i.test(name);
}

/** Whether it may be either. */
function mayBeData(node: t.Node): boolean {
  return /^(Identifier|(Optional)?(Call|Member)Expression|ConditionalExpression|LogicalExpression)$/.test(node.type);
}

/** A tag by its name: what is registered or declared under it, or the framework's own. */
function namedTag(r: ScriptReader, name: string, at: Spot): PlaceId {
  const own = r.scope.lookup(pascal(name)) ?? r.scope.lookup(name);
  if (own !== undefined) return own;
  return BUILT_IN.test(pascal(name))
    ? importPlace(r, 'vue', pascal(name), pascal(name), at)
    : r.global(pascal(name), at);
}

/** A tag that an expression picks; where some of what it picks are names, an element otherwise. */
function computedTag(r: ScriptReader, type: t.Node, shown: string, at: Spot): PlaceId {
  const tag = r.within(null, () => value(r, type)) ?? r.b.place('computed', shown, r.fn, at);
  if (textsOf(type).length > 0) r.elementsElse.add(tag);
  return tag;
}

function host(r: ScriptReader, data: t.Node | undefined, children: t.Node | undefined, piece: PlaceId): void {
  r.within(null, () => {
    for (const { name, place, at } of propsOfData(r, data)) {
      if (place === null) continue;
      const event = name?.startsWith(eventProp('')) ? name.slice(eventProp('').length) : null;
      if (event !== null) r.b.use({ place, kind: 'handler', detail: event, fn: r.fn, at });
      else r.b.use({ place, kind: 'shown', ...(name === null ? { detail: 'spread' } : {}), fn: r.fn, at });
    }
  });
  r.depth++;
  show(r, children, piece);
  r.depth--;
}

function site(
  r: ScriptReader,
  type: t.Node,
  name: string | null,
  data: t.Node | undefined,
  children: t.Node | undefined,
  piece: PlaceId,
  isOpen: boolean,
): void {
  const at = spotOf(type);
  const shown = name ?? r.source(type);
  const tag = name === null ? computedTag(r, type, shown, at) : namedTag(r, name, at);
  const { site, propsPlace, props, give } = addSite(r, shown, tag, piece, at);
  if (hasComputedKey(data)) site.keyed = true;
  if (r.b.facts.places[tag]?.fn !== 0) r.b.use({ place: tag, kind: 'shown', detail: 'tag', fn: r.fn, at });
  const before = r.repeat;
  r.repeat = 'once';
  r.within(null, () => {
    for (const one of propsOfData(r, data)) {
      if (one.name === null) {
        if (one.place !== null) r.b.flow(one.place, propsPlace);
        props.push({ name: null, place: one.place, literal: null, at: one.at });
        continue;
      }
      give(one.name, one.place, one.literal, one.at);
    }
    if (isOpen) props.push({ name: null, place: null, literal: null, at });
    handOver(r, children, (slot, place, spot) => give(slot, place, null, spot));
  });
  r.repeat = before;
}

interface DataProp {
  /** Null where an object is spread. */
  name: string | null;
  place: PlaceId | null;
  literal: string | null;
  at: Spot;
}

/** What an element is given: by names of its own in the newer way, by groups in the older. */
function propsOfData(r: ScriptReader, data: t.Node | undefined): DataProp[] {
  if (!data || data.type === 'NullLiteral') return [];
  if (data.type !== 'ObjectExpression') {
    return [{ name: null, place: value(r, data), literal: null, at: spotOf(data) }];
  }
  const grouped = ['props', 'on', 'attrs', 'domProps', 'nativeOn', 'scopedSlots'].some(
    (name) => property(data, name)?.type === 'ObjectExpression',
  );
  return data.properties.flatMap((one): DataProp[] => {
    const at = spotOf(one);
    if (one.type === 'SpreadElement') return [{ name: null, place: value(r, one.argument), literal: null, at }];
    const name = fieldOf(one.key, one.computed);
    const inner = one.type === 'ObjectProperty' ? one.value : one;
    if (grouped && inner.type === 'ObjectExpression' && /^(props|attrs|domProps|on|nativeOn|scopedSlots)$/.test(name))
      return inner.properties.flatMap((field) => grouping(field, name));
    if (/^(key|ref|class|style)$/.test(name) || (grouped && /^(slot|directives|staticClass)$/.test(name))) {
      // These end up on the page, whatever the element is.
      const place = value(r, inner);
      if (place !== null && /^(class|style)$/.test(name)) r.b.use({ place, kind: 'shown', fn: r.fn, at });
      return [];
    }
    return [entry(r, inner, prop(name), at)];
  });

  function grouping(field: t.ObjectExpression['properties'][number], group: string): DataProp[] {
    const at = spotOf(field);
    if (field.type === 'SpreadElement') return [{ name: null, place: value(r, field.argument), literal: null, at }];
    const name = fieldOf(field.key, field.computed);
    const inner = field.type === 'ObjectProperty' ? field.value : field;
    const sign =
      group === 'on' || group === 'nativeOn' ? eventProp(name) : group === 'scopedSlots' ? slotProp(name) : camel(name);
    return [entry(r, inner, sign, at)];
  }
}

function entry(r: ScriptReader, node: t.Node, name: string, at: Spot): DataProp {
  const literal = /Literal$/.test(node.type) ? r.source(node) : null;
  return { name, place: value(r, node), literal, at };
}

/** `onPick` listens. */
function prop(name: string): string {
  return /^on[A-Z]/.test(name) ? eventProp(name.charAt(2).toLowerCase() + name.slice(3)) : camel(name);
}

/** Children as slots: functions by their names, anything else as what stands between the tags. */
function handOver(
  r: ScriptReader,
  node: t.Node | undefined,
  give: (slot: string, place: PlaceId, at: Spot) => void,
): void {
  if (!node || node.type === 'NullLiteral') return;
  if (node.type === 'ObjectExpression') {
    for (const one of node.properties) {
      if (one.type === 'SpreadElement') continue;
      const place = value(r, one.type === 'ObjectProperty' ? one.value : null);
      if (place !== null) give(slotProp(fieldOf(one.key, one.computed)), place, spotOf(one));
    }
    return;
  }
  if (isFunction(node)) {
    const place = value(r, node);
    if (place !== null) give(slotProp('default'), place, spotOf(node));
    return;
  }
  const at = spotOf(node);
  const id = r.b.addFunction('', 'closure', r.fn, at, node.loc?.end.line ?? 1);
  const before = { fn: r.fn, depth: r.depth };
  r.fn = id;
  r.depth = 0;
  const piece = r.b.place('markup', '', id, at);
  r.b.flow(piece, r.b.fn(id).result);
  r.within(piece, () => show(r, node, piece));
  r.fn = before.fn;
  r.depth = before.depth;
  give(slotProp('default'), r.b.fn(id).self, at);
}

function show(r: ScriptReader, node: t.Node | undefined, piece: PlaceId): void {
  if (!node || node.type === 'NullLiteral') return;
  const list = node.type === 'ArrayExpression' ? node.elements : [node];
  for (const one of list) {
    if (!one) continue;
    const place = r.within(one.type === 'CallExpression' ? piece : null, () => value(r, one));
    if (place !== null && place !== piece)
      r.b.use({ place, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at: spotOf(one) });
  }
}
