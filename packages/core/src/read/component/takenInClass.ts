/** Fields of a component's class that are set once, before anything is shown: copies, as a field's first value is one. */
import type * as t from '@babel/types';
import { spotOf } from '../script/builder';
import { value } from '../script/expressions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { takeOnce } from './taken';

/** `this.own = this.depth` in what runs once: false for any other assignment. */
export function takenOnce(r: ScriptReader, { left, right, operator }: t.AssignmentExpression): boolean {
  if (r.constructing !== r.fn || operator !== '=' || left.type !== 'MemberExpression') return false;
  if (left.object.type !== 'ThisExpression' || !r.component) return false;
  const field = fieldOf(left.property, left.computed);
  const cell = r.fieldCells.get(field);
  if (cell === undefined && (field === '*' || !mayBeValue(right))) return false;
  const place = value(r, right, left.property.type === 'Identifier' ? left.property : null);
  if (place === null) return true;
  if (cell === undefined) {
    r.b.flow(takeOnce(r, place, field, spotOf(left)), r.component.self, 'put', field);
    return true;
  }
  r.b.flow(place, cell, 'frozen');
  r.b.use({ place: place, kind: 'copied', fn: r.fn, at: spotOf(left) });
  return true;
}

/** Whether an expression may give a value as it is now, rather than something that goes on giving it. */
export function mayBeValue(node: t.Node | null | undefined): boolean {
  return node?.type === 'CallExpression' || node?.type === 'MemberExpression';
}
