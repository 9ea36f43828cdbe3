/** What is wired: data that the family fetches anew whenever what it is asked with changes, and the page's own address. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { keyedCell, remoteKey } from '../libraries/stores/cells';
import { spotOf } from '../script/builder';
import { value } from '../script/expressions';
import { objectOf } from '../script/literals';
import type { ScriptReader } from '../script/reader';

/** Where methods of the server are imported from, and channels of messages. */
export const SERVER = /^@salesforce\/apex(?:Continuation)?\/(.+)$/;

/** `@wire(getBeds, { house: '$house' })`: what it gives, as `data` and `error`; null where it gives nothing that is followed. */
export function readWire(r: ScriptReader, argument: readonly t.Node[], field: string, at: Spot): PlaceId | null {
  const [adapter, config] = argument;
  if (!adapter) return null;
  const place = value(r, adapter as t.Expression);
  const imported = place === null ? undefined : r.importOf.get(place);
  askedWith(r, config, field);
  if (imported?.imported === 'MessageContext') return null;
  if (imported?.imported === 'CurrentPageReference') return keyedCell(r, 'url', 'page', 'url:page', at).value;
  const name = SERVER.exec(imported?.source ?? '')?.[1];
  const shown = name ?? `${r.source(adapter)} ${field}`;
  const cellPlace = keyedCell(r, 'remote', shown, remoteKey(r, shown, at, name !== undefined), at).value;
  const result = r.b.place('object', field, r.fn, at);
  r.b.flow(cellPlace, result, 'put', 'data');
  return result;
}

/** `'$house.id'` is a field of the instance; what is asked with another is another answer. */
function askedWith(r: ScriptReader, config: t.Node | undefined, field: string): void {
  const object = objectOf(r, config);
  if (!object) {
    if (config) value(r, config as t.Expression);
    return;
  }
  for (const one of object.properties) {
    if (one.type !== 'ObjectProperty') continue;
    const at = spotOf(one.value);
    const path =
      one.value.type === 'StringLiteral' && one.value.value.startsWith('$') ? one.value.value.slice(1) : null;
    let place = path === null || r.self === null ? value(r, one.value as t.Expression) : r.self;
    if (path !== null && place !== null) for (const part of path.split('.')) place = r.b.part(place, part, r.fn, at);
    if (place !== null) r.b.use({ place, kind: 'effect', detail: field, fn: r.fn, at });
  }
}
