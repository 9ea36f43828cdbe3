/** All components that a plan edits, each opened once, and what is written of them in the end. */
import type { Linked } from '../link';
import type { ComponentInfo } from '../link/program/program';
import { ReactComponent } from './react/component';
import { Imports } from './syntax/imports';
import { spanOf, Syntax } from './syntax/tree';
import type { Texts } from './texts';

export class Workshop {
  private readonly syntaxes = new Map<string, Syntax | null>();
  private readonly components = new Map<number, ReactComponent | null>();
  private readonly blocks = new Map<string, Syntax | null>();
  private readonly imports = new Map<string, Imports>();
  private sites: Map<string, number> | null = null;

  constructor(
    readonly linked: Linked,
    readonly texts: Texts,
  ) {}

  info(fn: number): ComponentInfo {
    const info = this.linked.program.component(fn);
    if (!info) throw new Error('A plan was asked to edit what is no component.');
    return info;
  }

  pathOf(fn: number): string {
    return this.linked.program.graph.path(this.info(fn).file);
  }

  syntax(path: string): Syntax | null {
    const known = this.syntaxes.get(path);
    if (known !== undefined) return known;
    const made = /\.[cm]?[jt]sx?$/.test(path) ? Syntax.of(path, this.texts.original(path)) : null;
    this.syntaxes.set(path, made);
    return made;
  }

  /** A component as it can be edited; null where it is written in a way that is not. */
  component(fn: number): ReactComponent | null {
    const known = this.components.get(fn);
    if (known !== undefined) return known;
    const { graph } = this.linked.program;
    const info = this.linked.program.component(fn);
    const fact = graph.functions[fn]?.fact;
    const syntax = info?.family === 'react' && fact ? this.syntax(graph.path(info.file)) : null;
    const made = info && syntax && fact ? ReactComponent.of(syntax, info.name, fact) : null;
    this.components.set(fn, made);
    return made;
  }

  /** The script a finding's line stands in, in a file of scripts alone or in a single-file component. */
  script(path: string, line: number): Syntax | null {
    if (/\.[cm]?[jt]sx?$/.test(path)) return this.syntax(path);
    const known = this.blocks.get(path);
    if (known !== undefined) return known;
    const made = Syntax.inBlock(path, this.texts.original(path), line);
    this.blocks.set(path, made);
    return made;
  }

  importsOf(path: string): Imports {
    const known = this.imports.get(path);
    if (known) return known;
    const syntax = this.blocks.get(path) ?? this.syntax(path);
    if (!syntax) throw new Error(`${path} is not edited.`);
    const made = new Imports(syntax);
    this.imports.set(path, made);
    return made;
  }

  /** The site whose tag begins at an offset of a file. */
  siteAt(path: string, offset: number): number | null {
    if (!this.sites) {
      this.sites = new Map();
      const { graph } = this.linked.program;
      graph.sites.forEach((site, index) => {
        const syntax = this.syntaxes.get(graph.path(site.file));
        if (syntax) this.sites?.set(`${syntax.path}:${syntax.offset(site.fact.at)}`, index);
      });
    }
    const found = this.sites.get(`${path}:${offset}`);
    if (found !== undefined) return found;
    // A file that was opened since.
    const { graph } = this.linked.program;
    const syntax = this.syntax(path);
    if (!syntax) return null;
    let at: number | null = null;
    graph.sites.forEach((site, index) => {
      if (graph.path(site.file) !== path) return;
      this.sites?.set(`${path}:${syntax.offset(site.fact.at)}`, index);
      if (syntax.offset(site.fact.at) === offset) at = index;
    });
    return at;
  }

  /** The only component a site renders; null where it may be one of several, or none. */
  childOf(site: number): number | null {
    const components = this.linked.program.siteTargets[site]?.components ?? [];
    return components.length === 1 ? (components[0] ?? null) : null;
  }

  /** Who writes a site. */
  authorOf(site: number): number | null {
    const { program } = this.linked;
    const entry = program.graph.sites[site];
    if (!entry) return null;
    const unit = program.unitOf(program.graph.fnAt(entry.file, entry.fact.fn));
    return program.component(unit)?.fn ?? null;
  }

  /** Writes everything that was collected into the texts. */
  write(): void {
    for (const component of this.components.values()) component?.write(this.texts);
    for (const imports of this.imports.values()) imports.write(this.texts);
  }
}

/** Where the name of a tag stands, by which sites are known. */
export function nameOffset(tag: { name: { start?: number | null; end?: number | null } }): number {
  return tag.name.start ?? 0;
}

export { spanOf };

/** The specifier by which one file of the project imports another, as its own imports are written. */
export function specifierFrom(from: string, to: string, withEnding: boolean): string {
  const here = from.split('/').slice(0, -1);
  const there = to.split('/');
  let shared = 0;
  while (shared < here.length && shared < there.length - 1 && here[shared] === there[shared]) shared++;
  const up = here.slice(shared).map(() => '..');
  const path = [...(up.length === 0 ? ['.'] : up), ...there.slice(shared)].join('/');
  return withEnding ? path : path.replace(/\.[cm]?[jt]sx?$/, '');
}
