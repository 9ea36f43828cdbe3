/** `vectura check DIR`: the findings, and an exit code for CI. */
import { Option, type Command } from 'commander';
import pc from 'picocolors';
import { atLeast, toSarif, type Finding } from '@vectura/core';
import { answerFor, plural, print, printJson, type CommonOptions } from './common';

export function addCheck(program: Command, setCode: (code: number) => void): void {
  program
    .command('check <dir>')
    .description('print the findings; exit code 1 where one is at or above the fail level')
    .addOption(new Option('--format <format>', 'how to print them').choices(['text', 'json', 'sarif']).default('text'))
    .option('--config <file>', 'use this configuration instead of the project’s vectura.config.json')
    .action(async (dir: string, options: CommonOptions & { format: 'text' | 'json' | 'sarif' }) => {
      const { findings, failLevel } = await answerFor(dir, options, 'check', (survey) => ({
        findings: survey.findings(),
        failLevel: survey.config.failLevel,
      }));
      if (options.format === 'json') printJson({ format: 'vectura.findings', version: 1, findings });
      else if (options.format === 'sarif') printJson(toSarif(findings));
      else print(findingsText(findings));
      if (findings.some((finding) => atLeast(finding.level, failLevel))) setCode(1);
    });
}

const COLOUR = { error: pc.red, warning: pc.yellow, note: pc.dim } as const;

export function findingsText(findings: readonly Finding[]): string {
  if (findings.length === 0) return 'Nothing to report.';
  const lines = findings.map((f) =>
    [
      `${f.file}:${f.line}:${f.column}  ${COLOUR[f.level](f.level)}  ${f.rule}`,
      `    ${f.message}`,
      ...(f.effect ? [`    ${f.effect}`] : []),
      ...(f.todo ? [`    ${pc.dim('To do:')} ${f.todo}`] : []),
    ].join('\n'),
  );
  const counts = (['error', 'warning', 'note'] as const)
    .map((level) => [level, findings.filter((f) => f.level === level).length] as const)
    .filter(([, n]) => n > 0)
    .map(([level, n]) => plural(n, level));
  return [...lines, '', counts.join(', ')].join('\n');
}
