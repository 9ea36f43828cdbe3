/** The accepted findings in a project's `vectura.config.json`: what else stands in the file stays as it is. */
import { promises as fs } from 'node:fs';
import path from 'node:path';
import { accepts, Config } from '@vectura/core';
import type { FindingName } from '../store/projects';
import { UnusableInput } from '../survey/surveyFolder';

type Entry = Config['accepted'][number];

/** Both say whether the file was changed. */
export function acceptInFile(root: string, findings: readonly FindingName[], reason: string): Promise<boolean> {
  return change(root, (before) => [
    ...before.filter((entry) => !findings.some((finding) => isAbout(entry, finding))),
    ...findings.map(({ rule, component, name, file }) => ({
      rule,
      ...(component === null ? {} : { component }),
      ...(name === null ? {} : { name }),
      file,
      reason,
    })),
  ]);
}

export function takeBackInFile(root: string, findings: readonly FindingName[]): Promise<boolean> {
  return change(root, (before) => {
    const after = before.filter((entry) => !findings.some((finding) => isAbout(entry, finding)));
    const wider = after.find((entry) => findings.some((finding) => accepts(entry, finding)));
    if (wider)
      throw new UnusableInput(
        `vectura.config.json accepts more than this by one entry (${wider.rule}: “${wider.reason}”). Change that entry in the file.`,
      );
    return after;
  });
}

function isAbout(entry: Entry, finding: FindingName): boolean {
  return (
    entry.rule === finding.rule &&
    entry.file === finding.file &&
    (entry.component ?? null) === finding.component &&
    (entry.name ?? null) === finding.name
  );
}

/** Nothing is written where nothing changes. */
async function change(root: string, to: (before: Entry[]) => Entry[]): Promise<boolean> {
  const file = path.join(root, 'vectura.config.json');
  let text: string | null = null;
  try {
    text = await fs.readFile(file, 'utf8');
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOENT')
      throw new UnusableInput(`${file} could not be read: ${error instanceof Error ? error.message : String(error)}`);
  }
  let data: Record<string, unknown> = {};
  try {
    if (text !== null) data = JSON.parse(text) as Record<string, unknown>;
  } catch {
    throw new UnusableInput(`${file} is not valid JSON. Mend it, then accept the findings again.`);
  }
  const parsed = Config.safeParse(data);
  if (!parsed.success)
    throw new UnusableInput(
      `${file} is not understood, and was left as it is. Mend it, then accept the findings again.`,
    );
  const before = parsed.data.accepted;
  const after = to(before);
  if (JSON.stringify(after) === JSON.stringify(before)) return false;
  // Written beside and put in its place in one step, so that a broken write leaves the old file.
  const beside = `${file}.${process.pid}.new`;
  await fs.writeFile(beside, `${JSON.stringify({ ...data, accepted: after }, null, 2)}\n`);
  await fs.rename(beside, file);
  return true;
}
