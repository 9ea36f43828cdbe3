/** `useMemo`: a derived cell holding what the function returns. What it depends on is what the function reads. */
import { readArguments } from '../../script/calls';
import { addCell, resultOf } from './cells';
import type { Recogniser } from './recogniser';

export const useMemo: Recogniser = (r, node, target) => {
  const fn = readArguments(r, node)[0] ?? null;
  const cell = addCell(r, 'derived', node, target);
  if (fn !== null) r.b.flow(resultOf(r, node, fn, 'useMemo'), cell);
  return cell;
};
