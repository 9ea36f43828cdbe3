/** `npm start [-- DIR]`: installs what is missing, builds what is out of date, opens the demo or DIR. */
import { ensureBuilt } from './prepare.mjs';

await ensureBuilt({ web: true });
process.argv.splice(2, 0, 'open');
await import('../packages/server/bin/main.mjs');
