/** What runs by itself: functions the family calls, and those that run again when what they read changes. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { noteStarts, noteTimers } from './starts';
import { spotOf } from './builder';
import { readArguments } from './calls';
import type { ScriptReader } from './reader';
import type { Reading } from '../script/reading';

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
  const [first] = node.arguments;
  if (first) r.started.push({ node: first, fn: r.fn });
  return runs(r, node);
};

/** `onUnmounted(…)`: what it ends was started by another. */
export const leaving: Reading = (r, node) => {
  const [first] = node.arguments;
  if (first) r.stopped.push(first);
  return runs(r, node);
};

function runs(r: ScriptReader, node: t.CallExpression): null {
  const [run = null] = readArguments(r, node);
  if (run !== null) r.b.use({ place: run, kind: 'effect', detail: 'effect', fn: r.fn, at: spotOf(node.callee) });
  return null;
}

/** Notes what was started, once all is known that may end it. */
export function settleRuns(r: ScriptReader): void {
  const before = r.fn;
  for (const { node, fn, again } of r.started) {
    r.fn = fn;
    if (again) noteTimers(r, node);
    else noteStarts(r, node, r.stopped);
  }
  r.fn = before;
}

export const same: Reading = (r, node) => readArguments(r, node)[0] ?? null;
