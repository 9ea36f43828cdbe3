/** The expressions of a template: parsed, and read with the names of the instance at hand. */
import type { ParserOptions } from '@babel/parser';
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { parseLoosely } from '../script/expression';
import { declarePattern } from '../script/declare';
import { value } from '../script/expressions';
import { bind } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import type { SingleFileComponent } from '../script/componentInFile';
import { readInstance } from './instance';
import type { Expression, Location } from './syntax';
import { unwrapped } from './unwrap';

export class TemplateText {
  constructor(
    protected readonly r: ScriptReader,
    protected readonly component: SingleFileComponent,
    protected readonly typed: boolean,
  ) {}

  /** Declares and binds the names a loop or a slot brings, in the current block. */
  protected bindParams(names: string, places: readonly (PlaceId | null)[], loc: Location): void {
    const { r } = this;
    const fn = this.parse(`(${names}) => 0`, {
      ...loc,
      start: { ...loc.start, column: Math.max(1, loc.start.column - 1), offset: loc.start.offset - 1 },
    });
    if (fn?.type !== 'ArrowFunctionExpression') return;
    fn.params.forEach((param, index) => {
      declarePattern(r, param);
      bind(r, param, places[index] ?? null);
    });
  }

  protected functionAround(text: string, expression: Expression, shift: number): PlaceId | null {
    const start = {
      ...expression.loc.start,
      column: Math.max(1, expression.loc.start.column - shift),
      offset: expression.loc.start.offset - shift,
    };
    const node = this.parse(text, { ...expression.loc, start });
    return node ? this.valueOf(node, expression) : null;
  }

  protected value(expression: Expression): PlaceId | null {
    const node = this.parse(expression.content, expression.loc);
    if (!node) return null;
    return this.valueOf(node, expression);
  }

  /** Reads an expression with the names of the instance at hand, and takes values out of references. */
  protected valueOf(node: t.Expression, expression: Expression): PlaceId | null {
    const { r } = this;
    const before = r.missing;
    r.missing = (name, at) => this.named(name, at);
    r.inTemplate = true;
    const place = value(r, node);
    r.inTemplate = false;
    r.missing = before;
    return place === null ? null : this.unwrapped(place, spotAt(expression.loc));
  }

  /** A name the script does not declare stands on the instance: a prop, a field of its state, a method. */
  protected named(name: string, at: Spot): PlaceId | null {
    const { r, component } = this;
    if (
      /^(Math|Number|String|Date|JSON|Object|Array|Boolean|parseInt|parseFloat|isNaN|undefined|console|window)$/.test(
        name,
      )
    )
      return null;
    const own = readInstance(r, name, at);
    if (own !== null) return own;
    // A functional component's template reaches them by this name.
    if (name === 'props' && !r.b.fn(component.fn).props?.some((prop) => prop.name === 'props')) return component.props;
    if (/^\$(emit|event|slots|router|t|el|parent|root)$/.test(name)) return null;
    return unwrapped(r, r.b.part(component.self, name, r.fn, at), at);
  }

  protected unwrapped(place: PlaceId, at: Spot): PlaceId {
    return unwrapped(this.r, place, at);
  }

  protected parse(text: string, loc: Location): t.Expression | null {
    const options: ParserOptions = {
      plugins: this.typed ? ['typescript'] : [],
      startLine: loc.start.line,
      startColumn: loc.start.column - 1,
      startIndex: Math.max(0, loc.start.offset),
    };
    return parseLoosely(text, options, loc.start, this.r.b.facts.problems);
  }
}

export function spotAt(loc: Location): Spot {
  const length = loc.end.line === loc.start.line ? loc.end.column - loc.start.column : 1;
  return { line: loc.start.line, column: loc.start.column, length };
}
