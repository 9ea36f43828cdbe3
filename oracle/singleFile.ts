/** Certain tags of single-file components, by the bare compilers: tags that name what the file's own script imports. */
import { parse as parseScript } from '@babel/parser';
import type * as t from '@babel/types';
import { parse as parseVue } from '@vue/compiler-sfc';
import { parse as parseSvelte } from 'svelte/compiler';
import { emptyModule, readStatement, type Module } from './module';

/** What such a file exports is the component it is. */
const ITSELF = '(itself)';

export function readSingleFile(file: string, text: string): Module | null {
  const module = emptyModule();
  try {
    if (file.endsWith('.vue')) readVue(module, text);
    else readSvelte(module, text);
  } catch {
    return null;
  }
  module.declared.add(ITSELF);
  module.exports.set('default', { source: null, name: ITSELF });
  return module;
}

function statementsOf(text: string): t.Statement[] {
  return parseScript(text, { sourceType: 'module', plugins: ['typescript', 'decorators-legacy'], errorRecovery: true })
    .program.body;
}

interface VueNode {
  type: number;
  tag?: string;
  props?: { name: string }[];
  children?: VueNode[];
  loc: { start: { line: number; column: number } };
}

function readVue(module: Module, text: string): void {
  const { descriptor } = parseVue(text, { sourceMap: false });
  const names = new Map<string, string>();
  for (const block of [descriptor.script, descriptor.scriptSetup])
    for (const statement of block ? statementsOf(block.content) : []) {
      if (statement.type === 'ImportDeclaration') {
        readStatement(module, statement);
        if (block === descriptor.scriptSetup)
          for (const { local } of statement.specifiers) names.set(local.name, local.name);
      }
      if (statement.type === 'ExportDefaultDeclaration')
        for (const [name, local] of registered(statement.declaration)) names.set(name, local);
    }
  const visit = (node: VueNode, hidden: boolean): void => {
    const name = node.tag ?? '';
    const local = [name, camel(name), pascal(name)].map((one) => names.get(one)).find((one) => one !== undefined);
    if (node.type === 1 && local !== undefined && !hidden)
      module.tags.push({
        name: local,
        line: node.loc.start.line,
        column: node.loc.start.column + 1,
        shadowed: false,
      });
    const still = hidden || (node.props?.some((one) => one.name === 'pre') ?? false);
    for (const child of node.children ?? []) if (child.type === 1) visit(child, still);
  };
  const root = descriptor.template?.ast as unknown as VueNode | undefined;
  for (const child of root?.children ?? []) visit(child, false);
}

/** `components: { Tray, 'zone-head': ZoneHead }`. */
function registered(node: t.Node): [string, string][] {
  const options = node.type === 'CallExpression' ? node.arguments[0] : node;
  if (options?.type !== 'ObjectExpression') return [];
  return options.properties.flatMap((one): [string, string][] => {
    if (one.type !== 'ObjectProperty' || keyOf(one) !== 'components' || one.value.type !== 'ObjectExpression')
      return [];
    return one.value.properties.flatMap((entry): [string, string][] =>
      entry.type === 'ObjectProperty' && entry.value.type === 'Identifier' ? [[keyOf(entry), entry.value.name]] : [],
    );
  });
}

function keyOf(node: t.ObjectProperty): string {
  if (node.key.type === 'Identifier' && !node.computed) return node.key.name;
  return node.key.type === 'StringLiteral' ? node.key.value : '';
}

function camel(name: string): string {
  return name.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());
}

function pascal(name: string): string {
  return camel(name).replace(/^[a-z]/, (letter) => letter.toUpperCase());
}

function readSvelte(module: Module, text: string): void {
  const bare = text.replace(/<style[^>]*>[\s\S]*?<\/style>/g, (style) => style.replace(/[^\n]/g, ' '));
  const root = parseSvelte(bare, { modern: true });
  const names = new Set<string>();
  for (const script of [root.module, root.instance]) {
    if (!script) continue;
    const { start, end } = script.content as unknown as { start: number; end: number };
    for (const statement of statementsOf(text.slice(start, end)))
      if (statement.type === 'ImportDeclaration') {
        readStatement(module, statement);
        for (const { local } of statement.specifiers) names.add(local.name);
      }
  }
  const visit = (node: unknown, hidden: ReadonlySet<string>): void => {
    if (typeof node !== 'object' || node === null) return;
    if (Array.isArray(node)) return node.forEach((one) => visit(one, hidden));
    const one = node as { type?: string; name?: string; start?: number } & Record<string, unknown>;
    // A name a loop, a snippet or a slot brings may stand for something else.
    const inner = /^(EachBlock|AwaitBlock|SnippetBlock)$/.test(one.type ?? '')
      ? new Set([...hidden, ...identifiersIn([one.context, one.parameters, one.value, one.error])])
      : hidden;
    if (one.type === 'Component' && one.name !== undefined && names.has(one.name) && !inner.has(one.name)) {
      const before = text.slice(0, (one.start ?? 0) + 1);
      module.tags.push({
        name: one.name,
        line: before.split('\n').length,
        column: before.length - before.lastIndexOf('\n'),
        shadowed: false,
      });
    }
    for (const [key, child] of Object.entries(one)) if (key !== 'loc') visit(child, inner);
  };
  visit(root.fragment, new Set());
}

function identifiersIn(node: unknown): string[] {
  if (typeof node !== 'object' || node === null) return [];
  if (Array.isArray(node)) return node.flatMap(identifiersIn);
  const one = node as { type?: string; name?: string } & Record<string, unknown>;
  const own = one.type === 'Identifier' && one.name !== undefined ? [one.name] : [];
  return [...own, ...Object.entries(one).flatMap(([key, child]) => (key === 'loc' ? [] : identifiersIn(child)))];
}
