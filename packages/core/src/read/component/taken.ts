/** What is taken once: a copy that does not follow, unless it holds values itself (a reference, a function, a stream). */
import { TAKEN, type PlaceId, type Spot } from '../../model/facts';
import type { ScriptReader } from '../script/reader';

/** Takes a value once, under a name; `useAt` is where the source does so, where that is not where the copy stands. */
export function takeOnce(r: ScriptReader, from: PlaceId, name: string, at: Spot, useAt: Spot = at): PlaceId {
  const copy = r.b.place('object', name, r.fn, at);
  r.b.flow(from, copy, 'taken');
  r.b.use({ place: from, kind: 'copied', detail: TAKEN, fn: r.fn, at: useAt });
  return copy;
}
