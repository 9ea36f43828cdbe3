/** A worker thread that reads files' texts to facts. It loads the readers alone, so that it is ready soon. */
import { parentPort } from 'node:worker_threads';
import { pack, prepareReaders, readFile, type SourceFile } from '@vectura/core/read';

parentPort?.on('message', (batch: SourceFile[]) => {
  void prepareReaders(batch.map((source) => source.path)).then(() =>
    parentPort?.postMessage(batch.map((source) => pack(readFile(source)))),
  );
});
