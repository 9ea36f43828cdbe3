import { readFile, Survey } from '@vectura/core';
import { documentOf, GLASS } from '../../testing/document';
import { causes, entriesOf, groupsOf } from '../findings/findingsModel';
import { narrowingOf, narrowSheet } from '../sheet/narrowing';
import { columnsOf, outline } from '../sheet/sheetModel';
import { findingsSvg } from '../findings/findingsSvg';
import { reportHtml } from '../findings/report';
import { fileName } from './save';
import { sheetSvg } from '../sheet/sheetSvg';
import { escape, wrap } from './svg';
import { trailSvg } from '../trail/trailSvg';

const document = documentOf(GLASS);
const groups = groupsOf(entriesOf(document, []), { by: 'cause', causeOf: causes(document), saysOf: () => '' });
const { lines, columns } = narrowSheet(outline(document), columnsOf(document), narrowingOf(new URLSearchParams()));
const times = (text: string, what: RegExp): number => [...text.matchAll(what)].length;

test('the sheet: each component and value named, each mark drawn', () => {
  const svg = sheetSvg('glass', lines, columns);
  for (const name of ['App', 'Zone', 'Gauge', 'units', 'open', 'who']) expect(svg).toContain(`>${name}</text>`);
  // units: App, Bar, House, Zone, Gauge; open: Gauge, also as its writer; who: App, Gauge.
  expect([
    times(svg, /<circle/g),
    times(svg, /width="11" height="11"/g),
    times(svg, /<path d="M[\d. -]+ h11/g),
  ]).toEqual([4, 3, 2]);
});

test('a trail: its stops in order, one step aside each', () => {
  const files = Object.entries(GLASS).map(([path, text]) => readFile({ path, text, hash: '', bytes: text.length }));
  const [trail] = new Survey({ name: 'test', files, configs: [], skipped: {} }).trail('App.units').trails;
  const svg = trail ? trailSvg('units', trail) : '';
  expect([...svg.matchAll(/font-weight="600">(\w+)</g)].map(([, name]) => name)).toEqual([
    'units',
    'App',
    'House',
    'Zone',
    'Gauge',
  ]);
  expect(times(svg, /<path d="M/g)).toBe(3);
});

test('findings: each message, with where it is', () => {
  const svg = findingsSvg('glass', groups);
  expect(times(svg, /fill="#f3c14b"/g)).toBe(document.findings.length);
  expect(svg).toContain('drilled-prop · src/App.jsx');
});

test('the report stands alone: no script, nothing to fetch', () => {
  const html = reportHtml({ document, groups, at: '1 May 2026' });
  expect(html).not.toMatch(/<script|<link|src=|@import|url\(/);
  expect(html).toContain('units lives in App, 1 reads it, 2 only carry it');
  expect(times(html, /class="finding"/g)).toBe(document.findings.length);
});

test('names from the source cannot break out of a drawing', () => {
  expect(escape('<a b="c">&')).toBe('&lt;a b=&quot;c&quot;&gt;&amp;');
  const broken = documentOf({ 'src/<b>&.jsx': 'export function App() { return <i />; }' });
  expect(
    reportHtml({ document: { ...broken, project: { ...broken.project, name: '<img>' } }, groups: [], at: '' }),
  ).not.toContain('<img>');
});

test('words are broken into lines, none lost', () => {
  expect(wrap('one two three four', 9)).toEqual(['one two', 'three', 'four']);
});

test('file names hold letters and digits', () => {
  expect(fileName('glass house', 'src/App.jsx#App.units')).toBe('glass-house-src-App.jsx-App.units');
});
