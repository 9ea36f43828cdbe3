/** What is there at the top of a function component: names that each rendering has, and where they are declared. */
import type * as t from '@babel/types';
import { walkNodes } from '../../read/script/walk';
import { declarationsOf, namesIn, type FunctionNode } from '../syntax/names';
import { topNamesOf } from '../syntax/imports';
import { spanOf, type Syntax } from '../syntax/tree';

const GLOBALS = /^(undefined|Math|Number|String|Boolean|Object|Array|JSON|Date)$/;

export class TopLevel {
  constructor(
    private readonly syntax: Syntax,
    private readonly fn: FunctionNode,
  ) {}

  bodyStatements(): t.Statement[] {
    return this.fn.body.type === 'BlockStatement' ? this.fn.body.body : [];
  }

  startOfBody(): number {
    const last = this.fn.body.type === 'BlockStatement' ? this.fn.body.directives.at(-1) : undefined;
    return last ? spanOf(last).end : spanOf(this.fn.body).start + 1;
  }

  /** Where the last statement at the top of the component ends that declares something an expression reads; null where none does. */
  declaredBy(expression: t.Node): number | null {
    const used = namesIn(expression);
    const ends = this.bodyStatements()
      .filter(
        (node) =>
          node.type === 'VariableDeclaration' &&
          node.declarations.some(({ id }) => [...namesIn(id)].some((name) => used.has(name))),
      )
      .map((node) => spanOf(node).end);
    return ends.length === 0 ? null : Math.max(...ends);
  }

  /** Whether a function reads nothing but what it declares itself and what is there at the top of the component. */
  isMadeOf(value: t.Node): boolean {
    const own = this.names();
    const module = topNamesOf(this.syntax.ast);
    let isPlain = true;
    walkNodes(value, (node) => {
      if (/^JSX/.test(node.type) || node.type === 'ThisExpression') isPlain = false;
    });
    return (
      isPlain &&
      [...namesIn(value)].every((name) => {
        const inside = declarationsOf(value, name);
        const declared = declarationsOf(this.fn, name);
        if (inside > 0) return declared === inside;
        return own.has(name) ? declared === 1 : declared === 0 && (module.has(name) || GLOBALS.test(name));
      })
    );
  }

  private names(): Set<string> {
    const own = new Set<string>();
    for (const node of this.bodyStatements()) {
      if (node.type === 'VariableDeclaration')
        for (const { id } of node.declarations) for (const n of namesIn(id)) own.add(n);
      if (node.type === 'FunctionDeclaration' && node.id) own.add(node.id.name);
    }
    for (const param of this.fn.params) for (const name of namesIn(param)) own.add(name);
    return own;
  }

  /** Whether every name an expression reads is there wherever the component renders: a parameter, a variable of its own, of its module. */
  isKnown(expression: t.Node): boolean {
    const own = this.names();
    if (/^(ArrowFunction|Function|Object|Array)Expression$|^JSX/.test(expression.type)) return false;
    const module = topNamesOf(this.syntax.ast);
    const used = [...namesIn(expression)];
    const isTop = (name: string): boolean =>
      declarationsOf(this.fn, name) === (own.has(name) ? 1 : 0) &&
      (own.has(name) || module.has(name) || GLOBALS.test(name));
    return used.some((name) => own.has(name)) && used.every(isTop);
  }
}
