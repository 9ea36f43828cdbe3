/** One measurement in a process of its own; prints the result as JSON. */
import { appendFileSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseScript } from '../packages/core/src/read/script/module';
import { openFacts } from '../packages/server/src/store/database';
import { SqliteFactsCache } from '../packages/server/src/store/factsCache';
import { surveyFolder, type Memory } from '../packages/server/src/survey/surveyFolder';
import { walk } from '../packages/server/src/survey/walk';

export interface Measured {
  milliseconds: number;
  /** The survey after one edited file, where that was measured. */
  again?: number;
  megabytes: number;
  files: number;
}

async function parseOnce(folder: string): Promise<Measured> {
  const { sources } = await walk(folder);
  const start = performance.now();
  for (const file of sources) parseScript(file.path, readFileSync(path.join(folder, file.path), 'utf8'));
  return done(performance.now() - start, sources.length);
}

/** As the server does it: facts cached in a database, the document made. Then again after one file was edited. */
async function survey(folder: string): Promise<Measured> {
  const home = mkdtempSync(path.join(tmpdir(), 'vectura-bench-'));
  const source = await openFacts(path.join(home, 'facts.sqlite'));
  const cache = new SqliteFactsCache(source);
  const memory: Memory = new Map();
  const run = async (): Promise<number> => {
    const start = performance.now();
    const result = await surveyFolder(folder, { cache, memory });
    result.document();
    return performance.now() - start;
  };
  const cold = await run();
  const edited = [...memory.keys()].find((file) => /Gauge|index/.test(file)) ?? [...memory.keys()][0] ?? '';
  const again: number[] = [];
  for (let i = 0; i < 3; i++) {
    appendFileSync(path.join(folder, edited), `\n// edited ${i}\n`);
    again.push(await run());
  }
  await source.destroy();
  rmSync(home, { recursive: true });
  const median = again.sort((a, b) => a - b)[1] ?? 0;
  return { ...done(cold, memory.size), again: median };
}

function done(milliseconds: number, files: number): Measured {
  return { milliseconds, files, megabytes: process.resourceUsage().maxRSS / 1024 };
}

const [what = '', folder = ''] = process.argv.slice(2);
void (what === 'parse' ? parseOnce(folder) : survey(folder)).then((measured) =>
  process.stdout.write(JSON.stringify(measured)),
);
