/** `npm run oracle`: holds the survey against what React itself renders, on every example. */
import { ensureBuilt, ensureChromium, root, run } from './prepare.mjs';
import { bundle } from './tools.mjs';

await ensureBuilt({ web: false });
const out = await bundle('oracle/main.ts');
run('node', [out, root, ...process.argv.slice(2)], { output: 'inherit', env: { CHROMIUM: ensureChromium() } });
