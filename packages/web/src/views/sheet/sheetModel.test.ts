import { documentOf, GLASS } from '../../testing/document';
import { questionFor, columnsOf, orderColumns, outline, pagesFor, sayColumn, sayCrossing, sayRow } from './sheetModel';

const document = documentOf(GLASS);
const rows = outline(document);
const columns = columnsOf(document);
const column = (label: string) => columns.find((one) => one.label === label);

test('the outline holds each component once, below who writes it, in the order of the source', () => {
  expect(rows.map((row) => `${'  '.repeat(row.depth)}${row.component.name} ${row.repeat}`)).toEqual([
    'App once',
    '  Bar once',
    '  House once',
    '    Zone once',
    '      Gauge many',
  ]);
});

test('components that render each other, and those nothing renders, have a row too', () => {
  const loop = documentOf({
    'a.jsx':
      'export function A() { return <B />; } export function B() { return <A />; } export function C() { return <i />; }',
  });
  expect(
    outline(loop)
      .map((row) => row.component.name)
      .sort(),
  ).toEqual(['A', 'B', 'C']);
});

test('columns are cells with marks, in the group the value travels by', () => {
  expect(columns.map((one) => `${one.label} ${one.group} ${one.relays}/${one.readers}`)).toEqual([
    'units down 2/1',
    'who through 0/1',
    'open down 0/1',
  ]);
});

test('a column knows the findings about its value', () => {
  expect(column('units')?.findings.map((finding) => finding.rule)).toEqual(['drilled-prop']);
  expect(column('who')?.findings).toEqual([]);
});

test('each of several values that one finding is about knows it', () => {
  const drilled = documentOf({
    'a.jsx': `import { useState } from 'react';
      export function App() { const [depth, setDepth] = useState(1); const [soil, setSoil] = useState(1); return <Plot depth={depth} soil={soil} onDig={() => { setDepth(2); setSoil(2); }} />; }
      function Plot(props) { return <Bed {...props} />; } function Bed(props) { return <Gauge {...props} />; }
      function Gauge({ depth, soil, onDig }) { return <b onClick={onDig}>{depth}{soil}</b>; }`,
  });
  const about = (label: string): string[] | undefined =>
    columnsOf(drilled)
      .find((one) => one.label === label)
      ?.findings.map(({ rule }) => rule);
  expect(about('depth')).toContain('drilled-prop');
  expect(about('soil')).toEqual(about('depth'));
});

test('orders', () => {
  const labels = (order: Parameters<typeof orderColumns>[2]) =>
    orderColumns(columns, rows, order).map((one) => one.label);
  expect(labels('relays')[0]).toBe('units');
  expect(labels('home')).toEqual(['units', 'who', 'open']);
  expect(labels('reach')[0]).toBe('units');
});

test('rows come in sections: what is started, what is shown at an address, what nothing renders', () => {
  const rows = outline(
    documentOf({
      'src/main.jsx': `import { createRoot } from 'react-dom/client'; import { App } from './App'; createRoot(document.body).render(<App />);`,
      'src/App.jsx': `import { createBrowserRouter, RouterProvider } from 'react-router';
        function House() { return <b />; }
        export function Legend() { return <b />; }
        const router = createBrowserRouter([{ path: '/house', element: <House /> }]);
        export function App() { return <RouterProvider router={router} />; }`,
    }),
  );
  expect(rows.map((row) => `${row.section}: ${row.component.name} ${row.route ?? ''}`.trim())).toEqual([
    'Started in src/main.jsx: App',
    'Shown at /house: House /house',
    'Rendered by nothing in this project: Legend',
  ]);
});

test('where something is started in nearly every file, one heading stands for all of them', () => {
  const names = [...'ABCDEFGHIJKLM'];
  const rows = outline(
    documentOf(
      Object.fromEntries(
        names.map((name) => [
          `src/${name}.jsx`,
          `import { createRoot } from 'react-dom/client'; export function ${name}() { return <b />; } createRoot(document.body).render(<${name} />);`,
        ]),
      ),
    ),
  );
  expect(rows.map(({ component }) => component.name)).toEqual(names);
  expect(new Set(rows.map(({ section }) => section))).toEqual(new Set(['Started in 13 files']));
});

test('a value and a component are said in words', () => {
  const units = column('units');
  expect(units && sayColumn(units)).toBe('units lives in App, 1 reads it, 2 only carry it');
  const gauge = rows.find((row) => row.component.name === 'Gauge');
  expect(gauge && sayRow(gauge)).toBe('Gauge in src/App.jsx, rendered many times');
});

test.each([
  ['App', 'units', 'it lives here'],
  ['Bar', 'units', 'changes it by onUnits'],
  ['Zone', 'units', 'passes it on as scale, never uses it'],
  ['Gauge', 'units', 'reads it, which it calls scale'],
  ['Gauge', 'open', 'it lives here; reads it; is changed here'],
  ['Bar', 'who', 'has nothing to do with it'],
])('%s × %s is said in words', (component, label, says) => {
  const row = rows.find((one) => one.component.name === component);
  const at = column(label);
  expect(row && at && sayCrossing(row, at)).toEqual([`${component} × ${label}`, says]);
});

test('the pages that a component may be put on are told once each', () => {
  const site = { id: 's', name: 'bed', by: null, under: null, repeat: 'once' as const, file: '', line: 1, column: 1 };
  const sites = [
    { ...site, of: 'Bed', stands: ['record page', 'community page', 'record page'] },
    { ...site, of: 'Other', stands: ['home page'] },
  ];
  expect(pagesFor(sites, 'Bed')).toEqual(['record pages', 'community pages']);
  expect(pagesFor(sites, 'Gauge')).toEqual([]);
});

test.each([
  ['missing-prop', 'House', true, 'What is wrong with units in House?'],
  ['missing-prop', 'House', false, 'What is wrong in House?'],
  ['missing-prop', null, false, 'What is wrong in main.js?'],
  ['unresolved', null, false, 'What could not be followed?'],
])('the question about a finding of %s in %s', (rule, component, isValue, asks) => {
  const [finding] = document.findings;
  if (!finding) throw new Error('The demo has no findings');
  expect(questionFor({ ...finding, rule, component, name: 'units', file: 'src/main.js' }, isValue)).toBe(asks);
});
