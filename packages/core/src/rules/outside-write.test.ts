import { planning } from './shared/webComponentExamples';
import { foundBy, one, surveyOf } from '../testing/project';

test('a field of an instance that a component makes itself is its own', () => {
  const survey = (made: string): ReturnType<typeof one> =>
    one(`class Pump { open = false; run() { this.open = !this.open; } }
      const shared = new Pump();
      function Bed() { const pump = useRef(null); useEffect(() => { pump.current = ${made}; pump.current.open = true; }, []); return <b />; }`);
  expect(foundBy('outside-write', survey('new Pump()'))).toEqual([]);
  expect(foundBy('outside-write', survey('shared'))).toEqual(['Bed.open']);
});

describe('outside-write', () => {
  const store = `import { defineStore } from 'pinia';
    export const useBeds = defineStore('beds', { state: () => ({ count: 0 }), actions: { add() { this.count++; } } });`;
  const plot = (script: string): Record<string, string> => ({
    'src/beds.js': store,
    'src/Plot.vue': `<script setup>
      import { useBeds } from './beds';
      const beds = useBeds();
      ${script}
      </script>
      <template><button @click="go">{{ beds.count }}</button></template>`,
  });

  test('a component that sets a store’s field', () => {
    expect(foundBy('outside-write', surveyOf(plot('function go() { beds.count = 4; }')))).toEqual(['Plot.count']);
  });

  test('a component that calls the store’s action', () => {
    expect(foundBy('outside-write', surveyOf(plot('function go() { beds.add(); }')))).toEqual([]);
  });

  test('what a component writes to one field is told once, with every line', () => {
    const survey = surveyOf(plot('function go() { beds.count = 4; beds.count = 5; }'));
    const found = survey.findings().filter(({ rule }) => rule === 'outside-write');
    expect(found).toHaveLength(1);
    expect(found[0]?.related).toHaveLength(2);
  });

  test('what a component writes to several fields of one store is told once', () => {
    const survey = surveyOf({
      ...plot('function go() { beds.count = 4; beds.wet = true; }'),
      'src/beds.js': store.replace('count: 0', 'count: 0, wet: false'),
    });
    const found = survey.findings().filter(({ rule }) => rule === 'outside-write');
    expect(found.map(({ message }) => message)).toEqual([
      'Plot writes to count and wet of beds directly (beds.count = …).',
    ]);
  });

  test('which of the names of an object is changed may only be known at run time', () => {
    const reads = (key: string): string =>
      `const kept = { held: beds, other: {} }; function go(kind) { kept${key}.count = 4; }`;
    expect(foundBy('outside-write', surveyOf(plot(reads('.held'))))).toEqual(['Plot.count']);
    expect(foundBy('outside-write', surveyOf(plot(reads('[kind]'))))).toEqual([]);
  });

  test('a field of the same name of something else', () => {
    expect(
      foundBy('outside-write', surveyOf(plot('const own = { count: 0 }; function go() { own.count = 4; }'))),
    ).toEqual([]);
  });
});

describe('outside-write: what is provided', () => {
  test.each([
    ['a reference that whoever injects it sets', 'depth', 'depth.value = 4', ['Bed.depth']],
    ['a function of the home', '() => { depth.value = 4; }', 'depth()', []],
    ['a value that is only read', 'depth', 'console.log(depth.value)', []],
  ])('%s', (_what, given, does, found) => {
    const survey = surveyOf({
      'package.json': '{ "dependencies": { "vue": "3.4.0" } }',
      'src/App.vue': `<script setup>import { ref, provide } from 'vue'; import Bed from './Bed.vue'; const depth = ref(1); provide('depth', ${given});</script><template><Bed />{{ depth }}</template>`,
      'src/Bed.vue': `<script setup>import { inject } from 'vue'; const depth = inject('depth'); function dig() { ${does}; }</script><template><b @click="dig">dig</b></template>`,
    });
    expect(foundBy('outside-write', survey)).toEqual(found);
  });
});

test('outside-write: all that one component changes of another is told once', () => {
  const survey = surveyOf({
    'package.json': '{ "dependencies": { "vue": "2.7.0" } }',
    'src/Bench.vue': `<script>import Bed from './Bed.vue'; export default { name: 'Bench', components: { Bed }, data: () => ({ depth: 1, wet: false }), provide() { return { bench: this }; } };</script><template><p>{{ depth }}{{ wet }}<Bed /></p></template>`,
    'src/Bed.vue': `<script>export default { name: 'Bed', inject: ['bench'], methods: { dig() { this.bench.depth = 2; this.bench.wet = true; } } };</script><template><b @click="dig" /></template>`,
  });
  const found = survey.findings().filter(({ rule }) => rule === 'outside-write');
  expect(found.map(({ message }) => message)).toEqual([
    'Bed writes to depth and wet of Bench directly (this.bench.depth = …).',
  ]);
});

test('outside-write: a store that the component’s own file holds is at home there', () => {
  const survey = surveyOf({
    'package.json': '{ "dependencies": { "svelte": "4.2.0" } }',
    'src/Bed.svelte': `<script context="module">import { writable } from 'svelte/store'; const queue = writable([]);</script>
      <script>function dig() { $queue.shift(); }</script><b on:click={dig}>{$queue.length}</b>`,
  });
  expect(foundBy('outside-write', survey)).toEqual([]);
});

describe('outside-write, a stream or a signal of a service', () => {
  const soil = (members: string, write: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      'src/soil.ts': `import { Injectable, signal } from '@angular/core'; import { BehaviorSubject } from 'rxjs'; @Injectable({ providedIn: 'root' }) export class Soil { ${members} }`,
      'src/app.ts': `import { Component } from '@angular/core'; import { Soil } from './soil';
        @Component({ selector: 'app-root', templateUrl: './app.html' }) export class App { constructor(readonly soil: Soil) {} }`,
      'src/app.html': `<b (click)="${write}">{{ soil.depth }}</b>`,
    });
  test.each([
    ['a subject', 'depth = new BehaviorSubject(1); dig() { this.depth.next(2); }', 'soil.depth.next(3)', ['App.depth']],
    ['a signal', 'depth = signal(1); dig() { this.depth.set(2); }', 'soil.depth.set(3)', ['App.depth']],
    ['by the function for it', 'depth = signal(1); dig() { this.depth.set(2); }', 'soil.dig()', []],
    ['where there is no function for it', 'depth = signal(1);', 'soil.depth.set(3)', []],
  ])('%s', (_what, members, write, found) => {
    expect(foundBy('outside-write', soil(members, write))).toEqual(found);
  });
});

test.each([
  ['that its module only makes', '', []],
  ['that has a function to set it', `export function flip() { units.set({ scale: 'k' }); }`, ['Bed.units']],
])('a store of Svelte %s', (_what, more, found) => {
  const survey = surveyOf({
    'src/units.js': `import { writable } from 'svelte/store'; export const units = writable({ scale: 'c' }); ${more}`,
    'src/Bed.svelte': `<script>import { units } from './units';</script><b on:click={() => ($units.scale = 'k')}>{$units.scale}</b>`,
    'src/App.svelte': `<script>import { units } from './units'; import Bed from './Bed.svelte';</script><Bed />{$units.scale}`,
  });
  expect(foundBy('outside-write', survey)).toEqual(found);
});

test.each([
  ['as it is made', 'kept.title = label;', '', []],
  ['when it is clicked', '', 'kept.title = label;', ['Title.kept']],
])('a component of Svelte that sets a field of what is provided %s', (_when, atOnce, later, found) => {
  const survey = surveyOf({
    'src/List.svelte': `<script>import { setContext } from 'svelte'; import Title from './Title.svelte'; let kept = { title: '' }; setContext('list', kept); function clear() { kept.title = ''; }</script><Title label="x" /><b on:click={clear}>{kept.title}</b>`,
    'src/Title.svelte': `<script>import { getContext } from 'svelte'; export let label; let kept = getContext('list'); ${atOnce} function set() { ${later} }</script><b on:click={set}>{label}</b>`,
  });
  expect(foundBy('outside-write', survey)).toEqual(found);
});

describe('what a Lightning Web Component is passed', () => {
  test.each([
    ['is changed there', 'this.plan.note = 1;', ['Bed.plan']],
    ['is changed by a method of its own', 'this.plan.days.push(1);', ['Bed.plan']],
    ['is replaced there', 'this.plan = { note: 1 };', []],
    ['is copied, and the copy changed', 'const own = { ...this.plan }; own.note = 1;', []],
  ])('%s', (_what, change, found) => {
    expect(foundBy('outside-write', surveyOf(planning('', change)))).toEqual(found);
  });
});
