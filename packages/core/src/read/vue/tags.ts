/** What tags may be beyond components of the project. */
import type * as t from '@babel/types';

/** Components the family brings along; they render what they are passed. */
export const BUILT_IN = /^(Transition|TransitionGroup|KeepAlive|Teleport|Suspense|RouterView|RouterLink)$/;

/** The texts an expression may come out as. */
export function textsOf(node: t.Node | null): string[] {
  if (node?.type === 'StringLiteral') return [node.value];
  if (node?.type === 'ConditionalExpression') return [...textsOf(node.consequent), ...textsOf(node.alternate)];
  return node?.type === 'LogicalExpression' ? [...textsOf(node.left), ...textsOf(node.right)] : [];
}
