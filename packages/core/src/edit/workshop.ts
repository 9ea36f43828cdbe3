/** All components that a plan edits, each opened once, and what is written of them in the end. */
import type { Linked } from '../link';
import type { ComponentInfo } from '../link/program/program';
import { ReactComponent } from './react/component';
import { passedElsewhere, TagProviders, type Elsewhere } from './react/elsewhere';
import { Imports } from './syntax/imports';
import { offsets } from './syntax/offsets';
import { Syntax } from './syntax/tree';
import type { ComponentEditor } from './component';
import { AngularComponent } from './angular/component';
import { SvelteComponent } from './svelte/component';
import { VueComponent } from './vue/component';
import type { Texts } from './texts';

/** Components in a file of their own, by its ending. */
const SINGLE: Record<string, { of: (...argument: Parameters<typeof VueComponent.of>) => ComponentEditor | null }> = {
  '.vue': VueComponent,
  '.svelte': SvelteComponent,
};

export class Workshop {
  private readonly syntaxes = new Map<string, Syntax | null>();
  private readonly components = new Map<number, ReactComponent | null>();
  private readonly blocks = new Map<string, Syntax | null>();
  private readonly single = new Map<number, ComponentEditor | null>();
  private readonly imports = new Map<string, Imports>();
  readonly tagProviders = new TagProviders();
  private readonly sites = new Map<string, Map<number, number>>();

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

  /** A component as it can be edited, in the families that have an editor; null where it is written in a way that is not. */
  editor(fn: number): ComponentEditor | null {
    const react = this.component(fn);
    if (react) return react;
    const known = this.single.get(fn);
    if (known !== undefined) return known;
    const info = this.linked.program.component(fn);
    const path = info ? this.linked.program.graph.path(info.file) : '';
    const syntax = info?.family === 'angular' ? this.syntax(path) : null;
    const ending = path.slice(path.lastIndexOf('.'));
    const made = !info
      ? null
      : syntax
        ? AngularComponent.of(info.name, syntax, (one) => this.texts.read(one))
        : (SINGLE[ending]?.of(info.name, path, this.texts.original(path), (line) => this.script(path, line)) ?? null);
    this.single.set(fn, made);
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
    let sites = this.sites.get(path);
    if (!sites) {
      sites = new Map();
      this.sites.set(path, sites);
      const { graph } = this.linked.program;
      const at = offsets(this.texts.original(path));
      for (const [index, site] of graph.sites.entries())
        if (site && graph.path(site.file) === path) sites.set(at(site.fact.at), index);
    }
    return sites.get(offset) ?? null;
  }

  /** The components that a site may render; none where it may be something else as well. */
  childrenOf(site: number): readonly number[] {
    const target = this.linked.program.siteTargets[site];
    if (!target) return [];
    const mayBeOther = target.reason !== null || target.uncertain || target.element;
    return target.components.length > 1 && mayBeOther ? [] : target.components;
  }

  /** What the tag of a site gives for a prop, whoever writes it; null where that cannot be edited. */
  passedElsewhere(site: number, prop: string): Elsewhere | 'none' | null {
    const { graph } = this.linked.program;
    const entry = graph.sites[site];
    const path = entry ? graph.path(entry.file) : '';
    const isReact = entry !== undefined && graph.files[entry.file]?.family === 'react';
    const syntax = isReact ? this.syntax(path) : null;
    return entry && syntax ? passedElsewhere(syntax, entry.fact.at, prop) : null;
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
    for (const component of [...this.components.values(), ...this.single.values()]) component?.write(this.texts);
    for (const component of this.components.values()) {
      const gone = component?.gone() ?? [];
      if (component && gone.length > 0) this.importsOf(component.path).noteGone(...gone);
    }
    for (const component of this.single.values()) {
      const gone = component?.gone?.() ?? [];
      if (component && gone.length > 0) this.importsOf(component.path).noteGone(...gone);
    }
    const shiftAt = (path: string, offset: number): string =>
      [...this.components.values()].map((one) => (one?.path === path ? one.shiftAt(offset) : '')).join('');
    this.tagProviders.write(this.texts, shiftAt);
    for (const imports of this.imports.values()) imports.write(this.texts);
  }
}
