/** What the page writes into a project's `vectura.config.json`: findings that are accepted, rules of thumb. What else stands in it stays as it is. */
import path from 'node:path';
import { accepts, Config, type Thumb } from '@vectura/core';
import { readRegularFile, replaceFile } from '../ownFiles';
import type { FindingName } from '../store/projects';
import { reasonOf } from '../survey/walk';
import { UnusableInput } from '../unusable';

type Entry = Config['accepted'][number];

/** All say whether the file was changed. */
export function keepThumbInFile(root: string, thumb: Thumb): Promise<boolean> {
  return change(root, () => ({ thumb }));
}

export function acceptInFile(root: string, findings: readonly FindingName[], reason: string): Promise<boolean> {
  return changeAccepted(root, (before) => [
    ...before.filter((entry) => !findings.some((finding) => matches(entry, finding))),
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
  return changeAccepted(root, (before) => {
    const after = before.filter((entry) => !findings.some((finding) => matches(entry, finding)));
    const wider = after.find((entry) => findings.some((finding) => accepts(entry, finding)));
    if (wider)
      throw new UnusableInput(
        `One entry of vectura.config.json accepts more than this (${wider.rule}: “${wider.reason}”). Change that entry in the file.`,
      );
    return after;
  });
}

function matches(entry: Entry, finding: FindingName): boolean {
  return (
    entry.rule === finding.rule &&
    entry.file === finding.file &&
    (entry.component ?? null) === finding.component &&
    (entry.name ?? null) === finding.name
  );
}

/** Changes to each file, one after the other: each begins with what the one before has written. */
const queues = new Map<string, Promise<unknown>>();

function changeAccepted(root: string, to: (before: Entry[]) => Entry[]): Promise<boolean> {
  return change(root, ({ accepted }) => ({ accepted: to(accepted) }));
}

/** Some of what the file says, as it shall be. */
type Change = (before: Config) => Partial<Config>;

function change(root: string, to: Change): Promise<boolean> {
  const file = path.join(root, 'vectura.config.json');
  const turn = (queues.get(file) ?? Promise.resolve()).catch(() => undefined).then(() => changeNow(file, to));
  queues.set(file, turn);
  const leave = (): void => {
    if (queues.get(file) === turn) queues.delete(file);
  };
  turn.then(leave, leave);
  return turn;
}

/** Nothing is written where nothing changes. */
async function changeNow(file: string, to: Change): Promise<boolean> {
  let text: string | null = null;
  try {
    text = readRegularFile(file).toString();
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOENT')
      throw new UnusableInput(`${file} could not be read. ${reasonOf(error)}`);
  }
  let data: Record<string, unknown> = {};
  try {
    if (text !== null) data = JSON.parse(text) as Record<string, unknown>;
  } catch {
    throw new UnusableInput(`${file} is not valid JSON. Fix it, then try again.`);
  }
  const parsed = Config.safeParse(data);
  if (!parsed.success)
    throw new UnusableInput(`${file} is not a valid configuration and was left unchanged. Fix it, then try again.`);
  const after = to(parsed.data);
  const isSaid = (key: keyof Config): boolean => JSON.stringify(after[key]) === JSON.stringify(parsed.data[key]);
  if ((Object.keys(after) as (keyof Config)[]).every(isSaid)) return false;
  await replaceFile(file, `${JSON.stringify({ ...data, ...after }, null, 2)}\n`).catch((error: unknown) => {
    throw new UnusableInput(`${file} could not be written and was left unchanged. ${reasonOf(error)}`);
  });
  return true;
}
