/**
 * Keeps a failure in one file from ending the survey: the file is reported with the reason, its answer is left out,
 * and everything else is answered.
 */
export class Guard {
  /** What went wrong with each file, by its number; the first of several. */
  readonly failures = new Map<number, string>();

  /** What `work` gives; where it fails, `otherwise`, and the file is noted. */
  run<V>(file: number, work: () => V, otherwise: V): V {
    try {
      return work();
    } catch (error) {
      if (!this.failures.has(file)) this.failures.set(file, reasonOf(error));
      return otherwise;
    }
  }

  /** To be called before a project is linked anew. */
  clear(): void {
    this.failures.clear();
  }
}

/** Why something failed, as people read it. */
export function reasonOf(error: unknown): string {
  if (error instanceof RangeError) return 'It is nested too deeply.';
  return error instanceof Error ? error.message : String(error);
}
