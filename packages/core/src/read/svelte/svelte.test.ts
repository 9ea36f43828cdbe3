import { findingsOf, foundBy, surveyOf, trailsOf } from '../../testing/project';

function part(script: string, markup: string): string {
  return `<script>\n${script}\n</script>\n${markup}\n`;
}

const GAUGE = part(`export let scale;`, `<b>{scale}</b>`);
const RUNE_GAUGE = part(`let { scale } = $props();`, `<b>{scale}</b>`);

const CASES: [name: string, sources: Record<string, string>, question: string, trails: string[]][] = [
  [
    'exported variables: renamed, by shorthand, with a default',
    {
      'src/App.svelte': part(
        `import Zone from './Zone.svelte'; let units = 'c'; function flip() { units = 'k'; }`,
        `<button on:click={flip} /><Zone {units} />`,
      ),
      'src/Zone.svelte': part(
        `import Gauge from './Gauge.svelte'; let unitName = 'c'; export { unitName as units };`,
        `<Gauge scale={unitName} />`,
      ),
      'src/Gauge.svelte': GAUGE,
    },
    'App.units',
    ['App.units > Zone.units~ > Gauge.scale'],
  ],
  [
    'runes: state, props renamed and with a default',
    {
      'src/App.svelte': part(
        `import Zone from './Zone.svelte'; let units = $state('c');`,
        `<button onclick={() => (units = 'k')}>x</button><Zone {units} />`,
      ),
      'src/Zone.svelte': part(
        `import Gauge from './Gauge.svelte'; let { units: unitName = 'c' } = $props();`,
        `<Gauge scale={unitName} />`,
      ),
      'src/Gauge.svelte': RUNE_GAUGE,
    },
    'App.units',
    ['App.units > Zone.units~ > Gauge.scale'],
  ],
  [
    'a spread, and what a child takes beside its props',
    {
      'src/App.svelte': part(`import Zone from './Zone.svelte'; let units = 'c'; units = 'k';`, `<Zone {units} />`),
      'src/Zone.svelte': part(`import Gauge from './Gauge.svelte';`, `<Gauge {...$$restProps} />`),
      'src/Gauge.svelte': part(`export let units;`, `<b>{units}</b>`),
    },
    'App.units',
    ['App.units > overflow:Zone.units~ > overflow:Gauge.units'],
  ],
  [
    'the rest of the props, by runes',
    {
      'src/App.svelte': part(
        `import Zone from './Zone.svelte'; let units = $state('c');`,
        `<Zone {units} label="x" />`,
      ),
      'src/Zone.svelte': part(
        `import Gauge from './Gauge.svelte'; let { label, ...rest } = $props();`,
        `<i>{label}</i><Gauge {...rest} />`,
      ),
      'src/Gauge.svelte': part(`let { units } = $props();`, `<b>{units}</b>`),
    },
    'App.units',
    ['App.units > overflow:Zone.units~ > overflow:Gauge.units'],
  ],
  [
    'an event: dispatched, forwarded, listened to, changing the state',
    {
      'src/App.svelte': part(
        `import Bar from './Bar.svelte'; let units = 'c';`,
        `<Bar on:pick={(e) => (units = e.detail)} /><i>{units}</i>`,
      ),
      'src/Bar.svelte': part(`import Switch from './Switch.svelte';`, `<Switch on:pick />`),
      'src/Switch.svelte': part(
        `import { createEventDispatcher } from 'svelte'; const send = createEventDispatcher();`,
        `<button on:click={() => send('pick', 'k')} />`,
      ),
    },
    'App.units',
    ['up Switch.pick > event:Bar.pick~ > event:App.units'],
  ],
  [
    'a function handed down, by runes',
    {
      'src/App.svelte': part(
        `import Bar from './Bar.svelte'; let units = $state('c');`,
        `<Bar onpick={(to) => (units = to)} /><i>{units}</i>`,
      ),
      'src/Bar.svelte': part(`import Switch from './Switch.svelte'; let { onpick } = $props();`, `<Switch {onpick} />`),
      'src/Switch.svelte': part(`let { onpick } = $props();`, `<button onclick={() => onpick('k')}>x</button>`),
    },
    'App.units',
    ['up Switch.onpick > Bar.onpick~ > App.units'],
  ],
  [
    'bound both ways',
    {
      'src/App.svelte': part(`import Dial from './Dial.svelte'; let level = 1;`, `<Dial bind:value={level} />`),
      'src/Dial.svelte': part(`export let value;`, `<input bind:value /><b on:click={() => (value = 2)}>{value}</b>`),
    },
    'App.level',
    ['App.level > Dial.value', 'up Dial.value > binding:App.level'],
  ],
  [
    'bound both ways, by runes',
    {
      'src/App.svelte': part(`import Dial from './Dial.svelte'; let level = $state(1);`, `<Dial bind:value={level} />`),
      'src/Dial.svelte': part(
        `let { value = $bindable(0) } = $props();`,
        `<button onclick={() => value++}>{value}</button>`,
      ),
    },
    'App.level',
    ['App.level > Dial.value', 'up Dial.value > binding:App.level'],
  ],
  [
    'what is computed: labelled, and by runes',
    {
      'src/App.svelte': part(
        `import Gauge from './Gauge.svelte'; import Meter from './Meter.svelte'; let level = 1; $: shown = level * 2;`,
        `<b on:click={() => level++} /><Gauge scale={shown} /><Meter {level} />`,
      ),
      'src/Gauge.svelte': GAUGE,
      'src/Meter.svelte': part(
        `let { level } = $props(); const twice = $derived(level * 2); const more = $derived.by(() => level + 1);`,
        `<b>{twice}{more}</b>`,
      ),
    },
    'App.level',
    ['App.level > (derived)Gauge.scale', 'App.level > Meter.level'],
  ],
  [
    'a loop, a condition, and part of each',
    {
      'src/App.svelte': part(
        `import Gauge from './Gauge.svelte'; let trays = []; trays = [1];`,
        `<ul>{#each trays as { units, open }, i (units)}{#if open}<Gauge scale={units} />{/if}{:else}none{/each}</ul>`,
      ),
      'src/Gauge.svelte': GAUGE,
    },
    'Gauge.scale',
    ['App.trays > (part)Gauge.scale'],
  ],
  [
    'slots with values: who writes the content is a stop',
    {
      'src/App.svelte': part(
        `import List from './List.svelte'; import Gauge from './Gauge.svelte';`,
        `<List><div slot="row" let:tray><Gauge scale={tray} /></div></List>`,
      ),
      'src/List.svelte': part(`let tray = 'fern'; tray = 'moss';`, `<ul><slot name="row" {tray} /></ul>`),
      'src/Gauge.svelte': GAUGE,
    },
    'List.tray',
    ['List.tray > slot:App.tray~ > Gauge.scale'],
  ],
  [
    'snippets with parameters, and what stands between the tags',
    {
      'src/App.svelte': part(
        `import List from './List.svelte'; import Gauge from './Gauge.svelte'; let units = $state('c');`,
        `<List>{#snippet row(tray)}<Gauge scale={tray} />{/snippet}<Gauge scale={units} /></List>`,
      ),
      'src/List.svelte': part(
        `let { row, children } = $props(); let tray = $state('fern');`,
        `<ul>{@render row(tray)}{@render children?.()}</ul>`,
      ),
      'src/Gauge.svelte': RUNE_GAUGE,
    },
    'List.tray',
    ['List.tray > slot:App.tray~ > Gauge.scale'],
  ],
  [
    'a context set and read, with a store in it',
    {
      'src/App.svelte': part(
        `import { setContext } from 'svelte'; import { writable } from 'svelte/store'; import Zone from './Zone.svelte'; const units = writable('c'); setContext('units', units);`,
        `<Zone />`,
      ),
      'src/Zone.svelte': part(`import Gauge from './Gauge.svelte';`, `<Gauge />`),
      'src/Gauge.svelte': part(
        `import { getContext } from 'svelte'; const units = getContext('units');`,
        `<b on:click={() => ($units = 'k')}>{$units}</b>`,
      ),
    },
    'App.units',
    ['App.units > context:Gauge.units', 'up Gauge.set > context:App.units'],
  ],
  [
    'a context with getters, and a function that changes what they give',
    {
      'src/App.svelte': part(
        `import { setContext } from 'svelte'; import Gauge from './Gauge.svelte'; let scale = $state('c'); setContext('units', { get scale() { return scale; }, change(to) { scale = to; } });`,
        `<Gauge />`,
      ),
      'src/Gauge.svelte': part(
        `import { getContext } from 'svelte'; const units = getContext('units');`,
        `<button onclick={() => units.change('k')}>{units.scale}</button>`,
      ),
    },
    'App.scale',
    ['App.scale > context:Gauge.scale', 'up Gauge.change > context:App.scale'],
  ],
  [
    'a context with an object of a class',
    {
      'src/units.svelte.js': `export class Units { scale = $state('c'); label = $derived(this.scale + '!'); change(to) { this.scale = to; } }`,
      'src/App.svelte': part(
        `import { setContext } from 'svelte'; import { Units } from './units.svelte.js'; import Gauge from './Gauge.svelte'; setContext('units', new Units());`,
        `<Gauge />`,
      ),
      'src/Gauge.svelte': part(
        `import { getContext } from 'svelte'; const units = getContext('units');`,
        `<button onclick={() => units.change('k')}>{units.scale}</button>`,
      ),
    },
    'Gauge.scale',
    ['[Units.scale].scale > service:App.scale^ > context:Gauge.scale'],
  ],
  [
    'all the props at once, and a value by a pair of functions',
    {
      'src/App.svelte': part(
        `import Zone from './Zone.svelte'; let level = $state(1);`,
        `<Zone bind:value={() => level, (to) => (level = to)} />`,
      ),
      'src/Zone.svelte': part(`import Dial from './Dial.svelte';`, `<Dial {...$$props} />`),
      'src/Dial.svelte': part(`export let value;`, `<b on:click={() => (value = 2)}>{value}</b>`),
    },
    'App.level',
    [
      'App.level > overflow:Zone.value~ > overflow:Dial.value',
      'up Dial.value > binding:Zone.value~ > binding:App.level',
    ],
  ],
  [
    'a promise, a constant in the markup, a value that starts anew',
    {
      'src/App.svelte': part(
        `import Gauge from './Gauge.svelte'; let trays = []; function load() { trays = [1]; }`,
        `<b on:click={load} />{#await trays}wait{:then found}{#key found}{@const first = found.first}<Gauge scale={first} />{/key}{:catch wrong}{wrong}{/await}`,
      ),
      'src/Gauge.svelte': GAUGE,
    },
    'Gauge.scale',
    ['App.trays > (part)Gauge.scale'],
  ],
  [
    'a plain value in a context, and an event of the page passed on',
    {
      'src/App.svelte': part(
        `import { setContext } from 'svelte'; import Gauge from './Gauge.svelte'; let units = 'c'; setContext('scale', units);`,
        `<Gauge on:click={() => (units = 'k')} /><i>{units}</i>`,
      ),
      'src/Gauge.svelte': part(
        `import { getContext } from 'svelte'; const scale = getContext('scale');`,
        `<b on:click>{scale}</b>`,
      ),
    },
    'App.units',
    ['App.units > context:(frozen)Gauge.units', 'up Gauge.click > event:App.units'],
  ],
  [
    'content of a slot with its value under another name',
    {
      'src/App.svelte': part(
        `import List from './List.svelte'; import Gauge from './Gauge.svelte';`,
        `<List let:tray={mine}><Gauge scale={mine} /></List>`,
      ),
      'src/List.svelte': part(`let tray = 'fern'; tray = 'moss';`, `<ul><slot {tray}>none</slot></ul>`),
      'src/Gauge.svelte': GAUGE,
    },
    'List.tray',
    ['List.tray > slot:App.tray~ > Gauge.scale'],
  ],
];

test.each(CASES)('%s', (_, sources, question, trails) => {
  expect(trailsOf(surveyOf(sources), question)).toEqual(trails);
});

const UNITS_PARTS = {
  'src/App.svelte': part(
    `import Gauge from './Gauge.svelte'; import Switch from './Switch.svelte';`,
    `<Gauge /><Switch />`,
  ),
  'src/Gauge.svelte': part(`import { units } from './units';`, `<b>{$units}</b>`),
};

test.each([
  [
    'writable, set by the prefix',
    `import { writable } from 'svelte/store'; export const units = writable('c');`,
    `$units = 'k'`,
    'set',
  ],
  [
    'writable, by a method',
    `import { writable } from 'svelte/store'; export const units = writable('c');`,
    `units.update((now) => now + '!')`,
    'update',
  ],
  [
    'a store of the project, with methods',
    `import { writable } from 'svelte/store'; function createUnits() { const { subscribe, set } = writable('c'); return { subscribe, flip: () => set('k') }; } export const units = createUnits();`,
    `units.flip()`,
    'flip',
  ],
])('a store in a module: %s', (_, store, change, by) => {
  const survey = surveyOf({
    'src/units.js': store,
    ...UNITS_PARTS,
    'src/Switch.svelte': part(`import { units } from './units';`, `<b on:click={() => { ${change}; }} />`),
  });
  expect(trailsOf(survey, 'store:units')).toEqual([
    '[units].units > store:Gauge.units',
    `up Switch.${by} > store:[units].units`,
  ]);
});

test('stores computed from others, subscribed to, and read once', () => {
  const survey = surveyOf({
    'src/units.js': `import { writable, derived } from 'svelte/store'; export const units = writable('c'); export const scale = writable(1); export const label = derived([units, scale], ([$units, $scale]) => $units + $scale); export const low = derived(units, ($units) => $units.toLowerCase());`,
    'src/App.svelte': part(
      `import { units, label, low } from './units'; let seen; units.subscribe((value) => { seen = value; }); function flip() { $units = 'k'; }`,
      `<b on:click={flip}>{$label}{$low}</b><i>{seen}</i>`,
    ),
  });
  const trails = trailsOf(survey, 'store:units');
  expect(trails).toContain('[units].units > store:(derived)App.label');
});

test('state shared by a module of runes', () => {
  const survey = surveyOf({
    'src/desk.svelte.js': `export const desk = $state({ units: 'c', open: false }); let level = $state(1); export function levels() { return { get level() { return level; }, raise() { level++; } }; }`,
    'src/App.svelte': part(
      `import { desk, levels } from './desk.svelte.js'; import Gauge from './Gauge.svelte'; const at = levels();`,
      `<button onclick={() => { desk.units = 'k'; at.raise(); }}>{desk.units}{at.level}</button><Gauge />`,
    ),
    'src/Gauge.svelte': part(`import { desk } from './desk.svelte.js';`, `<b>{desk.units}</b>`),
  });
  expect(trailsOf(survey, 'store:desk.units')).toEqual([
    '[desk.units].units > store:App.units',
    '[desk.units].units > store:Gauge.units',
    'up App.set units > store:[desk.units].units',
  ]);
  expect(trailsOf(survey, 'store:level')).toEqual([
    '[level].level > store:App.level',
    'up App.raise > store:[level].level',
  ]);
});

test('a child reached by what it exports', () => {
  const survey = surveyOf({
    'src/App.svelte': part(
      `import Tray from './Tray.svelte'; let tray;`,
      `<Tray bind:this={tray} /><b on:click={() => tray.open()} /><b on:click={() => tray.shut()} />`,
    ),
    'src/Tray.svelte': part(`let shown = false; export function open() { shown = true; }`, `<b>{shown}</b>`),
  });
  expect(trailsOf(survey, 'Tray.shown')).toEqual(['up App.open > handle:Tray.shown']);
  expect(findingsOf(survey)).toEqual(['dangling-handle App.shut']);
});

test('one name for many children', () => {
  const survey = surveyOf({
    'src/App.svelte': part(
      `import Tray from './Tray.svelte'; let tray; export let trays;`,
      `{#each trays as label}<Tray bind:this={tray} {label} />{/each}<b on:click={() => tray.open()} />`,
    ),
    'src/Tray.svelte': part(`export let label; export function open() {}`, `<b>{label}</b>`),
  });
  expect(findingsOf(survey)).toEqual(['one-of-many App.tray']);
});

test.each([
  ['new', `import App from './App.svelte'; new App({ target: document.body, props: { units: 'c' } });`],
  [
    'mount',
    `import { mount } from 'svelte'; import App from './App.svelte'; mount(App, { target: document.body, props: { units: 'c' } });`,
  ],
])('where it is mounted, with props: %s', (_, main) => {
  const survey = surveyOf({
    'src/main.js': main,
    'src/App.svelte': part(`export let units; export let scale;`, `<b>{units}{scale}</b>`),
  });
  expect(survey.document().sites).toMatchObject([{ of: 'src/App.svelte#App', by: null }]);
  expect(findingsOf(survey)).toEqual(['missing-prop .scale']);
});

test('what a component says of itself', () => {
  const { components, project } = surveyOf({
    'src/tray-list.svelte': `<script lang="ts">
interface Props { label: string; units?: string; onpick?: (to: string) => void }
let { label, units = 'c', onpick }: Props = $props();
</script>
<b title={units} onclick={() => onpick?.(label)}>{label}</b>`,
    'src/Lamp.svelte': part(
      `import { createEventDispatcher } from 'svelte'; const send = createEventDispatcher();\nexport let lit;\nexport let at = 1;`,
      `<b on:click on:change={() => send('lit', at)}>{lit}</b>`,
    ),
  }).document();
  expect(project.families).toEqual(['svelte']);
  expect(components).toMatchObject([
    {
      name: 'Lamp',
      props: [
        { name: 'lit', required: true, default: null, line: 3 },
        { name: 'at', required: false, default: '1', line: 4 },
      ],
      events: [{ name: 'click' }, { name: 'lit' }],
    },
    {
      name: 'TrayList',
      family: 'svelte',
      props: [
        { name: 'label', required: true, default: null, line: 2 },
        { name: 'units', required: false, default: "'c'", line: 2 },
        { name: 'onpick', required: false, default: null, line: 2 },
      ],
    },
  ]);
});

test('a value copied once out of a prop or a store is stale', () => {
  const survey = surveyOf({
    'src/units.js': `import { writable } from 'svelte/store'; export const units = writable('c');`,
    'src/App.svelte': part(
      `import Gauge from './Gauge.svelte'; import Meter from './Meter.svelte'; let level = 1;`,
      `<b on:click={() => level++}>{level}</b><Gauge {level} /><Meter {level} />`,
    ),
    'src/Gauge.svelte': part(`export let level; let shown = level;`, `<b>{shown}</b>`),
    'src/Meter.svelte': part(`let { level } = $props(); const shown = level;`, `<b>{shown}</b>`),
    'src/Unit.svelte': part(
      `import { units } from './units'; const first = $units; function flip() { $units = 'k'; }`,
      `<b on:click={flip}>{first}</b>`,
    ),
  });
  expect(findingsOf(survey)).toEqual(['frozen-read Gauge.shown', 'frozen-read Meter.shown', 'frozen-read Unit.first']);
});

test('a store that is kept under another name goes on telling', () => {
  const survey = surveyOf({
    'src/App.svelte': part(
      `import { setContext } from 'svelte'; import { writable } from 'svelte/store'; import Bed from './Bed.svelte';
      const depth = writable(1); const held = writable({ depth, lit: false }); setContext('bed', held);`,
      `<Bed /><b on:click={() => ($held = { ...$held, lit: true })}>x</b><i on:click={() => ($depth = 2)}>{$held.lit}</i>`,
    ),
    'src/Bed.svelte': part(
      `import { getContext } from 'svelte'; const held = getContext('bed'); let depth = $held.depth; let lit = $held.lit;`,
      `<b>{$depth} {lit}</b>`,
    ),
  });
  expect(foundBy('frozen-read', survey)).toEqual(['Bed.lit']);
});

test('the store itself where its value was meant, and one made for each instance', () => {
  const survey = surveyOf({
    'src/units.js': `import { writable } from 'svelte/store'; export const lit = writable(false);`,
    'src/App.svelte': part(`import { lit } from './units';`, `{#if lit}<b on:click={() => ($lit = true)}>on</b>{/if}`),
  });
  expect(findingsOf(survey)).toEqual(['bare-store App.lit']);
});

test('a listener that is started and never ended', () => {
  const survey = surveyOf({
    'src/App.svelte': part(
      `import { onMount } from 'svelte'; let wide = false; function measure() { wide = innerWidth > 800; } onMount(() => { window.addEventListener('resize', measure); });`,
      `<b>{wide}</b>`,
    ),
    'src/Bar.svelte': part(
      `import { onMount } from 'svelte'; let wide = false; function measure() { wide = innerWidth > 800; } onMount(() => { window.addEventListener('resize', measure); return () => window.removeEventListener('resize', measure); });`,
      `<b>{wide}</b>`,
    ),
  });
  expect(findingsOf(survey)).toEqual(['leaked-listener App.resize']);
});

test('broken markup is a problem, and its script is read all the same', () => {
  const { files, components } = surveyOf({
    'src/Tray.svelte': part(`export let label;`, `{#if label}<b>{label}</b>`),
    'src/Lamp.svelte': `<script>export let lit; let = </script><b>{lit}</b>`,
  }).document();
  expect(files.filter((file) => file.problems.length > 0).map((file) => file.path)).toContain('src/Lamp.svelte');
  expect(components.map((one) => one.name)).toEqual(['Lamp', 'Tray']);
});

test('a context set by a helper of a module, for whoever runs it', () => {
  const survey = surveyOf({
    'src/units.svelte.js': `import { getContext, setContext } from 'svelte'; const KEY = Symbol('units'); export function provideUnits() { let scale = $state('c'); return setContext(KEY, { get scale() { return scale; }, flip() { scale = 'k'; } }); } export const readUnits = () => getContext(KEY);`,
    'src/App.svelte': part(
      `import { provideUnits } from './units.svelte.js'; import Gauge from './Gauge.svelte'; provideUnits();`,
      `<Gauge />`,
    ),
    'src/Gauge.svelte': part(
      `import { readUnits } from './units.svelte.js'; const units = readUnits();`,
      `<button onclick={() => units.flip()}>{units.scale}</button>`,
    ),
  });
  expect(trailsOf(survey, 'App.scale')).toEqual([
    'App.scale > context:Gauge.scale',
    'up Gauge.flip > context:App.scale',
  ]);
  expect(findingsOf(survey)).toEqual([]);
});

test('stores inside components, read-only ones, effects', () => {
  const survey = surveyOf({
    'src/clock.js': `import { readable } from 'svelte/store'; export const clock = readable(0, (set) => { const timer = setInterval(() => set(1), 1000); return () => clearInterval(timer); });`,
    'src/App.svelte': part(
      `import { writable } from 'svelte/store'; import { clock } from './clock'; import Gauge from './Gauge.svelte'; const level = writable(1);`,
      `<b on:click={() => level.set(2)}>{$clock}</b><Gauge level={$level} />`,
    ),
    'src/Gauge.svelte': part(
      `let { level } = $props(); $effect(() => { document.title = String(level); });`,
      `<b>gauge</b>`,
    ),
  });
  expect(trailsOf(survey, 'App.level')).toEqual(['App.level > Gauge.level']);
  expect(trailsOf(survey, 'store:clock')).toEqual(['[clock].clock > store:App.clock']);
});

test('components chosen while running, and a component within itself', () => {
  const { sites } = surveyOf({
    'src/App.svelte': part(
      `import Tray from './Tray.svelte'; import Lamp from './Lamp.svelte'; export let lit; $: Shown = lit ? Lamp : Tray;`,
      `<svelte:component this={Shown} /><Shown />`,
    ),
    'src/Tray.svelte': part(`export let inner = null;`, `{#if inner}<svelte:self inner={inner.inner} />{/if}`),
    'src/Lamp.svelte': part(`const a = 1;`, `<b>{a}</b>`),
  }).document();
  expect(sites.map((site) => [site.by?.split('#')[1], site.of?.split('#')[1]])).toEqual(
    expect.arrayContaining([
      ['App', 'Lamp'],
      ['App', 'Tray'],
      ['Tray', 'Tray'],
    ]),
  );
});

test('a plain value in a context does not follow; what holds it does', () => {
  const survey = surveyOf({
    'src/App.svelte': part(
      `import { setContext } from 'svelte'; import Gauge from './Gauge.svelte'; let units = 'c'; setContext('scale', units);`,
      `<b on:click={() => (units = 'k')}>{units}</b><Gauge />`,
    ),
    'src/Gauge.svelte': part(
      `import { getContext } from 'svelte'; const scale = getContext('scale');`,
      `<b>{scale}</b>`,
    ),
    'src/Bench.svelte': part(
      `import { setContext } from 'svelte'; import Meter from './Meter.svelte'; let low = $state(1); setContext('low', () => low);`,
      `<button onclick={() => low++}>{low}</button><Meter />`,
    ),
    'src/Meter.svelte': part(`import { getContext } from 'svelte'; const low = getContext('low');`, `<b>{low()}</b>`),
  });
  expect(findingsOf(survey)).toEqual(['frozen-read App.units']);
});

test('a variable that is set by a function standing before it', () => {
  const survey = surveyOf({
    'src/App.svelte': part(`function dig() { depth = 2; } let depth = 1;`, '<b on:click={dig}>{depth}</b>'),
  });
  expect(survey.trail('App.depth').writers).toMatchObject([{ component: 'App' }]);
});

test('events sent by a function that stands before what it sends by', () => {
  const survey = surveyOf({
    'src/App.svelte': part(`import Bed from './Bed.svelte'; let dug = 0;`, '<Bed on:dig={() => { dug = 1; }} />{dug}'),
    'src/Bed.svelte': part(
      `import { createEventDispatcher } from 'svelte'; function dig() { send('dig'); } const send = createEventDispatcher();`,
      '<b on:click={dig}>dig</b>',
    ),
  });
  expect(findingsOf(survey)).toEqual([]);
  expect(survey.document().components.find(({ name }) => name === 'Bed')?.events).toMatchObject([{ name: 'dig' }]);
});

test('a block that is never closed is a problem, and the rest is read', () => {
  const { files, components } = surveyOf({
    'src/App.svelte': part('let beds = [];', '{#if beds}<b>{beds.length}</b>'),
  }).document();
  expect(files[0]?.problems).toMatchObject([{ severity: 'error', line: 4 }]);
  expect(components.map(({ name }) => name)).toEqual(['App']);
});
