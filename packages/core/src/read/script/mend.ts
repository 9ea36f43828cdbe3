/**
 * A parser that goes on after an error leaves parts out that its own description of the tree says are there: an argument
 * (`go(, 1)`), the name of an interface. They are filled in, so that nothing that reads the tree has to expect it.
 */
import type * as t from '@babel/types';

/** Kinds of nodes that have a name in every program that can be run. */
const NAMED = new Set([
  'TSInterfaceDeclaration',
  'TSTypeAliasDeclaration',
  'TSEnumDeclaration',
  'TSModuleDeclaration',
  'InterfaceDeclaration',
  'TypeAlias',
  'OpaqueType',
  'DeclareClass',
  'DeclareFunction',
  'DeclareVariable',
]);

type Loose = Record<string, unknown> & { type?: unknown };

/** Fills in what is missing anywhere in a tree, in place; says whether anything was. */
export function mendTree(root: t.Node): boolean {
  let mended = false;
  const filled = (list: unknown[]): unknown[] => {
    const present = list.filter((part) => part !== null && part !== undefined);
    mended ||= present.length < list.length;
    return present;
  };
  const left: unknown[] = [root];
  for (let one = left.pop(); one !== undefined; one = left.pop()) {
    if (typeof one !== 'object' || one === null) continue;
    const node = one as Loose;
    if (typeof node.type === 'string') {
      if (Array.isArray(node.arguments)) node.arguments = filled(node.arguments);
      if (NAMED.has(node.type) && !node.id) {
        node.id = nameless(node);
        mended = true;
      }
      // A list of statements may hold what none was made of.
      if (Array.isArray(node.body)) node.body = filled(node.body);
    }
    for (const [name, part] of Object.entries(node))
      if (typeof part === 'object' && part !== null && name !== 'loc' && name !== 'errors') left.push(part);
  }
  return mended;
}

function nameless({ loc, start }: Loose): Loose {
  return { type: 'Identifier', name: '', loc, start, end: start };
}
