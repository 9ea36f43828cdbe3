/** A worker thread that reads files' texts to facts. */
import { parentPort } from 'node:worker_threads';
import { readFile, type SourceFile } from '@vectura/core';

parentPort?.on('message', (batch: SourceFile[]) => {
  parentPort?.postMessage(batch.map((source) => JSON.stringify(readFile(source))));
});
