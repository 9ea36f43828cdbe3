/** Imports of a script: one more name, and those that nobody needs any more. */
import type * as t from '@babel/types';
import type { Texts } from '../texts';
import { freeName, namesIn, referencesOf } from './names';
import { removeEntries } from './entries';
import { spanOf, type Span, type Syntax } from './tree';

/** Imports that a plan adds to a file, gathered first and written once, so that they do not get into each other’s way. */
export class Imports {
  private readonly wanted = new Map<string, Map<string, string>>();
  /** Defaults and whole modules, by their names in the file. */
  private readonly whole = new Map<string, { source: string; isAll: boolean }>();
  private readonly names: Set<string>;
  private readonly gone: Span[] = [];
  /** Names that are imported already and that a plan uses. */
  private readonly needed = new Set<string>();

  constructor(private readonly syntax: Syntax) {
    this.names = namesIn(syntax.ast);
  }

  /**
   * The name by which a file has what a module exports, from now on. `hidden` is a name that a plan takes away inside a function: the
   * import may go by it, if nothing at the top of the module does.
   */
  named(source: string, imported: string, hidden: string | null = null): string {
    const known = this.wanted.get(source)?.get(imported);
    if (known !== undefined) return known;
    for (const node of this.declarations())
      if (node.source.value === source && node.importKind !== 'type')
        for (const one of node.specifiers)
          if (one.type === 'ImportSpecifier' && nameOf(one.imported) === imported) {
            this.needed.add(one.local.name);
            return one.local.name;
          }
    const names = this.wanted.get(source) ?? new Map<string, string>();
    this.wanted.set(source, names);
    const local =
      imported === hidden && !topNamesOf(this.syntax.ast, this.gone).has(imported)
        ? imported
        : freeName(this.names, imported);
    this.names.add(local);
    names.set(imported, local);
    return local;
  }

  /** Has an export of a module under a name that the file does not have: `default`, `*` for all of it, or its own name. */
  bring(source: string, imported: string, local: string): void {
    if (imported === 'default' || imported === '*') this.whole.set(local, { source, isAll: imported === '*' });
    else if (imported === local) this.named(source, local);
    else {
      const names = this.wanted.get(source) ?? new Map<string, string>();
      names.set(imported, local);
      this.wanted.set(source, names);
    }
  }

  /** A name that a plan goes on using where it takes its uses out elsewhere. */
  keep(name: string): void {
    this.needed.add(name);
  }

  /** A piece of the file is gone: what only it used need not be imported any more. */
  noteGone(...spans: Span[]): void {
    this.gone.push(...spans);
  }

  write(texts: Texts): void {
    const { syntax } = this;
    const { quote, semicolon } = syntax;
    const lines: { isPackage: boolean; line: string }[] = [];
    const added = new Map<t.ImportDeclaration, string[]>();
    for (const [source, names] of this.wanted) {
      const written = [...names].map(([imported, local]) =>
        imported === local ? imported : `${imported} as ${local}`,
      );
      const present = this.declarations().find(
        (node) =>
          node.source.value === source &&
          node.importKind !== 'type' &&
          node.specifiers.length > 0 &&
          node.specifiers.every((one) => one.type !== 'ImportNamespaceSpecifier'),
      );
      if (present) added.set(present, written);
      else {
        const line = `import ${syntax.braced(written.join(', '))} from ${quote}${source}${quote}${semicolon}`;
        lines.push({ isPackage: !source.startsWith('.'), line });
      }
    }
    for (const [local, { source, isAll }] of this.whole) {
      const line = `import ${isAll ? `* as ${local}` : local} from ${quote}${source}${quote}${semicolon}`;
      lines.push({ isPackage: !source.startsWith('.'), line });
    }
    const before = this.declarations();
    const stay = before.filter((node) => this.rewrite(texts, node, added.get(node) ?? []));
    // Where none stays, others stand in the place of the last that goes.
    const gone = before.filter((node) => !stay.includes(node));
    const instead = stay.length === 0 && lines.length > 0 ? gone.pop() : undefined;
    for (const node of gone) {
      const whole = syntax.wholeLines(spanOf(node));
      texts.remove(syntax.path, whole.start, whole.end);
    }
    // Nothing is imported any more: the empty line that stood between goes, too.
    const end = gone.at(-1)?.end;
    if (stay.length === 0 && !instead && typeof end === 'number' && /^\r?\n\r?\n/.test(syntax.text.slice(end)))
      if (syntax.text.slice(0, spanOf(gone[0] ?? syntax.ast).start).trim() === '') {
        const at = syntax.text.indexOf('\n', end) + 1;
        texts.remove(syntax.path, at, syntax.text.indexOf('\n', at) + 1);
      }
    const text = (isPackage: boolean): string[] =>
      lines.filter((one) => one.isPackage === isPackage).map(({ line }) => line);
    const all = [...text(true), ...text(false)];
    if (instead) {
      const { start, end } = spanOf(instead);
      texts.replace(syntax.path, start, end, all.join(`\n${syntax.indentAt(start)}`));
      return;
    }
    const [first] = stay;
    const last = stay.at(-1);
    if (!first || !last) {
      const [begin] = syntax.ast.program.body;
      const margin = syntax.block && begin ? syntax.indentAt(spanOf(begin).start) : '';
      const written = all.map((line) => `${margin}${line}\n`).join('');
      if (all.length > 0) texts.insert(syntax.path, afterDirectives(syntax), `${written}\n`);
      return;
    }
    const indent = syntax.indentAt(spanOf(first).start);
    // Packages come first, as most files have it.
    for (const line of text(true)) texts.insert(syntax.path, spanOf(first).start, `${line}\n${indent}`);
    for (const line of text(false)) texts.insert(syntax.path, spanOf(last).end, `\n${indent}${line}`);
  }

  /** One import with names added, and without those that nothing uses any more. Whether anything of it stays. */
  private rewrite(texts: Texts, node: t.ImportDeclaration, added: readonly string[]): boolean {
    const { syntax } = this;
    const unused = node.specifiers.filter((one) => this.isUnused(node, one.local.name));
    const rest = node.specifiers.filter((one) => !unused.includes(one));
    if (node.specifiers.length > 0 && rest.length === 0 && added.length === 0) return false;
    const named = node.specifiers.filter((one) => one.type === 'ImportSpecifier');
    const namedLeft = named.filter((one) => !unused.includes(one));
    const [first] = named;
    const last = named.at(-1);
    if (first && last && namedLeft.length === 0 && added.length > 0) {
      texts.replace(syntax.path, spanOf(first).start, spanOf(last).end, added.join(', '));
      return true;
    }
    // A default that nobody uses does no harm beside names that are used.
    if (namedLeft.length > 0)
      removeEntries(
        texts,
        syntax.path,
        named.map(spanOf),
        unused.filter((one) => one.type === 'ImportSpecifier').map(spanOf),
      );
    const end = namedLeft.at(-1);
    const any = node.specifiers.at(-1);
    if (added.length === 0) return true;
    if (end) {
      // One name a line stays one name a line.
      const { start } = spanOf(end);
      const indent = syntax.indentAt(start);
      const isAlone = syntax.text.slice(0, start).endsWith(`\n${indent}`);
      const gap = isAlone ? `,\n${indent}` : ', ';
      texts.insert(syntax.path, spanOf(end).end, added.map((one) => gap + one).join(''));
    }
    if (!end && any) texts.insert(syntax.path, spanOf(any).end, `, ${syntax.braced(added.join(', '))}`);
    return true;
  }

  /** Whether all uses of an imported name stood in what is gone. */
  private isUnused(node: t.ImportDeclaration, name: string): boolean {
    if (this.gone.length === 0 || this.needed.has(name)) return false;
    const { start, end } = spanOf(node);
    const uses = referencesOf(this.syntax.ast, name).filter((at) => !(start <= at.start && at.end <= end));
    const isGone = (at: Span): boolean => this.gone.some((gone) => gone.start <= at.start && at.end <= gone.end);
    return uses.length > 0 && uses.every(isGone);
  }

  private declarations(): t.ImportDeclaration[] {
    return this.syntax.ast.program.body.filter((node) => node.type === 'ImportDeclaration');
  }
}

/** The names that a module declares at its top, or imports, by what is not taken out of it. */
export function topNamesOf(ast: t.File, gone: readonly Span[] = []): Set<string> {
  const names = new Set<string>();
  for (const node of ast.program.body) {
    const { start, end } = spanOf(node);
    if (gone.some((span) => span.start <= start && end <= span.end)) continue;
    const isExport = node.type === 'ExportNamedDeclaration' || node.type === 'ExportDefaultDeclaration';
    const one = isExport ? node.declaration : node;
    if (one?.type === 'ImportDeclaration') for (const { local } of one.specifiers) names.add(local.name);
    if (one?.type === 'VariableDeclaration')
      for (const { id } of one.declarations) for (const name of namesIn(id)) names.add(name);
    if ((one?.type === 'FunctionDeclaration' || one?.type === 'ClassDeclaration') && one.id) names.add(one.id.name);
    if (one?.type === 'TSEnumDeclaration') names.add(one.id.name);
  }
  return names;
}

function nameOf(node: t.Identifier | t.StringLiteral): string {
  return node.type === 'Identifier' ? node.name : node.value;
}

function afterDirectives({ ast, text, block }: Syntax): number {
  if (block) return text.indexOf('\n', block.from) + 1;
  const directive = ast.program.directives.at(-1);
  const from = directive ? spanOf(directive).end : 0;
  const [first] = ast.program.body;
  if (!directive) return text.startsWith('\uFEFF') ? 1 : 0;
  return first ? spanOf(first).start : from;
}
