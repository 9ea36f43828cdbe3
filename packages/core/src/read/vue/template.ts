/**
 * Templates. Elements become pieces of markup and sites as in any family; attributes bind props, listeners stand among them
 * under a sign of their own, slots are functions that are passed and called where the child shows them.
 */
import { vueVersionOf } from '../projectKinds';
import type * as t from '@babel/types';
import type { PlaceId, SitePropFact, Spot } from '../../model/facts';
import type { SourceFile } from '../source';
import { importPlace } from '../script/calls';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { EVENTS, EVENT_NAME, SLOTS, eventProp, slotProp, updateProp } from '../../model/signs';
import { blocksOf } from '../component/blocks';
import { addSite, type Give } from '../component/site';
import { renderedPiece } from '../component/component';
import type { SingleFileComponent } from '../script/componentInFile';
import { addOutlet } from '../libraries/routers/routeTable';
import { TemplateText, spotAt } from './templateText';
import { listenerOf } from './events';
import { BUILT_IN, textsOf } from './tags';
import { camel, pascal } from '../../model/spelling';
import type { Attribute, Expression, Location, TemplateNode } from './syntax';

const [ELEMENT, , , INTERPOLATION, STATIC, DIRECTIVE] = [1, 2, 3, 5, 6, 7];
const COMPONENT = 1;
const SLOT = 2;
const TEMPLATE = 3;

export function readTemplate(r: ScriptReader, component: SingleFileComponent, root: unknown, source: SourceFile): void {
  const reader = new Template(
    r,
    component,
    blocksOf(source.text, 'script').some(({ attributes }) => attributes.includes('lang="ts')),
    vueVersionOf(source),
  );
  reader.read(root as TemplateNode);
}

class Template extends TemplateText {
  /** Roots that what the component is given beyond its props lands on. */
  private readonly roots = new Set<TemplateNode>();
  /** The site being read is written in a loop. */
  private many = false;

  constructor(
    r: ScriptReader,
    component: SingleFileComponent,
    typed: boolean,
    private readonly version: 2 | 3,
  ) {
    super(r, component, typed);
  }

  read(root: TemplateNode): void {
    const piece = renderedPiece(this.r, this.component, (place, at) => this.unwrapped(place, at));
    this.fallThrough(root);
    this.children(root.children ?? [], piece);
  }

  /**
   * What is given beyond props lands on the root, where there is one. In the older version listeners stay with the component,
   * and class and style land even where the rest is kept back.
   */
  private fallThrough(root: TemplateNode): void {
    const { r, component, version } = this;
    const fact = r.b.fn(component.fn);
    const elements = (root.children ?? []).filter((one) => one.type === ELEMENT);
    const isFurther = (one: TemplateNode): boolean =>
      one.props?.some((p) => p.type === DIRECTIVE && (p.name === 'else' || p.name === 'else-if')) ?? false;
    const several = elements.filter((one) => !isFurther(one)).length !== 1;
    const loose = elements.some((one) => one.tagType === SLOT || one.tagType === TEMPLATE || isLooped(one));
    if ((!component.inherits && version === 3) || (fact.mixes?.length ?? 0) > 0) return;
    if (several || loose) {
      if (version === 3 && elements.length > 0 && !fact.takesRest) fact.losesRest = true;
      return;
    }
    for (const one of elements) this.roots.add(one);
  }

  /** The object of what lands on a root. */
  private landing(at: Spot): PlaceId {
    const { r, component, version } = this;
    const fact = r.b.fn(component.fn);
    const rest = r.b.place('object', '$attrs', r.fn, at);
    if (!component.inherits) {
      for (const look of ['class', 'style'])
        r.b.flow(r.b.part(component.props, look, component.fn, at), rest, 'put', look);
      return rest;
    }
    const events = version === 2 ? [EVENTS] : (fact.events ?? []).map((one) => one.listener);
    const names = (fact.props ?? []).map((prop) => prop.name);
    r.b.rest(component.props, rest, [...names, ...names.map(updateProp), ...events, SLOTS, 'ref', 'key']);
    return rest;
  }

  private children(nodes: readonly TemplateNode[], piece: PlaceId): void {
    for (const node of nodes) {
      if (node.type === ELEMENT) this.element(node, piece);
      else if (node.type === INTERPOLATION) this.show(node.content as Expression, piece);
    }
  }

  private show(expression: Expression, piece: PlaceId): void {
    const place = this.value(expression);
    if (place === null) return;
    this.r.b.use({
      place,
      kind: 'shown',
      inside: piece,
      repeat: this.r.repeat,
      fn: this.r.fn,
      at: spotAt(expression.loc),
    });
  }

  private element(node: TemplateNode, piece: PlaceId): void {
    const { r } = this;
    const props = node.props ?? [];
    const directive = (name: string): Attribute | undefined =>
      props.find((one) => one.type === DIRECTIVE && one.name === name);
    const condition = directive('if') ?? directive('else-if');
    if (condition?.exp) this.test(condition.exp);
    const conditional = condition ?? directive('else');
    const inner = (): void => {
      const loop = directive('for');
      if (loop?.exp)
        r.repeated('many', () => r.block(() => (this.loop(loop.exp as Expression), this.plain(node, piece))));
      else this.plain(node, piece);
    };
    if (conditional) r.repeated('conditional', inner);
    else inner();
  }

  /** `(tray, index) in trays`. */
  private loop(expression: Expression): void {
    const { r } = this;
    const between = /\s(?:in|of)\s/.exec(expression.content);
    if (!between) return;
    const left = expression.content.slice(0, between.index);
    const right = expression.content.slice(between.index + between[0].length).trimStart();
    const offset = expression.content.length - right.length;
    const list = this.value({ ...expression, content: right, loc: shifted(expression.loc, offset) });
    if (list !== null) r.b.use({ place: list, kind: 'iterated', fn: r.fn, at: spotAt(expression.loc) });
    const names = left.trim().replace(/^\(([\s\S]*)\)$/, '$1');
    this.bindParams(
      names,
      [list === null ? null : r.b.part(list, '*', r.fn, spotAt(expression.loc)), null, null],
      expression.loc,
    );
  }

  private test(expression: Expression): void {
    const place = this.value(expression);
    if (place !== null) this.r.b.use({ place, kind: 'branched', fn: this.r.fn, at: spotAt(expression.loc) });
  }

  private plain(node: TemplateNode, piece: PlaceId): void {
    if (/^(router-view|RouterView|nuxt-page|NuxtPage)$/.test(node.tag ?? '')) return this.outlet(node, piece);
    if (node.tagType === SLOT) return this.slot(node, piece);
    if (node.tagType === COMPONENT) return this.site(node, piece);
    if (node.tagType === TEMPLATE) return this.children(node.children ?? [], piece);
    for (const one of node.props ?? []) this.hostAttribute(one);
    if (this.roots.has(node)) {
      const at = tagSpot(node);
      this.r.b.use({ place: this.landing(at), kind: 'shown', detail: 'spread', fn: this.r.fn, at });
    }
    this.r.depth++;
    this.children(node.children ?? [], piece);
    this.r.depth--;
  }

  /** Where the router shows the component of the address, by itself or to content that places it. */
  private outlet(node: TemplateNode, piece: PlaceId): void {
    addOutlet(this.r, piece, { ...spotAt(node.loc), length: (node.tag ?? '').length + 1 });
    for (const one of node.props ?? []) if (one.exp && one.name !== 'slot') this.value(one.exp);
  }

  private hostAttribute(one: Attribute): void {
    const { r } = this;
    const at = spotAt(one.loc);
    if (one.type === STATIC) return;
    if (!one.exp || one.name === 'for' || one.name === 'if' || one.name === 'else-if' || one.name === 'slot') return;
    if (one.name === 'on') {
      const place = one.arg ? this.handler(one.exp) : this.value(one.exp);
      if (place !== null) r.b.use({ place, kind: 'handler', detail: one.arg?.content ?? '', fn: r.fn, at });
      return;
    }
    const place = this.value(one.exp);
    if (place === null || one.arg?.content === 'key') return;
    r.b.use({
      place,
      kind: one.name === 'show' ? 'branched' : 'shown',
      ...(one.name === 'bind' && !one.arg ? { detail: 'spread' } : {}),
      fn: r.fn,
      at,
    });
    if (one.name === 'model') r.b.use({ place: this.change(one.exp), kind: 'handler', detail: 'input', fn: r.fn, at });
  }

  private site(node: TemplateNode, piece: PlaceId): void {
    const { r } = this;
    const name = node.tag ?? '';
    const at = tagSpot(node);
    const tag = this.tagPlace(name, node, at);
    const { site, propsPlace, props, give } = addSite(r, name, tag, piece, at);
    if (node.props?.some((one) => one.type === DIRECTIVE && one.arg?.content === 'key')) site.keyed = true;
    const before = r.repeat;
    this.many = before === 'many';
    r.repeat = 'once';
    for (const one of node.props ?? []) this.siteAttribute(one, propsPlace, props, give);
    this.handOver(node, give);
    if (this.roots.has(node)) {
      const landing = this.landing(at);
      r.b.flow(landing, propsPlace);
      props.push({ name: null, place: landing, literal: null, at });
    }
    r.repeat = before;
  }

  private siteAttribute(one: Attribute, propsPlace: PlaceId, props: SitePropFact[], give: Give): void {
    const { r } = this;
    const at = spotAt(one.loc);
    if (one.type === STATIC) {
      if (one.name === 'ref') give('ref', this.holder(one.value?.content ?? '', at), null, at);
      else if (!/^(class|style|key|slot)$/.test(one.name))
        give(camel(one.name), null, JSON.stringify(one.value?.content ?? true), at);
      return;
    }
    if (!one.exp) {
      // `:units` for `:units="units"`.
      if (one.name === 'bind' && one.arg)
        give(camel(one.arg.content), this.value({ ...one.arg, content: camel(one.arg.content) }), null, at);
      return;
    }
    const arg = one.arg?.content ?? '';
    if (one.name === 'bind' && arg === '') {
      const place = this.value(one.exp);
      if (place === null) return;
      const named = props.flatMap((prop) => prop.name ?? []);
      if (named.length === 0) r.b.flow(place, propsPlace);
      else r.b.rest(place, propsPlace, named);
      props.push({ name: null, place, literal: null, at });
    } else if (one.name === 'on' && arg === '') this.listeners(one.exp, propsPlace, props, give, at);
    else if (one.name === 'bind') {
      // `:note.sync="note"`: its change is asked for by an event of its name.
      if (one.modifiers?.some((modifier) => nameOf(modifier) === 'sync'))
        give(updateProp(camel(arg)), this.change(one.exp), null, at);
      if (arg === 'key') this.value(one.exp);
      else
        give(
          camel(arg),
          this.value(one.exp),
          /^(['"`]|\d|true\b|false\b)/.test(one.exp.content) ? one.exp.content : null,
          at,
        );
    } else if (one.name === 'on') {
      const place = this.handler(one.exp);
      // `@click.native` listens to the element the component ends up as, `@hook:mounted` to what befalls the instance.
      const apart =
        one.modifiers?.some((modifier) => nameOf(modifier) === 'native') || /^(hook|vue):|^vnode-/.test(arg);
      if (!apart) give(listenerOf(r, arg), place, null, at);
      else if (place !== null) r.b.use({ place, kind: 'handler', detail: arg, fn: r.fn, at });
    } else if (one.name === 'model') {
      const prop = arg !== '' ? camel(arg) : this.version === 2 ? 'value' : 'modelValue';
      give(prop, this.value(one.exp), null, at);
      give(eventProp(`update:${prop}`), this.change(one.exp), null, at);
    } else if (one.name === 'show') this.test(one.exp);
  }

  /** `v-on="{ pick: set }"`, `v-on="$listeners"`: several listeners at once. */
  private listeners(expression: Expression, propsPlace: PlaceId, props: SitePropFact[], give: Give, at: Spot): void {
    const node = this.parse(expression.content, expression.loc);
    if (node?.type === 'ObjectExpression') {
      for (const one of node.properties)
        if (one.type === 'ObjectProperty')
          give(
            listenerOf(this.r, fieldOf(one.key, one.computed)),
            this.valueOf(one.value as t.Expression, expression),
            null,
            at,
          );
      return;
    }
    // Put together elsewhere, it may hold listeners of whoever renders the component.
    if (expression.content.trim() !== '$listeners') this.r.b.fn(this.component.fn).sendsAny = true;
    const place = this.value(expression);
    if (place === null) return;
    this.r.b.flow(place, propsPlace);
    props.push({ name: null, place, literal: null, at });
  }

  /** `ref="tray"`: what comes to hold the child, by a reference of the script or among the instance's own. */
  private holder(name: string, at: Spot): PlaceId {
    const { r, component } = this;
    const holder = r.b.place('object', name, r.fn, at);
    r.b.facts.boxes.push(holder);
    let child = r.b.part(holder, 'current', r.fn, at);
    if (this.many) {
      // In a loop there is one for each, in a list.
      const list = r.b.place('object', name, r.fn, at);
      r.b.flow(child, list, 'put', '*');
      child = list;
    }
    const known = r.scope.lookup(name) ?? component.handles.get(name);
    if (known !== undefined) r.b.flow(child, known, 'put', 'value');
    else {
      const refs = r.b.place('object', '$refs', r.fn, at);
      r.b.flow(child, refs, 'put', name);
      r.b.flow(refs, component.self, 'put', '$refs');
    }
    return holder;
  }

  /** What stands between a component's tags: a function for each slot, called where the child shows it. */
  private handOver(node: TemplateNode, give: Give): void {
    const children = node.children ?? [];
    const named = children.filter(
      (child) =>
        child.tagType === TEMPLATE && child.props?.some((one) => one.name === 'slot' && one.type === DIRECTIVE),
    );
    for (const child of named) {
      const directive = child.props?.find((one) => one.name === 'slot');
      const name = directive?.arg?.content ?? 'default';
      give(
        slotProp(name),
        this.slotFunction(child.children ?? [], directive?.exp ?? null, child.loc),
        null,
        spotAt(child.loc),
      );
    }
    const rest = children.filter(
      (child) => !named.includes(child) && (child.type === ELEMENT || child.type === INTERPOLATION),
    );
    const own = node.props?.find((one) => one.name === 'slot' && one.type === DIRECTIVE);
    const first = rest[0];
    if (first) give(slotProp('default'), this.slotFunction(rest, own?.exp ?? null, first.loc), null, spotAt(first.loc));
  }

  private slotFunction(children: readonly TemplateNode[], scope: Expression | null, loc: Location): PlaceId {
    const { r } = this;
    const at = spotAt(loc);
    const id = r.b.addFunction('', 'closure', r.fn, at, loc.end.line);
    const fact = r.b.fn(id);
    const param = r.b.place('param', 'slot', id, at);
    fact.params.push(param);
    const before = { fn: r.fn, depth: r.depth };
    r.fn = id;
    r.depth = 0;
    r.block(() => {
      if (scope) this.bindParams(scope.content, [param], scope.loc);
      const piece = r.b.place('markup', '', id, at);
      r.b.flow(piece, fact.result);
      this.children(children, piece);
    });
    r.fn = before.fn;
    r.depth = before.depth;
    return fact.self;
  }

  /** `<slot name="head" :item="tray">`: the function that was passed is called here. */
  private slot(node: TemplateNode, piece: PlaceId): void {
    const { r, component } = this;
    const at = spotAt(node.loc);
    const props = node.props ?? [];
    const name = props.find((one) => one.type === STATIC && one.name === 'name')?.value?.content ?? 'default';
    const object = r.b.place('object', 'slot', r.fn, at);
    for (const one of props)
      if (one.type === DIRECTIVE && one.name === 'bind' && one.exp) {
        const place = this.value(one.exp);
        if (place === null) continue;
        if (one.arg) r.b.flow(place, object, 'put', camel(one.arg.content));
        else r.b.flow(place, object);
      }
    const callee = r.b.part(component.props, slotProp(name), component.fn, at);
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
    this.children(node.children ?? [], piece);
  }

  /** A tag by any of the ways it may be written; `<component :is>` is whatever its expression brings. */
  private tagPlace(name: string, node: TemplateNode, at: Spot): PlaceId {
    const { r } = this;
    const pascalName = pascal(name);
    if (BUILT_IN.test(pascalName) && r.scope.lookup(pascalName) === undefined)
      return importPlace(r, 'vue', pascalName, pascalName, at);
    const is = node.props?.find((one) => one.type === DIRECTIVE && one.name === 'bind' && one.arg?.content === 'is');
    if (name === 'component' && is?.exp) return this.chosenTag(is.exp, at);
    return this.namedTag(name, at);
  }

  /** What an expression picks: whatever components it brings, and elements and components by their names. */
  private chosenTag(expression: Expression, at: Spot): PlaceId {
    const { r } = this;
    const brought = this.value(expression);
    const names = textsOf(this.parse(expression.content, expression.loc));
    const isElement = (name: string): boolean =>
      /^[a-z][a-z0-9]*$/.test(name) && [name, pascal(name)].every((one) => r.scope.lookup(one) === undefined);
    const tag = names.length > 0 || brought === null ? r.b.place('computed', 'component', r.fn, at) : brought;
    if (brought !== null && brought !== tag) r.b.flow(brought, tag);
    for (const name of names) if (!isElement(name)) r.b.flow(this.namedTag(name, at), tag);
    if (names.some(isElement)) r.elementsElse.add(tag);
    return tag;
  }

  private namedTag(name: string, at: Spot): PlaceId {
    const { r } = this;
    const pascalName = pascal(name);
    const own = r.b.fn(this.component.fn);
    for (const tried of [name, camel(name), pascalName]) {
      const [first = '', ...fields] = tried.split('.');
      let place = r.scope.lookup(first);
      if (place === undefined) continue;
      for (const field of fields) place = r.b.part(place, field, r.fn, at);
      return place;
    }
    return pascalName === own.name ? own.self : r.global(pascalName, at);
  }

  /** What listens: a function as it is, or an expression run with `$event`. */
  private handler(expression: Expression): PlaceId | null {
    const node = this.parse(expression.content, expression.loc);
    if (
      node &&
      (node.type === 'ArrowFunctionExpression' ||
        node.type === 'FunctionExpression' ||
        node.type === 'Identifier' ||
        node.type === 'MemberExpression')
    )
      return this.valueOf(node, expression);
    return this.functionAround(`($event) => { ${expression.content} }`, expression, '($event) => { '.length);
  }

  /** The function that changes what is bound both ways. */
  private change(expression: Expression): PlaceId {
    return (
      this.functionAround(`($event) => { (${expression.content}) = $event }`, expression, '($event) => { ('.length) ??
      this.r.global(EVENT_NAME, spotAt(expression.loc))
    );
  }
}

function tagSpot(node: TemplateNode): Spot {
  return { line: node.loc.start.line, column: node.loc.start.column + 1, length: (node.tag ?? '').length };
}

function isLooped(node: TemplateNode): boolean {
  return node.props?.some((one) => one.type === DIRECTIVE && one.name === 'for') ?? false;
}

function shifted(loc: Location, by: number): Location {
  return { ...loc, start: { ...loc.start, column: loc.start.column + by, offset: loc.start.offset + by } };
}

/** Older versions of the parser give modifiers as texts. */
function nameOf(modifier: string | { content: string }): string {
  return typeof modifier === 'string' ? modifier : modifier.content;
}
