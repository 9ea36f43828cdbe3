/** `npm start [-- DIR]`: installs what is missing, builds what is out of date, opens the demo or DIR. */
import { createRequire } from 'node:module';
import { ensureBuilt } from './prepare.mjs';

await ensureBuilt({ web: true });
const { main } = createRequire(import.meta.url)('../packages/server/dist/cli.cjs');
process.exitCode = await main(['open', ...process.argv.slice(2)]);
