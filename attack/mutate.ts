/** Files as they are while somebody types: sources of every family with a few tokens taken out, put in, doubled or cut off. */
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { parseTemplate } from '@angular/compiler';
import { parse as parseVue } from '@vue/compiler-sfc';
import { parse as parseBabel } from '@babel/parser';
import { parse as parseSvelte } from 'svelte/compiler';
import {
  Survey,
  prepareReaders,
  readFile,
  projectKinds,
  type ConfigFile,
  type Family,
  type FileFacts,
  type SourceFile,
} from '@vectura/core';
import { pluginsOf } from '../packages/core/src/read/script/module';
import { withoutBlocks } from '../packages/core/src/read/component/blocks';
import { walk } from '../packages/server/src/survey/walk';
import { TYPED, TYPED_CONFIGS } from './typed';

/** The slowest a file may be. */
const SLOW_MS = 2000;
/** How many files of a project are mutated at a time. */
const AT_ONCE = 20;
const SHOWN = 10;

export interface Mutated {
  files: number;
  surveys: number;
  /** Surveys that ended without an answer: why, and of what. */
  ended: string[];
  /** Files that took too long. */
  slow: string[];
  /** Files that cannot be parsed, of which nothing was said. */
  untold: string[];
  /** Files that made a reader fail, which the guard around it told. */
  failed: number;
  failures: string[];
  slowest: number;
}

interface Project {
  name: string;
  sources: { path: string; text: string }[];
  configs: ConfigFile[];
}

/** Numbers that are the same with each run: a small generator of Steele, Lea and Flood's kind (SplitMix, 2014), in 32 bits. */
export function random(seed: number): (below: number) => number {
  let state = seed | 0;
  return (below) => {
    state = (state + 0x9e3779b9) | 0;
    let z = state;
    z = Math.imul(z ^ (z >>> 16), 0x21f0aaad);
    z = Math.imul(z ^ (z >>> 15), 0x735a2d97);
    return ((z ^ (z >>> 15)) >>> 0) % below;
  };
}

const PUT_IN = [
  ...'(){}[]<>,;:.?!=&|+-*/%@#$`\'"\\~^',
  ...[
    '=>',
    '...',
    '?.',
    '</',
    '/>',
    '{{',
    '}}',
    '{#if',
    '{/if}',
    '{#each',
    '{:else}',
    '{@html',
    '{#snippet',
    '<!--',
    '/*',
    '${',
  ],
  ...['interface ', 'type ', 'enum ', 'namespace ', 'class ', 'extends ', 'function ', 'async ', 'await ', 'yield '],
  ...[
    'import ',
    'export ',
    'default ',
    'from ',
    'return ',
    'const ',
    'let ',
    'var ',
    'new ',
    'delete ',
    'in ',
    'of ',
    'as ',
  ],
  ...[
    '<script>',
    '</script>',
    '<template>',
    '</template>',
    '<style>',
    '<slot>',
    'v-for="',
    ':a.sync="x"',
    '@click="',
    'bind:',
    '@if (',
    '@for (',
    '[depth]="',
    '{{',
    '}}',
    '| async',
    'use:',
  ],
  ...['null', 'undefined', 'this', 'super', '0', '1n', '/x/', '\u2028', '\ufeff', '\u0000', '🪴', '\r', '\n'],
];

/** What nobody expects in the place of a configuration. */
const ODD = [
  'null',
  '[]',
  '1',
  '"x"',
  '',
  '{',
  '{"compilerOptions":null,"dependencies":null,"exports":null}',
  '[null]',
];

/** A text with one to three tokens changed. */
export function mutate(text: string, pick: (below: number) => number): string {
  const tokens = text.match(/[\w$]+|\s+|[^\w\s$]/g) ?? [''];
  for (let changes = 1 + pick(3); changes > 0; changes--) {
    const at = pick(tokens.length);
    const change = pick(8);
    if (change <= 1) tokens.splice(at, 1);
    else if (change <= 3) tokens.splice(at, 0, PUT_IN[pick(PUT_IN.length)] ?? '');
    else if (change === 4) tokens.splice(at, 0, tokens[at] ?? '');
    else if (change === 5) tokens[at] = tokens[pick(tokens.length)] ?? '';
    else if (change === 6) tokens.splice(at, 1 + pick(12));
    else if (pick(4) === 0) tokens.length = at;
    if (tokens.length === 0) tokens.push('');
  }
  return tokens.join('');
}

/** Mutates so many files of some folders, reads them, and surveys the projects with them in. */
export async function attackByMutation(folders: readonly string[], files: number, seed: number): Promise<Mutated> {
  await prepareReaders([
    { path: 'Any.vue' },
    { path: 'Any.svelte' },
    { path: 'Any.html' },
    { path: 'Any.html', text: '<template></template>' },
    { path: 'Any.html', text: '<b ng-if="open"></b>' },
  ]);
  const projects = [
    { name: 'typed', sources: TYPED, configs: TYPED_CONFIGS },
    ...(await Promise.all(folders.map(projectIn))),
  ];
  const pick = random(seed);
  const result: Mutated = {
    files: 0,
    surveys: 0,
    ended: [],
    slow: [],
    untold: [],
    failed: 0,
    failures: [],
    slowest: 0,
  };
  const good = new Map(projects.map((project) => [project, readAll(project)]));
  while (result.files < files) {
    const project = projects[pick(projects.length)];
    const known = project && good.get(project);
    if (!project || !known) continue;
    const facts = [...known];
    for (let n = Math.min(AT_ONCE, files - result.files); n > 0; n--) {
      const at = pick(project.sources.length);
      const source = project.sources[at];
      if (source) facts[at] = readOne({ ...source, text: mutate(source.text, pick) }, project, result);
    }
    const configs = project.configs.map((config) =>
      pick(2) === 0
        ? config
        : { ...config, text: pick(10) === 0 ? (ODD[pick(ODD.length)] ?? '') : mutate(config.text, pick) },
    );
    surveyAll({ ...project, configs }, facts, result);
  }
  return result;
}

async function projectIn(folder: string): Promise<Project> {
  const found = await walk(folder);
  const read = ({ path: file }: { path: string }): { path: string; text: string } => ({
    path: file,
    text: readFileSync(path.join(folder, file), 'utf8'),
  });
  return { name: path.basename(folder), sources: found.sources.map(read), configs: found.configs.map(read) };
}

function sourceOf({ path: file, text }: { path: string; text: string }, project: Project): SourceFile {
  const kind = projectKinds(project.configs)(file);
  const hash = createHash('sha256').update(text).digest('hex');
  return { path: file, text, hash, bytes: Buffer.byteLength(text), ...(kind === undefined ? {} : { project: kind }) };
}

function readAll(project: Project): FileFacts[] {
  return project.sources.map((source) => readFile(sourceOf(source, project)));
}

function readOne(source: { path: string; text: string }, project: Project, result: Mutated): FileFacts {
  result.files++;
  const start = performance.now();
  const facts = readFile(sourceOf(source, project));
  const took = performance.now() - start;
  result.slowest = Math.max(result.slowest, took);
  if (took > SLOW_MS) note(result.slow, source, `${Math.round(took)} ms`);
  const failure = facts.problems.find((problem) => /^(It could not be read|Nested too deeply)/.test(problem.message));
  if (failure) {
    result.failed++;
    note(result.failures, source, failure.message);
  }
  const refused = facts.problems.length === 0 && whyUnparsable(source, facts.family);
  if (refused) note(result.untold, source, refused);
  return facts;
}

function surveyAll(project: Project, files: FileFacts[], result: Mutated): void {
  result.surveys++;
  try {
    const survey = new Survey({ name: project.name, files, configs: project.configs, skipped: {} });
    const document = survey.document();
    if (document.files.length !== files.length) throw new Error('A file is missing from the answer.');
  } catch (error) {
    note(result.ended, { path: project.name, text: '' }, error instanceof Error ? (error.stack ?? '') : String(error));
  }
}

function note(list: string[], { path: file, text }: { path: string; text: string }, why: string): void {
  if (list.length < SHOWN) list.push(`${file}: ${why}\n${text.slice(0, 4000)}`);
  else list.push(`${file}: ${why.split('\n')[0] ?? ''}`);
}

/** What the family's own parser, asked to be strict, has against a file; null where it takes it. */
function whyUnparsable({ path: file, text }: { path: string; text: string }, family: Family): string | null {
  try {
    if (text.trim() === '') return null;
    if (file.endsWith('.svelte')) parseSvelte(withoutBlocks(text, 'style'), { modern: true, filename: file });
    else if (file.endsWith('.vue')) {
      const { descriptor, errors } = parseVue(text, { sourceMap: false, filename: file });
      if (errors[0]) throw errors[0];
      for (const block of [descriptor.script, descriptor.scriptSetup])
        if (block) parseStrictly(`${file}.${block.lang ?? 'js'}`, block.content);
    } else if (file.endsWith('.xml') || (file.endsWith('.html') && family !== 'angular')) {
      // Every text is markup of some kind to a parser of pages.
      return null;
    } else if (file.endsWith('.html')) {
      const [error] = parseTemplate(text, file).errors ?? [];
      if (error) throw new Error(error.msg);
    } else parseStrictly(file, text);
    return null;
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

function parseStrictly(file: string, text: string): void {
  parseBabel(text, {
    sourceType: 'unambiguous',
    plugins: pluginsOf(file),
    allowReturnOutsideFunction: true,
    allowAwaitOutsideFunction: true,
    allowImportExportEverywhere: true,
    allowUndeclaredExports: true,
  });
}
