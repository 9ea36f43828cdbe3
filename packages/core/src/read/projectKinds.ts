/** What a project says it is written for: what scripts that import nothing of a framework are read as. */
import { folderOf, type ConfigFile } from '../model/paths';

/** A framework, and its major version where that matters to reading. */
export type ProjectKind = 'vue2' | 'vue3' | 'angular' | 'lwc' | 'scope';

interface Dependencies {
  /** Where the modules of a project of Lightning Web Components stand. */
  lwc?: unknown;
  dependencies?: Record<string, string>;
  devDependencies?: Record<string, string>;
  peerDependencies?: Record<string, string>;
}

/** Whether modules of a project go by the folders that they stand in. */
export function goesByFolder(kind: ProjectKind | undefined): boolean {
  return kind === 'lwc';
}

/** The major version of Vue that a file is written for, as far as is known. */
export function vueVersionOf({ project }: { project?: ProjectKind }): 2 | 3 {
  return project === 'vue2' ? 2 : 3;
}

/** Tells, by path, what the nearest manifest above a file says its project is; undefined where none says any. */
export function projectKinds(manifests: readonly ConfigFile[]): (path: string) => ProjectKind | undefined {
  const named = new Map<string, ProjectKind | null>();
  for (const { path, text } of manifests) {
    const folder = folderOf(path);
    // What a project of the platform is configured by says so without further words.
    if (/(^|\/)(sfdx-project|lwc\.config)\.json$/.test(path)) named.set(folder, 'lwc');
    else if (/(^|\/)package\.json$/.test(path)) named.set(folder, named.get(folder) ?? kindIn(text));
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

function kindIn(text: string): ProjectKind | null {
  const manifest = manifestIn(text);
  // What others need to have comes first: a library may try itself out with a newer one.
  const all = { ...manifest.devDependencies, ...manifest.dependencies, ...manifest.peerDependencies };
  if (manifest.lwc !== undefined) return 'lwc';
  if (all.nuxt !== undefined) return /(^|[^\d.])2\./.test(all.nuxt) ? 'vue2' : 'vue3';
  // Scripts of a project of several frameworks are told by what they import.
  const named = [all.react, all.vue, all['@angular/core'], all.lwc ?? all['@lwc/engine-dom'], all.angular].filter(
    (one) => one !== undefined,
  );
  if (named.length !== 1) return null;
  if (all.lwc !== undefined || all['@lwc/engine-dom'] !== undefined) return 'lwc';
  if (all.angular !== undefined) return 'scope';
  if (all.vue === undefined) return all.react === undefined ? 'angular' : null;
  return /(^|[^\d.])2(\.|$)/.test(all.vue) && !/(^|[^\d.])3(\.|$)/.test(all.vue) ? 'vue2' : 'vue3';
}
