/** The value lives in a store of its own, or in a service that is there for all. */
import type { Thumb } from '../../model/thumb';
import { drawingOf } from '../drawing';
import type { Situation } from '../situation';
import { concerned, hasOneService, type Measured, option, rendersReaders, sharingOf } from './measured';

export function store(s: Situation, thumb: Thumb): Measured | null {
  // What is kept outside the components already is no further choice.
  if (s.home === null) return null;
  const kind = hasOneService(s) ? 'service' : 'store';
  const reasons: string[] = [];
  let cost = 1.7 + s.filesOf(concerned(s)) * 0.05;
  if (s.writingBranches >= thumb.branches) {
    cost -= 0.8;
    reasons.push(`It is changed from ${s.writingBranches} branches of the tree.`);
  } else reasons.push(`A ${kind} outlives every component and is shared across the whole page.`);
  if (s.nearest === null && concerned(s).length > 1)
    reasons.push(
      sharingOf(s) === null
        ? 'No component stands above all who need it, as pages place them side by side. Across pages, a message channel tells them of a change.'
        : 'No component stands above all who need it.',
    );
  if (s.perInstance) {
    cost += 1.2;
    const home = s.linked.program.component(s.home ?? -1)?.name ?? 'its home';
    reasons.push(`${home} is rendered many times: each copy would need a key of its own.`);
  }
  if (thumb.onlyHomeChanges && s.writers.some((writer) => writer !== s.home)) cost -= 0.05;
  return option(s, kind, null, {
    hops: 1,
    files: s.filesOf([...concerned(s), ...s.relays, ...(s.home === null ? [] : [s.home])]) + 1,
    propsRemoved: s.carryingProps,
    rerenders: rendersReaders(s),
    testNeeds: `the ${kind}, reset`,
    cost,
    reasons,
    drawing: drawingOf(s, null, kind),
  });
}
