/** A variable of a Svelte component in a store of a module. */
import { planned } from '../../testing/planned';

const sources = (changes: Record<string, string> = {}): Record<string, string> => ({
  'src/main.js': `import App from './App.svelte';\nnew App({ target: document.body });\n`,
  'src/App.svelte': `<script>
  import Bench from './Bench.svelte';

  let units = 'celsius';
  let open = true;
</script>

<Bench {units} {open} />
<button on:click={() => (units = 'kelvin')}>kelvin</button>
`,
  'src/Bench.svelte': `<script>
  import Gauge from './Gauge.svelte';
  import Label from './Label.svelte';

  export let units;
  export let open;
</script>

{#if open}<Gauge scale={units} />{/if}
<Label {units} />
`,
  'src/Gauge.svelte': `<script>\n  export let scale;\n</script>\n\n<b>{scale}</b>\n`,
  'src/Label.svelte': `<script>\n  export let units;\n  $: loud = units.toUpperCase();\n</script>\n\n<i>{loud}</i>\n`,
  'src/Clock.svelte': `<script>\n  let now = 0;\n</script>\n\n<time>{now}</time>\n`,
  ...changes,
});

test('whoever uses it imports the store, and nobody passes it on', () => {
  const { plan, after } = planned(sources(), 'App.units', { way: 'store' });
  expect(plan.complete).toBe(true);
  expect(plan.proof).toMatchObject({ lost: [], relaysLeft: [], newFindings: [] });
  expect(after['src/units.js']).toBe(
    `import { writable } from 'svelte/store';\n\nexport const units = writable('celsius');\n`,
  );
  expect(after['src/App.svelte']).toBe(`<script>
  import Bench from './Bench.svelte';
  import { units } from './units';

  let open = true;
</script>

<Bench {open} />
<button on:click={() => ($units = 'kelvin')}>kelvin</button>
`);
  expect(after['src/Bench.svelte']).not.toContain('units');
  expect(after['src/Gauge.svelte']).toBe(
    `<script>\n  import { units } from './units';\n\n  const scale = units;\n</script>\n\n<b>{$scale}</b>\n`,
  );
  expect(after['src/Label.svelte']).toBe(
    `<script>\n  import { units } from './units';\n\n  $: loud = $units.toUpperCase();\n</script>\n\n<i>{loud}</i>\n`,
  );
});

test('with its type where scripts have types, and for those who shall read it too', () => {
  const app = `<script lang="ts">
  import Bench from './Bench.svelte';
  import Clock from './Clock.svelte';

  let units: 'celsius' | 'kelvin' = 'celsius';
</script>

<Bench {units} open />
<Clock />
<button on:click={() => (units = 'kelvin')}>kelvin</button>
`;
  const { plan, after } = planned(sources({ 'src/App.svelte': app }), 'App.units', { way: 'store', also: ['Clock'] });
  expect(plan.complete).toBe(true);
  expect(after['src/units.ts']).toContain(`export const units = writable<'celsius' | 'kelvin'>('celsius');`);
  expect(after['src/Clock.svelte']).toContain(`import { units } from './units';`);
  expect(after['src/Clock.svelte']).toContain('<output>{$units}</output>');
});

test.each([
  [
    'it starts from what only the component knows',
    `  const first = 'celsius';\n  let units = first;`,
    'units starts from first, which only App knows.',
  ],
  ['runes hold it', `  let units = $state('celsius');`, 'What runes hold is not moved into a module yet.'],
])('in words where %s', (_what, declared, reason) => {
  const app = `<script>\n  import Bench from './Bench.svelte';\n${declared}\n</script>\n\n<Bench {units} open={true} />\n<button onclick={() => (units = 'kelvin')}>k</button>\n`;
  const { plan, after } = planned(sources({ 'src/App.svelte': app }), 'App.units', { way: 'store' });
  expect(Object.keys(after)).toEqual([]);
  expect(JSON.stringify(plan.steps)).toContain(reason);
});
