/** What runs by itself: functions the family calls, and those that run again when what they read changes. */
import type { PlaceId, Spot } from '../../model/facts';
import { noteStarts } from '../react/starts';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import type { ScriptReader } from '../script/reader';
import type { Reading } from './component';

/** What calling a function brings. */
export function called(
  r: ScriptReader,
  callee: PlaceId,
  name: string,
  at: Spot,
  args: (PlaceId | null)[] = [],
): PlaceId {
  return r.b.call({ callee, name, args, fn: r.fn, at });
}

export const effect: Reading = (r, node) => {
  noteStarts(r, node.arguments[0]);
  const [run = null] = readArguments(r, node);
  if (run !== null) r.b.use({ place: run, kind: 'effect', detail: 'effect', fn: r.fn, at: spotOf(node.callee) });
  return null;
};

export const same: Reading = (r, node) => readArguments(r, node)[0] ?? null;
