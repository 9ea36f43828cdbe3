import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { isPlain } from '../script/expressions';
import { cellName } from '../script/cellName';
import { spotOf } from '../script/builder';
import type { ScriptReader } from '../script/reader';

/** What a module makes is there once, for all who import it. */
export function pushCell(
  r: ScriptReader,
  name: string,
  kind: 'state' | 'derived' | 'remote',
  cell: PlaceId,
  setter: PlaceId | null,
  at: Spot,
  id: string,
  /** The class whose field it is, where it is there once for all who hold the instance. */
  service: string | null = null,
): void {
  const known = service === null ? id : `${service}.${id}`;
  const shared = r.fn === 0 && kind !== 'derived' ? { id: known, key: null, quiet: true, within: 0 } : null;
  r.b.facts.cells.push({
    name,
    kind: !shared ? kind : service === null ? 'store' : 'service',
    value: cell,
    setter,
    inPlace: true,
    fn: r.fn,
    at,
    ...(shared ? { shared } : {}),
  });
}

/** A reference to what a place holds. */
export function holding(r: ScriptReader, cell: PlaceId, name: string, at: Spot): PlaceId {
  const object = r.b.place('object', name, r.fn, at);
  r.b.flow(cell, object, 'put', 'value');
  r.references.add(object);
  r.b.facts.boxes.push(object);
  r.component?.refs.add(object);
  return object;
}

/** A reference: an object whose `value` is the cell. */
export function reference(
  r: ScriptReader,
  node: t.CallExpression,
  target: t.Node | null,
  kind: 'state' | 'derived',
  from: PlaceId | null,
): PlaceId {
  const named = cellName(target);
  const at = spotOf(named?.node ?? node);
  const name = named?.name ?? 'value';
  const cell = r.b.place('cell', name, r.fn, at);
  if (isPlain(node.arguments[0])) r.plainCells.add(cell);
  const setter = kind === 'state' ? r.b.place('setter', `set ${name}`, r.fn, at) : null;
  if (from !== null) {
    if (kind === 'state') {
      r.b.flow(from, cell, 'frozen');
      r.b.use({ place: from, kind: 'copied', fn: r.fn, at: spotOf(node) });
    } else r.b.flow(from, cell);
  }
  pushCell(r, name, kind, cell, setter, at, name);
  return holding(r, cell, name, at);
}
