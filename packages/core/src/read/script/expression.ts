/** Single expressions, as templates hold them. */
import { parseExpression, type ParserOptions } from '@babel/parser';
import type * as t from '@babel/types';
import type { Problem } from '../../model/documents';
import { mendTree } from './mend';

/** Longer texts are cut where they are told. */
const SHOWN = 60;

/** Tells of a piece of text that is not what it has to be where it stands. */
export function unreadable(text: string, { line, column }: { line: number; column: number }): Problem {
  const shown = text.length > SHOWN ? `${text.slice(0, SHOWN)}…` : text;
  return { severity: 'warning', message: `“${shown}” could not be read.`, line, column };
}

/** An expression as far as it can be read; where that is not all of it, a problem says so. Null where it cannot be read at all. */
export function parseLoosely(
  text: string,
  options: ParserOptions,
  at: { line: number; column: number },
  problems: Problem[],
): t.Expression | null {
  const note = (): void => {
    // The family's compiler may have said so already.
    if (problems.some(({ line, column }) => line === at.line && column === at.column)) return;
    problems.push(unreadable(text, at));
  };
  try {
    const node = parseExpression(text, { ...options, errorRecovery: true });
    const errors: unknown = 'errors' in node ? node.errors : null;
    if (Array.isArray(errors) && errors.length > 0) {
      note();
      mendTree(node);
    }
    return node;
  } catch {
    note();
    return null;
  }
}
