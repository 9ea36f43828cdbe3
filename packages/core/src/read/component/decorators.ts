/** Decorators: which a class or a member bears, and what they are given. */
import type * as t from '@babel/types';
import { objectOf, property, textOf } from '../script/literals';
import type { ScriptReader } from '../script/reader';

/** The decorator of one of some names; null where there is none. */
export function decoratorOf(node: t.Node, names: RegExp): { name: string; args: readonly t.Node[] } | null {
  const decorators = 'decorators' in node && node.decorators ? node.decorators : [];
  for (const { expression } of decorators) {
    const callee = expression.type === 'CallExpression' ? expression.callee : expression;
    if (callee.type !== 'Identifier' || !names.test(callee.name)) continue;
    return { name: callee.name, args: expression.type === 'CallExpression' ? expression.arguments : [] };
  }
  return null;
}

/** The object a decorator is given, and its fields. */
export class Metadata {
  readonly object: t.ObjectExpression | null;

  constructor(
    private readonly r: ScriptReader,
    argument: t.Node | undefined,
  ) {
    this.object = objectOf(r, argument);
  }

  node(field: string): t.Node | null {
    return property(this.object, field);
  }

  text(field: string): string | null {
    return textOf(this.r, this.node(field));
  }

  isTrue(field: string): boolean {
    const node = this.node(field);
    return node?.type === 'BooleanLiteral' && node.value;
  }
}
