import fc from 'fast-check';
import { one, surveyOf } from '../testing/project';
import type { Survey } from '../survey';

/** Sites as `Tag of by under repeat`. */
function sites(survey: Survey): string[] {
  const short = (id: string | null): string => id?.split('#')[1] ?? '-';
  return survey
    .document()
    .sites.map((s) => `${s.name} of ${short(s.of)} by ${short(s.by)} under ${short(s.under)} ${s.repeat}`);
}

test('a tag that is read from a context is what is provided', () => {
  const survey = one(`const Parts = createContext(null);
    const useParts = () => { const parts = useContext(Parts); if (!parts) throw new Error('none'); return parts; };
    function App({ own }) { const [units] = useState('c'); return <Frame own={own}><Desk units={units} /></Frame>; }
    function Frame({ own, children }) { const parts = useMemo(() => ({ Sign, Other: null, ...own }), [own]); return <Parts.Provider value={parts}>{children}</Parts.Provider>; }
    function Desk({ units }) { const { Sign: Shown, Other } = useParts(); return <p><Shown text={units} /><Other /></p>; }
    function Sign({ text }) { return <b>{text}</b>; }`);
  const of = (name: string): string | null | undefined =>
    survey
      .document()
      .sites.find((site) => site.name === name)
      ?.of?.replace(/.*#/, '') ?? null;
  expect([of('Shown'), of('Other')]).toEqual(['Sign', null]);
  expect(survey.trail('App.units').readers.map((reader) => `${reader.component}.${reader.name}`)).toEqual([
    'Sign.text',
  ]);
});

describe('a tag that is an element of the page unless something else is handed in', () => {
  const survey = (use: string, beside = ''): ReturnType<typeof surveyOf> =>
    surveyOf({
      'src/App.jsx': `${beside}
        export function App({ any }) { return <main>${use}</main>; }
        function Heading({ as: Tag = 'h2', children }) { return <Tag>{children}</Tag>; }`,
    });
  const unresolved = (of: ReturnType<typeof surveyOf>): (string | null)[] =>
    of.findings().flatMap(({ rule, name }) => (rule === 'unresolved' ? [name] : []));

  test.each([
    ['as it is', '<Heading>a</Heading>', []],
    ['as another element', '<Heading as="h1">a</Heading>', []],
    ['as what nobody can tell', '<Heading as={any}>a</Heading>', ['Tag']],
  ])('%s', (_how, use, found) => {
    const of = survey(use);
    expect(unresolved(of)).toEqual(found);
    expect(of.document().sites.find((site) => site.name === 'Tag')?.reason).toMatch(
      found.length > 0 ? /passes it in decides/ : /HTML element/,
    );
  });

  test('as a component', () => {
    const of = survey('<Heading as={Sign}>a</Heading>', 'function Sign({ children }) { return <b>{children}</b>; }');
    expect(unresolved(of)).toEqual([]);
    expect(of.document().sites.find((site) => site.name === 'Tag')?.of).toBe('src/App.jsx#Sign');
  });

  test('named by everyone who renders it', () => {
    const of = surveyOf({
      'src/App.jsx': `export function App() { return <main><Title level="h1" /><Title level="h2" /></main>; }
        function Title({ level: Level }) { return <Level>a</Level>; }`,
    });
    expect(unresolved(of)).toEqual([]);
  });

  test('held by a name of its own, it is no site', () => {
    const of = surveyOf({
      'src/App.jsx': `export function App({ open }) { const Tag = open ? 'section' : 'aside'; return <Tag title={open}>a</Tag>; }`,
    });
    expect(of.document().sites).toEqual([]);
    expect(of.findings()).toEqual([]);
  });
});

describe('the two parents of a site', () => {
  test.each([
    ['written directly', `function App() { return <div><Leaf /></div>; }`, ['Leaf of Leaf by App under App once']],
    [
      'as children',
      `function App() { return <Panel><Leaf /></Panel>; } function Panel({ children }) { return <div>{children}</div>; }`,
      ['Panel of Panel by App under App once', 'Leaf of Leaf by App under Panel once'],
    ],
    [
      'as children, handed on inside',
      `function App() { return <Outer><Leaf /></Outer>; } function Outer({ children }) { return <Inner>{children}</Inner>; } function Inner(props) { return <div>{props.children}</div>; }`,
      [
        'Outer of Outer by App under App once',
        'Leaf of Leaf by App under Inner once',
        'Inner of Inner by Outer under Outer once',
      ],
    ],
    [
      'as a prop',
      `function App() { return <Split main={<Leaf />} />; } function Split({ main }) { return <main>{main}</main>; }`,
      ['Split of Split by App under App once', 'Leaf of Leaf by App under Split once'],
    ],
    [
      'through a variable',
      `function App() { const leaf = <Leaf />; return <Panel>{leaf}</Panel>; } function Panel({ children }) { return <div>{children}</div>; }`,
      ['Leaf of Leaf by App under Panel once', 'Panel of Panel by App under App once'],
    ],
    [
      'in a loop of the one it is handed to',
      `function App() { return <List items={[1]}>{(x) => <Leaf x={x} />}</List>; } function List({ items, children }) { return items.map((i) => children(i)); }`,
      ['List of List by App under App once', 'Leaf of Leaf by App under List many'],
    ],
    [
      'in a condition of the one it is handed to',
      `function App() { return <Fold><Leaf /></Fold>; } function Fold({ open, children }) { return open && <p>{children}</p>; }`,
      ['Fold of Fold by App under App once', 'Leaf of Leaf by App under Fold conditional'],
    ],
    [
      'inside a component from outside',
      `import { Box } from 'boxes'; function App() { return <Box><Leaf /></Box>; }`,
      ['Box of - by App under App once', 'Leaf of Leaf by App under App once'],
    ],
    [
      'made by a helper',
      `const leaf = () => <Leaf />; function App() { return <p>{leaf()}</p>; }`,
      ['Leaf of Leaf by App under App once'],
    ],
    [
      'mounted',
      `import { createRoot } from 'react-dom/client'; createRoot(document.body).render(<Leaf />);`,
      ['Leaf of Leaf by - under - once'],
    ],
    [
      'a tag from a table: every candidate',
      `const TABLE = { a: Leaf, b: Stem }; function App({ kind }) { const Tag = TABLE[kind]; return <Tag />; } function Stem() { return <i/>; }`,
      ['Tag of Leaf by App under App once', 'Tag of Stem by App under App once'],
    ],
    [
      'a member of a component',
      `function Tabs() { return <i/>; } Tabs.Leaf = Leaf; function App() { return <Tabs.Leaf />; }`,
      ['Tabs.Leaf of Leaf by App under App once'],
    ],
  ])('%s', (_name, source, expected) => {
    expect(sites(one(`${source}\nfunction Leaf() { return <b/>; }`))).toEqual(expected);
  });
});

describe('imports', () => {
  const leaf = `export function Leaf({ units }) { return <b>{units}</b>; }\nexport default Leaf;`;
  const app = (from: string, what = '{ Leaf }'): string =>
    `import ${what} from '${from}'; import { useState } from 'react'; export function App() { const [units] = useState(1); return <Leaf units={units} />; }`;
  test.each([
    ['a file without its extension', { 'src/App.jsx': app('./Leaf'), 'src/Leaf.jsx': leaf }],
    ['a file with another extension', { 'src/App.jsx': app('./Leaf.js'), 'src/Leaf.tsx': leaf }],
    ['an index file', { 'src/App.jsx': app('./leaf'), 'src/leaf/index.js': leaf }],
    ['a folder above', { 'src/a/App.jsx': app('../Leaf'), 'src/Leaf.jsx': leaf }],
    ['a default', { 'src/App.jsx': app('./Leaf', 'Leaf'), 'src/Leaf.jsx': leaf }],
    [
      'a module passed on as a whole',
      {
        'src/App.jsx': `import { Parts } from './parts'; import { useState } from 'react'; export function App() { const [units] = useState(1); return <Parts.Leaf units={units} />; }`,
        'src/parts/index.js': `export * as Parts from './all';`,
        'src/parts/all.js': `export { default as Leaf } from './Leaf';`,
        'src/parts/Leaf.jsx': leaf,
      },
    ],
    [
      'a chain of re-exports',
      {
        'src/App.jsx': app('.'),
        'src/index.js': `export * from './b';`,
        'src/b.js': `export { default as Leaf } from './Leaf';`,
        'src/Leaf.jsx': leaf,
      },
    ],
    [
      'an alias of tsconfig',
      {
        'tsconfig.json': `{ // paths\n "compilerOptions": { "paths": { "@/*": ["./src/*"] }, } }`,
        'src/a/App.tsx': app('@/Leaf'),
        'src/Leaf.tsx': leaf,
      },
    ],
    [
      'baseUrl of jsconfig',
      {
        'jsconfig.json': `{ "compilerOptions": { "baseUrl": "src" } }`,
        'src/a/App.jsx': app('ui/Leaf'),
        'src/ui/Leaf.jsx': leaf,
      },
    ],
    [
      'an alias of a config it extends',
      {
        'tsconfig.base.json': `{ "compilerOptions": { "baseUrl": ".", "paths": { "ui/*": ["src/ui/*"] } } }`,
        'tsconfig.json': `{ "extends": "./tsconfig.base.json" }`,
        'src/App.tsx': app('ui/Leaf'),
        'src/ui/Leaf.tsx': leaf,
      },
    ],
    [
      'a namespace',
      {
        'src/App.jsx': `import * as ui from './ui'; import { useState } from 'react'; export function App() { const [units] = useState(1); return <ui.Leaf units={units} />; }`,
        'src/ui.js': `export * from './Leaf';`,
        'src/Leaf.jsx': leaf,
      },
    ],
  ])('%s', (_name, sources) => {
    const survey = surveyOf(sources);
    expect(survey.trail('App.units').readers).toMatchObject([{ component: 'Leaf', name: 'units' }]);
    expect(survey.findings()).toEqual([]);
  });

  test('one that leads nowhere is reported with the reason', () => {
    const [finding] = surveyOf({ 'src/App.jsx': app('./Leef') }).findings();
    expect(finding).toMatchObject({ rule: 'unresolved', component: 'App', name: 'Leaf', line: 1 });
    expect(finding?.message).toContain('“./Leef”');
  });
});

test('names of anonymous default exports', () => {
  const document = surveyOf({
    'src/night-plan.jsx': 'export default () => <b/>;',
    'src/Tray/index.jsx': 'export default function () { return <b/>; }',
  }).document();
  expect(document.components.map((c) => c.name).sort()).toEqual(['NightPlan', 'Tray']);
});

test('a wrapper used in two places does not mix the providers above them', () => {
  const survey = one(`const Units = createContext(null);
    function App() { return <><Units.Provider value="c"><Panel><Gauge /></Panel></Units.Provider><Panel><i>none</i></Panel></>; }
    function Panel({ children }) { return <p>{children}</p>; }
    function Gauge() { return <b>{useContext(Units)}</b>; }`);
  expect(survey.findings()).toEqual([]);
});

const MODULES: Record<string, string> = {
  'src/main.jsx': `import { createRoot } from 'react-dom/client'; import { App } from './App'; createRoot(document.body).render(<App />);`,
  'src/App.jsx': `import { useState } from 'react'; import { Zone } from './Zone'; import { Units } from './units';
    export function App() { const [units, setUnits] = useState(1); return <Units.Provider value={units}><Zone units={units} onPick={setUnits} /></Units.Provider>; }`,
  'src/Zone.jsx': `import { Gauge } from './Gauge'; export const Zone = ({ units, onPick }) => <Gauge scale={units} onPick={onPick} />;`,
  'src/Gauge.jsx': `import { useUnits } from './units'; export function Gauge({ scale, onPick }) { const u = useUnits(); return <b onClick={() => onPick(u)}>{scale}</b>; }`,
  'src/units.js': `import { createContext, useContext } from 'react'; export const Units = createContext(null); export const useUnits = () => useContext(Units);`,
};

test('the order in which files are found does not matter', () => {
  const whole = JSON.stringify(surveyOf(MODULES).document());
  fc.assert(
    fc.property(fc.shuffledSubarray(Object.keys(MODULES), { minLength: 5 }), (order) => {
      const shuffled = Object.fromEntries(order.map((path) => [path, MODULES[path] ?? '']));
      expect(JSON.stringify(surveyOf(shuffled).document())).toBe(whole);
    }),
    { numRuns: 20 },
  );
});

describe('modules of every kind', () => {
  const GAUGE = `export function Gauge({ units }) { return <b>{units}</b>; }`;
  const app = (source: string): string => `${source}\nexport function App() { return <Gauge units="c" />; }`;
  const of = (sources: Record<string, string>): (string | null)[] =>
    surveyOf(sources)
      .document()
      .sites.map((site) => site.of);

  test.each<[name: string, sources: Record<string, string>, target: string]>([
    [
      'a package of the workspace, by its name, its exports and its source',
      {
        'packages/parts/package.json':
          '{ "name": "@nursery/parts", "exports": { ".": "./dist/index.js", "./gauge": { "import": "./dist/gauge.js" } } }',
        'packages/parts/src/gauge.jsx': GAUGE,
        'packages/app/src/App.jsx': app(`import { Gauge } from '@nursery/parts/gauge';`),
      },
      'packages/parts/src/gauge.jsx#Gauge',
    ],
    [
      'the main file of a package of the workspace',
      {
        'packages/parts/package.json': '{ "name": "parts", "main": "lib/main.js" }',
        'packages/parts/src/main.jsx': GAUGE,
        'packages/app/src/App.jsx': app(`import { Gauge } from 'parts';`),
      },
      'packages/parts/src/main.jsx#Gauge',
    ],
    [
      'a folder of a package with a manifest of its own',
      {
        'package.json': '{ "name": "parts" }',
        'gauge/package.json': '{ "main": "./gauge.cjs.js", "types": "./Dial.d.ts" }',
        'gauge/Dial.jsx': GAUGE,
        'src/App.jsx': app(`import { Gauge } from 'parts/gauge';`),
      },
      'gauge/Dial.jsx#Gauge',
    ],
    [
      'private imports of a package',
      {
        'package.json': '{ "imports": { "#parts/*": "./src/parts/*.jsx" } }',
        'src/parts/gauge.jsx': GAUGE,
        'src/App.jsx': app(`import { Gauge } from '#parts/gauge';`),
      },
      'src/parts/gauge.jsx#Gauge',
    ],
    [
      'an alias of the bundler',
      {
        'vite.config.js': `import path from 'node:path'; export default { resolve: { alias: { '~parts': path.resolve(__dirname, './src/parts') } } };`,
        'src/parts/gauge.jsx': GAUGE,
        'src/App.jsx': app(`import { Gauge } from '~parts/gauge';`),
      },
      'src/parts/gauge.jsx#Gauge',
    ],
    [
      'a list of aliases, by URL',
      {
        'vite.config.ts': `import { fileURLToPath } from 'node:url'; export default { resolve: { alias: [{ find: '@', replacement: fileURLToPath(new URL('./src', import.meta.url)) }] } };`,
        'src/gauge.jsx': GAUGE,
        'src/App.jsx': app(`import { Gauge } from '@/gauge';`),
      },
      'src/gauge.jsx#Gauge',
    ],
    [
      'a file for the platform of the one that imports it',
      {
        'src/gauge.jsx': `export function Gauge() { return null; }`,
        'src/gauge.native.jsx': GAUGE,
        'src/App.native.jsx': app(`import { Gauge } from './gauge';`),
      },
      'src/gauge.native.jsx#Gauge',
    ],
    [
      'CommonJS, the module as a whole',
      {
        'src/gauge.jsx': `function Gauge({ units }) { return <b>{units}</b>; }\nmodule.exports = Gauge;`,
        'src/App.jsx': app(`const Gauge = require('./gauge');`),
      },
      'src/gauge.jsx#Gauge',
    ],
    [
      'CommonJS, by name, and imported as a module',
      {
        'src/gauge.jsx': `function Gauge({ units }) { return <b>{units}</b>; }\nmodule.exports = { Gauge };`,
        'src/App.jsx': app(`import { Gauge } from './gauge';`),
      },
      'src/gauge.jsx#Gauge',
    ],
    [
      'exports.name and a required module taken apart',
      {
        'src/gauge.jsx': `exports.Gauge = function Gauge({ units }) { return <b>{units}</b>; };`,
        'src/App.jsx': app(`const { Gauge } = require('./gauge');`),
      },
      'src/gauge.jsx#Gauge',
    ],
    [
      'CommonJS, beside the module as a whole',
      {
        'src/house.jsx': `function House() { return null; }
module.exports = House;
module.exports.Gauge = require('./gauge');`,
        'src/gauge.jsx': `module.exports = function Gauge({ units }) { return <b>{units}</b>; };`,
        'src/App.jsx': app(`import House from './house'; const Gauge = House.Gauge;`),
      },
      'src/gauge.jsx#Gauge',
    ],
    [
      'modules that import each other',
      {
        'src/gauge.jsx': `import { App } from './App';\n${GAUGE}\nexport { App };`,
        'src/App.jsx': app(`import { Gauge } from './gauge';`),
      },
      'src/gauge.jsx#Gauge',
    ],
    [
      'a configuration that extends another',
      {
        'tsconfig.base.json': '{ "compilerOptions": { "baseUrl": ".", "paths": { "parts/*": ["src/parts/*"] } } }',
        'apps/desk/tsconfig.json': '{ "extends": "../../tsconfig.base.json" }',
        'src/parts/gauge.jsx': GAUGE,
        'apps/desk/App.jsx': app(`import { Gauge } from 'parts/gauge';`),
      },
      'src/parts/gauge.jsx#Gauge',
    ],
  ])('%s', (_, sources, target) => {
    expect(of(sources)).toEqual([target]);
  });
});
