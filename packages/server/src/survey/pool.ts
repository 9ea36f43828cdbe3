/** Reads files to facts on every processor; few files are read in place, where starting threads would take longer. */
import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { readFile, type FileFacts, type SourceFile } from '@vectura/core';

const IN_PLACE = 60;
const BATCH = 12;
const STACK_MB = 32;

export interface ReadResult {
  facts: FileFacts;
  /** The facts as JSON, for the cache. */
  json: string;
}

/** Where the built worker lies; beside this file once bundled, in `dist` when run from source. */
function workerFile(): string {
  const beside = path.join(__dirname, 'readWorker.cjs');
  return existsSync(beside) ? beside : path.join(__dirname, '../../dist/readWorker.cjs');
}

/** Reads all `sources`; `done` is called for each as it comes in, in no particular order. */
export async function readAll(
  sources: readonly SourceFile[],
  done: (result: ReadResult) => void,
  signal?: AbortSignal,
): Promise<void> {
  if (sources.length <= IN_PLACE) {
    for (const source of sources) {
      signal?.throwIfAborted();
      const facts = readFile(source);
      done({ facts, json: JSON.stringify(facts) });
      await new Promise(setImmediate);
    }
    return;
  }
  const batches: SourceFile[][] = [];
  for (let i = 0; i < sources.length; i += BATCH) batches.push(sources.slice(i, i + BATCH));
  const threads = Math.min(availableParallelism(), 8, batches.length);
  await Promise.all(Array.from({ length: threads }, () => runWorker(batches, done, signal)));
}

function runWorker(batches: SourceFile[][], done: (result: ReadResult) => void, signal?: AbortSignal): Promise<void> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(workerFile(), { resourceLimits: { stackSizeMb: STACK_MB } });
    const stop = (error?: unknown): void => {
      signal?.removeEventListener('abort', onAbort);
      void worker.terminate();
      if (error === undefined) resolve();
      else reject(error instanceof Error ? error : new Error(String(error)));
    };
    const onAbort = (): void => stop(signal?.reason ?? new Error('Cancelled'));
    const next = (): void => {
      const batch = batches.shift();
      if (batch) worker.postMessage(batch);
      else stop();
    };
    signal?.addEventListener('abort', onAbort);
    worker.on('message', (results: string[]) => {
      for (const json of results) done({ facts: JSON.parse(json) as FileFacts, json });
      next();
    });
    worker.on('error', stop);
    if (signal?.aborted) onAbort();
    else next();
  });
}
