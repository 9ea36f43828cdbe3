/**
 * The reader for Angular source. Scripts and templates are files of their own: linking joins a template to the class that names
 * it, and the class gives it its instance.
 */
import type { FileFacts } from '../../model/facts';
import { offer, readMarkupFile } from '../component/markupFile';
import { FactsBuilder } from '../script/builder';
import { readModule, readTree } from '../script/module';
import { ScriptReader } from '../script/reader';
import type { SourceFile } from '../source';
import { angular } from './dialect';
import { templateField } from './queries';
import { readTemplate } from './template';

export function readAngular(source: SourceFile): FileFacts {
  const b = new FactsBuilder(source.path, 'angular', source.text, source.hash, source.bytes);
  const r = new ScriptReader(b, angular, source.text);
  if (source.path.endsWith('.html')) readTemplateFile(r, source);
  else {
    const ast = readTree(b, source.path, source.text);
    if (ast) readModule(r, ast);
  }
  return b.facts;
}

/** A template that is a file: what its expressions name is asked of the instance that the class gives it. */
function readTemplateFile(r: ScriptReader, { path, text }: SourceFile): void {
  readMarkupFile(r, (piece) => {
    for (const [name, place] of readTemplate(r, path, { start: 0, end: text.length, quoted: false }, piece))
      offer(r, templateField(name), place, { line: 1, column: 1, length: 1 });
  });
}
