/**
 * Metadata of components: those that it exposes are put onto pages side by side, outside of any other component's markup.
 */
import { mountSite } from '../component/site';
import { importPlace } from '../script/calls';
import { positions } from '../script/positions';
import type { ScriptReader } from '../script/reader';
import { moduleOf } from './names';

/** One of the kinds of pages that it may be put on: `lightning__RecordPage`. */
const TARGET = /<target>\s*([\w-]+)\s*<\/target>/g;
const EXPOSED = /<isExposed>\s*true\s*<\/isExposed>/;

export function readMetadata(r: ScriptReader): void {
  const found = EXPOSED.exec(r.text);
  const own = moduleOf(r.b.facts.path.replace(/\.js-meta\.xml$/, '.js'));
  if (!found || !own) return;
  const at = { ...positions(r.text)(found.index), length: found[0].includes('\n') ? 1 : found[0].length };
  const component = importPlace(r, `./${own.name}`, 'default', own.name, at);
  const { site } = mountSite(r, own.name, component, at);
  // Modules that are no components may be exposed as well.
  site.maybe = true;
  const stands = [...new Set([...r.text.matchAll(TARGET)].flatMap(([, name]) => (name ? inWords(name) : [])))];
  if (stands.length > 0) site.stands = stands;
}

/** What a kind of page is called in plain words: `lightning__RecordPage` is a record page. */
function inWords(target: string): string {
  return target
    .replace(/^lightning(\w*)__/, (_, where: string) => (where ? `${where} ` : ''))
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();
}
