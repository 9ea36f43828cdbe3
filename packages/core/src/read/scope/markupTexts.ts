/** Markup that stands in the texts of a script. */
import type * as t from '@babel/types';
import { blank } from '../component/blocks';
import type { MarkupText } from '../component/html';
import { plain } from '../script/literals';
import type { ScriptReader } from '../script/reader';
import { walkNodes } from '../script/walk';

/** The markup that an expression of a script gives: a text, or several put together. What is not known of it is blank. */
export function textIn(r: ScriptReader, node: t.Node): MarkupText | null {
  const bare = plain(r, node);
  if (!bare || bare.start == null || bare.end == null) return null;
  const { start } = bare;
  const source = r.source(bare);
  const parts: t.Node[] = [];
  walkNodes(bare, (one) => {
    if (one.type === 'StringLiteral' || one.type === 'TemplateElement') parts.push(one);
  });
  const isText =
    /^(StringLiteral|TemplateLiteral|BinaryExpression)$/.test(bare.type) || /^\[[\s\S]*\]\.join\(/.test(source);
  if (!isText || parts.length === 0) return null;
  let text = blank(source);
  for (const part of parts) {
    const quotes = part.type === 'StringLiteral' ? 1 : 0;
    const [from, to] = [(part.start ?? 0) - start + quotes, (part.end ?? 0) - start - quotes];
    const written = source
      .slice(from, to)
      .replace(/\\([\s\S])/g, (_, one: string) => (/[nrt\n]/.test(one) ? '  ' : `${one} `));
    text = text.slice(0, from) + written + text.slice(to);
  }
  return { text, start };
}
