/** What the commands share: surveying with progress, and writing answers. */
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { DataSource } from 'typeorm';
import { MultiBar, type SingleBar } from 'cli-progress';
import type { Survey } from '@vectura/core';
import { cacheFile } from '../paths';
import type { SqliteAnswers } from '../store/answers';
import type { SqliteFactsCache } from '../store/factsCache';
import { fingerprintOf } from '../survey/fingerprint';
import { surveyFolder, type FactsCache, type Progress } from '../survey/surveyFolder';
import { reasonOf } from '../survey/walk';

export interface CommonOptions {
  quiet?: boolean;
  include?: string[];
  exclude?: string[];
  config?: string;
}

const WORDS: Record<Progress['phase'], string> = {
  looking: 'Looking for sources',
  reading: 'Reading',
  linking: 'Linking',
};

/** Surveys a folder, telling on standard error how far it is. Files that were read before are not read again. */
export async function surveyFor(dir: string, options: CommonOptions): Promise<Survey> {
  return withCache(async (store) => {
    const cache = store && new store.SqliteFactsCache(store.source);
    const survey = await surveyWith(dir, options, cache);
    await cache?.flush();
    return survey;
  });
}

/**
 * An answer that depends on a folder's files and on the options alone: taken from an earlier run where nothing has changed since.
 * `what` tells it from other answers about the same folder.
 */
export async function answerFor<V>(
  dir: string,
  options: CommonOptions,
  what: string,
  answer: (survey: Survey) => V,
): Promise<V> {
  return withCache(async (store) => {
    if (!store) return answer(await surveyWith(dir, options, null));
    const answers = new store.SqliteAnswers(store.source);
    const key = await keyOf(dir, options, what);
    const known = key === null ? null : await answers.get(key);
    if (known !== null) return JSON.parse(known) as V;
    const cache = new store.SqliteFactsCache(store.source);
    const given = answer(await surveyWith(dir, options, cache));
    await cache.flush();
    if (key !== null) await answers.put(key, JSON.stringify(given));
    return given;
  });
}

/** What an answer depends on: the program itself, the question, the folder. Null where the folder cannot be walked. */
async function keyOf(dir: string, { include, exclude, config }: CommonOptions, what: string): Promise<string | null> {
  try {
    const own = { include: include ?? [], exclude: exclude ?? [], ...(config === undefined ? {} : { config }) };
    const folder = await fingerprintOf(path.resolve(dir), own);
    const program = createHash('sha256').update(readFileSync(__filename)).digest('hex');
    return `${what}:${program}:${folder}`;
  } catch {
    // Surveying says what is wrong with it.
    return null;
  }
}

interface Store {
  source: DataSource;
  SqliteFactsCache: typeof SqliteFactsCache;
  SqliteAnswers: typeof SqliteAnswers;
}

/** Works with the cache, or without where it cannot be opened: it saves time, and nothing else. */
async function withCache<V>(work: (store: Store | null) => Promise<V>): Promise<V> {
  let store: Store | null = null;
  try {
    const [{ openFacts }, facts, answers] = await Promise.all([
      import('../store/database'),
      import('../store/factsCache'),
      import('../store/answers'),
    ]);
    store = { source: await openFacts(cacheFile()), ...facts, ...answers };
  } catch (error) {
    process.stderr.write(`What was read before could not be looked up. ${reasonOf(error)}\n`);
  }
  try {
    return await work(store);
  } finally {
    await store?.source.destroy();
  }
}

async function surveyWith(dir: string, options: CommonOptions, cache: FactsCache | null): Promise<Survey> {
  const progress = options.quiet ? null : new ProgressLine();
  try {
    return await surveyFolder(path.resolve(dir), {
      include: options.include ?? [],
      exclude: options.exclude ?? [],
      ...(options.config === undefined ? {} : { config: options.config }),
      ...(cache ? { cache } : {}),
      ...(progress ? { onProgress: (p) => progress.show(p) } : {}),
    });
  } finally {
    progress?.end();
  }
}

/** A bar on a terminal; elsewhere one line for each phase. */
class ProgressLine {
  private readonly bars = process.stderr.isTTY
    ? new MultiBar({
        format: '{phase} {bar} {value}/{total}',
        hideCursor: true,
        clearOnComplete: true,
        stream: process.stderr,
      })
    : null;
  private bar: SingleBar | null = null;
  private phase: Progress['phase'] | null = null;

  show({ phase, done, total }: Progress): void {
    if (this.bars) {
      this.bar ??= this.bars.create(Math.max(total, 1), 0, { phase: WORDS[phase] });
      this.bar.setTotal(Math.max(total, 1));
      this.bar.update(done, { phase: WORDS[phase] });
    } else if (phase !== this.phase && phase !== 'looking') {
      process.stderr.write(phase === 'reading' ? `Reading ${total} files\n` : `Linking ${total} files\n`);
    }
    this.phase = phase;
  }

  end(): void {
    this.bars?.stop();
  }
}

export function print(text: string): void {
  process.stdout.write(text.endsWith('\n') ? text : `${text}\n`);
}

export function printJson(value: unknown): void {
  print(JSON.stringify(value, null, 2));
}

export function plural(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`;
}
