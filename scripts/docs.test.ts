/** Documentation that names a file names one that exists. */
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';

const root = path.join(__dirname, '..');
const BASES = ['', 'packages/core/src', 'packages/server/src', 'packages/web/src'];

const documents = ['README.md', 'CONTRIBUTING.md', 'docs', 'docs/decisions'].flatMap((one) =>
  one.endsWith('.md')
    ? [one]
    : readdirSync(path.join(root, one))
        .filter((file) => file.endsWith('.md'))
        .map((file) => `${one}/${file}`),
);

/** What stands in backticks and looks like a path of this project. */
function pathsIn(text: string): string[] {
  return [...text.matchAll(/`([\w@.-]+(?:\/[\w@.-]+)+\/?)`/g)]
    .map(([, named = '']) => named)
    .filter((named) =>
      /^(packages|scripts|e2e|examples|docs|model|read|link|follow|homes|rules|write|survey|http|store|cli|views|parts)\//.test(
        named,
      ),
    );
}

const exists = (named: string): boolean => BASES.some((base) => existsSync(path.join(root, base, named)));

test.each(documents)('%s', (document) => {
  expect(pathsIn(readFileSync(path.join(root, document), 'utf8')).filter((named) => !exists(named))).toEqual([]);
});

test('paths are found, and one that does not exist is noticed', () => {
  const paths = pathsIn('See `link/graph/graph.ts`, `docs/none.md`, `npm run docs` and `a/b`.');
  expect(paths).toEqual(['link/graph/graph.ts', 'docs/none.md']);
  expect(paths.filter((named) => !exists(named))).toEqual(['docs/none.md']);
  expect(pathsIn(readFileSync(path.join(root, 'docs/architecture.md'), 'utf8')).length).toBeGreaterThan(40);
});
