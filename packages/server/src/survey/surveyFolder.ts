/** One survey of a folder on disk: walk, read what changed, link. Nothing is ever written there. */
import { createHash } from 'node:crypto';
import { promises as fs } from 'node:fs';
import path from 'node:path';
import {
  Config,
  DEFAULT_CONFIG,
  FACTS_VERSION,
  MAX_BYTES,
  Survey,
  importedAmong,
  isAlone,
  leftOut,
  prepareReaders,
  unpack,
  projectKinds,
  type ConfigFile,
  type FileFacts,
  type SourceFile,
} from '@vectura/core';
import { readRegularFile } from '../ownFiles';
import { UnusableInput } from '../unusable';
import { ReadPool } from './pool';
import { byPath, reasonOf, walk, type Found, type WalkResult } from './walk';
import { projectName } from './projectName';
import { TOOK_TOO_LONG, type Beacon } from './watch';

export interface Progress {
  phase: 'looking' | 'reading' | 'linking';
  done: number;
  total: number;
}

/** Facts by content, kept between surveys. Keys are made by `factsKey`. */
export interface FactsCache {
  get(keys: readonly string[]): Promise<Map<string, string>>;
  /** Takes what was read; it may write it later. */
  put(entries: readonly FactsEntry[]): void;
}

export interface FactsEntry {
  key: string;
  facts: FileFacts;
  /** The facts as text, where they were made already. */
  packed: string | null;
}

/** How many files are fetched at a time. */
const SLICE = 60;

interface KnownFile {
  bytes: number;
  modified: number;
  project: SourceFile['project'];
  alone: boolean;
  facts: FileFacts;
  /** What it said when it could last be read. */
  good: FileFacts | null;
}

/** What a survey remembers for the next one of the same folder. */
export interface Memory {
  files: Map<string, KnownFile>;
  last: { survey: Survey; frame: string } | null;
  /** Which files in folders of output were imported, in the order they were looked for, and by which imports that was told. */
  imported: { fingerprint: string; paths: ReadonlySet<string> }[];
}

export function emptyMemory(): Memory {
  return { files: new Map(), last: null, imported: [] };
}

export interface SurveyOptions {
  include?: readonly string[];
  exclude?: readonly string[];
  /** A configuration file instead of the project's own. */
  config?: string;
  cache?: FactsCache;
  memory?: Memory;
  onProgress?: (progress: Progress) => void;
  signal?: AbortSignal;
  name?: string;
  /** Where it is noted which file is being read. */
  beacon?: Beacon;
  /** Files that took too long before, and are left out. */
  tooLong?: ReadonlySet<string>;
}

export async function surveyFolder(root: string, options: SurveyOptions = {}): Promise<Survey> {
  await checkFolder(root);
  const config = await readConfig(root, options.config);
  options.onProgress?.({ phase: 'looking', done: 0, total: 0 });
  const found = await walk(root, {
    include: [...config.include, ...(options.include ?? [])],
    exclude: [...config.exclude, ...(options.exclude ?? [])],
    ...(options.signal ? { signal: options.signal } : {}),
  });
  const before = new Map([...(options.memory?.files ?? [])].map(([file, { facts }]) => [file, facts]));
  const configs = readConfigs(root, found.configs);
  const { files, skipped } = await readSources(root, found, configs, options);
  for (const { path: file, reason } of found.unreadable) files.push(await unread(file, reason));
  options.onProgress?.({ phase: 'linking', done: files.length, total: files.length });
  options.signal?.throwIfAborted();
  const name = options.name ?? projectName(root);
  // Everything but the files themselves; where that is as it was, and so is what they say, the last survey still holds.
  const frame = JSON.stringify([name, configs, { ...config, accepted: [] }, skipped, files.map((file) => file.path)]);
  const { memory } = options;
  if (memory?.last?.frame === frame) {
    const changed = files.filter((file) => before.get(file.path) !== file);
    if (memory.last.survey.adopt(changed)) {
      // The survey goes on with the facts it has, which now bear the new positions.
      for (const file of changed) {
        const entry = memory.files.get(file.path);
        const known = before.get(file.path);
        if (!entry || !known) continue;
        if (entry.good === file) entry.good = known;
        entry.facts = known;
      }
      memory.last.survey.accept(config);
      return memory.last.survey;
    }
  }
  const input = { name, files, configs, skipped };
  const last = memory?.last?.frame === frame ? memory.last.survey : null;
  // What goes on from it takes it apart; should that fail, nothing is left to go on from.
  if (memory) memory.last = null;
  const survey = last?.edited(input, config) ?? new Survey(input, config);
  if (memory) memory.last = { survey, frame };
  return survey;
}

async function checkFolder(root: string): Promise<void> {
  try {
    const stat = await fs.stat(root);
    if (!stat.isDirectory()) throw new UnusableInput(`${root} is not a folder.`);
    await fs.readdir(root);
  } catch (error) {
    if (error instanceof UnusableInput) throw error;
    const missing = (error as NodeJS.ErrnoException).code === 'ENOENT';
    throw new UnusableInput(missing ? `There is no folder ${root}.` : `${root} could not be read. ${reasonOf(error)}`);
  }
}

/** The project's configuration. Throws `UnusableInput` where it cannot be understood. */
export async function readConfig(root: string, file: string | undefined): Promise<Config> {
  const where = file ?? path.join(root, 'vectura.config.json');
  let text: string;
  try {
    text = readRegularFile(where).toString();
  } catch (error) {
    if (file === undefined && (error as NodeJS.ErrnoException).code === 'ENOENT') return DEFAULT_CONFIG;
    throw new UnusableInput(`The configuration ${where} could not be read. ${reasonOf(error)}`);
  }
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    throw new UnusableInput(`${where} is not valid JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
  const parsed = Config.safeParse(data);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0];
  throw new UnusableInput(`${where}: ${issue?.path.join('.') ?? ''} ${issue?.message ?? 'is not understood'}.`);
}

/**
 * The facts of all sources. Files in a folder of the name that output usually has are sources too where a source imports
 * them: many applications keep what they share in `lib`.
 */
async function readSources(
  root: string,
  found: WalkResult,
  configs: readonly ConfigFile[],
  options: SurveyOptions,
): Promise<{ files: FileFacts[]; skipped: Record<string, number> }> {
  const kindOf = projectKinds(configs);
  const memory = options.memory ?? emptyMemory();
  let sources = found.sources;
  let files = await readFacts(root, sources, kindOf, { ...options, memory });
  for (let left = found.output, round = 0; left.length > 0; round++) {
    const paths = left.map((file) => file.path);
    const imported = importedByAny(files, paths, configs, memory, round);
    if (imported.size === 0) break;
    sources = [...sources, ...left.filter((file) => imported.has(file.path))].sort(byPath);
    left = left.filter((file) => !imported.has(file.path));
    files = await readFacts(root, sources, kindOf, { ...options, memory });
  }
  const wanted = new Set(sources.map((file) => file.path));
  for (const file of memory.files.keys()) if (!wanted.has(file)) memory.files.delete(file);
  const output = (found.skipped.output ?? 0) - (sources.length - found.sources.length);
  const { output: _, ...skipped } = found.skipped;
  return { files, skipped: output > 0 ? { ...found.skipped, output } : skipped };
}

/** As `importedAmong`; where all imports are as they were when it was asked last, so is the answer. */
function importedByAny(
  files: readonly FileFacts[],
  further: readonly string[],
  configs: readonly ConfigFile[],
  memory: Memory,
  round: number,
): ReadonlySet<string> {
  const sourcesOf = ({ imports, exports }: FileFacts): string =>
    [...imports, ...exports].map(({ source }) => source ?? '').join(' ');
  const fingerprint = JSON.stringify([further, configs, files.map((file) => [file.path, sourcesOf(file)])]);
  const known = memory.imported[round];
  if (known?.fingerprint === fingerprint) return known.paths;
  const found = importedAmong(files, further, configs);
  memory.imported[round] = { fingerprint, paths: found };
  return found;
}

type KindOf = (path: string) => SourceFile['project'];

async function readFacts(
  root: string,
  sources: readonly Found[],
  kindOf: KindOf,
  options: SurveyOptions,
): Promise<FileFacts[]> {
  const { memory, cache, onProgress, signal, beacon, tooLong } = options;
  const facts = new Map<string, FileFacts>();
  const paths = new Set(sources.map((file) => file.path));
  const changed: Found[] = [];
  for (const file of sources) {
    const known = memory?.files.get(file.path);
    if (
      known &&
      known.bytes === file.bytes &&
      known.modified === file.modified &&
      known.project === kindOf(file.path) &&
      known.alone === isAlone(file.path, paths)
    )
      facts.set(file.path, known.facts);
    else if (tooLong?.has(file.path)) facts.set(file.path, await unread(file.path, TOOK_TOO_LONG));
    else changed.push(file);
  }
  const report = (): void => onProgress?.({ phase: 'reading', done: facts.size, total: sources.length });
  report();
  const keys = new Map<string, string>();
  const fresh: FactsEntry[] = [];
  const pool = new ReadPool(
    changed.length,
    (result) => {
      facts.set(result.facts.path, result.facts);
      if (cache && !result.mayDiffer) fresh.push({ key: keys.get(result.facts.path) ?? '', ...result });
      if (facts.size % 20 === 0) report();
    },
    { ...(signal ? { signal } : {}), ...(beacon ? { beacon } : {}) },
  );
  try {
    // A slice at a time: while one is fetched from the disk, the one before it is being read.
    for (let i = 0; i < changed.length; i += SLICE) {
      const sources = await fetchSources(root, changed.slice(i, i + SLICE), { kindOf, paths }, facts);
      signal?.throwIfAborted();
      for (const source of sources) keys.set(source.path, factsKey(source));
      const cached = await cache?.get(sources.map((source) => keys.get(source.path) ?? ''));
      const unknown: SourceFile[] = [];
      for (const source of sources) {
        const packed = cached?.get(keys.get(source.path) ?? '');
        if (packed === undefined) unknown.push(source);
        else facts.set(source.path, unpack(packed));
      }
      await prepareReaders(unknown);
      for (const source of unknown) pool.add(source);
      await pool.turn();
    }
    await pool.end();
  } finally {
    pool.close();
  }
  report();
  cache?.put(fresh);
  if (memory) {
    for (const file of sources) {
      const read = facts.get(file.path);
      if (!read) continue;
      const good = read.broken ? (memory.files.get(file.path)?.good ?? null) : read;
      const usable = read.broken && good ? asBefore(good, read) : read;
      facts.set(file.path, usable);
      const { bytes, modified } = file;
      memory.files.set(file.path, {
        bytes,
        modified,
        project: kindOf(file.path),
        alone: isAlone(file.path, paths),
        facts: usable,
        good,
      });
    }
  }
  return sources.flatMap((file) => facts.get(file.path) ?? []);
}

/** A file that cannot be read at the moment, as it is while somebody types: it is taken for what it was, and what is wrong with it is told. */
function asBefore(good: FileFacts, { bytes, lines, hash, problems }: FileFacts): FileFacts {
  const [first, ...others] = problems;
  const restated = first ? [{ ...first, message: `${first.message.replace(/\.$/, '')}. ${AS_BEFORE}` }, ...others] : [];
  return { ...good, bytes, lines, hash, problems: restated };
}

/** The facts of a file that cannot be read. */
async function unread(path: string, reason: string): Promise<FileFacts> {
  await prepareReaders([{ path }]);
  return leftOut(path, reason);
}

const AS_BEFORE = 'Until the file can be read again, its last readable version is used.';

/** The texts of some files; what cannot be read becomes a problem at once. */
async function fetchSources(
  root: string,
  files: readonly Found[],
  { kindOf, paths }: { kindOf: KindOf; paths: ReadonlySet<string> },
  facts: Map<string, FileFacts>,
): Promise<SourceFile[]> {
  const sources: SourceFile[] = [];
  for (const file of files) {
    try {
      const project = kindOf(file.path);
      sources.push({
        ...readSource(root, file),
        ...(project === undefined ? {} : { project }),
        ...(isAlone(file.path, paths) ? { alone: true as const } : {}),
      });
    } catch (error) {
      facts.set(file.path, await unread(file.path, reasonOf(error)));
    }
  }
  return sources;
}

/** Read at once, not in turns with other work: for thousands of small files the turns take longer than the reading. */
function readSource(root: string, file: Found): SourceFile {
  if (file.bytes > MAX_BYTES) return { path: file.path, text: '', hash: `size-${file.bytes}`, bytes: file.bytes };
  const buffer = readRegularFile(path.join(root, file.path));
  const hash = createHash('sha256').update(buffer).digest('hex');
  return { path: file.path, text: buffer.toString('utf8').replace(/^\uFEFF/, ''), hash, bytes: buffer.length };
}

/** What facts depend on: the reader's version, the framework's, the path and the text. */
function factsKey(source: SourceFile): string {
  return `${FACTS_VERSION}:${source.project ?? ''}:${source.alone ? 'alone' : ''}:${source.hash}:${source.path}`;
}

function readConfigs(root: string, found: readonly Found[]): ConfigFile[] {
  return found.flatMap((file): ConfigFile[] => {
    try {
      return [{ path: file.path, text: readRegularFile(path.join(root, file.path)).toString() }];
    } catch {
      // Gone or closed since it was found: nothing is configured there.
      return [];
    }
  });
}
