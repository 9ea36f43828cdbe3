/**
 * An independent count of the component tags whose target is certain, made with the bare parser: a tag that names a function
 * or class of its own file, or one that imports lead to without any doubt. It shares nothing with the readers.
 */
import { existsSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { parse } from '@babel/parser';
import type * as t from '@babel/types';
import { collectTags, emptyModule, readStatement, type Module } from './module';
import { readSingleFile } from './singleFile';

export interface CertainTag {
  file: string;
  line: number;
  column: number;
  name: string;
  /** The file its component is written in. */
  target: string;
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
