import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { refusedGlob } from './globs';
import { walk } from './walk';

test.each([
  '**/*.test.ts',
  'src/**/{a,b}/**/*.{jsx,tsx}',
  '!(dist)/**',
  '**/a-*-b-*.js',
  '*.log',
  '/build/',
  'a/**/b/**/c/**',
])('%s is matched', (pattern) => {
  expect(refusedGlob(pattern)).toBeNull();
});

test.each([`${'a/**/'.repeat(12)}x`, `${'*a'.repeat(12)}x`, 'a*a*a*a*b', '+(a|b+(c))', `${'**/'.repeat(6)}x`])(
  '%s might take for ever',
  (pattern) => {
    expect(refusedGlob(pattern)).toContain('too many wildcards to be matched quickly');
  },
);

test('lines that are not matched are told and ignore nothing; the others hold', async () => {
  const root = mkdtempSync(path.join(tmpdir(), 'vectura-globs-'));
  const deep = path.join(root, 'a/'.repeat(60));
  mkdirSync(deep, { recursive: true });
  writeFileSync(path.join(deep, 'a.jsx'), 'export const A = () => <b />;');
  writeFileSync(path.join(root, 'own.jsx'), 'export const B = () => <b />;');
  writeFileSync(path.join(root, '.gitignore'), `# **/**/**/**/**/**/\n${'a/**/'.repeat(12)}x\nown.jsx\n`);
  const found = await walk(root);
  expect(found.sources).toHaveLength(1);
  expect(found.skipped).toEqual({ gitignore: 1 });
  expect(found.unreadable).toEqual([{ path: '.gitignore', reason: expect.stringContaining('too many wildcards') }]);
  await expect(walk(root, { exclude: ['a*a*a*a*a*b'] })).rejects.toThrow('too many wildcards');
  rmSync(root, { recursive: true });
});
