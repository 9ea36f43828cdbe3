/** `vectura trail DIR VALUE`: one value, hop by hop. */
import type { Command } from 'commander';
import pc from 'picocolors';
import type { Stop, TrailDocument } from '@vectura/core';
import { print, printJson, surveyFor, type CommonOptions } from './common';

export function addTrail(program: Command): void {
  program
    .command('trail <dir> <value>')
    .description('follow one value: Tray.units, src/Tray.jsx#Tray.units, context:Units')
    .option('--to <component>', 'only the trails that lead to this component')
    .option('--json', 'answer in JSON')
    .action(async (dir: string, value: string, options: CommonOptions & { to?: string; json?: boolean }) => {
      const survey = await surveyFor(dir, options);
      const trail = survey.trail(value, options.to ?? null);
      if (options.json) printJson(trail);
      else print(trailText(trail));
    });
}

const DOES: Record<Stop['role'], string> = {
  home: 'lives here',
  reader: 'uses it',
  relay: 'only carries it',
  provider: 'provides it',
  writer: 'changes it',
};

const HEADS = {
  down: 'Down, from its home to a reader:',
  computed: 'What is computed from it, down to a reader:',
  up: 'Up, from whoever changes it to its home:',
};

export function trailText(trail: TrailDocument): string {
  const lines: string[] = [];
  const asked = trail.asked.component ? `${trail.asked.component}.${trail.asked.name}` : trail.asked.name;
  lines.push(pc.bold(asked));
  for (const home of trail.homes) {
    const where = home.component ?? 'no component';
    const name = home.component === trail.asked.component && home.cell === trail.asked.name ? '' : ` as ${home.cell}`;
    lines.push(`  lives in ${where}${name} (${home.kind})  ${pc.dim(`${home.file}:${home.line}`)}`);
  }
  const names = (list: { component: string | null; name: string }[]): string =>
    list.map((one) => `${one.component ?? ''}.${one.name}`).join(', ');
  const own = <T extends { computed?: boolean | undefined }>(list: readonly T[]): T[] =>
    list.filter((one) => !one.computed);
  const computed = trail.readers.filter((one) => one.computed);
  const relays = own(trail.relays);
  if (own(trail.readers).length > 0) lines.push(`  read by ${names(own(trail.readers))}`);
  if (trail.writers.length > 0) lines.push(`  changed by ${names(trail.writers)}`);
  if (relays.length > 0) lines.push(`  only carried by ${names(relays)}`);
  if (computed.length > 0) lines.push(`  what is computed from it is read by ${names(computed)}`);
  if (trail.trails.length === 0 && !trail.cut)
    lines.push(
      '',
      trail.readers.length > 0 ? 'Only its home reads and changes it.' : 'Nothing that could be followed reads it.',
    );
  for (const { direction, stops, computed, cut } of trail.trails) {
    lines.push('', computed ? HEADS.computed : HEADS[direction]);
    stops.forEach((stop, index) => {
      const indent = '  '.repeat((direction === 'down' ? index : stops.length - 1 - index) + 1);
      const how = stop.carrier
        ? pc.dim(`${stop.carrier}${stop.effect && stop.effect !== 'same' ? `, ${stop.effect}` : ''} → `)
        : '';
      const through = stop.through?.length ? pc.dim(` through ${stop.through.join(', ')}`) : '';
      const cycle = stop.cycle ? pc.yellow(' and round again') : '';
      const name = stop.component ?? `${stop.cell ?? ''} (no component)`;
      lines.push(
        `${indent}${how}${pc.bold(name)}.${stop.name} ${DOES[stop.role]}${through}${cycle}  ${pc.dim(`${stop.file}:${stop.line}`)}`,
      );
    });
    if (cut) lines.push(pc.yellow(`  Not followed further: ${cut}.`));
  }
  if (trail.left) lines.push('', `The shortest trail to each is listed; there are ${trail.left} more.`);
  if (trail.cut) lines.push('', `Not followed everywhere: ${trail.cut}.`);
  return lines.join('\n');
}
