import { reachOf } from '@vectura/core/reach';
import { documentOf, GLASS } from '../../testing/document';
import { outline } from '../sheet/sheetModel';
import { rowsOf, sayReached } from './reachModel';

const document = documentOf(GLASS);
const rows = outline(document);
const shown = (from: string, every = false): string[] =>
  rowsOf(rows, reachOf(document, from), every).map(
    ({ row, asked, to, from: back }) =>
      `${row.component.name}${asked ? '*' : ''}${to ? ` to ${to.hops}` : ''}${back ? ` from ${back.hops}` : ''}`,
  );

test('who takes part has a row, with those above', () => {
  expect(shown('src/App.jsx#Zone')).toEqual(['App from 2', 'House from 1', 'Zone*', 'Gauge to 1']);
});

test('every row is there where that is wanted', () => {
  expect(shown('src/App.jsx#Zone', true)).toEqual(['App from 2', 'Bar', 'House from 1', 'Zone*', 'Gauge to 1']);
});

test('what gets there is said with its names, its carrier and its distance', () => {
  const [first] = reachOf(document, 'src/App.jsx#Zone').to;
  expect(first && sayReached(first)).toBe('scale as a prop, 1 hop');
});
