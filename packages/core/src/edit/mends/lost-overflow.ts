/** Attributes that have nowhere to go: put on the first of the component’s root elements. */
import { Impossible } from '../plan';
import { rootsOf } from '../vue/template';
import { componentOf, type Mend } from './job';

export const lostOverflow: Mend = (job) => {
  const { finding, workshop, steps } = job;
  const info = componentOf(job, (finding.componentIds?.length ?? 1) - 1);
  const path = workshop.pathOf(info.fn);
  const [root] = path.endsWith('.vue') ? rootsOf(workshop.texts.original(path)) : [];
  if (!root) throw new Impossible(`${info.name} has no root elements in markup of its own.`);
  workshop.texts.insert(path, root.end, ' v-bind="$attrs"');
  steps.edit(`Put what ${info.name} does not declare on <${root.tag}>, the first of its root elements.`, path);
};
