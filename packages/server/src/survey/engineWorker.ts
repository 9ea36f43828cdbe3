/** A worker thread that holds one project's survey and answers questions about it. */
import { parentPort, workerData } from 'node:worker_threads';
import {
  NotFound,
  type Decision,
  type Finding,
  type Mended,
  type PlanAsked,
  type Survey,
  type Thumb,
} from '@vectura/core';
import { jsonText } from '../json';
import { FactsFile } from '../store/factsFile';
import { diskSources } from './diskSources';
import { emptyMemory, surveyFolder } from './surveyFolder';
import { UnusableInput } from '../unusable';
import { Beacon } from './watch';

export interface EngineData {
  root: string;
  name: string | null;
  cacheFile: string;
  /** Where this thread notes which file it reads. */
  beacon: SharedArrayBuffer;
  /** Files that took too long before. */
  tooLong: readonly string[];
}

/** A rule, and where its finding stands; all findings of the rule where no file is given. */
export interface FindingPlace {
  rule: string;
  file: string | null;
  line: number | null;
  name: string | null;
}

export type EngineRequest =
  | { id: number; do: 'survey' }
  | { id: number; do: 'cancel' }
  | { id: number; do: 'trail'; value: string; to: string | null }
  | { id: number; do: 'homes'; value: string; thumb?: Thumb; also: string[] }
  | { id: number; do: 'edits'; value: string; also: string[] }
  | { id: number; do: 'together'; values: string[] }
  | { id: number; do: 'worth'; thumb?: Thumb }
  | { id: number; do: 'plan'; value: string; asked: PlanAsked }
  | { id: number; do: 'mend'; of: FindingPlace }
  | { id: number; do: 'stands'; of: Decision[] }
  | { id: number; do: 'why'; value: string; to: string }
  | { id: number; do: 'hops' }
  | { id: number; do: 'names'; path: string };

export type EngineReply =
  | { id: number; progress: { phase: string; done: number; total: number } }
  | { id: number; answer: unknown }
  | { id: number; error: string; kind: 'missing' | 'unusable' | 'cancelled' | 'broken' };

const data = workerData as EngineData;
const beacon = new Beacon(data.beacon);
const tooLong = new Set(data.tooLong);
const memory = emptyMemory();
let survey: Survey | null = null;
let running: AbortController | null = null;
/** A browser takes no longer text, and a database keeps none. */
const MOST_TEXT = 400_000_000;
const TOO_LARGE =
  'This project’s survey is larger than a browser can take (400 MB). Open part of the project, or leave folders out with `exclude` in vectura.config.json. The command line answers about all of it.';
/** Old facts are dropped once, after the first survey. */
let swept = false;
let cache: Promise<FactsFile> | null = null;
/** What is being written at the moment. */
let tidying: Promise<void> = Promise.resolve();

function openCache(): Promise<FactsFile> {
  cache ??= FactsFile.open(data.cacheFile, (sentence) => process.stderr.write(`${sentence}\n`));
  return cache;
}

async function run(id: number): Promise<unknown> {
  running?.abort(new Error('Cancelled'));
  const controller = new AbortController();
  running = controller;
  // A survey takes facts on where code has only moved: those that are being written stay as they are until they are.
  await tidying;
  const started = Date.now();
  const fresh = await surveyFolder(data.root, {
    cache: await openCache(),
    memory,
    beacon,
    tooLong,
    signal: controller.signal,
    onProgress: (progress) => reply({ id, progress }),
    ...(data.name === null ? {} : { name: data.name }),
  });
  const document = fresh.document();
  survey = fresh;
  running = null;
  const text = jsonText(document, MOST_TEXT);
  if (text === null) throw new UnusableInput(TOO_LARGE);
  return {
    document: text,
    took: Date.now() - started,
    name: document.project.name,
    files: document.files.length,
    components: document.components.length,
    cells: document.cells.length,
    findings: document.findings.length,
    byRule: JSON.stringify(countBy(document.findings.map((finding) => finding.rule))),
  };
}

function countBy(names: readonly string[]): Record<string, number> {
  const counts: Record<string, number> = {};
  for (const name of names) counts[name] = (counts[name] ?? 0) + 1;
  return counts;
}

/** What need not keep an answer waiting: writing what was read, dropping what is old. */
async function tidy(): Promise<void> {
  const open = await openCache();
  await open.flush();
  if (!swept) await open.dropOld();
  swept = true;
}

async function handle(request: EngineRequest): Promise<unknown> {
  if (request.do === 'survey') return run(request.id);
  if (request.do === 'cancel') {
    running?.abort(new Error('Cancelled'));
    return null;
  }
  if (!survey) throw new UnusableInput('The project has not been surveyed yet.');
  // As text: copying an object of thousands of stops between threads takes longer than writing it.
  if (request.do === 'trail') return JSON.stringify(survey.trail(request.value, request.to));
  if (request.do === 'homes') return survey.homes(request.value, request.thumb, request.also);
  if (request.do === 'together') return survey.together(request.values);
  if (request.do === 'worth') return survey.worthMoving(request.thumb);
  if (request.do === 'edits') {
    await survey.prepareEdits();
    return survey.editsOfWays(request.value, request.also, diskSources(data.root, survey));
  }
  if (request.do === 'plan') {
    await survey.prepareEdits();
    return survey.plan(request.value, request.asked, diskSources(data.root, survey));
  }
  if (request.do === 'mend') {
    await survey.prepareEdits();
    return mend(survey, request.of);
  }
  if (request.do === 'stands') return survey.stands(request.of);
  if (request.do === 'why') return survey.why(request.value, request.to);
  if (request.do === 'hops') return survey.trailLengths();
  if (!survey.holds(request.path)) return null;
  return { components: survey.namesIn(request.path), margin: survey.margin(request.path) };
}

/** How one finding is mended, or all of a rule. */
function mend(surveyed: Survey, { rule, ...place }: FindingPlace): Mended {
  const isMeant = (finding: Finding): boolean =>
    finding.rule === rule &&
    (place.file === null ||
      (finding.file === place.file && finding.line === place.line && finding.name === (place.name ?? finding.name)));
  return surveyed.mends(isMeant, diskSources(data.root, surveyed));
}

function reply(message: EngineReply): void {
  parentPort?.postMessage(message);
}

parentPort?.on('message', (request: EngineRequest) => {
  handle(request).then(
    (answer) => {
      reply({ id: request.id, answer });
      if (request.do === 'survey') tidying = tidying.then(tidy);
    },
    (error: unknown) => {
      const message = error instanceof Error ? error.message : String(error);
      const kind =
        error instanceof NotFound
          ? 'missing'
          : error instanceof UnusableInput
            ? 'unusable'
            : message === 'Cancelled'
              ? 'cancelled'
              : 'broken';
      reply({ id: request.id, error: message, kind });
    },
  );
});
