/**
 * Resolves imports: relative paths, index files, aliases of tsconfig and jsconfig, packages of the project and
 * outside.
 */
import { IMPLIED_ENDINGS } from '../../model/sourceFiles';
import type { FileFacts } from '../../model/facts';
import { isModel, modelPath } from '../../read/libraries';
import { BUNDLER_CONFIG, readAliases as readBundlerAliases } from './bundlerAliases';
import { parseJsonWithComments } from './jsonc';
import { FolderModules } from './folderModules';
import { Manifests } from './manifests';
import { ServedFiles } from './servedFiles';
import { type ConfigFile, folderOf, normalise } from '../../model/paths';

export type { ConfigFile };

export type Resolution =
  | { kind: 'file'; file: number }
  /** A package from outside the project. */
  | { kind: 'outside'; name: string; /** The file that says what it does, for a package known here. */ model?: number }
  /** A style sheet, a picture, data: nothing flows through it. */
  | { kind: 'asset' }
  | { kind: 'missing'; reason: string };

const ASSET =
  /\.(css|scss|sass|less|styl|svg|png|jpe?g|gif|webp|avif|ico|json|ya?ml|txt|md|mdx|html?|woff2?|ttf|mp[34]|wasm|graphql|gql)(\?.*)?$/i;

/** A file for one platform alone imports those of its platform first: `index.native.js` beside `index.js`. */
export const PLATFORM = /\.(native|ios|android|web)\.[cm]?[jt]sx?$/;
const VARIANTS: Record<string, readonly string[]> = {
  '': ['', '.web', '.native', '.ios', '.android'],
  web: ['.web', ''],
  native: ['.native', '.ios', '.android', ''],
  ios: ['.ios', '.native', ''],
  android: ['.android', '.native', ''],
};

interface AliasSet {
  /** The folder the configuration stands in; empty for the project's root. */
  folder: string;
  baseUrl: string | null;
  /** What the targets are relative to, where that is neither of the two. */
  base?: string;
  paths: { prefix: string; suffix: string; exact: boolean; targets: string[] }[];
}

export class Modules {
  private readonly byPath = new Map<string, number>();
  private readonly models = new Map<string, number>();
  private readonly aliases: AliasSet[];
  private readonly manifests: Manifests;
  private readonly folderModules: FolderModules;
  private readonly served: ServedFiles;
  private readonly known = new Map<string, Resolution>();

  /** `files` are all that imports may lead to. */
  constructor(files: readonly { path: string }[], configs: readonly ConfigFile[]) {
    files.forEach((file, index) => this.byPath.set(file.path, index));
    for (const [index, file] of files.entries()) if (isModel(file.path)) this.models.set(file.path, index);
    this.aliases = readAliases(configs);
    this.manifests = new Manifests(configs);
    this.folderModules = new FolderModules(files, configs);
    this.served = new ServedFiles(files);
  }

  /** Whether what a file holds may be used outside the project. */
  offers(path: string): boolean {
    return this.manifests.offers(path);
  }

  resolve(from: string, specifier: string): Resolution {
    const folder = folderOf(from);
    const platform = PLATFORM.exec(from)?.[1] ?? '';
    const key = `${folder}\0${specifier}\0${platform}`;
    let answer = this.known.get(key);
    if (!answer) {
      answer = this.find(folder, specifier, VARIANTS[platform] ?? ['']);
      this.known.set(key, answer);
    }
    return answer;
  }

  private find(folder: string, specifier: string, variants: readonly string[]): Resolution {
    const [bare = ''] = specifier.split('?');
    if (/^\.{0,2}\//.test(specifier) || specifier === '.' || specifier === '..') {
      const path = specifier.startsWith('/') ? normalise(bare.slice(1)) : normalise(`${folder}/${bare}`);
      const file = path === null ? undefined : this.candidate(path, variants);
      const served = file ?? (specifier.startsWith('/') ? this.served.find(folder, bare.slice(1)) : undefined);
      if (served !== undefined) return { kind: 'file', file: served };
      if (ASSET.test(specifier)) return { kind: 'asset' };
      return { kind: 'missing', reason: `No file that was read matches “${specifier}”.` };
    }
    const aliased = this.throughAlias(folder, bare, variants);
    if (aliased) return aliased;
    const module = this.folderModules.find(folder, bare);
    if (module !== undefined) return { kind: 'file', file: module };
    const own = this.manifests.candidates(folder, bare);
    for (const path of own ?? []) {
      const file = this.candidate(path, variants);
      if (file !== undefined) return { kind: 'file', file };
    }
    if (own && !ASSET.test(specifier))
      return {
        kind: 'missing',
        reason: `“${specifier}” belongs to this project, but no file that was read matches it.`,
      };
    if (ASSET.test(specifier) && !/^[@\w]/.test(specifier)) return { kind: 'asset' };
    const model = modelPath(specifier);
    const known = model === null ? undefined : this.models.get(model);
    return known === undefined
      ? { kind: 'outside', name: specifier }
      : { kind: 'outside', name: specifier, model: known };
  }

  /** A path without its extension, or a folder with an index file. */
  private candidate(path: string, variants: readonly string[]): number | undefined {
    const exact = this.byPath.get(path);
    if (exact !== undefined) return exact;
    const stem = path.replace(/\.(m|c)?jsx?$/, '');
    for (const base of stem === path ? [path] : [path, stem]) {
      const file = this.withExtension(base, variants);
      if (file !== undefined) return file;
    }
    return this.withExtension(path === '' ? 'index' : `${path}/index`, variants);
  }

  private withExtension(base: string, variants: readonly string[]): number | undefined {
    for (const variant of variants)
      for (const extension of IMPLIED_ENDINGS) {
        const file = this.byPath.get(base + variant + extension);
        if (file !== undefined) return file;
      }
    return undefined;
  }

  private throughAlias(folder: string, specifier: string, variants: readonly string[]): Resolution | null {
    for (const set of this.aliases) {
      if (set.folder && folder !== set.folder && !folder.startsWith(`${set.folder}/`)) continue;
      let matched = false;
      for (const alias of set.paths) {
        const middle = matchAlias(alias, specifier);
        if (middle === null) continue;
        matched = true;
        for (const target of alias.targets) {
          const path = normalise(`${set.base ?? set.baseUrl ?? set.folder}/${target.replace('*', middle)}`);
          const file = path === null ? undefined : this.candidate(path, variants);
          if (file !== undefined) return { kind: 'file', file };
        }
      }
      if (matched && !ASSET.test(specifier) && /^[@~#]?\//.test(specifier))
        return { kind: 'missing', reason: `“${specifier}” matches an alias, but no file that was read is behind it.` };
      if (set.baseUrl !== null) {
        const path = normalise(`${set.baseUrl}/${specifier}`);
        const file = path === null ? undefined : this.candidate(path, variants);
        if (file !== undefined) return { kind: 'file', file };
      }
    }
    return null;
  }
}

/** Which of further paths the imports of some files lead to, where they lead to none of those files. */
export function importedAmong(
  files: readonly FileFacts[],
  further: readonly string[],
  configs: readonly ConfigFile[],
): Set<string> {
  // What is compiled from a source that is read says the same once more.
  const typed = new Set(
    files.filter(({ path }) => /\.([mc]?ts|[jt]sx)$/.test(path)).map(({ path }) => uncompiled(path)),
  );
  const isCompiled = (path: string): boolean => /\.[mc]?js$/.test(path) && typed.has(uncompiled(path));
  const all = [...files, ...further.filter((path) => !isCompiled(path)).map((path) => ({ path }))];
  const among = new Modules(files, configs);
  const withFurther = new Modules(all, configs);
  const found = new Set<string>();
  for (const { path, imports, exports } of files)
    for (const { source } of [...imports, ...exports]) {
      if (source === null || among.resolve(path, source).kind === 'file') continue;
      const leads = withFurther.resolve(path, source);
      const to = leads.kind === 'file' ? all[leads.file] : undefined;
      if (to) found.add(to.path);
    }
  return found;
}

/** What a file of sources and what is compiled from it have in common: `src/bench/Tray.tsx`, `lib/bench/Tray.js`. */
function uncompiled(path: string): string {
  return path.replace(/(^|\/)(src|source|lib|out|build|dist|es|esm|cjs)\//, '$1').replace(/\.\w+$/, '');
}

function matchAlias(alias: AliasSet['paths'][number], specifier: string): string | null {
  if (alias.exact) return specifier === alias.prefix ? '' : null;
  if (!specifier.startsWith(alias.prefix) || !specifier.endsWith(alias.suffix)) return null;
  if (specifier.length < alias.prefix.length + alias.suffix.length) return null;
  return specifier.slice(alias.prefix.length, specifier.length - alias.suffix.length);
}

/** The configuration another one extends: beside it, or in a package of the project. */
function parentConfig(folder: string, parent: string, byPath: ReadonlyMap<string, ConfigFile>): ConfigFile | undefined {
  if (parent.startsWith('.')) {
    const path = normalise(`${folder}/${parent}`);
    return path === null
      ? undefined
      : (byPath.get(path) ?? byPath.get(`${path}.json`) ?? byPath.get(`${path}/tsconfig.json`));
  }
  for (const config of byPath.values()) {
    if (!/(^|\/)package\.json$/.test(config.path)) continue;
    const data = parseJsonWithComments(config.text) as { name?: unknown } | null;
    const name = typeof data?.name === 'string' ? data.name : null;
    if (name === null || (parent !== name && !parent.startsWith(`${name}/`))) continue;
    const rest = parent.slice(name.length + 1) || 'tsconfig.json';
    const path = normalise(`${folderOf(config.path)}/${rest}`);
    const found = path === null ? undefined : (byPath.get(path) ?? byPath.get(`${path}.json`));
    if (found) return found;
  }
  return undefined;
}

/** Aliases of every tsconfig.json and jsconfig.json, the ones deepest in the tree first. */
function readAliases(configs: readonly ConfigFile[]): AliasSet[] {
  const byPath = new Map(configs.map((config) => [config.path, config]));
  const sets: AliasSet[] = [];
  for (const config of configs) {
    if (BUNDLER_CONFIG.test(config.path)) sets.push(bundlerSet(config));
    if (!/(^|\/)[tj]sconfig[^/]*\.json$/.test(config.path)) continue;
    const set = aliasesOf(config, byPath, 0);
    if (set) sets.push(set);
  }
  return sets.sort((a, b) => b.folder.length - a.folder.length || a.folder.localeCompare(b.folder));
}

function bundlerSet(config: ConfigFile): AliasSet {
  const folder = folderOf(config.path);
  const paths = readBundlerAliases(config.path, config.text).flatMap(({ name, target }) => {
    // An absolute target is meant from the project's root.
    const path = normalise(target.startsWith('/') ? target : `${folder}/${target}`);
    if (path === null) return [];
    return [
      { prefix: name, suffix: '', exact: true, targets: [path] },
      { prefix: name.endsWith('/') ? name : `${name}/`, suffix: '', exact: false, targets: [`${path}/*`] },
    ];
  });
  return { folder, baseUrl: null, base: '', paths };
}

function aliasesOf(config: ConfigFile, byPath: Map<string, ConfigFile>, depth: number): AliasSet | null {
  const data = parseJsonWithComments(config.text);
  if (typeof data !== 'object' || data === null || depth > 8) return null;
  const { compilerOptions, extends: parent } = data as { compilerOptions?: unknown; extends?: unknown };
  const folder = folderOf(config.path);
  const options = (typeof compilerOptions === 'object' && compilerOptions !== null ? compilerOptions : {}) as Record<
    string,
    unknown
  >;
  const baseUrl = typeof options.baseUrl === 'string' ? normalise(`${folder}/${options.baseUrl}`) : null;
  const paths =
    typeof options.paths === 'object' && options.paths !== null ? (options.paths as Record<string, unknown>) : null;
  if (!paths && baseUrl === null) {
    const parents = (Array.isArray(parent) ? parent : [parent]).filter((one): one is string => typeof one === 'string');
    const inherited = parents
      .map((one) => parentConfig(folder, one, byPath))
      .map((parent) => (parent ? aliasesOf(parent, byPath, depth + 1) : null))
      .findLast((set) => set !== null);
    return inherited == null
      ? null
      : { ...inherited, base: inherited.base ?? inherited.baseUrl ?? inherited.folder, folder };
  }
  return {
    folder,
    baseUrl,
    paths: Object.entries(paths ?? {}).map(([pattern, targets]) => {
      const star = pattern.indexOf('*');
      return {
        prefix: star === -1 ? pattern : pattern.slice(0, star),
        suffix: star === -1 ? '' : pattern.slice(star + 1),
        exact: star === -1,
        targets: Array.isArray(targets) ? targets.filter((t): t is string => typeof t === 'string') : [],
      };
    }),
  };
}
