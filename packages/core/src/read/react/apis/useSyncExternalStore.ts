/** `useSyncExternalStore`: the value is what the second function returns, read again whenever the first tells. */
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import { resultOf } from './cells';
import type { Recogniser } from './recogniser';

export const useSyncExternalStore: Recogniser = (r, node) => {
  const [subscribe, snapshot = null, onServer] = readArguments(r, node);
  r.b.handOut([subscribe, onServer], 'useSyncExternalStore', r.fn, spotOf(node));
  return snapshot === null ? null : resultOf(r, node, snapshot, 'snapshot');
};
