/** What a file says of a component's props besides taking them: types, `propTypes`, `defaultProps`. */
import type * as t from '@babel/types';
import { walkNodes } from '../../read/script/walk';
import { removeEntries } from '../syntax/entries';
import { referencesOf, type FunctionNode } from '../syntax/names';
import { spanOf, type Span, type Syntax } from '../syntax/tree';
import type { Texts } from '../texts';

type Members = t.TSTypeLiteral | t.TSInterfaceBody;

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

  drop(texts: Texts, props: ReadonlySet<string>): void {
    for (const prop of props) this.dropType(texts, prop);
    for (const { object: list } of this.statics) {
      const gone = list.properties.filter(
        (one) => one.type === 'ObjectProperty' && [...props].some((prop) => keyIs(one.key, prop)),
      );
      if (gone.length > 0) removeEntries(texts, this.syntax.path, list.properties.map(spanOf), gone.map(spanOf));
    }
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

  private dropType(texts: Texts, prop: string): void {
    const { syntax } = this;
    if (this.members && this.members !== 'elsewhere') {
      const entry = entriesOf(this.members).find((one) => nameOf(one) === prop);
      if (entry) {
        const whole = syntax.wholeLines(spanOf(entry));
        if (whole.start !== spanOf(entry).start) texts.remove(syntax.path, whole.start, whole.end);
        else {
          const space = /^\s*/.exec(syntax.text.slice(spanOf(entry).end))?.[0].length ?? 0;
          texts.remove(syntax.path, spanOf(entry).start, spanOf(entry).end + space);
        }
      }
    }
  }

  /** What `defaultProps` has for a prop. */
  defaultOf(prop: string): t.Expression | null {
    for (const { kind, object } of this.statics)
      for (const one of kind === 'defaultProps' ? object.properties : [])
        if (one.type === 'ObjectProperty' && keyIs(one.key, prop)) return one.value as t.Expression;
    return null;
  }

  add(texts: Texts, prop: string, type: string | null): void {
    if (!this.members || this.members === 'elsewhere') return;
    const { syntax } = this;
    const last = entriesOf(this.members).at(-1);
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
