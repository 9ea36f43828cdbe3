/**
 * Markup: elements become pieces and sites as in any family. What an expression names stands on a scope: that of the component whose
 * markup it is, or of the controller that an element around it names.
 */
import type { PlaceId, Spot } from '../../model/facts';
import { slotProp } from '../../model/signs';
import { camel } from '../../model/spelling';
import {
  attributeSpot,
  childrenOf,
  isElement,
  type Element,
  type MarkupText,
  type Node,
  parseMarkup,
  tagSpot,
} from '../component/html';
import { readMarkupFile } from '../component/markupFile';
import { addSite, type OpenSite } from '../component/site';
import { addOutlet } from '../libraries/routers/routeTable';
import { importPlace } from '../script/calls';
import { value } from '../script/expressions';
import type { ScriptReader } from '../script/reader';
import { Scope } from '../script/scope';
import { attributesOf, type Attribute, isElementName, mayBeDirective, nameOf, namesSetIn } from './attributes';
import { expressionOf, interpolated, repeatIn, scoped, tell } from './expressions';
import { OwnAttributes } from './ownAttributes';
import { around } from './scopes';
import { passAttributes } from './passed';
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

/** What a scope calls the one around it. */
const PARENT = '$parent';

class Template {
  /** What changes names that are a scope's own. */
  private readonly setters: Map<PlaceId, Setter>;
  private readonly own: OwnAttributes;
  /** Whether the markup names the scope around another. */
  private readonly namesParent: boolean;

  constructor(
    private readonly r: ScriptReader,
    /** The markup as it is, where that stands in a text of a script. */
    private readonly markup: MarkupText,
  ) {
    this.setters = settersOf(r);
    this.namesParent = markup.text.includes(PARENT);
    this.own = new OwnAttributes(r);
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
    for (const part of interpolated(this.written(start, end), start)) this.own.show(part, piece);
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
    const list = this.own.read(repeat.list);
    if (list !== null) r.b.use({ place: list, kind: 'iterated', fn: r.fn, at: this.own.at(repeat.list) });
    if (repeat.as) this.own.declare(repeat.as, list);
    r.repeated('many', () =>
      r.block(() => {
        this.declareParent(this.own.at(repeat.list));
        const [key, item] = repeat.names;
        if (key) this.own.declare(key, null);
        this.own.declare(item, list === null ? null : r.b.part(list, '*', r.fn, this.own.at(item)));
        for (const name of PLACES_IN_LIST) r.scope.declare(name, r.b.place('binding', name, r.fn, this.own.at(item)));
        this.ownNames([node], null);
        const by = repeat.by ? this.own.read(repeat.by, true) : null;
        if (by !== null) r.b.facts.keys.push(by);
        this.conditional(node, attributes, piece);
      }),
    );
  }

  private conditional(node: Element, attributes: ReadonlyMap<string, Attribute>, piece: PlaceId): void {
    const { r } = this;
    const test = attributes.get('ng-if');
    const branch = test ?? attributes.get('ng-switch-when') ?? attributes.get('ng-switch-default');
    if (!branch) return this.controlled(node, attributes, piece);
    if (test) this.own.decide(test);
    r.repeated('conditional', () =>
      r.block(() => {
        this.declareParent(this.own.at(branch.piece));
        this.ownNames([node], test ?? null);
        this.controlled(node, attributes, piece);
      }),
    );
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
      const binding = r.b.place('binding', name, r.fn, at);
      r.b.flow(cell, binding);
      if (implied) r.b.flow(around, binding);
      r.scope.declare(name, binding);
      this.setters.set(binding, { setter, scope: implied ? r.self : null });
    }
  }

  /** `ng-controller="BedsCtrl as beds"`: what stands in the element is that component's markup. */
  private controlled(node: Element, attributes: ReadonlyMap<string, Attribute>, piece: PlaceId): void {
    const { r } = this;
    const named = attributes.get('ng-controller');
    const [name = '', as, alias] = named?.text.trim().split(/\s+/) ?? [];
    if (!named || !/^[\w$.]+$/.test(name) || (as !== undefined && as !== 'as'))
      return this.shown(node, attributes, piece);
    const at = this.own.at(named.piece);
    const spot = { ...at, length: name.length };
    const open = addSite(r, name, r.global(name, spot), piece, spot);
    const declared = this.declaredAround();
    for (const [name, place] of declared) r.b.flow(place, open.propsPlace, 'put', name);
    readApart(r, spot, (id, own) => {
      const scope = taken(r, scopeKey(name), '$scope', spot);
      r.self = scope;
      if (alias !== undefined) noteAlias(r, name, alias);
      giveBy(r, contentKey(name), r.b.fn(id).self);
      if (this.namesParent) r.scope.declare(PARENT, around(r, id, spot));
      this.ownNames([node], null, true);
      this.shown(node, attributes, own);
    });
  }

  /** Inside a scope of its own, `$parent` is the one around: a component's, or a repeat's with the names that it declares. */
  private declareParent(at: Spot): void {
    const { r } = this;
    if (!this.namesParent || r.self === null) return;
    const parent = r.b.place('binding', PARENT, r.fn, at);
    r.b.flow(r.self, parent);
    for (const [name, place] of this.declaredAround()) r.b.flow(place, parent, 'put', name);
    r.scope.declare(PARENT, parent);
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
    this.own.apply(attributes, piece);
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
    const at = this.own.at(part);
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
      passAttributes(r, attributes, open, piece, this.own);
    }
  }

  private site(node: Element, attributes: ReadonlyMap<string, Attribute>, piece: PlaceId): void {
    const { r } = this;
    const at = tagSpot(node);
    const name = camel(nameOf(node.tagName));
    this.own.apply(attributes, piece);
    const open = addSite(r, node.tagName, r.global(name, at), piece, at);
    const { repeat } = r;
    r.repeat = 'once';
    passAttributes(r, attributes, open, piece, this.own);
    this.directives(node, attributes, piece);
    this.content(node, open);
    r.repeat = repeat;
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
