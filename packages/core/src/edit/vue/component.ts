/** A single-file component of Vue with a set-up script: props by `defineProps`, values to all below by `provide` and `inject`. */
import type * as t from '@babel/types';
import type { Spot } from '../../model/facts';
import { walkNodes } from '../../read/script/walk';
import type { ComponentEditor, PassedProp, Provided, Taken } from '../component';
import { Impossible } from '../plan';
import type { Imports } from '../syntax/imports';
import { insertBefore } from '../syntax/lines';
import { declarationsOf, freeName, isReassigned, namesIn, referencesOf } from '../syntax/names';
import type { Syntax } from '../syntax/tree';
import { spanOf, type Span } from '../syntax/tree';
import type { Texts } from '../texts';
import { offsets } from '../syntax/offsets';
import { DefinedProps } from './props';
import { templateOf, type Bound, type Template } from './template';
import { writesOf, type Write } from './writes';

/** A prop that a set-up script declares, by the name it has there and in the template. */
interface DeclaredTaken extends Taken {
  by: 'declared';
  entry: t.Node;
}

interface BoundProp extends PassedProp {
  bound: Bound;
}

/** A state of a set-up script. */
export interface DeclaredReference {
  statement: t.VariableDeclaration;
  name: string;
  /** `ref` or `shallowRef`. */
  maker: string;
  /** The whole call, as the source says it. */
  call: string;
  /** Names of the script that it starts from. */
  needs: string[];
}

const REFERENCE = /^(?:shallowRef|ref|computed|toRef|customRef)$/;

export class VueComponent implements ComponentEditor {
  private readonly dropped = new Set<Bound>();
  private readonly droppedProps = new Set<string>();
  private readonly statements: t.Statement[] = [];
  private readonly first: string[] = [];
  private readonly last: string[] = [];
  private readonly shown: string[] = [];
  private readonly replaced: { span: Span; text: string }[] = [];
  private readonly at: (spot: { line: number; column: number }) => number;

  private constructor(
    readonly name: string,
    readonly path: string,
    readonly syntax: Syntax,
    private readonly template: Template,
    private readonly props: DefinedProps | null,
  ) {
    this.at = offsets(syntax.text);
  }

  /** `script` gives the script that a line stands in. Null where it is written in a way that is not edited. */
  static of(name: string, path: string, text: string, script: (line: number) => Syntax | null): VueComponent | null {
    const template = templateOf(text);
    const opened = /<script\b[^>]*\bsetup\b[^>]*>/.exec(text);
    // Two scripts may each import; edits keep to files of one.
    if (!template || !opened || text.split('<script').length !== 2) return null;
    const syntax = script(text.slice(0, opened.index + opened[0].length).split('\n').length);
    return syntax && new VueComponent(name, path, syntax, template, DefinedProps.of(syntax));
  }

  taken(prop: string): DeclaredTaken | null {
    const entry = this.props?.entryOf(prop);
    if (!this.props || !entry) return null;
    const { object } = this.props;
    // What is passed on or taken apart as a whole may hold it anywhere.
    if (object !== null && this.wholes(object)) return null;
    if (this.props.destructured || this.template.bindsAll) return null;
    if (declarationsOf(this.syntax.ast, prop) > 0 || referencesOf(this.syntax.ast, prop).length > 0) return null;
    return { by: 'declared', entry };
  }

  /** Whether the object of props is used other than for one of its fields. */
  private wholes(object: string): boolean {
    const members = new Set<number>();
    walkNodes(this.syntax.ast, (node) => {
      if (
        node.type === 'MemberExpression' &&
        node.object.type === 'Identifier' &&
        node.object.name === object &&
        !node.computed
      )
        members.add(spanOf(node.object).start);
    });
    const uses = referencesOf(this.syntax.ast, object).filter(({ start }) => !members.has(start));
    return uses.length > 1 || isReassigned(this.syntax.ast, object);
  }

  canDrop(): boolean {
    return true;
  }

  passing(_taken: Taken, prop: string): BoundProp[] {
    const names = [prop, ...(this.props?.object ? [`${this.props.object}.${prop}`] : [])];
    return this.template.bound.filter(({ expression }) => names.includes(expression)).map((bound) => passedFrom(bound));
  }

  spreadTags(): number[] {
    return [];
  }

  passedAt(spot: Spot, prop: string): BoundProp | null {
    const tag = this.at(spot);
    const bound = this.template.bound.find((one) => one.tag === tag && one.prop === prop);
    return bound ? passedFrom(bound) : null;
  }

  /** What stands in a reference at the top of the script: provided as such, it stays live. */
  canHoist(): boolean {
    return false;
  }

  hoist(): never {
    throw new Impossible('What is made at a tag is not moved in this family.');
  }

  isAtTop({ expression }: PassedProp): boolean {
    return this.isReference(expression) && declarationsOf(this.syntax.ast, expression) === 1;
  }

  private isReference(name: string): boolean {
    return this.syntax.ast.program.body.some(
      (node) =>
        node.type === 'VariableDeclaration' &&
        node.declarations.some(
          ({ id, init }) =>
            id.type === 'Identifier' &&
            id.name === name &&
            init?.type === 'CallExpression' &&
            init.callee.type === 'Identifier' &&
            REFERENCE.test(init.callee.name),
        ),
    );
  }

  /** The state that is declared at a spot as `const units = ref(…)`; null where it is declared in another way. */
  referenceAt(spot: Spot): DeclaredReference | null {
    const offset = this.at(spot);
    for (const statement of this.syntax.ast.program.body) {
      const { start, end } = spanOf(statement);
      const [only] = statement.type === 'VariableDeclaration' ? statement.declarations : [];
      if (offset < start || end <= offset || statement.type !== 'VariableDeclaration') continue;
      const maker = only?.init?.type === 'CallExpression' ? only.init.callee : null;
      if (statement.declarations.length !== 1 || only?.id.type !== 'Identifier' || maker?.type !== 'Identifier')
        return null;
      if (!/^(?:shallowRef|ref)$/.test(maker.name) || only.init?.type !== 'CallExpression') return null;
      const [initial] = only.init.arguments;
      const needs = initial
        ? [...namesIn(initial)].filter(
            (name) => declarationsOf(this.syntax.ast, name) > 0 || importsName(this.syntax.ast, name),
          )
        : [];
      return { statement, name: only.id.name, maker: maker.name, call: this.syntax.source(only.init), needs };
    }
    return null;
  }

  /** Where a reference of the script is set; null where a call cannot stand there instead. */
  writesOf(name: string): Write[] | null {
    return writesOf(this.syntax, this.template, name);
  }

  /** Whether a reference is used apart from its declaration, from what is no longer bound, and from where it is set. */
  isReadBeside(name: string, statement: t.Statement, writes: readonly Write[]): boolean {
    // What it is set to may be made of what it was.
    if (writes.some(({ value }) => wordsIn(value, name).length > 0)) return true;
    const gone = [spanOf(statement), ...writes.map(({ span }) => span)];
    return [...this.inTemplate(name), ...referencesOf(this.syntax.ast, name)].some(
      ({ start, end }) => !gone.some((span) => span.start <= start && end <= span.end),
    );
  }

  /** A call in the place of what sets a reference. */
  callInstead({ span, before, value, bound }: Write, setter: string): void {
    const text =
      bound === undefined ? `${before}${setter}(${value})` : `:${bound}="${value}" @update:${bound}="${setter}"`;
    this.replaced.push({ span, text });
  }

  /** A statement at the top of the script. */
  begin(statement: string): void {
    this.first.push(statement);
  }

  readWanted(wanted: string, read: string): { local: string; isShown: boolean } {
    const taken = new Set([
      ...namesIn(this.syntax.ast),
      ...this.template.texts.flatMap(({ text }) => text.match(/[\w$]+/g) ?? []),
    ]);
    const local = freeName(taken, wanted);
    this.readFrom(local, read);
    const isShown = this.template.room !== null;
    if (isShown) this.shown.push(`<output>{{ ${local} }}</output>`);
    return { local, isShown };
  }

  hasName(name: string): boolean {
    return declarationsOf(this.syntax.ast, name) > 0 || importsName(this.syntax.ast, name);
  }

  /** Takes a statement out of the script. */
  takeOut(statement: t.Statement, imports: Imports): void {
    this.statements.push(statement);
    imports.noteGone(spanOf(statement));
  }

  /** A statement by which it has what an expression gives under a name; none where that is its name already. */
  readFrom(local: string, read: string): void {
    // A reference of a store is taken out of it, as stores are usually read.
    const [, store, field] = /^(storeToRefs\(.*\))\.(\w+)$/.exec(read) ?? [];
    if (store !== undefined) this.first.push(`const { ${field === local ? local : `${field}: ${local}`} } = ${store}`);
    else if (local !== read) this.first.push(`const ${local} = ${read}`);
  }

  usesOf(_taken: Taken, prop: string): Span[] {
    return [...this.inTemplate(prop), ...this.members(prop)];
  }

  /** Where the template says the name, apart from what is no longer bound. */
  private inTemplate(prop: string): Span[] {
    const gone = [...this.dropped].map(({ at }) => at);
    return this.template.texts
      .filter(({ start, end }) => !gone.some((at) => at.start <= start && end <= at.end))
      .flatMap(({ start, text }) =>
        wordsIn(text, prop).map((at) => ({ start: start + at, end: start + at + prop.length })),
      );
  }

  /** Where the script or the template reads it as a field of the object of props. */
  private members(prop: string): Span[] {
    const object = this.props?.object;
    if (object == null) return [];
    const found: Span[] = [];
    walkNodes(this.syntax.ast, (node) => {
      if (
        node.type === 'MemberExpression' &&
        node.object.type === 'Identifier' &&
        node.object.name === object &&
        node.property.type === 'Identifier' &&
        node.property.name === prop
      )
        found.push(spanOf(node));
    });
    return found;
  }

  dropPassed(passed: PassedProp): void {
    this.dropped.add((passed as BoundProp).bound);
  }

  dropProp(prop: string): void {
    this.droppedProps.add(prop);
  }

  provide({ key, expression }: Provided, imports: Imports): void {
    this.last.push(`${imports.named('vue', 'provide')}(${key}, ${expression})`);
  }

  contextRead(key: string, imports: Imports): string {
    return `${imports.named('vue', 'inject')}(${key})`;
  }

  readInstead(_taken: Taken, prop: string, call: string, imports: Imports): void {
    const fallback = this.props?.fallbackOf(prop) ?? null;
    this.dropProp(prop);
    if (fallback === null) this.readFrom(prop, call);
    else {
      // A default stands in for what is undefined, and for nothing else.
      const passed = `given${prop.charAt(0).toUpperCase()}${prop.slice(1)}`;
      const value = `${passed}.value === undefined ? ${fallback} : ${passed}.value`;
      this.first.push(
        `const ${passed} = ${call}`,
        `const ${prop} = ${imports.named('vue', 'computed')}(() => (${value}))`,
      );
    }
    for (const span of this.members(prop)) this.replaced.push({ span, text: `${prop}.value` });
  }

  keyName(name: string): string {
    return name.replace(/[a-z][A-Z]/g, (pair) => `${pair.charAt(0)}_${pair.charAt(1)}`).toUpperCase();
  }

  moduleOf(made: readonly { name: string; type: string }[], typed: boolean): string {
    const { quote, semicolon } = this.syntax;
    const lines = made.map(({ name, type }) => {
      const of = typed ? `: InjectionKey<Ref<${type}>>` : '';
      return `export const ${name}${of} = Symbol(${quote}${name.toLowerCase()}${quote})${semicolon}`;
    });
    const imports = typed ? [`import type { InjectionKey, Ref } from ${quote}vue${quote}${semicolon}`, ''] : [];
    return [...imports, ...lines, ''].join('\n');
  }

  write(texts: Texts): void {
    const { path, text, semicolon } = this.syntax;
    for (const { at } of this.dropped) {
      const whole = this.syntax.wholeLines(at);
      if (whole.start !== at.start) texts.remove(path, whole.start, whole.end);
      else texts.remove(path, text.slice(0, at.start).trimEnd().length, at.end);
    }
    for (const statement of this.statements) {
      const whole = this.syntax.wholeLines(spanOf(statement));
      texts.remove(path, whole.start, whole.end);
    }
    for (const { span, text: instead } of this.replaced) texts.replace(path, span.start, span.end, instead);
    const isEmptied = this.props?.drop(texts, this.droppedProps) ?? false;
    const body = this.syntax.ast.program.body;
    const imported = body.filter((node) => node.type === 'ImportDeclaration').at(-1);
    const blockStart = text.indexOf('\n', this.syntax.block?.from ?? 0);
    if (this.first.length > 0) {
      const lines = this.first.map((line) => `${line}${semicolon}`).join('\n');
      // In the place of the props that it was among, where those are gone.
      const statement = this.props?.statement;
      if (isEmptied && statement) texts.insert(path, spanOf(statement).end, lines);
      else if (statement) texts.insert(path, spanOf(statement).end, `\n${lines}`);
      else {
        // Before what comes after the imports: those may get more at their end.
        const next = body.find((node) => node.type !== 'ImportDeclaration');
        const line = imported ? text.indexOf('\n', spanOf(imported).end) + 1 : blockStart + 1;
        if (next) texts.insert(path, spanOf(next).start, `${lines}\n\n`);
        else texts.insert(path, line, `\n${lines}\n`);
      }
    }
    if (this.last.length > 0) {
      const end = body.at(-1);
      const lines = this.last.map((line) => `\n${line}${semicolon}`).join('');
      texts.insert(path, end ? spanOf(end).end : blockStart, `\n${lines}`);
    }
    if (isEmptied && this.first.length === 0 && this.props) this.props.dropStatement(texts);
    const { room } = this.template;
    if (room !== null) for (const one of this.shown) insertBefore(texts, path, text, room, one);
  }
}

function importsName(ast: t.File, name: string): boolean {
  return ast.program.body.some(
    (node) => node.type === 'ImportDeclaration' && node.specifiers.some(({ local }) => local.name === name),
  );
}

function passedFrom(bound: Bound): BoundProp {
  const { prop, tag, expression } = bound;
  return { prop, tag, expression, bound };
}

/** Where a name stands in an expression as a name of its own, not as a field or in a text. */
function wordsIn(text: string, name: string): number[] {
  const found: number[] = [];
  for (let at = text.indexOf(name); at !== -1; at = text.indexOf(name, at + 1))
    if (!/[\w$.'"-]/.test(text[at - 1] ?? ' ') && !/[\w$'"-]/.test(text[at + name.length] ?? ' ')) found.push(at);
  return found;
}
