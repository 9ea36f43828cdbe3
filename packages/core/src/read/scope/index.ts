/**
 * The reader for applications of modules, controllers and scopes. Scripts register things by name, markup names them, and what a name
 * in markup stands for is found in the scope around: all of that is joined by name when files are linked.
 */
import type { FileFacts } from '../../model/facts';
import { blocksOf } from '../component/blocks';
import { positionIn } from '../component/html';
import { FactsBuilder } from '../script/builder';
import { readModule, readTree } from '../script/module';
import { ScriptReader } from '../script/reader';
import type { SourceFile } from '../source';
import { scope } from './dialect';
import { rootScope } from './injection';
import { collect } from './registrations';
import { readMarkup } from './template';

/** What a script says that registers something. */
const REGISTERS = /\bangular\s*\.\s*module\s*\(/;

/** A page, where an application may begin; any other markup is shown by whoever names it. */
const PAGE = /<(!doctype|html|body)[\s>]|\s(data-|x-)?ng[-:]app[\s=>]/i;

export function readScope(source: SourceFile): FileFacts {
  const b = new FactsBuilder(source.path, 'scope', source.text, source.hash, source.bytes);
  const r = new ScriptReader(b, scope, source.text);
  if (/\.html?$/.test(source.path)) {
    readMarkup(r, PAGE.test(source.text), () => rootScope(r, { line: 1, column: 1, length: 1 }));
    readScripts(r);
    return b.facts;
  }
  const ast = readTree(b, source.path, source.text);
  if (!ast) return b.facts;
  collect(r, ast);
  readModule(r, ast);
  return b.facts;
}

/** Scripts that stand in a page. */
function readScripts(r: ScriptReader): void {
  for (const { attributes, from, to } of blocksOf(r.text, 'script')) {
    const text = r.text.slice(from, to);
    if (
      /\b(src|type)\s*=/.test(attributes.replace(/type=["'](text|application)\/javascript["']/, '')) ||
      !REGISTERS.test(text)
    )
      continue;
    const { line, column } = positionIn(r, from);
    const ast = readTree(r.b, r.b.facts.path.replace(/html?$/, 'js'), text, { line, column: column - 1, index: from });
    if (!ast) continue;
    collect(r, ast);
    readModule(r, ast);
  }
}
