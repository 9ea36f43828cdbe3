/**
 * Markup. Elements become pieces of markup and sites as in any family; listeners and bindings stand among the props under
 * signs of their own; slots and snippets are functions, called where the child shows them.
 */
import type { PlaceId, Spot } from '../../model/facts';
import { ELEMENT, eventProp, slotProp } from '../../model/signs';
import { declareBlock } from '../script/declare';
import { test, value } from '../script/expressions';
import type { ScriptReader } from '../script/reader';
import { readStatements } from '../script/statements';
import { noteEvent, renderedPiece } from '../component/component';
import type { SingleFileComponent } from '../script/componentInFile';
import { listenToPage } from '../libraries/channels';
import { addSite, type Give } from '../component/site';
import type { SvelteFile } from './file';
import { MarkupText, type SourceText } from './markupText';
import type { Attribute, Expression, Fragment, MarkupNode, Span } from './syntax';

export function readMarkupOf(
  r: ScriptReader,
  file: SvelteFile,
  component: SingleFileComponent,
  fragment: Fragment,
  source: SourceText,
): void {
  const reader = new Markup(r, file, component, source);
  reader.fragment(fragment, renderedPiece(r, component));
}

class Markup extends MarkupText {
  constructor(
    r: ScriptReader,
    private readonly file: SvelteFile,
    private readonly component: SingleFileComponent,
    source: SourceText,
  ) {
    super(r, source);
  }

  /** Snippets and constants of a fragment are known all over it. */
  fragment(fragment: Fragment | null | undefined, piece: PlaceId): void {
    if (!fragment) return;
    const { r } = this;
    r.block(() => {
      const snippets = fragment.nodes.filter((node) => node.type === 'SnippetBlock');
      for (const node of snippets) this.declareSnippet(node);
      for (const node of snippets) this.snippet(node);
      for (const node of fragment.nodes) if (node.type !== 'SnippetBlock') this.node(node, piece);
    });
  }

  /** What is thrown away and made again where a key changes. */
  private keyed(fragment: Fragment | null | undefined, piece: PlaceId): void {
    const before = this.r.keyed;
    this.r.keyed = true;
    this.fragment(fragment, piece);
    this.r.keyed = before;
  }

  private node(node: MarkupNode, piece: PlaceId): void {
    const { r } = this;
    switch (node.type) {
      case 'ExpressionTag':
      case 'HtmlTag':
        return this.show(node.expression, piece);
      case 'RenderTag':
        this.show(node.expression?.callee ?? node.expression?.expression?.callee, piece);
        return this.show(node.expression, piece);
      case 'ConstTag':
        return this.constant(node);
      case 'IfBlock':
        this.test(node.test);
        return r.repeated('conditional', () => {
          this.fragment(node.consequent, piece);
          this.fragment(node.alternate, piece);
        });
      case 'EachBlock':
        return this.each(node, piece);
      case 'AwaitBlock':
        return this.promised(node, piece);
      case 'KeyBlock':
        this.test(node.expression);
        return this.keyed(node.fragment, piece);
      case 'Component':
      case 'SvelteComponent':
      case 'SvelteSelf':
        return this.site(node, piece);
      case 'SlotElement':
        return this.slot(node, piece);
      case 'SvelteFragment':
      case 'SvelteBoundary':
      case 'SvelteHead':
        return this.fragment(node.fragment, piece);
      default:
        if (node.attributes) this.host(node, piece);
    }
  }

  private show(expression: Expression | undefined, piece: PlaceId): void {
    const { r } = this;
    const place = this.value(expression);
    if (place === null || !expression) return;
    r.b.use({ place, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at: this.spot(expression) });
  }

  private test(expression: Expression | undefined): void {
    const node = this.parsed(expression);
    if (node) test(this.r, node);
  }

  /** `{@const total = trays.length}`. */
  private constant(node: MarkupNode): void {
    const { r } = this;
    if (!node.declaration) return;
    const { start, end } = node.declaration;
    const text = this.source.text.slice(start, end);
    const statement = this.statement(
      /^(const|let)\b/.test(text) ? text : `const ${text}`,
      start - (/^(const|let)\b/.test(text) ? 0 : 6),
    );
    declareBlock(r, statement);
    readStatements(r, statement);
  }

  private each(node: MarkupNode, piece: PlaceId): void {
    const { r } = this;
    const list = this.value(node.expression);
    if (list !== null && node.expression)
      r.b.use({ place: list, kind: 'iterated', fn: r.fn, at: this.spot(node.expression) });
    r.repeated('many', () =>
      r.block(() => {
        const item = list === null || !node.context ? null : r.b.part(list, ELEMENT, r.fn, this.spot(node.context));
        if (node.context) this.bindParams([node.context], [item]);
        if (node.index !== undefined)
          r.scope.declare(node.index, r.b.place('binding', node.index, r.fn, this.spot(node)));
        if (node.key) this.value(node.key);
        this.fragment(node.body, piece);
      }),
    );
    r.repeated('conditional', () => this.fragment(node.fallback, piece));
  }

  private promised(node: MarkupNode, piece: PlaceId): void {
    const { r } = this;
    const promise = this.value(node.expression);
    r.repeated('conditional', () => {
      this.fragment(node.pending, piece);
      r.block(() => {
        if (node.value) this.bindParams([node.value], [promise]);
        this.fragment(node.then, piece);
      });
      r.block(() => {
        if (node.error) this.bindParams([node.error], [null]);
        this.fragment(node.catch, piece);
      });
    });
  }

  /** An element of the page itself. */
  private host(node: MarkupNode, piece: PlaceId): void {
    const { r } = this;
    const isPage = /^svelte:(window|document|body)$/.test(node.name ?? '');
    for (const one of node.attributes ?? []) this.hostAttribute(one, isPage);
    const tag = this.value(node.tag);
    if (tag !== null) r.b.use({ place: tag, kind: 'shown', fn: r.fn, at: this.spot(node) });
    r.depth++;
    this.fragment(node.fragment, piece);
    r.depth--;
  }

  /** `isPage`: what is heard comes from the page, and not from an element. */
  private hostAttribute(one: Attribute, isPage = false): void {
    const { r, component } = this;
    const at = this.spot(one);
    const use = (place: PlaceId | null, kind: 'shown' | 'branched' | 'handler' | 'outside', detail?: string): void => {
      if (place !== null) r.b.use({ place, kind, ...(detail === undefined ? {} : { detail }), fn: r.fn, at });
    };
    const hear = (event: string, handler: PlaceId | null): void => {
      if (handler !== null && isPage && listenToPage(r, event, handler, at)) return;
      use(handler, 'handler', event);
    };
    switch (one.type) {
      case 'OnDirective':
        // Without an expression the event is passed on.
        if (!one.expression) {
          this.sends(one.name, at);
          return use(r.b.part(component.props, eventProp(one.name), component.fn, at), 'handler', one.name);
        }
        return hear(one.name, this.value(one.expression));
      case 'BindDirective':
        if (!one.expression) return;
        // The element itself, told to whoever binds the prop.
        if (one.name === 'this') {
          if (this.file.asked.has(r.scope.lookup(one.expression.name ?? '') ?? -1))
            use(this.change(one.expression), 'handler', 'this');
          return;
        }
        use(this.bound(one.expression), 'shown');
        return use(this.change(one.expression), 'handler', 'input');
      case 'ClassDirective':
        return use(this.value(one.expression), 'branched');
      case 'StyleDirective':
      case 'Attribute':
        if (/^on[a-z]/.test(one.name) && isTag(one.value))
          return hear(one.name.slice(2), this.value(one.value.expression));
        return use(this.attributeValue(one), 'shown');
      case 'SpreadAttribute':
        return use(this.value(one.expression ?? undefined), 'shown', 'spread');
      case 'UseDirective': {
        const action = r.scope.lookup(one.name.split('.')[0] ?? '');
        const valuePlace = this.value(one.expression);
        if (action !== undefined)
          r.b.call({ callee: action, name: one.name, args: [null, valuePlace], repeat: r.repeat, fn: r.fn, at });
        else use(valuePlace, 'outside', one.name);
        return;
      }
      default:
        use(this.value(one.expression), 'outside', one.name);
    }
  }

  /** What an attribute's value holds: an expression, or text with expressions in it. */
  private attributeValue(one: Attribute): PlaceId | null {
    const { value: attribute } = one;
    if (attribute === undefined || attribute === true)
      return one.type === 'StyleDirective' ? this.value(one.expression) : null;
    if (!Array.isArray(attribute)) return this.value('expression' in attribute ? attribute.expression : undefined);
    const places = attribute.map((part) => (part.expression ? this.value(part.expression) : null));
    if (attribute.length === 1) return places[0] ?? null;
    const rest = places.filter((place) => place !== null);
    if (rest.length === 0) return null;
    const at = this.spot(one);
    const made = this.r.b.place('computed', '', this.r.fn, at);
    for (const place of rest) {
      this.r.b.flow(place, made, 'derived');
      this.r.b.use({ place, kind: 'computed', fn: this.r.fn, at });
    }
    return made;
  }

  private site(node: MarkupNode, piece: PlaceId): void {
    const { r } = this;
    const name = node.name ?? '';
    const { line, column } = this.at(node.start + 1);
    const at: Spot = { line, column, length: name.length };
    const tag = this.tagPlace(node, at);
    const shown = node.type === 'SvelteSelf' ? r.b.fn(this.component.fn).name : name;
    const { propsPlace, props, give } = addSite(r, shown, tag, piece, at);
    const before = r.repeat;
    r.repeat = 'once';
    // What is written after a spread wins over it.
    const named: string[] = [];
    for (const one of [...(node.attributes ?? [])].reverse())
      if (one.type === 'SpreadAttribute') {
        const place = this.value(one.expression);
        if (place === null) continue;
        if (named.length === 0) r.b.flow(place, propsPlace);
        else r.b.rest(place, propsPlace, [...named]);
        props.push({ name: null, place, literal: null, at: this.spot(one) });
      } else if (one.type === 'Attribute' || one.type === 'BindDirective') named.push(one.name);
    for (const one of node.attributes ?? []) this.siteAttribute(one, give);
    this.handOver(node, give);
    r.repeat = before;
  }

  private siteAttribute(one: Attribute, give: Give): void {
    const { r, component } = this;
    const at = this.spot(one);
    if (one.type === 'Attribute') {
      if (one.name === 'slot') return;
      const place = this.attributeValue(one);
      give(one.name, place, this.literalOf(one), at);
    } else if (one.type === 'OnDirective') {
      if (one.expression) return give(eventProp(one.name), this.value(one.expression), null, at);
      this.sends(one.name, at);
      give(eventProp(one.name), r.b.part(component.props, eventProp(one.name), component.fn, at), null, at);
    } else if (one.type === 'BindDirective' && one.expression) {
      if (one.name === 'this') return this.handle(one.expression, give, at);
      give(one.name, this.bound(one.expression), null, at);
      give(eventProp(`update:${one.name}`), this.change(one.expression), null, at);
    }
  }

  /** `bind:this={tray}`: the variable comes to hold what the child exposes. */
  private handle(expression: Expression, give: Give, at: Spot): void {
    const { r } = this;
    const variable = this.value(expression);
    if (variable === null) return;
    const holder = r.b.place('object', 'ref', r.fn, at);
    r.b.flow(variable, holder);
    r.b.flow(r.b.part(holder, 'current', r.fn, at), variable);
    give('ref', holder, null, at);
  }

  /** What is bound both ways; a pair of functions gives it by the first. */
  private bound(expression: Expression): PlaceId | null {
    const [get] = expression.type === 'SequenceExpression' ? (expression.expressions ?? []) : [];
    if (!get) return this.value(expression);
    const callee = this.value(get);
    return callee === null ? null : this.r.b.call({ callee, name: 'get', args: [], fn: this.r.fn, at: this.spot(get) });
  }

  /** The function that changes what is bound both ways. */
  private change(expression: Expression): PlaceId | null {
    const [, set] = expression.type === 'SequenceExpression' ? (expression.expressions ?? []) : [];
    if (set) return this.value(set);
    const text = this.source.text.slice(expression.start, expression.end);
    // In brackets, as what is set may be said to be of a type.
    const prefix = '($event) => { (';
    const node = this.expression(`${prefix}${text}) = $event }`, expression.start - prefix.length);
    return node ? value(this.r, node) : null;
  }

  /** What stands between a component's tags: snippets by their names, content of slots by theirs, the rest together. */
  private handOver(node: MarkupNode, give: Give): void {
    const { r } = this;
    const nodes = node.fragment?.nodes ?? [];
    const rest: MarkupNode[] = [];
    r.block(() => {
      for (const child of nodes) if (child.type === 'SnippetBlock') this.declareSnippet(child);
      for (const child of nodes) {
        if (child.type === 'SnippetBlock') {
          const self = this.snippet(child);
          const name = child.expression?.name ?? '';
          give(name === 'children' ? slotProp('default') : name, self, null, this.spot(child));
          continue;
        }
        const slot = slotOf(child);
        if (slot !== null) {
          const self = this.slotFunction([child], letsOf(child), child);
          give(slotProp(slot), self, null, this.spot(child));
        } else if (!isBlank(child)) rest.push(child);
      }
      const [first] = rest;
      if (first) give(slotProp('default'), this.slotFunction(rest, letsOf(node), first), null, this.spot(first));
    });
  }

  /** Content passed, as a function of what the child gives it. */
  private slotFunction(nodes: MarkupNode[], lets: readonly Attribute[], anchor: Span): PlaceId {
    return this.closure('', anchor, (id) => {
      const { r } = this;
      const at = this.spot(anchor);
      const param = r.b.place('param', 'slot', id, at);
      r.b.fn(id).params.push(param);
      for (const one of lets) {
        const field = r.b.part(param, one.name, id, this.spot(one));
        if (one.expression) this.bindParams([one.expression], [field]);
        else {
          const binding = r.b.place('binding', one.name, id, this.spot(one));
          r.scope.declare(one.name, binding);
          r.b.flow(field, binding);
        }
      }
      return { nodes };
    });
  }

  private declareSnippet(node: MarkupNode): void {
    const { r } = this;
    const name = node.expression?.name;
    if (name !== undefined && node.expression)
      r.scope.declare(name, r.b.place('binding', name, r.fn, this.spot(node.expression)));
  }

  /** `{#snippet row(tray)}…{/snippet}`: a function that renders. */
  private snippet(node: MarkupNode): PlaceId {
    const { r } = this;
    const name = node.expression?.name ?? '';
    const self = this.closure(name, node.expression ?? node, (id) => {
      const places = (node.parameters ?? []).map((param) => {
        const place = r.b.place('param', param.name ?? '', id, this.spot(param));
        r.b.fn(id).params.push(place);
        return place;
      });
      this.bindParams(node.parameters ?? [], places);
      return node.body ?? { nodes: [] };
    });
    const binding = r.scope.own(name);
    if (binding !== undefined) r.b.flow(self, binding);
    return self;
  }

  private closure(name: string, anchor: Span, open: (id: number) => Fragment): PlaceId {
    const { r } = this;
    const at = this.spot(anchor);
    const id = r.b.addFunction(name, 'closure', r.fn, at, this.at(anchor.end).line);
    const fact = r.b.fn(id);
    const before = { fn: r.fn, depth: r.depth, repeat: r.repeat };
    r.fn = id;
    r.depth = 0;
    r.repeat = 'once';
    r.block(() => {
      const fragment = open(id);
      const piece = r.b.place('markup', '', id, at);
      r.b.flow(piece, fact.result);
      this.fragment(fragment, piece);
    });
    r.fn = before.fn;
    r.depth = before.depth;
    r.repeat = before.repeat;
    return fact.self;
  }

  /** `<slot name="head" {tray}>`: the content that was passed is called here. */
  private slot(node: MarkupNode, piece: PlaceId): void {
    const { r, component } = this;
    const at = this.spot(node);
    let name = 'default';
    const object = r.b.place('object', 'slot', r.fn, at);
    for (const one of node.attributes ?? []) {
      if (one.type === 'Attribute' && one.name === 'name') name = textIn(one) ?? name;
      else if (one.type === 'Attribute' && one.name !== 'slot')
        r.b.flow(this.attributeValue(one), object, 'put', one.name);
      else if (one.type === 'SpreadAttribute') r.b.flow(this.value(one.expression), object);
    }
    const callee = r.b.part(component.props, slotProp(name), component.fn, at);
    // Content may be passed as markup too, by what puts pages into layouts.
    r.b.use({ place: callee, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at });
    const result = r.b.call({
      callee,
      name: 'slot',
      args: [object],
      repeat: r.repeat,
      optional: true,
      fn: r.fn,
      at,
    });
    r.b.use({ place: result, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at });
    r.repeated('conditional', () => this.fragment(node.fragment, piece));
  }

  private tagPlace(node: MarkupNode, at: Spot): PlaceId {
    const { r, component } = this;
    if (node.type === 'SvelteSelf') return r.b.fn(component.fn).self;
    if (node.type === 'SvelteComponent')
      return this.value(node.expression) ?? r.global(this.sourceOf(node.expression), at);
    const [first = '', ...fields] = (node.name ?? '').split('.');
    let place = r.scope.lookup(first) ?? r.missing(first, at) ?? r.global(first, at);
    for (const field of fields) place = r.b.part(place, field, r.fn, at);
    return place;
  }

  private sends(event: string, at: Spot): void {
    noteEvent(this.r, this.component, event, at);
  }

  private literalOf(one: Attribute): string | null {
    if (one.value === true) return 'true';
    const text = textIn(one);
    if (text !== null) return JSON.stringify(text);
    const expression = isTag(one.value) ? one.value.expression : null;
    if (!expression) return null;
    const source = this.source.text.slice(expression.start, expression.end);
    return /^(['"`]|-?\d|true\b|false\b)/.test(source) ? source : null;
  }
}

function isTag(attribute: Attribute['value']): attribute is Span & { expression: Expression } {
  return (
    typeof attribute === 'object' &&
    !Array.isArray(attribute) &&
    'expression' in attribute &&
    attribute.type === 'ExpressionTag'
  );
}

/** The text of an attribute without expressions in it. */
function textIn(one: Attribute): string | null {
  if (!Array.isArray(one.value)) return null;
  return one.value.every((part) => part.data !== undefined) ? one.value.map((part) => part.data).join('') : null;
}

function slotOf(node: MarkupNode): string | null {
  const slot = node.attributes?.find((one) => one.type === 'Attribute' && one.name === 'slot');
  return slot ? textIn(slot) : null;
}

function letsOf(node: MarkupNode): Attribute[] {
  return node.attributes?.filter((one) => one.type === 'LetDirective') ?? [];
}

function isBlank(node: MarkupNode): boolean {
  return node.type === 'Comment' || (node.type === 'Text' && /^\s*$/.test((node as { data?: string }).data ?? ''));
}
