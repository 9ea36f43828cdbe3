/** Changes in place, by what is changed. */
import type { FileFacts } from '../../model/facts';
import { once } from '../memo/once';
import { push } from './byPlace';

/** The changes in place of a file by the place of the object, as indices into its facts. */
export const mutationsByObject = once((facts: FileFacts): ReadonlyMap<number, readonly number[]> => {
  const found = new Map<number, number[]>();
  facts.mutations.forEach(({ object }, index) => push(found, object, index));
  return found;
});
