/** Props that a component sets itself for whoever binds them, and keys that are objects. */
import { surveyOf, trailsOf } from '../../testing/project';

const findingsOf = (sources: Record<string, string>): string[] =>
  surveyOf(sources)
    .findings()
    .map(({ rule, component, name }) => `${rule} ${component ?? ''}.${name ?? ''}`);

test('a prop that is computed inside is neither missing nor unused', () => {
  const theme = (computed: string): Record<string, string> => ({
    'src/Theme.svelte': `<script>export let base; export let applied; export let style = '';\n${computed}</script><slot />`,
    'src/App.svelte': `<script>import Theme from './Theme.svelte';</script><Theme base="light" />`,
  });
  expect(findingsOf(theme('$: applied = { base };\n$: style = `--base: ${base}`;'))).toEqual([]);
  expect(findingsOf(theme('$: { applied = base; style = base; }'))).toEqual([]);
  expect(findingsOf(theme('console.log(base, style);'))).toEqual(['unused-prop Theme.applied']);
  expect(findingsOf(theme('console.log(base, style, applied);'))).toEqual(['missing-prop App.applied']);
});

test.each(['export const deskKey = {};', 'const deskKey = {};\nexport { deskKey };'])(
  'what is provided under an object gets to whoever asks for it: %s',
  (keys) => {
    const survey = surveyOf({
      'src/keys.js': keys,
      'src/Desk.svelte': `<script>import { setContext } from 'svelte'; import { writable } from 'svelte/store';
import { deskKey } from './keys'; import Tray from './Tray.svelte';
const units = writable('c'); setContext(deskKey, units);</script><Tray />`,
      'src/Tray.svelte': `<script>import { getContext } from 'svelte'; import { deskKey } from './keys';
const units = getContext(deskKey);</script><b>{$units}</b>`,
    });
    expect(trailsOf(survey, 'Desk.units')).toEqual(['Desk.units > context:Tray.units']);
    expect(survey.findings()).toEqual([]);
  },
);

test('components that hang on an object are components', () => {
  const survey = surveyOf({
    'src/parts.jsx': `const Parts = {};\nParts.Tray = ({ units }) => <b>{units}</b>;\nexport default Parts;`,
    'src/App.jsx': `import { useState } from 'react'; import Parts from './parts';
export function App() { const [units] = useState('c'); return <Parts.Tray units={units} />; }`,
  });
  expect(trailsOf(survey, 'App.units')).toEqual(['App.units > Parts.units']);
  expect(survey.document().cells.map(({ name }) => name)).toEqual(['units']);
});

test('a store that may have been made here may go with it; one of a module stays', () => {
  const findings = (store: string): string[] =>
    findingsOf({
      'src/Shown.svelte': `<script>import { desk } from './desk';</script><i>{$desk}</i>`,
      'src/desk.js': `import { writable } from 'svelte/store';\nexport const desk = writable(0);\nexport const makeDesk = () => ({ subscribe: writable(0).subscribe });`,
      'src/Desk.svelte': `<script>import { desk, makeDesk } from './desk';\nlet seen;\n${store}.subscribe((now) => { seen = now; });</script><b>{seen}</b>`,
    });
  expect(findings('desk')).toEqual(['leaked-listener Desk.subscribe']);
  expect(findings('const own = makeDesk();\nown')).toEqual([]);
});
