import { reachOf } from '@vectura/core/reach';
import { documentOf, GLASS } from '../../testing/document';
import { outline } from '../sheet/sheetModel';
import { choicesOf, rowsOf, sayReached } from './reachModel';

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

test('contexts of one name are one choice', () => {
  const two = documentOf({
    'a.jsx': `import { createContext, useContext } from 'react'; const Site = createContext(1); export function A() { return <Site.Provider value={2}><B /></Site.Provider>; } function B() { return <b>{useContext(Site)}</b>; }`,
    'b.jsx': `import { createContext, useContext } from 'react'; const Site = createContext(1); export function C() { return <Site.Provider value={2}><D /></Site.Provider>; } function D() { return <b>{useContext(Site)}</b>; }`,
  });
  const choices = choicesOf(two);
  expect(choices.filter((choice) => choice === 'context:Site')).toHaveLength(1);
  expect(new Set(choices).size).toBe(choices.length);
  expect(
    reachOf(two, 'context:Site')
      .to.map((one) => one.component)
      .sort(),
  ).toEqual(['a.jsx#B', 'b.jsx#D']);
});
