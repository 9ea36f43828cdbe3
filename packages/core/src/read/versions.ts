/** The major versions of frameworks a project says it is written for. */
import { folderOf, type ConfigFile } from '../model/paths';

interface Dependencies {
  dependencies?: Record<string, string>;
  devDependencies?: Record<string, string>;
  peerDependencies?: Record<string, string>;
}

/** Tells, by path, which major version of Vue the nearest manifest above a file names; undefined where none names any. */
export function vueVersions(manifests: readonly ConfigFile[]): (path: string) => 2 | 3 | undefined {
  const named = new Map<string, 2 | 3 | null>();
  for (const { path, text } of manifests) {
    if (!/(^|\/)package\.json$/.test(path)) continue;
    named.set(folderOf(path), versionIn(text));
  }
  return (path) => {
    for (let folder = path; folder !== '';) {
      folder = folderOf(folder);
      const found = named.get(folder);
      if (found !== undefined && found !== null) return found;
    }
    return undefined;
  };
}

/** What a manifest says; nothing where it is none. */
function manifestIn(text: string): Dependencies {
  try {
    const data: unknown = JSON.parse(text);
    return typeof data === 'object' && data !== null ? data : {};
  } catch {
    return {};
  }
}

function versionIn(text: string): 2 | 3 | null {
  const manifest = manifestIn(text);
  // What others need to have comes first: a library may try itself out with a newer one.
  const all = { ...manifest.devDependencies, ...manifest.dependencies, ...manifest.peerDependencies };
  if (all.nuxt !== undefined) return /(^|[^\d.])2\./.test(all.nuxt) ? 2 : 3;
  // Scripts of a project of several frameworks are told by what they import.
  if (all.react !== undefined || all.vue === undefined) return null;
  return /(^|[^\d.])2(\.|$)/.test(all.vue) && !/(^|[^\d.])3(\.|$)/.test(all.vue) ? 2 : 3;
}
