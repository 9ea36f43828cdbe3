/** Some of the examples, each held against what its framework renders; `npm run oracle` does it for all. */
import path from 'node:path';
import { EXAMPLES, hold } from '../oracle';
import { webComponentTags } from '../oracle/webComponentTags';
import { angularTags } from '../oracle/angular';
import { certainTags } from '../oracle/certain';
import { CARRIED, carryOut } from '../oracle/carriedOut';
import { compare } from '../oracle/compare';
import { count } from '../oracle/count';
import { scopeTags } from '../oracle/scopeTags';
import { holdScreens, SCREENS } from '../oracle/screens';
import { surveyOf } from '../packages/core/src/testing/project';
import { surveyFolder } from '../packages/server/src/survey/surveyFolder';

const example = (name: string): string => path.resolve(__dirname, '../examples', name);

test.each([
  'potting-classes',
  'signs-composition',
  'glasshouse-vue3',
  'glasshouse-vue2',
  'glasshouse-angular',
  'glasshouse-ngmodules',
  'glasshouse-lwc',
  'glasshouse-scopes',
])('%s: all that is rendered, handed on and read is found', async (name) => {
  const { written, under, props, contexts, messages, neverSeen } = await hold(example(name));
  expect(written.seen).toBeGreaterThan(5);
  expect(props.seen).toBeGreaterThan(5);
  expect([...written.missed, ...under.missed, ...props.missed, ...contexts.missed, ...messages.missed]).toEqual([]);
  expect(neverSeen).toEqual([]);
});

test.each(SCREENS.map(([name, , changes]) => [name, changes] as const))(
  '%s: what changes on the screen is on a trail, and frozen copies stand still',
  async (name, pressed) => {
    const { changes, parts, frozen } = await holdScreens(example(name), pressed);
    expect([...changes.missed, ...parts.missed, ...frozen.missed]).toEqual([]);
    expect(changes.seen).toBe(pressed.length);
    expect(parts.seen).toBeGreaterThan(pressed.length);
    expect(frozen.seen).toBeGreaterThan(0);
  },
);

test.each(CARRIED.filter((one) => 'value' in one && ['App.units', 'Valve.state'].includes(one.value)))(
  'carried out in the running application: %j',
  async (carried) => {
    const { files, byHand, wrong } = await carryOut(path.resolve(__dirname, '..'), carried);
    expect(wrong).toEqual([]);
    expect(files).toBeGreaterThan(1);
    // Markup relieves those whose content can be written above; the others are named.
    if (!('way' in carried) || carried.way !== 'compose') expect(byHand).toBe(0);
  },
  120_000,
);

test('what the survey lacks, and what it claims for nothing, is told', () => {
  const document = surveyOf({
    'src/App.jsx': `import { useState } from 'react';
      export function App() { const [units] = useState('c'); return <Tray units={units} />; }
      function Tray({ units }) { return <b>{units}</b>; }`,
  }).document();
  const seen = {
    written: ['App>Tray', 'App>Lamp'],
    under: ['App>Tray'],
    identical: ['App>Tray.label'],
    given: [],
    contexts: ['App>Tray'],
  };
  const result = compare(document, seen);
  expect(result.written).toEqual({ seen: 2, found: 1, missed: ['App>Lamp'] });
  expect(result.props.missed).toEqual(['App>Tray.label']);
  expect(result.contexts.missed).toEqual(['App>Tray']);
  expect(result.neverSeen).toEqual(['App>Tray.units']);
});

test.each([...EXAMPLES, ...SCREENS].map(([name]) => name))(
  '%s: every tag whose target is certain leads to the right file',
  async (name) => {
    const document = (await surveyFolder(example(name))).document();
    const files = document.files.map((file) => file.path);
    const tags = [certainTags, angularTags, webComponentTags, scopeTags].flatMap((tagsOf) =>
      tagsOf(example(name), files),
    );
    expect(tags.length).toBeGreaterThan(3);
    expect(count(document, tags)).toMatchObject({ right: tags.length, wrong: [], silent: [] });
  },
);

test('a tag that leads to the wrong file is told', () => {
  const document = surveyOf({
    'src/App.jsx': `export function App() { return <Tray />; }\nfunction Tray() { return <b />; }`,
  }).document();
  const tag = { file: 'src/App.jsx', line: 1, column: 33, name: 'Tray', target: 'src/Tray.jsx' };
  expect(count(document, [tag])).toMatchObject({ right: 0, wrong: ['src/App.jsx:1 <Tray> is in src/Tray.jsx'] });
  expect(count(document, [{ ...tag, target: 'src/App.jsx' }])).toMatchObject({ right: 1, wrong: [] });
});
