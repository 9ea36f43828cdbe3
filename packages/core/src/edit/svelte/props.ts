/** The props that a Svelte component declares: by `$props()`, or each by an `export let`. */
import type * as t from '@babel/types';
import { removeEntries } from '../syntax/entries';
import { referencesOf } from '../syntax/names';
import { spanOf, type Span, type Syntax } from '../syntax/tree';
import type { Texts } from '../texts';

/** A prop as the script has it. */
export interface DeclaredProp {
  /** The name it goes by in the component. */
  local: string;
  /** Its default, as the source says it. */
  fallback: string | null;
  /** Its type, as the source says it. */
  type: string | null;
  /** Where the name is declared. */
  at: Span;
}

export interface DeclaredProps {
  find(prop: string): DeclaredProp | null;
  /** Whether its type can be taken away with it. */
  readonly isTypedHere: boolean;
  /** The statement behind which more may stand. */
  readonly last: t.Statement;
  /** Takes props out; gives what is gone altogether. */
  drop(texts: Texts, props: ReadonlySet<string>): Span[];
}

export function declaredProps(syntax: Syntax): DeclaredProps | null {
  return ByRune.of(syntax) ?? ByExport.of(syntax);
}

/** `let { units, depth = 2 }: Props = $props();` */
class ByRune implements DeclaredProps {
  private constructor(
    private readonly syntax: Syntax,
    readonly last: t.VariableDeclaration,
    private readonly pattern: t.ObjectPattern,
    private readonly type: t.TSTypeLiteral | t.TSInterfaceBody | null,
    private readonly named: t.Statement | null,
    readonly isTypedHere: boolean,
  ) {}

  static of(syntax: Syntax): ByRune | null {
    for (const statement of syntax.ast.program.body) {
      const [only] = statement.type === 'VariableDeclaration' ? statement.declarations : [];
      const call = only?.init;
      if (statement.type !== 'VariableDeclaration' || only?.id.type !== 'ObjectPattern') continue;
      if (call?.type !== 'CallExpression' || call.callee.type !== 'Identifier' || call.callee.name !== '$props')
        continue;
      const said = only.id.typeAnnotation?.type === 'TSTypeAnnotation' ? only.id.typeAnnotation.typeAnnotation : null;
      const named = said?.type === 'TSTypeReference' && said.typeName.type === 'Identifier' ? said.typeName.name : null;
      const declared = named === null ? null : interfaceOf(syntax, named);
      const type = said?.type === 'TSTypeLiteral' ? said : (declared?.body ?? null);
      return new ByRune(syntax, statement, only.id, type, declared?.statement ?? null, said === null || type !== null);
    }
    return null;
  }

  find(prop: string): DeclaredProp | null {
    const entry = this.pattern.properties.find((one) => nameOf(one) === prop);
    if (entry?.type !== 'ObjectProperty') return null;
    const { value } = entry;
    const target = value.type === 'AssignmentPattern' ? value.left : value;
    const fallback = value.type === 'AssignmentPattern' ? this.syntax.source(value.right) : null;
    if (target.type !== 'Identifier' || fallback?.startsWith('$bindable')) return null;
    return { local: target.name, fallback, type: this.typeOf(prop), at: spanOf(entry) };
  }

  private get members(): t.Node[] {
    return this.type?.type === 'TSTypeLiteral' ? this.type.members : (this.type?.body ?? []);
  }

  private typeOf(prop: string): string | null {
    const member = this.members.find((one) => nameOf(one) === prop);
    const said = member && 'typeAnnotation' in member ? member.typeAnnotation : null;
    if (!said || typeof said !== 'object' || !('typeAnnotation' in said)) return null;
    return this.syntax.source(said.typeAnnotation as t.Node);
  }

  drop(texts: Texts, props: ReadonlySet<string>): Span[] {
    const { path } = this.syntax;
    const gone = this.pattern.properties.filter((one) => props.has(nameOf(one) ?? ''));
    if (gone.length === 0) return [];
    if (gone.length === this.pattern.properties.length)
      return [this.last, ...(this.named ? [this.named] : [])].map(spanOf);
    removeEntries(texts, path, this.pattern.properties.map(spanOf), gone.map(spanOf));
    for (const member of this.members) {
      if (!props.has(nameOf(member) ?? '')) continue;
      const span = spanOf(member);
      const whole = this.syntax.wholeLines(span);
      const space = /^\s*/.exec(this.syntax.text.slice(span.end))?.[0].length ?? 0;
      if (whole.start !== span.start) texts.remove(path, whole.start, whole.end);
      else texts.remove(path, span.start, span.end + space);
    }
    return [];
  }
}

/** `export let units = 'celsius';` */
class ByExport implements DeclaredProps {
  readonly isTypedHere = true;

  private constructor(
    private readonly syntax: Syntax,
    private readonly statements: ReadonlyMap<string, { statement: t.Statement; declarator: t.VariableDeclarator }>,
    readonly last: t.Statement,
  ) {}

  static of(syntax: Syntax): ByExport | null {
    const found = new Map<string, { statement: t.Statement; declarator: t.VariableDeclarator }>();
    let last: t.Statement | null = null;
    for (const statement of syntax.ast.program.body) {
      const own = statement.type === 'ExportNamedDeclaration' ? statement.declaration : null;
      const [only] = own?.type === 'VariableDeclaration' && own.kind === 'let' ? own.declarations : [];
      if (own?.type !== 'VariableDeclaration' || own.declarations.length !== 1 || only?.id.type !== 'Identifier')
        continue;
      found.set(only.id.name, { statement, declarator: only });
      last = statement;
    }
    return last && new ByExport(syntax, found, last);
  }

  find(prop: string): DeclaredProp | null {
    const declarator = this.statements.get(prop)?.declarator;
    if (declarator?.id.type !== 'Identifier') return null;
    const { typeAnnotation } = declarator.id;
    const type = typeAnnotation?.type === 'TSTypeAnnotation' ? this.syntax.source(typeAnnotation.typeAnnotation) : null;
    const fallback = declarator.init ? this.syntax.source(declarator.init) : null;
    return { local: prop, fallback, type, at: spanOf(declarator.id) };
  }

  drop(_texts: Texts, props: ReadonlySet<string>): Span[] {
    return [...this.statements].flatMap(([prop, { statement }]) => (props.has(prop) ? [spanOf(statement)] : []));
  }
}

/** An interface of the script that types nothing but its props. */
function interfaceOf(syntax: Syntax, name: string): { statement: t.Statement; body: t.TSInterfaceBody } | null {
  if (referencesOf(syntax.ast, name).length > 2) return null;
  for (const statement of syntax.ast.program.body)
    if (statement.type === 'TSInterfaceDeclaration' && statement.id.name === name)
      return { statement, body: statement.body };
  return null;
}

function nameOf(node: t.Node): string | null {
  const key = 'key' in node ? node.key : null;
  if (!key || typeof key !== 'object' || !('type' in key)) return null;
  return key.type === 'Identifier' ? key.name : key.type === 'StringLiteral' ? key.value : null;
}
