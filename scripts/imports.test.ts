/** Modules that import each other in a circle cannot be read one after the other. */
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';

const root = path.join(__dirname, '..');

/** Expressions hold functions, functions hold statements, statements hold expressions: the language is read as it is. */
const RECURSIVE = /^packages\/core\/src\/read\/script\//;

function sourcesIn(folder: string): string[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file))
    .map((file) => path.join(folder, file));
}

/** The modules of the project that a file imports, types alone included. */
function importsOf(file: string): string[] {
  const { importedFiles } = ts.preProcessFile(readFileSync(file, 'utf8'), true, true);
  return importedFiles.flatMap(({ fileName }) => {
    if (!fileName.startsWith('.')) return [];
    const base = path.resolve(path.dirname(file), fileName);
    const found = [base, `${base}.ts`, `${base}.tsx`, path.join(base, 'index.ts')].find(
      (one) => existsSync(one) && statSync(one).isFile(),
    );
    return found ? [found] : [];
  });
}

/** Sets of modules that reach each other: strongly connected components (Tarjan 1972) of more than one. */
function circlesOf(imports: ReadonlyMap<string, readonly string[]>): string[][] {
  const circles: string[][] = [];
  const number = new Map<string, number>();
  const lowest = new Map<string, number>();
  const stack: string[] = [];
  const visit = (file: string): number => {
    const own = number.size;
    number.set(file, own);
    lowest.set(file, own);
    stack.push(file);
    for (const next of imports.get(file) ?? []) {
      const seen = number.get(next);
      const reached = seen === undefined ? visit(next) : stack.includes(next) ? seen : own;
      lowest.set(file, Math.min(lowest.get(file) ?? own, reached));
    }
    if (lowest.get(file) === own) {
      const circle = stack.splice(stack.indexOf(file));
      if (circle.length > 1) circles.push(circle.map((one) => path.relative(root, one)).sort());
    }
    return lowest.get(file) ?? own;
  };
  for (const file of imports.keys()) if (!number.has(file)) visit(file);
  return circles;
}

test.each(['core', 'server', 'web'])('no module of %s imports itself by way of others', (name) => {
  const files = sourcesIn(path.join(root, 'packages', name, 'src'));
  const circles = circlesOf(new Map(files.map((file) => [file, importsOf(file)])));
  expect(files.length).toBeGreaterThan(20);
  expect(circles.filter((circle) => !circle.every((file) => RECURSIVE.test(file)))).toEqual([]);
});

test('a circle is found', () => {
  const imports = new Map([
    ['a', ['b']],
    ['b', ['c']],
    ['c', ['b', 'd']],
    ['d', []],
  ]);
  expect(circlesOf(imports).map((circle) => circle.length)).toEqual([2]);
});
