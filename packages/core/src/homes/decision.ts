/** Decisions: what is kept of one, and whether a later survey finds that it holds. */
import type { Decision, DecisionState, Finding, HomesDocument } from '../model/documents';
import type { CellFlow, Cells } from '../follow/cells';
import type { Dominators } from '../follow/dominators';
import type { Linked } from '../link';
import { situationOf } from './situation';

const WAY: Record<Decision['way'], (to: string) => string> = {
  keep: (to) => `stays in ${to}`,
  down: (to) => `moves down into ${to}`,
  up: (to) => `moves up into ${to}`,
  compose: (to) => `stays in ${to}, which passes markup down`,
  context: (to) => `goes through a context that ${to} provides`,
  store: () => 'goes into a store of its own',
  service: (to) => `goes into a service that ${to} provides`,
};

/** A decision with all that it was taken by. */
export function decided(
  homes: HomesDocument,
  { value, way, reason, at }: Pick<Decision, 'value' | 'way' | 'reason' | 'at'>,
): Decision {
  const option = homes.options.find(({ kind }) => kind === way);
  const to = option?.component ?? null;
  const { name } = homes.asked;
  const rows = homes.options.map((one) =>
    [
      one.kind === way ? `**${one.kind}**` : one.kind,
      one.possible === false ? '–' : (one.component ?? 'a module'),
      ...(one.possible === false
        ? ['–', '–', '–', '–']
        : [one.relays, one.hops, one.rerenders, one.files].map((figure) => String(figure))),
      one.reasons.join(' '),
    ]
      .map((cell) => cell.replaceAll('|', '\\|'))
      .join(' | '),
  );
  const text = [
    `# Where ${name} lives`,
    '',
    `Decided on ${at.slice(0, 10)}: ${name} ${WAY[way](to ?? homes.current.component ?? 'its module')}.`,
    '',
    `Why: ${reason}`,
    '',
    '## What was known',
    '',
    `- It lived in ${homes.current.component ?? 'a module'} (asked as \`${value}\`).`,
    `- Read by ${homes.readers.join(', ') || 'nobody'}; changed by ${homes.writers.join(', ') || 'nobody'}.`,
    ...(homes.wanted ? [`- To be read by ${homes.wanted.join(', ')} as well.`] : []),
    ...(homes.advice ? [`- Advice: ${homes.advice}`] : []),
    '',
    '## The ways that were compared',
    '',
    '| way | lives in | relays | hops | re-renders | files | |',
    '| --- | --- | --: | --: | --: | --: | --- |',
    ...rows.map((row) => `| ${row} |`),
    '',
  ].join('\n');
  return { at, value, name, way, to, reason, text, done: false };
}

/** Whether a survey finds that a decision holds: the value lives where it shall, nobody only carries it, nobody else changes it. */
export function standing(
  linked: Linked,
  cells: Cells,
  dominators: Dominators,
  findings: readonly Finding[],
  { name, way, to, done }: Decision,
): DecisionState {
  const against = (says: string): DecisionState => ({ state: done ? 'broken' : 'open', says });
  const nameOf = (fn: number): string => linked.program.component(fn)?.name ?? '';
  const isOne = ({ cell }: CellFlow): boolean => {
    const own = cell.name.slice(cell.name.lastIndexOf('.') + 1);
    const isNamed = own === name || own.startsWith(`${name}By`) || own === `${name}Atom`;
    return isNamed && (to === null ? cell.home === null : cell.home !== null && nameOf(cell.home) === to);
  };
  const found = cells.all.filter(isOne);
  if (found.length === 0) return against(`${name} does not live in ${to ?? 'a module'}.`);
  if (/^(context|store|service|compose)$/.test(way)) {
    const relays = found.flatMap((flow) => situationOf(linked, dominators, flow, [], false).relays.map(nameOf));
    if (relays.length > 0)
      return against(`${[...new Set(relays)].join(', ')} only ${relays.length === 1 ? 'carries' : 'carry'} ${name}.`);
  }
  const write = findings.find((one) => /^(outside|direct)-write$/.test(one.rule) && one.name === name);
  if (write) return against(write.message);
  return { state: 'holds', says: `${name} lives in ${to ?? 'a module'}, and nobody only carries it.` };
}
