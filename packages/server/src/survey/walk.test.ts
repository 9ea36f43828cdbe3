import { mkdtempSync, mkdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { walk } from './walk';

let root = '';
beforeEach(() => {
  root = mkdtempSync(path.join(tmpdir(), 'vectura-walk-'));
});
afterEach(() => rmSync(root, { recursive: true, force: true }));

function lay(files: Record<string, string>): void {
  for (const [file, text] of Object.entries(files)) {
    mkdirSync(path.dirname(path.join(root, file)), { recursive: true });
    writeFileSync(path.join(root, file), text);
  }
}

const found = async (options = {}): Promise<string[]> => (await walk(root, options)).sources.map((file) => file.path);

test('tests, stories, declarations, generated and hidden files are no sources, and counted', async () => {
  lay({
    'src/Tray.jsx': '<b/>',
    'src/Tray.test.jsx': '',
    'src/Tray.stories.tsx': '',
    'src/types.d.ts': '',
    'src/vendor.min.js': '',
    'src/api.generated.ts': '',
    'src/__tests__/a.jsx': '',
    'src/__testfixtures__/b.jsx': '',
    'src/.hidden.js': '',
    '.cache/x.js': '',
    'node_modules/a/index.js': '',
    'bower_components/a/index.js': '',
    'notes.md': '',
  });
  const result = await walk(root);
  expect(result.sources.map((file) => file.path)).toEqual(['src/Tray.jsx']);
  expect(result.skipped).toEqual({
    test: 3,
    story: 1,
    'type declaration': 1,
    generated: 2,
    hidden: 1,
    'hidden folder': 1,
    'node_modules folder': 1,
    'bower_components folder': 1,
  });
});

test('.gitignore is respected at every depth', async () => {
  lay({
    '.gitignore': 'old/\n*.local.js\n',
    'src/a.jsx': '',
    'old/b.jsx': '',
    'src/c.local.js': '',
    'src/deep/.gitignore': 'd.jsx\n!keep.jsx\n',
    'src/deep/d.jsx': '',
    'src/deep/keep.jsx': '',
  });
  expect(await found()).toEqual(['src/a.jsx', 'src/deep/keep.jsx']);
});

test('output folders count only where nothing else holds components', async () => {
  lay({ 'lib/Tray.jsx': '', 'index.js': 'module.exports = 1;' });
  expect(await found()).toEqual(['index.js', 'lib/Tray.jsx']);
  lay({ 'src/Zone.jsx': '' });
  expect(await found()).toEqual(['index.js', 'src/Zone.jsx']);
});

test('stories are no sources, in folders of their own either', async () => {
  lay({
    'src/Tray.jsx': '<b/>',
    'src/__stories__/tray.js': '',
    'src/_stories/bed.jsx': '<b/>',
    'src/stories/Board.jsx': '<b/>',
  });
  const result = await walk(root);
  expect(result.sources.map((file) => file.path)).toEqual(['src/Tray.jsx', 'src/stories/Board.jsx']);
  expect(result.skipped).toEqual({ story: 2 });
});

test('folders of sources may be called what output is called, where no package builds into them', async () => {
  lay({
    'package.json': '{}',
    'src/a.jsx': '<b/>',
    'src/lib/b.js': '',
    'src/build/c.js': '',
    'src/dist/d.js': '',
    'dist-esm/g.js': '',
    'lib/e.js': '',
    'parts/package.json': '{}',
    'parts/out/f.js': '',
  });
  const result = await walk(root);
  expect(result.sources.map((file) => file.path)).toEqual(['src/a.jsx', 'src/build/c.js', 'src/lib/b.js']);
  expect(result.skipped).toEqual({ output: 4 });
  // What else speaks against them than a name that sources have too is kept out for good.
  expect(result.output.map((file) => file.path).sort()).toEqual(['lib/e.js', 'parts/out/f.js']);
});

test('bundles are told by their looks, whatever they are called', async () => {
  const bundle = 'function a(b){return b?{c:b}:{c:0};}'.repeat(1000);
  lay({
    'src/a.jsx': '<b/>',
    'src/vendor.js': bundle,
    'src/written.js': bundle.replaceAll('}', '}\n').replaceAll('function a', 'function addBed'),
    'src/mangled.js': bundle.replaceAll('}', '}\n'),
    'src/packed.cjs': `"use strict";\nvar __create = Object.create;\nvar __commonJS = (cb, mod) => function __require() {};\n${'a();\n'.repeat(400)}`,
    'src/joined.js': `${[1, 2, 3, 4].map((n) => `function addBed$${n}(bed) {\n  return bed;\n}\n`).join('')}${'addBed(1);\n'.repeat(2000)}`,
    'src/compiled.js': `${'addBed(1);\n'.repeat(20)}const _sfc_main = defineComponent({});\n${'addBed(1);\n'.repeat(2000)}`,
    'src/styled.js': `(function(){"use strict";try{if(typeof document!="undefined"){var t=document.createElement("style")}}catch(e){}})();\n${'addBed(1);\n'.repeat(200)}`,
    'src/rolled.js': `this.beds = this.beds || {};\nthis.beds.tray = (function () {\n${'addBed(1);\n'.repeat(200)}})();\n`,
    'src/counted.js': `class Beds {\n  count() {\n    this.beds = this.beds || {};\n${'    addBed(1);\n'.repeat(200)}  }\n}\n`,
    'src/picture.js': `export default "${'x'.repeat(30_000)}";`,
  });
  const result = await walk(root);
  expect(result.sources.map((file) => file.path)).toEqual([
    'src/a.jsx',
    'src/counted.js',
    'src/picture.js',
    'src/written.js',
  ]);
  expect(result.skipped).toEqual({ generated: 7 });
});

test('tests and stories of a package that is nothing but output are none of its sources', async () => {
  lay({
    'package.json': '{}',
    'dist/Tray.jsx': '<b/>',
    'dist/Tray.stories.jsx': '',
    'dist/tests/a.js': '',
    'dist/b.test.js': '',
  });
  const result = await walk(root);
  expect(result.sources.map((file) => file.path)).toEqual(['dist/Tray.jsx']);
  expect(result.skipped).toEqual({ story: 1, test: 2 });
});

test('include brings back, exclude takes out', async () => {
  lay({ 'src/a.jsx': '', 'src/a.test.jsx': '', 'src/b.jsx': '' });
  expect(await found({ include: ['**/*.test.jsx'], exclude: ['**/b.jsx'] })).toEqual(['src/a.jsx', 'src/a.test.jsx']);
});

test('links are not followed', async () => {
  const elsewhere = mkdtempSync(path.join(tmpdir(), 'vectura-other-'));
  writeFileSync(path.join(elsewhere, 'secret.jsx'), '');
  lay({ 'src/a.jsx': '' });
  symlinkSync(elsewhere, path.join(root, 'src/other'));
  symlinkSync(path.join(elsewhere, 'secret.jsx'), path.join(root, 'src/b.jsx'));
  const result = await walk(root);
  expect(result.sources.map((file) => file.path)).toEqual(['src/a.jsx']);
  expect(result.skipped.link).toBe(2);
  rmSync(elsewhere, { recursive: true });
});

test('configuration files are found as data', async () => {
  lay({ 'tsconfig.json': '{}', 'package.json': '{}', 'src/a.jsx': '', 'src/auto-imports.d.ts': '' });
  expect((await walk(root)).configs.map((file) => file.path)).toEqual([
    'package.json',
    'src/auto-imports.d.ts',
    'tsconfig.json',
  ]);
});

test('of pages, those are sources that a script beside them names as its template', async () => {
  lay({
    'index.html': '<b></b>',
    'src/app.ts': `import { Component } from '@angular/core'; @Component({ templateUrl: './app.html' }) class App {}`,
    'src/app.html': '<b></b>',
    'src/bed.ts': `import { Component } from '@angular/core'; @Component({ template: require('./bed.html') }) class Bed {}`,
    // Of another framework: its markup is not this one's.
    'old/pot.js': `module.directive('pot', () => ({ templateUrl: 'pot.html' }));`,
    'old/pot.html': '<b>{{ ::depth }}</b>',
    'src/bed.html': '<b></b>',
    'src/other.html': '<b></b>',
  });
  const result = await walk(root);
  expect(result.sources.map((file) => file.path)).toEqual([
    'old/pot.js',
    'src/app.html',
    'src/app.ts',
    'src/bed.html',
    'src/bed.ts',
  ]);
  expect(result.skipped).toEqual({});
});

test('the folder of a Lightning Web Component: its markup, its metadata, and markup that stands deeper in it', async () => {
  lay({
    'sfdx-project.json': '{}',
    'app/lwc/tile/tile.js': `import { LightningElement } from 'lwc'; export default class Tile extends LightningElement {}`,
    'app/lwc/tile/tile.html': '<template></template>',
    'app/lwc/tile/tile.js-meta.xml': '<LightningComponentBundle></LightningComponentBundle>',
    'app/lwc/tile/parts/wide.html': '<!-- wide --> <template></template>',
    'app/lwc/tile/parts/help.html': '<p>Help</p>',
    'app/lwc/plain/plain.html': '<template></template>',
    'app/pages/page.html': '<template></template>',
  });
  const result = await walk(root);
  expect(result.sources.map((file) => file.path)).toEqual([
    'app/lwc/plain/plain.html',
    'app/lwc/tile/parts/wide.html',
    'app/lwc/tile/tile.html',
    'app/lwc/tile/tile.js',
    'app/lwc/tile/tile.js-meta.xml',
  ]);
  expect(result.configs.map((file) => file.path)).toEqual(['sfdx-project.json']);
});

test('pages of scopes are sources wherever they stand; others, where a script names them', async () => {
  lay({
    'index.html': '<body ng-app="house"><div ng-view></div></body>',
    'app/house.js': `angular.module('house', []).component('bed', { templateUrl: '/parts/bed.html' });`,
    'parts/bed.html': '<p>A bed without a name</p>',
    'parts/pot.html': '<p ng-if="open">{{ depth }}</p>',
    'help/about.html': '<p>About the house</p>',
  });
  expect(await found()).toEqual(['app/house.js', 'index.html', 'parts/bed.html', 'parts/pot.html']);
});
