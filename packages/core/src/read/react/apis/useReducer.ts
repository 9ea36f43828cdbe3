/** `useReducer`: a cell whose change function is `dispatch`; the second argument is its first value. */
import { readArguments } from '../../script/calls';
import { pairCell } from './cells';
import type { Recogniser } from './index';

export const useReducer: Recogniser = (r, node, target) => pairCell(r, node, target, readArguments(r, node)[1] ?? null);
