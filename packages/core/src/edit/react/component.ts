/**
 * A function component as syntax: how it takes its props, what it passes on, where its markup begins. Edits are collected and
 * written once, as several values may touch the same list of props.
 */
import type * as t from '@babel/types';
import type { FunctionFact, Spot } from '../../model/facts';
import { walkNodes } from '../../read/script/walk';
import type { ComponentEditor, PassedProp, Provided, Taken } from '../component';
import { removeEntries } from '../syntax/entries';
import { dedented } from '../syntax/lines';
import type { Imports } from '../syntax/imports';
import {
  declarationsOf,
  freeName,
  isFunction,
  isReassigned,
  namesIn,
  referencesOf,
  type FunctionNode,
} from '../syntax/names';
import { spanOf, type Span, type Syntax } from '../syntax/tree';
import type { Texts } from '../texts';
import { functionAt } from './locate';
import { Markup, wholeAttribute, type Wrapper } from './markup';
import { keyOf, writeParams } from './params';
import { PropTypes, type AddedProp } from './propTypes';
import { objectForTags, readsByName, tagsOfSpread } from './spreads';
import { TopLevel } from './topLevel';

/** How a component reads one of its props. */
export type TakenProp =
  | { by: 'pattern'; local: string; property: t.ObjectProperty; fallback: t.Expression | null }
  | { by: 'member'; object: string }
  /** Not by its name: it is among the rest, and spread into tags. */
  | { by: 'rest'; local: string };

interface JsxProp extends PassedProp {
  value: t.Node;
  /** How it is written: at the tag, or in an object that is spread into it. */
  attribute: t.JSXAttribute | null;
  entry: { object: t.ObjectExpression; property: t.ObjectProperty } | null;
}

export class ReactComponent implements ComponentEditor {
  readonly names: Set<string>;
  private readonly droppedProps = new Set<string>();
  private readonly addedProps: AddedProp[] = [];
  private readonly droppedAttributes: t.JSXAttribute[] = [];
  private readonly addedAttributes = new Map<t.JSXOpeningElement, { name: string; value: string }[]>();
  private readonly statements: string[] = [];
  private readonly wrappers: (Wrapper & { after: number })[] = [];
  private readonly droppedEntries: { object: t.ObjectExpression; property: t.ObjectProperty }[] = [];
  private readonly hoisted = new Map<string, { at: number; text: string }>();
  private readonly shown: string[] = [];
  private readonly types: PropTypes;
  private readonly markup: Markup;
  private readonly top: TopLevel;

  private constructor(
    readonly syntax: Syntax,
    readonly name: string,
    readonly fn: FunctionNode,
    /** What it destructures its props by: its first parameter, or a declaration at the top of its body. */
    readonly pattern: t.ObjectPattern | null,
    /** What its first parameter is called where it takes its props as a whole. */
    readonly objectOfProps: string | null,
  ) {
    this.names = namesIn(fn);
    this.types = new PropTypes(syntax, name, fn);
    this.markup = new Markup(syntax, fn);
    this.top = new TopLevel(syntax, fn);
  }

  /** Null where it is no function, or takes its props in a way that is not edited. */
  static of(syntax: Syntax, name: string, fact: FunctionFact): ReactComponent | null {
    const fn = functionAt(syntax, fact.at);
    if (!fn || fn.generator || fn.async) return null;
    const [first] = fn.params;
    if (!first) return new ReactComponent(syntax, name, fn, null, null);
    if (first.type === 'ObjectPattern') return new ReactComponent(syntax, name, fn, first, null);
    if (first.type !== 'Identifier') return null;
    const inBody = fn.body.type === 'BlockStatement' ? fn.body.body : [];
    const patterns = inBody
      .flatMap((node) => (node.type === 'VariableDeclaration' ? node.declarations : []))
      .filter((node) => node.init?.type === 'Identifier' && node.init.name === first.name);
    const [only] = patterns;
    const pattern = patterns.length === 1 && only?.id.type === 'ObjectPattern' ? only.id : null;
    return new ReactComponent(syntax, name, fn, pattern, first.name);
  }

  /** How a prop is read; null where it is not, or in a way that is not edited. */
  taken(prop: string): TakenProp | null {
    const property = this.pattern?.properties.find(
      (one): one is t.ObjectProperty => one.type === 'ObjectProperty' && !one.computed && keyOf(one.key) === prop,
    );
    const members = this.objectOfProps === null ? [] : this.membersOf(this.objectOfProps, prop);
    if (property) {
      const value = property.value.type === 'AssignmentPattern' ? property.value.left : property.value;
      if (value.type !== 'Identifier' || members.length > 0) return null;
      if (declarationsOf(this.fn, value.name) !== 1 || isReassigned(this.fn, value.name)) return null;
      const fallback = property.value.type === 'AssignmentPattern' ? property.value.right : this.types.defaultOf(prop);
      return { by: 'pattern', local: value.name, property, fallback };
    }
    if (this.objectOfProps !== null && members.length > 0)
      return declarationsOf(this.fn, this.objectOfProps) === 1 ? { by: 'member', object: this.objectOfProps } : null;
    const rest = this.pattern?.properties.find((one) => one.type === 'RestElement')?.argument;
    const local = rest?.type === 'Identifier' ? rest.name : this.objectOfProps;
    if (local === null || declarationsOf(this.fn, local) !== 1) return null;
    // Whatever else is done with the rest may read it from there.
    const spread = tagsOfSpread(this.fn, local).length;
    const others = referencesOf(this.fn, local).length - 1 - spread - readsByName(this.fn, local);
    return spread > 0 && others === 0 ? { by: 'rest', local } : null;
  }

  /** What `defaultProps` has for a prop. */
  defaultOf(prop: string): t.Expression | null {
    return this.types.defaultOf(prop);
  }

  /** Whether a prop can be taken away without breaking its types. */
  canDrop(prop: string): boolean {
    return this.types.canDrop(prop);
  }

  get path(): string {
    return this.syntax.path;
  }

  passing(taken: Taken, prop: string): PassedProp[] {
    return this.attributesPassing(taken as TakenProp, prop).flatMap((attribute) => this.passed(attribute) ?? []);
  }

  passedAt(spot: Spot, prop: string): PassedProp | null {
    const attribute = this.attributeAt(spot, prop);
    return attribute ? this.passed(attribute) : this.passedBySpread(spot, prop);
  }

  /** `const all = { depth, soil }; <Bed {...all} />`: a field of an object that is put together for tags alone. */
  private passedBySpread(spot: Spot, prop: string): JsxProp | null {
    const tag = this.tagAt(spot);
    for (const one of tag?.attributes ?? []) {
      if (!tag || one.type !== 'JSXSpreadAttribute' || one.argument.type !== 'Identifier') continue;
      const { name } = one.argument;
      const object = objectForTags(this.fn, name);
      const property = object?.properties.find(
        (entry): entry is t.ObjectProperty =>
          entry.type === 'ObjectProperty' && !entry.computed && keyOf(entry.key) === prop,
      );
      if (!object || !property) continue;
      const expression = this.syntax.source(property.value);
      const start = spanOf(tag.name).start;
      return { prop, tag: start, expression, value: property.value, attribute: null, entry: { object, property } };
    }
    return null;
  }

  private passed(attribute: t.JSXAttribute): JsxProp | null {
    const value = attribute.value?.type === 'JSXExpressionContainer' ? attribute.value.expression : null;
    const tag = this.tagOf(attribute);
    if (!value || !tag) return null;
    if (value.type === 'JSXEmptyExpression') return null;
    const expression = this.syntax.source(value);
    const start = spanOf(tag.name).start;
    return { prop: String(attribute.name.name), tag: start, expression, value, attribute, entry: null };
  }

  spreadTags(taken: Taken): number[] {
    const { by, ...rest } = taken as TakenProp;
    return by === 'rest' && 'local' in rest
      ? tagsOfSpread(this.fn, rest.local).map((tag) => spanOf(tag.name).start)
      : [];
  }

  isAtTop(passed: PassedProp): boolean {
    return this.top.isKnown((passed as JsxProp).value);
  }

  canHoist(passed: PassedProp): boolean {
    const { value } = passed as JsxProp;
    return isFunction(value) && this.fn.body.type === 'BlockStatement' && this.top.isMadeOf(value);
  }

  hoist(passed: PassedProp, keep: (fn: t.Node) => string[] | null, imports: Imports): string {
    const { value, prop } = passed as JsxProp;
    const { syntax } = this;
    const name = this.claim(prop);
    const after = this.top.declaredBy(value);
    const at = after === null ? this.top.startOfBody() : after;
    const indent = syntax.indentAt(spanOf(this.top.bodyStatements()[0] ?? this.fn.body).start);
    // A hook has to run each time: nothing may have been returned before it.
    const dependencies = this.markup.returned().some((node) => spanOf(node).start < at) ? null : keep(value);
    const source = dedented(syntax.source(value), syntax.indentAt(spanOf(value).start), indent);
    const made =
      dependencies === null
        ? source
        : `${imports.named('react', 'useCallback')}(${source}, [${dependencies.join(', ')}])`;
    this.hoisted.set(name, { at, text: `\n${indent}const ${name} = ${made}${syntax.semicolon}` });
    return name;
  }

  dropPassed(passed: PassedProp): void {
    const { attribute, entry } = passed as JsxProp;
    if (attribute) this.dropAttribute(attribute);
    if (entry && !this.droppedEntries.some(({ property }) => property === entry.property))
      this.droppedEntries.push(entry);
  }

  provide({ key, expression, made }: Provided): void {
    const at = this.hoisted.get(expression)?.at ?? (made ? this.top.declaredBy((made as JsxProp).value) : null);
    this.wrap(`<${key}.Provider value={${expression}}>`, `</${key}.Provider>`, at ?? 0);
  }

  contextRead(key: string, imports: Imports): string {
    return `${imports.named('react', 'useContext')}(${key})`;
  }

  readInstead(taken: Taken, prop: string, read: string): void {
    const how = taken as TakenProp;
    this.dropProp(prop);
    if (how.by === 'pattern') {
      this.readFrom(how.local, read, how.fallback ? this.syntax.source(how.fallback) : null);
      return;
    }
    const local = this.claim(prop);
    const fallback = this.types.defaultOf(prop);
    this.readFrom(local, read, fallback && this.syntax.source(fallback));
    this.readAs(prop, local);
  }

  /** A statement by which it has what an expression gives under a name; none where that is its name already. */
  readFrom(local: string, read: string, fallback: string | null = null): void {
    if (local === read) return;
    // A default stands in for what is undefined, and for nothing else.
    this.begin(
      fallback === null ? `const ${local} = ${read}` : `const { ${local} = ${fallback} } = { ${local}: ${read} }`,
    );
  }

  keyName(name: string): string {
    return `${name}Context`;
  }

  moduleOf(made: readonly { name: string; type: string }[], typed: boolean): string {
    const { quote, semicolon } = this.syntax;
    // Whoever reads it stands below the provider, so the default is never seen.
    const lines = made.map(({ name, type }) => {
      const of = typed ? `<${type}>(undefined as any)` : '(undefined)';
      return `export const ${name} = createContext${of}${semicolon}`;
    });
    return [`import { createContext } from ${quote}react${quote}${semicolon}`, '', ...lines, ''].join('\n');
  }

  /** The attributes of sites that pass on what a prop holds, and nothing else. */
  private attributesPassing(taken: TakenProp, prop: string): t.JSXAttribute[] {
    if (taken.by === 'rest') return [];
    return this.attributes().filter((attribute) => {
      const value = attribute.value?.type === 'JSXExpressionContainer' ? attribute.value.expression : null;
      if (!value) return false;
      return taken.by === 'pattern'
        ? value.type === 'Identifier' && value.name === taken.local
        : isMemberOf(value, taken.object, prop);
    });
  }

  /** The attribute of a name at the tag at a spot. */
  attributeAt(spot: Spot, name: string): t.JSXAttribute | null {
    const found = this.tagAt(spot)?.attributes.find(
      (one): one is t.JSXAttribute => one.type === 'JSXAttribute' && one.name.name === name,
    );
    return found ?? null;
  }

  tagAt(spot: Spot): t.JSXOpeningElement | null {
    return this.syntax.nearest(spot, 'JSXOpeningElement');
  }

  /** The tag an attribute stands in. */
  tagOf(attribute: t.JSXAttribute): t.JSXOpeningElement | null {
    let found: t.JSXOpeningElement | null = null;
    walkNodes(this.fn, (node) => {
      if (node.type === 'JSXOpeningElement' && node.attributes.includes(attribute)) found = node;
    });
    return found;
  }

  /** Where what a prop holds is used, apart from attributes that are taken away. */
  usesOf(how: Taken, prop: string): Span[] {
    const taken = how as TakenProp;
    const inDropped = (span: Span): boolean =>
      this.droppedAttributes.some((node) => spanOf(node).start <= span.start && span.end <= spanOf(node).end);
    if (taken.by === 'member') return this.membersOf(taken.object, prop).filter((span) => !inDropped(span));
    if (taken.by === 'rest') return [];
    const own = spanOf(taken.property);
    return referencesOf(this.fn, taken.local).filter(
      (span) => !inDropped(span) && !(own.start <= span.start && span.end <= own.end),
    );
  }

  dropProp(prop: string): void {
    this.droppedProps.add(prop);
  }

  dropAttribute(attribute: t.JSXAttribute): void {
    if (!this.droppedAttributes.includes(attribute)) this.droppedAttributes.push(attribute);
  }

  /** Stretches that are taken out: what only they use need not be imported any more. */
  gone(): Span[] {
    // What is provided, or made at the top, is written there again.
    const attributes = this.droppedAttributes.filter(({ value }) => value?.type !== 'JSXExpressionContainer');
    return [...attributes.map(spanOf), ...this.types.saidOf(this.droppedProps)];
  }

  /** By how much the lines at an offset move to the right. */
  shiftAt(offset: number): string {
    const node =
      this.wrappers.length === 0
        ? undefined
        : this.markup.returned().find((one) => spanOf(one).start <= offset && offset < spanOf(one).end);
    const start = node && spanOf(node).start;
    return start === undefined
      ? ''
      : this.syntax.unit.repeat(this.wrappers.filter(({ after }) => after <= start).length);
  }

  get dropped(): readonly t.JSXAttribute[] {
    return this.droppedAttributes;
  }

  /** Takes one more prop. Gives the name it has in the component. */
  addProp(prop: string, type: string | null): string {
    if (this.objectOfProps !== null && !this.pattern) {
      this.addedProps.push({ prop, local: '', type });
      return `${this.objectOfProps}.${prop}`;
    }
    const local = this.claim(prop);
    this.addedProps.push({ prop, local, type });
    return local;
  }

  /** The name in the component of a prop that a plan adds to it; null where none does. */
  nameOfAdded(prop: string): string | null {
    const added = this.addedProps.find((one) => one.prop === prop);
    if (!added) return null;
    return added.local === '' ? `${this.objectOfProps}.${prop}` : added.local;
  }

  /** As `addAttribute`, unless it was added before. */
  addAttributeOnce(tag: t.JSXOpeningElement, name: string, value: string): void {
    if (!this.addedAttributes.get(tag)?.some((one) => one.name === name)) this.addAttribute(tag, name, value);
  }

  /** Whether one more prop can be taken: it is told where the types stand. */
  canAdd(): boolean {
    return this.types.canAdd();
  }

  addAttribute(tag: t.JSXOpeningElement, name: string, value: string): void {
    this.addedAttributes.set(tag, [...(this.addedAttributes.get(tag) ?? []), { name, value }]);
  }

  /** A name of the file that nothing has, from now on taken. */
  claim(wanted: string): string {
    const name = freeName(this.names, wanted);
    this.names.add(name);
    return name;
  }

  /** A statement at the top of the component. */
  begin(statement: string): void {
    this.statements.push(statement);
  }

  /** Puts markup around everything the component renders from an offset on; the first that is asked for stands outermost. */
  wrap(open: string, close: string, after = 0): void {
    this.wrappers.push({ open, close, after });
  }

  /** Whether its markup ends in an element that can hold one more piece. */
  canShow(): boolean {
    return this.markup.returned().some((node) => node.type === 'JSXElement' && node.closingElement !== null);
  }

  /** Shows something at the end of the first element the component renders. */
  show(markup: string): void {
    this.shown.push(markup);
  }

  /** Replaces every read of a prop of the props object by a name. */
  private readMember(texts: Texts, prop: string, name: string): void {
    if (this.objectOfProps === null) return;
    for (const { start, end } of this.membersOf(this.objectOfProps, prop))
      if (!texts.isGone(this.syntax.path, start)) texts.replace(this.syntax.path, start, end, name);
  }

  private readonly renamed: { prop: string; name: string }[] = [];

  /** From now on reads of `props.x` read the name instead. */
  readAs(prop: string, name: string): void {
    this.renamed.push({ prop, name });
  }

  write(texts: Texts): void {
    const { path } = this.syntax;
    for (const attribute of this.droppedAttributes) {
      const { start, end } = wholeAttribute(this.syntax, attribute);
      texts.remove(path, start, end);
    }
    for (const { prop, name } of this.renamed) this.readMember(texts, prop, name);
    this.types.write(texts, this.droppedProps, this.addedProps);
    writeParams(texts, this, { dropped: this.droppedProps, added: this.addedProps, types: this.types });
    for (const [tag, attributes] of this.addedAttributes) {
      const at = spanOf(tag.attributes.at(-1) ?? tag.typeArguments ?? tag.name).end;
      const onLines =
        tag.attributes.length > 0 &&
        this.lineOf(spanOf(tag.name).start) !== this.lineOf(spanOf(tag.attributes.at(-1) ?? tag).start);
      const gap = onLines ? `\n${this.syntax.indentAt(spanOf(tag.attributes.at(-1) ?? tag).start)}` : ' ';
      texts.insert(path, at, attributes.map(({ name, value }) => `${gap}${name}={${value}}`).join(''));
    }
    if (this.shown.length > 0) this.markup.show(texts, this.shown);
    for (const object of new Set(this.droppedEntries.map((one) => one.object))) {
      const gone = this.droppedEntries.filter((one) => one.object === object).map(({ property }) => spanOf(property));
      removeEntries(texts, path, object.properties.map(spanOf), gone);
    }
    for (const { at, text } of this.hoisted.values()) texts.insert(path, at, text);
    // What is returned before a value is there has nobody below that was passed it.
    for (const node of this.markup.returned()) {
      const around = this.wrappers.filter(({ after }) => after <= spanOf(node).start);
      if (around.length > 0) this.markup.wrap(texts, node, around);
    }
    if (this.statements.length > 0) this.markup.begin(texts, this.statements);
  }

  private lineOf(offset: number): number {
    return this.syntax.text.slice(0, offset).split('\n').length;
  }

  private attributes(): t.JSXAttribute[] {
    const found: t.JSXAttribute[] = [];
    walkNodes(this.fn, (node) => {
      if (node.type === 'JSXAttribute') found.push(node);
    });
    return found;
  }

  private membersOf(object: string, prop: string): Span[] {
    const found: Span[] = [];
    walkNodes(this.fn, (node) => {
      if (isMemberOf(node, object, prop)) found.push(spanOf(node));
    });
    return found;
  }
}

function isMemberOf(node: t.Node, object: string, prop: string): boolean {
  return (
    (node.type === 'MemberExpression' || node.type === 'OptionalMemberExpression') &&
    !node.computed &&
    node.object.type === 'Identifier' &&
    node.object.name === object &&
    node.property.type === 'Identifier' &&
    node.property.name === prop
  );
}
