/** The value moves down, to the lowest component above all who need it. */
import type { Thumb } from '../../model/thumb';
import { drawingOf } from '../drawing';
import type { Situation } from '../situation';
import {
  carryCost,
  concerned,
  hopsFrom,
  impossible,
  isBelow,
  type Measured,
  option,
  relaysFrom,
  rendersFrom,
} from './measured';

export function down(s: Situation, thumb: Thumb): Measured {
  if (s.home === null) return impossible(s, 'down', 'It lives in no component.');
  if (s.nearest === null)
    return impossible(s, 'down', 'No component stands above everything that reads or changes it.');
  if (!isBelow(s, s.home, s.nearest)) {
    const where = s.linked.program.component(s.nearest)?.name ?? '';
    return impossible(s, 'down', `No component lower than ${where} is above everything that reads or changes it.`);
  }
  const relays = relaysFrom(s, s.nearest);
  const hops = hopsFrom(s, s.nearest);
  const name = s.linked.program.component(s.nearest)?.name ?? '';
  const removed = Math.max(0, s.carryingProps - relays.length - concerned(s).length);
  return option(s, 'down', s.nearest, {
    relays: relays.length,
    hops,
    files: s.filesOf([s.home, s.nearest, ...s.relays]),
    propsRemoved: removed,
    rerenders: rendersFrom(s, s.nearest),
    testNeeds: 'nothing',
    cost: 0.1 + carryCost(hops, relays.length, thumb),
    reasons: [
      `${name} is the lowest component above everything that reads or changes it, and fewer components re-render there.`,
    ],
    drawing: drawingOf(s, s.nearest, 'prop'),
  });
}
