/**
 * Templates: elements become pieces of markup and sites as in any family. What an expression names stands on the instance, which
 * is the component's own where the template is written in it, and passed in where the template is a file of its own.
 */
import {
  type AST,
  ParsedEventType,
  type ParseSourceSpan,
  type TmplAstBoundAttribute,
  type TmplAstBoundEvent,
  TmplAstBoundText,
  TmplAstContent,
  TmplAstDeferredBlock,
  TmplAstElement,
  TmplAstForLoopBlock,
  TmplAstIfBlock,
  TmplAstLetDeclaration,
  type TmplAstNode,
  type TmplAstReference,
  TmplAstSwitchBlock,
  TmplAstTemplate,
  type TmplAstTextAttribute,
  type TmplAstVariable,
} from '@angular/compiler';
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { askingSlot, contentProp, EVENT_NAME, eventProp, HANDLE, IMPLICIT, slotProp } from '../../model/signs';
import { pascal } from '../../model/spelling';
import { addSite, type Give } from '../component/site';
import { value } from '../script/expressions';
import type { ScriptReader } from '../script/reader';
import { Scope } from '../script/scope';
import { addOutlet } from '../libraries/routers/routeTable';
import { Expressions } from './expressions';
import { listenerOf } from '../component/listeners';
import { hear } from './heard';
import { settingOf } from './listeners';
import { type Control, Forms, MODEL } from './templateForms';
import {
  fieldsOf,
  holdsTags,
  isBound,
  isComponent,
  isOwn,
  isText,
  literalOf,
  spot,
  tagSpot,
  type Written,
} from './templateNodes';
import { byNames, listsOf } from './content';
import { mayBeDirectives } from './selectors';
import { parsed, positionsIn, type TemplatePart } from './templateText';

/** Reads a template into a piece of markup. */
export function readTemplate(r: ScriptReader, path: string, part: TemplatePart, piece: PlaceId): NamedTemplates {
  const nodes = parsed(r, path, part);
  const { scope } = r;
  // A template sees none of the names of the module around it.
  r.scope = new Scope(null, r.fn);
  const template = new Template(r);
  r.inTemplate = true;
  template.children(nodes, piece);
  r.inTemplate = false;
  r.scope = scope;
  return template.named;
}

/** Templates within a template that are handed over, by their names: functions of their context. */
export type NamedTemplates = ReadonlyMap<string, PlaceId>;

/** Directives of the family that decide whether, how often or what is shown. */
const CONDITIONS = /^(ngIf|ngSwitchCase|ngSwitchDefault)$/;
/** How an attribute is bound, as the compiler counts: to a property of a directive or the element, and both ways. */
const [PROPERTY, BOTH_WAYS] = [0, 5];
const OUTLETS = /^(router-outlet|ng-outlet)$/;
/** Directives of the family that show a template or a component, with what they pass it. */
const OUTLET = /^ng(Template|Component)Outlet/;

/** The names that content sees. */
interface ContentNames {
  declare?: (context: PlaceId) => void;
  /** What is given it without a name. */
  as?: string;
  /** Those of its own are declared already, around it. */
  declared?: boolean;
}

class Template {
  private readonly positions: (offset: number) => { line: number; column: number };
  private readonly expressions: Expressions;
  readonly named = new Map<string, PlaceId>();
  private readonly functions = new Map<TmplAstTemplate, PlaceId>();
  private readonly forms: Forms;
  /** What comes to hold the child that a name stands for. */
  private readonly holders = new Map<TmplAstElement, PlaceId>();

  constructor(private readonly r: ScriptReader) {
    const at = positionsIn(r);
    this.positions = (offset) => {
      const { line, column } = at(offset);
      return { line, column: column - 1 };
    };
    this.expressions = new Expressions(this.positions, (name) => r.scope.lookup(name) !== undefined);
    this.forms = new Forms(this.expressions);
  }

  children(nodes: readonly TmplAstNode[], piece: PlaceId): void {
    this.declareReferences(nodes);
    for (const node of nodes) this.node(node, piece);
  }

  /** A reference may be named before it stands there. */
  private declareReferences(nodes: readonly TmplAstNode[]): void {
    for (const node of nodes) {
      if (node instanceof TmplAstTemplate && isOwn(node)) {
        const [first] = node.references;
        if (!first) continue;
        const self = this.templateFunction(node);
        for (const reference of node.references) {
          this.name(reference, self);
          this.named.set(reference.name, self);
        }
      } else if (node instanceof TmplAstElement || node instanceof TmplAstTemplate) {
        for (const reference of node.references) this.name(reference, this.referenced(node, reference));
        // Names inside a structural template are its own.
        if (node instanceof TmplAstElement && !isComponent(node.name)) this.declareReferences(node.children);
      }
    }
  }

  /** What a name at a tag stands for: the child, unless it is said to be one of the directives there. */
  private referenced(
    node: TmplAstElement | TmplAstTemplate,
    { name, value: directive, keySpan }: TmplAstReference,
  ): PlaceId {
    const { r } = this;
    const at = spot(keySpan);
    const object = r.b.place('object', name, r.fn, at);
    if (directive !== '' || !(node instanceof TmplAstElement) || !isComponent(node.name)) return object;
    this.holders.set(node, object);
    r.b.facts.boxes.push(object);
    return r.b.part(object, 'current', r.fn, at);
  }

  private name(one: TmplAstReference | TmplAstVariable | TmplAstLetDeclaration, list: PlaceId | null): void {
    const { r } = this;
    if (r.scope.own(one.name) !== undefined) return;
    const at = spot(one instanceof TmplAstLetDeclaration ? one.nameSpan : one.keySpan);
    const place = r.b.place('binding', one.name, r.fn, at);
    r.scope.declare(one.name, place);
    r.b.flow(list, place);
  }

  private node(node: TmplAstNode, piece: PlaceId): void {
    const { r } = this;
    if (node instanceof TmplAstElement) this.element(node, piece);
    else if (node instanceof TmplAstTemplate) this.template(node, piece);
    else if (node instanceof TmplAstBoundText) this.show(node.value, piece, node.sourceSpan);
    else if (node instanceof TmplAstContent) this.content(node, piece);
    else if (node instanceof TmplAstLetDeclaration) this.name(node, this.value(node.value));
    else if (node instanceof TmplAstIfBlock)
      for (const branch of node.branches)
        r.block(() => {
          const tested = this.test(branch.expression, branch.startSourceSpan);
          if (branch.expressionAlias) this.name(branch.expressionAlias, tested);
          r.repeated('conditional', () => this.children(branch.children, piece));
        });
    else if (node instanceof TmplAstSwitchBlock) {
      this.test(node.expression, node.startSourceSpan);
      for (const one of node.cases) {
        this.test(one.expression, one.startSourceSpan);
        r.repeated('conditional', () => r.block(() => this.children(one.children, piece)));
      }
    } else if (node instanceof TmplAstForLoopBlock) {
      const list = this.iterated(node.expression, node.startSourceSpan);
      r.repeated('many', () =>
        r.block(() => {
          this.name(node.item, this.elementOf(list, node.item.keySpan));
          for (const one of node.contextVariables) this.name(one, null);
          const key = this.value(node.trackBy);
          if (key !== null) r.b.facts.keys.push(key);
          this.eachOf(node.children, piece, node.trackBy.source?.trim() === node.item.name);
        }),
      );
      const { empty } = node;
      if (empty) r.repeated('conditional', () => r.block(() => this.children(empty.children, piece)));
    } else if (node instanceof TmplAstDeferredBlock) {
      const parts = [node.children, node.placeholder?.children, node.loading?.children, node.error?.children];
      for (const part of parts) if (part) r.repeated('conditional', () => r.block(() => this.children(part, piece)));
    }
  }

  /** What is rendered for each element of a list. */
  private eachOf(children: readonly TmplAstNode[], piece: PlaceId, perElement: boolean): void {
    const { r } = this;
    const before = r.perElement;
    r.perElement = perElement;
    this.children(children, piece);
    r.perElement = before;
  }

  private elementOf(list: PlaceId | null, span: ParseSourceSpan): PlaceId | null {
    return list === null ? null : this.r.b.part(list, '*', this.r.fn, spot(span));
  }

  /** `<ng-template>` as it stands shows nothing; `*ngFor` and its like stand around what they show. */
  private template(node: TmplAstTemplate, piece: PlaceId): void {
    const { r } = this;
    if (isOwn(node)) {
      for (const one of node.inputs) this.shown(one, piece);
      // Whoever hands it over by another way than its name is not known.
      if (node.references.length === 0 && node.inputs.length > 0)
        r.repeated('conditional', () => r.block(() => this.children(node.children, piece)));
      return;
    }
    const loop = node.templateAttrs.find((one): one is TmplAstBoundAttribute => isBound(one) && one.name === 'ngForOf');
    const outlet = node.templateAttrs.find(
      (one): one is TmplAstBoundAttribute => isBound(one) && one.name === 'ngTemplateOutlet',
    );
    r.block(() => {
      if (loop) {
        const list = this.iterated(loop.value, loop.sourceSpan);
        r.repeated('many', () => {
          for (const one of node.variables)
            this.name(one, one.value === IMPLICIT || one.value === '' ? this.elementOf(list, one.keySpan) : null);
          // Without a key of their own, elements are told by themselves.
          const hasKey = node.templateAttrs.some(({ name }) => name === 'ngForTrackBy');
          this.eachOf(node.children, piece, !hasKey);
        });
        return;
      }
      if (outlet) this.outlet(outlet, node.templateAttrs, piece);
      const component = node.templateAttrs.find(
        (one): one is TmplAstBoundAttribute => isBound(one) && one.name === 'ngComponentOutlet',
      );
      if (component) r.repeated('conditional', () => this.componentOutlet(component, node.templateAttrs, piece));
      let tested: PlaceId | null = null;
      const all = new Map<object, PlaceId | null>();
      for (const one of node.templateAttrs) {
        if (!isBound(one) || OUTLET.test(one.name)) continue;
        const condition = CONDITIONS.test(one.name) ? this.test(one.value, one.sourceSpan) : this.shown(one, piece);
        all.set(one, condition);
        if (one.name === 'ngIf') tested = condition;
        // `else other`: the template of that name is shown here as well.
        if (/^ngIf(Else|Then)$/.test(one.name)) this.call(condition, null, piece, one.sourceSpan);
      }
      const [inputs, attributes] = [node.templateAttrs.filter(isBound), node.templateAttrs.filter(isText)];
      this.directives({ name: node.tagName ?? '', attributes, inputs, outputs: [] }, piece, all);
      for (const one of node.variables) this.name(one, /^(ngIf|\$implicit)$/.test(one.value) ? tested : null);
      r.repeated('conditional', () => this.children(node.children, piece));
    });
  }

  /** A template that is handed over: a function of its context. */
  private templateFunction(node: TmplAstTemplate): PlaceId {
    const known = this.functions.get(node);
    if (known !== undefined) return known;
    const made = this.contentFunction(node.children, spot(node.startSourceSpan), node.endSourceSpan?.end.line ?? 0, {
      declare: (context) => {
        for (const one of node.variables) {
          const at = spot(one.keySpan);
          this.name(one, this.r.b.part(context, one.value === '' ? IMPLICIT : one.value, this.r.fn, at));
        }
      },
      as: node.variables.find(({ value: field }) => field === '')?.name,
    });
    this.functions.set(node, made);
    return made;
  }

  private contentFunction(
    children: readonly TmplAstNode[],
    at: Spot,
    endLine: number,
    { declare, as = 'context', declared = false }: ContentNames,
  ): PlaceId {
    const { r } = this;
    const id = r.b.addFunction('', 'closure', r.fn, at, endLine + 1);
    const fact = r.b.fn(id);
    const context = r.b.place('param', as, id, at);
    fact.params.push(context);
    const before = { fn: r.fn, depth: r.depth };
    r.fn = id;
    r.depth = 0;
    r.block(() => {
      declare?.(context);
      const inner = r.b.place('markup', '', id, at);
      r.b.flow(inner, fact.result);
      if (!declared) this.declareReferences(children);
      for (const child of children) this.node(child, inner);
    });
    r.fn = before.fn;
    r.depth = before.depth;
    return fact.self;
  }

  /** `*ngTemplateOutlet="row; context: { $implicit: bed }"`. */
  private outlet(
    one: TmplAstBoundAttribute,
    all: readonly (TmplAstBoundAttribute | TmplAstTextAttribute)[],
    piece: PlaceId,
  ): void {
    const context = all.find(
      (other): other is TmplAstBoundAttribute => isBound(other) && other.name === 'ngTemplateOutletContext',
    );
    this.call(this.value(one.value), context ? this.value(context.value) : null, piece, one.sourceSpan);
  }

  /** `*ngComponentOutlet="shown; inputs: { depth }"`: whichever component that is. */
  private componentOutlet(
    one: TmplAstBoundAttribute,
    all: readonly (TmplAstBoundAttribute | TmplAstTextAttribute)[],
    piece: PlaceId,
  ): void {
    const { r } = this;
    const at = spot(one.sourceSpan);
    const { site, give, propsPlace } = addSite(r, one.name, this.value(one.value) ?? r.global('', at), piece, at);
    const outlet = all.find(
      (other): other is TmplAstBoundAttribute => isBound(other) && other.name === 'ngComponentOutletInputs',
    );
    if (!outlet) return;
    const node = this.expressions.read(outlet.value);
    const place = value(r, node);
    if (place === null) return;
    if (node?.type === 'ObjectExpression') {
      for (const field of fieldsOf(node)) give(field, r.b.part(place, field, r.fn, at), null, at);
      return;
    }
    r.b.flow(place, propsPlace);
    site.props.push({ name: null, place, literal: null, at });
  }

  private call(callee: PlaceId | null, context: PlaceId | null, piece: PlaceId, span: ParseSourceSpan): void {
    const { r } = this;
    if (callee === null) return;
    const at = spot(span);
    const result = r.b.call({
      callee,
      name: 'template',
      args: [context],
      repeat: r.repeat,
      optional: true,
      fn: r.fn,
      at,
    });
    r.b.use({ place: result, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at });
  }

  /** `<ng-content>`: what whoever renders the component writes between its tags. */
  private content(node: TmplAstContent, piece: PlaceId): void {
    const { r } = this;
    if (r.self === null) return;
    const asked = listsOf(node.selector);
    const slot = asked.length === 0 ? contentProp([]) : askingSlot(asked);
    const callee = r.b.part(r.self, slot, r.fn, spot(node.sourceSpan));
    this.call(callee, null, piece, node.sourceSpan);
    this.children(node.children, piece);
  }

  private element(node: TmplAstElement, piece: PlaceId): void {
    const { r } = this;
    if (OUTLETS.test(node.name)) return addOutlet(r, piece, spot(node.startSourceSpan));
    this.forms.within(node, (control) =>
      isComponent(node.name) ? this.site(node, piece, control) : this.plain(node, piece, control),
    );
  }

  private plain(node: TmplAstElement, piece: PlaceId, control: Control | null): void {
    const { r } = this;
    const outlet = node.inputs.find(({ name }) => name === 'ngTemplateOutlet');
    if (outlet) this.outlet(outlet, node.inputs, piece);
    const component = node.inputs.find(({ name }) => name === 'ngComponentOutlet');
    if (component) this.componentOutlet(component, node.inputs, piece);
    const values = new Map<object, PlaceId | null>();
    for (const one of node.inputs) if (!OUTLET.test(one.name)) values.set(one, this.shown(one, piece));
    for (const one of node.outputs) {
      const place = this.handler(one);
      values.set(one, place);
      if (place !== null) hear(r, one.target, one.name, place, spot(one.sourceSpan));
    }
    if (control) this.control(control, piece);
    const around = this.directives(node, piece, values);
    if (around.length > 0 && holdsTags(node.children)) {
      const { repeat } = r;
      r.repeat = 'once';
      this.between(node, around, true);
      r.repeat = repeat;
      return;
    }
    r.depth++;
    r.block(() => this.children(node.children, piece));
    r.depth--;
  }

  /** An element that shows what a control holds, and sets it. */
  private control({ bound, set, span }: Control, piece: PlaceId): { shown: PlaceId | null; set: PlaceId | null } {
    const { r } = this;
    const at = spot(span);
    const [shown, run] = [value(r, bound), value(r, set)];
    if (shown !== null) r.b.use({ place: shown, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at });
    if (run !== null) r.b.use({ place: run, kind: 'handler', detail: 'input', fn: r.fn, at });
    return { shown, set: run };
  }

  private site(node: TmplAstElement, piece: PlaceId, control: Control | null): void {
    const { r } = this;
    const at = tagSpot(node);
    const { site, give, propsPlace } = addSite(r, node.name, r.global(pascal(node.name), at), piece, at);
    site.element = propsPlace;
    if (node.references.length > 0) site.names = node.references.map(({ name }) => name);
    const { repeat } = r;
    r.repeat = 'once';
    const holder = this.holders.get(node);
    if (holder !== undefined) give(HANDLE, holder, null, at);
    const values = this.valuesOf(node, give);
    if (control) {
      // A component that stands in a form is given what it is to show as if that were bound both ways.
      const { shown, set } = this.control(control, piece);
      give(MODEL, shown, null, spot(control.span));
      give(eventProp(`${MODEL}Change`), set, null, spot(control.span));
    }
    this.directives(node, piece, values, propsPlace);
    for (const child of node.children)
      if (child instanceof TmplAstTemplate && isOwn(child))
        for (const { name, keySpan } of child.references)
          give(slotProp(name), this.templateFunction(child), null, spot(keySpan));
    this.between(node, [give], false);
    r.repeat = repeat;
  }

  /**
   * What stands between the tags of a component, or of an element that attributes make one: each part of it goes to the slot that asks for it
   * by its names. `seen`: what has a name there is known around the element as well.
   */
  private between({ children, endSourceSpan }: TmplAstElement, takers: readonly Give[], seen: boolean): void {
    const parts = byNames(children);
    this.r.block(() => {
      // All of it sees the names that stand in any part.
      if (parts.length > 1 && !seen) this.declareReferences(children);
      for (const { names, nodes } of parts) {
        const at = spot(nodes[0].sourceSpan);
        const declared = seen || parts.length > 1;
        const content = this.contentFunction(nodes, at, endSourceSpan?.end.line ?? 0, { declared });
        for (const give of takers) give(contentProp(names), content, null, at);
      }
    });
  }

  /** What is written at a tag: given to the component, and to whatever else may take it there. */
  private valuesOf(node: TmplAstElement, give: Give): ReadonlyMap<object, PlaceId | null> {
    const { r } = this;
    const values = new Map<object, PlaceId | null>();
    for (const one of node.inputs) {
      // Classes, styles and attributes of the element itself.
      if (one.type !== PROPERTY && one.type !== BOTH_WAYS) this.value(one.value);
      else values.set(one, one.type === BOTH_WAYS ? this.bound(one) : this.value(one.value));
    }
    for (const one of node.outputs) {
      const place = this.handler(one);
      values.set(one, place);
      if (one.target && place !== null) hear(r, one.target, one.name, place, spot(one.sourceSpan));
    }
    this.handOver(node, values, give);
    return values;
  }

  private handOver(
    { attributes, inputs, outputs }: Written,
    values: ReadonlyMap<object, PlaceId | null>,
    give: Give,
  ): void {
    for (const { name, value: text, sourceSpan } of attributes)
      if (!/^(class|style|id|slot|i18n.*|form(Control|Group|Array)(Name)?)$/.test(name))
        give(name, null, JSON.stringify(text), spot(sourceSpan));
    for (const one of inputs) {
      const literal = one.type === PROPERTY ? literalOf(this.expressions.read(one.value)) : null;
      if ((one.type === PROPERTY || one.type === BOTH_WAYS) && !/^form(Control|Group|Array)(Name)?$/.test(one.name))
        give(one.name, values.get(one) ?? null, literal, spot(one.sourceSpan));
    }
    for (const one of outputs)
      if (!one.target) give(eventProp(one.name), values.get(one) ?? null, null, spot(one.sourceSpan));
  }

  /** Attributes that may be directives of the project: each is given all that is written at the tag. Gives what hands more to each. */
  private directives(
    node: Written & { name: string },
    piece: PlaceId,
    values: ReadonlyMap<object, PlaceId | null>,
    tag?: PlaceId,
  ): Give[] {
    const { r } = this;
    let element = tag;
    return mayBeDirectives(node.name, [...node.attributes, ...node.inputs]).map((one) => {
      const at = spot(one.span);
      const name = r.global(`${node.name}[${one.name}]`, at);
      const { site, give, propsPlace } = addSite(r, `[${one.name}]`, name, piece, at);
      site.maybe = true;
      site.element = element ??= propsPlace;
      site.nested = true;
      this.handOver(node, values, give);
      return give;
    });
  }

  /** What is bound both ways: the value as it stands, or what a signal gives. */
  private bound(one: TmplAstBoundAttribute): PlaceId | null {
    const { r } = this;
    const place = this.value(one.value);
    if (place === null) return null;
    const at = spot(one.sourceSpan);
    const computed = r.b.place('computed', one.name, r.fn, at);
    r.b.flow(place, computed);
    r.b.flow(r.b.call({ callee: place, name: one.name, args: [], onlyKnown: true, fn: r.fn, at }), computed);
    return computed;
  }

  private value(ast: AST | null | undefined): PlaceId | null {
    return value(this.r, this.expressions.read(ast));
  }

  private show(ast: AST, piece: PlaceId, span: ParseSourceSpan): void {
    const { r } = this;
    const node = this.expressions.read(ast);
    // Each part of a text is shown as it is.
    const parts = node?.type === 'TemplateLiteral' ? (node.expressions as t.Expression[]) : node ? [node] : [];
    for (const part of parts) {
      const place = value(r, part);
      if (place === null) continue;
      const at = part.loc
        ? { line: part.loc.start.line, column: part.loc.start.column + 1, length: (part.end ?? 0) - (part.start ?? 0) }
        : spot(span);
      const byItself = /^(Identifier|MemberExpression)$/.test(part.type) ? { asText: true as const } : {};
      r.b.use({ place, kind: 'shown', inside: piece, ...byItself, repeat: r.repeat, fn: r.fn, at });
    }
  }

  private shown(one: TmplAstBoundAttribute, piece: PlaceId): PlaceId | null {
    const { r } = this;
    const node = this.expressions.read(one.value);
    const place = value(r, node);
    const at = spot(one.sourceSpan);
    // `[ngClass]="{ open: isOpen }"`: what is put together is shown in each of its parts.
    const parts = node?.type === 'ObjectExpression' ? fieldsOf(node) : [];
    if (place === null) return null;
    const show = (place: PlaceId): void =>
      r.b.use({ place: place, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at });
    show(place);
    for (const field of parts) {
      // The name of a class is none of the value that decides on it.
      const computed = r.b.place('computed', '', r.fn, at);
      r.b.flow(place, computed, 'get', field);
      show(computed);
    }
    return place;
  }

  private test(ast: AST | null, span: ParseSourceSpan): PlaceId | null {
    const place = this.value(ast);
    if (place !== null) this.r.b.use({ place, kind: 'branched', fn: this.r.fn, at: spot(span) });
    return place;
  }

  private iterated(ast: AST, span: ParseSourceSpan): PlaceId | null {
    const list = this.value(ast);
    if (list !== null) this.r.b.use({ place: list, kind: 'iterated', fn: this.r.fn, at: spot(span) });
    return list;
  }

  /** What listens: an expression that is run with `$event`. Bound both ways, what comes is put where the value stands. */
  private handler({ handler, type, handlerSpan }: TmplAstBoundEvent): PlaceId | null {
    const run = this.expressions.read(handler);
    if (!run) return null;
    const isTwoWay = type === ParsedEventType.TwoWay && (run.type === 'MemberExpression' || run.type === 'Identifier');
    return (
      value(this.r, isTwoWay ? settingOf(run) : listenerOf(run, [run])) ?? this.r.global(EVENT_NAME, spot(handlerSpan))
    );
  }
}
