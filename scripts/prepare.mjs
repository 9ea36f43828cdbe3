/** What the scripts share: installing what is missing and building what is out of date, with nothing but Node at hand. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');

function say(message) {
  process.stderr.write(`${message}\n`);
}

/** Runs a command in the checkout; what it prints goes to standard error. Ends this process where it fails. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, {
    cwd: root,
    stdio: ['ignore', options.output ?? 2, 2],
    shell: process.platform === 'win32',
    env: { ...process.env, ...options.env },
  });
  if (done.status !== 0) {
    say(`${command} ${args.join(' ')} failed.`);
    process.exit(done.status ?? 1);
  }
}

/** Installs packages where they are missing or the lock file has changed. */
export function ensureInstalled() {
  const lock = path.join(root, 'package-lock.json');
  const mark = path.join(root, 'node_modules/.vectura-installed');
  const wanted = hash([lock]);
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return;
  say('Installing packages …');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(mark, wanted);
}

/** Builds the server, and the web application where it is wanted, if their sources changed since. */
export async function ensureBuilt({ web }) {
  ensureInstalled();
  buildPart(
    'server',
    ['packages/core/src', 'packages/server/src', 'packages/server/build.mjs'],
    'packages/server/dist',
    () => run('node', ['packages/server/build.mjs']),
  );
  if (web)
    buildPart(
      'web application',
      ['packages/core/src', 'packages/web/src', 'packages/web/index.html', 'packages/web/vite.config.ts'],
      'packages/web/dist',
      () => run('npx', ['vite', 'build', 'packages/web', '--logLevel', 'warn']),
    );
}

function buildPart(name, sources, output, build) {
  const mark = path.join(root, output, '.built-from');
  const wanted = hash([...sources, 'package-lock.json'].map((source) => path.join(root, source)));
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return;
  say(`Building the ${name} …`);
  build();
  mkdirSync(path.join(root, output), { recursive: true });
  writeFileSync(mark, wanted);
}

/** One hash over files and folders; tests do not count. */
function hash(paths) {
  const sum = createHash('sha256');
  const add = (file) => {
    if (!existsSync(file)) return;
    if (statSync(file).isDirectory()) {
      for (const entry of readdirSync(file).sort()) add(path.join(file, entry));
    } else if (!/\.test\.tsx?$/.test(file)) sum.update(path.relative(root, file)).update(readFileSync(file));
  };
  for (const file of paths) add(file);
  return sum.digest('hex');
}

/** The Chromium that browser tests use; installed from Debian's packages where this is root on Debian. */
export function ensureChromium() {
  const known = [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];
  const found = known.find((file) => file && existsSync(file));
  if (found) return found;
  if (existsSync('/etc/debian_version') && process.getuid?.() === 0) {
    say('Installing Chromium …');
    const env = { DEBIAN_FRONTEND: 'noninteractive' };
    run('apt-get', ['update', '-qq'], { env });
    run('apt-get', ['install', '-y', '-qq', 'chromium'], { env });
    return '/usr/bin/chromium';
  }
  say(
    'The browser tests need Chromium. Install it (Debian, as root: apt-get install chromium) or name it in CHROMIUM.',
  );
  process.exit(1);
}
