/** `npm test`: installs what is missing, type-checks, lints, then runs unit and browser tests, and checks the labels of real packages. */
import { ensureBuilt, ensureChromium, ensureInstalled, run } from './prepare.mjs';

ensureInstalled();
const chromium = ensureChromium();
run('npm', ['run', '--silent', 'typecheck']);
run('npm', ['run', '--silent', 'lint']);
await ensureBuilt({ web: true });
run('npx', ['jest', ...process.argv.slice(2)], { env: { CHROMIUM: chromium } });
// What is found in real packages, against what people said of it. Not where only some tests are asked for.
if (process.argv.length === 2) run('node', ['scripts/truth.mjs', '--check']);
