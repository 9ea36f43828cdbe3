/**
 * `npm run truth`: what is found in real packages, against what people said of it after reading the source. With `--check`
 * nothing is written. `--draw COUNT --seed NUMBER` draws findings at random and puts those that nobody has read yet into the
 * label files, with an empty label; `--level note` draws notes, otherwise errors and warnings are drawn.
 *
 * Labels, one file a package: `true` (somebody would act on it), `noise` (right, but nobody would), `false`. A label that is
 * no longer reported stays, so that it is noticed when it comes back.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { format } from 'prettier';
import { ensureBuilt, root } from './prepare.mjs';
import { fetchPackage } from './tools.mjs';

const PACKAGES = [
  '@magento/venia-ui@11.7.3',
  '@salesforce/retail-react-app@10.2.1',
  '@wordpress/editor@15.0.0',
  '@wordpress/block-editor@15.0.0',
  '@wordpress/components@41.0.0',
  'adminjs@7.8.13',
  'bootstrap-vue@2.23.1',
  'view-design@4.7.0',
  'element-ui@2.15.14',
  'buefy@3.1.0',
  'vuetify@2.7.2',
  'primevue@3.53.1',
  'svelte-ux@1.0.11',
  '@budibase/bbui@3.45.0',
];
const folder = path.join(root, 'oracle/truth');
const drawsFile = path.join(folder, 'draws.json');

const { values: options } = parseArgs({
  options: {
    check: { type: 'boolean' },
    draw: { type: 'string' },
    seed: { type: 'string', default: '1' },
    level: { type: 'string' },
  },
});

await ensureBuilt({ web: false });
const home = mkdtempSync(path.join(tmpdir(), 'vectura-truth-'));
const reported = new Map(PACKAGES.map((name) => [name, findingsOf(name)]));
rmSync(home, { recursive: true });
const labels = new Map(PACKAGES.map((name) => [name, readJson(labelFile(name), [])]));
const draws = readJson(drawsFile, []);

if (options.draw) await draw(Number(options.draw), Number(options.seed));
const problems = compare();
for (const problem of problems) console.log(problem);
const tables = [packageTable(), '', drawTable()].join('\n');
console.log(tables);
if (!options.check) {
  const page = path.join(root, 'docs/accuracy.md');
  const text = readFileSync(page, 'utf8');
  writeFileSync(page, text.replace(/(<!-- truth -->\n)[\s\S]*?(\n<!-- end of truth -->)/, `$1\n${tables}\n$2`));
}
if (problems.length > 0) process.exitCode = 1;

function findingsOf(name) {
  const sources = fetchPackage(name);
  if (sources === null) throw new Error(`${name} could not be fetched.`);
  const bin = path.join(root, 'packages/server/bin/vectura.mjs');
  const done = spawnSync(process.execPath, [bin, 'check', sources, '--format', 'json', '--quiet'], {
    encoding: 'utf8',
    maxBuffer: 1e9,
    env: { ...process.env, VECTURA_HOME: home },
  });
  if (done.status !== 0 && done.status !== 1) throw new Error(`${name}: ${done.stderr}`);
  return new Map(JSON.parse(done.stdout).findings.map((finding) => [keyOf(finding), finding]));
}

/** What a finding is known by: the packages are pinned, so that its place is as good as a name. */
function keyOf({ rule, file, line, component, name }) {
  return [rule, `${file}:${line}`, component ?? '-', name ?? '-'].join(' ');
}

/** Whether it is reported, by itself or together with others of one cause. */
function isReported(findings, label) {
  if (findings.has(keyOf(label))) return true;
  return [...findings.values()].some(
    ({ rule, file, component, names, related }) =>
      rule === label.rule &&
      names?.includes(label.name) &&
      ((file === label.file && component === label.component) ||
        related.some((place) => place.file === label.file && place.line === label.line)),
  );
}

/** What is reported although it is false, and what is true and no longer reported. */
function compare() {
  const found = [];
  for (const name of PACKAGES)
    for (const one of labels.get(name)) {
      const there = isReported(reported.get(name), one);
      if (one.label === null) found.push(`${name}: not labelled yet: ${keyOf(one)}`);
      if (one.label === 'false' && there) found.push(`${name}: false, and reported: ${keyOf(one)}\n    ${one.because}`);
      if (one.label === 'true' && !there) found.push(`${name}: true, and lost: ${keyOf(one)}\n    ${one.because}`);
    }
  return found;
}

async function draw(count, seed) {
  const wanted = options.level ? [options.level] : ['error', 'warning'];
  const all = PACKAGES.flatMap((name) =>
    [...(reported.get(name)?.values() ?? [])]
      .filter(({ level }) => wanted.includes(level))
      .map((finding) => ({ name, finding })),
  ).sort((a, b) => order(`${a.name} ${keyOf(a.finding)}`, `${b.name} ${keyOf(b.finding)}`));
  const random = randomFrom(seed);
  const drawn = [];
  while (drawn.length < count && all.length > 0) drawn.push(...all.splice(Math.floor(random() * all.length), 1));
  for (const { name, finding } of drawn) {
    const known = labels.get(name);
    if (known.some((one) => keyOf(one) === keyOf(finding))) continue;
    const { rule, level, file, line, component, name: value, message } = finding;
    known.push({ rule, level, file, line, component, name: value, message, label: null, because: '' });
  }
  draws.push({
    number: draws.length + 1,
    seed,
    from: all.length + drawn.length,
    levels: wanted,
    drawn: drawn.map(({ name, finding }) => ({ package: name, level: finding.level, key: keyOf(finding) })),
  });
  await writeJson(drawsFile, draws);
  for (const name of PACKAGES)
    if (labels.get(name).length > 0)
      await writeJson(
        labelFile(name),
        labels.get(name).sort((a, b) => order(keyOf(a), keyOf(b))),
      );
}

function packageTable() {
  const rows = PACKAGES.map((name) => {
    const known = labels.get(name) ?? [];
    const count = (label) => known.filter((one) => one.label === label).length;
    const levels = (level) => [...(reported.get(name)?.values() ?? [])].filter((one) => one.level === level).length;
    return `| \`${name}\` | ${levels('error')} | ${levels('warning')} | ${levels('note')} | ${count('true')} | ${count('noise')} | ${count('false')} |`;
  });
  return [
    '| package | errors reported | warnings | notes | labelled true | noise | false |',
    '| --- | --: | --: | --: | --: | --: | --: |',
    ...rows,
  ].join('\n');
}

function drawTable() {
  const rows = draws.map(({ number, seed, from, levels, drawn }) => {
    const labelled = drawn.map(({ package: name, level, key }) => ({
      level,
      label: labels.get(name).find((one) => keyOf(one) === key)?.label,
    }));
    const share = (level, label) => {
      const of = labelled.filter((one) => level === null || one.level === level);
      const hit = of.filter((one) => one.label === label).length;
      return of.length === 0 ? '–' : `${hit} of ${of.length} (${((100 * hit) / of.length).toFixed(0)} %)`;
    };
    return `| ${number} | ${seed} | ${drawn.length} of ${from} ${levels.includes('note') ? 'notes' : 'errors and warnings'} | ${share('error', 'false')} | ${share('warning', 'false')} | ${share('note', 'false')} | ${share(null, 'noise')} |`;
  });
  return [
    '| draw | seed | drawn | false errors | false warnings | false notes | noise |',
    '| --: | --: | --- | --: | --: | --: | --: |',
    ...rows,
  ].join('\n');
}

function labelFile(name) {
  return path.join(folder, `${name.replace(/[^\w.@-]/g, '-')}.json`);
}

function readJson(file, otherwise) {
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : otherwise;
}

async function writeJson(file, value) {
  writeFileSync(file, await format(JSON.stringify(value), { parser: 'json', printWidth: 120 }));
}

function order(a, b) {
  return a < b ? -1 : a > b ? 1 : 0;
}

/** Numbers from 0 to 1 that are the same for the same seed (mulberry32). */
function randomFrom(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}
