/** `vectura homes DIR VALUE`: where a state could live, measured. */
import type { Command } from 'commander';
import pc from 'picocolors';
import type { HomesDocument } from '@vectura/core';
import { print, printJson, surveyFor, type CommonOptions } from './common';

export function addHomes(program: Command): void {
  program
    .command('homes <dir> <value>')
    .description('compare the places where state could live')
    .option('--json', 'answer in JSON')
    .action(async (dir: string, value: string, options: CommonOptions & { json?: boolean }) => {
      const survey = await surveyFor(dir, options);
      const homes = survey.homes(value);
      if (options.json) printJson(homes);
      else print(homesText(homes));
    });
}

const WAY = {
  keep: 'leave it',
  down: 'move it lower',
  up: 'move it higher',
  compose: 'pass markup down',
  context: 'context',
  store: 'store',
  service: 'service',
} as const;

export function homesText(homes: HomesDocument): string {
  const lines = [
    `${pc.bold(`${homes.asked.component ?? ''}.${homes.asked.name}`)} is ${homes.current.kind} in ${homes.current.component ?? 'no component'}`,
    `  read by ${homes.readers.join(', ') || 'nobody'}; changed by ${homes.writers.join(', ') || 'nobody'}`,
    `  nearest common ancestor: ${homes.nearest ?? 'none'}`,
    '',
    homes.advice ?? '',
    '',
    `${'way'.padEnd(18)}${'in'.padEnd(18)}${['carry it', 'hops', 'files', 'props −', 'render again', 'score'].map((h) => h.padStart(13)).join('')}`,
  ];
  for (const option of homes.options) {
    const name = WAY[option.kind].padEnd(18);
    if (option.possible === false) {
      lines.push(pc.dim(`${name}not possible: ${option.reasons[0] ?? ''}`));
      continue;
    }
    const figures = [
      option.relays,
      option.hops,
      option.files,
      option.propsRemoved,
      option.rerenders,
      option.score.toFixed(2),
    ];
    const row = `${name}${(option.component ?? 'a module').padEnd(18)}${figures.map((f) => String(f).padStart(13)).join('')}`;
    lines.push(option.kind === homes.recommended ? pc.bold(row) : row);
  }
  return lines.join('\n');
}
