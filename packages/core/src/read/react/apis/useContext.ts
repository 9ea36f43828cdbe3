/** `useContext` and `use`: what the nearest provider above gives. */
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import type { Recogniser } from './recogniser';

export const useContext: Recogniser = (r, node) => {
  const context = readArguments(r, node)[0] ?? null;
  if (context === null) return null;
  r.b.handOut([context], 'useContext', r.fn, spotOf(node));
  const result = r.b.place('read', '', r.fn, spotOf(node));
  r.b.facts.contextReads.push({ context, result, fn: r.fn, at: spotOf(node) });
  return result;
};
