import { IMPLIED_ENDINGS, familyOf, sourceKindOf } from './sourceFiles';

test.each([
  ['src/Tray.jsx', 'react', true],
  ['src/Tray.TSX', 'react', true],
  ['src/units.ts', 'react', false],
  ['src/units.cts', 'react', false],
  ['src/Tray.vue', 'vue', true],
  ['src/Tray.svelte', 'svelte', true],
  ['src/units.svelte.ts', 'svelte', false],
])('%s is read as %s source', (path, family, markup) => {
  expect(familyOf(path)).toBe(family);
  expect(sourceKindOf(path)?.markup).toBe(markup);
});

test('other files, folders of such names and names without an ending are no source', () => {
  for (const path of ['README.md', 'src/tray.css', 'src.ts/LICENSE', 'Makefile', ''])
    expect(sourceKindOf(path)).toBeNull();
});

test('an import tries TypeScript first, and never leaves out the ending of a module with runes', () => {
  expect(IMPLIED_ENDINGS.slice(0, 2)).toEqual(['.tsx', '.ts']);
  expect(IMPLIED_ENDINGS).not.toContain('.svelte.ts');
});
