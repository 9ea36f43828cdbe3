/**
 * The file in which facts and answers are kept. It saves time and nothing else: where it is broken it is set aside, where it
 * cannot be used at all everything is read again, and either is said in one sentence.
 */
import { renameSync, rmSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import type { DataSource } from 'typeorm';
import type { FactsCache } from '../survey/surveyFolder';
import { SqliteAnswers } from './answers';
import { codeOf, openFacts, UnusableDatabase } from './database';
import { SqliteFactsCache } from './factsCache';

type Say = (sentence: string) => void;

/** How long another process may be writing, in milliseconds, and how long to wait between two tries. */
const PATIENCE_MS = 5000;
const PAUSE_MS = 50;

export class FactsFile implements FactsCache {
  private cache: SqliteFactsCache | null = null;
  private answers: SqliteAnswers | null = null;

  private constructor(
    private readonly file: string,
    private source: DataSource | null,
    private readonly say: Say,
  ) {
    if (!source) return;
    this.cache = new SqliteFactsCache(source);
    this.answers = new SqliteAnswers(source);
  }

  /** Opens the file; never throws. */
  static async open(file: string, say: Say): Promise<FactsFile> {
    try {
      return new FactsFile(file, await opened(file), say);
    } catch (error) {
      if (!isBroken(error) || !setAside(file, error, say)) {
        say(`The facts cached in ${file} could not be read, so every file is read again. ${reasonOf(error)}`);
        return new FactsFile(file, null, say);
      }
    }
    return new FactsFile(file, await opened(file).catch(() => null), say);
  }

  async get(keys: readonly string[]): Promise<Map<string, string>> {
    return (await this.attempt(() => this.cache?.get(keys))) ?? new Map();
  }

  put(entries: Parameters<FactsCache['put']>[0]): void {
    this.cache?.put(entries);
  }

  /** Writes what was put. */
  async flush(): Promise<void> {
    await this.attempt(() => this.cache?.flush());
  }

  async dropOld(): Promise<void> {
    await this.attempt(() => this.cache?.dropOld());
  }

  async answer(key: string): Promise<string | null> {
    return (await this.attempt(() => this.answers?.get(key))) ?? null;
  }

  async keepAnswer(key: string, answer: string): Promise<void> {
    await this.attempt(() => this.answers?.put(key, answer));
  }

  async close(): Promise<void> {
    const { source } = this;
    this.cache = this.answers = this.source = null;
    await source?.destroy();
  }

  /** Does something with the file, again while another process writes to it. Should that fail, it is not used any more. */
  private async attempt<V>(work: () => Promise<V> | undefined): Promise<V | null> {
    const end = Date.now() + PATIENCE_MS;
    for (;;)
      try {
        return (await work()) ?? null;
      } catch (error) {
        if (!codeOf(error).startsWith('SQLITE_BUSY') || Date.now() > end) return this.giveUp(error);
        await sleep(PAUSE_MS);
      }
  }

  private async giveUp(error: unknown): Promise<null> {
    await this.close().catch(() => undefined);
    if (!isBroken(error) || !setAside(this.file, error, this.say))
      this.say(`${this.file} can no longer be used, so files are read again. ${reasonOf(error)}`);
    return null;
  }
}

/**
 * The file, in which no statement waits for another process: a thread that is ended while one does takes the whole process with it, as
 * an error cannot be thrown there any more. Whoever writes waits outside of it.
 */
async function opened(file: string): Promise<DataSource> {
  const source = await openFacts(file);
  await source.query('PRAGMA busy_timeout = 0');
  return source;
}

/** Whether it is the file that is wrong, and not where it lies or who uses it. */
function isBroken(error: unknown): boolean {
  return error instanceof UnusableDatabase || /^(SQLITE_NOTADB|SQLITE_CORRUPT|SQLITE_ERROR)/.test(codeOf(error));
}

/** Moves the file away. False where that is not possible. */
function setAside(file: string, error: unknown, say: Say): boolean {
  const aside = `${file}.set-aside`;
  try {
    renameSync(file, aside);
    for (const beside of ['-wal', '-shm']) rmSync(`${file}${beside}`, { force: true });
  } catch {
    return false;
  }
  say(`${file} was unusable and is now ${aside}; every file is read again. ${reasonOf(error)}`);
  return true;
}

function reasonOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
