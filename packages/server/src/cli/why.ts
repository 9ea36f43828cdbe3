/** `vectura why DIR VALUE COMPONENT`: why a value does not get to a component. */
import type { Command } from 'commander';
import pc from 'picocolors';
import type { WhyDocument } from '@vectura/core';
import { print, printJson, surveyFor, type CommonOptions } from './common';

export function addWhy(program: Command): void {
  program
    .command('why <dir> <value> <component>')
    .description('say why a value does not reach a component, and where its way breaks')
    .option('--json', 'answer in JSON')
    .action(async (dir: string, value: string, component: string, options: CommonOptions & { json?: boolean }) => {
      const survey = await surveyFor(dir, options);
      const why = survey.why(value, component);
      if (options.json) printJson(why);
      else print(whyText(why));
    });
}

function whyText({ says, mend, steps, breaksAfter, breaksAt }: WhyDocument): string {
  const lines = [pc.bold(says), ''];
  steps.forEach((step, index) => {
    const indent = '  '.repeat(index + 1);
    const name = step.name === null ? pc.dim(' does not have it') : `.${step.name}`;
    lines.push(
      `${indent}${pc.bold(step.component ?? '(no component)')}${name}  ${pc.dim(`${step.file}:${step.line}`)}`,
    );
    if (index === breaksAfter)
      lines.push(
        `${indent}  ${pc.yellow('breaks here')}${breaksAt ? pc.dim(`  ${breaksAt.file}:${breaksAt.line}`) : ''}`,
      );
  });
  return [...lines, '', mend].join('\n');
}
