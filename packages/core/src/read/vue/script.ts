/** Plain scripts of the family: composables, stores, mixins, and components written as options. */
import { vueVersionOf } from '../projectKinds';
import type { FileFacts } from '../../model/facts';
import { FactsBuilder } from '../script/builder';
import { readTree, readModule } from '../script/module';
import { ScriptReader } from '../script/reader';
import type { SourceFile } from '../source';
import { vue } from './dialect';

/** Whether a script says that it is of this family. */
export function isVueScript(text: string): boolean {
  return /\b(?:from|require\()\s*['"](?:vue|vuex|pinia|vue-router|vue-class-component|(?:vue|nuxt)-\w+-decorator|@vue\/[\w-]+)['"]/.test(
    text,
  );
}

export function readVueScript(source: SourceFile): FileFacts {
  const b = new FactsBuilder(source.path, 'vue', source.text, source.hash, source.bytes);
  const ast = readTree(b, source.path, source.text);
  const r = new ScriptReader(b, vue, source.text);
  r.vue = vueVersionOf(source);
  if (ast) readModule(r, ast);
  return b.facts;
}
