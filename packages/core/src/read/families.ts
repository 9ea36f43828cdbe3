/**
 * The reader of each family, and when it is loaded: the compilers behind single-file components are large, and most
 * projects are of one family.
 */
import type { Family } from '../model/documents';
import type { FileFacts } from '../model/facts';
import { familyOf } from '../model/sourceFiles';
import { reactReader } from './react';
import type { SourceFile } from './source';
import { readSvelteCall } from './svelte/calls';
import { isVueScript, readVueScript } from './vue/script';

type Reader = (source: SourceFile) => FileFacts;

/** Scripts that belong to no family by their name may still call what Svelte exports. */
const readScript = reactReader([readSvelteCall]);

const LOADERS = {
  react: () => Promise.resolve(readAnyScript),
  vue: async () => (await import('./vue')).readVue,
  svelte: async () => (await import('./svelte')).readSvelte,
  angular: async () => (await import('./angular')).readAngular,
  lwc: null,
  scope: null,
} satisfies Record<Family, (() => Promise<Reader>) | null>;

/** The models of packages are scripts: what reads those is there from the start. */
const loaded = new Map<Family, Reader>([['react', readAnyScript]]);

/** Whether a script says that it is Angular's. */
function isAngularScript(text: string): boolean {
  return /\bfrom\s+['"]@angular\//.test(text);
}

/** Loads the readers that some files need, by their paths and, for scripts, by their texts where those are at hand. */
export async function prepareReaders(sources: Iterable<Pick<SourceFile, 'path'> & Partial<SourceFile>>): Promise<void> {
  const families = new Set<Family | null>();
  for (const { path, text, project } of sources) {
    families.add(familyOf(path));
    if (project === 'angular' || (text !== undefined && isAngularScript(text))) families.add('angular');
  }
  for (const family of families) {
    const load = family === null ? null : LOADERS[family];
    if (family !== null && load && !loaded.has(family)) loaded.set(family, await load());
  }
}

/** The reader that takes a file. Throws where it was not loaded: see `prepareReaders`. */
export function readerOf(family: Family): Reader {
  const reader = loaded.get(family);
  if (!reader) throw new Error(`The reader for the family ${family} has not been loaded.`);
  return reader;
}

/** Plain scripts are of the family they import from, or of the one their project says it is of. */
function readAnyScript(source: SourceFile): FileFacts {
  const { text, project } = source;
  if (isAngularScript(text) || project === 'angular') return readerOf('angular')(source);
  const isVue = project === 'vue2' || project === 'vue3' || isVueScript(text);
  return isVue ? readVueScript(source) : readScript(source);
}
