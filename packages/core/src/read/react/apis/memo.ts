/** `memo` and `forwardRef`: the component they are given, under the name of what they are bound to. */
import { readArguments } from '../../script/calls';
import { nameComponent } from '../components';
import type { Recogniser } from './index';

export const memo: Recogniser = (r, node, target) => {
  const wrapped = readArguments(r, node)[0] ?? null;
  if (wrapped !== null) nameComponent(r, wrapped, target?.type === 'Identifier' ? target.name : '');
  return wrapped;
};
