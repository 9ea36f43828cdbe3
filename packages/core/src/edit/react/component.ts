/**
 * A function component as syntax: how it takes its props, what it passes on, where its markup begins. Edits are collected and
 * written once, as several values may touch the same list of props.
 */
import type * as t from '@babel/types';
import type { FunctionFact, Spot } from '../../model/facts';
import { walkNodes } from '../../read/script/walk';
import type { ComponentEditor, GivenProp, Provided, Taken } from '../component';
import type { Imports } from '../syntax/imports';
import { declarationsOf, freeName, isReassigned, namesIn, referencesOf, type FunctionNode } from '../syntax/names';
import { spanOf, type Span, type Syntax } from '../syntax/tree';
import type { Texts } from '../texts';
import { functionAt } from './locate';
import { Markup, type Wrapper } from './markup';
import { keyOf, writeParams, type AddedProp } from './params';
import { PropTypes } from './propTypes';

/** How a component reads one of its props. */
export type TakenProp =
  | { by: 'pattern'; local: string; property: t.ObjectProperty; fallback: t.Expression | null }
  | { by: 'member'; object: string }
  /** Not by its name: it is among the rest, and spread into tags. */
  | { by: 'rest'; local: string };

interface JsxGiven extends GivenProp {
  attribute: t.JSXAttribute;
}

export class ReactComponent implements ComponentEditor {
  readonly names: Set<string>;
  private readonly droppedProps = new Set<string>();
  private readonly addedProps: AddedProp[] = [];
  private readonly droppedAttributes: t.JSXAttribute[] = [];
  private readonly addedAttributes = new Map<t.JSXOpeningElement, { name: string; value: string }[]>();
  private readonly statements: string[] = [];
  private readonly wrappers: Wrapper[] = [];
  private readonly shown: string[] = [];
  private readonly types: PropTypes;
  private readonly markup: Markup;

  private constructor(
    readonly syntax: Syntax,
    readonly name: string,
    readonly fn: FunctionNode,
    /** What it destructures its props by: its first parameter, or a declaration at the top of its body. */
    readonly pattern: t.ObjectPattern | null,
    /** What its first parameter is called where it takes its props as a whole. */
    private readonly object: string | null,
  ) {
    this.names = namesIn(fn);
    this.types = new PropTypes(syntax, name, fn);
    this.markup = new Markup(syntax, fn);
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
    const members = this.object === null ? [] : this.membersOf(this.object, prop);
    if (property) {
      const value = property.value.type === 'AssignmentPattern' ? property.value.left : property.value;
      if (value.type !== 'Identifier' || members.length > 0) return null;
      if (declarationsOf(this.fn, value.name) !== 1 || isReassigned(this.fn, value.name)) return null;
      const fallback = property.value.type === 'AssignmentPattern' ? property.value.right : null;
      return { by: 'pattern', local: value.name, property, fallback };
    }
    if (this.object !== null && members.length > 0)
      return declarationsOf(this.fn, this.object) === 1 ? { by: 'member', object: this.object } : null;
    const rest = this.pattern?.properties.find((one) => one.type === 'RestElement')?.argument;
    const local = rest?.type === 'Identifier' ? rest.name : this.pattern ? null : this.object;
    if (local === null || declarationsOf(this.fn, local) !== 1) return null;
    // Whatever else is done with the rest may read it from there.
    const spread = this.tagsOfSpread(local).length;
    return spread > 0 && referencesOf(this.fn, local).length - 1 === spread ? { by: 'rest', local } : null;
  }

  /** The tags into which an object is spread. */
  private tagsOfSpread(local: string): t.JSXOpeningElement[] {
    const found: t.JSXOpeningElement[] = [];
    walkNodes(this.fn, (node) => {
      if (node.type !== 'JSXOpeningElement') return;
      for (const one of node.attributes)
        if (one.type === 'JSXSpreadAttribute' && one.argument.type === 'Identifier' && one.argument.name === local)
          found.push(node);
    });
    return found;
  }

  /** Whether a prop can be taken away without breaking its types. */
  canDrop(prop: string): boolean {
    return this.types.canDrop(prop);
  }

  get path(): string {
    return this.syntax.path;
  }

  passing(taken: Taken, prop: string): GivenProp[] {
    return this.attributesPassing(taken as TakenProp, prop).flatMap((attribute) => this.given(attribute) ?? []);
  }

  givenAt(spot: Spot, prop: string): GivenProp | null {
    const attribute = this.attributeAt(spot, prop);
    return attribute && this.given(attribute);
  }

  private given(attribute: t.JSXAttribute): JsxGiven | null {
    const value = attribute.value?.type === 'JSXExpressionContainer' ? attribute.value.expression : null;
    const tag = this.tagOf(attribute);
    if (!value || !tag) return null;
    const expression = this.syntax.source(value);
    return { prop: String(attribute.name.name), tag: spanOf(tag.name).start, expression, attribute };
  }

  spreadTags(taken: Taken): number[] {
    const { by, ...rest } = taken as TakenProp;
    return by === 'rest' && 'local' in rest ? this.tagsOfSpread(rest.local).map((tag) => spanOf(tag.name).start) : [];
  }

  isAtTop(given: GivenProp): boolean {
    const { value } = (given as JsxGiven).attribute;
    return value?.type === 'JSXExpressionContainer' && this.isKnownAtTop(value.expression);
  }

  dropGiven(given: GivenProp): void {
    this.dropAttribute((given as JsxGiven).attribute);
  }

  provide({ key, expression }: Provided): void {
    this.wrap(`<${key}.Provider value={${expression}}>`, `</${key}.Provider>`);
  }

  readInstead(taken: Taken, prop: string, key: string, imports: Imports): void {
    const how = taken as TakenProp;
    this.dropProp(prop);
    if (how.by === 'pattern') {
      this.readContext(how.local, key, imports, how.fallback ? this.syntax.source(how.fallback) : null);
      return;
    }
    const local = this.claim(prop);
    this.readContext(local, key, imports);
    this.readAs(prop, local);
  }

  /** A statement by which it has what a context holds under a name. */
  readContext(local: string, key: string, imports: Imports, fallback: string | null = null): void {
    const call = `${imports.named('react', 'useContext')}(${key})`;
    // A default stands in for what is undefined, and for nothing else.
    this.begin(
      fallback === null ? `const ${local} = ${call}` : `const { ${local} = ${fallback} } = { ${local}: ${call} }`,
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

  /** Whether every name an expression reads is there wherever the component renders: a parameter, a variable of its own, of its module. */
  private isKnownAtTop(expression: t.Node): boolean {
    const own = new Set<string>();
    const body = this.fn.body.type === 'BlockStatement' ? this.fn.body.body : [];
    for (const node of body) {
      if (node.type === 'VariableDeclaration')
        for (const { id } of node.declarations) for (const n of namesIn(id)) own.add(n);
      if (node.type === 'FunctionDeclaration' && node.id) own.add(node.id.name);
    }
    for (const param of this.fn.params) for (const name of namesIn(param)) own.add(name);
    if (/^(ArrowFunction|Function|Object|Array)Expression$|^JSX/.test(expression.type)) return false;
    const module = this.namesOfModule();
    const used = [...namesIn(expression)];
    const isTop = (name: string): boolean =>
      declarationsOf(this.fn, name) === (own.has(name) ? 1 : 0) &&
      (own.has(name) || module.has(name) || GLOBALS.test(name));
    return used.some((name) => own.has(name)) && used.every(isTop);
  }

  private namesOfModule(): Set<string> {
    const names = new Set<string>();
    for (const node of this.syntax.ast.program.body) {
      const one = node.type === 'ExportNamedDeclaration' ? node.declaration : node;
      if (one?.type === 'ImportDeclaration') for (const { local } of one.specifiers) names.add(local.name);
      if (one?.type === 'VariableDeclaration')
        for (const { id } of one.declarations) for (const name of namesIn(id)) names.add(name);
      if ((one?.type === 'FunctionDeclaration' || one?.type === 'ClassDeclaration') && one.id) names.add(one.id.name);
    }
    return names;
  }

  dropProp(prop: string): void {
    this.droppedProps.add(prop);
  }

  dropAttribute(attribute: t.JSXAttribute): void {
    if (!this.droppedAttributes.includes(attribute)) this.droppedAttributes.push(attribute);
  }

  get dropped(): readonly t.JSXAttribute[] {
    return this.droppedAttributes;
  }

  /** Takes one more prop. Gives the name it has in the component. */
  addProp(prop: string, type: string | null): string {
    if (this.object !== null && !this.pattern) {
      this.addedProps.push({ prop, local: '', type });
      return `${this.object}.${prop}`;
    }
    const local = this.claim(prop);
    this.addedProps.push({ prop, local, type });
    return local;
  }

  /** The name in the component of a prop that a plan adds to it; null where none does. */
  nameOfAdded(prop: string): string | null {
    const added = this.addedProps.find((one) => one.prop === prop);
    if (!added) return null;
    return added.local === '' ? `${this.object}.${prop}` : added.local;
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

  /** Puts markup around everything the component renders; the first that is asked for stands outermost. */
  wrap(open: string, close: string): void {
    this.wrappers.push({ open, close });
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
    if (this.object === null) return;
    for (const { start, end } of this.membersOf(this.object, prop))
      if (!texts.isGone(this.syntax.path, start)) texts.replace(this.syntax.path, start, end, name);
  }

  private readonly renamed: { prop: string; name: string }[] = [];

  /** From now on reads of `props.x` read the name instead. */
  readAs(prop: string, name: string): void {
    this.renamed.push({ prop, name });
  }

  write(texts: Texts): void {
    const { path } = this.syntax;
    for (const attribute of this.droppedAttributes) this.removeAttribute(texts, attribute);
    for (const { prop, name } of this.renamed) this.readMember(texts, prop, name);
    for (const prop of this.droppedProps) this.types.drop(texts, prop);
    for (const { prop, type } of this.addedProps) this.types.add(texts, prop, type);
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
    if (this.wrappers.length > 0)
      for (const node of this.markup.returned()) this.markup.wrap(texts, node, this.wrappers);
    if (this.statements.length > 0) this.markup.begin(texts, this.statements);
  }

  private lineOf(offset: number): number {
    return this.syntax.text.slice(0, offset).split('\n').length;
  }

  private removeAttribute(texts: Texts, attribute: t.JSXAttribute): void {
    const { text, path } = this.syntax;
    const { start, end } = spanOf(attribute);
    const whole = this.syntax.wholeLines({ start, end });
    if (whole.start !== start) texts.remove(path, whole.start, whole.end);
    else texts.remove(path, text.slice(0, start).trimEnd().length, end);
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

const GLOBALS = /^(undefined|Math|Number|String|Boolean|Object|Array|JSON|Date)$/;
