/** The server's side of an engine: one worker thread for each open project, asked by messages. */
import { existsSync } from 'node:fs';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
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
  resolve(answer: unknown): void;
  reject(error: Error): void;
  onProgress?: (progress: EngineProgress) => void;
}

export class Engine {
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, Waiting>();
  private next = 1;
  /** Resolves once the first survey is done; questions wait for it. */
  private ready: Promise<unknown> | null = null;

  constructor(private readonly data: EngineData) {}

  survey(onProgress: (progress: EngineProgress) => void): Promise<Surveyed> {
    const done = this.ask({ do: 'survey' }, onProgress) as Promise<Surveyed>;
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

  async cancel(): Promise<void> {
    await this.ask({ do: 'cancel' });
  }

  async close(): Promise<void> {
    const worker = this.worker;
    this.worker = null;
    await worker?.terminate();
  }

  private ask(ask: Ask, onProgress?: (progress: EngineProgress) => void): Promise<unknown> {
    const worker = (this.worker ??= this.start());
    const id = this.next++;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject, ...(onProgress ? { onProgress } : {}) });
      worker.postMessage({ ...ask, id } as EngineRequest);
    });
  }

  private start(): Worker {
    const beside = path.join(__dirname, 'engineWorker.cjs');
    const file = existsSync(beside) ? beside : path.join(__dirname, '../../dist/engineWorker.cjs');
    const worker = new Worker(file, {
      workerData: this.data,
      // Linking makes many small things that live briefly: room for them saves collecting them again and again.
      resourceLimits: { stackSizeMb: 32, maxOldGenerationSizeMb: 6144, maxYoungGenerationSizeMb: 192 },
    });
    worker.on('message', (reply: EngineReply) => this.receive(reply));
    const lost = (error: Error): void => {
      this.worker = null;
      this.ready = null;
      for (const waiting of this.waiting.values()) waiting.reject(new EngineError(error.message, 'broken'));
      this.waiting.clear();
    };
    worker.on('error', lost);
    worker.on('exit', () => {
      if (this.worker === worker) lost(new Error('The survey stopped unexpectedly.'));
    });
    return worker;
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
