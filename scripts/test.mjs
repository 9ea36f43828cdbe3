/** `npm test`: installs what is missing, type-checks, lints, then runs unit and browser tests. */
import { ensureBuilt, ensureChromium, ensureInstalled, run } from './prepare.mjs';

ensureInstalled();
const chromium = ensureChromium();
run('npm', ['run', '--silent', 'typecheck']);
run('npm', ['run', '--silent', 'lint']);
await ensureBuilt({ web: true });
run('npx', ['jest', ...process.argv.slice(2)], { env: { CHROMIUM: chromium } });
