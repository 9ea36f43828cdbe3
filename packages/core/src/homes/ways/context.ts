/** The value gets to all below by a context, or in a service that a component provides. */
import type { Thumb } from '../../model/thumb';
import { drawingOf } from '../drawing';
import type { Situation } from '../situation';
import {
  changesUnseen,
  concerned,
  hasOneService,
  impossible,
  isBelow,
  isProvided,
  type Measured,
  option,
  rendersReaders,
  sharingOf,
} from './measured';

export function context(s: Situation, thumb: Thumb): Measured | null {
  const kind = sharingOf(s);
  // One that is there for all is a store.
  if (kind === null || hasOneService(s)) return null;
  const component = providerOf(s);
  if (component === null) return impossible(s, kind, 'No component is above everything that reads it.');
  if (isProvided(s) && s.relays.length === 0) return impossible(s, kind, `It already travels through a ${kind}.`);
  const outside = concerned(s).filter((fn) => fn !== component);
  const reasons: string[] = [];
  let cost = 1.1 + s.filesOf(concerned(s)) * 0.05;
  if (s.relays.length > 0)
    reasons.push(
      `${s.relays.length} ${s.relays.length === 1 ? 'component' : 'components'} no longer ${s.relays.length === 1 ? 'has' : 'have'} to carry it.`,
    );
  if (outside.length < 2 && s.relays.length < 2) {
    cost += 0.8;
    reasons.push('Only one component below needs it.');
  }
  if (s.often) {
    cost += thumb.contextForOften ? 0 : 1.5;
    reasons.push('It changes many times a second, and every reader re-renders each time.');
  } else if (s.writes.length > 0) {
    const triggers = [...new Set(s.writes.map(({ trigger }) => trigger))];
    reasons.push(`It rarely changes: only on ${triggers.slice(0, 2).join(' or ')}.`);
  }
  return option(s, kind, component, {
    hops: outside.length > 0 ? 1 : 0,
    files: s.filesOf([component, ...concerned(s), ...s.relays]) + 1,
    propsRemoved: s.carryingProps,
    rerenders: rendersReaders(s) + (s.readers.includes(component) || changesUnseen(s) ? 0 : 1),
    testNeeds: 'a provider',
    cost,
    reasons,
    drawing: drawingOf(s, component, kind),
  });
}

/** Where a context is provided: at the home, unless somebody beside or above it needs the value too. */
function providerOf(s: Situation): number | null {
  if (s.home === null || s.nearest === null) return s.nearest ?? s.home;
  if (s.perInstance && s.wanted.length === 0) return s.home;
  return isBelow(s, s.home, s.nearest) ? s.home : s.nearest;
}
