/** Cells made by hooks: what they share. */
import type * as t from '@babel/types';
import type { CellFactKind, PlaceId } from '../../../model/facts';
import { spotOf } from '../../script/builder';
import type { ScriptReader } from '../../script/reader';
import { cellName } from '../../script/cellName';

/** Adds a cell whose hook returns the value and the function that changes it, as a pair. */
export function pairCell(
  r: ScriptReader,
  node: t.CallExpression,
  target: t.Node | null,
  initial: PlaceId | null,
): PlaceId {
  const named = cellName(target);
  const at = spotOf(named?.node ?? node);
  const name = named?.name ?? 'state';
  const value = r.b.place('cell', name, r.fn, at);
  const setter = r.b.place('setter', setterName(target, name), r.fn, at);
  copyInto(r, initial, value, node);
  const tuple = r.b.place('object', '', r.fn, at);
  r.b.flow(value, tuple, 'put', '0');
  r.b.flow(setter, tuple, 'put', '1');
  r.b.facts.cells.push({ name, kind: 'state', value, setter, fn: r.fn, at });
  return tuple;
}

function setterName(target: t.Node | null, name: string): string {
  if (target?.type === 'ArrayPattern') {
    const second = target.elements[1];
    if (second?.type === 'Identifier') return second.name;
  }
  return `set ${name}`;
}

/** A first value is copied: what it was copied from is not followed by the cell afterwards. */
export function copyInto(r: ScriptReader, initial: PlaceId | null, cell: PlaceId, node: t.Node): void {
  if (initial === null) return;
  r.b.flow(initial, cell, 'frozen');
  r.b.use({ place: initial, kind: 'copied', fn: r.fn, at: spotOf(node) });
}

export function addCell(r: ScriptReader, kind: CellFactKind, node: t.Node, target: t.Node | null): PlaceId {
  const named = cellName(target);
  const at = spotOf(named?.node ?? node);
  const value = r.b.place('cell', named?.name ?? '', r.fn, at);
  r.b.facts.cells.push({ name: named?.name ?? '', kind, value, setter: null, fn: r.fn, at });
  return value;
}

/** What calling a function given as an argument brings: `useState(() => start(houses))`. */
export function resultOf(r: ScriptReader, node: t.CallExpression, fn: PlaceId, name: string): PlaceId {
  const result = r.b.call({
    callee: fn,
    name,
    args: [],
    repeat: r.repeat,
    fn: r.fn,
    at: spotOf(node.callee),
  });
  return result;
}
