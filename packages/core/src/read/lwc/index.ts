/**
 * The reader for Lightning Web Components. Markup, class and metadata are files of their own, beside each other under one name: linking
 * joins them, and the class gives the markup its instance.
 */
import type { FileFacts } from '../../model/facts';
import { addComponent, readWithin, renderedPiece } from '../component/component';
import { readMarkupFile } from '../component/markupFile';
import { FactsBuilder } from '../script/builder';
import { readModule, readTree } from '../script/module';
import { ScriptReader } from '../script/reader';
import type { SourceFile } from '../source';
import { lwc } from './dialect';
import { hearBelow } from './events';
import { readMetadata } from './metadata';
import { moduleOf, nameInMarkup } from './names';
import { readTemplate } from './template';

export function readLwc(source: SourceFile): FileFacts {
  const b = new FactsBuilder(source.path, 'lwc', source.text, source.hash, source.bytes);
  const r = new ScriptReader(b, lwc, source.text);
  if (source.path.endsWith('.html') && source.alone) readAlone(r);
  else if (source.path.endsWith('.html')) readMarkupFile(r, (piece) => readTemplate(r, piece));
  else if (source.path.endsWith('.xml')) readMetadata(r);
  else {
    const ast = readTree(b, source.path, source.text);
    if (ast) readModule(r, ast);
  }
  return b.facts;
}

/** A component of markup alone; markup that is no component's own is there for whichever imports it. */
function readAlone(r: ScriptReader): void {
  const own = moduleOf(r.b.facts.path);
  const tag = nameInMarkup(r.b.facts.path);
  if (!own || tag === null) return readMarkupFile(r, (piece) => readTemplate(r, piece));
  const component = addComponent(r, r.b.facts.path);
  r.b.fn(component.fn).ownNames = [tag];
  readWithin(r, component, () => {
    hearBelow(r, component, r.b.fn(component.fn).at);
    readTemplate(r, renderedPiece(r, component));
  });
  r.b.endSpan(r.b.fn(component.fn));
}
