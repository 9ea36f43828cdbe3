/** Objects that carry events across the program. */
import type * as t from '@babel/types';
import { fieldOf } from './patterns';
import type { ScriptReader } from './reader';

/** Whether an instance is there to be told things across the program: one of a module, or one that is called so. */
export function isBus(r: ScriptReader, node: t.Node): boolean {
  if (node.type === 'Identifier') {
    const place = r.scope.lookup(node.name);
    return place === undefined || r.b.facts.places[place]?.fn === 0;
  }
  return isNamedBus(node);
}

export function isNamedBus(node: t.Node): boolean {
  const name =
    node.type === 'Identifier'
      ? node.name
      : node.type === 'MemberExpression'
        ? fieldOf(node.property, node.computed)
        : '';
  return /bus|hub|emitter|events|channel|^\$root$/i.test(name);
}
