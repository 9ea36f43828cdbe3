/** The value moves up, to the lowest component above all who need it; what no component holds moves into it. */
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
  namesOf,
  option,
  relaysFrom,
  rendersFrom,
} from './measured';

export function up(s: Situation, thumb: Thumb): Measured | null {
  if (s.home === null) return intoComponent(s, thumb);
  if (s.nearest === null || !(isBelow(s, s.nearest, s.home) || (s.wanted.length > 0 && s.nearest === s.home))) {
    if (s.wanted.length > 0) return impossible(s, 'up', 'No component stands above all who need it.');
    return null;
  }
  const relays = relaysFrom(s, s.nearest);
  const hops = hopsFrom(s, s.nearest);
  const name = s.linked.program.component(s.nearest)?.name ?? '';
  const home = s.linked.program.component(s.home)?.name ?? '';
  const added = relays.length + concerned(s).filter((fn) => fn !== s.nearest).length;
  const reasons = [
    s.wanted.length > 0 && s.nearest !== s.home
      ? `${name} is the lowest component above ${home} and ${namesOf(s, s.wanted)}, which shall read it too.`
      : s.nearest === s.home
        ? `${home} stands above everything that needs it already, and passes it down.`
        : `${name} is above everything that reads or changes it, so ${home} no longer has to report the value up.`,
  ];
  if (s.perInstance && s.nearest !== s.home)
    reasons.push(`${home} is rendered many times: in ${name} each copy needs a key.`);
  return option(s, 'up', s.nearest, {
    relays: relays.length,
    hops,
    files: s.filesOf([s.home, s.nearest, ...relays, ...concerned(s)]),
    propsAdded: added,
    rerenders: rendersFrom(s, s.nearest),
    testNeeds: 'one prop',
    cost: 0.35 + carryCost(hops, relays.length, thumb) + (s.perInstance ? 0.3 : 0),
    reasons,
    drawing: drawingOf(s, s.nearest, 'prop'),
  });
}

/** What no component holds could live in the lowest one above all who need it, and be passed down. */
function intoComponent(s: Situation, thumb: Thumb): Measured | null {
  if (s.nearest === null) return null;
  const relays = relaysFrom(s, s.nearest);
  const hops = hopsFrom(s, s.nearest);
  const name = s.linked.program.component(s.nearest)?.name ?? '';
  return option(s, 'up', s.nearest, {
    relays: relays.length,
    hops,
    files: s.filesOf([s.nearest, ...relays, ...concerned(s)]) + 1,
    propsAdded: relays.length + concerned(s).filter((fn) => fn !== s.nearest).length,
    rerenders: rendersFrom(s, s.nearest),
    testNeeds: 'one prop',
    cost: 0.9 + carryCost(hops, relays.length, thumb),
    reasons: [
      `${name} is the lowest component above everything that reads or changes it; it would be passed down from there.`,
    ],
    drawing: drawingOf(s, s.nearest, 'prop'),
  });
}
