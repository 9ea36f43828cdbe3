/** Holds the survey of the demo against what its EXPECTED.md says. */
import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { findingsOf, surveyOf, trailsOf } from './testing/project';

const ROOT = path.resolve(__dirname, '../../../examples/glasshouse-react');

function sources(folder: string, found: Record<string, string> = {}): Record<string, string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const file = path.join(folder, entry.name);
    if (entry.isDirectory() && entry.name !== 'node_modules' && entry.name !== 'dist') sources(file, found);
    else if (/\.jsx?$|jsconfig\.json$/.test(entry.name)) found[path.relative(ROOT, file)] = readFileSync(file, 'utf8');
  }
  return found;
}

const survey = surveyOf(sources(ROOT));
const expected = readFileSync(path.join(ROOT, 'EXPECTED.md'), 'utf8');
const blocks = [...expected.matchAll(/```(trails|findings) ?(\S*)\n([\s\S]*?)```/g)].map(
  ([, kind = '', question = '', body = '']) => ({
    kind,
    question,
    lines: body.trim().split('\n'),
  }),
);

test('the page holds lists to compare with', () => {
  expect(blocks.filter((block) => block.kind === 'trails').length).toBeGreaterThan(10);
});

test.each(blocks.filter((block) => block.kind === 'trails').map((block) => [block.question, block.lines] as const))(
  'trails of %s',
  (question, lines) => {
    expect(trailsOf(survey, question)).toEqual(lines);
  },
);

test('findings', () => {
  expect(findingsOf(survey)).toEqual(blocks.find((block) => block.kind === 'findings')?.lines);
});

test('homes', () => {
  expect(survey.homes('App.units')).toMatchObject({
    readers: ['Gauge', 'SetpointDial', 'AlarmRow', 'UnitSwitch'],
    writers: ['UnitSwitch'],
    nearest: 'App',
    recommended: 'context',
  });
  expect(survey.homes('Tray.open')).toMatchObject({ nearest: 'Tray', perInstance: true, recommended: 'keep' });
});

test('about forty components, every tag resolved but the one chosen by a prop and those of packages', () => {
  const { components, sites } = survey.document();
  expect(components.length).toBeGreaterThanOrEqual(40);
  expect(sites.filter((site) => site.of === null).map((site) => site.name)).toEqual(['StrictMode', 'Tag']);
});
