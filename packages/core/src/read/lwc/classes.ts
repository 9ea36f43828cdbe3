/**
 * Components: classes that extend the family's own. The instance holds the public members, the fields and the methods; a field that is
 * set is a cell. The markup of the same name, and any other that the class imports, reads that instance.
 */
import type * as t from '@babel/types';
import type { FunctionFact, FunctionId, PlaceId, Spot } from '../../model/facts';
import { openComponent, readWithin, renderedPiece } from '../component/component';
import { takeMarkup } from '../component/markupFile';
import { declareProp } from '../component/declare';
import { addClass, readBase, readBaseToo, runBase, type ClassNode } from '../component/extended';
import { decoratorOf } from '../component/decorators';
import { addFieldCells } from '../component/fieldCells';
import { spotOf } from '../script/builder';
import type { SingleFileComponent } from '../script/componentInFile';
import { value } from '../script/expressions';
import { readFunction } from '../script/functions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { noteMounting } from '../script/starts';
import { hearBelow } from './events';
import { moduleOf, nameInMarkup } from './names';
import { readWire } from './wire';

/** Methods the family calls by itself, with what makes it do so. */
const LIFECYCLE = new Map([
  ['connectedCallback', 'mount'],
  ['renderedCallback', 'update'],
  ['disconnectedCallback', 'unmount'],
]);

/** A class that is a component; undefined for any other. */
export function readLwcClass(r: ScriptReader, node: ClassNode, name: string): PlaceId | undefined {
  if (r.fn !== 0 || !isComponent(r, node)) return undefined;
  const own = name || (moduleOf(r.b.facts.path)?.name ?? 'component').replace(/^[a-z]/, (one) => one.toUpperCase());
  const id = addClass(r, node, own, 'component');
  const fact = r.b.fn(id);
  const tag = nameInMarkup(r.b.facts.path);
  if (tag !== null) fact.ownNames = [tag];
  const component = openComponent(r, id, true);
  readWithin(r, component, () => new ComponentClass(r, component, fact, node).read());
  readBaseToo(r, id, () =>
    readBase(r, node, own, (base, itsFact) => new ComponentClass(r, base, itsFact, node).read()),
  );
  return fact.self;
}

/** Whether a class extends the family's own, itself or by what adds to it, or is what the file of a component gives. */
function isComponent(r: ScriptReader, { id, superClass, body }: ClassNode): boolean {
  if (!superClass) return false;
  if (/\bLightningElement\b|\bElement\b/.test(r.source(superClass))) return true;
  if (moduleOf(r.b.facts.path) === null) return false;
  // What the file of a component gives is the component, whatever it extends.
  const isExported = !id || new RegExp(`\\bexport default (class )?${id.name}\\b`).test(r.text);
  return isExported || body.body.some((member) => decoratorOf(member, /^(api|track|wire)$/) !== null);
}

/** A list or an object that is not tracked shows anew where it is replaced alone. */
function tracking(member: t.ClassBody['body'][number] | undefined): 'itself' | undefined {
  if (member?.type !== 'ClassProperty' || decoratorOf(member, /^track$/)) return undefined;
  return /^(Array|Object)Expression$/.test(member.value?.type ?? '') ? 'itself' : undefined;
}

class ComponentClass {
  constructor(
    private readonly r: ScriptReader,
    private readonly component: SingleFileComponent,
    private readonly fact: FunctionFact,
    private readonly node: ClassNode,
  ) {
    this.early = [component.fn];
  }

  /** What runs before the component's markup is there. */
  private readonly early: FunctionId[];
  /** What whoever holds the component may reach: its public members. */
  private readonly public: { name: string; place: PlaceId }[] = [];

  read(): void {
    const { r, component, fact, node } = this;
    const { queries } = r.b.facts;
    const firstQuery = queries.length;
    this.inherit();
    const members = node.body.body;
    r.methods = new Set(members.flatMap((one) => (one.type === 'ClassMethod' ? [fieldOf(one.key, one.computed)] : [])));
    addFieldCells(r, component, node, (one) => decoratorOf(one, /^(api|wire)$/) !== null, tracking);
    for (const member of members) if (member.type === 'ClassProperty') this.property(member);
    for (const member of members) if (member.type === 'ClassMethod') this.method(member);
    for (const query of queries.slice(firstQuery)) query.before = this.early;
    if (!component.mixin) {
      this.expose();
      this.template();
    }
    const methodOf = (name: string): t.Node | null =>
      members.find((one) => one.type === 'ClassMethod' && fieldOf(one.key, one.computed) === name) ?? null;
    const end = methodOf('disconnectedCallback');
    for (const name of ['constructor', 'connectedCallback', 'renderedCallback']) {
      const begins = methodOf(name);
      if (begins) noteMounting(r, begins, end ? [end] : [], methodOf);
    }
    r.b.endSpan(fact);
  }

  /** A class above runs as part of this one, with what that is passed; one that cannot be followed may take and send anything. */
  private inherit(): void {
    const { r, component, fact, node } = this;
    if (!node.superClass || (node.superClass.type === 'Identifier' && node.superClass.name === 'LightningElement'))
      return;
    const base = value(r, node.superClass);
    // `NavigationMixin(LightningElement)`: what packages of the family's add takes no public member.
    if (node.superClass.type === 'CallExpression' && /^\w*Mixin\(LightningElement\)$/.test(r.source(node.superClass)))
      return;
    if (base !== null) return runBase(r, component, base, spotOf(node.superClass));
    fact.takesRest = true;
    fact.sendsAny = true;
  }

  private property(member: t.ClassProperty): void {
    const { r, component } = this;
    const field = fieldOf(member.key, member.computed);
    const at = spotOf(member.key);
    const wire = decoratorOf(member, /^wire$/);
    if (wire) return r.b.flow(readWire(r, wire.args, field, at), component.self, 'put', field);
    if (decoratorOf(member, /^api$/)) {
      this.input(field, member.key, member.value ?? null);
      if (member.value) value(r, member.value);
      return;
    }
    const place = value(r, member.value, member.key.type === 'Identifier' ? member.key : null);
    if (place === null || member.static) return;
    const cell = r.fieldCells.get(field);
    if (cell === undefined) r.b.flow(place, component.self, 'put', field);
    else r.b.flow(place, cell, 'frozen');
  }

  /** A public field: what is passed under its name. */
  private input(field: string, node: t.Node, otherwise: t.Node | null): PlaceId {
    const { r, component } = this;
    declareProp(r, component, field, node, false, otherwise ? r.source(otherwise) : null);
    const part = r.b.part(component.props, field, component.fn, spotOf(node));
    r.b.flow(part, component.self, 'put', field);
    this.public.push({ name: field, place: part });
    return part;
  }

  private method(member: t.ClassMethod): void {
    const { r, component } = this;
    const { b } = r;
    const field = fieldOf(member.key, member.computed);
    const isPublic = decoratorOf(member, /^api$/) !== null;
    const wire = decoratorOf(member, /^wire$/);
    const constructs = member.kind === 'constructor';
    const before = r.constructing;
    const id = b.facts.functions.length;
    // What is done before the first rendering shows, however it is done.
    if (constructs || field === 'connectedCallback') r.constructing = id;
    const self = readFunction(r, member, constructs ? '' : field);
    r.constructing = before;
    const fact = b.fn(id);
    const at = spotOf(member.key);
    if (constructs || field === 'connectedCallback') this.early.push(id);
    if (constructs) return b.use({ place: self, kind: 'effect', detail: 'mount', fn: component.fn, at });
    if (member.static) return;
    const { body } = this.node.body;
    // One of the two says for both that the member is public.
    const other = body.find(
      (one) =>
        one.type === 'ClassMethod' &&
        one.kind === (member.kind === 'get' ? 'set' : 'get') &&
        fieldOf(one.key, one.computed) === field,
    );
    if (member.kind === 'get') {
      // Without a setter it is only read from outside.
      if (isPublic && !other) this.public.push({ name: field, place: fact.result });
      return b.flow(fact.result, component.self, 'put', field);
    }
    if (member.kind === 'set') {
      if (!isPublic && !(other && decoratorOf(other, /^api$/))) return;
      declareProp(r, component, field, member.key, false, null);
      const part = b.part(component.props, field, component.fn, at);
      this.public.push({ name: field, place: part });
      return this.give(self, field, part, at);
    }
    b.flow(self, component.self, 'put', field);
    if (isPublic) this.public.push({ name: field, place: self });
    if (wire) return this.give(self, field, readWire(r, wire.args, field, at), at);
    const trigger = LIFECYCLE.get(field);
    if (trigger !== undefined) b.use({ place: self, kind: 'effect', detail: trigger, fn: component.fn, at });
  }

  private give(callee: PlaceId, name: string, place: PlaceId | null, at: Spot): void {
    this.r.b.call({ callee, name, args: [place], fn: this.component.fn, at });
  }

  private expose(): void {
    const { r, component, fact } = this;
    const exposes = r.b.place('object', fact.name, component.fn, fact.at);
    for (const { name, place } of this.public) r.b.flow(place, exposes, 'put', name);
    r.b.facts.handles.push({ handle: exposes, exposes, fn: component.fn, at: fact.at });
  }

  /** The markup beside the class, and all that it imports: which of them is shown is chosen while the program runs. */
  private template(): void {
    const { r, component } = this;
    const own = moduleOf(r.b.facts.path);
    const imported = r.b.facts.imports.flatMap(({ source }) => (/^\.\/.*\.html$/.test(source) ? [source] : []));
    const files = new Set([...(own ? [`./${own.name}.html`] : []), ...imported]);
    hearBelow(r, component, r.b.fn(component.fn).at);
    const piece = renderedPiece(r, component);
    for (const file of files) {
      // By custom it is there; a class that others extend has none.
      takeMarkup(r, component, file, piece, r.b.fn(component.fn).at, !imported.includes(file));
    }
  }
}
