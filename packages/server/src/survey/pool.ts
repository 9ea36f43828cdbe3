/**
 * Reads files to facts, on every processor where there are enough of them. This thread reads too, once everything is handed in: its facts need not be
 * passed between threads, and one parser less has to warm up. Few files are read here alone.
 */
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { TOO_DEEP, readFile, unpack, type FileFacts, type SourceFile } from '@vectura/core';
import { STACK_MB, builtFile } from './builtFile';

const IN_PLACE = 60;
const BATCH = 12;
/**
 * Fewer processors than this are busy with one thread already, whose code is compiled beside it: measured on two, a second
 * thread, which has to warm up of its own, made a survey of 2,000 files take a fifth longer.
 */
const FEWEST_PROCESSORS = 4;

export interface ReadResult {
  facts: FileFacts;
  /** The facts as text, where they were passed between threads. */
  packed: string | null;
}

/** Threads that read files as they are handed in; they start at once, so that they warm up while files are fetched. */
export class ReadPool {
  private readonly queue: SourceFile[][] = [];
  private readonly workers: Worker[] = [];
  private readonly idle: Worker[] = [];
  private batch: SourceFile[] = [];
  private open = 0;
  private closing = false;
  private readonly finished: Promise<void>;
  private finish: () => void = () => undefined;
  private fail: (error: unknown) => void = () => undefined;

  /** `expected` is how many files may come; `done` is called for each, in no particular order. */
  constructor(
    expected: number,
    private readonly done: (result: ReadResult) => void,
    private readonly signal?: AbortSignal,
    processors = availableParallelism(),
  ) {
    this.finished = new Promise((resolve, reject) => {
      this.finish = resolve;
      this.fail = reject;
    });
    this.finished.catch(() => undefined);
    signal?.addEventListener('abort', this.onAbort);
    const threads = expected <= IN_PLACE || processors < FEWEST_PROCESSORS ? 0 : Math.min(processors - 1, 7);
    for (let i = 0; i < threads; i++) this.start();
  }

  add(source: SourceFile): void {
    this.open++;
    this.batch.push(source);
    if (this.batch.length >= BATCH) this.flush();
  }

  /** Gives the threads what is there, and this one's other work a turn. */
  async turn(): Promise<void> {
    this.flush();
    await new Promise(setImmediate);
  }

  /** Resolves when everything handed in has been read. */
  async end(): Promise<void> {
    this.flush();
    this.closing = true;
    try {
      await this.readHere();
      if (this.open > 0) await this.finished;
      this.signal?.throwIfAborted();
    } finally {
      this.close();
    }
  }

  close(): void {
    this.signal?.removeEventListener('abort', this.onAbort);
    for (const worker of this.workers) void worker.terminate();
    this.workers.length = 0;
  }

  private readonly onAbort = (): void => this.fail(this.signal?.reason ?? new Error('Cancelled'));

  private flush(): void {
    if (this.batch.length > 0) this.queue.push(this.batch);
    this.batch = [];
    for (let worker = this.idle.pop(); worker; worker = this.idle.pop()) {
      const batch = this.queue.shift();
      if (!batch) {
        this.idle.push(worker);
        return;
      }
      worker.postMessage(batch);
    }
  }

  private async readHere(): Promise<void> {
    for (let batch = this.queue.shift(); batch; batch = this.queue.shift()) {
      for (const source of batch) {
        this.signal?.throwIfAborted();
        this.readOne(source);
      }
      // Lets messages of the other threads in, and a cancel.
      await new Promise(setImmediate);
    }
  }

  private readOne(source: SourceFile): void {
    const facts = readFile(source);
    if (facts.problems.some((problem) => problem.message === TOO_DEEP)) {
      // The threads have more room for deep nesting than this one may have.
      if (this.workers.length === 0) this.start();
      this.workers[0]?.postMessage([source]);
      return;
    }
    this.done({ facts, packed: null });
    this.open--;
  }

  private start(): void {
    const worker = new Worker(builtFile('readWorker.cjs'), {
      resourceLimits: { stackSizeMb: STACK_MB, maxYoungGenerationSizeMb: 64 },
    });
    this.workers.push(worker);
    this.idle.push(worker);
    worker.on('error', (error) => this.fail(error));
    worker.on('message', (results: string[]) => {
      for (const packed of results) this.done({ facts: unpack(packed), packed });
      this.open -= results.length;
      const batch = this.queue.shift();
      if (batch) worker.postMessage(batch);
      else this.idle.push(worker);
      if (this.closing && this.open === 0) this.finish();
    });
  }
}
