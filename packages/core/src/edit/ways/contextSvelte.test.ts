import { planned } from '../../testing/planned';

const RUNES = {
  'package.json': '{"dependencies":{"svelte":"^5.2.0"}}',
  'src/Desk.svelte': `<script>
  import Bench from './Bench.svelte';

  let units = $state('celsius');
</script>

<Bench {units} name="north" onpick={(to) => (units = to)} />
`,
  'src/Bench.svelte': `<script>
  import Gauge from './Gauge.svelte';

  let { units, name, onpick } = $props();
</script>

<h2>{name}</h2>
<Gauge
  scale={units}
  {onpick}
  warmth={3}
/>
`,
  'src/Gauge.svelte': `<script>
  let { warmth, scale, onpick } = $props();
  let shown = $derived(scale === 'kelvin' ? warmth + 273 : warmth);
</script>

<b onclick={() => onpick('kelvin')}>{shown} {scale}</b>
`,
};

const STORES = {
  'package.json': '{"dependencies":{"svelte":"^4.2.0"}}',
  'src/Desk.svelte': `<script>
  import Bench from './Bench.svelte';

  let units = 'celsius';
  const said = () => ({ units });
</script>

<Bench {units} name="north" />
<button on:click={() => (units = 'kelvin')} title={said().units} class:warm={units}>{units}</button>
`,
  'src/Bench.svelte': `<script>
  import Gauge from './Gauge.svelte';

  export let units;
  export let name;
</script>

<h2>{name}</h2>
<Gauge {units} />
`,
  'src/Gauge.svelte': `<script>
  import Dial from './Dial.svelte';

  export let units;

  $: shown = units === 'kelvin' ? 276 : 3;
</script>

<b>{shown} {units}</b>
<Dial {units} />
`,
  'src/Dial.svelte': `<script>
  export let units;
  units = units ?? 'celsius';
</script>

<i>{units}</i>
`,
};

const PROVED = { lost: [], relaysGone: ['Bench'], relaysLeft: [], newFindings: [] };

test('with runes, a function that reads it is provided, and what is made at a tag gets a name', () => {
  const { plan, after } = planned(RUNES, 'Desk.units', { way: 'context' });
  expect(after['src/units.js']).toBe(
    `export const UNITS = Symbol('units');\nexport const ONPICK = Symbol('onpick');\n`,
  );
  expect(after['src/Desk.svelte']).toBe(`<script>
  import { setContext } from 'svelte';
  import Bench from './Bench.svelte';
  import { UNITS, ONPICK } from './units';

  let units = $state('celsius');

  setContext(UNITS, () => units);
  const onpick = (to) => (units = to);
  setContext(ONPICK, onpick);
</script>

<Bench name="north" />
`);
  expect(after['src/Bench.svelte']).toBe(`<script>
  import Gauge from './Gauge.svelte';

  let { name } = $props();
</script>

<h2>{name}</h2>
<Gauge
  warmth={3}
/>
`);
  expect(after['src/Gauge.svelte']).toBe(`<script>
  import { getContext } from 'svelte';
  import { UNITS, ONPICK } from './units';

  let { warmth } = $props();
  const getScale = getContext(UNITS);
  const scale = $derived(getScale());
  const onpick = getContext(ONPICK);
  let shown = $derived(scale === 'kelvin' ? warmth + 273 : warmth);
</script>

<b onclick={() => onpick('kelvin')}>{shown} {scale}</b>
`);
  expect(plan).toMatchObject({ complete: true, proof: { readers: ['Gauge'], writers: ['Gauge'], ...PROVED } });
});

test('types and defaults are kept, and the last prop goes with its statement and its interface', () => {
  const { plan, after } = planned(
    {
      ...RUNES,
      'src/Bench.svelte': `<script lang="ts">
  import Gauge from './Gauge.svelte';

  interface Props {
    units: string;
    onpick: (to: string) => void;
  }

  let { units, onpick }: Props = $props();
</script>

<Gauge scale={units} {onpick} warmth={3} />
`,
      'src/Gauge.svelte': `<script lang="ts">
  let { warmth, scale = 'celsius', onpick }: { warmth: number; scale?: string; onpick: (to: string) => void } = $props();
</script>

<b onclick={() => onpick('kelvin')}>{warmth} {scale}</b>
`,
    },
    'Desk.units',
    { way: 'context' },
  );
  expect(after['src/Bench.svelte']).toBe(`<script lang="ts">
  import Gauge from './Gauge.svelte';
</script>

<Gauge warmth={3} />
`);
  expect(after['src/Gauge.svelte']).toContain(`  let { warmth }: { warmth: number; } = $props();
  const getScale = getContext<() => string>(UNITS);
  const scale = $derived(getScale() === undefined ? 'celsius' : getScale());
  const onpick = getContext<(to: string) => void>(ONPICK);
`);
  expect(plan.complete).toBe(true);
});

test('without runes the state becomes a store, and is read as one wherever it is said', () => {
  const { plan, after } = planned(STORES, 'Desk.units', { way: 'context' });
  expect(after['src/Desk.svelte']).toBe(`<script>
  import { setContext } from 'svelte';
  import { writable } from 'svelte/store';
  import Bench from './Bench.svelte';
  import { UNITS } from './units';

  const units = writable('celsius');
  const said = () => ({ units: $units });

  setContext(UNITS, units);
</script>

<Bench name="north" />
<button on:click={() => ($units = 'kelvin')} title={said().units} class:warm={$units}>{$units}</button>
`);
  // Dial sets what it is given, and so keeps its prop.
  expect(after['src/Gauge.svelte']).toBe(`<script>
  import { getContext } from 'svelte';
  import Dial from './Dial.svelte';
  import { UNITS } from './units';

  const units = getContext(UNITS);

  $: shown = $units === 'kelvin' ? 276 : 3;
</script>

<b>{shown} {$units}</b>
<Dial units={$units} />
`);
  expect(Object.keys(after).sort()).toEqual([
    'src/Bench.svelte',
    'src/Desk.svelte',
    'src/Gauge.svelte',
    'src/units.js',
  ]);
  expect(plan.proof).toMatchObject(PROVED);
});

test('without runes, a default is kept by a reactive statement', () => {
  const gauge = (script: string): Record<string, string> => ({
    ...STORES,
    'src/Gauge.svelte': `<script>\n  export let units = 'celsius';\n${script}</script>\n\n<b>{units}</b>\n`,
  });
  expect(planned(gauge(''), 'Desk.units', { way: 'context' }).after['src/Gauge.svelte']).toBe(`<script>
  import { getContext } from 'svelte';
  import { UNITS } from './units';

  const givenUnits = getContext(UNITS);
  $: units = $givenUnits === undefined ? 'celsius' : $givenUnits;
</script>

<b>{units}</b>
`);
  const { plan } = planned(gauge('  const first = units;\n'), 'Desk.units', { way: 'context' });
  expect(plan.files).toEqual([]);
  expect(plan.steps[0]?.says).toContain('Gauge reads units while it is set up, and has a default for it.');
});

test.each([
  [
    'a loop hides the name',
    `{#each ['a'] as units}<Gauge scale={units} {onpick} />{/each}{units}`,
    'let { units, onpick } = $props();',
  ],
  [
    'the prop is bound to',
    `<input bind:value={units} /><Gauge scale={units} {onpick} />`,
    'let { units, onpick } = $props();',
  ],
  ['all of the props are kept', `<Gauge scale={all.units} onpick={all.onpick} />`, 'let all = $props();'],
  ['they are typed elsewhere', `<Gauge scale={units} {onpick} />`, 'let { units, onpick }: BenchProps = $props();'],
])('%s: left as it is, and the plan says so', (_what, markup, props) => {
  const { plan } = planned(
    {
      ...RUNES,
      'src/Bench.svelte': `<script lang="ts">\n  import Gauge from './Gauge.svelte';\n  import type { BenchProps } from './types';\n  ${props}\n</script>\n\n${markup}\n`,
    },
    'Desk.units',
    { way: 'context' },
  );
  expect(plan.complete).toBe(false);
  expect(plan.files).toEqual([]);
  expect(plan.steps[0]?.says).toMatch(
    /Not written: (Bench takes \w+ in a way that is not edited|The props of Bench are typed)/,
  );
});

test('a component without runes below one with runes would not see a change, unless nothing in it relies on that', () => {
  const gauge = (script: string): ReturnType<typeof planned> =>
    planned(
      {
        ...RUNES,
        'src/Bench.svelte': `<script>\n  import Gauge from './Gauge.svelte';\n  let { units } = $props();\n</script>\n\n<Gauge {units} />\n`,
        'src/Desk.svelte': `<script>\n  import Bench from './Bench.svelte';\n  let units = $state('celsius');\n</script>\n\n<Bench {units} />\n<b onclick={() => (units = 'kelvin')}>{units}</b>\n`,
        'src/Gauge.svelte': `<script>\n${script}</script>\n\n<i>{units}</i>\n`,
      },
      'Desk.units',
      { way: 'context' },
    );
  const { plan } = gauge('  export let units;\n');
  expect(plan.files).toEqual([]);
  expect(plan.steps[0]?.says).toContain('Gauge is written without runes, and would not see the value change.');
  expect(gauge('  let { units } = $props();\n').plan.complete).toBe(true);
});

test('a store that is handed down as one is left as it is', () => {
  const { plan } = planned(
    {
      ...STORES,
      'src/Desk.svelte': `<script>\n  import { writable } from 'svelte/store';\n  import Bench from './Bench.svelte';\n  const units = writable('celsius');\n</script>\n\n<Bench {units} name="north" />\n<b on:click={() => ($units = 'kelvin')}>{$units}</b>\n`,
      'src/Gauge.svelte': `<script>\n  export let units;\n</script>\n\n<i>{$units}</i>\n`,
    },
    'Desk.units',
    { way: 'context' },
  );
  expect(plan.files).toEqual([]);
});

test('without types of their own, readers in typed scripts are given any', () => {
  const { after } = planned(
    {
      ...RUNES,
      'src/Gauge.svelte': `<script lang="ts">\n  let { warmth, scale, onpick } = $props();\n</script>\n\n<b onclick={() => onpick('kelvin')}>{warmth} {scale}</b>\n`,
    },
    'Desk.units',
    { way: 'context' },
  );
  expect(after['src/Gauge.svelte']).toContain(`getContext<() => any>(UNITS);`);
  expect(after['src/Gauge.svelte']).toContain(`getContext<(...given: any[]) => void>(ONPICK);`);
});
