/** What a file says of a component's props besides taking them: types, `propTypes`, `defaultProps`. */
import type * as t from '@babel/types';
import { walkNodes } from '../../read/script/walk';
import { removeEntries } from '../syntax/entries';
import { referencesOf, type FunctionNode } from '../syntax/names';
import { spanOf, type Span, type Syntax } from '../syntax/tree';
import type { Texts } from '../texts';

export interface AddedProp {
  prop: string;
  /** What it is called in the component; empty where it is read from the object of props. */
  local: string;
  type: string | null;
}

type Members = t.TSTypeLiteral | t.TSInterfaceBody;

/** What plain types are called in `propTypes`. */
const PLAIN: Partial<Record<string, string>> = {
  string: 'string',
  number: 'number',
  boolean: 'bool',
  "import('react').ReactNode": 'node',
};

interface Static {
  /** `propTypes`, `defaultProps`. */
  kind: string;
  object: t.ObjectExpression;
}

export class PropTypes {
  /** Where the type of the props lists them; `elsewhere` where it stands in another file or is shared; null where there is none. */
  private readonly members: Members | 'elsewhere' | null;
  private readonly statics: Static[];

  constructor(
    private readonly syntax: Syntax,
    private readonly name: string,
    private readonly fn: FunctionNode,
  ) {
    const type = this.typeOf();
    this.members = type ? this.membersOf(type) : null;
    this.statics = staticsOf(syntax, name);
  }

  canDrop(prop: string): boolean {
    if (this.members === 'elsewhere') return false;
    if (this.members === null) return true;
    return entriesOf(this.members).some((one) => nameOf(one) === prop);
  }

  canAdd(): boolean {
    return this.members !== 'elsewhere';
  }

  /** Takes out what is said of some props, and says something of others. */
  write(texts: Texts, dropped: ReadonlySet<string>, added: readonly AddedProp[]): void {
    const entries = this.members && this.members !== 'elsewhere' ? entriesOf(this.members) : [];
    const gone = entries.filter((one) => dropped.has(nameOf(one) ?? ''));
    // Where none stays, the first that goes gives its place to those that come.
    const instead = gone.length === entries.length && added.length > 0 ? gone.shift() : undefined;
    for (const entry of gone) this.dropType(texts, entry);
    if (instead) this.putInstead(texts, instead, entries.at(-1) ?? instead, added);
    else
      for (const { prop, type } of added)
        this.add(
          texts,
          entries.findLast((one) => !gone.includes(one)),
          prop,
          type,
        );
    for (const { object: list } of this.statics) {
      const stale = list.properties.filter(
        (one) => one.type === 'ObjectProperty' && [...dropped].some((prop) => keyIs(one.key, prop)),
      );
      if (stale.length > 0) removeEntries(texts, this.syntax.path, list.properties.map(spanOf), stale.map(spanOf));
    }
    for (const { kind, object } of this.statics)
      if (kind === 'propTypes') this.addStatics(texts, object, dropped, added);
  }

  /** `Bed.propTypes = { depth: PropTypes.number }`: the same for what comes, where a plain type has a name there. */
  private addStatics(
    texts: Texts,
    object: t.ObjectExpression,
    dropped: ReadonlySet<string>,
    added: readonly AddedProp[],
  ): void {
    const rest = object.properties.filter(
      (one) => one.type !== 'ObjectProperty' || ![...dropped].some((prop) => keyIs(one.key, prop)),
    );
    const last = rest.at(-1);
    const [library] = object.properties.flatMap((one) => {
      const found = one.type === 'ObjectProperty' ? /^(\w+)\.\w/.exec(this.syntax.source(one.value)) : null;
      return found?.[1] ?? [];
    });
    if (!last || library === undefined) return;
    const { start, end } = spanOf(last);
    const gap =
      this.syntax.wholeLines({ start, end: end + 1 }).start === start ? ' ' : `\n${this.syntax.indentAt(start)}`;
    const written = added.flatMap(({ prop, type }) => {
      const named = PLAIN[type ?? ''];
      return named === undefined ? [] : [`,${gap}${prop}: ${library}.${named}`];
    });
    if (written.length > 0) texts.insert(this.syntax.path, end, written.join(''));
  }

  /** What says something of props that are taken away: what only it names need not be imported any more. */
  saidOf(props: ReadonlySet<string>): Span[] {
    const types = this.members && this.members !== 'elsewhere' ? entriesOf(this.members) : [];
    const entries = this.statics.flatMap(({ object }) => object.properties);
    return [
      ...types.filter((one) => props.has(nameOf(one) ?? '')),
      ...entries.filter((one) => one.type === 'ObjectProperty' && [...props].some((prop) => keyIs(one.key, prop))),
    ].map(spanOf);
  }

  private dropType(texts: Texts, entry: t.TSTypeElement): void {
    const { syntax } = this;
    const { start, end } = spanOf(entry);
    const whole = syntax.wholeLines({ start, end });
    if (whole.start !== start) texts.remove(syntax.path, whole.start, whole.end);
    else {
      const space = /^\s*/.exec(syntax.text.slice(end))?.[0].length ?? 0;
      texts.remove(syntax.path, start, end + space);
    }
  }

  private putInstead(texts: Texts, entry: t.TSTypeElement, last: t.TSTypeElement, added: readonly AddedProp[]): void {
    const { syntax } = this;
    const { start, end } = spanOf(entry);
    const signOf = (one: t.TSTypeElement): string => /[;,]$/.exec(syntax.source(one))?.[0] ?? '';
    const sign = signOf(entry);
    const gap = syntax.wholeLines({ start, end }).start === start ? ' ' : `\n${syntax.indentAt(start)}`;
    const written = added.map(({ prop, type }) => `${prop}: ${type ?? 'any'}`);
    texts.replace(syntax.path, start, end, `${written.join(`${sign || ';'}${gap}`)}${signOf(last)}`);
  }

  /** What `defaultProps` has for a prop. */
  defaultOf(prop: string): t.Expression | null {
    for (const { kind, object } of this.statics)
      for (const one of kind === 'defaultProps' ? object.properties : [])
        if (one.type === 'ObjectProperty' && keyIs(one.key, prop)) return one.value as t.Expression;
    return null;
  }

  private add(texts: Texts, last: t.TSTypeElement | undefined, prop: string, type: string | null): void {
    if (!this.members || this.members === 'elsewhere') return;
    const { syntax } = this;
    const entry = `${prop}: ${type ?? 'any'}`;
    if (!last) texts.insert(syntax.path, spanOf(this.members).start + 1, ` ${entry} `);
    else {
      const onLines = syntax.wholeLines(spanOf(last)).start !== spanOf(last).start;
      // The sign that ends an entry is part of it; in one line the last often goes without.
      const [sign] = /[;,]$/.exec(syntax.source(last)) ?? [''];
      const open = sign === '' && !onLines ? ';' : '';
      const gap = onLines ? `\n${syntax.indentAt(spanOf(last).start)}` : ' ';
      texts.insert(syntax.path, spanOf(last).end, `${open}${gap}${entry}${sign}`);
    }
  }

  /** The annotation for props where there were none before; nothing in plain scripts. */
  annotation(props: readonly { prop: string; type: string | null }[]): string {
    if (!/\.tsx?$/.test(this.syntax.path)) return '';
    return `: { ${props.map(({ prop, type }) => `${prop}: ${type ?? 'any'}`).join('; ')} }`;
  }

  private typeOf(): t.TSType | null {
    const [first] = this.fn.params;
    const annotation = first && 'typeAnnotation' in first ? first.typeAnnotation : null;
    if (annotation?.type === 'TSTypeAnnotation') return annotation.typeAnnotation;
    // `const Gauge: FC<GaugeProps> = ({ scale }) => …`, `memo<GaugeProps>(…)`
    let found: t.TSType | null = null;
    walkNodes(this.syntax.ast, (node) => {
      if (node.type !== 'VariableDeclarator' || node.id.type !== 'Identifier' || node.id.name !== this.name) return;
      const own = node.id.typeAnnotation;
      if (own?.type === 'TSTypeAnnotation' && own.typeAnnotation.type === 'TSTypeReference')
        found = argumentsOf(own.typeAnnotation)[0] ?? null;
      else if (node.init?.type === 'CallExpression') found = argumentsOf(node.init).at(-1) ?? null;
    });
    return found;
  }

  private membersOf(type: t.TSType): Members | 'elsewhere' {
    if (type.type === 'TSTypeLiteral') return type;
    if (type.type !== 'TSTypeReference' || type.typeName.type !== 'Identifier') return 'elsewhere';
    const { name } = type.typeName;
    let found: Members | null = null;
    let exported = false;
    for (const node of this.syntax.ast.program.body) {
      const own = node.type === 'ExportNamedDeclaration' ? node.declaration : node;
      if (own?.type === 'TSInterfaceDeclaration' && own.id.name === name) found = own.body;
      else if (
        own?.type === 'TSTypeAliasDeclaration' &&
        own.id.name === name &&
        own.typeAnnotation.type === 'TSTypeLiteral'
      )
        found = own.typeAnnotation;
      else continue;
      exported = node.type === 'ExportNamedDeclaration';
    }
    // What others use as well says something of them, too.
    return found && !exported && referencesOf(this.syntax.ast, name).length <= 2 ? found : 'elsewhere';
  }
}

function argumentsOf(node: t.Node): t.TSType[] {
  const list = node as { typeParameters?: t.Node | null; typeArguments?: t.Node | null };
  const found = list.typeArguments ?? list.typeParameters;
  return found?.type === 'TSTypeParameterInstantiation' ? found.params : [];
}

function entriesOf(members: Members): t.TSTypeElement[] {
  return members.type === 'TSTypeLiteral' ? members.members : members.body;
}

function nameOf(entry: t.TSTypeElement): string | null {
  if (entry.type !== 'TSPropertySignature' && entry.type !== 'TSMethodSignature') return null;
  return entry.key.type === 'Identifier' ? entry.key.name : null;
}

/** The objects put into `Gauge.propTypes` and `Gauge.defaultProps`. */
function staticsOf(syntax: Syntax, component: string): Static[] {
  const found: Static[] = [];
  walkNodes(syntax.ast, (node) => {
    if (node.type !== 'AssignmentExpression' || node.right.type !== 'ObjectExpression') return;
    const { left } = node;
    if (left.type !== 'MemberExpression' || left.object.type !== 'Identifier' || left.object.name !== component) return;
    if (left.property.type === 'Identifier' && /^(propTypes|defaultProps)$/.test(left.property.name))
      found.push({ kind: left.property.name, object: node.right });
  });
  return found;
}

function keyIs(key: t.Node, name: string): boolean {
  return key.type === 'Identifier' && key.name === name;
}

export type { Span };
