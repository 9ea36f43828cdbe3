/**
 * Which files hold source, by how their names end: walking a folder, resolving an import, choosing a reader and colouring
 * code all read this table.
 */
import type { Family } from './documents';

/** How a file is written, for whoever parses or colours it. */
export type Grammar = 'javascript' | 'typescript' | 'jsx' | 'tsx' | 'vue' | 'svelte' | 'html';

export interface SourceKind {
  /** The family whose reader takes the file, where its text says nothing else. */
  family: Family;
  grammar: Grammar;
  /** Whether the name alone says that the file holds markup. */
  markup: boolean;
  /** Whether an import may leave this ending out. */
  implied: boolean;
}

const script = (grammar: Grammar, markup = false): SourceKind => ({ family: 'react', grammar, markup, implied: true });

/** By ending, in the order in which an import tries them; a longer ending stands before the one it ends in. */
const SOURCE_KINDS = {
  '.svelte.ts': { family: 'svelte', grammar: 'typescript', markup: false, implied: false },
  '.svelte.js': { family: 'svelte', grammar: 'javascript', markup: false, implied: false },
  '.tsx': script('tsx', true),
  '.ts': script('typescript'),
  '.jsx': script('jsx', true),
  '.js': script('jsx'),
  '.mjs': script('jsx'),
  '.cjs': script('jsx'),
  '.mts': script('typescript'),
  '.cts': script('typescript'),
  '.vue': { family: 'vue', grammar: 'vue', markup: true, implied: true },
  '.js-meta.xml': { family: 'lwc', grammar: 'html', markup: false, implied: false },
  '.html': { family: 'angular', grammar: 'html', markup: true, implied: false },
  '.svelte': { family: 'svelte', grammar: 'svelte', markup: true, implied: true },
} satisfies Record<string, SourceKind>;

const KINDS: readonly (readonly [ending: string, kind: SourceKind])[] = Object.entries(SOURCE_KINDS);

/** The endings an import may leave out, in the order in which they are tried. */
export const IMPLIED_ENDINGS: readonly string[] = KINDS.flatMap(([ending, { implied }]) => (implied ? [ending] : []));

/** What kind of source a file is, by its path; null where it is none. */
export function sourceKindOf(path: string): SourceKind | null {
  const name = path.slice(path.lastIndexOf('/') + 1).toLowerCase();
  return KINDS.find(([ending]) => name.endsWith(ending))?.[1] ?? null;
}

/** The family whose reader takes a file, or null where none does. */
export function familyOf(path: string): Family | null {
  return sourceKindOf(path)?.family ?? null;
}
