/** A worker thread that reads files' texts to facts. It loads the readers alone, so that it is ready soon. */
import { parentPort, workerData } from 'node:worker_threads';
import { pack, prepareReaders, readFile, type SourceFile } from '@vectura/core/read';
import { Beacon } from './watch';

const beacon = new Beacon((workerData as { beacon: SharedArrayBuffer }).beacon);

parentPort?.on('message', (batch: SourceFile[]) => {
  void prepareReaders(batch).then(() =>
    parentPort?.postMessage(batch.map((source) => beacon.at(source.path, () => pack(readFile(source))))),
  );
});
