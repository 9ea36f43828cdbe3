import { application } from '../testing/scopes';
import { foundBy, one, surveyOf } from '../testing/project';

describe('missing-prop', () => {
  const bed = (declared: string): string =>
    `export function Bed({ depth = undefined, name }: ${declared}) { return <b title={name}>{depth}</b>; }`;
  const app = (site: string): string =>
    `import { Bed } from './Bed'; export function App(given: any) { return ${site}; }`;

  test.each([
    ['left out', '{ name: string; depth?: number }', '<Bed />', ['App.name']],
    ['given', '{ name: string; depth?: number }', '<Bed name="a" />', []],
    ['optional', '{ name?: string; depth?: number }', '<Bed />', []],
    ['may come with what is spread', '{ name: string; depth?: number }', '<Bed {...given} />', []],
  ])('%s', (_what, declared, site, found) => {
    const survey = surveyOf({ 'src/Bed.tsx': bed(declared), 'src/App.tsx': app(site) });
    expect(foundBy('missing-prop', survey)).toEqual(found);
  });

  test('nothing is missing where the child does nothing with it', () => {
    const survey = surveyOf({
      'src/Bed.tsx': `export function Bed({ name }: { name: string; depth: number }) { return <b>{name}</b>; }`,
      'src/App.tsx': app('<Bed name="a" />'),
    });
    expect(foundBy('missing-prop', survey)).toEqual([]);
  });

  test.each([
    ['of this project', `const withDepth = (Inner: any) => (props: any) => <Inner {...props} name="a" />;`],
    ['of a package', `import { withDepth } from 'some-garden';`],
    [
      'of a package, several together',
      `import { compose, withName } from 'some-garden'; const withDepth = compose(withName, withName);`,
    ],
  ])('a wrapper %s may give it', (_what, wrapper) => {
    const survey = surveyOf({
      'src/Bed.tsx': `${wrapper} function Bed({ name }: { name: string }) { return <b>{name}</b>; } export default withDepth(Bed);`,
      'src/App.tsx': `import Bed from './Bed'; export function App() { return <Bed depth={2} />; }`,
    });
    expect([...foundBy('missing-prop', survey), ...foundBy('unknown-prop', survey)]).toEqual([]);
  });

  test('a package that only has a component watch what it reads adds nothing', () => {
    const survey = surveyOf({
      'src/Bed.tsx': `import { observer } from 'mobx-react-lite'; export const Bed = observer(({ name }: { name: string }) => <b>{name}</b>);`,
      'src/App.tsx': `import { Bed } from './Bed'; export function App() { return <Bed />; }`,
    });
    expect(foundBy('missing-prop', survey)).toEqual(['App.name']);
  });

  test('in Svelte, a type that allows nothing asks for nothing', () => {
    const survey = surveyOf({
      'package.json': '{ "dependencies": { "svelte": "4.2.0" } }',
      'src/App.svelte': `<script>import Bed from './Bed.svelte';</script><Bed />`,
      'src/Bed.svelte': `<script lang="ts">export let name: string; export let depth: number | undefined;</script><b>{name}{depth}</b>`,
    });
    expect(foundBy('missing-prop', survey)).toEqual(['App.name']);
  });

  test('a required prop of a single-file component', () => {
    const survey = surveyOf({
      'src/Bed.vue': `<script setup>defineProps({ name: { type: String, required: true }, depth: Number });</script><template><b>{{ name }}{{ depth }}</b></template>`,
      'src/App.vue': `<script setup>import Bed from './Bed.vue';</script><template><Bed :depth="2" /><Bed name="a" /></template>`,
    });
    expect(foundBy('missing-prop', survey)).toEqual(['App.name']);
  });
});

describe('missing-prop: a listener is a prop where one is declared under its name', () => {
  const survey = (site: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      'package.json': '{ "dependencies": { "vue": "3.4.0" } }',
      'src/Lid.js': `import { defineComponent, h } from 'vue';
        export default defineComponent({ name: 'Lid', props: { onDig: { type: Function, required: true } }, setup(props) { return () => h('b', { onClick: () => props.onDig(2) }); } });`,
      'src/App.js': `import { defineComponent, h, ref } from 'vue'; import Lid from './Lid';
        export default defineComponent({ name: 'App', setup() { const depth = ref(1); return () => h('p', null, [depth.value, ${site}]); } });`,
    });

  test('written in a render function, and followed', () => {
    const app = survey('h(Lid, { onDig: (to) => { depth.value = to; } })');
    expect(foundBy('missing-prop', app)).toEqual([]);
    expect(app.trail('App.depth').writers).toMatchObject([{ component: 'Lid' }]);
  });

  test('not given', () => {
    expect(foundBy('missing-prop', survey('h(Lid)'))).toEqual(['App.onDig']);
  });
});

describe('missing-prop: a render function gives what an expression puts together', () => {
  const found = (given: string): string[] =>
    foundBy(
      'missing-prop',
      surveyOf({
        'package.json': '{ "dependencies": { "vue": "3.4.0" } }',
        'src/Lid.vue': `<script setup>defineProps({ depth: { required: true } });</script><template><b>{{ depth }}</b></template>`,
        'src/App.js': `import { defineComponent, h, mergeProps } from 'vue'; import Lid from './Lid.vue';
          export default defineComponent({ name: 'App', props: ['lid'], render() { const lidProps = this.lid; const inside = this.lid; return h('p', null, [h(Lid, ${given})]); } });`,
      }),
    );

  test.each([
    ['a copy', 'Object.assign({}, this.lid, { depth: 1 })', []],
    ['several', 'mergeProps(this.$attrs, { depth: 1 })', []],
    ['an object by its name', 'lidProps', []],
    ['what may be either', 'inside', []],
    ['what stands inside alone', '[h("i")]', ['App.depth']],
    ['a text', '"lid"', ['App.depth']],
  ])('%s', (_what, given, expected) => {
    expect(found(given)).toEqual(expected);
  });
});

test.each([
  ['with what it is given', ', { depth: 1 }', []],
  ['with nothing', '', ['.depth']],
])('missing-prop: a component of Vue that a script mounts %s', (_what, given, expected) => {
  const survey = surveyOf({
    'src/Lid.vue': `<script setup>const props = defineProps({ depth: { type: Number, required: true } });</script><template><b>{{ depth }}</b></template>`,
    'src/open.js': `import { createApp } from 'vue'; import Lid from './Lid.vue'; export function open(box) { createApp(Lid${given}).mount(box); }`,
  });
  expect(foundBy('missing-prop', survey)).toEqual(expected);
});

describe('missing-prop: a component that a script makes', () => {
  const found = (options: string): string[] =>
    foundBy(
      'missing-prop',
      surveyOf({
        'package.json': '{ "dependencies": { "svelte": "4.2.0" } }',
        'src/Lid.svelte': `<script>export let depth;</script><b>{depth}</b>`,
        'src/open.js': `import Lid from './Lid.svelte'; export function open(props, options) { return new Lid(${options}); }`,
      }),
    );

  test.each([
    ['with what it is handed', '{ target: document.body, props }', []],
    ['with more than is written', '{ target: document.body, props: { ...props } }', []],
    ['by options of somebody else', 'options', []],
    ['with something else', '{ target: document.body, props: { units: 1 } }', ['.depth']],
  ])('%s', (_what, options, expected) => {
    expect(found(options)).toEqual(expected);
  });
});

test('missing-prop: a prop that a class only uses as a tag, and gives a default', () => {
  const survey = surveyOf({
    'src/Bed.tsx': `import { Component, type ElementType } from 'react'; import Spade from './Spade';
      interface BedProps { icon: ElementType; depth: number; }
      export class Bed extends Component<BedProps> { static defaultProps = { icon: Spade }; render() { return <b><this.props.icon />{this.props.depth.toFixed()}</b>; } }`,
    'src/Spade.tsx': `export default function Spade() { return <i />; }`,
    'src/App.tsx': `import { Bed } from './Bed'; export function App() { return <main><Bed depth={1} /></main>; }`,
  });
  expect(foundBy('missing-prop', survey)).toEqual([]);
});

describe('missing-prop: a binding that a definition calls for, and counts on', () => {
  const found = (script: string, template = ''): string[] =>
    foundBy(
      'missing-prop',
      application(
        '<bed wide="1"></bed>',
        `.component('bed', { bindings: { depth: '<', wide: '<?' }, template: '<b>{{ $ctrl.wide }}${template}</b>',
          controller: function () { var bed = this; bed.say = function () { ${script} }; } })`,
      ),
    );

  test.each([
    ['only asked what it is', `if (bed.depth === 'deep') { return 1; } return bed.depth ? 2 : 3;`, '', []],
    ['shown, where nothing is shown without it', '', '{{ $ctrl.depth }}', []],
    ['a field shown', '', '{{ $ctrl.depth.low }}', []],
    ['a field taken', 'return bed.depth.low;', '', ['.depth']],
    ['a field taken where it is there', 'return angular.isDefined(bed.depth) ? bed.depth.low : 0;', '', []],
    ['set by the component itself', 'bed.depth = { low: 1 }; return bed.depth.low;', '', []],
    ['a method called', 'return bed.depth.toFixed();', '', ['.depth']],
  ])('%s', (_what, script, template, expected) => {
    expect(found(script, template)).toEqual(expected);
  });
});

test.each([
  ['what nobody knows', '{...held.image}', []],
  ['under props, as Vue 2 takes it', '{...{ props: held, class: name }}', []],
  ['nothing', 'wide={1}', ['App.depth']],
])('a tag is spread %s', (_what, spread, found) => {
  const survey = one(`import PropTypes from 'prop-types';
    function Bed({ depth, wide }) { return <b title={wide}>{depth.low}</b>; }
    Bed.propTypes = { depth: PropTypes.object.isRequired, wide: PropTypes.number };
    export function App({ held, name }) { return <Bed ${spread} />; }`);
  expect(foundBy('missing-prop', survey)).toEqual(found);
});

test.each([
  [`Bed['depth']`, []],
  ['number', ['App.depth']],
])('a prop of Svelte is typed %s', (type, found) => {
  const survey = surveyOf({
    'src/App.svelte': `<script lang="ts">import Bed from './Bed.svelte';</script><Bed />`,
    'src/Bed.svelte': `<script lang="ts">import type { Bed } from './types'; export let depth: ${type};</script><b>{depth.toFixed()}</b>`,
  });
  expect(foundBy('missing-prop', survey)).toEqual(found);
});

test.each([
  ['says nothing of what it returns', '', ['App.given']],
  ['says for which props it returns a component', ': React.ComponentClass<T>', []],
])('a wrapper that %s', (_what, type, found) => {
  const survey = surveyOf({
    'src/loaded.tsx': `import React from 'react';
      export interface Given { given: string }
      export function loaded<T>(Inner: React.ComponentClass<T & Given>)${type} {
        return class Loading extends React.Component<T & Given, null> { render() { return <Inner {...this.props} />; } };
      }`,
    'src/App.tsx': `import React from 'react'; import { loaded, Given } from './loaded';
      class Bed extends React.Component<{ id: number } & Given> { render() { return <b>{this.props.given}{this.props.id}</b>; } }
      const Loaded = loaded<{ id: number }>(Bed);
      export function App() { return <Loaded id={1} />; }`,
  });
  expect(foundBy('missing-prop', survey)).toEqual(found);
});

test.each([
  ['by its name', 'props'],
  ['as any', 'props as any'],
])('props handed to a render function %s may hold all that is asked for', (_what, given) => {
  const survey = surveyOf({
    'src/Bed.vue': `<template><b>{{ depth.x }}</b></template><script lang="ts">export default { props: { depth: { type: Object, required: true } } };</script>`,
    'src/main.ts': `import { createApp, h, reactive } from 'vue'; import Bed from './Bed.vue';
      const props = reactive({ depth: undefined }); createApp({ render() { return h(Bed, ${given}); } }).mount('#app');`,
  });
  expect(foundBy('missing-prop', survey)).toEqual([]);
});
