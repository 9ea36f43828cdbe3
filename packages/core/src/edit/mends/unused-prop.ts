/** A prop that nothing uses: no longer taken, and no longer passed. */
import { Impossible } from '../plan';
import { componentOf, editable, type Mend } from './job';

export const unusedProp: Mend = (job) => {
  const { finding, workshop, linked, steps } = job;
  const info = componentOf(job);
  const prop = finding.name ?? '';
  const component = editable(job, info);
  if (!component.canDrop(prop))
    throw new Impossible(`The props of ${info.name} are typed in another file, or for several components.`);
  const { program } = linked;
  for (const site of program.sitesOf(info.fn)) {
    const author = workshop.authorOf(site);
    const writer = author === null ? null : workshop.component(author);
    const fact = program.graph.sites[site]?.fact;
    if (!fact?.props.some(({ name }) => name === prop)) continue;
    const attribute = writer?.attributeAt(fact.at, prop);
    if (!writer || !attribute) throw new Impossible(`It is passed where nothing is edited.`);
    writer.dropAttribute(attribute);
    steps.edit(`Stop passing ${prop} to ${info.name} in ${writer.name}.`, writer.syntax.path);
  }
  component.dropProp(prop);
  steps.edit(`Take ${prop} out of the props of ${info.name}.`, component.syntax.path);
};
