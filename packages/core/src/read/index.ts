/** Phase 1, reading: one file's text to its facts. The family is told by the path. */
import type { Family } from '../model/documents';
import type { FileFacts } from '../model/facts';
import { readReact, type SourceFile } from './react';

const EXTENSIONS: Record<string, Family> = {
  js: 'react',
  jsx: 'react',
  mjs: 'react',
  cjs: 'react',
  ts: 'react',
  tsx: 'react',
  mts: 'react',
  cts: 'react',
};

const READERS: Partial<Record<Family, (source: SourceFile) => FileFacts>> = { react: readReact };

/** The family whose reader takes a file, or null where none does. */
export function familyOf(path: string): Family | null {
  const extension = path.slice(path.lastIndexOf('.') + 1).toLowerCase();
  return Object.hasOwn(EXTENSIONS, extension) ? (EXTENSIONS[extension] ?? null) : null;
}

/** Reads one file. Never throws for what the file contains: what cannot be read is listed in `problems`. */
export function readFile(source: SourceFile): FileFacts {
  const family = familyOf(source.path) ?? 'react';
  const reader = READERS[family];
  if (!reader) throw new Error(`No reader for the family ${family}`);
  return reader(source);
}

export type { SourceFile };
