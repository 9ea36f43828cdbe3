/** `npm run oracle`: holds the survey against what React itself renders, on every example. */
import { build } from 'esbuild';
import path from 'node:path';
import { ensureBuilt, ensureChromium, root, run } from './prepare.mjs';

await ensureBuilt({ web: false });
const out = path.join(root, 'packages/server/dist/oracle.cjs');
await build({
  entryPoints: [path.join(root, 'oracle/main.ts')],
  outfile: out,
  bundle: true,
  platform: 'node',
  format: 'cjs',
  packages: 'external',
  alias: { '@vectura/core': path.join(root, 'packages/core/src/index.ts') },
  logLevel: 'warning',
});
run('node', [out, root], { output: 'inherit', env: { CHROMIUM: ensureChromium() } });
