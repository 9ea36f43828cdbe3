/** Templates name references and mean their values. */
import type { PlaceId, Spot } from '../../model/facts';
import type { ScriptReader } from '../script/reader';

const PLAIN = /^(function|markup|computed|object|siteProps)$/;

/** What a place gives where a template names it: the value of a reference, anything else as it is. */
export function unwrapped(r: ScriptReader, place: PlaceId, at: Spot): PlaceId {
  const fact = r.b.facts.places[place];
  if (!fact || (PLAIN.test(fact.kind) && !r.component?.refs.has(place))) return place;
  const key = `${place}@${r.fn}`;
  let bare = r.bare.get(key);
  if (bare === undefined) {
    bare = r.b.place('computed', fact.name, r.fn, at);
    r.bare.set(key, bare);
    r.b.facts.flows.push({ from: place, to: bare, op: 'unwrap', field: 'value' });
  }
  return bare;
}
