/** The value stays where it lives. */
import type { Thumb } from '../../model/thumb';
import { drawingOf } from '../drawing';
import type { Situation } from '../situation';
import { carryCost, impossible, isBelow, isProvided, type Measured, option, rendersFrom, sharingOf } from './measured';

export function keep(s: Situation, thumb: Thumb): Measured {
  const out = s.wanted.filter((fn) => s.home !== null && fn !== s.home && !isBelow(s, s.home, fn));
  if (out.length > 0) {
    const names = out.map((fn) => s.linked.program.component(fn)?.name ?? '').join(', ');
    const home = s.linked.program.component(s.home ?? -1)?.name ?? 'its home';
    return impossible(
      s,
      'keep',
      `${names} ${out.length === 1 ? 'does' : 'do'} not stand below ${home}, so it does not get there.`,
    );
  }
  const relays = s.relays.length;
  const reasons = [
    relays === 0
      ? 'No component on the way only carries it.'
      : `${relays} ${relays === 1 ? 'component' : 'components'} on the way only ${relays === 1 ? 'carries' : 'carry'} it.`,
  ];
  const misplaced = s.home !== null && s.nearest !== null && s.nearest !== s.home && isBelow(s, s.home, s.nearest);
  if (misplaced) reasons.push('It lives higher than any component that needs it.');
  return option(s, 'keep', s.home, {
    relays,
    hops: s.longest,
    rerenders: rendersFrom(s, s.home),
    testNeeds: s.longest === 0 ? 'nothing' : relays + s.readers.length > 0 ? 'one prop' : 'nothing',
    cost: carryCost(s.longest, relays, thumb) + (misplaced ? 0.6 : 0),
    reasons,
    drawing: drawingOf(s, s.home, s.home === null ? 'store' : ((isProvided(s) ? sharingOf(s) : null) ?? 'prop')),
  });
}
