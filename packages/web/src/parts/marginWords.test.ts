import type { MarginEntry } from '@vectura/core';
import { byLine, marginWords, sayMargin, shapeOf } from './marginWords';

const entry = (more: Partial<MarginEntry>): MarginEntry => ({
  line: 3,
  column: 1,
  component: 'src/Zone.jsx#Zone',
  name: 'units',
  roles: ['relay'],
  comes: 'prop',
  goes: ['prop'],
  ...more,
});

test.each<[Partial<MarginEntry>, string, string, string]>([
  [{}, 'ring', 'units: is only carried, comes as a prop, goes on as a prop', 'units: prop → prop'],
  [{ roles: ['home'], comes: null }, 'square', 'units: lives here, goes on as a prop', 'units: → prop'],
  [{ roles: ['reader'], goes: [] }, 'disc', 'units: is used here, comes as a prop', 'units: prop'],
  [
    { roles: ['writer'], comes: 'callback', goes: [] },
    'triangle',
    'units: is called here, comes through a callback',
    'units: callback',
  ],
])('%j', (more, shape, says, words) => {
  expect([shapeOf(entry(more)), sayMargin(entry(more)), marginWords(entry(more), true)]).toEqual([shape, says, words]);
  expect(marginWords(entry(more), false)).toBe('units');
});

test('entries of a line stand together', () => {
  expect(
    [...byLine([entry({}), entry({ name: 'limits' }), entry({ line: 9 })])].map(([line, list]) => [line, list.length]),
  ).toEqual([
    [3, 2],
    [9, 1],
  ]);
});
