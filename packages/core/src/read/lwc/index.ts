/**
 * The reader for Lightning Web Components. Markup, class and metadata are files of their own, beside each other under one name: linking
 * joins them, and the class gives the markup its instance.
 */
import type { FileFacts } from '../../model/facts';
import { FactsBuilder } from '../script/builder';
import { readModule, readTree } from '../script/module';
import { ScriptReader } from '../script/reader';
import type { SourceFile } from '../source';
import { lwc } from './dialect';
import { readMetadata } from './metadata';
import { INSTANCE, readTemplate } from './template';

export function readLwc(source: SourceFile): FileFacts {
  const b = new FactsBuilder(source.path, 'lwc', source.text, source.hash, source.bytes);
  const r = new ScriptReader(b, lwc, source.text);
  if (source.path.endsWith('.html')) readMarkup(r);
  else if (source.path.endsWith('.xml')) readMetadata(r);
  else {
    const ast = readTree(b, source.path, source.text);
    if (ast) readModule(r, ast);
  }
  return b.facts;
}

/** Markup exports a function that gives it, and the instance whose markup it is. */
function readMarkup(r: ScriptReader): void {
  const { b } = r;
  const at = { line: 1, column: 1, length: 1 };
  const id = b.addFunction('', 'plain', 0, at, b.facts.lines);
  const fact = b.fn(id);
  fact.template = true;
  const instance = b.place('object', 'this', id, at);
  for (const [name, place] of [
    ['default', fact.self],
    [INSTANCE, instance],
  ] as const)
    b.facts.exports.push({ name, place, source: null, imported: null, at });
  const piece = b.place('markup', '', id, at);
  b.flow(piece, fact.result);
  r.fn = id;
  r.self = instance;
  readTemplate(r, piece);
  b.endSpan(fact);
}
