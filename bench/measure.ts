/** One measurement in a process of its own; prints the result as JSON. */
import { appendFileSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseScript } from '../packages/core/src/read/script/module';
import { openFacts } from '../packages/server/src/store/database';
import { SqliteFactsCache } from '../packages/server/src/store/factsCache';
import { emptyMemory, surveyFolder } from '../packages/server/src/survey/surveyFolder';
import { walk } from '../packages/server/src/survey/walk';

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
void (what === 'parse' ? parseOnce(folder) : survey(folder)).then((measured) =>
  process.stdout.write(JSON.stringify(measured)),
);
