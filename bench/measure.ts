/** One measurement in a process of its own; prints the result as JSON. */
import { appendFileSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseTemplate } from '@angular/compiler';
import { parseFragment } from 'parse5';
import { parse as parseVue } from '@vue/compiler-sfc';
import { parse as parseSvelte } from 'svelte/compiler';
import { NotFound } from '@vectura/core';
import { parseScript } from '../packages/core/src/read/script/module';
import { openFacts } from '../packages/server/src/store/database';
import { SqliteFactsCache } from '../packages/server/src/store/factsCache';
import { emptyMemory, surveyFolder } from '../packages/server/src/survey/surveyFolder';
import { walk } from '../packages/server/src/survey/walk';

/** How many values are asked about. */
const QUESTIONS = 60;

/** A file is edited so often in a row; the median is told. */
const EDITS = 7;

export interface Measured {
  milliseconds: number;
  /** The survey after one file was edited: its texts alone, or what flows where. */
  text?: number;
  structure?: number;
  megabytes: number;
  files: number;
}

/** The slowest answer to each kind of question, in milliseconds. */
export interface Asked {
  trail: number;
  homes: number;
  margin: number;
}

async function parseOnce(folder: string): Promise<Measured> {
  const { sources } = await walk(folder);
  const start = performance.now();
  for (const file of sources) parse(file.path, readFileSync(path.join(folder, file.path), 'utf8'));
  return done(performance.now() - start, sources.length);
}

/** What any tool has to do with a file before it can say anything about it: parse it by the family's own parser. */
function parse(file: string, text: string): void {
  try {
    if (file.endsWith('.vue')) {
      const { descriptor } = parseVue(text, { sourceMap: false, filename: file });
      for (const block of [descriptor.script, descriptor.scriptSetup])
        if (block) parseScript(`${file}.${block.lang ?? 'js'}`, block.content);
    } else if (file.endsWith('.svelte')) parseSvelte(text, { modern: true, loose: true, filename: file });
    else if (/^\s*<template/.test(text) || file.endsWith('.xml')) parseFragment(text, { sourceCodeLocationInfo: true });
    else if (file.endsWith('.html')) parseTemplate(text, file);
    else parseScript(file, text);
  } catch {
    // A file that cannot be parsed takes as long as it takes to find that out.
  }
}

/** How long single questions take once a project is surveyed: each asked of every so-manieth value, the slowest told. */
async function questions(folder: string): Promise<Measured & Asked> {
  const survey = await surveyFolder(folder, { memory: emptyMemory() });
  const document = survey.document();
  const names = new Map(document.components.map(({ id, name }) => [id, name]));
  const cells = document.cells.filter((cell) => cell.home !== null && names.has(cell.home));
  const every = Math.max(1, Math.floor(cells.length / QUESTIONS));
  const slowest = { trail: 0, homes: 0, margin: 0 };
  const time = (what: keyof typeof slowest, counts: boolean, ask: () => unknown): void => {
    const start = performance.now();
    try {
      ask();
    } catch (error) {
      // A value without a name that could be asked for.
      if (!(error instanceof NotFound)) throw error;
    }
    if (counts) slowest[what] = Math.max(slowest[what], performance.now() - start);
  };
  // What all questions share is made by the first of them.
  for (const counts of [false, true])
    cells.forEach((cell, index) => {
      if (index % every !== 0 || (!counts && index > every * 3)) return;
      const question = `${cell.home ?? ''}.${cell.name}`;
      time('trail', counts, () => survey.trail(question));
      time('homes', counts, () => survey.homes(question));
      time('margin', counts, () => survey.margin(cell.file));
    });
  return { ...done(0, document.files.length), ...slowest };
}

/** As the server does it: facts cached in a database, the document made. Then again after one file was edited. */
async function survey(folder: string): Promise<Measured> {
  const home = mkdtempSync(path.join(tmpdir(), 'vectura-bench-'));
  const source = await openFacts(path.join(home, 'facts.sqlite'));
  const cache = new SqliteFactsCache(source);
  const memory = emptyMemory();
  const run = async (): Promise<number> => {
    const start = performance.now();
    const result = await surveyFolder(folder, { cache, memory });
    result.document();
    const took = performance.now() - start;
    await cache.flush();
    return took;
  };
  const cold = await run();
  const files = [...memory.files.keys()];
  const edited = path.join(folder, files.find((file) => /Gauge|button\/index/.test(file)) ?? files[0] ?? '');
  const after = async (edit: (turn: number) => string): Promise<number> => {
    const times: number[] = [];
    for (let i = 0; i < EDITS; i++) {
      appendFileSync(edited, edit(i));
      times.push(await run());
    }
    return times.sort((x, y) => x - y)[Math.floor(EDITS / 2)] ?? 0;
  };
  const text = await after((turn) => `\n// edited ${turn}\n`);
  const structure = await after((turn) => `\nexport function Extra${turn}({ units }) { return units; }\n`);
  await source.destroy();
  rmSync(home, { recursive: true });
  return { ...done(cold, files.length), text, structure };
}

function done(milliseconds: number, files: number): Measured {
  return { milliseconds, files, megabytes: process.resourceUsage().maxRSS / 1024 };
}

const [what = '', folder = ''] = process.argv.slice(2);
const MEASURES = { parse: parseOnce, survey, questions };
const measuring = MEASURES[what as keyof typeof MEASURES];
void measuring(folder).then((measured) => process.stdout.write(JSON.stringify(measured)));
