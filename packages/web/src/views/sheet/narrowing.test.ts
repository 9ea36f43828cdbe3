import { documentOf, GLASS } from '../../testing/document';
import { foldersOf, narrowingOf, narrowSheet, strength } from './narrowing';
import { columnsOf, outline } from './sheetModel';

const document = documentOf({
  ...GLASS,
  'src/plan/Plan.jsx': `export function Plan() { return <Slot from={now()} to={now()} />; }
    export function Slot({ from, to }) { return <b>{from}{to}</b>; } function now() { return Date.now(); }`,
});
const rows = outline(document);
const columns = columnsOf(document);

function shown(query: string, kept = '') {
  const { lines, columns: values } = narrowSheet(rows, columns, narrowingOf(new URLSearchParams(query)), kept);
  return {
    rows: lines.map(({ row, section }) => row?.component.name ?? `§ ${section}`).join(' '),
    values: values.map((column) => column.label).join(' '),
  };
}

test.each([
  ['', 'App Bar House Zone Gauge', 'units who open'],
  ['kind=context', 'App House Zone Gauge', 'who'],
  ['kind=drilled', 'App Bar House Zone Gauge', 'units'],
  ['role=writer', 'App Bar House Zone Gauge', 'units open'],
  ['role=relay', 'App House Zone', 'units'],
  ['text=gau', 'App Bar House Zone Gauge', 'units who open'],
  ['text=op', 'App House Zone Gauge', 'open'],
  ['rule=drilled-prop', 'App Bar House Zone Gauge', 'units'],
  ['rule=frozen-read', '', ''],
  ['below=src/App.jsx%23Zone', 'App House Zone Gauge', 'units who open'],
  ['order=home', 'App Bar House Zone Gauge', 'units who open'],
  ['folded=src/App.jsx%23House', 'App Bar House', 'units who open'],
])('narrowed by “%s”', (query, names, values) => {
  expect(shown(query)).toEqual({ rows: names, values });
});

test('every row, each section headed by how it comes to be rendered', () => {
  expect(shown('rows=every').rows).toBe(
    '§ Started in src/App.jsx App Bar House Zone Gauge § Rendered by nothing in this project Plan Slot',
  );
});

test('a folder leaves its own components', () => {
  expect(shown('rows=every&folder=src/plan').rows).toBe('Plan Slot');
  expect(foldersOf(rows)).toEqual(['src/plan']);
});

test('a component that is asked for keeps its row', () => {
  expect(shown('', 'src/plan/Plan.jsx#Plan').rows).toContain('Plan');
});

test('what is left out is counted', () => {
  const { hiddenRows, hiddenColumns } = narrowSheet(rows, columns, narrowingOf(new URLSearchParams('kind=context')));
  expect([hiddenRows, hiddenColumns]).toEqual([rows.length - 4, columns.length - 1]);
  expect(strength(narrowingOf(new URLSearchParams('kind=context&text=a&order=home')))).toBe(2);
});
