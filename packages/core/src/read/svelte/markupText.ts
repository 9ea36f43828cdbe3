/** The expressions of a component's markup: cut out of its text, parsed, and read with positions of the whole file. */
import { parse } from '@babel/parser';
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { parseLoosely } from '../script/expression';
import { declarePattern } from '../script/declare';
import { value } from '../script/expressions';
import { bind } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { positions } from '../script/positions';
import type { Expression, Span } from './syntax';

export interface SourceText {
  text: string;
  typed: boolean;
}

export class MarkupText {
  protected readonly at: (offset: number) => { line: number; column: number };

  constructor(
    protected readonly r: ScriptReader,
    protected readonly source: SourceText,
  ) {
    this.at = positions(source.text);
  }

  /** Declares and binds the names of a loop, a snippet or a slot in the current block. */
  protected bindParams(patterns: readonly Expression[], places: readonly (PlaceId | null)[]): void {
    const { r } = this;
    patterns.forEach((pattern, index) => {
      const text = this.source.text.slice(pattern.start, pattern.end);
      const fn = this.expression(`(${text}) => 0`, pattern.start - 1);
      const param = fn?.type === 'ArrowFunctionExpression' ? fn.params[0] : undefined;
      if (!param) return;
      declarePattern(r, param);
      bind(r, param, places[index] ?? null);
    });
  }

  protected value(expression: Expression | null | undefined): PlaceId | null {
    const node = this.parsed(expression);
    return node ? value(this.r, node) : null;
  }

  protected parsed(expression: Expression | null | undefined): t.Expression | null {
    // What could not be read leaves an empty name behind.
    if (!expression || expression.start >= expression.end) return null;
    return this.expression(this.source.text.slice(expression.start, expression.end), expression.start);
  }

  protected expression(text: string, start: number): t.Expression | null {
    return parseLoosely(text, this.options(start), this.at(Math.max(0, start)), this.r.b.facts.problems);
  }

  protected statement(text: string, start: number): t.Statement[] {
    try {
      return parse(text, { ...this.options(start), errorRecovery: true }).program.body;
    } catch {
      return [];
    }
  }

  /** Positions of the whole file; what stands before the text itself is taken off its first line. */
  protected options(start: number): {
    plugins: 'typescript'[];
    startLine: number;
    startColumn: number;
    startIndex: number;
  } {
    const { line, column } = this.at(Math.max(0, start));
    return {
      plugins: this.source.typed ? ['typescript'] : [],
      startLine: line,
      startColumn: column - 1,
      startIndex: Math.max(0, start),
    };
  }

  protected spot({ start, end }: Span): Spot {
    const from = this.at(start);
    const to = this.at(end);
    return { ...from, length: from.line === to.line ? to.column - from.column : 1 };
  }

  protected sourceOf(expression: Expression | undefined): string {
    return expression ? this.source.text.slice(expression.start, expression.end) : '';
  }
}
