/** What a function component renders, as syntax: where more is put around it, into it, or before it. */
import type * as t from '@babel/types';
import { walkNodes } from '../../read/script/walk';
import { isFunction, type FunctionNode } from '../syntax/names';
import { spanOf, type Span, type Syntax } from '../syntax/tree';
import type { Texts } from '../texts';

export interface Wrapper {
  open: string;
  close: string;
}

export class Markup {
  constructor(
    private readonly syntax: Syntax,
    private readonly fn: FunctionNode,
  ) {}

  /** Shows something at the end of the first element. */
  show(texts: Texts, shown: readonly string[]): void {
    const { path, text, unit } = this.syntax;
    const element = this.returned().find((node) => node.type === 'JSXElement' && node.closingElement !== null);
    if (element?.type !== 'JSXElement' || !element.closingElement) return;
    const { start } = spanOf(element.closingElement);
    const indent = this.syntax.indentAt(start);
    const isAlone = text.slice(text.lastIndexOf('\n', start - 1) + 1, start).trim() === '';
    const inner = shown.map((markup) => `${unit}${markup}\n${indent}`).join('');
    if (isAlone) texts.insert(path, start, inner);
    else texts.insert(path, start, shown.join(''));
  }

  /** What the component itself returns, as far as it is more than nothing. */
  returned(): t.Expression[] {
    if (this.fn.body.type !== 'BlockStatement') return [this.fn.body];
    const found: t.Expression[] = [];
    walkNodes(this.fn.body, (node, within) => {
      if (node.type !== 'ReturnStatement' || within || !node.argument) return;
      if (node.argument.type !== 'NullLiteral') found.push(node.argument);
    });
    return found.filter((node) => !insideFunction(this.fn, node));
  }

  /** Puts markup around one thing that is returned; the first wrapper stands outermost. */
  wrap(texts: Texts, node: t.Expression, wrappers: readonly Wrapper[]): void {
    const { path, unit } = this.syntax;
    const { start, end } = spanOf(node);
    const isJsx = node.type === 'JSXElement' || node.type === 'JSXFragment';
    const isAlone = this.syntax.startsLine(start);
    const base = isAlone ? this.syntax.indentAt(start) : `${this.syntax.indentAt(start)}${unit}`;
    const depth = (level: number): string => base + unit.repeat(level);
    const opens = wrappers.map(({ open }, i) => `${i === 0 ? '' : depth(i)}${open}\n`).join('');
    const count = wrappers.length;
    const closes = wrappers
      .map(({ close }, i) => `\n${depth(count - 1 - i)}${wrappers[count - 1 - i]?.close ?? close}`)
      .join('');
    const [before, after] =
      isAlone || isParenthesized(node) ? ['', ''] : [`(\n${base}`, `\n${this.syntax.indentAt(start)})`];
    this.indentLines(texts, node, unit.repeat(count) + (isAlone ? '' : unit));
    texts.insert(path, start, `${before}${opens}${depth(count)}${isJsx ? '' : '{'}`);
    texts.insert(path, end, `${isJsx ? '' : '}'}${closes}${after}`);
  }

  /** Moves all lines of a piece but its first to the right, those within texts excepted. */
  private indentLines(texts: Texts, node: t.Node, by: string): void {
    const { text, path } = this.syntax;
    const spans: Span[] = [];
    walkNodes(node, (one) => {
      if (one.type === 'TemplateLiteral' || one.type === 'StringLiteral') spans.push(spanOf(one));
    });
    const { start, end } = spanOf(node);
    for (let at = text.indexOf('\n', start); at !== -1 && at < end; at = text.indexOf('\n', at + 1)) {
      const line = at + 1;
      if (line >= end || text[line] === '\n' || text[line] === '\r') continue;
      if (spans.some((span) => span.start < line && line < span.end) || texts.isGone(path, line)) continue;
      texts.insert(path, line, by);
    }
  }

  /** Statements at the top of the component; `() => <b />` becomes a body with a return. */
  begin(texts: Texts, statements: readonly string[]): void {
    const { path, text, unit, semicolon } = this.syntax;
    const { body } = this.fn;
    if (body.type === 'BlockStatement') {
      const [first] = body.body;
      const last = body.directives.at(-1);
      const at = last ? spanOf(last).end : spanOf(body).start + 1;
      const indent =
        first && this.syntax.startsLine(spanOf(first).start)
          ? this.syntax.indentAt(spanOf(first).start)
          : `${this.syntax.indentAt(spanOf(body).start)}${unit}`;
      texts.insert(path, at, statements.map((line) => `\n${indent}${line}${semicolon}`).join(''));
      return;
    }
    // `() => <b />` becomes a body with a return.
    const opened = parenthesesOf(body);
    const start = opened?.start ?? spanOf(body).start;
    const end = opened ? text.indexOf(')', spanOf(body).end) + 1 : spanOf(body).end;
    const indent = this.syntax.indentAt(spanOf(this.fn).start);
    for (let at = text.indexOf('\n', start); at !== -1 && at < end; at = text.indexOf('\n', at + 1))
      if (!texts.isGone(path, at + 1) && text[at + 1] !== '\n') texts.insert(path, at + 1, unit);
    const lines = statements.map((line) => `\n${indent}${unit}${line}${semicolon}`).join('');
    texts.insert(path, start, `{${lines}\n${indent}${unit}return `);
    texts.insert(path, end, `${semicolon}\n${indent}}`);
  }
}

/** The stretch to take out with an attribute: its lines, or the space before it. */
export function wholeAttribute(syntax: Syntax, attribute: t.JSXAttribute): Span {
  const { start, end } = spanOf(attribute);
  const whole = syntax.wholeLines({ start, end });
  return whole.start === start ? { start: syntax.text.slice(0, start).trimEnd().length, end } : whole;
}

function isParenthesized(node: t.Node): boolean {
  return node.extra?.parenthesized === true;
}

function parenthesesOf(node: t.Node): { start: number } | null {
  const at = node.extra?.parenStart;
  return typeof at === 'number' ? { start: at } : null;
}

function insideFunction(root: FunctionNode, node: t.Node): boolean {
  let inside = false;
  walkNodes(root.body, (one) => {
    if (!isFunction(one)) return;
    const { start, end } = spanOf(one);
    const at = spanOf(node);
    if (start <= at.start && at.end <= end) inside = true;
  });
  return inside;
}
