/** What a tag turns out to be, where it is made, fetched or held in a roundabout way. */
import { surveyOf } from '../../testing/project';

const REACT = { 'src/Bed.jsx': `export default function Bed({ n }) { return <b>{n}</b>; }` };
const VUE = {
  'package.json': '{"dependencies":{"vue":"3.4.0"}}',
  'src/Bed.vue': `<script setup>defineProps({ n: Number });</script><template><b>{{ n }}</b></template>`,
};
const SVELTE = { 'src/Bed.svelte': `<script>export let n;</script><b>{n}</b>` };
const VUE_2 = { 'package.json': '{"dependencies":{"vue":"2.7.0"}}' };
const USE_BED = `<script>
import Bed from './Bed';
export default { components: { Bed } };
</script>
<template><Bed :n="1" /></template>`;

/** The components that the sites of `App` render. */
function rendered(sources: Record<string, string>): string[] {
  return surveyOf(sources)
    .document()
    .sites.filter(({ by }) => by?.endsWith('#App'))
    .map(({ of, reason }) => of?.split('#')[1] ?? reason ?? '');
}

const app = (code: string): Record<string, string> => ({ ...REACT, 'src/App.jsx': code });

test.each([
  [
    'fetched by a wrapper of a library',
    app(`import loadable from '@loadable/component';
      const Bed = loadable(() => import('./Bed'));
      export function App() { return <Bed n={1} />; }`),
  ],
  [
    'fetched by the loader of a wrapper',
    app(`import Loadable from 'react-loadable';
      const Bed = Loadable({ loader: () => import('./Bed'), loading: () => null });
      export function App() { return <Bed n={1} />; }`),
  ],
  [
    'fetched again after a failure',
    app(`import { lazy } from 'react'; import { retry } from './retry';
      const Bed = lazy(() => retry(() => import('./Bed')));
      export function App() { return <Bed n={1} />; }`),
  ],
  [
    'fetched by a function that is handed in',
    app(`import { lazy } from 'react';
      const later = (load) => lazy(load);
      const Bed = later(() => import('./Bed'));
      export function App() { return <Bed n={1} />; }`),
  ],
  [
    'held in state',
    app(`import { useEffect, useState } from 'react';
      export function App() {
        const [View, setView] = useState(null);
        useEffect(() => { import('./Bed').then((m) => setView(() => m.default)); }, []);
        return View && <View n={1} />; }`),
  ],
  [
    'held in a reference',
    {
      ...VUE,
      'src/App.vue': `<script setup>
        import { onMounted, shallowRef } from 'vue';
        const view = shallowRef(null);
        onMounted(async () => { view.value = (await import('./Bed.vue')).default; });
        </script><template><component :is="view" :n="1" /></template>`,
    },
  ],
  [
    'held in a field of the instance',
    {
      ...VUE,
      'src/App.vue': `<script>export default { data: () => ({ view: null }),
        async created() { this.view = (await import('./Bed.vue')).default; } };
        </script><template><component :is="view" :n="1" /></template>`,
    },
  ],
  [
    'brought by a function that is computed',
    {
      ...VUE,
      'src/App.vue': `<script>export default { computed: { view() { return () => import('./Bed.vue'); } } };
        </script><template><component :is="view" :n="1" /></template>`,
    },
  ],
  [
    'registered as a function that says more than what to fetch',
    {
      ...VUE,
      'src/App.vue': `<script>export default { components: { Bed: () => ({ component: import('./Bed.vue'), delay: 9 }) } };
        </script><template><Bed :n="1" /></template>`,
    },
  ],
  [
    'held in a variable',
    {
      ...SVELTE,
      'src/App.svelte': `<script>import { onMount } from 'svelte'; let View;
        onMount(async () => { View = (await import('./Bed.svelte')).default; });
        </script><svelte:component this={View} n={1} />`,
    },
  ],
  [
    'held in state of a runes component',
    {
      ...SVELTE,
      'src/App.svelte': `<script>let View = $state(null);
        $effect(() => { import('./Bed.svelte').then((m) => { View = m.default; }); });
        </script><View n={1} />`,
    },
  ],
  [
    'made by a bound maker',
    {
      ...VUE_2,
      'src/make.js': `import Vue from 'vue'; export const make = Vue.extend.bind(Vue);`,
      'src/Bed.js': `import { make } from './make';
        export default make({ name: 'Bed', props: { n: Number }, render(h) { return h('b', this.n); } });`,
      'src/App.vue': USE_BED,
    },
  ],
  [
    'made by a maker around another',
    {
      ...VUE,
      'src/make.js': `import { defineComponent, markRaw } from 'vue'; export const make = (raw) => markRaw(defineComponent(raw));`,
      'src/Bed.js': `import { h } from 'vue'; import { make } from './make';
        export default make({ name: 'Bed', props: { n: Number }, render() { return h('b', this.n); } });`,
      'src/App.vue': USE_BED,
    },
  ],
])('a tag %s', (_, sources) => {
  expect(rendered(sources)).toEqual(['Bed']);
});

test('a component extends what a call mixes, and what another one has', () => {
  const survey = surveyOf({
    ...VUE_2,
    'src/mixins.js': `import Vue from 'vue'; export default function mixins(...args) { return Vue.extend({ mixins: args }); }`,
    'src/Sized.js': `import Vue from 'vue'; export default Vue.extend({ name: 'Sized', props: { n: Number } });`,
    'src/Bed.js': `import mixins from './mixins'; import Sized from './Sized';
      export default mixins(Sized).extend({ name: 'Bed', render(h) { return h('b', this.n); } });`,
    'src/Tray.js': `import Bed from './Bed';
      export default Bed.extend({ name: 'Tray', render(h) { return h('u', this.n); } });`,
    'src/App.vue': `<script>
      import Bed from './Bed'; import Tray from './Tray';
      export default { components: { Bed, Tray }, data: () => ({ n: 1 }) };
      </script><template><div><Bed :n="n" /><Tray :n="n" /></div></template>`,
  });
  expect(survey.trail('App.n').readers.map(({ component, name }) => `${component}.${name}`)).toEqual([
    'Bed.n',
    'Tray.n',
  ]);
});

test.each([
  ['elements alone', `n > 1 ? 'div' : 'span'`, ['It is an HTML element.']],
  ['an element or a component', `n > 1 ? 'div' : Bed`, ['Bed']],
  ['components by their names', `n > 1 ? 'Bed' : 'plant-tray'`, ['Bed', 'Tray']],
])('a tag that an expression picks: %s', (_, expression, found) => {
  const sources = {
    ...VUE,
    'src/Tray.vue': `<template><i /></template>`,
    'src/App.vue': `<script setup>import Bed from './Bed.vue'; import PlantTray from './Tray.vue'; const n = 1;</script>
      <template><component :is="${expression}" /></template>`,
  };
  const { sites, findings } = surveyOf(sources).document();
  const tags = sites.map(({ of, reason }) => of?.split('#')[1] ?? reason);
  expect(tags.sort()).toEqual(found);
  expect(findings.filter(({ rule }) => rule === 'unresolved')).toEqual([]);
});

test('a component that a template mentions is not what it wraps', () => {
  expect(
    rendered(
      app(`import styled from 'styled-components'; import Bed from './Bed';
        const Plot = styled.div\`\${Bed} { color: green; }\`; const Wide = styled(Bed)\`width: 9px;\`;
        export function App() { return <Plot><Wide n={1} /></Plot>; }`),
    ),
  ).toEqual(['The package “styled-components”, outside the project, creates it.', 'Bed']);
});

test('a component that fetches something when it is used is no function that fetches one', () => {
  expect(
    rendered(
      app(`const Tray = () => <u onClick={() => import('./Bed')} />;
        const pages = [{ path: '/', component: Tray }];
        export function App() { const Page = pages[0].component; return <Page />; }`),
    ),
  ).toEqual(['Tray']);
});

test('a component whose options are held under a name, and the name it gives itself', () => {
  const survey = surveyOf({
    ...VUE,
    'src/App.vue': `<script>
      import { defineComponent } from 'vue';
      const App = defineComponent({ name: 'GhApp', data: () => ({ n: 1 }) });
      export default App;
      </script><template><GhBed :n="n" /><gh-app /></template>`,
    'src/Bed.vue': `<script>const Bed = { name: 'GhBed', props: { n: Number } }; export default Bed;</script><template>{{ n }}</template>`,
    // What only its file is called so is another one.
    'src/gh-bed.js': `import { h } from 'vue'; export default { render() { return h('b'); } };`,
  });
  expect(survey.document().sites.map(({ of }) => of)).toEqual(['src/Bed.vue#Bed', 'src/App.vue#App']);
  expect(survey.trail('App.n').readers).toMatchObject([{ component: 'Bed', name: 'n' }]);
});

test('tags of calls: elements by their names, and what the framework brings along', () => {
  const { sites, findings } = surveyOf({
    ...VUE_2,
    'src/Bed.js': `export default { name: 'Bed', props: ['wide'], render(h) {
      return h('transition-group', [h(this.wide ? 'b' : 'i', 'dig')]); } };`,
  }).document();
  expect(sites.map(({ reason }) => reason)).toEqual([
    'It comes from the package “vue”, outside the project.',
    'It is an HTML element.',
  ]);
  expect(findings.filter(({ rule }) => rule === 'unresolved')).toEqual([]);
});

test('components that a function of the project makes', () => {
  const survey = surveyOf({
    ...VUE_2,
    'src/make.js': `export function make(name) {
      return { name, functional: true, props: { n: Number }, render(h, context) { return h('b', context.props.n); } }; }`,
    'src/beds.js': `import { make } from './make'; export const Bed = make('bed');`,
    'src/App.vue': `<script>import { Bed } from './beds'; export default { components: { Bed }, data: () => ({ n: 1 }) };</script>
      <template><Bed :n="n" /></template>`,
  });
  expect(survey.trail('App.n').readers).toMatchObject([{ component: 'Make', name: 'n' }]);
});

test('a component that is written where it is registered', () => {
  const survey = surveyOf({
    ...VUE_2,
    'src/App.vue': `<script>export default { data: () => ({ n: 1 }),
      components: { BedText: { props: { n: Number }, render(h) { return h('b', this.n); } } } };</script>
      <template><p><bed-text :n="n" /></p></template>`,
  });
  expect(survey.trail('App.n').readers).toMatchObject([{ component: 'BedText', name: 'n' }]);
});

test('a default that is handed on under a name: `export Tray from`', () => {
  const survey = surveyOf({
    'src/parts.js': `export Tray from './Tray'; export Lid, { Rim } from './Lid';`,
    'src/Tray.js': `export default function Tray({ units }) { return <b>{units}</b>; }`,
    'src/Lid.js': `export default function Lid({ units }) { return <b>{units}</b>; } export function Rim({ units }) { return <b>{units}</b>; }`,
    'src/App.js': `import { useState } from 'react'; import { Tray, Lid, Rim } from './parts';
      export function App() { const [units] = useState('c'); return <><Tray units={units} /><Lid units={units} /><Rim units={units} /></>; }`,
  });
  expect(survey.trail('App.units').readers.map(({ component }) => component)).toEqual(['Tray', 'Lid', 'Rim']);
});

test('each use of a wrapper that a library wraps again is told from the others', () => {
  const survey = surveyOf({
    'src/withFocus.jsx': `import hoist from 'hoist-statics';
      export function withFocus(Component) { class Focus extends React.Component { render() { return <Component {...this.props} />; } } return hoist(Focus, Component); }`,
    'src/App.jsx': `import { useState } from 'react'; import { withFocus } from './withFocus';
      const Bed = withFocus(({ onDig }) => <b onClick={() => onDig(1)} />); const Pot = withFocus(({ onFill }) => <i onClick={() => onFill(2)} />);
      export function App() { const [depth, setDepth] = useState(0); const [soil, setSoil] = useState(0);
        return <main title={depth}><Bed onDig={setDepth} /><Pot onFill={setSoil} />{soil}</main>; }`,
  });
  const { marks = [] } = survey.document();
  const writers = (cell: string): string[] =>
    marks
      .filter((mark) => mark.cell.endsWith(`.${cell}`) && mark.roles.includes('writer'))
      .map(({ component }) => component.split('#')[1] ?? '');
  expect(writers('depth')).not.toContain(writers('soil')[0]);
  expect([writers('depth'), writers('soil')].map(({ length }) => length)).toEqual([1, 1]);
});
