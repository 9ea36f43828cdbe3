/** Modules that go by the folders they stand in: `c/bedTile` is `lwc/bedTile/bedTile.js`, `lightning/tile` is `src/lightning/tile/tile.js`. */
import type { ConfigFile } from '../../model/paths';
import { goesByFolder, projectKinds } from '../../read/projectKinds';
import { moduleOf } from '../../read/lwc/names';

export class FolderModules {
  private readonly byName = new Map<string, number>();
  private readonly kindOf: ReturnType<typeof projectKinds>;

  constructor(files: readonly { path: string }[], configs: readonly ConfigFile[]) {
    this.kindOf = projectKinds(configs);
    files.forEach(({ path }, index) => {
      if (!/\.[jt]s$/.test(path)) return;
      const found = moduleOf(path);
      if (found) this.byName.set(`${found.namespace}/${found.name}`, index);
    });
  }

  /** The file of a module, for whoever stands in a folder of a project that names modules so. */
  find(folder: string, specifier: string): number | undefined {
    const file = this.byName.get(specifier);
    return file !== undefined && goesByFolder(this.kindOf(`${folder}/x`)) ? file : undefined;
  }
}
