/**
 * An independent count of the component tags whose target is certain, made with the bare parser: a tag that names a function
 * or class of its own file, or one that imports lead to without any doubt. It shares nothing with the readers.
 */
import { existsSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { parse } from '@babel/parser';
import type * as t from '@babel/types';
import { readSingleFile } from './singleFile';

export interface CertainTag {
  file: string;
  line: number;
  column: number;
  name: string;
  /** The file its component is written in. */
  target: string;
}

export interface Module {
  /** Components declared at the top level. */
  declared: Set<string>;
  imports: Map<string, { source: string; name: string }>;
  exports: Map<string, { source: string | null; name: string }>;
  all: string[];
  tags: { name: string; line: number; column: number; shadowed: boolean }[];
}

const EXTENSIONS = ['.tsx', '.ts', '.jsx', '.js', '.mjs', '.vue', '.svelte'];

/** Every certain tag in the files given, relative to the root. */
export function certainTags(root: string, files: readonly string[]): CertainTag[] {
  const known = new Set(files);
  const modules = new Map<string, Module | null>();
  const moduleOf = (file: string): Module | null => {
    let found = modules.get(file);
    if (found === undefined) {
      found = read(path.join(root, file));
      modules.set(file, found);
    }
    return found;
  };
  const self = packageName(root);
  const resolve = (from: string, source: string): string | null => {
    const own = self !== null && source.startsWith(`${self}/`);
    if (!source.startsWith('.') && !own) return null;
    const base = own ? source.slice(self.length + 1) : path.posix.normalize(`${path.posix.dirname(from)}/${source}`);
    const stem = base.replace(/\.jsx?$/, '');
    const tries = [
      base,
      ...[base, stem].flatMap((one) => EXTENSIONS.map((extension) => one + extension)),
      ...EXTENSIONS.map((extension) => `${base}/index${extension}`),
    ];
    return tries.find((one) => known.has(one)) ?? null;
  };
  const declaredIn = (file: string, name: string, seen: Set<string>): string | null => {
    const key = `${file}#${name}`;
    const module = moduleOf(file);
    if (!module || seen.has(key)) return null;
    seen.add(key);
    const exported = module.exports.get(name);
    if (exported) {
      const from = exported.source === null ? null : resolve(file, exported.source);
      if (exported.source !== null) return from === null ? null : declaredIn(from, exported.name, seen);
      return local(file, exported.name, seen);
    }
    for (const source of module.all) {
      const from = resolve(file, source);
      const found = from === null ? null : declaredIn(from, name, seen);
      if (found !== null) return found;
    }
    return null;
  };
  const local = (file: string, name: string, seen: Set<string>): string | null => {
    const module = moduleOf(file);
    if (module?.declared.has(name)) return file;
    const imported = module?.imports.get(name);
    const from = imported ? resolve(file, imported.source) : null;
    return imported && from !== null ? declaredIn(from, imported.name, seen) : null;
  };
  return files.flatMap((file) =>
    (moduleOf(file)?.tags ?? []).flatMap(({ name, line, column, shadowed }) => {
      const target = shadowed ? null : local(file, name, new Set());
      return target === null ? [] : [{ file, line, column, name, target }];
    }),
  );
}

export function emptyModule(): Module {
  return { declared: new Set(), imports: new Map(), exports: new Map(), all: [], tags: [] };
}

/** The name a package may import itself by. */
function packageName(root: string): string | null {
  const file = path.join(root, 'package.json');
  if (!existsSync(file)) return null;
  return (JSON.parse(readFileSync(file, 'utf8')) as { name?: string }).name ?? null;
}

function read(file: string): Module | null {
  if (!existsSync(file) || !statSync(file).isFile()) return null;
  if (/\.(vue|svelte)$/.test(file)) return readSingleFile(file, readFileSync(file, 'utf8'));
  let body: t.File;
  try {
    body = parse(readFileSync(file, 'utf8'), {
      sourceType: 'module',
      plugins: /\.tsx?$/.test(file)
        ? /x$/.test(file)
          ? ['typescript', 'jsx', 'decorators-legacy']
          : ['typescript', 'decorators-legacy']
        : ['jsx', 'flow', 'decorators-legacy'],
    });
  } catch {
    return null;
  }
  const module = emptyModule();
  for (const statement of body.program.body) readStatement(module, statement);
  collectTags(module, body.program, new Set());
  return module;
}

export function readStatement(module: Module, node: t.Statement): void {
  if (node.type === 'ImportDeclaration') {
    for (const one of node.specifiers)
      if (one.type === 'ImportDefaultSpecifier')
        module.imports.set(one.local.name, { source: node.source.value, name: 'default' });
      else if (one.type === 'ImportSpecifier')
        module.imports.set(one.local.name, { source: node.source.value, name: textOf(one.imported) });
  } else if (node.type === 'ExportAllDeclaration') module.all.push(node.source.value);
  else if (node.type === 'ExportNamedDeclaration') {
    if (node.declaration) {
      for (const name of declare(module, node.declaration)) module.exports.set(name, { source: null, name });
    }
    for (const one of node.specifiers)
      if (one.type === 'ExportSpecifier')
        module.exports.set(textOf(one.exported), { source: node.source?.value ?? null, name: one.local.name });
  } else if (node.type === 'ExportDefaultDeclaration') {
    const { declaration } = node;
    if ((declaration.type === 'FunctionDeclaration' || declaration.type === 'ClassDeclaration') && declaration.id) {
      declare(module, declaration);
      module.exports.set('default', { source: null, name: declaration.id.name });
    } else if (declaration.type === 'Identifier')
      module.exports.set('default', { source: null, name: declaration.name });
  } else declare(module, node);
}

function textOf(node: t.Identifier | t.StringLiteral): string {
  return node.type === 'Identifier' ? node.name : node.value;
}

/** The names a declaration declares; those that are certainly components are noted. */
function declare(module: Module, node: t.Node): string[] {
  if ((node.type === 'FunctionDeclaration' || node.type === 'ClassDeclaration') && node.id) {
    module.declared.add(node.id.name);
    return [node.id.name];
  }
  if (node.type !== 'VariableDeclaration') return [];
  return node.declarations.flatMap(({ id, init }) => {
    if (id.type !== 'Identifier') return [];
    if (isComponent(init)) module.declared.add(id.name);
    return [id.name];
  });
}

/** A function written out, as it is or inside React's own wrappers. */
function isComponent(node: t.Node | null | undefined): boolean {
  if (!node) return false;
  if (node.type === 'ArrowFunctionExpression' || node.type === 'FunctionExpression' || node.type === 'ClassExpression')
    return true;
  if (node.type === 'TSAsExpression' || node.type === 'TSSatisfiesExpression') return isComponent(node.expression);
  if (node.type !== 'CallExpression') return false;
  const { callee } = node;
  const name =
    callee.type === 'Identifier'
      ? callee.name
      : callee.type === 'MemberExpression' && callee.property.type === 'Identifier'
        ? callee.property.name
        : '';
  return (name === 'memo' || name === 'forwardRef') && isComponent(node.arguments[0]);
}

/** Tags with a plain name; one that a function around it declares or takes is left out. */
function collectTags(module: Module, node: t.Node, hidden: ReadonlySet<string>): void {
  let inner = hidden;
  if ('params' in node && Array.isArray(node.params)) {
    const names = new Set(hidden);
    const gather = (one: unknown): void => {
      if (typeof one !== 'object' || one === null) return;
      if (Array.isArray(one)) return one.forEach(gather);
      const child = one as t.Node;
      if (child.type === 'Identifier') names.add(child.name);
      if (child.type === 'VariableDeclarator') gather(child.id);
      for (const value of Object.values(child)) if (typeof value === 'object') gatherPattern(value);
    };
    const gatherPattern = (value: unknown): void => {
      if (Array.isArray(value)) value.forEach(gatherPattern);
      else if (typeof value === 'object' && value !== null && 'type' in value) {
        const { type } = value as t.Node;
        if (/Pattern|RestElement|ObjectProperty|Identifier|AssignmentPattern/.test(type)) gather(value);
      }
    };
    (node.params as unknown[]).forEach(gather);
    if ('body' in node && node.body && (node.body as t.Node).type === 'BlockStatement')
      for (const statement of (node.body as t.BlockStatement).body) {
        if (statement.type === 'VariableDeclaration') for (const { id } of statement.declarations) gather(id);
        if ((statement.type === 'FunctionDeclaration' || statement.type === 'ClassDeclaration') && statement.id)
          names.add(statement.id.name);
      }
    inner = names;
  }
  if (
    node.type === 'JSXOpeningElement' &&
    node.name.type === 'JSXIdentifier' &&
    /^[A-Z]/.test(node.name.name) &&
    node.name.loc
  )
    module.tags.push({
      name: node.name.name,
      line: node.name.loc.start.line,
      column: node.name.loc.start.column + 1,
      shadowed: inner.has(node.name.name),
    });
  for (const [key, value] of Object.entries(node)) {
    if (key === 'loc' || key.endsWith('Comments') || typeof value !== 'object' || value === null) continue;
    for (const child of Array.isArray(value) ? (value as unknown[]) : [value])
      if (typeof child === 'object' && child !== null && typeof (child as { type?: unknown }).type === 'string')
        collectTags(module, child as t.Node, inner);
  }
}
