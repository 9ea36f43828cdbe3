/** A plan under way: steps in the order in which they are to be done. */
import type { PlanStep } from '../model/documents';

export class Steps {
  readonly all: PlanStep[] = [];

  edit(says: string, ...files: string[]): void {
    this.all.push({ says, files: [...new Set(files)], by: 'edit' });
  }

  hand(says: string, ...files: string[]): void {
    this.all.push({ says, files: [...new Set(files)], by: 'hand' });
  }

  get complete(): boolean {
    return this.all.every((step) => step.by === 'edit');
  }
}

/** A way that cannot be carried out; the message says why. */
export class Impossible extends Error {}
