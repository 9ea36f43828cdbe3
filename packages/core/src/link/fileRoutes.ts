/**
 * Routes given by the file tree: pages are rendered inside the layouts of the folders around them. What a framework would
 * put together from the files is written out as a module, and read like any other.
 */
import type { FileFacts } from '../model/facts';
import { readFile } from '../read';
import type { ConfigFile } from './modules';
import { folderOf } from './paths';

const PAGE = /^(?:(.*)\/)?(page)\.[cm]?[jt]sx?$/;
const PAGES = /^((?:.*\/)?(?:src\/)?pages)\/(.*)\.[jt]sx?$/;

export const FILE_ROUTES = 'model:routes.jsx';

/** The module that mounts every page inside its layouts; null where the project has none by the file tree. */
export function fileRoutes(files: readonly FileFacts[], configs: readonly ConfigFile[]): FileFacts | null {
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
  if (mounts.length === 0) return null;
  const text = [...lines, ...mounts].join('\n');
  return readFile({ path: FILE_ROUTES, text, hash: text, bytes: text.length });
}

/** Whether the project says it is of the framework whose `pages` folder is its table of routes. */
function usesPages(configs: readonly ConfigFile[]): boolean {
  return configs.some((config) => /(^|\/)package\.json$/.test(config.path) && /"(next|gatsby)"\s*:/.test(config.text));
}
