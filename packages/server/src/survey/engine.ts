/** The server's side of an engine: one worker thread for each open project, asked by messages. */
import { setTimeout as sleep } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import { STACK_MB, builtFile } from './builtFile';
import { Beacon, watch } from './watch';
import type { EngineData, EngineReply, EngineRequest } from './engineWorker';

/** A question an engine could not answer. */
export class EngineError extends Error {
  constructor(
    message: string,
    readonly kind: 'missing' | 'unusable' | 'cancelled' | 'broken',
  ) {
    super(message);
  }
}

export interface EngineProgress {
  phase: string;
  done: number;
  total: number;
}

export interface Surveyed {
  document: string;
  took: number;
  name: string;
  files: number;
  components: number;
  cells: number;
  findings: number;
  /** How many of each rule, as JSON. */
  byRule: string;
}

type Ask = EngineRequest extends infer R ? (R extends { id: number } ? Omit<R, 'id'> : never) : never;

interface Waiting {
  request: EngineRequest;
  resolve(answer: unknown): void;
  reject(error: Error): void;
  onProgress?: (progress: EngineProgress) => void;
}

/** How long a survey may take to end by itself. */
const PATIENCE_MS = 500;
const OUT_OF_MEMORY =
  'The survey needed more memory than it may use. Leave folders out with `exclude` in vectura.config.json, or open part of the project.';

export class Engine {
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, Waiting>();
  private next = 1;
  /** Files that took too long to read. */
  private readonly tooLong = new Set<string>();
  /** Resolves once no survey is running. */
  private surveying: Promise<unknown> = Promise.resolve();
  /** Resolves once the first survey is done; questions wait for it. */
  private ready: Promise<unknown> | null = null;

  /** `file` is what the thread runs. */
  constructor(
    private readonly data: Omit<EngineData, 'beacon' | 'tooLong'>,
    private readonly file = builtFile('engineWorker.cjs'),
  ) {}

  survey(onProgress: (progress: EngineProgress) => void): Promise<Surveyed> {
    const done = this.ask({ do: 'survey' }, onProgress) as Promise<Surveyed>;
    this.surveying = done.catch(() => undefined);
    this.ready ??= done.catch(() => {
      this.ready = null;
    });
    return done;
  }

  get surveyed(): boolean {
    return this.ready !== null;
  }

  async question(ask: Ask): Promise<unknown> {
    await this.ready;
    return this.ask(ask);
  }

  /**
   * Ends the survey that is running. It is asked to end first, so that the one before can still be put questions to; while it
   * follows values it does not listen, and is ended by force.
   */
  async cancel(): Promise<void> {
    const { worker } = this;
    if (!worker) return;
    void this.ask({ do: 'cancel' }).catch(() => undefined);
    if (await Promise.race([this.surveying.then(() => true), sleep(PATIENCE_MS, false)])) return;
    if (this.worker === worker) this.lose(new EngineError('Cancelled', 'cancelled'));
    // Ending it may take as long as what it does at the moment outside of the program, which nobody has to wait for.
    void worker.terminate();
  }

  async close(): Promise<void> {
    const { worker } = this;
    this.lose(new EngineError('The project was closed.', 'cancelled'));
    await worker?.terminate();
  }

  /** Goes on without the thread there was: whoever waits for it is told why there will be no answer. */
  private lose(error: EngineError): void {
    this.worker = null;
    this.ready = null;
    for (const waiting of this.waiting.values()) waiting.reject(error);
    this.waiting.clear();
  }

  private ask(ask: Ask, onProgress?: (progress: EngineProgress) => void): Promise<unknown> {
    const worker = (this.worker ??= this.start());
    const id = this.next++;
    const request = { ...ask, id } as EngineRequest;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { request, resolve, reject, ...(onProgress ? { onProgress } : {}) });
      worker.postMessage(request);
    });
  }

  private start(): Worker {
    const beacon = new Beacon();
    const worker = new Worker(this.file, {
      workerData: { ...this.data, beacon: beacon.shared, tooLong: [...this.tooLong] } satisfies EngineData,
      // Linking makes many small things that live briefly: room for them saves collecting them again and again.
      resourceLimits: { stackSizeMb: STACK_MB, maxOldGenerationSizeMb: 6144, maxYoungGenerationSizeMb: 192 },
    });
    worker.on('message', (reply: EngineReply) => this.receive(reply));
    const lost = (message: string): void => {
      if (this.worker === worker) this.lose(new EngineError(message, 'broken'));
    };
    worker.on('error', (error: NodeJS.ErrnoException) =>
      lost(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? OUT_OF_MEMORY : error.message),
    );
    const end = watch(beacon, (file) => this.restart(worker, file));
    worker.on('exit', () => {
      end();
      lost('The survey stopped unexpectedly.');
    });
    return worker;
  }

  /** Begins again what was asked for, without a file that takes too long to read. */
  private restart(worker: Worker, file: string): void {
    if (this.worker !== worker) return;
    this.tooLong.add(file);
    this.worker = null;
    void worker.terminate();
    const again = this.start();
    this.worker = again;
    for (const { request } of this.waiting.values()) again.postMessage(request);
  }

  private receive(reply: EngineReply): void {
    const waiting = this.waiting.get(reply.id);
    if (!waiting) return;
    if ('progress' in reply) {
      waiting.onProgress?.(reply.progress);
      return;
    }
    this.waiting.delete(reply.id);
    if ('error' in reply) waiting.reject(new EngineError(reply.error, reply.kind));
    else waiting.resolve(reply.answer);
  }
}
