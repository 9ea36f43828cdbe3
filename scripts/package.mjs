/**
 * `npm run package [-- FOLDER]`: puts the publishable package `vectura` together and packs it. It holds the built server and
 * command line, the page with its fonts, the demos, and the licences of everything bundled; prints the path of the tarball.
 */
import { execFileSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, root } from './prepare.mjs';

const BUNDLES = ['cli', 'cliThread', 'cliWorker', 'readWorker', 'engineWorker'];
const DEMOS = [
  'glasshouse-react',
  'glasshouse-vue3',
  'glasshouse-runes',
  'glasshouse-angular',
  'glasshouse-ngmodules',
  'glasshouse-lwc',
  'glasshouse-scopes',
];

await ensureBuilt({ web: true });
const target = path.resolve(process.argv[2] ?? path.join(root, '.cache/package'));
const staged = path.join(target, 'vectura');
rmSync(staged, { recursive: true, force: true });
mkdirSync(path.join(staged, 'dist'), { recursive: true });

const take = (from, to) => cpSync(path.join(root, from), path.join(staged, to), { recursive: true });
for (const name of BUNDLES) take(`packages/server/dist/${name}.cjs`, `dist/${name}.cjs`);
for (const name of DEMOS) take(`examples/${name}`, `examples/${name}`);
take('packages/server/bin/main.mjs', 'bin/vectura.mjs');
take('packages/web/dist', 'page');
for (const name of ['.built-from', 'licenses.md']) rmSync(path.join(staged, 'page', name), { force: true });
for (const name of ['LICENSE', 'CHANGELOG.md']) take(name, name);
take('packages/server/README.md', 'README.md');
take('packages/web/dist/licenses.md', 'THIRD-PARTY-LICENSES.md');

const read = (file) => JSON.parse(readFileSync(path.join(root, file), 'utf8'));
const workspace = read('package.json');
const { version, dependencies } = read('packages/server/package.json');
writeFileSync(
  path.join(staged, 'package.json'),
  `${JSON.stringify(
    {
      name: 'vectura',
      version,
      description: workspace.description,
      license: workspace.license,
      engines: workspace.engines,
      bin: { vectura: 'bin/vectura.mjs' },
      // What the bundles leave outside; the page has everything it needs.
      dependencies: { ...read('packages/core/package.json').dependencies, ...dependencies },
    },
    null,
    2,
  )}\n`,
);

const packed = execFileSync('npm', ['pack', staged, '--silent', '--pack-destination', target], {
  cwd: target,
  encoding: 'utf8',
  shell: process.platform === 'win32',
});
process.stdout.write(`${path.join(target, packed.trim())}\n`);
