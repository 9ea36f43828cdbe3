/** `useState`: a cell and the function that changes it; a function given as first value is called once. */
import { readArguments } from '../../script/calls';
import { isFunction } from '../../script/expressions';
import { pairCell, resultOf } from './cells';
import type { Recogniser } from './recogniser';

export const useState: Recogniser = (r, node, target) => {
  const first = readArguments(r, node)[0] ?? null;
  const initial = first !== null && isFunction(node.arguments[0]) ? resultOf(r, node, first, 'initial value') : first;
  return pairCell(r, node, target, initial);
};
