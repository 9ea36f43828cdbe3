/** `useSyncExternalStore`: the value is what the second function returns, read anew whenever the first tells. */
import { readArguments } from '../../script/calls';
import { resultOf } from './cells';
import type { Recogniser } from './index';

export const useSyncExternalStore: Recogniser = (r, node) => {
  const [, snapshot = null] = readArguments(r, node);
  return snapshot === null ? null : resultOf(r, node, snapshot, 'snapshot');
};
