/** A way in words: what is to be done where, for what is not edited. */
import type { HomesDocument, PlanStep } from '../../model/documents';
import type { CellFlow } from '../../follow/cells';
import type { Situation } from '../../homes/situation';
import type { Linked } from '../../link';
import { list } from '../../rules/rule';

type Option = HomesDocument['options'][number];

/** The steps of a way for a person, each with its files; the first says why nothing is written. */
export function inWords(linked: Linked, { cell }: CellFlow, way: Option, s: Situation, reason: string): PlanStep[] {
  const { program } = linked;
  const nameOf = (fn: number): string => program.component(fn)?.name ?? '';
  const fileOf = (fn: number): string => program.graph.path(program.component(fn)?.file ?? cell.file);
  const step = (says: string, ...components: number[]): PlanStep => ({
    says,
    files: [...new Set(components.map(fileOf))],
    by: 'hand',
  });
  const home = cell.home === null ? 'its module' : nameOf(cell.home);
  const homes = cell.home === null ? [] : [cell.home];
  const { name } = cell;
  const users = [...new Set([...s.readers, ...s.writers])].filter((fn) => fn !== cell.home);
  const first: Record<Option['kind'], string> = {
    keep: `Leave ${name} in ${home}.`,
    down: `Declare ${name} in ${way.component} instead of ${home}.`,
    up: `Declare ${name} in ${way.component} instead of ${home}.`,
    compose: `Let ${home} write the markup that ${list(s.freeable.map(nameOf))} would contain, and pass it down as children.`,
    context: `Provide ${name} through a context, from ${way.component}.`,
    store: `Put ${name}, and the functions that change it, into a module of their own.`,
    service: `Put ${name}, and the methods that change it, into a service${way.component === null ? '' : ` that ${way.component} provides`}.`,
  };
  const steps = [step(`${first[way.kind]} Not written: ${reason}`, ...homes)];
  const from = { context: 'the context', store: 'that module', service: 'that service' }[way.kind as string];
  if (from !== undefined) for (const fn of users) steps.push(step(`Let ${nameOf(fn)} take ${name} from ${from}.`, fn));
  if (from !== undefined || way.kind === 'down')
    for (const fn of [...s.relays].reverse())
      steps.push(step(`Take ${name} out of ${nameOf(fn)}, which only passes it on.`, fn));
  if (way.kind === 'up') for (const fn of users) steps.push(step(`Pass ${name} down to ${nameOf(fn)}.`, fn));
  return steps;
}
