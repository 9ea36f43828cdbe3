/** What the measuring scripts share: bundling their TypeScript, and real packages from the registry. */
import { build } from 'esbuild';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './prepare.mjs';

/** Bundles one file of this checkout so that Node can run it, a folder below the reading threads'; returns where it lies. */
export async function bundle(entry) {
  const outfile = path.join(root, 'packages/server/dist/tools', `${path.basename(entry, '.ts')}.cjs`);
  await build({
    entryPoints: [path.join(root, entry)],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'cjs',
    packages: 'external',
    alias: { '@vectura/core': path.join(root, 'packages/core/src/index.ts') },
    logLevel: 'warning',
  });
  return outfile;
}

/** Fetches a package (`name@version`) once, into a cache that git does not see; null where that fails. */
export function fetchPackage(name) {
  const folder = path.join(root, '.cache/packages', name.replace(/[^\w.@-]/g, '-'));
  const inside = path.join(folder, 'package');
  const done = path.join(folder, '.done');
  if (existsSync(done)) return inside;
  mkdirSync(folder, { recursive: true });
  const packed = spawnSync('npm', ['pack', name, '--silent'], { cwd: folder, encoding: 'utf8' });
  if (packed.status !== 0) return null;
  mkdirSync(inside, { recursive: true });
  // Some archives name their folder after the package.
  const taken = spawnSync(
    'tar',
    ['xzf', packed.stdout.trim().split('\n').at(-1) ?? '', '-C', inside, '--strip-components=1'],
    {
      cwd: folder,
    },
  );
  if (taken.status !== 0) return null;
  writeFileSync(done, '');
  return inside;
}
