/**
 * Markup of components: elements become pieces and sites as in any family. What an expression names stands on the instance, which the
 * class gives to its markup.
 */
import type { PlaceId, Spot } from '../../model/facts';
import { AROUND, eventProp, slotProp } from '../../model/signs';
import { camel } from '../../model/spelling';
import { addSite, type Give } from '../component/site';
import { value } from '../script/expressions';
import { parseLoosely } from '../script/expression';
import type { ScriptReader } from '../script/reader';
import { Scope } from '../script/scope';
import { hearInside, HOST, LISTENERS } from './events';
import { onInstance } from '../component/onInstance';
import {
  attributeOf,
  attributeSpot,
  childrenOf,
  type Element,
  isElement,
  type Node,
  parseMarkup,
  positionIn,
  tagSpot,
} from '../component/html';
import { tagName } from './names';

export function readTemplate(r: ScriptReader, piece: PlaceId): void {
  const nodes = parseMarkup(r);
  r.scope = new Scope(null, r.fn);
  r.inTemplate = true;
  const template = new Template(r);
  for (const node of nodes)
    if (isElement(node) && node.tagName === 'template') template.children(childrenOf(node), piece);
  r.inTemplate = false;
}

/** Attributes that decide whether, how often or how an element is shown, and are nothing of its own. */
const DIRECTIVE = /^(lwc:(?!ref$)[\w-]+|if:(true|false)|for:(each|item|index)|iterator:[\w-]+|key)$/;
/** Attributes of the element alone. */
const OF_ELEMENT = /^(class|style|id|slot|part|exportparts|data-.*|lwc:.*)$/;
/** Attributes that every element has, and a component may take for itself. */
const OF_ALL = /^(aria-.*|role|tabindex|title|lang|dir|hidden|draggable|accesskey|spellcheck)$/;
/** Properties that are not called as their attributes are. */
const PROPERTIES: Record<string, string> = {
  accesskey: 'accessKey',
  bgcolor: 'bgColor',
  colspan: 'colSpan',
  contenteditable: 'contentEditable',
  crossorigin: 'crossOrigin',
  datetime: 'dateTime',
  for: 'htmlFor',
  formaction: 'formAction',
  ismap: 'isMap',
  maxlength: 'maxLength',
  minlength: 'minLength',
  novalidate: 'noValidate',
  readonly: 'readOnly',
  rowspan: 'rowSpan',
  tabindex: 'tabIndex',
  usemap: 'useMap',
};

interface Listener {
  event: string;
  place: PlaceId;
}

class Template {
  /** The listeners of the elements around what is being read, the innermost last. */
  private readonly around: Listener[] = [];

  /** What is heard around the slot that the markup being read is put into. */
  private aroundSlot: PlaceId | null = null;

  constructor(private readonly r: ScriptReader) {}

  children(nodes: readonly Node[], piece: PlaceId): void {
    for (const node of nodes) {
      if (isElement(node)) this.element(node, piece);
      else if (node.nodeName === '#text' && 'value' in node) this.text(node, piece);
    }
  }

  private text(node: Extract<Node, { value: string }>, piece: PlaceId): void {
    const { r } = this;
    const start = node.sourceCodeLocation?.startOffset ?? 0;
    const end = node.sourceCodeLocation?.endOffset ?? start;
    for (const found of r.text.slice(start, end).matchAll(/\{([^{}]*)\}/g)) {
      const place = this.read(found[1] ?? '', start + found.index + 1);
      if (place === null) continue;
      const at = { ...positionIn(r, start + found.index), length: found[0].length };
      r.b.use({ place, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at });
    }
  }

  /** What an expression gives that stands at an offset of the file. */
  private read(text: string, offset: number): PlaceId | null {
    if (text.trim() === '') return null;
    const { r } = this;
    const at = positionIn(r, offset);
    const options = { startLine: at.line, startColumn: at.column - 1, startIndex: offset };
    const node = parseLoosely(text, options, at, r.b.facts.problems);
    return (
      node &&
      value(
        r,
        onInstance(node, (name) => r.scope.lookup(name) !== undefined),
      )
    );
  }

  /** The value of an attribute where it is an expression: `label={name}`. */
  private bound(node: Element, name: string): PlaceId | null {
    const text = attributeOf(node, name) ?? '';
    if (!isExpression(text)) return null;
    return this.read(text.slice(1, -1), attributeSpot(this.r, node, name).start + 1);
  }

  private element(node: Element, piece: PlaceId): void {
    const { r } = this;
    const each = attributeOf(node, 'for:each') === null ? null : 'for:each';
    const iterator = node.attrs.find(({ name }) => name.startsWith('iterator:'))?.name ?? null;
    const condition = node.attrs.find(({ name }) => /^(lwc:(if|elseif)|if:(true|false))$/.test(name))?.name;
    const isElse = attributeOf(node, 'lwc:else') !== null;
    const list = each ?? iterator;
    const shown = (): void => {
      if (condition !== undefined) this.test(node, condition);
      if (condition !== undefined || isElse) r.repeated('conditional', () => this.shown(node, piece));
      else this.shown(node, piece);
    };
    if (list === null) return shown();
    const elements = this.bound(node, list);
    if (elements !== null)
      r.b.use({ place: elements, kind: 'iterated', fn: r.fn, at: attributeSpot(r, node, list).at });
    r.repeated('many', () =>
      r.block(() => {
        const at = attributeSpot(r, node, list).at;
        const item = elements === null ? null : r.b.part(elements, '*', r.fn, at);
        if (iterator !== null) this.declareIterator(camel(iterator.slice('iterator:'.length)), item, at);
        else {
          this.declare(attributeOf(node, 'for:item'), item, at);
          this.declare(attributeOf(node, 'for:index'), null, at);
        }
        shown();
      }),
    );
  }

  private declare(name: string | null, list: PlaceId | null, at: Spot): void {
    const { r } = this;
    if (name === null) return;
    const place = r.b.place('binding', name, r.fn, at);
    r.scope.declare(name, place);
    r.b.flow(list, place);
  }

  /** `iterator:it={beds}`: what is gone through stands in a field of what the name holds. */
  private declareIterator(name: string, item: PlaceId | null, at: Spot): void {
    const step = this.r.b.place('object', name, this.r.fn, at);
    this.r.b.flow(item, step, 'put', 'value');
    this.declare(name, step, at);
  }

  private test(node: Element, name: string): void {
    const { r } = this;
    const place = this.bound(node, name);
    if (place !== null) r.b.use({ place, kind: 'branched', fn: r.fn, at: attributeSpot(r, node, name).at });
  }

  private shown(node: Element, piece: PlaceId): void {
    const { r } = this;
    const key = attributeOf(node, 'key') === null ? null : this.bound(node, 'key');
    if (key !== null) r.b.facts.keys.push(key);
    if (node.tagName === 'slot') return this.slot(node, piece);
    if (node.tagName.includes('-')) return this.site(node, piece);
    const listeners = node.tagName === 'template' ? [] : this.listenersAt(node);
    for (const { event, place, spot } of listeners)
      r.b.use({ place, kind: 'handler', detail: event, fn: r.fn, at: spot });
    if (node.tagName !== 'template') {
      for (const { name } of node.attrs) {
        const place = DIRECTIVE.test(name) || eventIn(name) !== null ? null : this.bound(node, name);
        const { at } = attributeSpot(r, node, name);
        if (place !== null) r.b.use({ place, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at });
      }
      r.depth++;
    }
    const inside = this.hearingInside(listeners, piece, node);
    this.within(listeners, () => r.block(() => this.children(childrenOf(node), inside)));
    if (node.tagName !== 'template') r.depth--;
  }

  /** The piece of markup inside an element, whose listeners whatever stands there finds. */
  private hearingInside(listeners: readonly Listener[], piece: PlaceId, node: Element): PlaceId {
    const { r } = this;
    if (listeners.length === 0) return piece;
    const { inside, heard } = hearInside(r, piece, tagSpot(node));
    for (const { event, place } of [...this.around, ...listeners]) r.b.flow(place, heard, 'put', eventProp(event));
    return inside;
  }

  private within<Read>(listeners: readonly Listener[], read: () => Read): Read {
    this.around.push(...listeners);
    const found = read();
    this.around.splice(this.around.length - listeners.length);
    return found;
  }

  /** `<slot name="head">`: what whoever renders the component writes between its tags, or else what stands here. */
  private slot(node: Element, piece: PlaceId): void {
    const { r } = this;
    if (r.self === null) return;
    const at = tagSpot(node);
    const callee = r.b.part(r.self, slotProp(attributeOf(node, 'name') ?? 'default'), r.fn, at);
    // What stands there is heard by the slot and by all around it.
    const listeners = this.listenersAt(node);
    for (const { event, place } of listeners) r.b.use({ place, kind: 'handler', detail: event, fn: r.fn, at });
    const object = r.b.place('object', '', r.fn, at);
    const heard = this.within(listeners, () => this.heardAround(at));
    r.b.flow(r.b.part(r.self, HOST, r.fn, at), heard);
    r.b.flow(heard, object, 'put', AROUND);
    const result = r.b.call({ callee, name: 'slot', args: [object], repeat: r.repeat, optional: true, fn: r.fn, at });
    const inside = this.hearingInside(listeners, piece, node);
    r.b.use({ place: result, kind: 'shown', inside, repeat: r.repeat, fn: r.fn, at });
    r.repeated('conditional', () =>
      this.within(listeners, () => r.block(() => this.children(childrenOf(node), inside))),
    );
  }

  /** What is to run when an element, or what bubbles up to it, sends an event. */
  private listenersAt(node: Element): (Listener & { spot: Spot })[] {
    return node.attrs.flatMap(({ name }) => {
      const event = DIRECTIVE.test(name) ? null : eventIn(name);
      const place = event === null ? null : this.bound(node, name);
      if (event === null || place === null) return [];
      return [{ event, place, spot: attributeSpot(this.r, node, name).at }];
    });
  }

  private site(node: Element, piece: PlaceId): void {
    const { r } = this;
    const at = tagSpot(node);
    // `lwc:is`, and its name in older versions.
    const [choice = null] = ['lwc:is', 'lwc:dynamic'].filter((one) => attributeOf(node, one) !== null);
    const chosen = choice === null ? null : this.bound(node, choice);
    const tag = chosen ?? r.global(tagName(node.tagName), at);
    const listeners = this.listenersAt(node);
    const inside = this.hearingInside(listeners, piece, node);
    const { site, give, propsPlace } = addSite(r, node.tagName, tag, inside, at);
    site.names = namesAt(node);
    const { repeat } = r;
    r.repeat = 'once';
    for (const { event, place, spot } of listeners) give(eventProp(event), place, null, spot);
    for (const { name, value: text } of node.attrs) {
      const { at: spot } = attributeSpot(r, node, name);
      if (name === 'lwc:spread') {
        const place = this.bound(node, name);
        if (place !== null) r.b.flow(place, propsPlace);
        site.props.push({ name: null, place, literal: null, at: spot });
      }
      if (DIRECTIVE.test(name) || eventIn(name) !== null) continue;
      const place = this.bound(node, name);
      if (OF_ELEMENT.test(name)) {
        if (place !== null) r.b.use({ place, kind: 'shown', inside: piece, repeat, fn: r.fn, at: spot });
      } else if (OF_ALL.test(name)) r.b.flow(place, propsPlace, 'put', propName(name));
      else give(propName(name), place, place === null ? literalOf(text) : null, spot);
    }
    r.b.flow(this.heardAround(at), propsPlace, 'put', AROUND);
    this.within(listeners, () => this.content(node, give));
    r.repeat = repeat;
  }

  /** What is heard around a place in the markup, by names: in the markup, by script, and around the slot that it is put into. */
  private heardAround(at: Spot): PlaceId {
    const { r } = this;
    const all = r.b.place('object', '', r.fn, at);
    for (const { event, place } of this.around) r.b.flow(place, all, 'put', eventProp(event));
    if (r.self !== null) r.b.flow(r.b.part(r.self, LISTENERS, r.fn, at), all);
    r.b.flow(this.aroundSlot, all);
    return all;
  }

  /** What stands between a component's tags, by the slot that each piece of it is for. */
  private content(node: Element, give: Give): void {
    const slots = new Map<string, Node[]>();
    for (const child of childrenOf(node)) {
      if (!isElement(child) && (child.nodeName !== '#text' || !/\S/.test('value' in child ? child.value : '')))
        continue;
      const name = (isElement(child) ? attributeOf(child, 'slot') : null) ?? 'default';
      const known = slots.get(name);
      if (known) known.push(child);
      else slots.set(name, [child]);
    }
    for (const [name, children] of slots) {
      const [first] = children;
      const at = first && isElement(first) ? tagSpot(first) : tagSpot(node);
      give(slotProp(name), this.contentFunction(children, at, node.sourceCodeLocation?.endLine ?? at.line), null, at);
    }
  }

  private contentFunction(children: readonly Node[], at: Spot, endLine: number): PlaceId {
    const { r } = this;
    const id = r.b.addFunction('', 'closure', r.fn, at, endLine);
    const fact = r.b.fn(id);
    const before = { fn: r.fn, depth: r.depth, aroundSlot: this.aroundSlot };
    const param = r.b.place('param', 'listeners', id, at);
    fact.params.push(param);
    r.fn = id;
    this.aroundSlot = r.b.part(param, AROUND, id, at);
    r.depth = 0;
    r.block(() => {
      const inner = r.b.place('markup', '', id, at);
      r.b.flow(inner, fact.result);
      this.children(children, inner);
    });
    r.fn = before.fn;
    r.depth = before.depth;
    this.aroundSlot = before.aroundSlot;
    return fact.self;
  }
}

function isExpression(text: string): boolean {
  return text.startsWith('{') && text.endsWith('}');
}

/** The event an attribute listens for: `pick` of `onpick`; null where it listens for none. */
function eventIn(attribute: string): string | null {
  return attribute.startsWith('on') && attribute.length > 2 ? attribute.slice(2) : null;
}

/** The name of a public member that an attribute sets. */
function propName(attribute: string): string {
  return (Object.hasOwn(PROPERTIES, attribute) ? PROPERTIES[attribute] : undefined) ?? camel(attribute);
}

/** What is written without braces is a text; without a value it is true. */
function literalOf(text: string): string {
  return text === '' ? 'true' : JSON.stringify(text);
}

/** Names by which a script may ask for a child: its tag, its classes, its data, its reference. */
function namesAt(node: Element): string[] {
  const classes = (attributeOf(node, 'class') ?? '').split(/\s+/).flatMap((one) => (one === '' ? [] : [`.${one}`]));
  const data = node.attrs.flatMap(({ name, value: text }) =>
    name.startsWith('data-') ? [`[${name}]`, `[${name}="${text}"]`] : [],
  );
  const ref = attributeOf(node, 'lwc:ref');
  return [node.tagName, ...classes, ...data, ...(ref === null ? [] : [`lwc:ref ${ref}`])];
}
