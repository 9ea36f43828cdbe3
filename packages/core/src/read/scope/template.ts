/**
 * Markup: elements become pieces and sites as in any family. What an expression names stands on a scope: that of the component whose
 * markup it is, or of the controller that an element around it names.
 */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { EVENT_NAME, slotProp, textProp, updateProp } from '../../model/signs';
import { camel } from '../../model/spelling';
import { blank } from '../component/blocks';
import {
  attributeSpot,
  childrenOf,
  isElement,
  type Element,
  type MarkupText,
  type Node,
  parseMarkup,
  positionIn,
  tagSpot,
} from '../component/html';
import { listenerOf, setting } from '../component/listeners';
import { readMarkupFile } from '../component/markupFile';
import { addSite, type OpenSite } from '../component/site';
import { addOutlet } from '../libraries/routers/routeTable';
import { spotOf } from '../script/builder';
import { importPlace } from '../script/calls';
import { value } from '../script/expressions';
import { plain } from '../script/literals';
import type { ScriptReader } from '../script/reader';
import { Scope } from '../script/scope';
import { walkNodes } from '../script/walk';
import { attributesOf, type Attribute, isElementName, kindOf, mayBeDirective, nameOf, namesSetIn } from './attributes';
import {
  cut,
  expressionOf,
  interpolated,
  optionsIn,
  type Piece,
  repeatIn,
  scoped,
  statementsOf,
  tell,
} from './expressions';
import { contentKey, give as giveBy, scopeKey, taken, templateKey, noteAlias, shownWithKey } from './names';

/** Reads a piece of markup; names in it stand on the scope that `r.self` holds. */
export function readTemplate(r: ScriptReader, piece: PlaceId, text?: MarkupText): void {
  const nodes = parseMarkup(r, text);
  const { scope, inTemplate } = r;
  r.scope = new Scope(null, r.fn);
  r.inTemplate = true;
  const template = new Template(r, text ?? { text: r.text, start: 0 });
  // Names that a page sets stand on the outermost scope.
  if (r.fn !== 0) template.ownNames(nodes, null, true);
  template.children(nodes, piece);
  r.inTemplate = inTemplate;
  r.scope = scope;
}

/** Reads a file of markup: one that others render with their scope, or a page, where an application begins. */
export function readMarkup(r: ScriptReader, isPage: boolean, root: () => PlaceId): void {
  if (!isPage) return readMarkupFile(r, (piece) => readTemplate(r, piece));
  r.self = root();
  readTemplate(r, r.b.place('markup', '', 0, { line: 1, column: 1, length: 1 }));
  r.self = null;
}

/** The markup that an expression of a script gives: a text, or several put together. What is not known of it is blank. */
export function textIn(r: ScriptReader, node: t.Node): MarkupText | null {
  const held = plain(r, node);
  if (!held || held.start == null || held.end == null) return null;
  const { start } = held;
  const source = r.source(held);
  const parts: t.Node[] = [];
  walkNodes(held, (one) => {
    if (one.type === 'StringLiteral' || one.type === 'TemplateElement') parts.push(one);
  });
  const isText =
    /^(StringLiteral|TemplateLiteral|BinaryExpression)$/.test(held.type) || /^\[[\s\S]*\]\.join\(/.test(source);
  if (!isText || parts.length === 0) return null;
  let text = blank(source);
  for (const part of parts) {
    const quotes = part.type === 'StringLiteral' ? 1 : 0;
    const [from, to] = [(part.start ?? 0) - start + quotes, (part.end ?? 0) - start - quotes];
    const written = source
      .slice(from, to)
      .replace(/\\([\s\S])/g, (_, one: string) => (/[nrt\n]/.test(one) ? '  ' : `${one} `));
    text = text.slice(0, from) + written + text.slice(to);
  }
  return { text, start };
}

/** Reads markup into a function of its own, which runs as part of whoever shows it. Gives the place of the function. */
export function readApart(r: ScriptReader, at: Spot, read: (id: number, piece: PlaceId) => void): PlaceId {
  const id = r.b.addFunction('', 'plain', 0, at, at.line);
  const fact = r.b.fn(id);
  fact.template = true;
  const before = { fn: r.fn, self: r.self, scope: r.scope, depth: r.depth, repeat: r.repeat };
  Object.assign(r, { fn: id, scope: new Scope(null, id), depth: 0, repeat: 'once' });
  const own = r.b.place('markup', '', id, at);
  r.b.flow(own, fact.result);
  read(id, own);
  Object.assign(r, before);
  r.b.endSpan(fact);
  return fact.self;
}

/** Reads a template that goes by a name, with the scope of whoever shows it. */
export function readNamed(r: ScriptReader, name: string, at: Spot, text: MarkupText): void {
  readApart(r, at, (id, own) => {
    giveBy(r, templateKey(name), r.b.fn(id).self);
    r.self = taken(r, shownWithKey(name), '$scope', at);
    readTemplate(r, own, text);
  });
}

class Template {
  /** What changes names that are a scope's own. */
  private readonly setters: Map<PlaceId, Setter>;

  constructor(
    private readonly r: ScriptReader,
    /** The markup as it is, where that stands in a text of a script. */
    private readonly markup: MarkupText,
  ) {
    this.setters = settersOf(r);
  }

  private written(start: number, end: number): string {
    return this.markup.text.slice(start - this.markup.start, end - this.markup.start);
  }

  children(nodes: readonly Node[], piece: PlaceId): void {
    for (const node of nodes) {
      if (isElement(node)) this.element(node, piece);
      else if (node.nodeName === '#text' && 'value' in node) this.text(node, piece);
    }
  }

  private text(node: Extract<Node, { value: string }>, piece: PlaceId): void {
    const start = node.sourceCodeLocation?.startOffset ?? 0;
    const end = node.sourceCodeLocation?.endOffset ?? start;
    for (const part of interpolated(this.written(start, end), start)) this.show(part, piece);
  }

  private show(part: Piece, piece: PlaceId): PlaceId | null {
    const { r } = this;
    const place = this.read(part);
    if (place !== null) r.b.use({ place, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at: this.at(part) });
    return place;
  }

  private at({ text, start }: Piece): Spot {
    const before = /^\s*/.exec(text)?.[0].length ?? 0;
    const shown = text.trim();
    return { ...positionIn(this.r, start + before), length: shown.includes('\n') ? 1 : Math.max(shown.length, 1) };
  }

  private read(part: Piece, quiet = false): PlaceId | null {
    const node = expressionOf(this.r, part, quiet);
    return node && value(this.r, scoped(this.r, node));
  }

  private element(node: Element, piece: PlaceId): void {
    const { r } = this;
    const attributes = attributesOf(r, node);
    if (node.tagName === 'script') return this.script(node, attributes);
    if (node.tagName === 'style' || attributes.has('ng-non-bindable')) return;
    this.repeated(node, attributes, piece);
  }

  /** `<script type="text/ng-template" id="bed.html">`: a template by its name. */
  private script(node: Element, attributes: ReadonlyMap<string, Attribute>): void {
    const { r } = this;
    const name = attributes.get('id')?.text;
    const [inner] = childrenOf(node);
    if (attributes.get('type')?.text !== 'text/ng-template' || name === undefined || !inner || !('value' in inner))
      return;
    const start = inner.sourceCodeLocation?.startOffset ?? 0;
    const end = inner.sourceCodeLocation?.endOffset ?? start;
    readNamed(r, name, tagSpot(node), { text: this.written(start, end), start });
  }

  private repeated(node: Element, attributes: ReadonlyMap<string, Attribute>, piece: PlaceId): void {
    const { r } = this;
    const found = attributes.get('ng-repeat') ?? attributes.get('ng-repeat-start');
    const repeat = found ? repeatIn(found.piece) : null;
    if (found && !repeat) tell(r, found.piece);
    if (!found || !repeat) return this.conditional(node, attributes, piece);
    const list = this.read(repeat.list);
    if (list !== null) r.b.use({ place: list, kind: 'iterated', fn: r.fn, at: this.at(repeat.list) });
    if (repeat.as) this.declare(repeat.as, list);
    r.repeated('many', () =>
      r.block(() => {
        const [key, item] = repeat.names;
        if (key) this.declare(key, null);
        this.declare(item, list === null ? null : r.b.part(list, '*', r.fn, this.at(item)));
        for (const name of PLACES_IN_LIST) r.scope.declare(name, r.b.place('binding', name, r.fn, this.at(item)));
        this.ownNames([node], null);
        const by = repeat.by ? this.read(repeat.by, true) : null;
        if (by !== null) r.b.facts.keys.push(by);
        this.conditional(node, attributes, piece);
      }),
    );
  }

  private declare(name: Piece, held: PlaceId | null): void {
    const { r } = this;
    const place = r.b.place('binding', name.text.trim(), r.fn, this.at(name));
    r.scope.declare(name.text.trim(), place);
    r.b.flow(held, place);
  }

  private conditional(node: Element, attributes: ReadonlyMap<string, Attribute>, piece: PlaceId): void {
    const { r } = this;
    const test = attributes.get('ng-if');
    const branch = test ?? attributes.get('ng-switch-when') ?? attributes.get('ng-switch-default');
    if (!branch) return this.controlled(node, attributes, piece);
    if (test) this.decide(test);
    r.repeated('conditional', () =>
      r.block(() => {
        this.ownNames([node], test ?? null);
        this.controlled(node, attributes, piece);
      }),
    );
  }

  private decide({ piece: part }: Attribute): void {
    const place = this.read(part);
    if (place !== null) this.r.b.use({ place, kind: 'branched', fn: this.r.fn, at: this.at(part) });
  }

  /**
   * A repeat, a condition and their like make scopes of their own: a name that is set inside one is that scope's from then on, and
   * begins as what the one around it says. `implied`: the scope is a component's own, whose script may set the name itself.
   */
  ownNames(nodes: readonly Node[], except: Attribute | null, implied = false): void {
    const { r } = this;
    for (const { name, at } of namesSetIn(r, nodes, except)) {
      if (r.scope.lookup(name) !== undefined || r.self === null) continue;
      const cell = r.b.place('cell', name, r.fn, at);
      const setter = r.b.place('setter', name, r.fn, at);
      const around = r.b.part(r.self, name, r.fn, at);
      const unless = implied ? { unless: around } : {};
      r.b.facts.cells.push({
        name,
        kind: 'state',
        value: cell,
        setter,
        inPlace: true,
        hides: true,
        ...unless,
        fn: r.fn,
        at,
      });
      r.b.flow(around, cell, 'frozen');
      const held = r.b.place('binding', name, r.fn, at);
      r.b.flow(cell, held);
      if (implied) r.b.flow(around, held);
      r.scope.declare(name, held);
      this.setters.set(held, { setter, scope: implied ? r.self : null });
    }
  }

  /** `ng-controller="BedsCtrl as beds"`: what stands in the element is that component's markup. */
  private controlled(node: Element, attributes: ReadonlyMap<string, Attribute>, piece: PlaceId): void {
    const { r } = this;
    const named = attributes.get('ng-controller');
    const [name = '', as, alias] = named?.text.trim().split(/\s+/) ?? [];
    if (!named || !/^[\w$.]+$/.test(name) || (as !== undefined && as !== 'as'))
      return this.shown(node, attributes, piece);
    const at = this.at(named.piece);
    const spot = { ...at, length: name.length };
    const open = addSite(r, name, r.global(name, spot), piece, spot);
    const around = this.declaredAround();
    for (const [held, place] of around) r.b.flow(place, open.propsPlace, 'put', held);
    readApart(r, spot, (id, own) => {
      const scope = taken(r, scopeKey(name), '$scope', spot);
      r.self = scope;
      if (alias !== undefined) noteAlias(r, name, alias);
      giveBy(r, contentKey(name), r.b.fn(id).self);
      this.ownNames([node], null, true);
      this.shown(node, attributes, own);
    });
  }

  /** Names that a repeat around declares: the scopes inside it have them too. */
  private declaredAround(): Map<string, PlaceId> {
    const found = new Map<string, PlaceId>();
    for (let scope: Scope | null = this.r.scope; scope; scope = scope.parent)
      for (const [name, place] of scope.all()) if (!found.has(name)) found.set(name, place);
    return found;
  }

  private shown(node: Element, attributes: ReadonlyMap<string, Attribute>, piece: PlaceId): void {
    const { r } = this;
    if (this.outlet(node, attributes, piece)) return;
    if (!isElementName(node.tagName)) return this.site(node, attributes, piece);
    this.ownAttributes(attributes, piece);
    this.directives(node, attributes, piece);
    r.depth++;
    r.block(() => this.children(childrenOf(node), piece));
    r.depth--;
  }

  /** Places where something else is shown: a route, a template of a name, what stands between a component's tags. */
  private outlet(node: Element, attributes: ReadonlyMap<string, Attribute>, piece: PlaceId): boolean {
    const { r } = this;
    const isTag = (name: string): boolean => nameOf(node.tagName) === name || attributes.has(name);
    if (isTag('ng-view') || isTag('ui-view')) {
      addOutlet(r, piece, tagSpot(node));
      r.repeated('conditional', () => this.children(childrenOf(node), piece));
      return true;
    }
    const include =
      attributes.get('ng-include') ?? (nameOf(node.tagName) === 'ng-include' ? attributes.get('src') : undefined);
    if (include) this.include(include, piece);
    if (isTag('ng-transclude')) this.transclude(tagSpot(node), attributes, piece);
    return nameOf(node.tagName) === 'ng-include' || nameOf(node.tagName) === 'ng-transclude';
  }

  /** `ng-include="'beds/bed.html'"`: the template is shown with a scope inside this one. */
  private include({ piece: part }: Attribute, piece: PlaceId): void {
    const { r } = this;
    const node = expressionOf(r, part);
    const at = this.at(part);
    if (node?.type !== 'StringLiteral') {
      if (node) value(r, scoped(r, node));
      const reason = 'Which template is shown, is only known at run time.';
      r.b.facts.gaps.push({ what: 'component', name: part.text.trim(), reason, fn: r.fn, at });
      return;
    }
    const source = `/${node.value.replace(/^[./]*\//, '')}`;
    const markup = importPlace(r, source, 'default', 'template', at, { implied: true });
    const scope = r.self ?? r.global('$scope', at);
    r.b.facts.imports.push({ place: scope, source, imported: 'this', gives: true, implied: true, at });
    giveBy(r, shownWithKey(node.value), scope);
    for (const callee of [markup, taken(r, templateKey(node.value), node.value, at)]) {
      const result = r.b.call({ callee, name: '', args: [], onlyKnown: true, repeat: r.repeat, fn: r.fn, at });
      r.b.use({ place: result, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at });
    }
  }

  /** `<ng-transclude>`: what whoever renders the component writes between its tags. */
  private transclude(at: Spot, attributes: ReadonlyMap<string, Attribute>, piece: PlaceId): void {
    const { r } = this;
    const slot = attributes.get('ng-transclude')?.text ?? attributes.get('ng-transclude-slot')?.text ?? '';
    if (r.self === null) return;
    const callee = r.b.part(r.self, slotProp(slot || 'default'), r.fn, at);
    const result = r.b.call({ callee, name: 'content', args: [], repeat: r.repeat, optional: true, fn: r.fn, at });
    r.b.use({ place: result, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at });
  }

  /** What the family's own attributes do at an element. */
  private ownAttributes(attributes: ReadonlyMap<string, Attribute>, piece: PlaceId): void {
    const { r } = this;
    for (const one of attributes.values()) {
      switch (kindOf(one.name)) {
        case 'shown':
          this.shownParts(one.piece, piece);
          break;
        case 'test':
          this.decide(one);
          break;
        case 'event':
          this.handler(one);
          break;
        case 'init':
          for (const run of statementsOf(r, one.piece)) value(r, scoped(r, run));
          break;
        case 'model':
          this.model(one, piece);
          break;
        case 'options':
          this.options(one, piece);
          break;
        case 'text':
          for (const part of interpolated(one.piece.text, one.piece.start)) this.show(part, piece);
          break;
        case 'own':
          break;
      }
    }
  }

  /** `ng-class="{ open: isOpen }"`: what is put together is shown in each of its parts. */
  private shownParts(part: Piece, piece: PlaceId): void {
    const { r } = this;
    const parts = interpolated(part.text, part.start);
    if (parts.length > 0) {
      for (const one of parts) this.show(one, piece);
      return;
    }
    const node = expressionOf(r, part);
    const held = node?.type === 'ObjectExpression' ? node.properties : [];
    if (held.length === 0) {
      const place = node && value(r, scoped(r, node));
      if (place !== null)
        r.b.use({ place, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at: this.at(part) });
      return;
    }
    for (const one of held) {
      const place = one.type === 'ObjectProperty' ? value(r, scoped(r, one.value as t.Expression)) : null;
      if (place !== null) r.b.use({ place, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at: spotOf(one) });
    }
  }

  private handler({ name, piece: part }: Attribute): void {
    const { r } = this;
    const run = statementsOf(r, part).map((one) => scoped(r, one));
    const [first] = run;
    if (!first) return;
    const place = value(r, listenerOf(first, run));
    if (place === null) return;
    r.b.use({ place, kind: 'handler', detail: name.replace(/^ng-/, ''), fn: r.fn, at: this.at(part) });
  }

  /** `ng-model="vm.name"`: shown, and set to what is typed. */
  private model({ piece: part, unset }: Attribute, piece: PlaceId): void {
    const { r } = this;
    this.show(part, piece);
    if (unset) return;
    const node = expressionOf(r, part, true);
    if (node?.type !== 'Identifier' && node?.type !== 'MemberExpression') return;
    const set = this.setter(scoped(r, node));
    if (set !== null) r.b.use({ place: set, kind: 'handler', detail: 'input', fn: r.fn, at: this.at(part) });
  }

  /** A function that puts what it is given where an expression stands. */
  private setter(target: t.Expression): PlaceId | null {
    return value(this.r, listenerOf(target, [setting(target)]));
  }

  private options({ piece: part }: Attribute, piece: PlaceId): void {
    const { r } = this;
    const found = optionsIn(part);
    if (!found) return tell(r, part);
    const list = this.read(found.list);
    if (list !== null) r.b.use({ place: list, kind: 'iterated', fn: r.fn, at: this.at(found.list) });
    r.repeated('many', () =>
      r.block(() => {
        const [key, item] = found.names;
        if (key) this.declare(key, null);
        this.declare(item, list === null ? null : r.b.part(list, '*', r.fn, this.at(item)));
        for (const one of found.shown) this.show(one, piece);
      }),
    );
  }

  /** Attributes that may be directives of the project: each is given all that is written at the tag. */
  private directives(node: Element, attributes: ReadonlyMap<string, Attribute>, piece: PlaceId): void {
    const { r } = this;
    for (const one of attributes.values()) {
      if (!mayBeDirective(one.name)) continue;
      const at = { ...attributeSpot(r, node, one.written).at, length: one.written.length };
      const name = camel(one.name);
      const open = addSite(r, `[${name}]`, r.global(`[${name}]`, at), piece, at);
      open.site.maybe = true;
      open.site.nested = true;
      this.pass(attributes, open, piece);
    }
  }

  private site(node: Element, attributes: ReadonlyMap<string, Attribute>, piece: PlaceId): void {
    const { r } = this;
    const at = tagSpot(node);
    const name = camel(nameOf(node.tagName));
    this.ownAttributes(attributes, piece);
    const open = addSite(r, node.tagName, r.global(name, at), piece, at);
    const { repeat } = r;
    r.repeat = 'once';
    this.pass(attributes, open, piece);
    this.directives(node, attributes, piece);
    this.content(node, open);
    r.repeat = repeat;
  }

  /** What is written at a tag, as each kind of binding may take it: as what the expression gives, as what it does, as a text. */
  private pass(attributes: ReadonlyMap<string, Attribute>, { site, give, propsPlace }: OpenSite, piece: PlaceId): void {
    const { r } = this;
    for (const { name, piece: part, text } of attributes.values()) {
      if (kindOf(name) !== 'text' || /^(class|style|id)$/.test(name)) continue;
      const prop = camel(name);
      const at = this.at(part);
      const parts = interpolated(part.text, part.start);
      if (parts.length > 0) {
        const held = r.b.place('computed', prop, r.fn, at);
        for (const one of parts) {
          const place = this.show(one, piece);
          // A text that is one value and nothing else is that value.
          if (place !== null) r.b.flow(place, held, isAll(one, part) ? 'same' : 'derived');
        }
        r.b.flow(held, propsPlace, 'put', textProp(prop));
        site.props.push({ name: prop, place: held, literal: null, at });
        continue;
      }
      const nodes = text.trim() === '' ? [] : cut(part, ';').map((one) => expressionOf(r, one, true));
      const run = nodes.flatMap((one) => one ?? []);
      const [first] = run;
      if (!first || run.length < nodes.length) give(prop, null, literalOf(text), at);
      else if (run.length > 1 || /^(Call|Assignment|Update)Expression$/.test(first.type)) {
        const held = r.b.place('computed', prop, r.fn, at);
        const { self, result } = this.callback(run, at);
        r.b.flow(self, held);
        r.b.flow(result, held);
        give(prop, held, null, at);
      } else {
        const isPlain = /Literal$/.test(first.type) && first.type !== 'TemplateLiteral';
        give(prop, value(r, scoped(r, first)), isPlain ? text : null, at);
        const again = isPlain ? null : expressionOf(r, part, true);
        if (again?.type !== 'Identifier' && again?.type !== 'MemberExpression') continue;
        r.onRequest = true;
        r.b.flow(this.setter(scoped(r, again)), propsPlace, 'put', updateProp(prop));
        r.onRequest = false;
      }
    }
  }

  /** `pick(bed)`: run by the child, which gives some of the names in it. */
  private callback(nodes: readonly t.Expression[], at: Spot): { self: PlaceId; result: PlaceId } {
    const { r } = this;
    const id = r.b.addFunction('', 'closure', r.fn, at, at.line);
    const fact = r.b.fn(id);
    const locals = r.b.place('param', 'locals', id, at);
    fact.params.push(locals);
    const { fn, scope } = r;
    const around = new Map<string, PlaceId | undefined>();
    for (const name of argumentsIn(nodes)) around.set(name, r.scope.lookup(name));
    r.fn = id;
    r.scope = new Scope(scope, id);
    for (const [name, outer] of around) {
      const held = r.b.place('binding', name, id, at);
      r.b.flow(r.b.part(locals, name, id, at), held);
      r.b.flow(outer ?? (r.self === null ? null : r.b.part(r.self, name, id, at)), held);
      r.scope.declare(name, held);
    }
    fact.wraps = nodes.length === 1;
    for (const node of nodes) r.b.flow(value(r, scoped(r, node)), fact.result);
    r.fn = fn;
    r.scope = scope;
    r.b.endSpan(fact);
    return { self: fact.self, result: fact.result };
  }

  /** What stands between a component's tags: all of it, and what is meant for a slot of its own. */
  private content(node: Element, { propsPlace, give }: OpenSite): void {
    const { r } = this;
    const children = childrenOf(node).filter((one) => isElement(one) || ('value' in one && /\S/.test(one.value)));
    const [first] = children;
    if (!first) return;
    // Each is read once: what takes all of it calls those that may be meant for a slot.
    const apart = new Map<Node, PlaceId>();
    for (const one of children) {
      if (!isElement(one) || isElementName(one.tagName)) continue;
      const self = this.contentFunction(tagSpot(one), (inner) => this.children([one], inner));
      apart.set(one, self);
      r.b.flow(self, propsPlace, 'put', slotProp(camel(nameOf(one.tagName))));
    }
    const at = isElement(first) ? tagSpot(first) : tagSpot(node);
    const [only] = apart.values();
    const isOnly = children.length === 1 && only !== undefined;
    const all = isOnly
      ? only
      : this.contentFunction(at, (inner) => {
          for (const one of children) {
            const callee = apart.get(one);
            if (callee === undefined) this.children([one], inner);
            else this.showCalled(callee, inner, isElement(one) ? tagSpot(one) : at);
          }
        });
    give(slotProp('default'), all, null, at);
  }

  private showCalled(callee: PlaceId, piece: PlaceId, at: Spot): void {
    const { r } = this;
    const result = r.b.call({ callee, name: 'content', args: [], repeat: r.repeat, fn: r.fn, at });
    r.b.use({ place: result, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at });
  }

  private contentFunction(at: Spot, read: (piece: PlaceId) => void): PlaceId {
    const { r } = this;
    const id = r.b.addFunction('', 'closure', r.fn, at, at.line);
    const fact = r.b.fn(id);
    const { fn, depth } = r;
    r.fn = id;
    r.depth = 0;
    r.block(() => {
      const inner = r.b.place('markup', '', id, at);
      r.b.flow(inner, fact.result);
      read(inner);
    });
    r.fn = fn;
    r.depth = depth;
    r.b.endSpan(fact);
    return fact.self;
  }
}

/** Names that a repeat gives besides the element. */
const PLACES_IN_LIST = ['$index', '$first', '$last', '$middle', '$even', '$odd'];

/** What changes a name that is a scope's own, and the scope of the script that may have it already. */
export interface Setter {
  setter: PlaceId;
  scope: PlaceId | null;
}

const setters = new WeakMap<ScriptReader, Map<PlaceId, Setter>>();

/** What changes names that are a scope's own, by the place of the name. */
export function settersOf(r: ScriptReader): Map<PlaceId, Setter> {
  const known = setters.get(r) ?? new Map<PlaceId, Setter>();
  setters.set(r, known);
  return known;
}

function isAll(part: Piece, whole: Piece): boolean {
  return whole.text.trim() === `{{${part.text}}}`;
}

function literalOf(text: string): string {
  return text === '' ? 'true' : JSON.stringify(text);
}

/** Names among what calls are given: whoever calls back may give them. */
function argumentsIn(nodes: readonly t.Expression[]): Set<string> {
  const found = new Set<string>();
  for (const node of nodes)
    walkNodes(node, (one) => {
      const given =
        one.type === 'CallExpression' ? one.arguments : one.type === 'AssignmentExpression' ? [one.right] : [];
      for (const each of given)
        walkNodes(each, (inner) => {
          if (inner.type === 'Identifier') found.add(inner.name);
        });
    });
  found.delete('undefined');
  found.delete(EVENT_NAME);
  return found;
}
