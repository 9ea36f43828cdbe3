import fc from 'fast-check';
import { readFile } from '.';
import { factsOf, surveyOf } from '../testing/project';

test('a syntax error is a problem with its place, and the rest is read', () => {
  const read = factsOf('src/Tray.jsx', `export function Tray({ units }) {\n  const x = ;\n  return <b>{units}</b>;\n}`);
  expect(read.problems[0]).toMatchObject({ severity: 'error', line: 2, column: 13 });
});

test('what is beyond recovery is a problem too', () => {
  const read = factsOf('src/Tray.jsx', 'export function Tray( {{{ <b>');
  expect(read.problems[0]?.severity).toBe('error');
  expect(read.functions).toHaveLength(1);
});

test.each([
  ['an empty file', '', 'empty'],
  ['blanks', ' \n\n', 'empty'],
  ['a binary file', 'PNG\0\0', 'not text'],
])('%s', (_name, text, says) => {
  expect(factsOf('src/a.jsx', text).problems[0]?.message).toContain(says);
});

test('a file of 5 MB is left out and told', () => {
  const read = readFile({ path: 'src/a.jsx', text: '', hash: 'x', bytes: 5_000_000 });
  expect(read.problems).toMatchObject([
    { severity: 'warning', message: '5.0 MB is too large for a source file; it was left out.' },
  ]);
});

test('ten thousand nested elements are read or told, and never fail', () => {
  const deep = `function Tray() { return ${'<p>'.repeat(10_000)}${'</p>'.repeat(10_000)}; }`;
  const read = factsOf('src/a.jsx', deep);
  expect(read.problems.length > 0 || read.functions.some((f) => f.name === 'Tray')).toBe(true);
  if (read.problems.length > 0) expect(read.problems[0]?.message).toBe('Nested too deeply to be read.');
});

test('imports in a circle, components that render each other', () => {
  const survey = surveyOf({
    'src/A.jsx': `import { B } from './B'; export * from './B'; export function A({ x }) { return <B x={x} />; }`,
    'src/B.jsx': `import { A } from './A'; export * from './A'; export function B({ x }) { return x ? <A x={x} /> : null; }`,
  });
  expect(survey.document().components.map((c) => c.name)).toEqual(['A', 'B']);
  expect(survey.trail('A.x').readers).toMatchObject([{ component: 'B' }]);
});

test('hooks and helpers that call themselves', () => {
  const survey = surveyOf({
    'src/A.jsx': `import { useState } from 'react';
      function useDeep(n) { const [x] = useState(n); return n ? useDeep(n - 1) : x; }
      const walk = (t) => t.kids.map(walk);
      export function A() { const x = useDeep(3); return <p>{walk(x)}</p>; }`,
  });
  expect(survey.document().cells.map((c) => c.name)).toContain('x');
});

test('a project without any component', () => {
  const document = surveyOf({ 'src/a.js': 'export const x = 1;' }).document();
  expect(document).toMatchObject({ components: [], sites: [], findings: [] });
});

const SOURCE = `import { useState, useContext } from 'react';
const Units = createContext(null);
export function App() { const [units, setUnits] = useState('c'); return <Units.Provider value={{ units, setUnits }}><Zone u={units}>{(x) => <b>{x}</b>}</Zone></Units.Provider>; }
function Zone({ u, children, ...rest }) { const { units } = useContext(Units); for (const a of u) children(a); return [1].map((n) => <Zone key={n} {...rest} u={u[n]} />); }`;

test('mutated sources never throw', () => {
  const piece = fc.constantFrom(
    '{',
    '}',
    '<',
    '/>',
    '...',
    '(',
    ')',
    '=>',
    '[',
    ']',
    ',',
    'await ',
    'function ',
    '`',
    '"',
    ' ',
    '?.',
    '= ',
  );
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(SOURCE.length), fc.nat(6), piece), { minLength: 1, maxLength: 6 }),
      (edits) => {
        let text = SOURCE;
        for (const [at, cut, insert] of edits) text = text.slice(0, at) + insert + text.slice(at + cut);
        const document = surveyOf({ 'src/App.jsx': text }).document();
        expect(document.files).toHaveLength(1);
      },
    ),
    { numRuns: 150 },
  );
});

test('markup for scopes that is cut off, or says what is no expression, is read as far as it goes', () => {
  const survey = surveyOf({
    'app/a.js': `angular.module('beds', []).controller('Desk', function ($scope) { $scope.depth = 1; $scope.open = true; });`,
    'index.html': `<body ng-app="beds"><div ng-controller="Desk"><b ng-if="open &&">{{ depth | }}</b>
      <i ng-repeat="bed of"></i>{{ depth }}<p ng-click="open = "`,
  });
  const problems = survey.document().files.flatMap((file) => file.problems);
  expect(problems.map(({ message }) => message).sort()).toEqual([
    'A tag is never closed.',
    '“bed of” could not be read.',
    '“open &&” could not be read.',
    '“|” could not be read.',
  ]);
  expect(survey.trail('Desk.depth').readers).toMatchObject([{ component: 'Desk' }]);
});
