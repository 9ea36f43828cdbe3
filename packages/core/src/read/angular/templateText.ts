/** The text of a template: where it stands in its file, and what the family's own parser makes of it. */
import { parseTemplate, type TmplAstNode } from '@angular/compiler';
import { TOO_DEEP } from '../script/module';
import { positions } from '../script/positions';
import type { ScriptReader } from '../script/reader';

/** The part of a file that is a template: all of it, or the text that a decorator gives. */
export interface TemplatePart {
  start: number;
  end: number;
  /** It is written between quotes, and may hold escapes. */
  quoted: boolean;
}

const known = new WeakMap<ScriptReader, ReturnType<typeof positions>>();

/** Lines and columns in the file: a script may hold many templates, and is looked through once for all of them. */
export function positionsIn(r: ScriptReader): ReturnType<typeof positions> {
  const found = known.get(r) ?? positions(r.text);
  known.set(r, found);
  return found;
}

/** Its nodes. What cannot be parsed is a problem of the file. */
export function parsed(r: ScriptReader, path: string, { start, end, quoted }: TemplatePart): readonly TmplAstNode[] {
  const { problems } = r.b.facts;
  const at = positionsIn(r)(start);
  try {
    const { nodes, errors } = parseTemplate(r.text, path, {
      preserveWhitespaces: false,
      escapedString: quoted,
      range: { startPos: start, startLine: at.line - 1, startCol: at.column - 1, endPos: end },
    });
    for (const { msg, span } of errors ?? [])
      problems.push({
        severity: 'error',
        message: firstLine(msg),
        line: span.start.line + 1,
        column: span.start.col + 1,
      });
    return nodes;
  } catch (error) {
    const message = error instanceof RangeError ? TOO_DEEP : 'The template could not be read.';
    problems.push({ severity: 'error', message, line: at.line, column: at.column });
    r.b.facts.broken = true;
    return [];
  }
}

/** What a message says of this template, without what it recommends to read. */
function firstLine(text: string): string {
  return (text.split('\n', 1)[0] ?? text).split(' For more info')[0] ?? text;
}
