/**
 * `npm run attack [-- PART [SIZE [SEED]]]`: files as they are while somebody types, shapes beyond reason, and servers that are killed. The
 * unit tests do a small part of each.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, root } from './prepare.mjs';
import { bundle } from './tools.mjs';

/** Each part with its usual size: mutated files, seconds for one shape, kills. */
const SIZES = { mutate: 100_000, shapes: 60, kills: 200 };

const [only, size, seed = '1'] = process.argv.slice(2);
if (only !== undefined && !Object.hasOwn(SIZES, only)) {
  console.error(`There is no part called ${only}; there are ${Object.keys(SIZES).join(', ')}.`);
  process.exit(2);
}
await ensureBuilt({ web: true });
const attack = await bundle('attack/main.ts');
writeFileSync(
  path.join(path.dirname(attack), 'memory.cjs'),
  // Before the program itself, so that it is told however that ends.
  `process.on('exit', () => process.stderr.write('memory ' + process.resourceUsage().maxRSS + '\\n'));`,
);
const folders = ['examples', '.cache/packages']
  .map((folder) => path.join(root, folder))
  .filter((folder) => existsSync(folder))
  .flatMap((folder) => readdirSync(folder).map((name) => path.join(folder, name)))
  .slice(0, 12);
let held = true;
for (const part of only === undefined ? Object.keys(SIZES) : [only]) {
  console.log(`\n${part}`);
  const args = [attack, part, size ?? String(SIZES[part]), seed, ...(part === 'mutate' ? folders : [])];
  const done = spawnSync(process.execPath, args, { stdio: 'inherit', cwd: root });
  held &&= done.status === 0;
}
process.exitCode = held ? 0 : 1;
