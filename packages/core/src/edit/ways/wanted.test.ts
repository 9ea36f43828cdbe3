/** Who shall read a value and does not yet, in the families that have files of components, and classes with templates. */
import { planned } from '../../testing/planned';

const VUE = {
  'package.json': '{"dependencies":{"vue":"^3.5.0"}}',
  'src/App.vue': `<script setup>
import Bar from './Bar.vue';
import Bench from './Bench.vue';

const name = 'north';
</script>

<template>
  <main>
    <Bar />
    <Bench :name="name" />
  </main>
</template>
`,
  'src/Bar.vue': `<script setup>
import { ref } from 'vue';
const open = ref(1);
</script>

<template>
  <header>
    <h1>Desk {{ open }}</h1>
  </header>
</template>
`,
  'src/Bench.vue': `<script setup>
import { ref } from 'vue';
import Flap from './Flap.vue';
defineProps({ name: String });
const open = ref(false);
</script>

<template>
  <p v-if="open">{{ name }}</p>
  <Flap v-model="open" />
  <button @click="open = !open">toggle</button>
</template>
`,
  'src/Flap.vue': `<script setup>
const shut = defineModel();
</script>

<template><i @click="shut = false">{{ shut }}</i></template>
`,
};

test('in Vue the reference moves above both, with a function that changes it', () => {
  const { plan, after } = planned(VUE, 'Bench.open', { way: 'context', also: ['Bar'] });
  expect(after['src/App.vue']).toContain(`import { ref, provide } from 'vue';
import Bar from './Bar.vue';
import Bench from './Bench.vue';
import { BENCH_OPEN, SET_OPEN } from './benchOpen';

const open = ref(false);
const setOpen = (next) => {
  open.value = next;
};

const name = 'north';

provide(BENCH_OPEN, open);
provide(SET_OPEN, setOpen);
`);
  expect(after['src/Bench.vue']).toContain(`defineProps({ name: String });
const open = inject(BENCH_OPEN);
const setOpen = inject(SET_OPEN);
</script>

<template>
  <p v-if="open">{{ name }}</p>
  <Flap :model-value="open" @update:model-value="setOpen" />
  <button @click="setOpen(!open)">toggle</button>`);
  expect(after['src/Bar.vue']).toContain(`const benchOpen = inject(BENCH_OPEN);`);
  expect(after['src/Bar.vue']).toContain(`    <h1>Desk {{ open }}</h1>
    <output>{{ benchOpen }}</output>
  </header>`);
  expect(plan).toMatchObject({
    complete: true,
    proof: { readers: ['Bar', 'Bench', 'Flap'], writers: ['Bench', 'Flap'], lost: [], newFindings: [] },
  });
});

test.each([
  [
    'it is rendered many times',
    { 'src/App.vue': (VUE['src/App.vue'] ?? '').replace('<Bench', '<Bench v-for="n in 3" :key="n"') },
    'Bench is rendered many times',
  ],
  [
    'an element is bound to it both ways',
    { 'src/Bench.vue': (VUE['src/Bench.vue'] ?? '').replace('<Flap', '<input') },
    'Bench sets open where no call can stand',
  ],
  [
    'the name is taken above',
    { 'src/App.vue': (VUE['src/App.vue'] ?? '').replace('const name', 'const open') },
    'App has something else by the name of open',
  ],
  [
    'it starts from what only its home knows',
    {
      'src/Bench.vue': (VUE['src/Bench.vue'] ?? '')
        .replace('ref(false)', 'ref(first)')
        .replace('const open', 'const first = false;\nconst open'),
    },
    'open starts from first',
  ],
])('in Vue it stays where it is where %s', (_what, other, reason) => {
  const { plan } = planned({ ...VUE, ...other }, 'Bench.open', { way: 'context', also: ['Bar'] });
  expect(plan.files).toEqual([]);
  expect(plan.steps[0]?.says).toContain(reason);
});

test('where the markup has no element that could hold one more, it is left to a person to show it', () => {
  const bar = (VUE['src/Bar.vue'] ?? '')
    .replace(/<header>[^]*<\/header>/, '<Bench /><Bench />')
    .replace("'vue';", "'vue';\nimport Bench from './Bench.vue';");
  const { plan } = planned(
    {
      ...VUE,
      'src/Bar.vue': bar,
      'src/App.vue': (VUE['src/App.vue'] ?? '')
        .replace("'north'", "ref('north')")
        .replace(`import Bar`, `import { ref } from 'vue';\nimport Bar`),
    },
    'App.name',
    { way: 'context', also: ['Bar'] },
  );
  expect(plan.steps.filter(({ by }) => by === 'hand').map(({ says }) => says)).toEqual([
    'Use name in Bar: its markup has no element that could hold one more.',
  ]);
});

const SVELTE = (version: string, state: string): Record<string, string> => ({
  'package.json': `{"dependencies":{"svelte":"${version}"}}`,
  'src/App.svelte': `<script>
  import Bar from './Bar.svelte';
  let open = ${state};
</script>

<Bar />
<button on:click={() => (open = !open)}>{open}</button>
`,
  'src/Bar.svelte': `<script>
  import { title } from './title';
</script>

<h1>{title}</h1>

<style>
  h1 { margin: 0; }
</style>
`,
});

test.each([
  [
    'with runes',
    '^5.2.0',
    '$state(false)',
    'const getOpen = getContext(OPEN);\n  const open = $derived(getOpen());',
    '{open}',
  ],
  ['without', '^4.2.0', 'false', 'const open = getContext(OPEN);', '{$open}'],
])('in Svelte %s, it is read and shown at the end of the markup', (_what, version, state, read, shown) => {
  const sources = SVELTE(version, state);
  if (version.includes('5'))
    sources['src/App.svelte'] = (sources['src/App.svelte'] ?? '').replace('on:click', 'onclick');
  const { plan, after } = planned(sources, 'App.open', { way: 'context', also: ['Bar'] });
  expect(after['src/Bar.svelte']).toContain(`import { OPEN } from './open';\n\n  ${read}\n</script>`);
  expect(after['src/Bar.svelte']).toContain(`<h1>{title}</h1>\n<output>${shown}</output>\n\n<style>`);
  expect(plan).toMatchObject({ complete: true, proof: { readers: ['App', 'Bar'], lost: [], newFindings: [] } });
});

const ANGULAR = {
  'package.json': '{"dependencies":{"@angular/core":"^20.0.0"}}',
  'src/main.ts': `import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app';
bootstrapApplication(App);
`,
  'src/app.ts': `import { Component } from '@angular/core';
import { Bar } from './bar';
import { Bench } from './bench';

@Component({ selector: 'app-root', imports: [Bar, Bench], template: '<app-bar /><app-bench />' })
export class App {}
`,
  'src/bar.ts': `import { Component } from '@angular/core';

@Component({ selector: 'app-bar', template: \`
    <h1>Desk</h1>
  \` })
export class Bar {}
`,
  'src/bench.ts': `import { Component, signal } from '@angular/core';

@Component({ selector: 'app-bench', template: '<b (click)="open.set(!open())">{{ open() }}</b>' })
export class Bench {
  readonly open = signal(false);
}
`,
};

test('in Angular the service is provided above both', () => {
  const { plan, after } = planned(ANGULAR, 'Bench.open', { way: 'service', also: ['Bar'] });
  expect(after['src/app.ts']).toContain(`selector: 'app-root', providers: [BenchOpen], imports`);
  expect(after['src/bar.ts']).toContain(`    <h1>Desk</h1>
    <output>{{ open() }}</output>
  \` })
export class Bar {
  protected readonly open = inject(BenchOpen).open;
}`);
  expect(after['src/bench.ts']).toContain(`template: '<b (click)="benchOpen.setOpen(!open())">{{ open() }}</b>' })
export class Bench {
  protected readonly benchOpen = inject(BenchOpen);
  readonly open = this.benchOpen.open;
}`);
  expect(plan).toMatchObject({
    complete: true,
    proof: { readers: ['Bar', 'Bench'], writers: ['Bench'], lost: [], newFindings: [] },
  });
});
