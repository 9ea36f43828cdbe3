/** State that lives higher up than anyone needs it: moved down into the component that the finding names. */
import { situationOf } from '../../homes/situation';
import { Impossible } from '../plan';
import { toBelow } from '../ways/down';
import { componentOf, type Mend } from './job';

export const highHome: Mend = (job) => {
  const home = componentOf(job);
  const { fn: to } = componentOf(job, 1);
  const flow = job.flowsOf(`${home.id}.${job.finding.name ?? ''}`).find(({ cell }) => cell.home === home.fn);
  if (!flow) throw new Impossible('Nothing that a component holds stands behind it.');
  const { readers, writers, relays } = situationOf(job.linked, job.dominators, flow);
  job.carries(flow, to);
  toBelow({ ...job, flow, home: home.fn, to, wanted: [], readers, writers, relays });
};
