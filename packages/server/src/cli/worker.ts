/** The thread that a command runs on. */
import { workerData } from 'node:worker_threads';
import { main } from '.';

const { argv } = workerData as { argv: string[] };
void main(argv).then((code) => {
  process.exitCode = code;
});
