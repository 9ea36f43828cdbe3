/** Phase 1, reading: one file's text to its facts. The family is told by the path. */
import type { Family } from '../model/documents';
import { familyOf } from '../model/sourceFiles';
import type { FileFacts } from '../model/facts';
import type { SourceFile } from './source';
import { FactsBuilder } from './script/builder';
import { readerFor } from './families';
import { TOO_DEEP } from './script/module';

/** Reads one file. Never throws for what the file contains: what cannot be read is listed in `problems`. */
export function readFile(source: SourceFile): FileFacts {
  const { family, read: reader } = readerFor(source);
  const refused = refuse(source);
  if (!refused) {
    try {
      return reader(source);
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
  return nothingIn(source, family, error instanceof RangeError ? TOO_DEEP : `It could not be read. ${reasonOf(error)}`);
}

/** The facts of a file that was not read: what one without a text has, which may be a component, and why. Its reader has to be there. */
export function leftOut(path: string, reason: string): FileFacts {
  const facts = readFile({ path, text: '', hash: '', bytes: 0 });
  facts.problems.splice(0, facts.problems.length, { severity: 'error', message: reason, line: 1, column: 1 });
  facts.broken = true;
  return facts;
}

function nothingIn(source: SourceFile, family: Family, reason: string): FileFacts {
  const { facts } = new FactsBuilder(source.path, family, source.text, source.hash, source.bytes);
  facts.problems.push({ severity: 'error', message: reason, line: 1, column: 1 });
  facts.broken = true;
  return facts;
}

function reasonOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
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
export { prepareFamilies, prepareReaders } from './families';
export { familyOf };
export { TOO_DEEP } from './script/module';
export { isAlone } from './source';
export type { SourceFile };
