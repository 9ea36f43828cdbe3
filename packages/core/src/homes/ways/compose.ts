/** Markup is passed down instead of the value, so that relays drop out. */
import type { Thumb } from '../../model/thumb';
import { drawingOf } from '../drawing';
import type { Situation } from '../situation';
import { carryCost, impossible, type Measured, option, rendersFrom } from './measured';

export function compose(s: Situation, thumb: Thumb): Measured {
  if (s.home === null)
    return impossible(s, 'compose', 'No component holds it, so none could pass markup down instead.');
  if (s.relays.length === 0)
    return impossible(s, 'compose', 'No component on the way only carries it, so none would be relieved.');
  if (s.freeable.length === 0)
    return impossible(
      s,
      'compose',
      'Every component on the way is rendered many times, so its content cannot be written once above it.',
    );
  const left = s.relays.length - s.freeable.length;
  const names = s.freeable.map((fn) => s.linked.program.component(fn)?.name ?? '');
  const home = s.linked.program.component(s.home ?? -1)?.name ?? 'its home';
  const reasons = [`${home} would write the content of ${names.join(', ')} and pass it down as markup.`];
  if (left > 0)
    reasons.push(`${left} on the way ${left === 1 ? 'is' : 'are'} rendered many times and would still carry it.`);
  return option(s, 'compose', s.home, {
    relays: left,
    hops: Math.max(1, s.longestFreed),
    files: s.filesOf([...s.freeable, ...(s.home === null ? [] : [s.home])]),
    propsAdded: s.freeable.length,
    propsRemoved: s.freeable.length,
    rerenders: rendersFrom(s, s.home),
    testNeeds: 'one prop',
    cost: 0.5 + carryCost(s.longestFreed, left, thumb) + s.freeable.length * 0.3,
    reasons,
    drawing: drawingOf(s, s.home, 'prop', s.freeable),
  });
}
