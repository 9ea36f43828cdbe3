/** `useCallback`: the function itself, kept. */
import { isFunction } from '../../script/expressions';
import { readFunction } from '../../script/functions';
import { readArguments } from '../../script/calls';
import type { Recogniser } from './index';

export const useCallback: Recogniser = (r, node, target) => {
  const first = node.arguments[0];
  if (isFunction(first)) return readFunction(r, first, target?.type === 'Identifier' ? target.name : '');
  return readArguments(r, node)[0] ?? null;
};
