import { documentOf, GLASS } from '../testing/document';
import { findEntries, finderEntries } from './finder';
import { questionFor } from './question';
import { when } from './when';

const document = documentOf(GLASS);

test('a component is named alone where one bears its name, else with its file', () => {
  expect(questionFor(document, 'src/App.jsx#Zone', 'units')).toBe('Zone.units');
  const two = documentOf({
    'a.jsx': 'export function Tray({ x }) { return <b>{x}</b>; }',
    'b.jsx': 'export function Tray({ x }) { return <b>{x}</b>; }',
  });
  expect(questionFor(two, 'b.jsx#Tray', 'x')).toBe('b.jsx#Tray.x');
});

test.each([
  ['gau', 'Gauge'],
  ['app.units', 'App.units'],
  ['zone.un', 'Zone.units'],
  ['operator', 'context:Operator'],
  ['drilled', 'drilled-prop: House.units'],
])('“%s” finds %s first', (typed, label) => {
  expect(findEntries(finderEntries(document), typed)[0]?.label).toBe(label);
});

test('nothing fits nonsense', () => {
  expect(findEntries(finderEntries(document), 'qqqzzz')).toEqual([]);
});

test.each([
  [0, 'just now'],
  [5, '5 min ago'],
  [180, '3 h ago'],
])('%d minutes ago', (minutes, says) => {
  const now = Date.parse('2026-05-01T12:00:00Z');
  expect(when(new Date(now - minutes * 60_000).toISOString(), now)).toBe(says);
});
