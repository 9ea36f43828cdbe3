/** `vectura mend DIR`: how findings are mended, as steps, diffs and proof. Nothing in the folder is changed. */
import path from 'node:path';
import type { Command } from 'commander';
import pc from 'picocolors';
import { RULES, nearest, type Finding, type Mended } from '@vectura/core';
import { diskSources } from '../survey/diskSources';
import { UnusableInput } from '../unusable';
import { collect, plural, print, printJson, say, surveyFor, type CommonOptions } from './common';
import { patchOf, stepsText, writePatch } from './plans';

interface MendOptions extends CommonOptions {
  rule: string[];
  at?: string;
  patch?: string;
  json?: boolean;
}

export function addMend(program: Command): void {
  program
    .command('mend <dir>')
    .description('plan the edits that remove the cause of findings')
    .option('--rule <id>', 'mend the findings of this rule alone (repeatable)', collect, [])
    .option('--at <file[:line]>', 'mend what is found in this file, or on this line of it')
    .option('--config <file>', 'use this configuration instead of the project’s vectura.config.json')
    .option('--patch <file>', 'write the edits as a unified diff (-: standard output)')
    .option('--json', 'answer in JSON')
    .action(async (dir: string, options: MendOptions) => {
      for (const id of options.rule) checkRule(id);
      const survey = await surveyFor(dir, options);
      const isMeant = meantBy(options, (file) => survey.holds(file));
      await survey.prepareEdits();
      const mended = survey.mends(isMeant, diskSources(path.resolve(dir), survey));
      const { patch } = options;
      if (patch !== undefined) await writePatch(patch, mended.patch);
      if (options.json && patch !== '-') printJson(mended.document);
      else if (patch === '-') say(mendText(mended, false));
      else print(mendText(mended, patch === undefined));
    });
}

function checkRule(id: string): void {
  if (RULES.some((rule) => rule.id === id)) return;
  const near = nearest(
    id,
    RULES.map((rule) => rule.id),
  );
  throw new UnusableInput(`There is no rule ${id}.${near.length > 0 ? ` Near: ${near.join(', ')}.` : ''}`);
}

function meantBy({ rule, at }: MendOptions, holds: (file: string) => boolean): (finding: Finding) => boolean {
  const [, file = at, line] = /^(.*?)(?::(\d+))?$/.exec(at ?? '') ?? [];
  if (file !== undefined && file !== '' && !holds(file))
    throw new UnusableInput(`There is no source ${file} in this project. Paths are relative to its folder.`);
  return (finding) =>
    (rule.length === 0 || rule.includes(finding.rule)) &&
    (at === undefined || finding.file === file) &&
    (line === undefined || finding.line === Number(line));
}

function mendText({ document, patch }: Mended, withDiffs: boolean): string {
  const { mends, left } = document;
  if (mends.length + left.length === 0) return 'Nothing is found there.';
  const lines: string[] = [];
  for (const { finding, steps, complete, proof, together } of mends) {
    lines.push(`${finding.file}:${finding.line}:${finding.column}  ${pc.bold(finding.rule)}`, `    ${finding.message}`);
    lines.push(...stepsText(steps).map((step) => `  ${step}`));
    const others = proof.newFindings.map((one) => one.message);
    lines.push(
      pc.dim(
        `    After it the finding is gone${others.length > 0 ? `; found instead: ${others.join(' ')}` : ', and nothing new is found'}.${complete ? '' : ' Some of it is left to do by hand.'}`,
      ),
      ...(together === false
        ? [pc.dim('    Another mend touches the same lines: it is not in this patch. Apply that, and ask again.')]
        : []),
    );
  }
  if (left.length > 0) {
    lines.push('', pc.bold('Left to you'));
    for (const { finding, reason } of left)
      lines.push(`  ${finding.file}:${finding.line}  ${finding.rule}: ${pc.dim(reason)}`);
  }
  lines.push('', `${plural(mends.length, 'mend')}, ${plural(left.length, 'finding')} left`);
  if (withDiffs && patch.length > 0) lines.push('', patchOf(patch).trimEnd());
  return lines.join('\n');
}
