/**
 * Names a build tool imports by itself: those listed in a generated declaration file and, in a Nuxt project, the
 * exports of certain folders.
 */
import type { FileFacts } from '../../model/facts';
import { type ConfigFile, folderOf } from '../../model/paths';
import { WHOLE } from '../../read/script/commonjs';
import { parseJsonWithComments } from './jsonc';

/** Where a name comes from: a module as it is named in the file at `from`, and the name it has there. */
export interface AutoImport {
  from: string;
  source: string;
  imported: string;
}

interface Scope {
  /** All below it may use the names; empty for the project's root. */
  folder: string;
  names: Map<string, AutoImport>;
}

/** Declaration files that say what is imported by itself. */
export const AUTO_IMPORTS = /(^|\/)(auto-imports?|components|imports)\.d\.ts$/;
/** Folders whose declarations are meant for the folder above. */
const ASIDE = /(^|\/)(src|types?|typings|@types)$/;
/** Files whose exports can be used everywhere in a Nuxt project. */
const SHARED_FILE = /^(?:(?:src|app)\/)?(?:composables|utils|stores)\/(?:[^/]+|[^/]+\/index)\.[cm]?[jt]s$/;

/** What packages offer that such projects use without importing it. */
const OF_PACKAGES: Record<string, string> = {
  defineStore: 'pinia',
  storeToRefs: 'pinia',
  useRoute: 'vue-router',
  useRouter: 'vue-router',
};

export class AutoImports {
  private readonly declared: Scope[] = [];
  private readonly nuxt: string[] = [];
  private shared: Scope[] = [];
  private sharedKey = '';

  constructor(configs: readonly ConfigFile[]) {
    for (const config of configs) {
      if (AUTO_IMPORTS.test(config.path)) this.declared.push(declaredIn(config));
      if (/(^|\/)package\.json$/.test(config.path) && usesNuxt(config.text)) this.nuxt.push(folderOf(config.path));
    }
    // The project nearest to a file says what its names are.
    this.declared.sort((a, b) => b.folder.length - a.folder.length);
    this.nuxt.sort((a, b) => b.length - a.length);
  }

  /** Finds what the files share; true where that has changed. */
  settle(files: readonly FileFacts[]): boolean {
    if (this.nuxt.length === 0) return false;
    this.shared = this.nuxt.map((folder) => ({ folder, names: sharedIn(folder, files) }));
    const key = JSON.stringify(this.shared.map(({ names }) => [...names.values()]));
    const changed = key !== this.sharedKey;
    this.sharedKey = key;
    return changed;
  }

  /** Whether a file is of a Nuxt project, whose components go by their folders as well. */
  isOfNuxt(path: string): boolean {
    return this.nuxt.some((folder) => isBelow(path, folder));
  }

  /** Where a name comes from that nothing in the file at `path` declares; null where nothing imports it. */
  of(path: string, name: string): AutoImport | null {
    for (const { folder, names } of [...this.declared, ...this.shared]) {
      const found = isBelow(path, folder) ? names.get(name) : undefined;
      if (found) return found;
    }
    const source = Object.hasOwn(OF_PACKAGES, name) ? OF_PACKAGES[name] : undefined;
    if (source === undefined || !this.isOfNuxt(path)) return null;
    return { from: path, source, imported: name };
  }
}

function isBelow(path: string, folder: string): boolean {
  return folder === '' || path.startsWith(`${folder}/`);
}

/** `const useSoil: typeof import('./src/soil')['useSoil']`, also of components. */
function declaredIn({ path, text }: ConfigFile): Scope {
  const names = new Map<string, AutoImport>();
  const written = /(?<![\w$])([\w$]+)['"]?\s*:\s*typeof import\(['"]([^'"]+)['"]\)(?:\[['"]([\w$]+)['"]\]|\.([\w$]+))/g;
  for (const [, name = '', source = '', quoted, dotted] of text.matchAll(written))
    if (!names.has(name)) names.set(name, { from: path, source, imported: quoted ?? dotted ?? 'default' });
  return { folder: folderOf(path).replace(ASIDE, ''), names };
}

function usesNuxt(manifest: string): boolean {
  const data = parseJsonWithComments(manifest) as Record<string, Record<string, unknown> | undefined> | null;
  return ['dependencies', 'devDependencies'].some((key) => data?.[key]?.nuxt !== undefined);
}

function sharedIn(folder: string, files: readonly FileFacts[]): Map<string, AutoImport> {
  const names = new Map<string, AutoImport>();
  for (const { path, exports } of files) {
    if (!isBelow(path, folder) || !SHARED_FILE.test(folder === '' ? path : path.slice(folder.length + 1))) continue;
    const file = path.slice(path.lastIndexOf('/') + 1);
    for (const { name } of exports) {
      if (name === '*' || name === WHOLE) continue;
      const local = name === 'default' ? camel(path) : name;
      if (!names.has(local)) names.set(local, { from: path, source: `./${file}`, imported: name });
    }
  }
  return names;
}

/** The name of a file's default export: `use-soil.ts`, `useSoil/index.ts` are `useSoil`. */
function camel(path: string): string {
  const name =
    path
      .replace(/\/index\.\w+$/, '')
      .split('/')
      .at(-1) ?? '';
  return name.replace(/\.\w+$/, '').replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());
}
