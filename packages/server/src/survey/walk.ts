/**
 * Which files of a folder are sources: a walk that respects `.gitignore` and leaves out what nobody wrote by hand. It looks
 * at once, not in turns with other work: for thousands of small steps the turns take longer than the steps.
 */
import { closeSync, openSync, readSync, readdirSync, statSync, type Dirent } from 'node:fs';
import path from 'node:path';
import ignore, { type Ignore } from 'ignore';
import picomatch from 'picomatch';
import { readRegularFile } from '../ownFiles';
import { UnusableInput } from '../unusable';
import { refusedGlob } from './globs';
import { AUTO_IMPORTS, BUNDLER_CONFIG, familyOf, isScopedMarkup, isTemplatePage, sourceKindOf } from '@vectura/core';

export interface Found {
  /** Relative to the root, with `/`. */
  path: string;
  bytes: number;
  modified: number;
}

export interface WalkResult {
  sources: Found[];
  configs: Found[];
  /** Files in folders of output, which were left out (and counted so) because sources were found elsewhere. */
  output: Found[];
  /** How many files were left out, by reason. */
  skipped: Record<string, number>;
  /** Folders and files that could not be read. */
  unreadable: { path: string; reason: string }[];
}

export interface WalkOptions {
  include?: readonly string[];
  exclude?: readonly string[];
  signal?: AbortSignal;
}

const OUTPUT = /^(dist|dist-\w+|es|es5|esnext|cjs|coverage|build-\w+)$/;
/** Names that are given to folders of sources too: output where a package builds, beside its manifest. */
const OUTPUT_OF_PACKAGE = /^(build|out|lib)$/;
const TEST_FOLDER = /^(__tests__|__mocks__|__fixtures__|__testfixtures__|__snapshots__|tests?|e2e|cypress)$/;
const TEST_FILE = /\.(test|spec|cy|e2e)\.[^.]+$/;
const STORY_FOLDER = /^_{1,2}stories(__)?$/;
const STORY_FILE = /\.(stories|story)\.[^.]+$/;
const GENERATED =
  /(\.generated\.|\.gen\.|\.min\.[cm]?js$|\.bundle\.js$|-min\.js$|\.(esm|cjs|umd|iife|amd|system|global)(\.(dev|prod))?\.js$)/;
const DECLARATION = /\.d\.[cm]?ts$/;
const CONFIG = /^([tj]sconfig[^/]*\.json|(package|sfdx-project|lwc\.config)\.json)$/;
/** After so many steps a walk lets other work in, a cancel among it. */
const STEPS = 500;
const MARKUP_TEXT = /<[A-Z][\w.]*[\s/>]|createElement|extends\s+(React\.)?(Pure)?Component|\bangular\s*\.\s*module\(/;

/** Pages are no sources, but for those that a script beside them names as its template, or that bear its name where that is the custom. */
const PAGE = /\.html$/i;
const TEMPLATE = /(?:\btemplateUrl\s*:\s*|\brequire\(\s*|\bfrom\s+)['"`](?:\.\/)?([^'"`/]+\.html)['"`]/g;

interface Rules {
  /** Folder the rules stand in, relative to the root. */
  folder: string;
  matcher: Ignore;
}

/** A folder to look through, with the rules above it and why its files are left out, where they are. */
interface Folder {
  folder: string;
  rules: readonly Rules[];
  why: string | null;
  /** It is the folder of a component, with files of its name, or stands in one. */
  ofComponent: boolean;
}

/** Walks a folder. Throws where the folder itself cannot be read; everything below it is reported instead. */
export async function walk(root: string, options: WalkOptions = {}): Promise<WalkResult> {
  const result: WalkResult = { sources: [], configs: [], output: [], skipped: {}, unreadable: [] };
  for (const pattern of [...(options.include ?? []), ...(options.exclude ?? [])]) {
    const refused = refusedGlob(pattern);
    if (refused) throw new UnusableInput(refused);
  }
  const included = options.include?.length ? picomatch([...options.include], { dot: true }) : null;
  const excluded = options.exclude?.length ? picomatch([...options.exclude], { dot: true }) : null;
  const output: string[] = [];
  const sources: string[] = [];
  const configs: string[] = [];
  const skip = (reason: string): void => {
    result.skipped[reason] = (result.skipped[reason] ?? 0) + 1;
  };

  const visitFile = (relative: string, name: string, rules: readonly Rules[], why: string | null): void => {
    if (why === null && [CONFIG, BUNDLER_CONFIG, AUTO_IMPORTS].some((one) => one.test(name))) configs.push(relative);
    if (familyOf(name) === null) return;
    const reason = excluded?.(relative)
      ? 'excluded'
      : included?.(relative)
        ? null
        : (why ?? fileReason(name) ?? (isIgnored(relative, rules) ? 'gitignore' : null));
    if (reason === 'output') {
      // Whether or not the folder turns out to hold the sources, tests and their like are none.
      const own = fileReason(name);
      if (own) skip(own);
      else output.push(relative);
    } else if (reason) skip(reason);
    else sources.push(relative);
  };

  /** Looks through one folder and returns the folders inside it that are to be looked through. */
  const visit = ({ folder, rules: inherited, why, ofComponent: isInside }: Folder): Folder[] => {
    let entries: Dirent[];
    try {
      entries = readdirSync(path.join(root, folder), { withFileTypes: true });
    } catch (error) {
      if (folder === '') throw error;
      result.unreadable.push({ path: folder, reason: reasonOf(error) });
      return [];
    }
    const isPackage = folder === '' || entries.some((entry) => entry.name === 'package.json');
    const rules = entries.some((entry) => entry.name === '.gitignore')
      ? [...inherited, readRules(root, folder, result.unreadable)]
      : inherited;
    const inside: Folder[] = [];
    const own = path.posix.basename(folder);
    const ofComponent =
      isInside || entries.some(({ name }) => name === `${own}.js` || name === `${own}.ts` || name === `${own}.html`);
    const templates = once(() => templatesIn(root, folder, entries));
    for (const entry of entries) {
      const relative = folder ? `${folder}/${entry.name}` : entry.name;
      if (entry.isSymbolicLink()) {
        if (familyOf(entry.name) !== null || !entry.name.includes('.')) skip('link');
      } else if (entry.isDirectory()) {
        const reason =
          why === 'output'
            ? (ownReason(entry.name) ?? why)
            : (why ?? folderReason(entry.name, relative, rules, isPackage));
        if (reason !== null && (PACKAGES.has(reason) || reason === 'hidden') && !included) skip(`${reason} folder`);
        else inside.push({ folder: relative, rules, why: reason, ofComponent });
      } else if (!entry.isFile()) continue;
      else if (!PAGE.test(entry.name) || templates().has(entry.name)) visitFile(relative, entry.name, rules, why);
      else {
        const text = headOf(root, relative);
        if (isScopedMarkup(text)) scoped++;
        if (isScopedMarkup(text) || (ofComponent && isTemplatePage(text))) visitFile(relative, entry.name, rules, why);
        else pages.push({ relative, rules, why });
      }
    }
    return inside;
  };

  // Pages that say nothing of what they are written for.
  const pages: { relative: string; rules: readonly Rules[]; why: string | null }[] = [];
  let scoped = 0;
  const folders: Folder[] = [{ folder: '', rules: [], why: null, ofComponent: false }];
  await inTurns(folders, options.signal, (folder) => folders.push(...visit(folder)));
  if (scoped > 0 && pages.length > 0) {
    const ends = await pagesNamed(root, sources, options.signal);
    for (const { relative, rules, why } of pages)
      if (ends.has(path.posix.basename(relative))) visitFile(relative, path.posix.basename(relative), rules, why);
  }
  // Output folders count as sources only where nothing else is: a published package has nothing but them.
  const isOutput = output.length > 0 && hasComponents(root, sources);
  if (isOutput) for (const _ of output) skip('output');
  else sources.push(...output);
  const describeAll = (paths: readonly string[], into: Found[]): Promise<void> =>
    inTurns(paths, options.signal, (relative) => {
      try {
        const found = describe(root, relative);
        if (isBundle(root, found)) skip('generated');
        else into.push(found);
      } catch (error) {
        result.unreadable.push({ path: relative, reason: reasonOf(error) });
      }
    });
  await describeAll(sources, result.sources);
  await describeAll(configs, result.configs);
  if (isOutput) await describeAll(output.filter(isByHand), result.output);
  result.configs.sort(byPath);
  result.sources.sort(byPath);
  result.unreadable.sort(byPath);
  result.skipped = Object.fromEntries(Object.entries(result.skipped).sort(([a], [b]) => (a < b ? -1 : 1)));
  return result;
}

/** Does some work for each item, those included that are added meanwhile. Throws where `signal` says so. */
async function inTurns<T>(
  items: readonly T[],
  signal: AbortSignal | undefined,
  work: (item: T) => void,
): Promise<void> {
  let steps = 0;
  for (const item of items) {
    if (steps++ % STEPS === 0) {
      await new Promise(setImmediate);
      signal?.throwIfAborted();
    }
    work(item);
  }
}

export function byPath(a: { path: string }, b: { path: string }): number {
  return a.path < b.path ? -1 : 1;
}

/** Whether a file in a folder of output may be a source after all: nothing but the folder's name speaks against it. */
function isByHand(relative: string): boolean {
  const [folders, name] = [path.posix.dirname(relative).split('/'), path.posix.basename(relative)];
  return fileReason(name) === null && !folders.some((folder) => OUTPUT.test(folder) || TEST_FOLDER.test(folder));
}

/** Folders into which package managers put what others wrote. */
const PACKAGES: ReadonlySet<string> = new Set(['node_modules', 'bower_components', 'jspm_packages']);

function folderReason(name: string, relative: string, rules: readonly Rules[], isPackage: boolean): string | null {
  if (PACKAGES.has(name)) return name;
  if (name.startsWith('.')) return 'hidden';
  const own = ownReason(name);
  if (own) return own;
  if (isIgnored(`${relative}/`, rules)) return 'gitignore';
  return OUTPUT.test(name) || (isPackage && OUTPUT_OF_PACKAGE.test(name)) ? 'output' : null;
}

/** Why what a folder is called speaks against it, whatever it lies in. */
function ownReason(name: string): string | null {
  return TEST_FOLDER.test(name) ? 'test' : STORY_FOLDER.test(name) ? 'story' : null;
}

function fileReason(name: string): string | null {
  if (name.startsWith('.')) return 'hidden';
  if (TEST_FILE.test(name)) return 'test';
  if (STORY_FILE.test(name)) return 'story';
  if (DECLARATION.test(name)) return 'type declaration';
  if (GENERATED.test(name)) return 'generated';
  return null;
}

function isIgnored(relative: string, rules: readonly Rules[]): boolean {
  return rules.some(({ folder, matcher }) => {
    const inside =
      folder === '' ? relative : relative.startsWith(`${folder}/`) ? relative.slice(folder.length + 1) : '';
    return inside !== '' && matcher.ignores(inside);
  });
}

/** The rules in a folder. What of them cannot be used is told, and ignores nothing. */
function readRules(root: string, folder: string, unreadable: WalkResult['unreadable']): Rules {
  const matcher = ignore();
  const file = folder === '' ? '.gitignore' : `${folder}/.gitignore`;
  try {
    const lines = readRegularFile(path.join(root, file)).toString().split(/\r?\n/);
    const refused = lines.map((line) => (line.startsWith('#') ? null : refusedGlob(line)));
    const [first] = refused.filter((reason) => reason !== null);
    if (first !== undefined) unreadable.push({ path: file, reason: first });
    matcher.add(lines.filter((_, index) => refused[index] === null));
  } catch (error) {
    unreadable.push({ path: file, reason: reasonOf(error) });
  }
  return { folder, matcher };
}

function describe(root: string, relative: string): Found {
  const stat = statSync(path.join(root, relative));
  return { path: relative, bytes: stat.size, modified: stat.mtimeMs };
}

/** A script of this many bytes may be a bundle; what people write by hand has shorter lines than this on the average. */
const BUNDLE_BYTES = 20_000;
const LONG_LINE = 500;
const SNIFFED_BYTES = 64 * 1024;

/** How bundles begin: wrapped so that they run with any loader or none, or with the loader of the bundler in them. */
const BUNDLE_HEAD =
  /^this\.(\w+) = this\.\1 \|\| \{\};|typeof define === ['"]function['"] && define\.amd|\b__webpack_require__\b|webpackJsonp|^var __commonJS = |^\(function\(\)\{"use strict";try\{if\(typeof document|^[ \t]*System\.register\(/m;
const HEAD_BYTES = 1500;
/** What the compiler of single-file components calls what it makes of one. */
const COMPILED = /^(?:const|var|let) _sfc_main\b/m;
const MANGLED_NAMES = 20;
const MANGLED_SHARE = 0.6;
const NUMBERED_NAMES = 4;

/** Whether a script was put together by a machine for machines, by how its beginning looks. Throws where it cannot be read. */
function isBundle(root: string, { path: relative, bytes }: Found): boolean {
  if (bytes < HEAD_BYTES || !/\.[cm]?js$/.test(relative)) return false;
  const file = openSync(path.join(root, relative), 'r');
  try {
    const buffer = Buffer.alloc(Math.min(bytes, SNIFFED_BYTES));
    const start = buffer.subarray(0, readSync(file, buffer)).toString('latin1');
    if (BUNDLE_HEAD.test(start.slice(0, HEAD_BYTES)) || COMPILED.test(start)) return true;
    if (bytes < BUNDLE_BYTES) return false;
    const lines = start.split('\n').length;
    if (isMangled(start)) return true;
    // Pictures and tables written as one long text are data, however long.
    const code = start.match(/[;{}]/g)?.length ?? 0;
    return start.length / lines > LONG_LINE && code > start.length / 100;
  } finally {
    closeSync(file);
  }
}

/**
 * Whether names were made by a machine: nobody names most of a module by one or two letters, as what shortens names does, or
 * tells names of several modules apart by a dollar and a number, as what puts modules into one file does.
 */
function isMangled(text: string): boolean {
  const names = [...text.matchAll(/^(?:export )?(?:async )?(?:function\*? |const |let |var |class )([\w$]+)/gm)].map(
    ([, name = '']) => name,
  );
  const short = names.filter((name) => name.length <= 2);
  const numbered = names.filter((name) => /\w\$(?:\d{1,2}|[a-zA-Z])$/.test(name));
  return (
    numbered.length >= NUMBERED_NAMES || (short.length >= MANGLED_NAMES && short.length > names.length * MANGLED_SHARE)
  );
}

/** What a script imports that is a Lightning Web Component, or says that it extends one. */
const WEB_COMPONENT = /\bfrom\s+['"]lwc['"]|@api\b|\bextends\s+\w*LightningElement/;

/** The files of a folder that scripts in it name as their templates. */
function templatesIn(root: string, folder: string, entries: readonly Dirent[]): ReadonlySet<string> {
  const found = new Set<string>();
  for (const entry of entries) {
    if (!entry.isFile() || !/\.[cm]?[tj]s$/.test(entry.name) || DECLARATION.test(entry.name)) continue;
    try {
      const text = readRegularFile(path.join(root, folder, entry.name)).toString();
      const isOfFolder = WEB_COMPONENT.test(text);
      // Other frameworks name pages too, whose markup is another.
      if (isOfFolder || text.includes('@angular/'))
        for (const [, name = ''] of text.matchAll(TEMPLATE)) found.add(name);
      if (isOfFolder) found.add(entry.name.replace(/\.\w+$/, '.html'));
    } catch {
      // A script that cannot be read is told when it is to be read itself.
    }
  }
  return found;
}

/** How a page begins; nothing where it cannot be read, which is told when it is to be read itself. */
function headOf(root: string, relative: string): string {
  try {
    return readRegularFile(path.join(root, relative)).toString().slice(0, SNIFFED_BYTES);
  } catch {
    return '';
  }
}

/** The names of the pages that scripts with controllers and directives name as templates. */
async function pagesNamed(
  root: string,
  sources: readonly string[],
  signal?: AbortSignal,
): Promise<ReadonlySet<string>> {
  const found = new Set<string>();
  await inTurns(sources, signal, (relative) => {
    if (!/\.[cm]?[tj]s$/.test(relative)) return;
    const text = headOf(root, relative);
    if (/\btemplateUrl\b/.test(text))
      for (const [, path = ''] of text.matchAll(/['"`]([^'"`\s]{1,200}\.html)['"`]/g))
        found.add(path.slice(path.lastIndexOf('/') + 1));
  });
  return found;
}

function once<T>(make: () => T): () => T {
  let made: { value: T } | null = null;
  return () => (made ??= { value: make() }).value;
}

function hasComponents(root: string, sources: readonly string[]): boolean {
  if (sources.some((file) => sourceKindOf(file)?.markup)) return true;
  for (const file of sources.slice(0, 500)) {
    try {
      if (MARKUP_TEXT.test(readRegularFile(path.join(root, file)).toString())) return true;
    } catch {
      // What cannot be read is told of where it is read.
    }
  }
  return false;
}

/** What went wrong with a file, in words. */
export function reasonOf(error: unknown): string {
  const code = (error as NodeJS.ErrnoException).code;
  if (code === 'EACCES' || code === 'EPERM') return 'It cannot be read: permission denied.';
  if (code === 'ENOENT') return 'It no longer exists.';
  if (code === 'ENOTDIR') return 'It is not a folder.';
  return error instanceof Error ? error.message : String(error);
}
