/** `vectura homes DIR VALUE`: where a state could live, measured. */
import path from 'node:path';
import { Option, type Command } from 'commander';
import pc from 'picocolors';
import { OptionKind, type HomesDocument, type TogetherDocument } from '@vectura/core';
import { diskSources } from '../survey/diskSources';
import { UnusableInput } from '../unusable';
import { collect, print, printJson, say, surveyFor, type CommonOptions } from './common';
import { planText, writePatch } from './plans';

interface HomesOptions extends CommonOptions {
  json?: boolean;
  also: string[];
  with: string[];
  way?: OptionKind;
  in?: string;
  patch?: string;
}

export function addHomes(program: Command): void {
  program
    .command('homes <dir> <value>')
    .description('compare the places where state could live, and plan the change that carries one out')
    .option('--also <component>', 'a component that shall read the value too (repeatable)', collect, [])
    .option('--with <value>', 'judge it together with another value: one state or several (repeatable)', collect, [])
    .addOption(new Option('--way <kind>', 'plan this way: steps, diffs and proof').choices(OptionKind.options))
    .option('--in <component>', 'the component it shall live in, where that is not the one the way has')
    .option('--patch <file>', 'write the plan’s edits as a unified diff (-: standard output)')
    .option('--json', 'answer in JSON')
    .action(async (dir: string, value: string, options: HomesOptions) => {
      const survey = await surveyFor(dir, options);
      const { way, also, patch } = options;
      if (options.with.length > 0) {
        if (way !== undefined || also.length > 0)
          throw new UnusableInput('--with compares values. Leave --way and --also out, or ask for one value alone.');
        const together = survey.together([value, ...options.with]);
        if (options.json) printJson(together);
        else print(togetherText(together));
        return;
      }
      if (way === undefined) {
        if (patch !== undefined || options.in !== undefined)
          throw new UnusableInput('--patch and --in belong to a plan. Add --way, such as --way context.');
        const homes = survey.homes(value, undefined, also);
        if (options.json) printJson(homes);
        else print(homesText(homes));
        return;
      }
      const asked = { way, also, ...(options.in === undefined ? {} : { in: options.in }) };
      await survey.prepareEdits();
      const homes = survey.plan(value, asked, diskSources(path.resolve(dir), survey));
      const files = homes.plan?.files ?? [];
      if (patch !== undefined) await writePatch(patch, files);
      if (options.json && patch !== '-') printJson(homes);
      else if (patch !== '-' && homes.plan) print(planText(homes.plan, patch === undefined));
      else if (homes.plan) say(planText(homes.plan, false));
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

function togetherText({ values, readAll, readSome, advice }: TogetherDocument): string {
  return [
    ...values.map(
      ({ name, home, readers, writers }) =>
        `${pc.bold(name)} lives in ${home ?? 'no component'}; read by ${readers.join(', ') || 'nobody'}; changed by ${writers.join(', ') || 'nobody'}`,
    ),
    `  read together by ${readAll.join(', ') || 'nobody'}; one without another by ${readSome.join(', ') || 'nobody'}`,
    '',
    advice,
  ].join('\n');
}

export function homesText(homes: HomesDocument): string {
  const lines = [
    `${pc.bold(`${homes.asked.component ?? ''}.${homes.asked.name}`)} is ${homes.current.kind} in ${homes.current.component ?? 'no component'}`,
    `  read by ${homes.readers.join(', ') || 'nobody'}; changed by ${homes.writers.join(', ') || 'nobody'}${triggersOf(homes)}`,
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

/** What makes its writers change it; nothing where that is not known. */
function triggersOf({ writes = [] }: HomesDocument): string {
  const known = [...new Set(writes.flatMap(({ trigger, pace }) => (pace === null ? [] : [trigger])))];
  return known.length === 0 ? '' : `, on ${known.join(', ')}`;
}
