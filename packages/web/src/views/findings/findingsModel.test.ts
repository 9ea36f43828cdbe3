import { documentOf, GLASS } from '../../testing/document';
import { causes, countBy, entriesOf, groupsOf, narrow, topFolder, type Filter, namesValue } from './findingsModel';
import type { Finding } from '@vectura/core';

const finding = (rule: string, level: Finding['level'], component: string, file = 'src/bench/Tray.jsx'): Finding => ({
  rule,
  level,
  message: `${component} hands`,
  component,
  name: 'units',
  file,
  line: 1,
  column: 1,
  components: [],
  related: [],
});

const FINDINGS = [
  finding('missing-provider', 'error', 'Gauge'),
  finding('drilled-prop', 'warning', 'Zone', 'src/Zone.jsx'),
  finding('drilled-prop', 'warning', 'Bench'),
];
const ENTRIES = entriesOf({ findings: FINDINGS }, [
  {
    rule: 'drilled-prop',
    component: 'Bench',
    name: 'units',
    file: 'src/bench/Tray.jsx',
    reason: 'short-lived',
    at: '',
  },
]);
const ALL: Filter = { level: 'every', rule: '', folder: '', text: '', accepted: 'with' };

test.each<[Partial<Filter>, number[]]>([
  [{}, [0, 1, 2]],
  [{ level: 'error' }, [0]],
  [{ rule: 'drilled-prop' }, [1, 2]],
  [{ text: ' BENCH ' }, [0, 2]],
  [{ text: 'provider' }, [0]],
  [{ folder: 'src/bench' }, [0, 2]],
  [{ level: 'error', rule: 'drilled-prop' }, []],
  [{ accepted: 'without' }, [0, 1]],
  [{ accepted: 'only' }, [2]],
])('narrowed by %j', (filter, kept) => {
  expect(narrow(ENTRIES, { ...ALL, ...filter }).map((entry) => entry.index)).toEqual(kept);
});

test('an accepted finding bears its reason', () => {
  expect(ENTRIES.map((entry) => entry.reason)).toEqual([null, null, 'short-lived']);
});

const naming = {
  causeOf: (of: Finding) => ({ key: of.component ?? '', title: of.component ?? '', note: '' }),
  saysOf: (rule: string) => `says ${rule}`,
};

test('grouped by rule, in the order they come', () => {
  expect(
    groupsOf(ENTRIES, { ...naming, by: 'rule' }).map((group) => [group.title, group.note, group.entries.length]),
  ).toEqual([
    ['missing-provider', 'says missing-provider', 1],
    ['drilled-prop', 'says drilled-prop', 2],
  ]);
});

test('grouped by cause: those of one value under its name, the others together', () => {
  const causeOf = (of: Finding) => ({ key: of.rule, title: of.rule, note: 'state' });
  expect(
    groupsOf(ENTRIES, { ...naming, causeOf, by: 'cause' }).map((group) => [
      group.title,
      group.level,
      group.entries.length,
    ]),
  ).toEqual([
    ['Errors', 'error', 1],
    ['drilled-prop', 'warning', 2],
  ]);
});

test('grouped by folder, the worst first', () => {
  expect(
    groupsOf(ENTRIES, { ...naming, by: 'folder' }).map((group) => [group.title, group.level, group.entries.length]),
  ).toEqual([
    ['src/bench', 'error', 2],
    ['src', 'warning', 1],
  ]);
});

test('the cause of a finding is the value it is about', () => {
  const document = documentOf(GLASS);
  const causeOf = causes(document);
  const drilled = document.findings.find((one) => one.rule === 'drilled-prop');
  expect(drilled && causeOf(drilled)).toEqual({
    key: 'src/App.jsx#App.units',
    title: 'units',
    note: 'state, lives in App',
  });
  expect(causeOf(finding('unused-prop', 'note', 'Nobody'))).toEqual({
    key: 'Nobody.units',
    title: 'units',
    note: 'in Nobody, src/bench/Tray.jsx',
  });
  const two = documentOf({
    'src/App.jsx': `import { useState } from 'react';
      export function App() { const [a] = useState(1); const [b] = useState(2); return <><Zone units={a} /><Zone units={b} /></>; }
      function Zone({ units }) { return <b>{units}</b>; }`,
  });
  const about = { ...finding('drilled-prop', 'note', 'Zone', 'src/App.jsx'), componentIds: ['src/App.jsx#Zone'] };
  expect(causes(two)(about).title).toBe('units');
  expect(causes(two)(about).key).toBe('src/App.jsx#Zone.units');
});

test('counted by rule and by folder', () => {
  expect(countBy(ENTRIES, (of) => of.rule)).toEqual([
    { name: 'drilled-prop', count: 2 },
    { name: 'missing-provider', count: 1 },
  ]);
  expect(countBy(ENTRIES, (of) => topFolder(of.file))).toEqual([
    { name: 'src/bench', count: 2 },
    { name: 'src', count: 1 },
  ]);
});

test.each([
  ['drilled-prop', 'units', true],
  ['leaked-listener', 'subscribe', false],
  ['dangling-handle', 'open', false],
  ['unresolved', 'Tray', false],
  ['drilled-prop', null, false],
] as const)('%s of %s names a value: %s', (rule, name, names) => {
  expect(namesValue({ rule, name })).toBe(names);
});
