/**
 * A Svelte component with one script, with runes or without: values to all below by `setContext` and `getContext`. With runes a
 * context holds a function that reads the value; without them it holds a store, which the state becomes.
 */
import type * as t from '@babel/types';
import { pascal } from '../../model/spelling';
import type { Spot } from '../../model/facts';
import type { ComponentEditor, Gets, PassedProp, Provided, Taken } from '../component';
import { Impossible } from '../plan';
import type { Imports } from '../syntax/imports';
import { declarationsOf, freeName, isFunction, isReassigned, namesIn, referencesOf } from '../syntax/names';
import { offsets } from '../syntax/offsets';
import { spanOf, type Span, type Syntax } from '../syntax/tree';
import type { Texts } from '../texts';
import { markupOf, type Markup, type MarkupProp } from './markup';
import { declaredProps, type DeclaredProp, type DeclaredProps } from './props';

interface DeclaredTaken extends Taken {
  by: 'declared';
  declared: DeclaredProp;
  local: string;
}

/** A variable of the script that is a state by itself. */
interface Variable {
  name: string;
  statement: t.VariableDeclaration;
  initial: string;
  type: string | null;
  /** Names that it starts from. */
  needs: string[];
}

const RUNES = /\$(?:state|derived|props|effect|bindable|inspect)\b\s*[.(]/;

export class SvelteComponent implements ComponentEditor {
  private readonly droppedPassed = new Set<MarkupProp>();
  private readonly droppedProps = new Set<string>();
  /** Names that are stores from now on, and are read as such. */
  private readonly stores = new Map<string, string>();
  private readonly first: string[] = [];
  private readonly last: string[] = [];
  private readonly shown: string[] = [];
  private readonly replaced: { span: Span; text: string }[] = [];
  private readonly names: Set<string>;
  private readonly at: (spot: { line: number; column: number }) => number;

  private constructor(
    readonly name: string,
    readonly path: string,
    readonly syntax: Syntax,
    private readonly markup: Markup,
    private readonly props: DeclaredProps | null,
    readonly runes: boolean,
  ) {
    this.at = offsets(syntax.text);
    this.names = new Set([...namesIn(syntax.ast), ...markup.mentions.keys(), ...markup.declared]);
  }

  /** `script` gives the script that a line stands in. Null where it is written in a way that is not edited. */
  static of(name: string, path: string, text: string, script: (line: number) => Syntax | null): SvelteComponent | null {
    const markup = markupOf(text);
    const opened = /<script\b[^>]*>/.exec(text);
    // Two scripts may each import; edits keep to files of one.
    if (!markup || !opened || text.split('<script').length !== 2 || /\bmodule\b/.test(opened[0])) return null;
    const syntax = script(text.slice(0, opened.index + opened[0].length).split('\n').length);
    if (!syntax) return null;
    return new SvelteComponent(name, path, syntax, markup, declaredProps(syntax), RUNES.test(syntax.text));
  }

  taken(prop: string): DeclaredTaken | null {
    const declared = this.props?.find(prop);
    if (!declared || !this.isOwnName(declared.local) || this.isSet(declared.local)) return null;
    // A store that is given is read under the sign of its name.
    if (this.names.has(`$${declared.local}`)) return null;
    // What is spread as a whole may hold it anywhere.
    if (/\$\$(?:props|restProps)\b/.test(this.syntax.text)) return null;
    return { by: 'declared', declared, local: declared.local };
  }

  /** Whether a name stands for the same wherever the file says it. */
  private isOwnName(name: string): boolean {
    return declarationsOf(this.syntax.ast, name) === 1 && !this.markup.declared.has(name);
  }

  private isSet(name: string): boolean {
    return isReassigned(this.syntax.ast, name) || this.markup.assigned.has(name);
  }

  canDrop(): boolean {
    return this.props?.isTypedHere ?? true;
  }

  passing(taken: Taken): MarkupProp[] {
    const { local } = (taken as DeclaredTaken).declared;
    return this.markup.passed.filter(({ expression }) => expression === local);
  }

  spreadTags(): number[] {
    return [];
  }

  passedAt(spot: Spot, prop: string): MarkupProp | null {
    const tag = this.at(spot);
    return this.markup.passed.find((one) => one.tag === tag && one.prop === prop) ?? null;
  }

  isAtTop(passed: PassedProp): boolean {
    const { expression, isFunction: isMadeThere } = passed as MarkupProp;
    if (isMadeThere) return false;
    if (!/^[\w$]+$/.test(expression))
      return this.runes && /^[\w$]+(?:\.[\w$]+)+$/.test(expression) && this.isLive(expression);
    if (!this.isOwnName(expression)) return false;
    return this.runes || this.functionNamed(expression) !== null || this.stateNamed(expression) !== null;
  }

  /** Whether an expression can be read again at any time: it says no name of the markup’s own. */
  private isLive(expression: string): boolean {
    return this.isOwnName(expression.slice(0, expression.indexOf('.')));
  }

  /** A function of the script by its name. */
  private functionNamed(name: string): t.Node | null {
    for (const node of this.syntax.ast.program.body) {
      if (node.type === 'FunctionDeclaration' && node.id?.name === name) return node;
      if (node.type !== 'VariableDeclaration') continue;
      for (const { id, init } of node.declarations)
        if (id.type === 'Identifier' && id.name === name && init && isFunction(init)) return init;
    }
    return null;
  }

  /** A variable of the script that is its state, where there are no runes: what is constant may be a store already. */
  private stateNamed(name: string): t.VariableDeclaration | null {
    for (const node of this.syntax.ast.program.body) {
      const [only] = node.type === 'VariableDeclaration' ? node.declarations : [];
      if (node.type === 'VariableDeclaration' && node.kind === 'let' && node.declarations.length === 1)
        if (only?.id.type === 'Identifier' && only.id.name === name && !(only.init && isFunction(only.init)))
          return node;
    }
    return null;
  }

  /** A variable that is a state without runes, with what it starts as; null where it is none. */
  variableNamed(name: string): Variable | null {
    const statement = this.isOwnName(name) && !this.names.has(`$${name}`) ? this.stateNamed(name) : null;
    const [only] = statement?.declarations ?? [];
    if (!statement || !only?.init) return null;
    const annotation = only.id.type === 'Identifier' ? only.id.typeAnnotation : null;
    const type = annotation?.type === 'TSTypeAnnotation' ? this.syntax.source(annotation.typeAnnotation) : null;
    return { name, statement, initial: this.syntax.source(only.init), type, needs: [...namesIn(only.init)] };
  }

  /** The statement that declares a prop and nothing else; null where it is declared with others. */
  declarationOf(prop: string): Span | null {
    const at = this.props?.find(prop)?.at;
    const node =
      at && this.syntax.ast.program.body.find((one) => spanOf(one).start <= at.start && at.end <= spanOf(one).end);
    const own = node?.type === 'ExportNamedDeclaration' ? node.declaration : null;
    return node && own?.type === 'VariableDeclaration' && own.declarations.length === 1 ? spanOf(node) : null;
  }

  /** Reads a store that a module holds instead of a variable of its own, under the name that the file has it by. */
  readStore({ name, statement }: Variable, local: string): void {
    if (local !== name) throw new Impossible(`The file of ${this.name} uses the name ${name} for something else.`);
    const whole = this.syntax.wholeLines(spanOf(statement));
    this.replaced.push({ span: whole, text: '' });
    this.stores.set(name, name);
  }

  /** A function made at a tag may stand in the script, unless it says a name that only the markup around it has. */
  canHoist(passed: PassedProp): boolean {
    const { expression, isFunction: isMadeThere, at } = passed as MarkupProp;
    // Without runes what it sets may become a store, and would have to be set as one.
    if (!isMadeThere || !this.runes || !isName(passed.prop)) return false;
    const arrow = expression.indexOf('=>');
    const params = new Set(expression.slice(0, Math.max(0, arrow)).match(/[\w$]+/g));
    return [...this.markup.mentions].every(
      ([name, places]) =>
        params.has(name) ||
        !this.markup.declared.has(name) ||
        !places.some(({ start, end }) => at.start <= start && end <= at.end),
    );
  }

  hoist(passed: PassedProp): string {
    const name = this.freeName(passed.prop);
    this.last.push(`const ${name} = ${passed.expression}`);
    return name;
  }

  private freeName(wanted: string): string {
    const name = freeName(this.names, wanted);
    this.names.add(name);
    return name;
  }

  usesOf(taken: Taken): Span[] {
    const { local, at } = (taken as DeclaredTaken).declared;
    return this.mentionsOf(local).filter(({ start, end }) => start < at.start || at.end < end);
  }

  /** Where a name is said, apart from what is no longer given. */
  private mentionsOf(name: string): (Span & { before: string | null })[] {
    const gone = [...this.droppedPassed].map(({ at }) => at);
    const inMarkup = this.markup.mentions.get(name) ?? [];
    const inScript = referencesOf(this.syntax.ast, name).map((span) => ({ ...span, before: this.beforeField(span) }));
    return [...inMarkup, ...inScript].filter(
      ({ start, end }) => !gone.some((at) => at.start <= start && end <= at.end),
    );
  }

  /** What a name needs before it in the script where it is field and value at once: `{ units }`. */
  private beforeField({ start }: Span): string {
    const field = this.syntax.around(start).findLast((node) => node.type === 'ObjectProperty');
    const isShort = field?.type === 'ObjectProperty' && field.shorthand && spanOf(field).start === start;
    return isShort && field.key.type === 'Identifier' ? `${field.key.name}: ` : '';
  }

  dropPassed(passed: PassedProp): void {
    this.droppedPassed.add(passed as MarkupProp);
  }

  dropProp(prop: string): void {
    this.droppedProps.add(prop);
  }

  provide({ key, expression, isFunction: isCalled }: Provided, imports: Imports): void {
    const set = imports.named('svelte', 'setContext');
    if (isCalled) this.last.push(`${set}(${key}, ${expression})`);
    else if (this.runes) this.last.push(`${set}(${key}, () => ${expression})`);
    else {
      this.becomeStore(expression, imports);
      this.last.push(`${set}(${key}, ${expression})`);
    }
  }

  /** `let units = 'celsius'` becomes `const units = writable('celsius')`, which is read and set as `$units`. */
  private becomeStore(name: string, imports: Imports): void {
    const statement = this.stateNamed(name);
    const [only] = statement?.declarations ?? [];
    if (!statement || !only) throw new Impossible(`${this.name} declares ${name} in a way that is not shared.`);
    const writable = imports.named('svelte/store', 'writable');
    const initial = only.init ? this.syntax.source(only.init) : '';
    const type =
      only.id.type === 'Identifier' && only.id.typeAnnotation?.type === 'TSTypeAnnotation'
        ? `<${this.syntax.source(only.id.typeAnnotation.typeAnnotation)}>`
        : '';
    this.replaced.push({
      span: { start: spanOf(statement).start, end: only.init ? spanOf(only.init).end : spanOf(only.id).end },
      text: `const ${name} = ${writable}${type}(${initial})`,
    });
    this.stores.set(name, name);
  }

  contextRead(key: string, imports: Imports): string {
    return `${imports.named('svelte', 'getContext')}(${key})`;
  }

  get gives(): Gets {
    return this.runes ? 'asked' : 'live';
  }

  readInstead(taken: Taken, prop: string, read: string, _imports: Imports, gets: Gets): void {
    const { local, fallback, type } = (taken as DeclaredTaken).declared;
    this.dropProp(prop);
    const from = (type: string): string => this.readAs(read, type);
    const cellType = type ?? 'any';
    // A default stands in for what is undefined, and for nothing else.
    const orDefault = (value: string): string =>
      fallback === null ? value : `${value} === undefined ? ${fallback} : ${value}`;
    if (gets === 'called')
      this.first.push(
        `const ${local} = ${from(type ?? '(...given: any[]) => void')}${fallback === null ? '' : ` ?? (${fallback})`}`,
      );
    else if (gets === 'asked') this.derive(local, from(`() => ${cellType}`), (value) => orDefault(`${value}()`));
    else if (fallback === null) {
      // Imported under the name of the prop, it is there already.
      if (read !== local) this.first.push(`const ${local} = ${from(storeOf(cellType))}`);
      this.stores.set(local, local);
    } else {
      const passed = this.freeName(`given${pascal(local)}`);
      this.first.push(`const ${passed} = ${from(storeOf(cellType))}`);
      if (this.runes) this.first.push(`const ${local} = $derived(${orDefault(`$${passed}`)})`);
      else if (this.isReadLater(local)) this.first.push(`$: ${local} = ${orDefault(`$${passed}`)}`);
      else throw new Impossible(`${this.name} reads ${prop} while it is set up, and has a default for it.`);
    }
  }

  /** What reads a context, with the type of what that holds where the script has types. */
  private readAs(read: string, type: string): string {
    return this.isTyped ? read.replace(/^(\w+)\(/, `$1<${type}>(`) : read;
  }

  /** A value that is asked for whenever it is read. Throws where the component would not see it change. */
  private derive(local: string, read: string, value: (getter: string) => string): void {
    if (!this.runes && this.hasOlderState)
      throw new Impossible(`${this.name} is written without runes, and would not see the value change.`);
    const getter = this.freeName(`get${pascal(local)}`);
    this.first.push(`const ${getter} = ${read}`, `const ${local} = $derived(${value(getter)})`);
  }

  /** Whether the script relies on what a component is no more once it has a rune: variables and statements that react by themselves. */
  private get hasOlderState(): boolean {
    return this.syntax.ast.program.body.some((node) => {
      const own = node.type === 'ExportNamedDeclaration' ? node.declaration : node;
      return own?.type === 'LabeledStatement' || (own?.type === 'VariableDeclaration' && own.kind === 'let');
    });
  }

  readWanted(wanted: string, read: string, gets: Gets): { local: string; isShown: boolean } {
    const local = this.freeName(wanted);
    if (gets === 'asked') this.derive(local, this.readAs(read, '() => any'), (getter) => `${getter}()`);
    else if (read !== local) this.first.push(`const ${local} = ${this.readAs(read, storeOf('any'))}`);
    this.shown.push(`<output>{${gets === 'asked' ? '' : '$'}${local}}</output>`);
    return { local, isShown: true };
  }

  /** Whether the script reads a name in functions and reactive statements alone: those run once all of it is there. */
  private isReadLater(name: string): boolean {
    const declared = this.props?.find(name)?.at;
    return referencesOf(this.syntax.ast, name).every(({ start }) => {
      if (declared && declared.start <= start && start < declared.end) return true;
      return this.syntax.around(start).some((node) => node.type === 'LabeledStatement' || isFunction(node));
    });
  }

  get isTyped(): boolean {
    return /\blang\s*=\s*["']?ts/.test(this.syntax.block?.attributes ?? '');
  }

  keyName(name: string): string {
    return name.replace(/[a-z][A-Z]/g, (pair) => `${pair.charAt(0)}_${pair.charAt(1)}`).toUpperCase();
  }

  moduleOf(made: readonly { name: string }[]): string {
    const { quote, semicolon } = this.syntax;
    const lines = made.map(
      ({ name }) => `export const ${name} = Symbol(${quote}${name.toLowerCase()}${quote})${semicolon}`,
    );
    return [...lines, ''].join('\n');
  }

  write(texts: Texts): void {
    const { path, text, semicolon, ast } = this.syntax;
    for (const { at } of this.droppedPassed) {
      const whole = this.syntax.wholeLines(at);
      if (whole.start !== at.start) texts.remove(path, whole.start, whole.end);
      else texts.remove(path, text.slice(0, at.start).trimEnd().length, at.end);
    }
    for (const { span, text: instead } of this.replaced) texts.replace(path, span.start, span.end, instead);
    const gone = this.props?.drop(texts, this.droppedProps) ?? [];
    this.writeStores(texts, gone);
    const [begin] = ast.program.body;
    const indent = begin ? this.syntax.indentAt(spanOf(begin).start) : '';
    const lines = (of: readonly string[]): string => of.map((line) => `${line}${semicolon}`).join(`\n${indent}`);
    const place = gone.at(-1);
    for (const span of gone) {
      // What is read instead stands where the last of them was.
      if (span === place && this.first.length > 0) {
        texts.replace(path, span.start, span.end, lines(this.first));
        continue;
      }
      const whole = withSpace(text, this.syntax.wholeLines(span));
      texts.remove(path, whole.start, whole.end);
    }
    if (this.first.length > 0 && place === undefined) this.insertFirst(texts, indent, lines(this.first));
    for (const one of this.shown) texts.insert(path, this.markup.end, `\n${one}`);
    const end = ast.program.body.at(-1);
    if (this.last.length > 0 && end) texts.insert(path, spanOf(end).end, `\n\n${indent}${lines(this.last)}`);
  }

  /** After the props; where there are none, after the imports, which may get more at their end. */
  private insertFirst(texts: Texts, indent: string, lines: string): void {
    const { path, text, ast } = this.syntax;
    const next = ast.program.body.find((node) => node.type !== 'ImportDeclaration');
    const imported = ast.program.body.findLast((node) => node.type === 'ImportDeclaration');
    if (this.props) texts.insert(path, spanOf(this.props.last).end, `\n${indent}${lines}`);
    else if (next) texts.insert(path, spanOf(next).start, `${lines}\n${indent}`);
    else if (imported) texts.insert(path, text.indexOf('\n', spanOf(imported).end) + 1, `\n${indent}${lines}\n`);
    else throw new Impossible(`The script of ${this.name} has no place to read it.`);
  }

  /** Names of stores are read with their sign wherever they stand, but for where they are declared and passed on as such. */
  private writeStores(texts: Texts, gone: readonly Span[]): void {
    for (const name of this.stores.keys()) {
      const isDeclared = (span: Span): boolean =>
        [...gone, ...this.replaced.map((one) => one.span)].some((at) => at.start <= span.start && span.end <= at.end);
      for (const { start, end, before } of this.mentionsOf(name)) {
        if (isDeclared({ start, end })) continue;
        if (before === null) throw new Impossible(`${this.name} says ${name} for the name of an attribute too.`);
        // In braces, `{units}` is attribute and value at once.
        const isShort = before.endsWith('=');
        if (isShort) texts.insert(this.path, start - 1, before);
        texts.replace(this.path, start, end, `${isShort ? '' : before}$${name}`);
      }
    }
  }
}

function storeOf(type: string): string {
  return `import('svelte/store').Writable<${type}>`;
}

/** Whether a prop may go by its name in the script: `data-bed` and `class` may not. */
function isName(prop: string): boolean {
  return /^[A-Za-z_$][\w$]*$/.test(prop) && !/^(?:class|for|default|new|in|if|do|switch|this)$/.test(prop);
}

/** Lines with the empty one before them, where another or the end of the script comes after. */
function withSpace(text: string, { start, end }: Span): Span {
  const before = /\n(\r?\n)$/.exec(text.slice(0, start));
  return before && /^\s*?(?:\r?\n|<\/script)/.test(text.slice(end))
    ? { start: start - (before[1]?.length ?? 0), end }
    : { start, end };
}
