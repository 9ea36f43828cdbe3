/** A value or a callback carried through components that do not use it: the best of the ways that are written. */
import { situationOf } from '../../homes/situation';
import { list } from '../../rules/rule';
import { Impossible } from '../plan';
import { toContext } from '../ways/context';
import { toBelow } from '../ways/down';
import type { Move } from '../ways/situation';
import { componentOf, type Mend } from './job';

export const drilled: Mend = (job) => {
  const { finding } = job;
  const relay =
    finding.rule === 'relayed-event' ? (finding.componentIds ?? []).slice(1, -1)[0] : finding.componentIds?.[1];
  const names = finding.names ?? [finding.name ?? ''];
  const flows = new Set(names.flatMap((name) => job.flowsOf(`${relay ?? componentOf(job).id}.${name}`)));
  if (flows.size === 0) throw new Impossible('No state of a component stands behind it.');
  if (flows.size > 1)
    throw new Impossible(
      `It carries several values (${list([...flows].map(({ cell }) => cell.name))}): plan each of them in Homes.`,
    );
  for (const flow of flows) {
    const { home, kind } = flow.cell;
    if (home === null || kind !== 'state') throw new Impossible(`${flow.cell.name} is no state of a component.`);
    const s = situationOf(job.linked, job.dominators, flow);
    const move: Move = {
      ...job,
      flow,
      home,
      to: home,
      wanted: [],
      readers: s.readers,
      writers: s.writers,
      relays: s.relays,
    };
    const isLower =
      s.nearest !== null && s.nearest !== home && s.readers.concat(s.writers).every((fn) => fn === s.nearest);
    if (isLower) toBelow({ ...move, to: s.nearest });
    else
      toContext(move, ({ props }) =>
        props.some(({ component, taken, prop }) => component.passing(taken, prop).length > 0 || taken.by === 'rest'),
      );
  }
};
