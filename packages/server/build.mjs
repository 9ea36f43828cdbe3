/** Bundles the server, its command line and its worker threads; packages from the registry stay outside. */
import { build } from 'esbuild';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const here = path.dirname(fileURLToPath(import.meta.url));

await build({
  entryPoints: {
    cli: path.join(here, 'src/cli/index.ts'),
    cliThread: path.join(here, 'src/cli/thread.ts'),
    cliWorker: path.join(here, 'src/cli/worker.ts'),
    readWorker: path.join(here, 'src/survey/readWorker.ts'),
    engineWorker: path.join(here, 'src/survey/engineWorker.ts'),
  },
  outdir: path.join(here, 'dist'),
  outExtension: { '.js': '.cjs' },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'cjs',
  sourcemap: 'linked',
  logLevel: 'warning',
  plugins: [
    {
      name: 'packages-stay-outside',
      setup(b) {
        // The core is source of this workspace and is bundled; everything else is required at run time.
        b.onResolve({ filter: /^[^./]/ }, ({ path: name, kind }) =>
          kind === 'entry-point' || name.startsWith('@vectura/') ? undefined : { path: name, external: true },
        );
      },
    },
  ],
});
