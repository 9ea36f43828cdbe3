/** Components and directives: what an object says of how they are named, what they are passed, and what they render. */
import type * as t from '@babel/types';
import type { FunctionFact, PlaceId } from '../../model/facts';
import {
  CHILDREN,
  EVENTS,
  PLAIN,
  slotProp,
  textProp,
  updateProp,
  PASSED_INSTANCE,
  PASSED_SCOPE,
} from '../../model/signs';
import { camel } from '../../model/spelling';
import { openComponent, readWithin, renderedPiece } from '../component/component';
import { declareProp } from '../component/declare';
import { takeMarkup } from '../component/markupFile';
import { spotOf } from '../script/builder';
import type { SingleFileComponent } from '../script/componentInFile';
import { declareBlock, declarePattern, declareVars } from '../script/declare';
import { isFunction, value } from '../script/expressions';
import { objectOf, plain, property, textOf } from '../script/literals';
import { bind, fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { noteMounting } from '../script/starts';
import { readStatements } from '../script/statements';
import { walkNodes } from '../script/walk';
import { addFields, endedBy, namesSet, readBody } from './controllers';
import { bindInjected } from './injection';
import { controllerIn, controllerKey, taken, templateKey, give, shownWithKey } from './names';
import { holder, readAs, type Holder, type Owner, scopeHolder } from './owners';
import { fieldReturned, injectable, returnedObject, type Callable } from './registrations';
import { inherit, passDown, required, requires, hearAround } from './scopes';
import { textIn } from './markupTexts';
import { readTemplate } from './template';

type Field = (name: string) => t.Node | null;

/** `.component('bedCard', { bindings: { bed: '<' }, controller, templateUrl })`. */
export function readComponent(r: ScriptReader, name: string, named: t.Node, argument: t.Node): void {
  const object = objectOf(r, argument);
  if (!object) return registerElsewhere(r, name, argument);
  const field: Field = (one) => property(object, one);
  new Definition(r, name, named, field, true).read(argument.loc?.end.line ?? 1);
}

/** `.directive('soilGauge', function () { return { scope: { depth: '=' }, link, template }; })`. */
export function readDirective(r: ScriptReader, name: string, named: t.Node, argument: t.Node): void {
  const { fn, asks } = injectable(r, argument);
  if (!fn || fn.type === 'ClassDeclaration' || fn.type === 'ClassExpression')
    return registerElsewhere(r, name, argument);
  const before = r.fn;
  r.fn = 0;
  r.block(() => {
    bindInjected(r, fn.params, asks, null);
    const body = fn.body.type === 'BlockStatement' ? fn.body.body : [];
    declareVars(r, body);
    declareBlock(r, body);
    const object = returnedObject(fn);
    readStatements(
      r,
      body.filter((one) => one.type !== 'ReturnStatement' && !keeps(one, object?.instance ?? null)),
    );
    const field: Field = (one) =>
      object ? fieldReturned(fn, object, one) : one === 'link' ? functionOfLink(fn) : null;
    new Definition(r, name, named, field, false).read(fn.loc?.end.line ?? 1);
  });
  r.fn = before;
}

/** `var directive = { … }; directive.link = link;`: read field by field, and not as it stands. */
function keeps(node: t.Statement, fields: string | null): boolean {
  if (fields === null) return false;
  if (node.type === 'VariableDeclaration')
    return (
      node.declarations.some(({ id }) => id.type === 'Identifier' && id.name === fields) &&
      node.declarations.length === 1
    );
  const set = node.type === 'ExpressionStatement' ? node.expression : null;
  return (
    set?.type === 'AssignmentExpression' &&
    set.left.type === 'MemberExpression' &&
    set.left.object.type === 'Identifier' &&
    set.left.object.name === fields
  );
}

/** A directive whose function returns a function gives what links it. */
function functionOfLink(fn: Callable): t.Node | null {
  if (fn.type === 'ClassDeclaration' || fn.type === 'ClassExpression' || fn.body.type !== 'BlockStatement') return null;
  const last = fn.body.body.find((one) => one.type === 'ReturnStatement');
  const returned = last?.type === 'ReturnStatement' ? last.argument : null;
  return isFunction(returned) || returned?.type === 'Identifier' ? returned : null;
}

/** The field of an object that says it describes a component, under which the component itself stands. */
const DESCRIBED = '(component)';

function registerElsewhere(r: ScriptReader, name: string, argument: t.Node): void {
  const place = value(r, argument);
  if (place !== null) r.b.facts.registers.push({ name, place: r.b.part(place, DESCRIBED, r.fn, spotOf(argument)) });
}

/** `export const bedCard = { bindings, controller, templateUrl }`: registered by another file. Undefined for any other object. */
export function readDescription(r: ScriptReader, node: t.ObjectExpression, name: string): PlaceId | undefined {
  const shows = property(node, 'template') ?? property(node, 'templateUrl');
  const isDescription = shows && (property(node, 'controller') ?? property(node, 'bindings'));
  if (r.fn !== 0 || !isDescription) return undefined;
  const own = name.replace(/(Component|Directive)$/, '') || name;
  const fact = new Definition(r, own, node, (one) => property(node, one), true).read(node.loc?.end.line ?? 1);
  const object = r.b.place('object', name, 0, spotOf(node));
  r.b.flow(fact.self, object, 'put', DESCRIBED);
  return object;
}

interface Binding {
  field: string;
  prop: string;
  how: '=' | '<' | '@' | '&';
  optional: boolean;
  required: boolean;
  at: t.Node;
}

/** `{ bed: '<?', onPick: '&', mode: '=value' }`. */
function bindingsIn(r: ScriptReader, node: t.Node | null): Binding[] {
  return (objectOf(r, node)?.properties ?? []).flatMap((one) => {
    if (one.type !== 'ObjectProperty') return [];
    const field = fieldOf(one.key, one.computed);
    const [, how, optional = '', prop = ''] =
      /^([=<@&])\*?(\??)([\w$-]*)$/.exec((textOf(r, one.value) ?? '').replace(/\s/g, '')) ?? [];
    if (how === undefined) return [];
    return [
      {
        field,
        prop: camel(prop || field),
        how: how as Binding['how'],
        optional: optional !== '',
        required: false,
        at: one.key,
      },
    ];
  });
}

/**
 * Where some are marked as optional, the others count as required; where none is, nobody can tell: most who write them never say so.
 */
function requiredAmong(all: readonly Binding[]): Binding[] {
  const tells = all.some(({ optional }) => optional);
  return all.map((one) => ({ ...one, required: tells && !one.optional && (one.how === '=' || one.how === '<') }));
}

class Definition {
  private readonly component: SingleFileComponent;
  private readonly fact: FunctionFact;
  private readonly owner: Owner;
  private readonly scope: Holder;

  constructor(
    private readonly r: ScriptReader,
    private readonly name: string,
    named: t.Node,
    private readonly field: Field,
    /** It is declared as a component: an element of its own with a scope of its own. */
    private readonly isComponent: boolean,
  ) {
    const at = spotOf(named);
    const id = r.b.addFunction(name, 'component', 0, at, at.line);
    this.fact = r.b.fn(id);
    this.component = openComponent(r, id, true);
    this.fact.ownNames = this.ownNames();
    this.scope = scopeHolder(r, id, at);
    // What stands between its tags is shown where its markup says so.
    r.b.rest(this.component.props, this.scope.place, [PLAIN, EVENTS]);
    this.owner = {
      component: this.component,
      scope: this.scope,
      instance: holder(this.component.self, true),
      making: id,
      injected: new Set(),
    };
  }

  /** The tag, and the attribute, by which markup names it. */
  private ownNames(): string[] {
    const restrict = this.isComponent ? 'E' : (textOf(this.r, this.field('restrict')) ?? 'EA');
    const names: string[] = [];
    if (restrict.includes('E')) names.push(this.name);
    if (restrict.includes('A')) names.push(`[${this.name}]`);
    if (restrict.includes('C')) names.push(`[.${this.name}]`);
    return names;
  }

  read(endLine: number): FunctionFact {
    const { r, component, fact, owner, scope } = this;
    fact.endLine = Math.max(endLine, fact.at.line);
    const { repeat } = r;
    r.repeat = 'once';
    readWithin(r, component, () => {
      const isolated = this.isComponent || objectOf(r, this.field('scope')) !== null;
      this.bindings();
      // What it requires has methods of its own.
      const wanted = objectOf(r, this.field('require'))?.properties ?? [];
      r.injectedFields = new Set(wanted.flatMap((one) => ('key' in one ? [fieldOf(one.key, one.computed)] : [])));
      this.controller();
      this.link();
      if (isolated) hearAround(r, component.fn, scope, fact.at);
      else inherit(r, component.fn, scope, namesSet(owner), fact.at);
      r.b.flow(component.self, scope.place, 'put', this.alias());
      // One that shares the scope around it lets that pass as it is.
      if (isolated || this.field('scope') || scope.cells.size > 0) passDown(r, component, scope.place, fact.at);
      if (this.field('controller')) requires(r, component, this.name, fact.at);
      this.markup();
    });
    r.repeat = repeat;
    r.b.endSpan(fact);
    return fact;
  }

  private alias(): string {
    const { r } = this;
    const { alias } = controllerIn(textOf(r, this.field('controller')) ?? '');
    return textOf(r, this.field('controllerAs')) ?? alias ?? '$ctrl';
  }

  private bindings(): void {
    const { r, isComponent } = this;
    const onInstance = isComponent ? this.field('bindings') : this.field('bindToController');
    const ofScope = isComponent ? null : this.field('scope');
    const isBound = onInstance?.type === 'BooleanLiteral' && onInstance.value;
    for (const one of requiredAmong(bindingsIn(r, onInstance))) this.binding(one, this.owner.instance);
    for (const one of requiredAmong(bindingsIn(r, ofScope)))
      this.binding(one, isBound ? this.owner.instance : this.scope);
  }

  private binding({ field, prop, how, required: isRequired, at }: Binding, into: Holder): void {
    const { r, component } = this;
    const spot = spotOf(at);
    declareProp(r, component, prop, at, isRequired, null);
    const declared = r.b.fn(component.fn).props?.find((one) => one.name === prop);
    if (declared && how === '@') declared.text = true;
    const part = r.b.part(component.props, how === '@' ? textProp(prop) : prop, component.fn, spot);
    r.b.flow(part, into.place, 'put', field);
    if (how !== '=') return;
    into.bound.set(field, prop);
    r.b.flow(r.b.part(component.props, updateProp(prop), component.fn, spot), into.place, 'put', updateProp(field));
  }

  private controller(): void {
    const { r, owner, fact } = this;
    const controllerNode = this.field('controller');
    if (!controllerNode) return;
    const text = textOf(r, controllerNode);
    if (text !== null) {
      const { name } = controllerIn(text);
      // `controller: '@'` takes what an attribute names.
      if (name === '@') return;
      return this.takeController(taken(r, controllerKey(name), name, spotOf(controllerNode)), name, controllerNode);
    }
    const { fn, asks } = injectable(r, controllerNode);
    if (fn) return readBody(r, owner, fn, asks);
    const place = value(r, controllerNode);
    if (place !== null) this.takeController(place, r.source(controllerNode), controllerNode);
    else fact.takesRest = true;
  }

  /** A controller that is registered by itself: it is given the scope and the instance, and puts on them what it has. */
  private takeController(callee: PlaceId, name: string, node: t.Node): void {
    const { r, component, scope } = this;
    const at = spotOf(node);
    const object = r.b.place('object', name, component.fn, at);
    r.b.flow(scope.place, object, 'put', PASSED_SCOPE);
    r.b.flow(component.self, object, 'put', PASSED_INSTANCE);
    const brought = r.b.call({ callee, name, args: [object], onlyKnown: true, fn: component.fn, at });
    r.b.flow(r.b.part(brought, PASSED_SCOPE, component.fn, at), scope.place);
    r.b.flow(r.b.part(brought, PASSED_INSTANCE, component.fn, at), component.self);
  }

  /** The function that links a directive to its element: given the scope, the element, the attributes, and controllers it requires. */
  private link(): void {
    const { r, owner } = this;
    const compile = injectable(r, this.field('compile')).fn;
    for (const node of [this.field('link'), compile ? linkedBy(compile) : null]) {
      const parts = node?.type === 'ObjectExpression' ? [property(node, 'pre'), property(node, 'post')] : [node];
      for (const part of parts) {
        const { fn } = injectable(r, part);
        if (fn && fn.type !== 'ClassDeclaration' && fn.type !== 'ClassExpression') this.linkFunction(fn, owner);
      }
    }
    const names = objectOf(r, this.field('require'));
    // A component finds those it requires on its instance.
    for (const one of names?.properties ?? []) {
      if (one.type !== 'ObjectProperty') continue;
      const field = fieldOf(one.key, one.computed);
      const instancePlace = required(r, textOf(r, one.value) || `^${field}`, spotOf(one.key));
      if (instancePlace !== null) r.b.flow(instancePlace, owner.instance.place, 'put', field);
    }
  }

  private linkFunction(fn: Exclude<Callable, t.ClassDeclaration | t.ClassExpression>, owner: Owner): void {
    const { r } = this;
    readAs(r, owner, () =>
      r.block(() => {
        const [scope, , attributes, controllers] = fn.params;
        for (const param of fn.params) declarePattern(r, param);
        bind(r, scope, this.scope.seen);
        if (scope?.type === 'Identifier') this.scope.names.add(r.scope.own(scope.name) ?? -1);
        if (attributes) bind(r, attributes, this.attributes(attributes));
        if (controllers) bind(r, controllers, this.required(controllers));
        const body = fn.body.type === 'BlockStatement' ? fn.body.body : [];
        declareVars(r, body);
        declareBlock(r, body);
        addFields(r, owner, body);
        if (fn.body.type === 'BlockStatement') readStatements(r, body);
        else value(r, fn.body);
        const ends: t.Node[] = [];
        walkNodes(fn.body, (node) => {
          const run = node.type === 'CallExpression' ? endedBy(node) : null;
          if (run) ends.push(run);
        });
        noteMounting(r, fn, ends, () => null);
      }),
    );
  }

  /** What is written at the tag, as texts. */
  private attributes(node: t.Node): PlaceId {
    const { r, component } = this;
    const at = spotOf(node);
    const all = r.b.place('object', 'attrs', component.fn, at);
    this.fact.takesRest = true;
    r.b.flow(r.b.part(component.props, textProp('*'), component.fn, at), all, 'put', '*');
    return all;
  }

  private required(node: t.Node): PlaceId | null {
    const { r, component } = this;
    const asked = this.field('require');
    const list = plain(r, asked);
    if (list?.type !== 'ArrayExpression') {
      const text = textOf(r, asked);
      if (text !== null) return required(r, text, spotOf(node));
      return asked ? null : component.self;
    }
    const all = r.b.place('object', '', component.fn, spotOf(node));
    list.elements.forEach((one, index) => {
      const instance = one ? required(r, textOf(r, one) ?? '', spotOf(one)) : null;
      // Its own controller may be among them.
      const own = one && textOf(r, one)?.replace(/^[?^]+/, '') === this.name ? component.self : null;
      for (const place of [instance, own]) if (place !== null) r.b.flow(place, all, 'put', String(index));
    });
    return all;
  }

  private markup(): void {
    const { r, component, fact } = this;
    const piece = renderedPiece(r, component);
    const url = this.field('templateUrl');
    const file = url ? fileNamed(r, url) : null;
    if (url) {
      if (file === null) {
        const reason = 'Its template is chosen while the program runs.';
        r.b.facts.gaps.push({ what: 'component', name: fact.name, reason, fn: component.fn, at: spotOf(url) });
        return;
      }
      return takeTemplate(r, component, this.scope.seen, file, piece, url);
    }
    const written = this.field('template');
    const imported =
      written?.type === 'Identifier' ? r.importOf.get(r.scope.lookup(written.name) ?? -1)?.source : fetched(r, written);
    if (written && imported !== undefined)
      return void takeMarkup(r, { ...component, self: this.scope.seen }, markupPath(imported), piece, spotOf(written));
    const text = written ? textIn(r, written) : null;
    const before = r.self;
    r.self = this.scope.seen;
    if (text !== null) readTemplate(r, piece, text);
    else if (written) {
      const reason = 'Its template is put together while the program runs.';
      r.b.facts.gaps.push({ what: 'component', name: fact.name, reason, fn: component.fn, at: spotOf(written) });
      value(r, written);
    } else this.content(piece);
    r.self = before;
  }

  /** Without markup of its own it shows what stands between its tags. */
  private content(piece: PlaceId): void {
    const { r, component, fact } = this;
    const callee = r.b.part(component.props, slotProp('default'), component.fn, fact.at);
    const result = r.b.call({ callee, name: CHILDREN, args: [], optional: true, fn: component.fn, at: fact.at });
    r.b.use({ place: result, kind: 'shown', inside: piece, repeat: 'once', fn: component.fn, at: fact.at });
  }
}

/** `compile: function () { return link; }`. */
function linkedBy(fn: Callable): t.Node | null {
  if (fn.type === 'ClassDeclaration' || fn.type === 'ClassExpression' || fn.body.type !== 'BlockStatement') return null;
  const last = fn.body.body.findLast((one) => one.type === 'ReturnStatement');
  return last?.type === 'ReturnStatement' ? (last.argument ?? null) : null;
}

/** `template: require('./bed.html')`. */
function fetched(r: ScriptReader, node: t.Node | null): string | undefined {
  if (node?.type === 'MemberExpression' && fieldOf(node.property, node.computed) === 'default')
    return fetched(r, node.object);
  if (node?.type !== 'CallExpression' || node.callee.type !== 'Identifier' || node.callee.name !== 'require')
    return undefined;
  return textOf(r, node.arguments[0]) ?? undefined;
}

/** `raw!./bed.html`, `./bed.html?raw`: the file itself. */
function markupPath(source: string): string {
  return (source.split('!').at(-1) ?? '').split('?')[0] ?? '';
}

/** The one file of markup that an expression names, whatever else it is put together from. */
export function fileNamed(r: ScriptReader, node: t.Node): string | null {
  const text = textOf(r, node);
  if (text !== null) return text;
  const found = new Set<string>();
  walkNodes(node, (one) => {
    if (one.type === 'StringLiteral' && /\.html?$/.test(one.value)) found.add(one.value);
  });
  const [only = null] = found;
  return found.size === 1 ? only : null;
}

/** Renders the template of a name with a scope: a file that is served, or one that stands in a script tag of a page. */
export function takeTemplate(
  r: ScriptReader,
  component: SingleFileComponent,
  scope: PlaceId,
  file: string,
  piece: PlaceId,
  node: t.Node,
): void {
  const at = spotOf(node);
  const markup = takeMarkup(r, { ...component, self: scope }, servedPath(file), piece, at, true);
  const named = taken(r, templateKey(file), file, at);
  give(r, shownWithKey(file), scope);
  r.b.flow(r.b.call({ callee: named, name: '', args: [], onlyKnown: true, fn: component.fn, at }), piece);
  r.b.fn(component.fn).fetches = { name: file, from: [markup, named], at };
}

/** A path from wherever the application is served: which folder that is, only the project can tell. */
export function servedPath(file: string): string {
  return `/${file.replace(/^[./]*\//, '')}`;
}
