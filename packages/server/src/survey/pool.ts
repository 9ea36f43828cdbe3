/**
 * Reads files to facts, on every processor where there are enough of them. This thread reads too, once everything is passed in: its facts need not be
 * passed between threads, and one parser less has to warm up. Few files are read here alone.
 */
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { leftOut, readFile, unpack, type FileFacts, type SourceFile } from '@vectura/core';
import { STACK_MB, builtFile } from './builtFile';
import { Beacon, TOOK_TOO_LONG, watch } from './watch';

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
  /** Another time it may be read: not to be kept. */
  mayDiffer?: true;
}

export interface PoolOptions {
  signal?: AbortSignal;
  /** Where this thread notes which file it reads. */
  beacon?: Beacon;
}

/** Threads that read files as they are passed in; they start at once, so that they warm up while files are fetched. */
export class ReadPool {
  private readonly queue: SourceFile[][] = [];
  private readonly workers: Worker[] = [];
  private readonly idle: Worker[] = [];
  /** What each thread was given. */
  private readonly reading = new Map<Worker, SourceFile[]>();
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
    private readonly options: PoolOptions = {},
    processors = availableParallelism(),
  ) {
    this.finished = new Promise((resolve, reject) => {
      this.finish = resolve;
      this.fail = reject;
    });
    this.finished.catch(() => undefined);
    options.signal?.addEventListener('abort', this.onAbort);
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

  /** Resolves when everything passed in has been read. */
  async end(): Promise<void> {
    this.flush();
    this.closing = true;
    try {
      await this.readHere();
      if (this.open > 0) await this.finished;
      this.options.signal?.throwIfAborted();
    } finally {
      this.close();
    }
  }

  close(): void {
    this.options.signal?.removeEventListener('abort', this.onAbort);
    for (const worker of this.workers) void worker.terminate();
    this.workers.length = 0;
  }

  private readonly onAbort = (): void => this.fail(this.options.signal?.reason ?? new Error('Cancelled'));

  private flush(): void {
    if (this.batch.length > 0) this.queue.push(this.batch);
    this.batch = [];
    for (let worker = this.idle.pop(); worker; worker = this.idle.pop()) {
      const batch = this.queue.shift();
      if (!batch) {
        this.idle.push(worker);
        return;
      }
      this.give(worker, batch);
    }
  }

  private async readHere(): Promise<void> {
    for (let batch = this.queue.shift(); batch; batch = this.queue.shift()) {
      for (const source of batch) {
        this.options.signal?.throwIfAborted();
        this.readOne(source);
      }
      // Lets messages of the other threads in, and a cancel.
      await new Promise(setImmediate);
    }
  }

  private readOne(source: SourceFile): void {
    const { beacon } = this.options;
    const facts = beacon ? beacon.at(source.path, () => readFile(source)) : readFile(source);
    this.done({ facts, packed: null });
    this.open--;
  }

  private start(): void {
    const beacon = new Beacon();
    const worker = new Worker(builtFile('readWorker.cjs'), {
      workerData: { beacon: beacon.shared },
      resourceLimits: { stackSizeMb: STACK_MB, maxYoungGenerationSizeMb: 64 },
    });
    this.workers.push(worker);
    this.idle.push(worker);
    const end = watch(beacon, (file) => this.replace(worker, file));
    worker.on('exit', end);
    worker.on('error', (error) => this.fail(error));
    worker.on('message', (results: string[]) => {
      this.reading.delete(worker);
      for (const packed of results) this.done({ facts: unpack(packed), packed });
      this.open -= results.length;
      this.idle.push(worker);
      this.flush();
      if (this.closing && this.open === 0) this.finish();
    });
  }

  private give(worker: Worker, batch: SourceFile[]): void {
    this.reading.set(worker, batch);
    worker.postMessage(batch);
  }

  /** Ends a thread that stays at a file. That file is left out; the others it had are read again by another thread. */
  private replace(worker: Worker, file: string): void {
    const batch = this.reading.get(worker) ?? [];
    this.reading.delete(worker);
    this.workers.splice(this.workers.indexOf(worker), 1);
    void worker.terminate();
    for (const source of batch)
      if (source.path === file) {
        this.done({ facts: leftOut(source.path, TOOK_TOO_LONG), packed: null, mayDiffer: true });
        this.open--;
      }
    const others = batch.filter((source) => source.path !== file);
    if (others.length > 0) this.queue.unshift(others);
    this.start();
    this.flush();
    if (this.closing && this.open === 0) this.finish();
  }
}
