/** The advice in sentences: what to do, and why. */
import type { HomeOption } from '../model/documents';
import type { Situation } from './situation';
import { concerned, type Measured, sharingOf } from './ways/measured';

const WAY: Record<HomeOption['kind'], (component: string) => string> = {
  keep: (c) => `Leave it in ${c}.`,
  down: (c) => `Move it down into ${c}.`,
  up: (c) => `Move it up into ${c}.`,
  compose: (c) => `Let ${c} pass markup down instead of the value.`,
  context: (c) => `Provide it through a context, from ${c}.`,
  store: () => 'Put it into a store of its own.',
  service: (c) => `Keep it in a service that ${c} provides.`,
};

export function adviceOn(s: Situation, best: Measured): string {
  // Where nobody else needs it, there is nothing to weigh.
  if (s.home !== null && s.wanted.length === 0 && concerned(s).every((fn) => fn === s.home)) {
    const home = s.linked.program.component(s.home)?.name ?? 'Its home';
    return `Leave it in ${home}. Nobody else reads or changes it: name who else shall read it, and the ways are weighed for them.`;
  }
  const isModule = best.kind === 'store' && sharingOf(s) === null;
  const parts = [
    isModule
      ? 'Put it into a module that all of them import.'
      : best.kind === 'service' && best.component === null
        ? 'Keep it in a service that all of them ask for.'
        : WAY[best.kind](best.component ?? 'its module'),
  ];
  if (best.kind !== 'keep' && s.relays.length > 0)
    parts.push(
      `${s.relays.length} of the components on the way only ${s.relays.length === 1 ? 'carries' : 'carry'} it, ${s.readers.length} ${s.readers.length === 1 ? 'place reads' : 'places read'} it.`,
    );
  parts.push(...best.reasons.filter((reason) => !/no longer/.test(reason)));
  return parts.join(' ');
}
