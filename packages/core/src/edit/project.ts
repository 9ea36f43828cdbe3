/** What plans and mends ask of a survey. */
import type { Finding } from '../model/documents';
import type { Asked } from '../follow/question';
import type { Cells } from '../follow/cells';
import type { Dominators } from '../follow/dominators';
import type { Linked } from '../link';

export interface Project {
  linked: Linked;
  cells: Cells;
  dominators(): Dominators;
  findings(): Finding[];
  ask(question: string): Asked;
  /** The survey of the same project with some of its files as they are given; it holds until the next one is asked for. */
  withEdits(changed: readonly { path: string; text: string }[]): Project;
  hashOf(path: string): string | null;
}
