/**
 * The reader of each family, and when it is loaded: the compilers behind single-file components are large, and most
 * projects are of one family.
 */
import type { Family } from '../model/documents';
import type { FileFacts } from '../model/facts';
import { familyOf, sourceKindOf } from '../model/sourceFiles';
import { prepareCompiler } from './compilers';
import { reactReader } from './react';
import type { SourceFile } from './source';
import { readSvelteCall } from './svelte/calls';
import { isVueScript, readVueScript } from './vue/script';

type Reader = (source: SourceFile) => FileFacts;

/** Scripts that belong to no family by their name may still call what Svelte exports. */
const readScript = reactReader([readSvelteCall]);

const LOADERS = {
  react: () => Promise.resolve(readAnyScript),
  vue: async () => (await import('./vue')).readVue,
  svelte: async () => (await import('./svelte')).readSvelte,
  angular: async () => (await import('./angular')).readAngular,
  lwc: async () => (await import('./lwc')).readLwc,
  scope: async () => (await import('./scope')).readScope,
} satisfies Record<Family, () => Promise<Reader>>;

/** The models of packages are scripts: what reads those is there from the start. */
const loaded = new Map<Family, Reader>([['react', readAnyScript]]);

/** What scripts import that are of a family by what they say. */
const IMPORTS = [
  ['angular', /\bfrom\s+['"]@angular\//],
  ['lwc', /\bfrom\s+['"](?:lwc|@salesforce\/\w+\/|lightning\/\w)/],
] as const;
/** What scripts import that are of no family whose project could claim them: one that hosts newer parts holds several. */
const OTHERS = /\b(?:from|require\()\s*['"](?:react|preact|vue|svelte)\b/;
const TEMPLATE = /^(?:\s|<!--[\s\S]*?-->)*<template[\s>]/;

/** A script that registers things with a module by name, and markup that is written for such. */
const REGISTERS = /\bangular\s*\.\s*module\s*\(|\bimport (?:\* as )?angular from ['"]angular['"]/;
const SCOPED =
  /\s(?:data-|x-)?ng[-:](?:(?:app|controller|repeat|repeat-start|if|show|hide|model|click|include|bind|bind-html|class|switch|options|src|href|submit|change|disabled|init|style|value)\s?=|(?:app|view|transclude|cloak)[\s>])|<(?:ng-include|ng-view|ui-view|ng-transclude)\b|\sui-view[\s=>]|type=["']text\/ng-template/i;
/** What binds in markup of another family, whose names of directives look alike. */
const BOUND = /\s(?:\*ng[A-Z]|\[[\w.]+\]=|\([\w.]+\)=)/;

/** Whether markup is written for scopes and controllers, by the attributes that it has. */
export function isScopedMarkup(text: string): boolean {
  return SCOPED.test(text) && !BOUND.test(text);
}

/** Whether a page is one template and nothing else, as the markup of a Lightning Web Component is. */
export function isTemplatePage(text: string): boolean {
  return TEMPLATE.test(text);
}

/** The family whose reader takes a file: by its path, by what its text says, by what its project is. Null where none does. */
function familyFor({ path, text = '', project }: Partial<SourceFile> & { path: string }): Family | null {
  const family = familyOf(path);
  if (family === 'angular')
    return isTemplatePage(text)
      ? 'lwc'
      : (isScopedMarkup(text) && project !== 'angular') || project === 'scope'
        ? 'scope'
        : family;
  if (family !== 'react') return family;
  const [said] = IMPORTS.find(([, pattern]) => pattern.test(text)) ?? [];
  if (said) return said;
  if (REGISTERS.test(text) && !sourceKindOf(path)?.markup) return 'scope';
  // A script of markup, and one that says otherwise, are what they are in any project.
  const isClaimed =
    (project === 'angular' || project === 'lwc' || project === 'scope') &&
    !sourceKindOf(path)?.markup &&
    !OTHERS.test(text);
  return isClaimed ? project : family;
}

/** Loads the readers that some files need, by their paths and, for scripts, by their texts where those are at hand. */
export async function prepareReaders(sources: Iterable<Pick<SourceFile, 'path'> & Partial<SourceFile>>): Promise<void> {
  const families = new Set<Family | null>();
  for (const source of sources) families.add(familyFor(source));
  await prepareFamilies(families);
}

/** Loads the readers of some families, and the compilers that edits of their files need. */
export async function prepareFamilies(families: ReadonlySet<Family | null>): Promise<void> {
  for (const family of families) {
    if (family === null || loaded.has(family)) continue;
    await prepareCompiler(family);
    loaded.set(family, await LOADERS[family]());
  }
}

/** The reader that takes a file, and the family it is of. Throws where it was not loaded: see `prepareReaders`. */
export function readerFor(source: SourceFile): { family: Family; read: Reader } {
  const family = familyFor(source) ?? 'react';
  const read = loaded.get(family);
  if (!read) throw new Error(`The reader for the family ${family} has not been loaded.`);
  return { family, read };
}

/** Scripts that belong to no family by their names or imports. */
function readAnyScript(source: SourceFile): FileFacts {
  const { text, project } = source;
  const isVue = project === 'vue2' || project === 'vue3' || isVueScript(text);
  return isVue ? readVueScript(source) : readScript(source);
}
