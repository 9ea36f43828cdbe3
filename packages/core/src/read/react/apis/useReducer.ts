/** `useReducer`: a cell whose setter is `dispatch`; the second argument is its first value. */
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import { pairCell } from './cells';
import type { Recogniser } from './recogniser';

export const useReducer: Recogniser = (r, node, target) => {
  const [reducer, first = null, start] = readArguments(r, node);
  r.b.handOut([reducer, start], 'useReducer', r.fn, spotOf(node));
  return pairCell(r, node, target, first);
};
