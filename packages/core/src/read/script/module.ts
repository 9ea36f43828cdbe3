/** One script from text to statements: parsing with error recovery, then reading from the top. */
import { parse, type ParserPlugin } from '@babel/parser';
import type * as t from '@babel/types';
import type { Problem } from '../../model/documents';
import type { TypeImportFact } from '../../model/facts';
import type { FactsBuilder } from './builder';
import { declareBlock, declareVars } from './declare';
import { mendTree } from './mend';
import { settleAsked } from './guards';
import type { ScriptReader } from './reader';
import { declareImports, readStatements } from './statements';
import { declaredTypes } from './types';

/** What the parser is to take in a file, by its path. */
export function pluginsOf(path: string): ParserPlugin[] {
  if (/\.[cm]?ts$/.test(path)) return ['typescript', 'decorators-legacy'];
  if (/\.tsx$/.test(path)) return ['typescript', 'jsx', 'decorators-legacy'];
  return ['jsx', 'flow', 'decorators-legacy', 'exportDefaultFrom'];
}

/** After these the parser makes no statement of what cannot follow them (`namespace import x from 'y'`), and says nothing. */
const MAY_BE_HALF = /\b(?:namespace|module|declare|abstract|global)\s/;

/** Parses one script. What cannot be parsed becomes problems; the tree is null only where nothing could be read. */
export function parseScript(
  path: string,
  text: string,
  from?: { line: number; column: number; index: number },
): { ast: t.File | null; problems: Problem[] } {
  try {
    const ast = parse(text, {
      sourceType: 'unambiguous',
      plugins: pluginsOf(path),
      errorRecovery: true,
      allowReturnOutsideFunction: true,
      allowAwaitOutsideFunction: true,
      allowImportExportEverywhere: true,
      allowUndeclaredExports: true,
      attachComment: false,
      tokens: false,
      ...(from ? { startLine: from.line, startColumn: from.column, startIndex: from.index } : {}),
    });
    const problems = (ast.errors ?? []).map((error) => problemOf(error));
    const mended = (problems.length > 0 || MAY_BE_HALF.test(text)) && mendTree(ast);
    if (mended && problems.length === 0)
      problems.push({ severity: 'error', message: 'A statement could not be read.', line: 1, column: 1 });
    return { ast, problems };
  } catch (error) {
    return { ast: null, problems: [problemOf(error)] };
  }
}

/** The tree of one of a file's scripts; what is wrong with it is told of the file. */
export function readTree(
  { facts }: FactsBuilder,
  path: string,
  text: string,
  from?: { line: number; column: number; index: number },
): t.File | null {
  const { ast, problems } = parseScript(path, text, from);
  facts.problems.push(...problems);
  if (!ast) facts.broken = true;
  return ast;
}

/** What is said of a file that took more stack than there is; with more, it may be read. */
export const TOO_DEEP = 'Nested too deeply to be read.';

function problemOf(error: unknown): Problem {
  if (error instanceof RangeError) return { severity: 'error', message: TOO_DEEP, line: 1, column: 1 };
  // What a parser says of itself helps nobody.
  if (error instanceof TypeError)
    return { severity: 'error', message: 'The script could not be read.', line: 1, column: 1 };
  const loc = (error as { loc?: { line: number; column: number } }).loc;
  const message = error instanceof Error ? error.message.replace(/\(\d+:\d+\)$/, '').trim() : String(error);
  return { severity: 'error', message, line: loc?.line ?? 1, column: (loc?.column ?? 0) + 1 };
}

export function readModule(r: ScriptReader, ast: t.File): void {
  const body = ast.program.body;
  const directives = ast.program.directives.map((directive) => directive.value.value);
  r.b.facts.side = directives.includes('use client') ? 'client' : directives.includes('use server') ? 'server' : null;
  r.b.facts.types = declaredTypes(body);
  r.b.facts.typeImports = typeImports(body);
  for (const statement of body) noteConstants(r, statement);
  declareImports(r, body);
  declareVars(r, body);
  declareBlock(r, body);
  readStatements(r, body);
  r.dialect.finish(r);
  settleAsked(r);
}

/** Types a module imports, and those it passes on. */
export function typeImports(body: readonly t.Statement[]): TypeImportFact[] {
  const found: TypeImportFact[] = [];
  for (const node of body) {
    if (node.type === 'ImportDeclaration')
      for (const one of node.specifiers)
        if (one.type !== 'ImportNamespaceSpecifier') {
          const imported =
            one.type === 'ImportDefaultSpecifier'
              ? 'default'
              : one.imported.type === 'Identifier'
                ? one.imported.name
                : one.imported.value;
          if (/^[A-Z]/.test(one.local.name)) found.push({ name: one.local.name, source: node.source.value, imported });
        }
    if (node.type === 'ExportNamedDeclaration' && node.source)
      for (const one of node.specifiers)
        if (one.type === 'ExportSpecifier' && one.exported.type === 'Identifier' && /^[A-Z]/.test(one.exported.name))
          found.push({ name: one.exported.name, source: node.source.value, imported: one.local.name });
    if (node.type === 'ExportAllDeclaration') found.push({ name: '*', source: node.source.value, imported: '*' });
  }
  return found;
}

export function noteConstants(r: ScriptReader, statement: t.Statement): void {
  const node = statement.type === 'ExportNamedDeclaration' ? statement.declaration : statement;
  if (node?.type !== 'VariableDeclaration') return;
  for (const { id, init } of node.declarations) if (id.type === 'Identifier' && init) r.consts.set(id.name, init);
}
