/** After any edits, a survey that goes on from the last one equals a survey from nothing. */
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import type { FileFacts } from './model/facts';
import { BUNDLER_CONFIG } from './link/resolve/bundlerAliases';
import { familyOf, isAlone } from './read';
import { projectKinds } from './read/projectKinds';
import { Survey } from './survey';
import { factsOf } from './testing/project';

const EXAMPLES = path.join(__dirname, '../../../examples');

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

/** A project whose files are read again only where their text changed, as a survey of a folder does it. */
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
    return factsOf(
      file,
      this.sources[file] ?? '',
      projectKinds(this.configs)(file),
      isAlone(file, new Set(Object.keys(this.sources))),
    );
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

/** The survey after one file was edited, as it goes on from the one before; null where it begins anew. */
function after(sources: Record<string, string>, file: string, text: string): { before: string; survey: Survey | null } {
  const project = new Project({ ...sources });
  const survey = new Survey(project.input);
  const before = JSON.stringify(survey.document());
  project.edit(file, text);
  return { before, survey: survey.edited(project.input, survey.config) };
}

/** An object of a module that more modules import than are looked through one by one, each for a field or two. */
const MANY_IMPORT: Record<string, string> = {
  'src/store.js': `class Store { heat = 0; damp = 0; setHeat(value) { this.heat = value; } setDamp(value) { this.damp = value; } }
export const store = new Store();`,
  ...Object.fromEntries(
    Array.from({ length: 40 }, (_, n) => [
      `src/Gauge${n}.jsx`,
      `import { store } from './store';\nexport function Gauge${n}() { return <b onClick={() => store.setHeat(1)}>{store.heat}</b>; }`,
    ]),
  ),
};
const BELL = `import { Component, inject } from '@angular/core';
import { Alarms } from './alarms';
@Component({ selector: 'app-bell', template: '<b>{{ left }}</b>' })
export class Bell {
  private readonly store = inject(Alarms);
  left = 0;
  ngOnInit(): void {
    this.left = this.store.left();
  }
}
`;
const SERVED: Record<string, string> = {
  'src/bell.ts': BELL,
  'src/house.ts': `import { Component, inject } from '@angular/core';
import { Alarms } from './alarms';
import { Bell } from './bell';
@Component({ selector: 'app-house', imports: [Bell], template: '<app-bell></app-bell><i (click)="store.ring()">{{ store.left() }}</i>' })
export class House {
  readonly store = inject(Alarms);
}
`,
  'src/alarms.ts': `import { computed, Injectable, signal } from '@angular/core';
@Injectable({ providedIn: 'root' })
export class Alarms {
  readonly alarms = signal<number[]>([]);
  readonly left = computed(() => this.alarms().length);
  ring(): void {
    this.alarms.update((all) => [...all, 1]);
  }
}
`,
};
const HELPED: Record<string, string> = {
  'src/half.js': 'export function half(value) { return value / 2; }',
  'src/App.jsx': `import { useState } from 'react';
import { half } from './half';
export function App() { const [heat] = useState(1); return <Gauge low={half(heat)} high={half(heat)} />; }
function Gauge({ low, high }) { return <b title={low}>{high}</b>; }`,
};
const UNITS = `import { createContext } from 'react';
export const Units = createContext(null);
`;
const GAUGE = `import { useContext } from 'react';
import { Units } from './units';
export function Gauge({ value, onReset }) {
  return <b onClick={() => onReset(value)}>{value} {useContext(Units)}</b>;
}
`;
const TRAY = `import { Gauge } from './Gauge';
export const Tray = ({ value, onReset }) => <Gauge value={value} onReset={onReset} />;
`;
const APP = `import { useState } from 'react';
import { Units } from './units';
import { Tray } from './Tray';
export function App() {
  const [level, setLevel] = useState(0);
  const [units, setUnits] = useState('celsius');
  return (
    <Units.Provider value={units}>
      <Tray value={level} onReset={() => setLevel(0)} />
      <button onClick={() => setUnits('kelvin')} />
    </Units.Provider>
  );
}
`;
const NURSERY = { 'src/App.jsx': APP, 'src/Tray.jsx': TRAY, 'src/Gauge.jsx': GAUGE, 'src/units.js': UNITS };

describe('an edit in one file, and what it changes in others', () => {
  test.each([
    [
      'a provider goes: what stands in another file reads nothing',
      NURSERY,
      'src/App.jsx',
      APP.replace(/<\/?Units.Provider.*?>/g, '<></>'),
    ],
    ['a callback is no longer handed on', NURSERY, 'src/Tray.jsx', TRAY.replace(' onReset={onReset}', '')],
    [
      'a value is used where it was only handed on',
      NURSERY,
      'src/Tray.jsx',
      TRAY.replace('<Gauge', '<Gauge title={value + 1}'),
    ],
    ['a context is no longer read', NURSERY, 'src/Gauge.jsx', GAUGE.replace('{useContext(Units)}', '')],
    ['all numbers of a file move', NURSERY, 'src/Gauge.jsx', `const first = { a: 1 };\nfunction also() {}\n${GAUGE}`],
    [
      'a component is renamed, and no longer found',
      NURSERY,
      'src/Gauge.jsx',
      GAUGE.replace('function Gauge', 'function Dial'),
    ],
    [
      'a class is no component any more, and takes a service all the same',
      SERVED,
      'src/bell.ts',
      BELL.replace(/@Component.*/, ''),
    ],
    [
      'a module passes on another component',
      {
        'src/App.jsx': "import { Dial } from './parts';\nexport const App = () => <Dial level={1} />;",
        'src/parts.js': "export { Dial } from './Dial';",
        'src/Dial.jsx': 'export const Dial = ({ level }) => <b>{level}</b>;\nexport const Flat = () => <i />;',
      },
      'src/parts.js',
      "export { Flat as Dial } from './Dial';",
    ],
    [
      'a helper of another file computes what it handed through',
      {
        'src/App.jsx':
          "import { read } from './read';\nimport { Dial } from './Dial';\nexport const App = ({ level }) => <Dial level={read(level)} />;",
        'src/read.js': 'export function read(level) { return level; }',
        'src/Dial.jsx': 'export const Dial = ({ level }) => <b>{level}</b>;',
      },
      'src/read.js',
      'export function read(level) { return level * 2; }',
    ],
    [
      'a hook of another file keeps its state elsewhere',
      {
        'src/App.jsx':
          "import { useFold } from './fold';\nexport const App = () => { const { open } = useFold(); return <b>{open}</b>; };",
        'src/fold.js':
          "import { useState } from 'react';\nexport function useFold() { const [open, setOpen] = useState(false); return { open, setOpen }; }",
      },
      'src/fold.js',
      "import { useState } from 'react';\nconst [open] = [true];\nexport function useFold() { const [wide] = useState(open); return { open: wide }; }",
    ],
    [
      'a wrapper renders another component',
      {
        'src/App.jsx': "import { Framed } from './framed';\nexport const App = () => <Framed level={1} />;",
        'src/framed.jsx':
          "import { Dial, Flat } from './Dial';\nconst frame = (Inner) => (props) => <p><Inner {...props} /></p>;\nexport const Framed = frame(Dial);",
        'src/Dial.jsx': 'export const Dial = ({ level }) => <b>{level}</b>;\nexport const Flat = () => <i />;',
      },
      'src/framed.jsx',
      "import { Dial, Flat } from './Dial';\nconst frame = (Inner) => (props) => <p><Inner {...props} /></p>;\nexport const Framed = frame(Flat);",
    ],
    [
      'a tag is handed in from another place',
      {
        'src/App.jsx':
          "import { Frame } from './Frame';\nimport { Dial, Flat } from './Dial';\nexport const App = () => <Frame as={Dial} level={1} />;",
        'src/Frame.jsx': 'export const Frame = ({ as: Inner, level }) => <Inner level={level} />;',
        'src/Dial.jsx': 'export const Dial = ({ level }) => <b>{level}</b>;\nexport const Flat = () => <i />;',
      },
      'src/App.jsx',
      "import { Frame } from './Frame';\nimport { Dial, Flat } from './Dial';\nexport const App = () => <Frame as={Flat} level={1} />;",
    ],
    [
      'markup handed over is no longer shown',
      {
        'src/App.jsx':
          "import { Panel } from './Panel';\nimport { Dial } from './Dial';\nexport const App = () => <Panel><Dial level={1} /></Panel>;",
        'src/Panel.jsx': 'export const Panel = ({ children }) => <p>{children}</p>;',
        'src/Dial.jsx': 'export const Dial = ({ level }) => <b>{level}</b>;',
      },
      'src/Panel.jsx',
      'export const Panel = ({ children }) => <p />;',
    ],
    [
      'one of many that import an object takes another field of it, and one takes all',
      MANY_IMPORT,
      'src/Gauge7.jsx',
      `import { store } from './store';\nexport function Gauge7() { return <b onClick={() => store.setDamp(1)}>{store.damp}{JSON.stringify(store)}</b>; }`,
    ],
    [
      'a helper comes to make a cell, and its calls are to be told apart',
      HELPED,
      'src/half.js',
      `import { useState } from 'react';\nexport function half(value) { const [kept] = useState(value); return kept; }`,
    ],
    [
      'a helper comes to call what it is given',
      HELPED,
      'src/half.js',
      'export function half(value) { return typeof value === "function" ? value() : value; }',
    ],
    [
      'a function begins to be rendered, and so is a component',
      {
        'src/App.jsx': "import { lid } from './lid';\nexport const App = () => <b>{lid}</b>;",
        'src/lid.jsx': 'export function Lid({ open }) { return open ? null : undefined; }\nexport const lid = 1;',
      },
      'src/App.jsx',
      "import { Lid } from './lid';\nexport const App = () => <Lid open />;",
    ],
    [
      'an element is given more props by someone else',
      {
        'src/App.jsx':
          "import { Row } from './Row';\nimport { Dial } from './Dial';\nexport const App = () => <Row><Dial level={1} /></Row>;",
        'src/Row.jsx': "import { cloneElement } from 'react';\nexport const Row = ({ children }) => <p>{children}</p>;",
        'src/Dial.jsx': 'export const Dial = ({ level, wide }) => <b title={wide}>{level}</b>;',
      },
      'src/Row.jsx',
      "import { cloneElement } from 'react';\nexport const Row = ({ children }) => <p>{cloneElement(children, { wide: true })}</p>;",
    ],
    [
      'a type of another file asks for more',
      {
        'src/App.tsx': "import { Dial } from './Dial';\nexport const App = () => <Dial level={1} />;",
        'src/Dial.tsx':
          "import type { DialProps } from './types';\nexport function Dial(props: DialProps) { return <b>{props.level}</b>; }",
        'src/types.ts': 'export interface DialProps { level: number }',
      },
      'src/types.ts',
      'export interface DialProps { level: number; unit: string }',
    ],
  ])('%s', (_name, sources: Record<string, string>, file, text) => {
    const { before, survey } = after(sources, file, text);
    const fresh = new Survey(new Project({ ...sources, [file]: text }).input).document();
    expect(survey?.document()).toEqual(fresh);
    expect(JSON.stringify(fresh)).not.toBe(before);
  });
});

test.each([
  ['another context', 'src/units.js', `${UNITS}export const Night = createContext(false);`],
  ['a default for a context', 'src/units.js', UNITS.replace('createContext(null)', "createContext('celsius')")],
  ['another package with a model', 'src/units.js', `import { create } from 'zustand';\n${UNITS}`],
  ['far more than there is room for', 'src/Tray.jsx', `${TRAY}${GAUGE.replace('Gauge', 'Dial').repeat(40)}`],
])('%s: the survey begins anew', (_name, file, text) => {
  expect(after(NURSERY, file, text).survey).toBeNull();
});

test('a constant that names a topic in another file: the survey begins anew, and is not adopted', () => {
  const topics = (text: string): string => `angular.module('beds', []).constant('TOPICS', { SOWN: '${text}' });`;
  const sources = {
    'app/topics.js': topics('sown'),
    'app/desk.js': `angular.module('beds').controller('Desk', function ($rootScope, TOPICS) {
      this.sow = () => $rootScope.$broadcast(TOPICS.SOWN, 1); });`,
    'index.html': `<body ng-app="beds"><i ng-controller="Desk as desk" ng-click="desk.sow()"></i></body>`,
  };
  expect(after(sources, 'app/topics.js', topics('planted')).survey).toBeNull();
  const project = new Project({ ...sources });
  const survey = new Survey(project.input);
  project.edit('app/topics.js', topics('planted'));
  expect(survey.adopt(project.input.files.filter(({ path }) => path === 'app/topics.js'))).toBe(false);
});

test('what an edit does not touch is taken over', () => {
  const sources = {
    ...NURSERY,
    'src/Lever.jsx':
      "import { useState } from 'react';\nexport function Lever() { const [on, setOn] = useState(false); return <i onClick={() => setOn(!on)}>{on}</i>; }",
  };
  const project = new Project(sources);
  const survey = new Survey(project.input);
  const id = 'src/Lever.jsx#Lever.on';
  const flow = survey.cells.byId.get(id);
  project.edit('src/Gauge.jsx', GAUGE.replace('{value}', '{value + 1}'));
  const next = survey.edited(project.input, survey.config);
  expect(flow).toBeDefined();
  expect(next?.cells.byId.get(id)).toBe(flow);
  expect(next?.cells.byId.get('src/App.jsx#App.level')).not.toBe(survey.cells.byId.get('src/App.jsx#App.level'));
});

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
          survey = next ?? new Survey(project.input);
          expect(survey.document()).toEqual(new Survey(project.copy).document());
        }
      }),
      { numRuns: Number(process.env.RUNS ?? 5) },
    );
  });
});
