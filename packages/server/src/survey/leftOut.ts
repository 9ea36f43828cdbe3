/** The facts of a file that was not read: none, and why. */
import { readFile, type FileFacts } from '@vectura/core';

export function leftOut(path: string, reason: string): FileFacts {
  const facts = readFile({ path, text: '', hash: '', bytes: 0 });
  facts.problems.splice(0, facts.problems.length, { severity: 'error', message: reason, line: 1, column: 1 });
  facts.broken = true;
  return facts;
}
