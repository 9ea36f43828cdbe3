/** `useCallback`: the function itself, kept. */
import { isFunction } from '../../script/expressions';
import { readFunction } from '../../script/functions';
import { readArguments } from '../../script/calls';
import type { Recogniser } from './recogniser';

export const useCallback: Recogniser = (r, node, target) => {
  const first = node.arguments[0];
  if (isFunction(first)) {
    const self = readFunction(r, first, target?.type === 'Identifier' ? target.name : '');
    const fact = r.b.facts.functions.find((one) => one.self === self);
    // Without a list of what it depends on, it is made again each time.
    if (fact && node.arguments.length > 1) fact.stable = true;
    return self;
  }
  return readArguments(r, node)[0] ?? null;
};
