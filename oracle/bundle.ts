/** Bundles an example in development mode, with the compilers of its own family. */
import { spawnSync } from 'node:child_process';
import { readFileSync, existsSync } from 'node:fs';
import path from 'node:path';
import { build, type Plugin } from 'esbuild';
import * as vue3 from '@vue/compiler-sfc';
import { compile, compileModule } from 'svelte/compiler';
import { projectKinds, type ProjectKind } from '../packages/core/src/read/projectKinds';

import { webComponents } from './webComponents';

export type Kind = 'react' | 'svelte' | ProjectKind;

/** What an example is written in, by the packages it names. */
export function kindOf(example: string): Kind {
  const text = readFileSync(path.join(example, 'package.json'), 'utf8');
  const kind = projectKinds([{ path: 'package.json', text }])('src/main.js');
  if (kind !== undefined) return kind;
  return /"svelte"\s*:/.test(text) ? 'svelte' : 'react';
}

export async function bundleExample(example: string, outfile: string): Promise<void> {
  const kind = kindOf(example);
  const compiled = kind === 'angular' ? compiledBy(example, path.join(path.dirname(outfile), 'compiled')) : example;
  const entry = ['src/main.jsx', 'src/main.js', 'main.js']
    .map((one) => path.join(compiled, one))
    .find((one) => existsSync(one));
  const plugins: Record<Kind, Plugin[]> = {
    react: [],
    vue2: [older()],
    vue3: [newer(), watched()],
    svelte: [svelte()],
    angular: [reflecting()],
    lwc: [webComponents(example, path.join(path.dirname(outfile), 'compiled'))],
    scope: [],
  };
  await build({
    entryPoints: [entry ?? example],
    outfile,
    bundle: true,
    format: 'iife',
    jsx: 'automatic',
    jsxDev: true,
    keepNames: true,
    conditions: ['browser', 'development'],
    define: {
      'process.env.NODE_ENV': '"development"',
      __VUE_OPTIONS_API__: 'true',
      __VUE_PROD_DEVTOOLS__: 'false',
      __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
    },
    // Packages are those of this checkout.
    nodePaths: [path.resolve(example, '../../node_modules')],
    resolveExtensions: ['.js', '.jsx', '.ts', '.tsx', '.vue', '.svelte'],
    loader: { '.svg': 'dataurl', '.woff2': 'empty', '.png': 'dataurl' },
    plugins: plugins[kind],
    logLevel: 'error',
  });
}

/** An application of Angular as its own compiler makes it; gives the folder of the scripts. */
function compiledBy(example: string, folder: string): string {
  const packages = path.resolve(example, '../../node_modules');
  const compiler = path.join(packages, '@angular/compiler-cli/bundles/src/bin/ngc.js');
  const done = spawnSync(process.execPath, [compiler, '-p', path.join(example, 'tsconfig.json'), '--outDir', folder], {
    encoding: 'utf8',
  });
  if (done.status !== 0)
    throw new Error(`${path.basename(example)} could not be compiled:\n${done.stdout}${done.stderr}`);
  return folder;
}

/** Lets the page know which inputs are bound: the family writes that on elements, where it is asked to. */
function reflecting(): Plugin {
  return {
    name: 'reflecting',
    setup({ onResolve, onLoad }) {
      onResolve({ filter: /^@angular\/platform-browser$/ }, ({ importer, pluginData }) =>
        importer.includes('node_modules') || pluginData === 'real'
          ? null
          : { path: 'platform-browser', namespace: 'reflecting' },
      );
      onLoad({ filter: /.*/, namespace: 'reflecting' }, () => ({
        contents: `import '@angular/compiler';
import 'zone.js';
export * from '@angular/platform-browser';
import { bootstrapApplication as real, platformBrowser as platform } from '@angular/platform-browser';
import { provideNgReflectAttributes } from '@angular/core';
export function bootstrapApplication(root, { providers = [], ...more } = {}) {
  return real(root, { ...more, providers: [...providers, provideNgReflectAttributes()] });
}
export function platformBrowser() {
  const made = platform();
  const run = made.bootstrapModule.bind(made);
  made.bootstrapModule = (module) => {
    module.\u0275inj.providers = [...(module.\u0275inj.providers ?? []), provideNgReflectAttributes()];
    return run(module);
  };
  return made;
}`,
        resolveDir: path.resolve(__dirname, '../../../..'),
        pluginData: 'real',
      }));
    },
  };
}

const NAME = /([^/]+)\.vue$/;

/** Script and render function of a component as one module; it goes by its file's name where it gives itself none. */
function joined(script: string, template: string, file: string): string {
  const name = NAME.exec(file)?.[1] ?? '';
  return `${script}\n${template}\n__it__.__name ??= ${JSON.stringify(name)};\nexport default __it__;\n`;
}

function newer(): Plugin {
  return {
    name: 'vue3',
    setup: ({ onLoad }) =>
      onLoad({ filter: NAME }, ({ path: file }) => {
        const { descriptor } = vue3.parse(readFileSync(file, 'utf8'), { filename: file });
        const hasScript = descriptor.script !== null || descriptor.scriptSetup !== null;
        const script = hasScript ? vue3.compileScript(descriptor, { id: file }) : null;
        const own = script ? vue3.rewriteDefault(script.content, '__it__', ['typescript']) : 'const __it__ = {};';
        const template = vue3.compileTemplate({
          source: descriptor.template?.content ?? '',
          filename: file,
          id: file,
          compilerOptions: {
            ...(script?.bindings ? { bindingMetadata: script.bindings } : {}),
            expressionPlugins: ['typescript'],
          },
        });
        return { contents: joined(own, `${template.code}\n__it__.render = render;`, file), loader: 'ts' };
      }),
  };
}

/** Lets the page know what is injected, which the family keeps to itself. */
function watched(): Plugin {
  return {
    name: 'watched',
    setup({ onResolve, onLoad }) {
      onResolve({ filter: /^vue$/ }, ({ importer, pluginData }) =>
        importer.includes('node_modules') || pluginData === 'real' ? null : { path: 'vue', namespace: 'watched' },
      );
      onLoad({ filter: /.*/, namespace: 'watched' }, () => ({
        contents: `export * from 'vue';
import { getCurrentInstance, inject as real } from 'vue';
export function inject(key, ...rest) { window.__injected?.(getCurrentInstance(), key); return real(key, ...rest); }`,
        resolveDir: path.resolve(__dirname, '../../../..'),
        pluginData: 'real',
      }));
    },
  };
}

/** The compilers of the older version, as far as they are used. */
interface Older {
  parse(options: { source: string; filename: string }): {
    script: { content: string } | null;
    template: { content: string } | null;
  };
  compileTemplate(options: { source: string; filename: string }): { code: string };
  rewriteDefault(script: string, name: string): string;
}

function older(): Plugin {
  return {
    name: 'vue2',
    async setup({ onLoad, onResolve, resolve }) {
      // eslint-disable-next-line @typescript-eslint/no-require-imports
      const vue2 = require('vue2/compiler-sfc') as Older;
      onResolve({ filter: /^vue$/ }, ({ resolveDir }) => resolve('vue2', { kind: 'import-statement', resolveDir }));
      onLoad({ filter: NAME }, ({ path: file }) => {
        const { script, template } = vue2.parse({ source: readFileSync(file, 'utf8'), filename: file });
        const own = vue2.rewriteDefault(script?.content ?? 'export default {}', '__it__');
        const { code } = vue2.compileTemplate({ source: template?.content ?? '', filename: file });
        const drawn = `${code}\n__it__.render = render;\n__it__.staticRenderFns = staticRenderFns;`;
        return { contents: joined(own, drawn, file), loader: 'js' };
      });
    },
  };
}

function svelte(): Plugin {
  return {
    name: 'svelte',
    setup({ onLoad }) {
      onLoad({ filter: /\.svelte$/ }, ({ path: file }) => ({
        contents: compile(readFileSync(file, 'utf8'), { filename: file, dev: true, css: 'injected' }).js.code,
        loader: 'js',
      }));
      onLoad({ filter: /\.svelte\.[jt]s$/ }, ({ path: file }) => ({
        contents: compileModule(readFileSync(file, 'utf8'), { filename: file, dev: true }).js.code,
        loader: 'js',
      }));
    },
  };
}
