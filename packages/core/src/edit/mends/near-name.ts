/** A name that is nearly another: a prop, an event or a topic, renamed where it is written. */
import { pascal } from '../../model/spelling';
import { Impossible } from '../plan';
import { componentOf, familyOf, offsetOf, spotOf, type Mend, type MendJob } from './job';

/** The name that a finding offers instead. */
function nearIn({ finding }: MendJob): string | null {
  const said = /^(?:Rename it to|Listen for|Emit|Send) [“"]?([\w$:.-]+?)[”"]?(?:\.$|,| |$)/.exec(finding.todo ?? '');
  return said?.[1] ?? null;
}

/** Writes the near name where the finding points; a prop that nobody takes is taken away where no name is near. */
export const nearName: Mend = (job) => {
  const { finding, workshop, steps } = job;
  const isOffered = /did you mean that\?/.test(finding.message);
  const near = isOffered ? nearIn(job) : null;
  if (near !== null && finding.rule === 'unknown-prop' && isPassed(job, near)) {
    dropUnknown(job);
    return;
  }
  if (near === null) {
    if (finding.rule !== 'unknown-prop') throw new Impossible('No name is near enough to be the one that was meant.');
    dropUnknown(job);
    return;
  }
  const name = finding.name ?? '';
  const text = workshop.texts.original(finding.file);
  const from = offsetOf(job);
  const end = text.indexOf('\n', from);
  const line = text.slice(from, end === -1 ? undefined : end);
  // As it is written here: `unit-name`, `onOpen`, `@open`, `'alarm:open'`.
  const spellings: [string, string][] = [
    [name, near],
    [kebab(name), kebab(near)],
    [`on${pascal(name)}`, `on${pascal(near)}`],
    [name.toLowerCase(), near.toLowerCase()],
  ];
  const found = spellings.find(([written]) => wordAt(line, written) !== -1);
  if (!found) throw new Impossible(`${name} is not written where the finding points.`);
  const at = from + wordAt(line, found[0]);
  workshop.texts.replace(finding.file, at, at + found[0].length, found[1]);
  steps.edit(`Write ${found[1]} instead of ${found[0]}.`, finding.file);
};

/** Whether the tag passes a prop of that name already: one of the two is too many. */
function isPassed({ finding, linked }: MendJob, name: string): boolean {
  const { graph } = linked.program;
  return graph.sites.some(
    ({ fact, file }) =>
      graph.path(file) === finding.file &&
      fact.props.some(({ at }) => at.line === finding.line && at.column === finding.column) &&
      fact.props.some((prop) => prop.name === name),
  );
}

function dropUnknown(job: MendJob): void {
  const { finding, workshop, steps } = job;
  if (familyOf(job) !== 'react') throw new Impossible('Attributes are only taken away in JSX.');
  const syntax = workshop.syntax(finding.file);
  const tag = syntax?.nearest(spotOf(job), 'JSXOpeningElement');
  const author = workshop.component(componentOf(job).fn);
  if (!syntax || !tag || !author) throw new Impossible('The tag is not edited.');
  for (const name of finding.names ?? [finding.name ?? '']) {
    const attribute = tag.attributes.find((one) => one.type === 'JSXAttribute' && one.name.name === name);
    if (attribute?.type !== 'JSXAttribute') throw new Impossible(`${name} is not written at the tag.`);
    author.dropAttribute(attribute);
    steps.edit(`Stop passing ${name}, which nothing takes.`, finding.file);
  }
}

function wordAt(line: string, word: string): number {
  for (let at = line.indexOf(word); at !== -1; at = line.indexOf(word, at + 1))
    if (!/[\w$-]/.test(line[at - 1] ?? ' ') && !/[\w$-]/.test(line[at + word.length] ?? ' ')) return at;
  return -1;
}

function kebab(name: string): string {
  return name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);
}
