/** What the commands share: surveying with progress, and writing answers. */
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Survey } from '@vectura/core';
import { cacheFile } from '../paths';
import type { FactsFile } from '../store/factsFile';
import { fingerprintOf } from '../survey/fingerprint';
import { surveyFolder, type FactsCache } from '../survey/surveyFolder';
import { Beacon } from '../survey/watch';
import { jsonPieces, jsonText } from '../json';
import { cliData } from './data';
import { ProgressLines } from './progress';

export interface CommonOptions {
  quiet?: boolean;
  include?: string[];
  exclude?: string[];
  config?: string;
}

/** Surveys a folder, telling on standard error how far it is. Files that were read before are not read again. */
export async function surveyFor(dir: string, options: CommonOptions): Promise<Survey> {
  return withFacts(async (facts) => {
    const survey = await surveyWith(dir, options, facts);
    await facts.flush();
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
  return withFacts(async (facts) => {
    const key = await keyOf(dir, options, what);
    const known = key === null ? null : await facts.answer(key);
    if (known !== null) return JSON.parse(known) as V;
    const result = answer(await surveyWith(dir, options, facts));
    await facts.flush();
    const text = key === null ? null : jsonText(result, MOST_KEPT);
    if (key !== null && text !== null) await facts.keepAnswer(key, text);
    return result;
  });
}

/** Longer answers are quicker made than kept. */
const MOST_KEPT = 50_000_000;

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

async function withFacts<V>(work: (facts: FactsFile) => Promise<V>): Promise<V> {
  const { FactsFile } = await import('../store/factsFile');
  const facts = await FactsFile.open(cacheFile(), say);
  try {
    return await work(facts);
  } finally {
    await facts.close();
  }
}

async function surveyWith(dir: string, options: CommonOptions, cache: FactsCache): Promise<Survey> {
  const progress = options.quiet ? null : new ProgressLines(cliData?.isShown ?? false);
  try {
    return await surveyFolder(path.resolve(dir), {
      include: options.include ?? [],
      exclude: options.exclude ?? [],
      ...(options.config === undefined ? {} : { config: options.config }),
      cache,
      ...(cliData ? { beacon: new Beacon(cliData.beacon), tooLong: new Set(cliData.tooLong) } : {}),
      ...(progress ? { onProgress: (p) => progress.show(p) } : {}),
    });
  } finally {
    progress?.end();
  }
}

/** Prints text in which names from a project stand: whatever would steer a terminal is shown as a sign of its own. */
export function print(text: string): void {
  process.stdout.write(`${printable(text).replace(/\n$/, '')}\n`);
}

/** As `print`, on standard error. */
export function say(text: string): void {
  process.stderr.write(`${printable(text)}\n`);
}

function printable(text: string): string {
  const shown = text.replace(STEERING, '\uFFFD');
  return shown.split('\n').map(cut).join('\n');
}

/** A name may be as long as a file. */
const LONGEST_LINE = 2000;

function cut(line: string): string {
  return line.length > LONGEST_LINE ? `${line.slice(0, LONGEST_LINE)}…` : line;
}

/** Control characters, but for line ends, tabs and our own colours; and what turns the direction of writing. */
// eslint-disable-next-line no-control-regex -- They are what is looked for.
const STEERING = /(?!\x1b\[\d{1,2}m)[\x00-\x08\x0b-\x1f\x7f-\x9f\u202a-\u202e\u2066-\u2069]/g;

export function printJson(value: unknown): void {
  for (const piece of jsonLines(value)) process.stdout.write(piece);
}

/** JSON for people and programs alike, in pieces. */
export function* jsonLines(value: unknown): Generator<string> {
  for (const piece of jsonPieces(value, 2)) yield piece.replace(UNESCAPED, escaped);
  yield '\n';
}

/** What JSON leaves as it is although a terminal may take it for a command. */
const UNESCAPED = /[\x7f-\x9f]/g;

function escaped(sign: string): string {
  return `\\u${sign.charCodeAt(0).toString(16).padStart(4, '0')}`;
}

export function plural(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`;
}

/** For options that may be given several times. */
export function collect(value: string, before: string[]): string[] {
  return [...before, value];
}
