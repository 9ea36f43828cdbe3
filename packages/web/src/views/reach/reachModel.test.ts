import { reachOf } from '@vectura/core/reach';
import { documentOf, GLASS } from '../../testing/document';
import { outline } from '../sheet/sheetModel';
import { choicesOf, rowsOf, sayHeard, sayReached, type Wanted } from './reachModel';

const document = documentOf(GLASS);
const rows = outline(document);
const shown = (from: string, wanted: Wanted = 'part'): string[] =>
  rowsOf(rows, reachOf(document, from), wanted).map(
    ({ row, asked, to, from: back }) =>
      `${row.component.name}${asked ? '*' : ''}${to ? ` to ${to.hops}` : ''}${back ? ` from ${back.hops}` : ''}`,
  );

test('who takes part has a row, with those above', () => {
  expect(shown('src/App.jsx#Zone')).toEqual(['App from 2', 'House from 1', 'Zone*', 'Gauge to 1']);
});

test('every row is there where that is wanted', () => {
  expect(shown('src/App.jsx#Zone', 'every')).toEqual(['App from 2', 'Bar', 'House from 1', 'Zone*', 'Gauge to 1']);
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

test('an event has a row for each who hears it or could, with how they come to', () => {
  const heard = [
    { component: 'src/App.jsx#App', by: 'around' as const },
    { component: 'src/App.jsx#Bar', by: 'accident' as const },
  ];
  const to = ['App', 'Bar', 'Gauge'].map((name) => ({
    component: `src/App.jsx#${name}`,
    hops: 1,
    carrier: 'event' as const,
    names: ['deep'],
  }));
  const reach = { of: 'src/App.jsx#Zone', title: 'Zone.dug', to, from: [], heard };
  expect(
    rowsOf(rows, reach, 'hear').map(({ row, heard: by, to: reached }) => [row.component.name, by, reached?.hops]),
  ).toEqual([
    ['App', 'around', 1],
    ['Bar', 'accident', undefined],
    ['House', null, undefined],
    ['Zone', null, undefined],
  ]);
  expect(sayHeard(heard)).toEqual({ hears: 'heard by 1 around it', could: 1 });
  expect(sayHeard([...heard, { component: '', by: 'topic' }]).hears).toBe('heard by 1 around it and 1 by its name');
  expect(sayHeard([])).toEqual({ hears: 'heard by nobody', could: 0 });
});

test('topics can be asked about', () => {
  const topic = { id: 'c', name: 'pick', kind: 'channel' as const, home: null, file: '', line: 1, column: 1 };
  expect(choicesOf({ ...document, cells: [topic] })).toContain('channel:pick');
});
