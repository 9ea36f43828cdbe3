import type { ProjectKind } from './projectKinds';

/** A file as it is passed to a reader. */
export interface SourceFile {
  path: string;
  text: string;
  hash: string;
  bytes: number;
  /** What the project around it says it is written for; absent where it says nothing. */
  project?: ProjectKind;
}
