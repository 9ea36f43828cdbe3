/**
 * `npm run corpus`: real packages from the registry, at pinned versions, against an independent count of certain tags. With
 * `--check` nothing is written: it only says whether what is wanted still holds.
 */
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, root } from './prepare.mjs';
import { bundle, fetchPackage } from './tools.mjs';

const PACKAGES = [
  'ra-ui-materialui@5.15.4',
  '@wordpress/components@41.0.0',
  '@docusaurus/theme-classic@3.10.2',
  'element-ui@2.15.14',
  'buefy@3.1.0',
  'carbon-components-svelte@0.112.1',
  'bits-ui@2.21.0',
  '@swimlane/ngx-datatable@9.3.1',
  'ng2-admin@0.7.0',
  'angular-realworld@1.0.0',
  'lightning-base-components@1.28.15-alpha',
  'angular-ui-bootstrap@2.5.6',
];
const WANTED = 0.98;
const checkOnly = process.argv.includes('--check');

await ensureBuilt({ web: false });
const out = await bundle('oracle/corpus.ts');

const rows = [];
let failed = false;
for (const name of PACKAGES) {
  const folder = fetchPackage(name);
  if (folder === null) throw new Error(`${name} could not be fetched.`);
  const done = spawnSync(process.execPath, [out, folder], { encoding: 'utf8', maxBuffer: 1e9 });
  if (done.status !== 0) throw new Error(`${name}: ${done.stderr}`);
  const result = JSON.parse(done.stdout);
  const share = result.right / result.certain;
  failed ||= share < WANTED || result.silent.length > 0;
  for (const one of [...result.wrong, ...result.silent.map((site) => `${site} is unresolved and does not say why`)])
    console.log(`${name}: ${one}`);
  rows.push(
    `| \`${name}\` | ${result.files} | ${result.components} | ${result.sites} | ${result.certain} | ${result.right} (${(100 * share).toFixed(1)} %) | ${result.unresolved} | ${(result.milliseconds / 1000).toFixed(1)} s | ${Math.round(result.megabytes)} MB |`,
  );
}
const table = [
  '| package | files | components | sites | certain tags | resolved to the right file | unresolved, with reason | time | memory |',
  '| --- | --: | --: | --: | --: | --: | --: | --: | --: |',
  ...rows,
].join('\n');
console.log(table);
const page = path.join(root, 'docs/accuracy.md');
const text = readFileSync(page, 'utf8');
if (!checkOnly)
  writeFileSync(page, text.replace(/(<!-- corpus -->\n)[\s\S]*?(\n<!-- end of corpus -->)/, `$1\n${table}\n$2`));
if (failed) process.exitCode = 1;
