import type { ProjectKind } from './projectKinds';

/** A file as it is passed to a reader. */
export interface SourceFile {
  path: string;
  text: string;
  hash: string;
  bytes: number;
  /** What the project around it says it is written for; absent where it says nothing. */
  project?: ProjectKind;
  /** It is markup that no script of its name stands beside. */
  alone?: true;
}

/** Whether a file is markup that no script of its name stands beside, among the paths of all sources. */
export function isAlone(path: string, paths: ReadonlySet<string>): boolean {
  const stem = path.replace(/\.html$/, '');
  return stem !== path && !['.js', '.ts'].some((ending) => paths.has(stem + ending));
}
