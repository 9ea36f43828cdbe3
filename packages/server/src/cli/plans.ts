/** Plans in print: steps, what a survey of the edited files says, and the edits as a patch. */
import { promises as fs } from 'node:fs';
import pc from 'picocolors';
import type { ChangedFile, PlanStep, WayPlan } from '@vectura/core';
import { UnusableInput } from '../unusable';
import { plural } from './common';

/** One way’s plan, with its diffs where `withDiffs` says so. */
export function planText(plan: WayPlan, withDiffs: boolean): string {
  const { proof } = plan;
  const lines = [
    pc.bold('Steps'),
    ...stepsText(plan.steps),
    '',
    pc.bold('After it'),
    `  read by ${proof.readers.join(', ') || 'nobody'}; changed by ${proof.writers.join(', ') || 'nobody'}`,
    ...(proof.relaysGone.length > 0 ? [`  no longer carried by ${proof.relaysGone.join(', ')}`] : []),
    ...(proof.relaysLeft.length > 0 ? [`  carried by ${proof.relaysLeft.join(', ')}`] : []),
    ...(proof.lost.length > 0 ? [pc.red(`  no longer gets to ${proof.lost.join(', ')}`)] : []),
    proof.newFindings.length === 0
      ? '  no new finding'
      : pc.yellow(`  ${plural(proof.newFindings.length, 'new finding')}`),
    ...proof.newFindings.map((finding) => `    ${finding.file}:${finding.line}  ${finding.message}`),
    plan.complete ? '  nothing is left to do by hand' : '  some steps are left to do by hand',
  ];
  if (withDiffs && plan.files.length > 0) lines.push('', patchOf(plan.files).trimEnd());
  return lines.join('\n');
}

export function stepsText(steps: readonly PlanStep[]): string[] {
  if (steps.length === 0) return ['  Nothing has to be done.'];
  return steps.map(({ says, files, by }, index) => {
    const where = files.length > 0 ? pc.dim(`  ${files.join(', ')}`) : '';
    return `  ${String(index + 1).padStart(2)}  ${by === 'hand' ? pc.yellow('by hand: ') : ''}${says}${where}`;
  });
}

export function patchOf(files: readonly ChangedFile[]): string {
  return files.map(({ diff }) => diff).join('');
}

/** Writes the edits as one unified diff; to standard output for `-`. */
export async function writePatch(file: string, files: readonly ChangedFile[]): Promise<void> {
  const text = patchOf(files);
  if (file === '-') {
    process.stdout.write(text);
    return;
  }
  try {
    await fs.writeFile(file, text);
  } catch (error) {
    throw new UnusableInput(`${file} could not be written. ${error instanceof Error ? error.message : String(error)}`);
  }
}
