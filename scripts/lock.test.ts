/** What `npm ci` refuses is found here first. */
import { readFileSync } from 'node:fs';
import path from 'node:path';

interface Locked {
  resolved?: string;
  dependencies?: Record<string, string>;
  optionalDependencies?: Record<string, string>;
}

const root = path.join(__dirname, '..');
const { packages } = JSON.parse(readFileSync(path.join(root, 'package-lock.json'), 'utf8')) as {
  packages: Record<string, Locked>;
};

/** Where a package finds another: in its own folder, or in one above. */
function found(from: string, name: string): boolean {
  for (let folder = from; ; folder = folder.slice(0, Math.max(folder.lastIndexOf('/node_modules/'), 0))) {
    if (Object.hasOwn(packages, `${folder === '' ? '' : `${folder}/`}node_modules/${name}`)) return true;
    if (folder === '') return false;
  }
}

test('the lock file lists everything it names, for every platform', () => {
  const missing = Object.entries(packages).flatMap(([from, { dependencies, optionalDependencies }]) =>
    Object.keys({ ...dependencies, ...optionalDependencies })
      .filter((name) => !found(from, name))
      .map((name) => `${name}, for ${from}`),
  );
  expect(Object.keys(packages).length).toBeGreaterThan(500);
  expect(missing).toEqual([]);
});

test('it names no registry', () => {
  const hosts = Object.values(packages).filter(({ resolved }) => resolved?.includes('://'));
  expect(hosts).toEqual([]);
});
