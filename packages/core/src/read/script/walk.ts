/** Looks through a piece of syntax without reading it, for recognisers that only need to know what it mentions. */
import type * as t from '@babel/types';

const SKIPPED = new Set([
  'loc',
  'start',
  'end',
  'range',
  'extra',
  'leadingComments',
  'trailingComments',
  'innerComments',
]);

/** Visits every node below and including one; `within` tells whether it stands inside a further function. */
export function walkNodes(root: t.Node, visit: (node: t.Node, within: boolean) => void): void {
  const queue: { node: t.Node; within: boolean }[] = [{ node: root, within: false }];
  for (let next = queue.pop(); next; next = queue.pop()) {
    const { node, within } = next;
    visit(node, within);
    const inside = within || (node !== root && /Function|Method/.test(node.type));
    for (const key in node) {
      const child: unknown = node[key as keyof t.Node];
      if (typeof child !== 'object' || child === null || SKIPPED.has(key)) continue;
      if (Array.isArray(child)) {
        for (const one of child as unknown[]) if (isNode(one)) queue.push({ node: one, within: inside });
      } else if (isNode(child)) queue.push({ node: child, within: inside });
    }
  }
}

/** Visits what a piece of syntax sets, in variables and by assignments: to what, and from what. */
export function walkSet(root: t.Node, visit: (to: t.Node, from: t.Node, within: boolean) => void): void {
  walkNodes(root, (node, within) => {
    if (node.type === 'AssignmentExpression') visit(node.left, node.right, within);
    if (node.type === 'VariableDeclarator' && node.init) visit(node.id, node.init, within);
  });
}

function isNode(value: unknown): value is t.Node {
  return typeof value === 'object' && value !== null && typeof (value as { type?: unknown }).type === 'string';
}
