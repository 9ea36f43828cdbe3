/**
 * `npm run bench`: how long a survey takes against parsing the same files once, after one edit, and as projects grow.
 * Every figure is the median of several processes run in turn, so that what else the machine does weighs on all alike.
 */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createRequire } from 'node:module';
import { ensureBuilt, ensureChromium } from './prepare.mjs';
import { bundle, fetchPackage } from './tools.mjs';

const RUNS = 3;
const PACKAGE = '@wordpress/components@41.0.0';

// `npm run bench -- screen` or `-- survey` measures one of the two alone.
const only = process.argv[2];
await ensureBuilt({ web: only !== 'survey' });
const chromium = only === 'survey' ? '' : ensureChromium();
const measuring = await bundle('bench/measure.ts');
const screen = await bundle('bench/screen.ts');
const { generate, generateChain } = createRequire(import.meta.url)(await bundle('bench/generate.ts'));
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

function onScreen(name, folder) {
  const done = spawnSync(process.execPath, [screen, folder], {
    encoding: 'utf8',
    env: { ...process.env, CHROMIUM: chromium },
  });
  if (done.status !== 0) throw new Error(done.stderr);
  const { drawn, down, across, trail, bundle: kilobytes } = JSON.parse(done.stdout);
  const frame = ({ median, p99 }) => `${median.toFixed(1)} / ${p99.toFixed(1)}`;
  return {
    project: name,
    'sheet drawn, ms': Math.round(drawn),
    'frame down, ms (median / 99th)': frame(down),
    'frame across, ms (median / 99th)': frame(across),
    'stops of the trail': trail.stops,
    'trail shown, ms': Math.round(trail.shown),
    'with its code, ms': Math.round(trail.coded),
    'first page, kB gzipped': Math.round(kilobytes),
  };
}

function onScreens() {
  const chain = path.join(work, 'chain');
  generateChain(chain, 200);
  const rows = [onScreen('generated, 3,001 components', generated(3752)), onScreen('a value over 200 stops', chain)];
  const real = fetchPackage(PACKAGE);
  if (real) rows.push(onScreen(PACKAGE, real));
  console.log('The interface in Chromium (targets: 1500 ms; a frame 16 ms, 33 ms at the 99th; 200 ms; 350 kB)');
  console.table(rows);
}

try {
  if (only !== 'survey') onScreens();
  if (only !== 'screen') surveys();
} finally {
  rmSync(work, { recursive: true, force: true });
}

function surveys() {
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
}
