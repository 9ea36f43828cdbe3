/**
 * Runs the command line on a thread of its own: one whose stack is large enough for code that is nested deeply, and which leaves
 * this one free to show how far it is and to be interrupted.
 */
import { Worker } from 'node:worker_threads';
import type { Ora } from 'ora';
import { STACK_MB, builtFile } from '../survey/builtFile';
import type { Progress } from '../survey/surveyFolder';
import { Beacon, watch } from '../survey/watch';
import type { CliData } from './data';
import { WORDS } from './progress';

export async function runOnThread(argv: readonly string[]): Promise<number> {
  // Whoever reads the answer may have read enough of it (`| head`).
  process.stdout.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'EPIPE') throw error;
    process.exit(0);
  });
  // A terminal that does not know how wide it is cannot be written over.
  const hasTerminal = process.stderr.isTTY && process.stderr.columns > 0;
  const bar = hasTerminal ? (await import('ora')).default({ stream: process.stderr }) : null;
  return runWithout(argv, new Set(), bar);
}

/** Runs the command; where a file takes too long to read, once more without it. */
function runWithout(argv: readonly string[], tooLong: ReadonlySet<string>, bar: Ora | null): Promise<number> {
  const beacon = new Beacon();
  const worker = new Worker(builtFile('cliWorker.cjs'), {
    workerData: { argv, isShown: bar !== null, beacon: beacon.shared, tooLong: [...tooLong] } satisfies CliData,
    // The thread cannot see where its answer goes.
    env: process.stdout.isTTY ? { FORCE_COLOR: '1', ...process.env } : process.env,
    resourceLimits: { stackSizeMb: STACK_MB, maxOldGenerationSizeMb: 6144, maxYoungGenerationSizeMb: 192 },
  });
  worker.on('message', (progress: Progress | null) => show(bar, progress));
  return new Promise((resolve) => {
    const end = watch(beacon, (file) => {
      worker.removeAllListeners('exit');
      void worker.terminate().then(() => resolve(runWithout(argv, new Set([...tooLong, file]), bar)));
    });
    worker.on('error', (error: NodeJS.ErrnoException) => {
      bar?.stop();
      process.stderr.write(
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? 'This needed more memory than it may use. Leave folders out with --exclude, or survey part of the project.\n'
          : `Something went wrong: ${error.stack ?? error.message}\n`,
      );
      resolve(3);
    });
    worker.on('exit', (code) => {
      end();
      bar?.stop();
      resolve(code);
    });
  });
}

/** On a terminal, one line that changes; null when there is nothing more to wait for. */
function show(bar: Ora | null, progress: Progress | null): void {
  if (!bar) return;
  if (!progress) {
    bar.stop();
    return;
  }
  const { phase, done, total } = progress;
  bar.text = phase === 'reading' ? `${WORDS[phase]} ${done} of ${total} files` : WORDS[phase];
  if (!bar.isSpinning) bar.start();
}
