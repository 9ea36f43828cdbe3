import { documentOf, GLASS } from '../../testing/document';
import { columnsOf, orderColumns, outline, sayCrossing, threadOf, withMarks } from './sheetModel';

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

test('orders', () => {
  const labels = (order: Parameters<typeof orderColumns>[2]) =>
    orderColumns(columns, rows, order).map((one) => one.label);
  expect(labels('relays')[0]).toBe('units');
  expect(labels('home')).toEqual(['units', 'who', 'open']);
  expect(labels('reach')[0]).toBe('units');
});

test('rows without a mark fold away, their ancestors stay', () => {
  const open = column('open');
  expect(open && [...withMarks(rows, [open])].sort()).toEqual([0, 2, 3, 4]);
});

test('a thread starts at the first row that takes part and ends at the last', () => {
  const units = column('units');
  expect(units && threadOf(units, rows)).toEqual({ from: 0, to: 4, stops: [0, 1, 2, 3, 4] });
  expect(units && threadOf(units, [])).toBeNull();
});

test.each([
  ['App', 'units', 'it lives here'],
  ['Bar', 'units', 'changes it by onUnits'],
  ['Zone', 'units', 'hands it on as scale, never uses it'],
  ['Gauge', 'units', 'reads it, which it calls scale'],
  ['Gauge', 'open', 'it lives here; reads it; is changed here'],
  ['Bar', 'who', 'has nothing to do with it'],
])('%s × %s is said in words', (component, label, says) => {
  const row = rows.find((one) => one.component.name === component);
  const at = column(label);
  expect(row && at && sayCrossing(row, at)).toEqual([`${component} × ${label}`, says]);
});
