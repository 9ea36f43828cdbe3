/** What the thread that a command runs on is told by the one that started it. */
import { isMainThread, workerData } from 'node:worker_threads';

export interface CliData {
  argv: readonly string[];
  /** Whether a terminal shows how far a survey is. */
  isShown: boolean;
  /** Where it is noted which file is being read. */
  beacon: SharedArrayBuffer;
  /** Files that took too long before. */
  tooLong: readonly string[];
}

/** Null where a command runs on the main thread. */
export const cliData = isMainThread ? null : (workerData as CliData | null);
