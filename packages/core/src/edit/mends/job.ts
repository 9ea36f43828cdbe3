/** What a mend has to work with: a finding, the project around it, and the texts it may edit. */
import type { Family, Finding } from '../../model/documents';
import type { CellFlow, Cells } from '../../follow/cells';
import type { Dominators } from '../../follow/dominators';
import type { Linked } from '../../link';
import type { ComponentInfo } from '../../link/program/program';
import { Impossible, type Steps } from '../plan';
import type { ReactComponent } from '../react/component';
import { offsets } from '../syntax/offsets';
import type { Syntax } from '../syntax/tree';
import type { Workshop } from '../workshop';

export interface MendJob {
  linked: Linked;
  cells: Cells;
  dominators: Dominators;
  finding: Finding;
  workshop: Workshop;
  steps: Steps;
  /** The cells that a value of a component is part of. Throws where it has no such value. */
  flowsOf(question: string): CellFlow[];
  /**
   * Notes that a value gets to whoever uses it in another way, from a component or the module at a path: the proof sees to it that
   * nobody is lost. `by`: the path of a module through which a home is asked to change it.
   */
  carries(flow: CellFlow, home: number | string, by?: string): void;
}

/** Makes the edits of one finding. Throws `Impossible` where none is safe, with the reason. */
export type Mend = (job: MendJob) => void;

export function offsetOf({ finding, workshop }: MendJob): number {
  return offsets(workshop.texts.original(finding.file))(finding);
}

export function scriptOf({ finding, workshop }: MendJob): Syntax {
  const syntax = workshop.script(finding.file, finding.line);
  if (!syntax) throw new Impossible('It does not stand in a script that can be parsed.');
  return syntax;
}

/** The spot of a finding, as nodes are looked for. */
export function spotOf({ finding }: MendJob): { line: number; column: number; length: number } {
  return { line: finding.line, column: finding.column, length: 0 };
}

export function componentOf({ finding, linked }: MendJob, index = 0): ComponentInfo {
  const id = finding.componentIds?.[index];
  const found = id === undefined ? undefined : linked.program.componentById.get(id);
  if (!found) throw new Impossible('The component is not known.');
  return found;
}

export function editable(job: MendJob, info: ComponentInfo): ReactComponent {
  const component = job.workshop.component(info.fn);
  if (!component) throw new Impossible(`${info.name} is written in a way that is not edited.`);
  return component;
}

export function familyOf({ linked, finding }: MendJob): Family | null {
  const { graph } = linked.program;
  return graph.files.find((file) => file.path === finding.file)?.family ?? null;
}
