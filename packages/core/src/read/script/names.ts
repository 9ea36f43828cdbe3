/** Names: of what has none of its own, and of what is called. */
import type * as t from '@babel/types';
import { fieldOf } from './patterns';

/** The name of an anonymous component: its file's, or for an index file its folder's, in PascalCase. */
export function nameFromPath(path: string): string {
  const parts = path.split('/');
  const base = (parts.pop() ?? '').replace(/\.[^.]+$/, '');
  const name = base === 'index' ? (parts.pop() ?? base) : base;
  return name
    .split(/[^A-Za-z0-9$]+/)
    .filter((word) => word !== '')
    .map((word) => word.charAt(0).toUpperCase() + word.slice(1))
    .join('');
}

/** The last name in what is called: `pick()`, `trays.pick()`; empty for anything else. */
export function calledName({ callee }: t.CallExpression | t.OptionalCallExpression): string {
  if (callee.type === 'Identifier') return callee.name;
  return callee.type === 'MemberExpression' || callee.type === 'OptionalMemberExpression'
    ? fieldOf(callee.property, callee.computed)
    : '';
}
