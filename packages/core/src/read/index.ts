/** Phase 1, reading: one file's text to its facts. The family is told by the path. */
import type { Family } from '../model/documents';
import type { FileFacts } from '../model/facts';
import { readReact, type SourceFile } from './react';
import { FactsBuilder } from './script/builder';
import { TOO_DEEP } from './script/module';
import { isVueScript, readVueScript } from './vue/script';

const EXTENSIONS: Record<string, Family> = {
  js: 'react',
  jsx: 'react',
  mjs: 'react',
  cjs: 'react',
  ts: 'react',
  tsx: 'react',
  mts: 'react',
  cts: 'react',
  vue: 'vue',
  svelte: 'svelte',
};

const READERS: Partial<Record<Family, (source: SourceFile) => FileFacts>> = { react: readReact };

/** Loads the readers some files need: the compilers behind them are large, and most projects are of one family. */
export async function prepareReaders(paths: Iterable<string>): Promise<void> {
  const families = new Set<Family | null>();
  for (const path of paths) families.add(familyOf(path));
  if (families.has('vue')) READERS.vue ??= (await import('./vue')).readVue;
  if (families.has('svelte')) READERS.svelte ??= (await import('./svelte')).readSvelte;
}

/** The family whose reader takes a file, or null where none does. */
export function familyOf(path: string): Family | null {
  // Modules of the family that say state by runes.
  if (/\.svelte\.[jt]s$/.test(path)) return 'svelte';
  const extension = path.slice(path.lastIndexOf('.') + 1).toLowerCase();
  return Object.hasOwn(EXTENSIONS, extension) ? (EXTENSIONS[extension] ?? null) : null;
}

/** Reads one file. Never throws for what the file contains: what cannot be read is listed in `problems`. */
export function readFile(source: SourceFile): FileFacts {
  const family = familyOf(source.path) ?? 'react';
  const reader = READERS[family];
  if (!reader) throw new Error(`The reader for the family ${family} has not been loaded.`);
  const refused = refuse(source);
  if (!refused) {
    try {
      return family === 'react' && saysVue(source) ? readVueScript(source) : reader(source);
    } catch (error) {
      return unread(source, family, error);
    }
  }
  const facts = reader({ ...source, text: '' });
  facts.problems.push({ severity: refused.severity, message: refused.message, line: 1, column: 1 });
  return facts;
}

/** The facts of a file that makes its reader fail: none, and why. */
function unread(source: SourceFile, family: Family, error: unknown): FileFacts {
  const { facts } = new FactsBuilder(source.path, family, source.text, source.hash, source.bytes);
  const reason = error instanceof RangeError ? TOO_DEEP : `It could not be read. ${reasonOf(error)}`;
  facts.problems.push({ severity: 'error', message: reason, line: 1, column: 1 });
  facts.broken = true;
  return facts;
}

function reasonOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}

/** Plain scripts are of the family they import from, or of the one their project says it is of. */
function saysVue(source: SourceFile): boolean {
  return source.vue !== undefined || isVueScript(source.text);
}

/** Files larger than this are generated or bundled; reading them would stall everything else. */
export const MAX_BYTES = 2_000_000;

/** Why a file is not worth reading; null where it is. */
function refuse(source: SourceFile): { severity: 'error' | 'warning'; message: string } | null {
  if (source.bytes > MAX_BYTES) {
    const size = (source.bytes / 1_000_000).toFixed(1);
    return { severity: 'warning', message: `${size} MB is too large for a source file; it was left out.` };
  }
  if (source.text.includes('\0')) return { severity: 'error', message: 'This is not text; it was left out.' };
  if (source.text.trim() === '') return { severity: 'warning', message: 'The file is empty.' };
  return null;
}

export { pack, unpack } from '../model/pack';
export { TOO_DEEP } from './script/module';
export type { SourceFile };
