import { Modules } from './modules';

/** What a specifier leads to from a file: a path, or the kind of thing it is. */
function resolves(files: readonly string[], configs: Record<string, string>, from: string, specifier: string): string {
  const modules = new Modules(
    files.map((path) => ({ path })),
    Object.entries(configs).map(([path, text]) => ({ path, text })),
  );
  const found = modules.resolve(from, specifier);
  return found.kind === 'file' ? (files[found.file] ?? '') : found.kind;
}

const FILES = [
  'src/App.jsx',
  'src/units.ts',
  'src/units.js',
  'src/tray/index.tsx',
  'src/tray/Tray.vue',
  'src/Gauge.native.js',
  'src/Gauge.js',
  'packages/soil/src/index.ts',
  'packages/soil/src/deep/wet.ts',
];

describe('by a path', () => {
  test.each([
    ['./units', 'src/units.ts'],
    ['./units.js', 'src/units.js'],
    ['./tray', 'src/tray/index.tsx'],
    ['./tray/', 'src/tray/index.tsx'],
    ['./tray/Tray.vue', 'src/tray/Tray.vue'],
    ['./tray/Tray', 'src/tray/Tray.vue'],
    ['./units?raw', 'src/units.ts'],
    ['./App.js', 'src/App.jsx'],
    ['../src/App', 'src/App.jsx'],
    ['/src/App', 'src/App.jsx'],
    ['./none', 'missing'],
    ['./tray.css', 'asset'],
    ['./leaf.svg?url', 'asset'],
    ['../../../outside', 'missing'],
  ])('%s', (specifier, leadsTo) => {
    expect(resolves(FILES, {}, 'src/App.jsx', specifier)).toBe(leadsTo);
  });

  test('a file for one platform takes its own kind first', () => {
    expect(resolves(FILES, {}, 'src/Bed.native.js', './Gauge')).toBe('src/Gauge.native.js');
    expect(resolves(FILES, {}, 'src/App.jsx', './Gauge')).toBe('src/Gauge.js');
  });
});

describe('by an alias', () => {
  const config = (compilerOptions: object): Record<string, string> => ({
    'tsconfig.json': `// of the whole project\n${JSON.stringify({ compilerOptions })}`,
  });

  test.each([
    ['a prefix', config({ baseUrl: '.', paths: { '@/*': ['src/*'] } }), '@/units', 'src/units.ts'],
    ['a name as it is', config({ baseUrl: '.', paths: { tray: ['src/tray'] } }), 'tray', 'src/tray/index.tsx'],
    [
      'the second of two targets',
      config({ baseUrl: '.', paths: { '@/*': ['none/*', 'src/*'] } }),
      '@/App',
      'src/App.jsx',
    ],
    ['the base of all', config({ baseUrl: 'src' }), 'units', 'src/units.ts'],
    ['without a base, from the configuration', config({ paths: { '~/*': ['./src/*'] } }), '~/units', 'src/units.ts'],
    ['that leads nowhere', config({ baseUrl: '.', paths: { '@/*': ['src/*'] } }), '@/none', 'missing'],
    ['that is none', config({ baseUrl: '.', paths: { '@/*': ['src/*'] } }), 'react', 'outside'],
  ])('%s', (_, configs, specifier, leadsTo) => {
    expect(resolves(FILES, configs, 'src/App.jsx', specifier)).toBe(leadsTo);
  });

  test('a configuration holds for its folder alone', () => {
    const configs = { 'packages/soil/tsconfig.json': '{ "compilerOptions": { "paths": { "#/*": ["./src/*"] } } }' };
    expect(resolves(FILES, configs, 'packages/soil/src/index.ts', '#/deep/wet')).toBe('packages/soil/src/deep/wet.ts');
    expect(resolves(FILES, configs, 'src/App.jsx', '#/deep/wet')).not.toBe('packages/soil/src/deep/wet.ts');
  });
});

describe('by the name of a package of the project', () => {
  const manifest = (rest: object): Record<string, string> => ({
    'packages/soil/package.json': JSON.stringify({ name: '@nursery/soil', ...rest }),
  });

  test.each([
    ['its main file', manifest({ main: 'src/index.ts' }), '@nursery/soil', 'packages/soil/src/index.ts'],
    [
      'what it exports',
      manifest({ exports: { './wet': './src/deep/wet.ts' } }),
      '@nursery/soil/wet',
      'packages/soil/src/deep/wet.ts',
    ],
    ['a path inside it', manifest({}), '@nursery/soil/src/deep/wet', 'packages/soil/src/deep/wet.ts'],
    ['what it does not have', manifest({}), '@nursery/soil/none', 'missing'],
  ])('%s', (_, configs, specifier, leadsTo) => {
    expect(resolves(FILES, configs, 'src/App.jsx', specifier)).toBe(leadsTo);
  });
});

test('a configuration that cannot be read is none', () => {
  expect(
    resolves(FILES, { 'tsconfig.json': '{ "compilerOptions": ', 'package.json': 'null' }, 'src/App.jsx', './units'),
  ).toBe('src/units.ts');
});
