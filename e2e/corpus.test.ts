/** Real packages, at pinned versions: what `npm run corpus` says of them has to go on holding. */
import { spawnSync } from 'node:child_process';
import path from 'node:path';

test('certain tags of real packages lead to the right file, and what is not followed says why', () => {
  const root = path.resolve(__dirname, '..');
  const done = spawnSync(process.execPath, [path.join(root, 'scripts/corpus.mjs'), '--check'], {
    cwd: root,
    encoding: 'utf8',
    maxBuffer: 1e8,
  });
  const rows = [...done.stdout.matchAll(/^\| `([^`]+)` .*\((\d+\.\d) %\)/gm)].map(([, name, share]) => [
    name,
    Number(share),
  ]);
  expect(rows.map(([name]) => String(name).replace(/@[\w.-]+$/, ''))).toEqual([
    'ra-ui-materialui',
    '@wordpress/components',
    '@docusaurus/theme-classic',
    'element-ui',
    'buefy',
    'carbon-components-svelte',
    'bits-ui',
    '@swimlane/ngx-datatable',
    'ng2-admin',
    'angular-realworld',
    'lightning-base-components',
    'angular-ui-bootstrap',
  ]);
  for (const [name, share] of rows) expect([name, Number(share) >= 98]).toEqual([name, true]);
  expect([done.status, done.status === 0 ? '' : done.stdout]).toEqual([0, '']);
  // Fetching the packages takes a while, the first time.
}, 600_000);
