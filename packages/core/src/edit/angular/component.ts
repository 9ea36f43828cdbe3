/** An Angular component: inputs that signals give, values to all below by a service that the component provides. */
import type * as t from '@babel/types';
import type { Spot } from '../../model/facts';
import { fieldOf } from '../../read/script/patterns';
import { walkNodes } from '../../read/script/walk';
import type { ComponentEditor, Gets, PassedProp, Taken } from '../component';
import { Impossible } from '../plan';
import type { Imports } from '../syntax/imports';
import { namesIn } from '../syntax/names';
import { insertAfter } from '../syntax/lines';
import { offsets } from '../syntax/offsets';
import { spanOf, type Span, type Syntax } from '../syntax/tree';
import type { Texts } from '../texts';
import { optionsOf, partOf } from './decorator';
import { getter, remove, wholeOf } from './members';
import { addProviders } from './providers';
import { templateOf, type BoundInput, type Part, type Template } from './template';

interface InputTaken extends Taken {
  by: 'declared';
  member: t.ClassProperty;
  isSignal: boolean;
}

/** A state that a component keeps in a member: in a signal, or as it is. */
export interface MemberState {
  name: string;
  member: t.ClassProperty;
  isSignal: boolean;
  /** What the member says, without what it says of who may see it: `units = signal('celsius')`. */
  text: string;
  /** Names that it starts from. */
  needs: string[];
}

/** A call in the place of what changes a state. */
export interface Change {
  path: string;
  span: Span;
  text: string;
}

export class AngularComponent implements ComponentEditor {
  private readonly droppedPassed = new Set<BoundInput>();
  private readonly droppedProps = new Set<string>();
  private readonly droppedAttributes: Span[] = [];
  private readonly replaced: Change[] = [];
  private readonly provided: string[] = [];
  private readonly members: string[] = [];
  private readonly getters: string[] = [];
  private readonly shown: string[] = [];
  private readonly at: (spot: { line: number; column: number }) => number;

  private constructor(
    readonly name: string,
    readonly syntax: Syntax,
    readonly declared: t.ClassDeclaration,
    readonly options: t.ObjectExpression,
    readonly part: Part,
    readonly template: Template,
  ) {
    this.at = offsets(part.text);
  }

  /** `text` gives the text of a file; null where it is written in a way that is not edited. */
  static of(name: string, syntax: Syntax, text: (path: string) => string | null): AngularComponent | null {
    let found: t.ClassDeclaration | null = null;
    walkNodes(syntax.ast, (node) => {
      if (node.type === 'ClassDeclaration' && node.id?.name === name) found = node;
    });
    const declared = found as t.ClassDeclaration | null;
    const options = declared && optionsOf(declared);
    const part = options && partOf(syntax, options, text);
    const template = part && templateOf(part);
    return template ? new AngularComponent(name, syntax, declared, options, part, template) : null;
  }

  get path(): string {
    return this.syntax.path;
  }

  get markupPath(): string {
    return this.part.path;
  }

  member(name: string): t.ClassProperty | null {
    const found = this.declared.body.body.find(
      (one) => one.type === 'ClassProperty' && fieldOf(one.key, one.computed) === name,
    );
    return found?.type === 'ClassProperty' ? found : null;
  }

  taken(prop: string): InputTaken | null {
    const member = this.member(prop);
    if (!member || this.template.declared.has(prop) || this.says('inputs')) return null;
    if (this.isPlainInput(member)) return { by: 'declared', member, isSignal: false };
    const call = member.value?.type === 'CallExpression' ? member.value : null;
    if (!call || member.typeAnnotation || !/^input(?:\.required)?$/.test(this.syntax.source(call.callee))) return null;
    // With a transform or another name, what comes is not what was given.
    const options = this.syntax.source(call.callee) === 'input' ? call.arguments[1] : call.arguments[0];
    return options ? null : { by: 'declared', member, isSignal: true };
  }

  /** `@Input() units = '';`, which nothing sets and nobody waits for: a getter may stand in its place. */
  private isPlainInput(member: t.ClassProperty): boolean {
    const [only, ...others] = member.decorators ?? [];
    const said = only && others.length === 0 ? this.syntax.source(only).replace(/\s|,(?=\s*\})/g, '') : '';
    const isInput = said === '@Input()' || said === '@Input({required:true})';
    const name = fieldOf(member.key, member.computed);
    return isInput && !this.isOnPush && !this.hasMember('ngOnChanges') && !this.isSetInClass(name);
  }

  /** Whether the decorator says something of the component. */
  private says(option: string): boolean {
    return this.options.properties.some(
      (one) => one.type === 'ObjectProperty' && fieldOf(one.key, one.computed) === option,
    );
  }

  /** Whether it is rendered again only where an input or a signal changes. */
  get isOnPush(): boolean {
    return this.options.properties.some(
      (one) => one.type === 'ObjectProperty' && this.syntax.source(one.value).endsWith('.OnPush'),
    );
  }

  private isSetInClass(name: string): boolean {
    let found = false;
    walkNodes(this.declared, (node) => {
      const target =
        node.type === 'AssignmentExpression' ? node.left : node.type === 'UpdateExpression' ? node.argument : null;
      if (target?.type !== 'MemberExpression' || target.object.type !== 'ThisExpression') return;
      found ||= fieldOf(target.property, target.computed) === name;
    });
    return found;
  }

  canDrop(): boolean {
    return true;
  }

  passing({ isSignal }: InputTaken, prop: string): BoundInput[] {
    const read = isSignal ? `${prop}()` : prop;
    return this.template.bound.filter(({ expression }) => expression === read);
  }

  spreadTags(): number[] {
    return [];
  }

  passedAt(spot: Spot, prop: string): BoundInput | null {
    const tag = this.at(spot);
    return this.template.bound.find((one) => one.tag === tag && one.prop === prop) ?? null;
  }

  isAtTop({ expression }: PassedProp): boolean {
    const [, name, called] = /^(\w+)(\(\))?$/.exec(expression) ?? [];
    const state = name === undefined ? null : this.stateNamed(name);
    return state !== null && state.isSignal === (called !== undefined);
  }

  /** The state that a member keeps; null where it is none, or cannot be kept elsewhere. */
  stateNamed(name: string): MemberState | null {
    const member = this.member(name);
    if (!member?.value || (member.decorators ?? []).length > 0 || this.template.declared.has(name)) return null;
    const { value } = member;
    const call = value.type === 'CallExpression' ? value : null;
    const isSignal = call?.callee.type === 'Identifier' && call.callee.name === 'signal';
    if (isSignal ? call.arguments.length > 1 : this.isOnPush || member.readonly) return null;
    const { start } = spanOf(member.key);
    const text = this.syntax.text.slice(start, spanOf(member).end).replace(/;\s*$/, '');
    // Its type may come from elsewhere as well as what it starts from.
    const needs = [member.typeAnnotation, value].flatMap((one) => (one ? [...namesIn(one)] : []));
    return { name, member, isSignal, text, needs: needs.filter((one) => !isSignal || one !== 'signal') };
  }

  canHoist(): boolean {
    return false;
  }

  hoist(): never {
    throw new Impossible('What is made at a tag is not moved in this family.');
  }

  usesOf({ member }: InputTaken, prop: string): Span[] {
    const gone = [...this.droppedPassed].map(({ at }) => at);
    const inTemplate = (this.template.mentions.get(prop) ?? []).filter(
      ({ start, end }) => !gone.some((at) => at.start <= start && end <= at.end),
    );
    const own = spanOf(member);
    return [...inTemplate, ...this.ownMentions(prop).filter(({ start }) => start < own.start || own.end <= start)];
  }

  /** `this.units` in the class. */
  ownMentions(name: string): Span[] {
    const found: Span[] = [];
    walkNodes(this.declared, (node) => {
      if (node.type !== 'MemberExpression' || node.object.type !== 'ThisExpression') return;
      if (fieldOf(node.property, node.computed) === name) found.push(spanOf(node));
    });
    return found;
  }

  /** Where a state is set, in the class and in the template, and what stands there instead: a call of `setter`. */
  changesOf({ name, isSignal }: MemberState, setter: string): Change[] {
    const { path, markupPath, syntax, part } = this;
    if (isSignal) {
      const named = [
        ...this.ownMentions(name).map((span) => ({ span, path, text: syntax.text, before: 'this.' })),
        ...(this.template.mentions.get(name) ?? []).map((span) => ({
          span,
          path: markupPath,
          text: part.text,
          before: '',
        })),
      ];
      return named.flatMap(({ span, text, before, path: where }) => {
        const called = /^\.set\b/.exec(text.slice(span.end));
        const at = { start: span.start, end: span.end + (called?.[0].length ?? 0) };
        return called ? [{ path: where, span: at, text: `${before}${setter}` }] : [];
      });
    }
    const inTemplate = this.template.assignments.flatMap(({ name: set, at, value }): Change[] =>
      set === name
        ? [{ path: markupPath, span: at, text: `${setter}(${part.text.slice(value.start, value.end)})` }]
        : [],
    );
    const inClass: Change[] = [];
    walkNodes(this.declared, (node) => {
      if (node.type !== 'AssignmentExpression' || node.operator !== '=') return;
      const { left } = node;
      if (left.type !== 'MemberExpression' || left.object.type !== 'ThisExpression') return;
      if (fieldOf(left.property, left.computed) !== name) return;
      inClass.push({ path, span: spanOf(node), text: `this.${setter}(${syntax.source(node.right)})` });
    });
    return [...inTemplate, ...inClass];
  }

  /** Whether a member is set in another way than by an assignment: bound both ways, counted up, added to. */
  isSetOtherwise(name: string): boolean {
    let found =
      this.template.assignments.some((one) => one.name === '') ||
      new RegExp(`\\)\\]\\s*=\\s*["']\\s*${name}\\b`).test(this.part.text);
    walkNodes(this.declared, (node) => {
      const target =
        node.type === 'UpdateExpression'
          ? node.argument
          : node.type === 'AssignmentExpression' && node.operator !== '='
            ? node.left
            : null;
      if (target?.type !== 'MemberExpression' || target.object.type !== 'ThisExpression') return;
      found ||= fieldOf(target.property, target.computed) === name;
    });
    return found;
  }

  /** Whether a member is used but for where it is set, and for what is no longer given. */
  isReadBeside(name: string, setters: readonly Span[]): boolean {
    const member = this.member(name);
    const uses = member ? this.usesOf({ by: 'declared', member, isSignal: true }, name) : [];
    return uses.some(({ start, end }) => !setters.some((one) => one.start <= start && end <= one.end));
  }

  /** Puts other members in the place of one. */
  becomes(member: t.ClassProperty, members: readonly string[], imports: Imports): void {
    const { start, end } = wholeOf(member);
    const indent = this.syntax.indentAt(start);
    const unit = this.syntax.unit;
    const lines = members.flatMap((one) => one.split('\n'));
    const text = lines
      .map((line) => line.replace(/^ +/, unit))
      .map((line) => (/[{}]$/.test(line) ? line : `${line}${this.syntax.semicolon}`));
    this.replace(this.path, { start, end }, text.join(`\n${indent}`));
    imports.noteGone({ start, end });
  }

  hasMember(name: string): boolean {
    return this.declared.body.body.some(
      (one) => (one.type === 'ClassProperty' || one.type === 'ClassMethod') && fieldOf(one.key, one.computed) === name,
    );
  }

  dropPassed(passed: PassedProp): void {
    this.droppedPassed.add(passed as BoundInput);
  }

  dropProp(prop: string): void {
    this.droppedProps.add(prop);
  }

  provide(): never {
    throw new Impossible('In this family, what all below read is kept in a service.');
  }

  /** Lets every instance have one of its own of a service, for itself and for all below. */
  provideService(service: string): void {
    this.provided.push(service);
  }

  /** A member of the class, at its top. */
  addMember(text: string): void {
    this.members.push(text);
  }

  replace(path: string, span: Span, text: string): void {
    this.replaced.push({ path, span, text });
  }

  /** A method at the end of the class. */
  addMethod(lines: readonly string[]): void {
    const last = this.declared.body.body.at(-1);
    if (!last) return;
    const { unit, semicolon } = this.syntax;
    const indent = this.syntax.indentAt(wholeOf(last).start);
    const text = lines.map((line) => (/[{}]$/.test(line) ? `${indent}${line}` : `${indent}${unit}${line}${semicolon}`));
    const at = spanOf(last).end;
    this.replace(this.path, { start: at, end: at }, `\n\n${text.join('\n')}`);
  }

  change({ path, span, text }: Change): void {
    this.replace(path, span, text);
  }

  contextRead(key: string, imports: Imports): string {
    return `${imports.named('@angular/core', 'inject')}(${key})`;
  }

  readInstead({ member, isSignal }: InputTaken, prop: string, read: string, imports: Imports): void {
    const [, inject, field = prop] = /^(.*)\.(\w+)$/.exec(read) ?? [];
    if (isSignal || inject === undefined) {
      this.giveInstead(member, read, imports);
      return;
    }
    const memberName = this.freeMember(`${field}Held`);
    this.becomes(
      member,
      [`private readonly ${memberName} = ${inject}`, ...getter(prop, `this.${memberName}.${field}`)],
      imports,
    );
  }

  readWanted(wanted: string, read: string, gets: Gets): { local: string; isShown: boolean } {
    const isSignal = gets === 'live';
    const local = this.freeMember(wanted);
    const [, inject, field] = /^(.*)\.(\w+)$/.exec(read) ?? [];
    if (isSignal || inject === undefined) this.addMember(`protected readonly ${local} = ${read}`);
    else {
      const member = this.freeMember(`${local}Held`);
      this.addMember(`private readonly ${member} = ${inject}`);
      this.getters.push(...getter(local, `this.${member}.${field}`));
    }
    this.shown.push(`<output>{{ ${local}${isSignal ? '()' : ''} }}</output>`);
    return { local, isShown: true };
  }

  /** Takes an attribute of its markup away. */
  dropAttribute(at: Span): void {
    this.droppedAttributes.push(at);
  }

  /** What it loses of its script. */
  gone(): Span[] {
    return [...this.droppedProps].flatMap((prop) => {
      const member = this.member(prop);
      return member ? [wholeOf(member)] : [];
    });
  }

  /** A name that no member has. */
  freeMember(wanted: string): string {
    let name = wanted;
    for (let n = 2; this.hasMember(name); n++) name = `${wanted}${n}`;
    return name;
  }

  /** Lets a member hold something else. */
  giveInstead(member: t.ClassProperty, read: string, imports: Imports): void {
    if (!member.value) return;
    this.replace(this.path, spanOf(member.value), read);
    imports.noteGone(spanOf(member.value));
  }

  keyName(name: string): string {
    return name;
  }

  moduleOf(): never {
    throw new Impossible('In this family, what all below read is kept in a service.');
  }

  write(texts: Texts): void {
    const { path, syntax } = this;
    const attributes = [...[...this.droppedPassed].map(({ at }) => at), ...this.droppedAttributes];
    for (const at of attributes) remove(texts, this.markupPath, this.part.text, at);
    for (const member of this.gone()) remove(texts, path, syntax.text, member);
    for (const { path: where, span, text } of this.replaced)
      if (span.start === span.end) texts.insert(where, span.start, text);
      else texts.replace(where, span.start, span.end, text);
    if (this.provided.length > 0) addProviders(this, this.provided, texts);
    this.writeMembers(texts);
    const { end, text } = this.part;
    const at = text.slice(0, end).trimEnd().length;
    for (const one of this.shown) insertAfter(texts, this.markupPath, text, at, one);
  }

  private writeMembers(texts: Texts): void {
    const { path, syntax } = this;
    const added = [...this.members, ...this.getters].flatMap((one) => one.split('\n'));
    if (added.length === 0) return;
    const { unit, semicolon, text } = syntax;
    const lines = added.map((line) => `${line.replace(/^ +/, unit)}${/[{}]$/.test(line) ? '' : semicolon}`);
    const [first] = this.declared.body.body;
    if (first) {
      const { start } = wholeOf(first);
      const indent = syntax.indentAt(start);
      texts.insert(path, start, lines.map((line) => `${line}\n${indent}`).join(''));
      return;
    }
    const { start, end } = spanOf(this.declared.body);
    const indent = syntax.indentAt(start);
    texts.replace(path, start, end, `{\n${lines.map((line) => `${indent}${unit}${line}\n`).join('')}${indent}}`);
    if (text.slice(start + 1, end - 1).trim() !== '')
      throw new Impossible(`The class of ${this.name} holds a comment alone.`);
  }
}
