/**
 * `npm run bench`: how long a survey takes against parsing the same files once, after one edit, and as projects grow.
 * Every figure is the median of several processes run in turn, so that what else the machine does weighs on all alike.
 */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createRequire } from 'node:module';
import { ensureBuilt } from './prepare.mjs';
import { bundle, fetchPackage } from './tools.mjs';

const RUNS = 3;
const PACKAGE = '@wordpress/components@41.0.0';

await ensureBuilt({ web: false });
const measuring = await bundle('bench/measure.ts');
const { generate } = createRequire(import.meta.url)(await bundle('bench/generate.ts'));
const work = mkdtempSync(path.join(tmpdir(), 'vectura-bench-'));

function measure(what, folder) {
  // A survey edits a file of the project, so each has a copy of its own.
  const copy = mkdtempSync(path.join(work, 'copy-'));
  cpSync(folder, copy, { recursive: true });
  const done = spawnSync(process.execPath, ['--max-semi-space-size=64', measuring, what, copy], {
    encoding: 'utf8',
  });
  rmSync(copy, { recursive: true });
  if (done.status !== 0) throw new Error(done.stderr);
  return JSON.parse(done.stdout);
}

function median(values) {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
}

function percent(surveys, edit) {
  return Number((100 * median(surveys.map((m) => m[edit] / m.milliseconds))).toFixed(1));
}

function compare(name, folder) {
  const parses = [];
  const surveys = [];
  for (let i = 0; i < RUNS; i++) {
    parses.push(measure('parse', folder));
    surveys.push(measure('survey', folder));
  }
  const parse = median(parses.map((m) => m.milliseconds));
  const cold = median(surveys.map((m) => m.milliseconds));
  return {
    project: name,
    files: surveys[0].files,
    'parse once, ms': Math.round(parse),
    'cold survey, ms': Math.round(cold),
    'survey / parse': Number(median(surveys.map((m, i) => m.milliseconds / parses[i].milliseconds)).toFixed(2)),
    'text edit, ms': Math.round(median(surveys.map((m) => m.text))),
    'text / cold, %': percent(surveys, 'text'),
    'structural edit, ms': Math.round(median(surveys.map((m) => m.structure))),
    'structural / cold, %': percent(surveys, 'structure'),
    'memory, MB': Math.round(median(surveys.map((m) => m.megabytes))),
  };
}

function generated(files) {
  const folder = path.join(work, `generated-${files}`);
  generate(folder, files);
  return folder;
}

try {
  const rows = [compare('generated', generated(2000))];
  const real = fetchPackage(PACKAGE);
  if (real) rows.push(compare(PACKAGE, real));
  else console.log(`${PACKAGE} could not be fetched; its row is missing.`);
  console.log(
    'A survey against reading and parsing the same files once in one process (targets: 2.0 times; 5 % after one edit)',
  );
  console.table(rows);
  const growth = [500, 1000, 2000, 4000].map((files) => {
    const runs = Array.from({ length: RUNS }, () => measure('survey', generated(files)));
    const cold = median(runs.map((m) => m.milliseconds));
    return {
      files: runs[0].files,
      'cold survey, ms': Math.round(cold),
      'ms a file': Number((cold / runs[0].files).toFixed(2)),
      'memory, MB': Math.round(median(runs.map((m) => m.megabytes))),
    };
  });
  console.log('How time grows (target: linear, the same time a file)');
  console.table(growth);
} finally {
  rmSync(work, { recursive: true, force: true });
}
