/** The project's own packages: names, subpaths and private imports from `package.json`. */
import { folderOf, normalise, type ConfigFile } from '../../model/paths';
import { parseJsonWithComments } from './jsonc';

interface Manifest {
  folder: string;
  name: string;
  exports: unknown;
  imports: Record<string, unknown>;
  entries: string[];
  /** It may be published, and says what others import of it. */
  offers: boolean;
}

/** Which of the conditions a package offers is the source a person wrote. */
const CONDITIONS = ['source', 'development', 'browser', 'import', 'module', 'default', 'require', 'node'];
const OUTPUT = /^(dist|lib|build|es|esm|cjs|out)\//;

export class Manifests {
  private readonly byName = new Map<string, Manifest>();
  private readonly all: Manifest[] = [];

  constructor(configs: readonly ConfigFile[]) {
    for (const config of configs) {
      if (!/(^|\/)package\.json$/.test(config.path)) continue;
      const manifest = readManifest(config);
      if (!manifest) continue;
      this.all.push(manifest);
      if (manifest.name) this.byName.set(manifest.name, manifest);
    }
    this.all.sort((a, b) => b.folder.length - a.folder.length);
  }

  /** Whether what a file holds may be used outside the project: it belongs to a package that is there for others. */
  offers(path: string): boolean {
    return this.all.find((one) => isWithin(folderOf(path), one.folder))?.offers ?? false;
  }

  /** The paths an import may mean, the likeliest first; null where no package of the project is meant. */
  candidates(folder: string, specifier: string): string[] | null {
    if (specifier.startsWith('#')) {
      const own = this.all.find((one) => isWithin(folder, one.folder) && Object.keys(one.imports).length > 0);
      return own ? this.places(own, matches(own.imports, specifier)) : null;
    }
    const [first = '', second = ''] = specifier.split('/');
    const name = first.startsWith('@') ? `${first}/${second}` : first;
    const manifest = this.byName.get(name);
    if (!manifest) return null;
    const rest = specifier.slice(name.length + 1);
    const subpath = rest === '' ? '.' : `./${rest}`;
    const exported = isRecord(manifest.exports)
      ? Object.keys(manifest.exports).some((key) => key.startsWith('.'))
        ? matches(manifest.exports, subpath)
        : targets(manifest.exports, '')
      : subpath === '.'
        ? targets(manifest.exports, '')
        : [];
    const written = subpath === '.' ? [...exported, ...manifest.entries] : exported;
    // A folder of the package may have a manifest of its own: `parts/tray/package.json` for `parts/tray`.
    const folderBelow = rest === '' ? null : normalise(`${manifest.folder}/${rest}`);
    const below = folderBelow === null ? undefined : this.all.find((one) => one.folder === folderBelow);
    return [
      ...this.places(manifest, written),
      ...(below ? this.places(below, below.entries) : []),
      ...this.places(manifest, rest === '' ? ['index', 'src/index', 'src/main'] : [rest, `src/${rest}`]),
    ];
  }

  /** Paths of the project; where one leads into built output, also the source it is built from. */
  private places(manifest: Manifest, found: readonly string[]): string[] {
    return found.flatMap((target) => {
      const path = normalise(`${manifest.folder}/${target}`);
      if (path === null) return [];
      const inside = manifest.folder === '' ? path : path.slice(manifest.folder.length + 1);
      if (!OUTPUT.test(inside)) return [path];
      const stem = inside
        .replace(OUTPUT, '')
        .replace(/^(esm|cjs|es|js|lib|umd)\//, '')
        .replace(/\.d\.ts$/, '')
        .replace(/\.[cm]?js$/, '');
      const source = normalise(`${manifest.folder}/src/${stem}`);
      return source === null ? [path] : [path, source];
    });
  }
}

function readManifest(config: ConfigFile): Manifest | null {
  const data = parseJsonWithComments(config.text);
  if (!isRecord(data)) return null;
  const entries = ['source', 'module', 'main', 'types'].flatMap((key) =>
    // What declares the types of a file is called as it is.
    typeof data[key] === 'string' ? [data[key].replace(/\.d\.ts$/, '')] : [],
  );
  return {
    folder: folderOf(config.path),
    name: typeof data.name === 'string' ? data.name : '',
    exports: data.exports,
    imports: isRecord(data.imports) ? data.imports : {},
    entries,
    // Modules of Lightning Web Components are found by what is said of them, without exports.
    offers:
      data.private !== true &&
      (data.exports !== undefined || entries.length > 0 || (data.lwc !== undefined && data.version !== undefined)),
  };
}

/** The targets of the key that fits best: an exact one, else the longest pattern with a star. */
function matches(map: Record<string, unknown>, wanted: string): string[] {
  if (Object.hasOwn(map, wanted)) return targets(map[wanted], '');
  let best: { key: string; star: string } | null = null;
  for (const key of Object.keys(map)) {
    const [before = '', after = ''] = key.split('*');
    if (!key.includes('*') || !wanted.startsWith(before) || !wanted.endsWith(after)) continue;
    if (wanted.length < before.length + after.length || (best && best.key.length >= key.length)) continue;
    best = { key, star: wanted.slice(before.length, wanted.length - after.length) };
  }
  return best ? targets(map[best.key], best.star) : [];
}

function targets(value: unknown, star: string): string[] {
  if (typeof value === 'string') return [value.replaceAll('*', star)];
  if (Array.isArray(value)) return value.flatMap((one) => targets(one, star));
  if (!isRecord(value)) return [];
  const known = CONDITIONS.filter((condition) => Object.hasOwn(value, condition));
  return known.flatMap((condition) => targets(value[condition], star));
}

function isWithin(folder: string, ancestor: string): boolean {
  return ancestor === '' || folder === ancestor || folder.startsWith(`${ancestor}/`);
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
