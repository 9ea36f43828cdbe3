/** `useRef`: a cell that is read and written in place. */
import { readArguments } from '../../script/calls';
import { spotOf } from '../../script/builder';
import { addCell } from './cells';
import type { Recogniser } from './recogniser';

export const useRef: Recogniser = (r, node, target) => {
  const initial = readArguments(r, node)[0] ?? null;
  const cell = addCell(r, 'state', node, target);
  r.b.facts.boxes.push(cell);
  if (initial !== null) {
    r.b.use({ place: initial, kind: 'copied', fn: r.fn, at: spotOf(node) });
    const object = r.b.place('object', 'current', r.fn, spotOf(node));
    r.b.flow(initial, object, 'frozen');
    r.b.flow(object, cell, 'put', 'current');
  }
  return cell;
};
