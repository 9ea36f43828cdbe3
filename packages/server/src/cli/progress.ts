/** Telling how far a survey is: to the thread that shows it on a terminal, and elsewhere one line for each phase. */
import { parentPort } from 'node:worker_threads';
import type { Progress } from '../survey/surveyFolder';

export const WORDS: Record<Progress['phase'], string> = {
  looking: 'Finding source files',
  reading: 'Reading',
  linking: 'Linking',
};

export class ProgressLines {
  private phase: Progress['phase'] | null = null;

  /** `isShown` says whether there is a terminal on which another thread shows it. */
  constructor(private readonly isShown: boolean) {}

  show(progress: Progress): void {
    const { phase, total } = progress;
    if (this.isShown) parentPort?.postMessage(progress);
    else if (phase !== this.phase && phase !== 'looking') process.stderr.write(`${WORDS[phase]} ${total} files\n`);
    this.phase = phase;
  }

  end(): void {
    if (this.isShown) parentPort?.postMessage(null);
  }
}
