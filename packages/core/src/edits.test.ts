/** After any edits, a survey that goes on from the last one equals a survey from nothing. */
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import type { FileFacts } from './model/facts';
import { BUNDLER_CONFIG } from './read/bundler';
import { familyOf, prepareReaders } from './read';
import { vueVersions } from './read/versions';
import { Survey } from './survey';
import { factsOf } from './testing/project';

const EXAMPLES = path.join(__dirname, '../../../examples');

beforeAll(() => prepareReaders(['Any.vue', 'Any.svelte']));

/** The sources of an example, as path → text. */
function sourcesOf(example: string): Record<string, string> {
  const root = path.join(EXAMPLES, example);
  const sources: Record<string, string> = {};
  for (const entry of readdirSync(root, { recursive: true, withFileTypes: true })) {
    const file = path.relative(root, path.join(entry.parentPath, entry.name)).split(path.sep).join('/');
    if (entry.isFile() && !file.includes('node_modules') && (familyOf(file) !== null || file.endsWith('.json')))
      sources[file] = readFileSync(path.join(root, file), 'utf8');
  }
  return sources;
}

/** A project whose files are read anew only where their text changed, as a survey of a folder does it. */
class Project {
  private readonly facts = new Map<string, FileFacts>();

  constructor(readonly sources: Record<string, string>) {
    for (const file of Object.keys(sources)) if (this.isSource(file)) this.facts.set(file, this.read(file));
  }

  private isSource(file: string): boolean {
    return !file.endsWith('.json') && !BUNDLER_CONFIG.test(file);
  }

  private get configs(): { path: string; text: string }[] {
    return Object.entries(this.sources).flatMap(([path, text]) => (this.isSource(path) ? [] : [{ path, text }]));
  }

  private read(file: string): FileFacts {
    return factsOf(file, this.sources[file] ?? '', vueVersions(this.configs)(file));
  }

  get files(): string[] {
    return [...this.facts.keys()];
  }

  edit(file: string, text: string): void {
    this.sources[file] = text;
    this.facts.set(file, this.read(file));
  }

  get input() {
    return { name: 'test', files: [...this.facts.values()], configs: this.configs, skipped: {} };
  }

  /** The same, of facts that nothing else holds. */
  get copy() {
    return { ...this.input, files: structuredClone(this.input.files) };
  }
}

interface Edit {
  file: number;
  line: number;
  how: 'delete' | 'double' | 'swap' | 'add' | 'rename';
  piece: number;
}

const PIECES = [
  'export function Extra({ units, onPick }) {\n  return units;\n}',
  'const extra = 1;',
  "import { useState as useMore } from 'react';",
  'function help(value) {\n  return value ? help(value.next) : value;\n}',
  'if (!open) return null;',
];

const edits = fc.array(
  fc.record<Edit>({
    file: fc.nat(1000),
    line: fc.nat(1000),
    how: fc.constantFrom('delete', 'double', 'swap', 'add', 'rename'),
    piece: fc.nat(PIECES.length - 1),
  }),
  { minLength: 1, maxLength: 6 },
);

function apply(text: string, { line, how, piece }: Edit): string {
  const lines = text.split('\n');
  const at = line % lines.length;
  const own = lines[at] ?? '';
  if (how === 'delete') lines.splice(at, 1);
  else if (how === 'double') lines.splice(at, 0, own);
  else if (how === 'swap') lines.splice(at, 2, lines[at + 1] ?? '', own);
  else if (how === 'add') lines.splice(at, 0, PIECES[piece] ?? '');
  else {
    const [name] = /\b[a-z]\w{3,}\b/.exec(own) ?? [];
    return name ? text.replaceAll(new RegExp(`\\b${name}\\b`, 'g'), `${name}Other`) : text;
  }
  return lines.join('\n');
}

/** How many of the edits a survey went on from, and how many made it begin anew. */
const counts = { taken: 0, anew: 0 };

describe.each(readdirSync(EXAMPLES))('%s', (example) => {
  const sources = sourcesOf(example);
  test('edited, equals a survey from nothing', () => {
    fc.assert(
      fc.property(edits, (all) => {
        const project = new Project({ ...sources });
        let survey = new Survey(project.input);
        survey.document();
        for (const edit of all) {
          const file = project.files[edit.file % project.files.length] ?? '';
          project.edit(file, apply(project.sources[file] ?? '', edit));
          const next = survey.edited(project.input, survey.config);
          if (next) counts.taken++;
          else counts.anew++;
          survey = next ?? new Survey(project.input);
          expect(survey.document()).toEqual(new Survey(project.copy).document());
        }
      }),
      { numRuns: Number(process.env.RUNS ?? 5) },
    );
  });
});
