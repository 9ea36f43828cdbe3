/** The props that a set-up script declares by `defineProps`. */
import type * as t from '@babel/types';
import { removeEntries } from '../syntax/entries';
import { referencesOf } from '../syntax/names';
import { spanOf, type Syntax } from '../syntax/tree';
import type { Texts } from '../texts';

/** What a script declares by `defineProps`, with its defaults. */
export class DefinedProps {
  private constructor(
    private readonly syntax: Syntax,
    readonly statement: t.Statement,
    /** What the object of props is called; null where it is not kept. */
    readonly object: string | null,
    /** It is taken apart where it is declared. */
    readonly destructured: boolean,
    private readonly list: t.ArrayExpression | t.ObjectExpression | t.TSTypeLiteral | t.TSInterfaceBody,
    private readonly defaults: t.ObjectExpression | null,
  ) {}

  static of(syntax: Syntax): DefinedProps | null {
    for (const statement of syntax.ast.program.body) {
      const [declarator] = statement.type === 'VariableDeclaration' ? statement.declarations : [];
      const value = statement.type === 'ExpressionStatement' ? statement.expression : declarator?.init;
      const outer = callOf(value, 'withDefaults');
      const call = callOf(outer ? outer.arguments[0] : value, 'defineProps');
      if (!call) continue;
      const list = listOf(syntax, call);
      const id = declarator?.id;
      const defaults = outer?.arguments[1]?.type === 'ObjectExpression' ? outer.arguments[1] : null;
      if (!list) return null;
      return new DefinedProps(
        syntax,
        statement,
        id?.type === 'Identifier' ? id.name : null,
        id !== undefined && id.type !== 'Identifier',
        list,
        defaults,
      );
    }
    return null;
  }

  private get entries(): t.Node[] {
    const { list } = this;
    if (list.type === 'ArrayExpression') return list.elements.filter((one) => one !== null);
    if (list.type === 'ObjectExpression') return list.properties;
    return list.type === 'TSTypeLiteral' ? list.members : list.body;
  }

  entryOf(prop: string): t.Node | null {
    return this.entries.find((one) => nameOf(one) === prop) ?? null;
  }

  /** The default of a prop, as the source says it. */
  fallbackOf(prop: string): string | null {
    const own = this.defaults?.properties.find((one) => nameOf(one) === prop);
    const entry = this.entryOf(prop);
    const options =
      entry?.type === 'ObjectProperty' && entry.value.type === 'ObjectExpression' ? entry.value.properties : [];
    const inline = options.find((one) => nameOf(one) === 'default');
    const found = own ?? inline;
    return found?.type === 'ObjectProperty' ? this.syntax.source(found.value) : null;
  }

  /** Takes props out; true where none is left. */
  drop(texts: Texts, props: ReadonlySet<string>): boolean {
    if (props.size === 0) return false;
    const { path } = this.syntax;
    const gone = this.entries.filter((one) => props.has(nameOf(one) ?? ''));
    if (gone.length === this.entries.length) {
      const { start, end } = spanOf(this.statement);
      texts.remove(path, start, end);
      return true;
    }
    if (this.list.type === 'TSTypeLiteral' || this.list.type === 'TSInterfaceBody')
      for (const one of gone) {
        const whole = this.syntax.wholeLines(spanOf(one));
        const space = /^\s*/.exec(this.syntax.text.slice(spanOf(one).end))?.[0].length ?? 0;
        if (whole.start !== spanOf(one).start) texts.remove(path, whole.start, whole.end);
        else texts.remove(path, spanOf(one).start, spanOf(one).end + space);
      }
    else removeEntries(texts, path, this.entries.map(spanOf), gone.map(spanOf));
    const own = this.defaults?.properties ?? [];
    const unset = own.filter((one) => props.has(nameOf(one) ?? ''));
    if (this.defaults && unset.length > 0 && unset.length === own.length)
      texts.replace(path, spanOf(this.defaults).start, spanOf(this.defaults).end, '{}');
    else if (unset.length > 0) removeEntries(texts, path, own.map(spanOf), unset.map(spanOf));
    return false;
  }

  /** The statement is gone already; the line it stood on goes as well. */
  dropStatement(texts: Texts): void {
    const { path, text } = this.syntax;
    const { end } = spanOf(this.statement);
    const rest = /^[ \t]*\r?\n/.exec(text.slice(end));
    if (rest) texts.remove(path, end, end + rest[0].length);
  }
}

function callOf(node: t.Node | null | undefined, name: string): t.CallExpression | null {
  return node?.type === 'CallExpression' && node.callee.type === 'Identifier' && node.callee.name === name
    ? node
    : null;
}

function listOf(
  syntax: Syntax,
  call: t.CallExpression,
): t.ArrayExpression | t.ObjectExpression | t.TSTypeLiteral | t.TSInterfaceBody | null {
  const [first] = call.arguments;
  if (first?.type === 'ArrayExpression' || first?.type === 'ObjectExpression') return first;
  const types = (call as { typeParameters?: t.Node | null }).typeParameters;
  const [type] = types?.type === 'TSTypeParameterInstantiation' ? types.params : [];
  if (type?.type === 'TSTypeLiteral') return type;
  if (type?.type !== 'TSTypeReference' || type.typeName.type !== 'Identifier') return null;
  const { name } = type.typeName;
  if (referencesOf(syntax.ast, name).length > 2) return null;
  for (const node of syntax.ast.program.body)
    if (node.type === 'TSInterfaceDeclaration' && node.id.name === name) return node.body;
  return null;
}

function nameOf(node: t.Node): string | null {
  if (node.type === 'StringLiteral') return node.value;
  const key = 'key' in node ? node.key : null;
  if (key && typeof key === 'object' && 'type' in key)
    return key.type === 'Identifier' ? key.name : key.type === 'StringLiteral' ? key.value : null;
  return null;
}
