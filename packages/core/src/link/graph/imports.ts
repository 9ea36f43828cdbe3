/** Joins imports to what they import. */
import { FAMILIES } from '../../model/families';
import type { FileFacts } from '../../model/facts';
import { WHOLE } from '../../read/script/commonjs';
import type { Joint } from './crossFileEdges';
import { rankOf } from './edges';
import { Exports, sourceOf } from './exports';
import type { TracedGraph } from './tracedGraph';
import { Memo, type Dependencies } from '../memo/memo';
import type { AutoImports } from '../resolve/autoImports';
import type { Modules, Resolution } from '../resolve/modules';

interface Imported {
  source: string;
  resolution: Resolution;
}

/** What the imports of one file come to. */
interface Joined {
  joints: Joint[];
  resolutions: Resolution[];
  /** By the place the import is bound to. */
  as: Map<number, Imported>;
}

export class Imports {
  private readonly exports: Exports;
  private readonly joined: Memo<number, Joined>;
  private readonly now: Joined[] = [];

  constructor(
    private readonly graph: TracedGraph,
    private readonly modules: Modules,
    private readonly autoImports: AutoImports,
    private readonly dependencies: Dependencies,
  ) {
    this.joined = new Memo(dependencies);
    this.exports = new Exports(graph.files, modules, (file, place) => graph.at(file, place), dependencies);
  }

  settle(): void {
    if (this.autoImports.settle(this.graph.files)) this.joined.clear();
    this.graph.files.forEach((facts, file) => {
      const joined = this.graph.guard.run<Joined>(file, () => this.joined.get(file, () => this.join(facts, file)), {
        joints: [],
        resolutions: [],
        as: new Map(),
      });
      const before = this.now[file];
      if (before === joined) return;
      if (before && !sameSources(before.as, joined.as)) this.dependencies.invalidate(file);
      this.now[file] = joined;
      this.graph.settle(rankOf('imports', file), joined.joints);
    });
  }

  resolutionsOf(file: number): readonly Resolution[] {
    return this.now[file]?.resolutions ?? [];
  }

  importedAs(place: number): Imported | undefined {
    const file = this.graph.fileOf(place);
    this.dependencies.dependOn(file);
    return this.now[file]?.as.get(place);
  }

  private join(facts: FileFacts, index: number): Joined {
    const { graph, exports } = this;
    this.dependencies.dependOn(index);
    const joined: Joined = { joints: [], resolutions: [], as: new Map() };
    const add = (from: number, to: number, op: Joint['op'], field = ''): void => {
      joined.joints.push({ from, to, op, field, except: null });
    };
    const follow = (to: number, imported: string, source: string, resolution: Resolution): void => {
      joined.as.set(to, { source, resolution });
      const from = sourceOf(resolution);
      if (from === null) return;
      const whole = exports.exportOf(from, WHOLE, new Set());
      const place = imported === '*' ? null : exports.exportOf(from, imported, new Set());
      // What CommonJS exports is a module's default, and its fields are its names.
      if (imported === '*' || (whole !== null && place === null && imported === 'default')) {
        if (whole !== null) add(whole, to, 'same');
        for (const [name, field] of exports.exportsOf(from)) if (name !== WHOLE) add(field, to, 'put', name);
      } else {
        if (place !== null) add(place, to, 'same');
        else if (whole !== null) add(whole, to, 'get', imported);
        else {
          const passed = exports.passedOn(from, imported);
          if (passed) joined.as.set(to, passed);
        }
      }
    };
    for (const { place, source, imported, gives } of facts.imports) {
      const resolution = this.modules.resolve(facts.path, source);
      joined.resolutions.push(resolution);
      if (gives) {
        const from = sourceOf(resolution);
        const taker = from === null ? null : exports.exportOf(from, imported, new Set());
        if (taker !== null) add(graph.at(index, place), taker, 'same');
        continue;
      }
      follow(graph.at(index, place), imported, source, resolution);
    }
    if (!FAMILIES[facts.family].autoImports) return joined;
    facts.places.forEach(({ kind, name }, place) => {
      const auto = kind === 'unknown' ? this.autoImports.of(facts.path, name) : null;
      if (auto)
        follow(graph.at(index, place), auto.imported, auto.source, this.modules.resolve(auto.from, auto.source));
    });
    return joined;
  }
}

function sameSources(a: ReadonlyMap<number, Imported>, b: ReadonlyMap<number, Imported>): boolean {
  if (a.size !== b.size) return false;
  for (const [place, { source, resolution }] of a) {
    const other = b.get(place);
    if (other?.source !== source || other.resolution !== resolution) return false;
  }
  return true;
}
