/** What modules export, through any chain of re-exports. */
import type { FileFacts } from '../../model/facts';
import type { Dependencies } from '../memo/memo';
import type { Modules, Resolution } from '../resolve/modules';

export class Exports {
  /** `at` gives the project-wide number of a place of one file. */
  constructor(
    private readonly files: readonly FileFacts[],
    private readonly modules: Modules,
    private readonly at: (file: number, place: number) => number,
    private readonly dependencies: Dependencies,
  ) {}

  /** What a module only passes on from a package comes from that package. */
  passedOn(file: number, name: string): { source: string; resolution: Resolution } | null {
    let found: { source: string; resolution: Resolution } | null = null;
    const seen = new Set<string>();
    const queue = [{ file, name }];
    for (let at = queue.pop(); at; at = queue.pop()) {
      const facts = this.files[at.file];
      if (!facts || seen.has(`${at.file}#${at.name}`)) continue;
      seen.add(`${at.file}#${at.name}`);
      this.dependencies.dependOn(at.file);
      for (const fact of facts.exports) {
        if (fact.source === null || (fact.name !== at.name && fact.name !== '*')) continue;
        const resolution = this.modules.resolve(facts.path, fact.source);
        if (resolution.kind === 'file')
          queue.push({ file: resolution.file, name: fact.name === '*' ? at.name : (fact.imported ?? at.name) });
        else if (resolution.kind === 'outside') {
          found = { source: fact.source, resolution };
          if (fact.name !== '*') return found;
        }
      }
    }
    return found;
  }

  /** The place behind a name a module exports, through any chain of re-exports; null where there is none. */
  exportOf(file: number, name: string, seen: Set<string>): number | null {
    const key = `${file}#${name}`;
    if (seen.has(key)) return null;
    seen.add(key);
    this.dependencies.dependOn(file);
    const facts = this.files[file];
    if (!facts) return null;
    for (const fact of facts.exports) {
      if (fact.name !== name) continue;
      if (fact.source === null) return fact.place === null ? null : this.at(file, fact.place);
      const from = sourceOf(this.modules.resolve(facts.path, fact.source));
      if (from === null || fact.imported === null) continue;
      if (fact.imported === '*') continue;
      const place = this.exportOf(from, fact.imported, seen);
      if (place !== null) return place;
    }
    if (name === 'default') return null;
    for (const fact of facts.exports) {
      if (fact.name !== '*' || fact.source === null) continue;
      const from = sourceOf(this.modules.resolve(facts.path, fact.source));
      const place = from === null ? null : this.exportOf(from, name, seen);
      if (place !== null) return place;
    }
    return null;
  }

  /** Every name a module exports with its place. */
  exportsOf(file: number): Map<string, number> {
    const names = new Set<string>();
    const seen = new Set<number>();
    const queue = [file];
    for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
      const facts = this.files[next];
      if (!facts || seen.has(next)) continue;
      seen.add(next);
      this.dependencies.dependOn(next);
      for (const fact of facts.exports) {
        if (fact.name !== '*') {
          if (fact.name !== 'default' || next === file) names.add(fact.name);
        } else if (fact.source !== null) {
          const from = sourceOf(this.modules.resolve(facts.path, fact.source));
          if (from !== null) queue.push(from);
        }
      }
    }
    const found = new Map<string, number>();
    for (const name of names) {
      const place = this.exportOf(file, name, new Set());
      if (place !== null) found.set(name, place);
    }
    return found;
  }
}

/** The file whose facts stand behind an import: a source of the project, or the model of a package. */
export function sourceOf(resolution: Resolution): number | null {
  if (resolution.kind === 'file') return resolution.file;
  return resolution.kind === 'outside' ? (resolution.model ?? null) : null;
}
