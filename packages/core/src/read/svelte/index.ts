/**
 * The reader for Svelte: the family's own compiler takes a component's file apart; its scripts and the expressions of its
 * markup are read by the shared script reader. Modules of the family (`.svelte.js`) are scripts that know runes.
 */
import { parse as parseComponent } from 'svelte/compiler';
import type * as t from '@babel/types';
import type { FileFacts } from '../../model/facts';
import type { SourceFile } from '../source';
import { settleAsked } from '../script/guards';
import { FactsBuilder } from '../script/builder';
import { declareBlock, declareVars } from '../script/declare';
import { TOO_DEEP, noteConstants, readModule, readTree, typeImports } from '../script/module';
import { ScriptReader } from '../script/reader';
import { Scope } from '../script/scope';
import { declareImports, readStatements } from '../script/statements';
import { declaredTypes } from '../script/types';
import { addComponent } from '../component/component';
import { noteScript } from '../script/starts';
import { settleRuns } from '../script/lifecycle';
import { prefixed, svelteDialect } from './dialect';
import type { Mentioned, SvelteFile } from './file';
import { MUTATING_METHODS } from '../script/methods';
import { readInstance } from './instance';
import { blank, blocksOf, withoutBlocks } from '../component/blocks';
import { positions } from '../script/positions';
import { type Root, type Script, visitAll } from './syntax';
import { readMarkupOf } from './template';

export function readSvelte(source: SourceFile): FileFacts {
  const b = new FactsBuilder(source.path, 'svelte', source.text, source.hash, source.bytes);
  const isComponent = source.path.endsWith('.svelte');
  const file: SvelteFile = {
    runes: !isComponent,
    component: null,
    setters: new Map(),
    asked: new Map(),
  };
  const r = new ScriptReader(b, svelteDialect(file), source.text);
  r.missing = prefixed(r, file);
  if (isComponent) readComponent(r, file, source);
  else {
    const ast = readTree(b, source.path, source.text);
    if (ast) readModule(r, ast);
  }
  return b.facts;
}

function readComponent(r: ScriptReader, file: SvelteFile, source: SourceFile): void {
  const root = parsed(r, source);
  if (!root) return;
  const component = addComponent(r, source.path);
  file.component = component;
  r.component = component;
  const names = mentioned(root);
  file.runes = root.options?.runes ?? RUNES.some((rune) => names.named.has(rune));
  const typed = blocksOf(source.text, 'script').some(({ attributes }) => /lang=["'](ts|typescript)/.test(attributes));
  const shared = root.module ? programOf(r, source, root.module, typed) : [];
  const own = root.instance ? programOf(r, source, root.instance, typed) : [];
  for (const body of [shared, own]) {
    declareImports(r, body);
    Object.assign(r.b.facts.types, declaredTypes(body));
    r.b.facts.typeImports.push(...typeImports(body));
    for (const statement of body) noteConstants(r, statement);
  }
  declareVars(r, shared);
  declareBlock(r, shared);
  readStatements(r, shared);

  r.fn = component.fn;
  r.self = component.self;
  r.scope = new Scope(r.scope, component.fn);
  readInstance(r, file, component, own, names);
  readMarkupOf(r, file, component, root.fragment, { text: source.text, typed });
  settleRuns(r);
  settleAsked(r);
  noteScript(r, own, r.stopped);
}

/**
 * The compiler's tree. Where it refuses the text, what it says becomes a problem, and it is asked again to go on as well as it can;
 * where that fails too, the scripts are left.
 */
function parsed(r: ScriptReader, source: SourceFile): Root | null {
  // Styles carry no data, and are written in many languages: they are left out, lines kept.
  const text = withoutBlocks(withoutOpenComment(r, source.text), 'style');
  if (text.split('<script').length > MOST_SCRIPTS) {
    noteProblem(r, new Error('It opens far more scripts than a component can have.'));
    r.b.facts.broken = true;
    return scriptsOnly(text);
  }
  try {
    return parseComponent(text, { modern: true, filename: source.path }) as unknown as Root;
  } catch (error) {
    noteProblem(r, error);
  }
  try {
    return parseComponent(text, { modern: true, loose: true, filename: source.path }) as unknown as Root;
  } catch {
    r.b.facts.broken = true;
    return scriptsOnly(text);
  }
}

/** Above this, tags of scripts are left open, and the compiler looks for the end of each of them. */
const MOST_SCRIPTS = 200;

/** A comment that is left open goes on to the end: what is in it is made blank, as the compiler looks for an end from each that begins in it. */
function withoutOpenComment(r: ScriptReader, text: string): string {
  // What a script holds is none.
  const markup = withoutBlocks(text, 'script');
  const start = markup.indexOf('<!--', Math.max(0, markup.lastIndexOf('-->')));
  if (start < 0) return text;
  const { line, column } = positions(text)(start);
  r.b.facts.problems.push({ severity: 'error', message: 'A comment is left open.', line, column });
  return text.slice(0, start) + blank(text.slice(start));
}

/** What the compiler says of the text becomes a problem where it says so. */
function noteProblem(r: ScriptReader, error: unknown): void {
  const at = (error as { start?: { line: number; column: number } }).start;
  const [line, column] = [at?.line ?? 1, (at?.column ?? 0) + 1];
  r.b.facts.problems.push({ severity: 'error', message: messageOf(error), line, column });
}

function messageOf(error: unknown): string {
  if (error instanceof RangeError) return TOO_DEEP;
  // What the compiler says of the text; what it says of itself helps nobody.
  return error instanceof Error && !(error instanceof TypeError)
    ? (error.message.split('\n')[0] ?? '')
    : 'The markup could not be read.';
}

/** A component whose markup cannot be read still has scripts. */
function scriptsOnly(text: string): Root {
  const root: Root = { fragment: { nodes: [] } };
  for (const { start, end, attributes, from, to } of blocksOf(text, 'script')) {
    const script: Script = {
      type: 'Script',
      start,
      end,
      content: { type: 'Program', start: from, end: to },
    };
    if (/\bmodule\b/.test(attributes)) root.module = script;
    else root.instance = script;
  }
  return root;
}

/** What runes offer beside themselves: `$state.raw`, `$derived.by`. */
const RUNE_PART = /^(raw|eager|snapshot|by|pre|root|tracking|pending|id|with|trace)$/;
const RUNES = ['$state', '$derived', '$props', '$effect', '$bindable', '$inspect', '$host'];

/** Names that are called, and how often names are set anywhere in the file. */
function mentioned(root: Root): Mentioned {
  const named = new Set<string>();
  const set = new Map<string, number>();
  const assigned = new Set<string>();
  const filled = new Set<string>();
  const rootName = (node: unknown): string | null => {
    let at = node as { type?: string; name?: string; object?: unknown; expression?: unknown } | null | undefined;
    while (at && at.type !== 'Identifier')
      at = (at.type === 'MemberExpression' ? at.object : at.type?.startsWith('TS') ? at.expression : null) as typeof at;
    return at?.name ?? null;
  };
  const take = (node: unknown): void => {
    const target = node as {
      type?: string;
      properties?: { value?: unknown; argument?: unknown }[];
      elements?: unknown[];
      left?: unknown;
    } | null;
    if (target?.type === 'ObjectPattern') for (const one of target.properties ?? []) take(one.value ?? one.argument);
    else if (target?.type === 'ArrayPattern') for (const one of target.elements ?? []) take(one);
    else if (target?.type === 'AssignmentPattern') take(target.left);
    else {
      const name = rootName(node);
      if (name !== null) set.set(name, (set.get(name) ?? 0) + 1);
      if (name !== null && target?.type === 'Identifier') assigned.add(name);
    }
  };
  visitAll(root, (node) => {
    if (node.type === 'CallExpression') {
      const name = rootName(node.callee);
      const method = node.callee as { type?: string; object?: { type?: string }; property?: { name?: string } } | null;
      // `$state.filtered.get(id)` calls what a store named `state` holds.
      const isRune =
        method?.type === 'Identifier' ||
        (method?.object?.type === 'Identifier' && RUNE_PART.test(method.property?.name ?? ''));
      if (name !== null && isRune) named.add(name);
      if (name !== null && method?.object?.type === 'Identifier' && MUTATING_METHODS.has(method.property?.name ?? ''))
        filled.add(name);
    } else if (node.type === 'AssignmentExpression') take(node.left);
    else if (node.type === 'UpdateExpression') take(node.argument);
    else if (node.type === 'BindDirective') take(node.expression);
  });
  return { named, set, assigned, filled };
}

/** The statements of one script, with positions of the whole file. */
function programOf(r: ScriptReader, source: SourceFile, script: Script, typed: boolean): t.Statement[] {
  const { start, end } = script.content;
  const at = positions(source.text)(start);
  const ast = readTree(r.b, `${source.path}.${typed ? 'ts' : 'js'}`, source.text.slice(start, end), {
    line: at.line,
    column: at.column - 1,
    index: start,
  });
  return ast?.program.body ?? [];
}
