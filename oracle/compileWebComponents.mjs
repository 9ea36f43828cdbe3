/**
 * Compiles the modules of Lightning Web Components by the family's own compiler, in a process of its own, as that is published for newer
 * loaders alone: `node compileWebComponents.mjs MODULES OUT` writes each file of MODULES to OUT, as a script.
 */
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { transformSync } from '@lwc/compiler';

const [modules = '', out = ''] = process.argv.slice(2);
for (const entry of readdirSync(modules, { recursive: true, withFileTypes: true })) {
  if (!entry.isFile() || !/\.(js|html)$/.test(entry.name)) continue;
  const file = path.join(entry.parentPath, entry.name);
  const relative = path.relative(modules, file);
  const [namespace = '', name = ''] = relative.split(path.sep);
  const { code } = transformSync(readFileSync(file, 'utf8'), file, { namespace, name });
  mkdirSync(path.dirname(path.join(out, relative)), { recursive: true });
  writeFileSync(path.join(out, relative), code);
}
