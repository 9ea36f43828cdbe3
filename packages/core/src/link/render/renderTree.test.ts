/** Who is below whom, how often, and what each is given on the way. */
import { one, placed, surveyOf } from '../../testing/project';
import type { Survey } from '../../survey';

const CASES: [string, string, string[]][] = [
  [
    'written in place',
    `function App() { return <main><Bed /></main>; } function Bed() { return <b />; }`,
    ['Bed < App'],
  ],
  [
    'in a loop, in a branch, in a branch of a loop',
    `function App({ beds, open }) { return <main>{beds.map((b) => <Bed key={b} />)}{open && <Lid />}{beds.map((b) => b.wet ? <Drop key={b} /> : null)}</main>; }
     function Bed() { return <b />; } function Lid() { return <i />; } function Drop() { return <u />; }`,
    ['Bed < App many', 'Drop < App many', 'Lid < App conditional'],
  ],
  [
    'passed down as children: below who renders them, by who wrote them',
    `function App() { return <Frame><Bed /></Frame>; } function Frame({ children }) { return <section>{children}</section>; } function Bed() { return <b />; }`,
    ['Bed < Frame', 'Frame < App'],
  ],
  [
    'passed down as a prop, shown in a branch',
    `function App() { return <Frame head={<Bed />} />; } function Frame({ head, open }) { return open ? <p>{head}</p> : null; } function Bed() { return <b />; }`,
    ['Bed < Frame conditional', 'Frame < App'],
  ],
  [
    'as a render function, called for each',
    `function App() { return <Rows each={(n) => <Bed n={n} />} />; } function Rows({ list, each }) { return <ul>{list.map((n) => each(n))}</ul>; } function Bed() { return <b />; }`,
    ['Bed < Rows many', 'Rows < App'],
  ],
  [
    'by way of a hook',
    `function useBed() { return <Bed />; } function App() { return <main>{useBed()}</main>; } function Bed() { return <b />; }`,
    ['Bed < App'],
  ],
  [
    'itself',
    `function App() { return <Branch deep={3} />; } function Branch({ deep }) { return deep > 0 ? <Branch deep={deep - 1} /> : <b />; }`,
    ['Branch < App', 'Branch < Branch conditional'],
  ],
];

test.each(CASES)('%s', (_, source, expected) => {
  expect(placed(one(source))).toEqual(expected);
});

describe('providers above', () => {
  /** For each reader of a context, the providers it may stand under, by their author; `none` where it may stand under none. */
  function providersAbove(survey: Survey): Record<string, string[]> {
    const { program, render, crossings } = survey.linked;
    const found: Record<string, string[]> = {};
    program.graph.contexts.forEach((_, context) => {
      for (const { unit } of crossings.readersOf(context)) {
        const reader = program.component(unit);
        if (!reader) continue;
        found[reader.name] = [...render.environment(context, reader.fn)]
          .map((site) => (site === -1 ? 'none' : (program.component(render.authors[site] ?? -1)?.name ?? '?')))
          .sort();
      }
    });
    return found;
  }

  const SOIL = `const Soil = createContext(null);`;
  const READER = `function Bed() { return <b>{useContext(Soil)}</b>; }`;

  test.each<[string, string, Record<string, string[]>]>([
    [
      'the one around',
      `function App() { return <Soil.Provider value="loam"><Bed /></Soil.Provider>; }`,
      { Bed: ['App'] },
    ],
    [
      'the nearer of two',
      `function App() { return <Soil.Provider value="loam"><Zone /></Soil.Provider>; } function Zone() { return <Soil.Provider value="peat"><Bed /></Soil.Provider>; }`,
      { Bed: ['Zone'] },
    ],
    [
      'one on one way, none on another',
      `function App() { return <main><Soil.Provider value="loam"><Bed /></Soil.Provider><Bed /></main>; }`,
      { Bed: ['App', 'none'] },
    ],
    [
      'of a component that provides for its children',
      `function App() { return <Ground><Bed /></Ground>; } function Ground({ children }) { return <Soil.Provider value="loam">{children}</Soil.Provider>; }`,
      { Bed: ['Ground'] },
    ],
  ])('%s', (_, app, expected) => {
    expect(providersAbove(one(`${SOIL} ${app} ${READER}`))).toEqual(expected);
  });

  test('the way on which there is none is told from the top', () => {
    const survey = one(`${SOIL} function App() { return <Zone />; } function Zone() { return <Bed />; } ${READER}`);
    const { program, render } = survey.linked;
    const bed = [...program.components.values()].find(({ name }) => name === 'Bed');
    expect(render.wayWithout(0, bed?.fn ?? -1).map((fn) => program.component(fn)?.name)).toEqual([
      'App',
      'Zone',
      'Bed',
    ]);
  });
});

test('markup a package renders stands below whoever wrote it', () => {
  const survey = surveyOf({
    'src/App.jsx': `import { Panel } from 'panels'; import { Bed } from './Bed';
      export function App() { return <Panel><Bed /></Panel>; }`,
    'src/Bed.jsx': `export function Bed() { return <b />; }`,
  });
  expect(placed(survey)).toEqual(['Bed < App']);
});
