/** Specifiers of imports within a project. */

/** The specifier by which one file of the project imports another, as its own imports are written. */
export function specifierFrom(from: string, to: string, withEnding: boolean): string {
  const here = from.split('/').slice(0, -1);
  const there = to.split('/');
  let shared = 0;
  while (shared < here.length && shared < there.length - 1 && here[shared] === there[shared]) shared++;
  const up = here.slice(shared).map(() => '..');
  const path = [...(up.length === 0 ? ['.'] : up), ...there.slice(shared)].join('/');
  return withEnding ? path : path.replace(/\.[cm]?[jt]sx?$/, '');
}

/** The path of a file that another one names relative to itself. */
export function pathFrom(file: string, relative: string): string {
  const parts = file.split('/').slice(0, -1);
  for (const part of relative.split('/')) {
    if (part === '..') parts.pop();
    else if (part !== '.') parts.push(part);
  }
  return parts.join('/');
}
