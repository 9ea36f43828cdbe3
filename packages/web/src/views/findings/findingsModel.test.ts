import type { Finding } from '@vectura/core';
import { groups, narrow } from './findingsModel';

const finding = (rule: string, level: Finding['level'], message: string): Finding => ({
  rule,
  level,
  message,
  component: null,
  name: null,
  file: 'src/Tray.jsx',
  line: 1,
  column: 1,
  components: [],
  related: [],
});

const FINDINGS = [
  finding('missing-provider', 'error', 'Gauge reads'),
  finding('drilled-prop', 'warning', 'Zone hands'),
  finding('drilled-prop', 'warning', 'Bench hands'),
];

test.each([
  [{ level: 'every', rule: '', text: '' }, [0, 1, 2]],
  [{ level: 'error', rule: '', text: '' }, [0]],
  [{ level: 'every', rule: 'drilled-prop', text: '' }, [1, 2]],
  [{ level: 'every', rule: '', text: ' BENCH ' }, [2]],
  [{ level: 'every', rule: '', text: 'tray.jsx' }, [0, 1, 2]],
  [{ level: 'error', rule: 'drilled-prop', text: '' }, []],
] as const)('narrowed by %j', (filter, kept) => {
  expect(narrow(FINDINGS, filter).map((entry) => entry.index)).toEqual(kept);
});

test('grouped by rule, in the order they come', () => {
  expect(
    groups(narrow(FINDINGS, { level: 'every', rule: '', text: '' })).map((group) => [
      group.rule,
      group.findings.length,
    ]),
  ).toEqual([
    ['missing-provider', 1],
    ['drilled-prop', 2],
  ]);
});
