/**
 * Routes given by the file tree: each page is rendered inside the layouts of the folders around it. What a framework
 * would generate from the files is written out as a module and read like any other.
 */
import type { FileFacts } from '../../model/facts';
import { folderOf, type ConfigFile } from '../../model/paths';
import { readFile } from '../../read';

const PAGE = /^(?:(.*)\/)?(page)\.[cm]?[jt]sx?$/;
const PAGES = /^((?:.*\/)?(?:src\/)?pages)\/(.*)\.[jt]sx?$/;

export const FILE_ROUTES = 'model:routes.jsx';
const VUE_ROUTES = 'model:pages.js';

/** The modules that mount every page inside its layouts; none where the project has none by the file tree. */
export function fileRoutes(files: readonly FileFacts[], configs: readonly ConfigFile[]): FileFacts[] {
  return [pagesInLayouts(files, configs), pagesAtOutlets(files, configs)].filter((one) => one !== null);
}

function pagesInLayouts(files: readonly FileFacts[], configs: readonly ConfigFile[]): FileFacts | null {
  const byPath = new Set(files.map((file) => file.path));
  const find = (stem: string): string | null =>
    ['tsx', 'jsx', 'ts', 'js'].map((extension) => `${stem}.${extension}`).find((path) => byPath.has(path)) ?? null;
  const lines: string[] = [];
  const mounts: string[] = [];
  const names = new Map<string, string>();
  const nameOf = (path: string): string => {
    let name = names.get(path);
    if (name === undefined) {
      name = `File${names.size}`;
      names.set(path, name);
      lines.push(`import ${name} from '/${path}';`);
    }
    return name;
  };
  const mount = (page: string, layouts: readonly string[]): void => {
    let markup = `<${nameOf(page)} />`;
    for (const layout of layouts) markup = `<${nameOf(layout)}>${markup}</${nameOf(layout)}>`;
    mounts.push(`mount(${markup});`);
  };
  for (const { path } of files) {
    if (!PAGE.test(path) || !/(^|\/)app(\/|$)/.test(folderOf(path))) continue;
    const layouts: string[] = [];
    for (let folder = folderOf(path); ; folder = folderOf(folder)) {
      for (const kind of ['template', 'layout']) {
        const layout = find(folder === '' ? kind : `${folder}/${kind}`);
        if (layout) layouts.push(layout);
      }
      if (/(^|\/)app$/.test(folder) || folder === '') break;
    }
    if (layouts.length > 0) mount(path, layouts);
  }
  if (usesPages(configs))
    for (const { path } of files) {
      const [, root = '', rest = ''] = PAGES.exec(path) ?? [];
      if (!root || /^(api\/|_app$|_document$|_error$)/.test(rest)) continue;
      const app = find(`${root}/_app`);
      // The one around all pages is given the page as a component.
      if (app) mounts.push(`mount(<${nameOf(app)} Component={${nameOf(path)}} />);`);
      else mount(path, []);
    }
  loadedPages(byPath, nameOf, lines, mounts);
  if (mounts.length === 0) return null;
  const text = [...lines, ...mounts].join('\n');
  return readFile({ path: FILE_ROUTES, text, hash: text, bytes: text.length });
}

/** Whether the project says it is of the framework whose `pages` folder is its table of routes. */
function usesPages(configs: readonly ConfigFile[]): boolean {
  return configs.some((config) => /(^|\/)package\.json$/.test(config.path) && /"(next|gatsby)"\s*:/.test(config.text));
}

const LOADED = /^((?:.*\/)?src\/routes(?:\/.*)?)\/\+page(@[^/]*)?\.svelte$/;

/** Pages that stand in the slots of the layouts around them, and are given what the modules beside them load. */
function loadedPages(
  paths: ReadonlySet<string>,
  nameOf: (path: string) => string,
  lines: string[],
  mounts: string[],
): void {
  const loads = new Map<string, string>();
  const loadOf = (stem: string): string[] =>
    ['.server.ts', '.server.js', '.ts', '.js'].flatMap((extension) => {
      const path = `${stem}${extension}`;
      if (!paths.has(path)) return [];
      let name = loads.get(path);
      if (name === undefined) {
        name = `load${loads.size}`;
        loads.set(path, name);
        lines.push(`import { load as ${name} } from '/${path}';`);
      }
      return [`...${name}()`];
    });
  for (const page of paths) {
    const [, folder = ''] = LOADED.exec(page) ?? [];
    if (!folder) continue;
    const layouts: string[] = [];
    const loaded: string[] = [];
    for (let at = folder; ; at = folderOf(at)) {
      if (paths.has(`${at}/+layout.svelte`)) layouts.push(at);
      loaded.unshift(...loadOf(`${at}/+layout`));
      if (/(^|\/)src\/routes$/.test(at) || at === '') break;
    }
    let markup = `createElement(${nameOf(page)}, { data: { ${[...loaded, ...loadOf(`${folder}/+page`)].join(', ')} } })`;
    for (const at of layouts)
      markup = `createElement(${nameOf(`${at}/+layout.svelte`)}, { data: { ${loaded.join(', ')} }, '#default': ${markup} })`;
    mounts.push(`mount(${markup});`);
  }
  if (mounts.some((mount) => mount.startsWith('mount(createElement')))
    lines.push(`import { createElement } from 'react';`);
}

/** Pages shown at the outlet of the application's own component, in the layout it names. */
function pagesAtOutlets(files: readonly FileFacts[], configs: readonly ConfigFile[]): FileFacts | null {
  const root = configs.find((config) => /(^|\/)package\.json$/.test(config.path) && /"nuxt"\s*:/.test(config.text));
  if (!root) return null;
  const base = folderOf(root.path);
  const find = (pattern: string): string[] => {
    const matches = new RegExp(`^${base === '' ? '' : `${base}/`}(app/)?${pattern}$`);
    return files.map((file) => file.path).filter((path) => matches.test(path));
  };
  const pages = find('pages/.*\\.vue');
  const [app] = find('app\\.vue');
  const [layout] = find('layouts/default\\.vue');
  if (pages.length === 0) return null;
  const text = [
    `import { createApp } from 'vue';`,
    `import { createRouter } from 'vue-router';`,
    ...(app ? [`import App from '/${app}';`, `const app = createApp(App);`] : []),
    ...(app && layout ? [`import Layout from '/${layout}';`, `app.component('nuxt-layout', Layout);`] : []),
    ...pages.map((page, index) => `import Page${index} from '/${page}';`),
    `createRouter({ routes: [${pages.map((_, index) => `{ component: Page${index} }`).join(', ')}] });`,
  ].join('\n');
  return readFile({ path: VUE_ROUTES, text, hash: text, bytes: text.length });
}
