/** A value or a callback carried through components that do not use it: the best of the ways that are written. */
import { situationOf } from '../../homes/situation';
import { list } from '../../rules/rule';
import { AngularComponent } from '../angular/component';
import { Impossible } from '../plan';
import { toContext } from '../ways/context';
import { toBelow } from '../ways/down';
import { toEventService } from '../ways/eventService';
import { arrivingBy, handIn } from '../ways/markup';
import { toService } from '../ways/service';
import type { Move } from '../ways/situation';
import { componentOf, type Mend } from './job';

/** The same by markup: it needs no single component that holds the value, and none that every other tag can do without. */
export const drilledAsMarkup: Mend = (job) => {
  const ids = job.finding.componentIds ?? [];
  const relays = ids.slice(1, -1).flatMap((id) => job.linked.program.componentById.get(id)?.fn ?? []);
  const names = job.finding.names ?? [job.finding.name ?? ''];
  const flows = [...new Set(names.flatMap((name) => job.flowsOf(`${ids[1] ?? componentOf(job).id}.${name}`)))];
  handIn(job, [...new Set(relays)], arrivingBy(job.linked, flows));
  for (const flow of flows) if (flow.cell.home !== null) job.carries(flow, flow.cell.home);
};

export const drilled: Mend = (job) => {
  const { finding } = job;
  const ids = finding.componentIds ?? [];
  // In the order the value travels: from its home down, or from whoever calls up to the home.
  const owner = finding.rule === 'relayed-event' ? ids.at(-1) : ids[0];
  const names = finding.names ?? [finding.name ?? ''];
  const found = new Set(names.flatMap((name) => job.flowsOf(`${ids[1] ?? componentOf(job).id}.${name}`)));
  const homeFn = job.linked.program.componentById.get(owner ?? '')?.fn;
  const own = [...found].filter(({ cell }) => cell.home === homeFn);
  const flows = own.length > 0 ? own : [...found];
  const [flow, ...beside] = flows;
  if (!flow) throw new Impossible('Nothing that a component holds stands behind it.');
  const { home, kind } = flow.cell;
  if (home === null || flows.some(({ cell }) => cell.home !== home))
    throw new Impossible(`No single component holds ${list(flows.map(({ cell }) => cell.name))}.`);
  const s = situationOf(job.linked, job.dominators, flow);
  const { readers, writers, relays } = s;
  const move: Move = { ...job, flow, beside, home, to: home, wanted: [], readers, writers, relays };
  const isLower =
    kind === 'state' &&
    beside.length === 0 &&
    s.nearest !== null &&
    s.nearest !== home &&
    [...readers, ...writers].every((fn) => fn === s.nearest);
  if (job.workshop.editor(home) instanceof AngularComponent && finding.rule === 'relayed-event') {
    const through = ids.flatMap((id) => job.linked.program.componentById.get(id)?.fn ?? []);
    const path = toEventService({ ...job, home, through });
    for (const one of flows) job.carries(one, home, path);
    return;
  }
  if (job.workshop.editor(home) instanceof AngularComponent && beside.length === 0 && !isLower) {
    job.carries(flow, toService(move));
    return;
  }
  for (const one of flows) job.carries(one, isLower && s.nearest !== null ? s.nearest : home);
  if (isLower) {
    toBelow({ ...move, to: s.nearest });
    return;
  }
  // What the relays of the finding carry, and what others on the way carry beside it.
  const carriers = new Set(ids);
  toContext(move, ({ props }) =>
    props.some(({ fn, component, taken, prop }) => {
      const isOfFinding = carriers.has(job.linked.program.component(fn)?.id ?? '');
      return isOfFinding && (component.passing(taken, prop).length > 0 || taken.by === 'rest');
    }),
  );
};
