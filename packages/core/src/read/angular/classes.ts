/**
 * Components and directives: classes with a decorator. The instance holds the inputs, what the outputs are sent by, the fields and
 * the methods; a field that is set is a cell of its own. The template reads that instance.
 */
import type * as t from '@babel/types';
import { contentProp, eventProp } from '../../model/signs';
import type { FunctionFact, FunctionId, PlaceId, QueryFact, Spot } from '../../model/facts';
import { noteEvent, openComponent, readWithin, renderedPiece } from '../component/component';
import { takeMarkup } from '../component/markupFile';
import { declareProp } from '../component/declare';
import { addClass, readBase, readBaseToo, runBase, type ClassNode } from '../component/extended';
import { addFieldCells } from '../component/fieldCells';
import { addSite } from '../component/site';
import { takeOnce } from '../component/taken';
import { mayBeValue } from '../component/takenInClass';
import { spotOf } from '../script/builder';
import { importPlace } from '../script/calls';
import type { SingleFileComponent } from '../script/componentInFile';
import { value } from '../script/expressions';
import { readFunction } from '../script/functions';
import { fieldOf } from '../script/patterns';
import { readPlainClass } from '../script/plainClasses';
import type { ScriptReader } from '../script/reader';
import { textOf } from '../script/literals';
import { decoratorOf, Metadata } from '../component/decorators';
import { injectedFields } from './injection';
import { noteImports, readNgModule } from './modules';
import { noteInjectable, readProviders } from './providers';
import { queryOf, readQuery, templateField } from './queries';
import { hearAtHost } from './heard';
import { namesOf } from './selectors';
import { noteBegun } from './subscriptions';
import { readTemplate } from './template';
import { MODEL } from './templateForms';

/** Methods the family calls by itself, with what makes it do so. */
const LIFECYCLE: Record<string, string> = {
  ngOnInit: 'mount',
  ngAfterViewInit: 'mount',
  ngAfterContentInit: 'mount',
  ngOnChanges: 'update',
  ngDoCheck: 'update',
  ngAfterViewChecked: 'update',
  ngAfterContentChecked: 'update',
  ngOnDestroy: 'unmount',
};

/** Methods that services do not have. */
const COMPONENTS_ONLY = /^(ngOnInit|ngAfterViewInit|ngAfterContentInit|ngOnChanges)$/;

export function readAngularClass(r: ScriptReader, node: ClassNode, name: string): PlaceId | undefined {
  const module = decoratorOf(node, /^NgModule$/);
  if (module) return readNgModule(r, node, name, module.args[0]);
  const decorator = decoratorOf(node, /^(Component|Directive)$/);
  if (!decorator && !isBase(node)) return readService(r, node, name);
  const metadata = new Metadata(r, decorator?.args[0]);
  const asBase = (component: SingleFileComponent, fact: FunctionFact): void => {
    r.injectedFields = injectedFields(r, node);
    new ComponentClass(r, component, fact, node).read(metadata, false);
  };
  if (isExtendedOnly(node, decorator?.name, metadata)) return r.b.fn(readBase(r, node, name, asBase)).self;
  const id = addClass(r, node, name, 'component');
  const fact = r.b.fn(id);
  const component = openComponent(r, id, true);
  readWithin(r, component, () => {
    r.injectedFields = injectedFields(r, node);
    new ComponentClass(r, component, fact, node).read(metadata, decorator?.name === 'Component');
  });
  readBaseToo(r, id, () => readBase(r, node, name, asBase));
  return fact.self;
}

/** Whether no tag can mean a class: it is there for others to extend. */
function isExtendedOnly(node: ClassNode, decorator: string | undefined, metadata: Metadata): boolean {
  if ('abstract' in node && node.abstract) return true;
  if (metadata.node('selector') !== null) return false;
  return decorator !== 'Component' || metadata.text('template') === '';
}

/** A class that says nothing of itself, with members that only mean something in a component: others extend it. */
function isBase(node: ClassNode): boolean {
  if (decoratorOf(node, /^(Injectable|Pipe)$/)) return false;
  return node.body.body.some(
    (member) =>
      decoratorOf(member, /^(Input|Output|HostBinding|HostListener|(View|Content)Child(ren)?)$/) !== null ||
      (member.type === 'ClassMethod' && COMPONENTS_ONLY.test(fieldOf(member.key, member.computed))),
  );
}

/** A class that is injected, read as any other; undefined where it says nothing of who provides it. */
function readService(r: ScriptReader, node: ClassNode, name: string): PlaceId | undefined {
  if (!decoratorOf(node, /^Injectable$/) || node.superClass) return undefined;
  const self = readPlainClass(r, node, name, null);
  noteInjectable(r, node, self);
  return self;
}

/** Methods that run once, before anything is shown: what a field is set to there is what it begins with. */
const ONCE = /^(constructor|ngOnInit)$/;

class ComponentClass {
  constructor(
    private readonly r: ScriptReader,
    private readonly component: SingleFileComponent,
    private readonly fact: FunctionFact,
    private readonly node: ClassNode,
  ) {
    this.early = [component.fn];
  }

  /** What runs before the component's markup is there, and of that what runs before anything is. */
  private readonly early: FunctionId[];
  private readonly constructing: FunctionId[] = [];

  read(metadata: Metadata, hasTemplate: boolean): void {
    const { r, component, fact, node } = this;
    const { queries } = r.b.facts;
    const firstQuery = queries.length;
    const names = component.mixin ? [] : namesOf(metadata.text('selector') ?? '');
    if (names.length > 0) fact.ownNames = names;
    const detection = metadata.node('changeDetection');
    if (detection && /\bOnPush$/.test(r.source(detection))) fact.comparesInputs = true;
    if (!component.mixin) noteImports(r, fact.self, metadata);
    // Whoever extends a class does not take over who it provides for those below.
    for (const list of component.mixin ? [] : ['providers', 'viewProviders'])
      readProviders(r, metadata.node(list), component, list === 'viewProviders');
    this.inherit();
    this.declareList(metadata.node('inputs'), (field, name, at) => this.input(field, name, at, false, null));
    this.declareList(metadata.node('outputs'), (_, name, at) => noteEvent(r, this.component, name, spotOf(at)));
    const members = node.body.body;
    r.methods = new Set(members.flatMap((one) => (one.type === 'ClassMethod' ? [fieldOf(one.key, one.computed)] : [])));
    const isFilled = (one: t.ClassProperty): boolean =>
      this.isInput(one) || decoratorOf(one, /^HostBinding$/) !== null || queryOf(one) !== null;
    addFieldCells(r, component, node, isFilled, () => undefined);
    // Fields are there before the methods that use them are read, wherever they stand.
    for (const member of members) if (member.type === 'ClassProperty') this.property(member);
    for (const member of members)
      if (member.type === 'ClassMethod' || member.type === 'ClassPrivateMethod') this.method(member);
    noteBegun(r, node);
    this.expose();
    this.host(metadata.node('host'));
    for (const query of queries.slice(firstQuery))
      query.before = [...(query.before ?? this.early), ...this.constructing];
    if (hasTemplate) this.template(metadata, queries.slice(firstQuery));
    else if (!component.mixin) this.surround();
  }

  /** Whoever holds the component reaches what it has, but hardly ever what was injected into it: that is there for them as well. */
  private expose(): void {
    const { r, component, fact } = this;
    if (component.mixin) return;
    const exposes = r.b.place('object', fact.name, component.fn, fact.at);
    r.b.rest(component.self, exposes, [...r.injectedFields]);
    r.b.facts.handles.push({ handle: exposes, exposes, fn: component.fn, at: fact.at });
  }

  /** A class above runs as part of this one. */
  private inherit(): void {
    const { r, component, fact, node } = this;
    if (!node.superClass) return;
    const base = value(r, node.superClass);
    if (base === null) fact.takesRest = true;
    else runBase(r, component, base, spotOf(node.superClass));
  }

  /** `host: { '[class.deep]': 'depth > 3', '(click)': 'dig()' }`: names in there are read, and called. */
  private host(node: t.Node | null): void {
    const { r, component } = this;
    if (node?.type !== 'ObjectExpression') return;
    for (const one of node.properties) {
      if (one.type !== 'ObjectProperty') continue;
      const key = fieldOf(one.key, one.computed);
      const at = spotOf(one.value);
      for (const [, name = '', call = ''] of (textOf(r, one.value) ?? '').matchAll(
        /(?<![\w$.'])([A-Za-z_$][\w$]*)(\()?/g,
      )) {
        const place = r.b.part(component.self, name, component.fn, at);
        if (/^\[/.test(key)) r.b.use({ place, kind: 'shown', fn: component.fn, at });
        else if (/^\(/.test(key) && call) hearAtHost(r, key.slice(1, -1), place, at);
      }
    }
  }

  /** `inputs: ['depth', 'soil: ground']`. */
  private declareList(node: t.Node | null, take: (field: string, name: string, at: t.Node) => void): void {
    if (node?.type !== 'ArrayExpression') return;
    for (const one of node.elements) {
      const text = one ? textOf(this.r, one) : null;
      if (text === null || !one) continue;
      const [field = '', name = field] = text.split(':').map((part) => part.trim());
      take(field, name, one);
    }
  }

  private input(field: string, name: string, at: t.Node, required: boolean, otherwise: t.Node | null): void {
    const { r, component } = this;
    declareProp(r, component, name, at, required, otherwise ? r.source(otherwise) : null);
    r.b.flow(r.b.part(component.props, name, component.fn, spotOf(at)), component.self, 'put', field);
  }

  private isInput(member: t.ClassProperty): boolean {
    return decoratorOf(member, /^Input$/) !== null;
  }

  private property(member: t.ClassProperty): void {
    const { r, component } = this;
    const field = fieldOf(member.key, member.computed);
    const input = decoratorOf(member, /^Input$/);
    if (input) this.decoratedInput(member, field, input.args[0]);
    this.hostBinding(member, field);
    const query = queryOf(member);
    if (query) return r.b.flow(readQuery(r, query, field, spotOf(member.key)), component.self, 'put', field);
    const output = decoratorOf(member, /^Output$/);
    const key = member.key.type === 'Identifier' ? member.key : null;
    const alias = output ? textOf(r, output.args[0]) : null;
    const place = value(r, member.value, alias !== null && key ? { ...key, name: alias } : key);
    if (place === null) return;
    if (member.static) return;
    const cell = r.fieldCells.get(field);
    if (cell !== undefined) r.b.flow(place, cell, 'frozen');
    else
      r.b.flow(
        mayBeValue(member.value) && !r.injectedFields.has(field)
          ? takeOnce(r, place, field, spotOf(member.key))
          : place,
        component.self,
        'put',
        field,
      );
  }

  /** `@HostBinding('class.deep') deep`: shown on the element that the component stands on. */
  private hostBinding(member: t.ClassProperty | t.ClassMethod, field: string): void {
    const { r, component } = this;
    if (!decoratorOf(member, /^HostBinding$/)) return;
    const at = spotOf(member.key);
    r.b.use({ place: r.b.part(component.self, field, component.fn, at), kind: 'shown', fn: component.fn, at });
  }

  /** `@Input() depth = 1`, `@Input({ alias: 'deep', required: true }) depth`: gives the name it is passed by. */
  private decoratedInput(member: t.ClassProperty | t.ClassMethod, field: string, argument: t.Node | undefined): string {
    const options = new Metadata(this.r, argument);
    const name = textOf(this.r, argument) ?? options.text('alias') ?? field;
    const otherwise = member.type === 'ClassProperty' ? (member.value ?? null) : null;
    this.input(field, name, member.key, options.isTrue('required'), otherwise);
    return name;
  }

  private method(member: t.ClassMethod | t.ClassPrivateMethod): void {
    const { r, component } = this;
    const { b } = r;
    const field = fieldOf(member.key, 'computed' in member && !!member.computed);
    const before = r.constructing;
    const id = b.facts.functions.length;
    if (ONCE.test(field)) r.constructing = id;
    const self = readFunction(r, member, field === 'constructor' ? '' : field);
    r.constructing = before;
    const fact = b.fn(id);
    if (member.kind === 'constructor') {
      this.constructing.push(id);
      b.use({ place: self, kind: 'effect', detail: 'mount', fn: component.fn, at: spotOf(member.key) });
      return this.injectInto(member, fact);
    }
    if (ONCE.test(field)) this.early.push(id);
    this.standInForm(member, field, fact);
    const input = member.type === 'ClassMethod' ? decoratorOf(member, /^Input$/) : null;
    if (member.kind === 'set') {
      const query = queryOf(member);
      const found = query && readQuery(r, query, field, spotOf(member.key));
      if (found) this.give(fact, field, found, spotOf(member.key));
      if (input && member.type === 'ClassMethod') this.setter(member, field, fact, input.args[0]);
      return;
    }
    if (member.static) return;
    if (member.kind === 'get') {
      if (input && member.type === 'ClassMethod') this.decoratedInput(member, field, input.args[0]);
      if (member.type === 'ClassMethod') this.hostBinding(member, field);
      return b.flow(fact.result, component.self, 'put', field);
    }
    b.flow(self, component.self, 'put', field);
    // What changed is told by names: any input may be read there.
    if (field === 'ngOnChanges' && member.params.length > 0) this.fact.takesRest = true;
    const trigger = Object.hasOwn(LIFECYCLE, field) ? LIFECYCLE[field] : undefined;
    if (trigger !== undefined)
      b.use({ place: self, kind: 'effect', detail: trigger, fn: component.fn, at: spotOf(member.key) });
    const host = member.type === 'ClassMethod' ? decoratorOf(member, /^HostListener$/) : null;
    const event = host ? textOf(r, host.args[0]) : null;
    if (event !== null) hearAtHost(r, event, self, spotOf(member.key));
  }

  /** `writeValue(depth) { … }`: called with what the form holds, and `registerOnChange` with what sets that. */
  private standInForm(member: t.ClassMethod | t.ClassPrivateMethod, field: string, fact: FunctionFact): void {
    const { r, component } = this;
    const at = spotOf(member.key);
    if (field === 'writeValue') declareProp(r, component, MODEL, member.key, false, null);
    else if (field === 'registerOnChange') noteEvent(r, component, `${MODEL}Change`, at);
    const prop = field === 'writeValue' ? MODEL : field === 'registerOnChange' ? eventProp(`${MODEL}Change`) : null;
    if (prop !== null) this.give(fact, field, r.b.part(component.props, prop, component.fn, at), at);
  }

  /** `@Input() set depth(to) { … }`: called with what is passed. */
  private setter(member: t.ClassMethod, field: string, fact: FunctionFact, argument: t.Node | undefined): void {
    const { r, component } = this;
    const name = this.decoratedInput(member, field, argument);
    const at = spotOf(member.key);
    this.give(fact, field, r.b.part(component.props, name, component.fn, at), at);
  }

  /** Calls a setter of the instance. */
  private give({ self }: FunctionFact, field: string, place: PlaceId, at: Spot): void {
    const { r, component } = this;
    r.b.call({ callee: self, name: field, args: [place], fn: component.fn, at });
  }

  private injectInto(member: t.ClassMethod | t.ClassPrivateMethod, fact: FunctionFact): void {
    const { r, component } = this;
    member.params.forEach((param, index) => {
      const place = fact.params[index];
      if (place === undefined) return;
      const inner = param.type === 'TSParameterProperty' ? param.parameter : null;
      const name = inner?.type === 'AssignmentPattern' ? inner.left : inner;
      if (name?.type === 'Identifier') r.b.flow(r.injectedInto.get(place) ?? place, component.self, 'put', name.name);
    });
  }

  /** `template: require('./bed.html')`, or what such a file is imported as: the file. */
  private fetched(node: t.Node | null): string | null {
    const { r } = this;
    let file: string | null = null;
    if (node?.type === 'CallExpression' && node.callee.type === 'Identifier' && node.callee.name === 'require')
      file = textOf(r, node.arguments[0]);
    else if (node?.type === 'Identifier') file = r.importOf.get(r.scope.lookup(node.name) ?? -1)?.source ?? null;
    // `raw!./bed.html`, `./bed.html?raw`: how a build tool is to fetch it.
    const [path = ''] = (file?.split('!').at(-1) ?? '').split('?');
    return path.endsWith('.html') ? path : null;
  }

  /** What the component renders, with the directives that it puts on its own element. */
  private piece(metadata: Metadata): PlaceId {
    const { r, component } = this;
    const piece = renderedPiece(r, component);
    const list = metadata.node('hostDirectives');
    for (const one of list?.type === 'ArrayExpression' ? list.elements : []) {
      const argument = one ? new Metadata(r, one) : null;
      const directive = argument?.node('directive') ?? one;
      if (directive?.type !== 'Identifier') continue;
      const { give } = addSite(
        r,
        directive.name,
        value(r, directive) ?? r.global(directive.name, spotOf(directive)),
        piece,
        spotOf(directive),
      );
      this.declareList(argument?.node('inputs') ?? null, (field, name, at) => {
        declareProp(r, component, name, at, false, null);
        give(field, r.b.part(component.props, name, component.fn, spotOf(at)), null, spotOf(at));
      });
      this.declareList(argument?.node('outputs') ?? null, (field, name, at) => {
        noteEvent(r, component, name, spotOf(at));
        give(eventProp(field), r.b.part(component.props, eventProp(name), component.fn, spotOf(at)), null, spotOf(at));
      });
    }
    return piece;
  }

  /** A directive stands around what the element holds that it is put on. */
  private surround(): void {
    const { r, component, fact } = this;
    const callee = r.b.part(component.self, contentProp([]), component.fn, fact.at);
    const call = { callee, name: 'content', args: [], optional: true, fn: component.fn, at: fact.at };
    r.b.use({
      place: r.b.call(call),
      kind: 'shown',
      inside: renderedPiece(r, component),
      fn: component.fn,
      at: fact.at,
    });
  }

  private template(metadata: Metadata, queries: readonly QueryFact[]): void {
    const { r, component, fact } = this;
    const written = metadata.node('template');
    const file = metadata.text('templateUrl') ?? this.fetched(written);
    if (file !== null) {
      const at = spotOf(metadata.node('templateUrl') ?? written);
      takeMarkup(r, component, file, this.piece(metadata), at);
      for (const query of queries)
        for (const name of query.content ? [] : query.names) {
          const asked = importPlace(r, file, templateField(name), name, query.at);
          r.b.flow(asked, r.b.part(query.holder, 'current', component.fn, query.at));
        }
      return;
    }
    if (!written) return;
    if (written.type !== 'StringLiteral' && (written.type !== 'TemplateLiteral' || written.expressions.length > 0)) {
      const reason = 'Its template is put together while the program is built.';
      r.b.facts.gaps.push({ what: 'component', name: fact.name, reason, fn: component.fn, at: spotOf(written) });
      value(r, written);
      return;
    }
    const part = { start: (written.start ?? 0) + 1, end: (written.end ?? 0) - 1, quoted: true };
    for (const [name, place] of readTemplate(r, r.b.facts.path, part, this.piece(metadata)))
      r.b.flow(place, component.self, 'put', templateField(name));
  }
}
