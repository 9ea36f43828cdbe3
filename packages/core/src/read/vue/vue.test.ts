import { findingsOf, foundBy, surveyOf, trailsOf } from '../../testing/project';

function sfc(script: string, template: string): string {
  return `<script setup>\n${script}\n</script>\n<template>\n${template}\n</template>\n`;
}

const GAUGE = sfc(`defineProps({ scale: String });`, `<b>{{ scale }}</b>`);

const CASES: [name: string, sources: Record<string, string>, question: string, trails: string[]][] = [
  [
    'a reference handed down as a prop, renamed, by kebab case',
    {
      'src/App.vue': sfc(
        `import { ref } from 'vue'; import ZonePart from './ZonePart.vue'; const units = ref('c');`,
        `<zone-part :unit-name="units" />`,
      ),
      'src/ZonePart.vue': sfc(
        `import Gauge from './Gauge.vue'; const props = defineProps(['unitName']);`,
        `<Gauge :scale="props.unitName" />`,
      ),
      'src/Gauge.vue': GAUGE,
    },
    'App.units',
    ['App.units > ZonePart.unitName~ > Gauge.scale'],
  ],
  [
    'an event: sent in a template, listened to above, changing the state',
    {
      'src/App.vue': sfc(
        `import { ref } from 'vue'; import Switch from './Switch.vue'; const units = ref('c'); function set(to) { units.value = to; }`,
        `<Switch @pick="set" /><i>{{ units }}</i>`,
      ),
      'src/Switch.vue': sfc(`const emit = defineEmits(['pick']);`, `<b @click="emit('pick', 'k')" />`),
    },
    'App.units',
    ['up Switch.pick > event:App.units'],
  ],
  [
    'what a script takes of all it is given',
    {
      'src/App.vue': sfc(
        `import { ref } from 'vue'; import Bed from './Bed.vue'; const units = ref('c');`,
        `<main><Bed :units="units" /></main>`,
      ),
      'src/Bed.vue': sfc(`import { useAttrs } from 'vue'; const all = useAttrs();`, `<b>{{ all.units }}</b><i />`),
    },
    'App.units',
    ['App.units > overflow:Bed.units'],
  ],
  [
    'what set-up takes of all it is given',
    {
      'src/App.vue': sfc(
        `import { ref } from 'vue'; import Bed from './Bed.vue'; const units = ref('c');`,
        `<main><Bed :units="units" /></main>`,
      ),
      'src/Bed.vue': `<script>export default { inheritAttrs: false, setup(props, { attrs }) { return { scale: attrs.units }; } };</script><template><b>{{ scale }}</b></template>`,
    },
    'App.units',
    ['App.units > overflow:Bed.units'],
  ],
  [
    'an event in one spelling, listened to in the other',
    {
      'src/App.vue': sfc(
        `import { ref } from 'vue'; import Switch from './Switch.vue'; const units = ref('c');`,
        `<main><Switch @pick-unit="(to) => (units = to)" />{{ units }}</main>`,
      ),
      'src/Switch.vue': sfc(`const emit = defineEmits(['pickUnit']);`, `<b @click="emit('pickUnit', 'k')" />`),
    },
    'App.units',
    ['up Switch.pickUnit > event:App.units'],
  ],
  [
    'an inline listener with the event, and one passed on',
    {
      'src/App.vue': sfc(
        `import { ref } from 'vue'; import Bar from './Bar.vue'; const units = ref('c');`,
        `<Bar @pick="units = $event" />`,
      ),
      'src/Bar.vue': sfc(
        `import Switch from './Switch.vue'; const emit = defineEmits(['pick']);`,
        `<Switch @pick="emit('pick', $event)" />`,
      ),
      'src/Switch.vue': sfc(`const emit = defineEmits(['pick']);`, `<b @click="$emit('pick', 'k')" />`),
    },
    'App.units',
    ['up Switch.pick > event:Bar.pick~ > event:App.units'],
  ],
  [
    'bound both ways',
    {
      'src/App.vue': sfc(
        `import { ref } from 'vue'; import Dial from './Dial.vue'; const level = ref(1);`,
        `<Dial v-model="level" />`,
      ),
      'src/Dial.vue': sfc(
        `const props = defineProps({ modelValue: Number }); const emit = defineEmits(['update:modelValue']);`,
        `<input :value="modelValue" @input="emit('update:modelValue', 2)" />`,
      ),
    },
    'App.level',
    ['App.level > Dial.modelValue', 'up Dial.modelValue > binding:App.level'],
  ],
  [
    'a loop, a condition, and part of each',
    {
      'src/App.vue': sfc(
        `import { ref } from 'vue'; import Gauge from './Gauge.vue'; const trays = ref([]);`,
        `<ul><li v-for="(tray, i) in trays" :key="i"><Gauge v-if="tray.open" :scale="tray.units" /></li></ul>`,
      ),
      'src/Gauge.vue': GAUGE,
    },
    'Gauge.scale',
    ['App.trays > (part)Gauge.scale'],
  ],
  [
    'slots with values: who writes the content is a stop',
    {
      'src/App.vue': sfc(
        `import List from './List.vue'; import Gauge from './Gauge.vue';`,
        `<List><template #row="{ tray }"><Gauge :scale="tray" /></template></List>`,
      ),
      'src/List.vue': sfc(
        `import { ref } from 'vue'; const tray = ref('fern');`,
        `<ul><slot name="row" :tray="tray" /></ul>`,
      ),
      'src/Gauge.vue': GAUGE,
    },
    'List.tray',
    ['List.tray > slot:App.tray~ > Gauge.scale'],
  ],
  [
    'provided under a text, and under a symbol',
    {
      'src/keys.js': `export const SCALE = Symbol('scale');`,
      'src/App.vue': sfc(
        `import { ref, provide } from 'vue'; import { SCALE } from './keys'; import Zone from './Zone.vue'; const units = ref('c'); provide('units', units); provide(SCALE, units);`,
        `<Zone />`,
      ),
      'src/Zone.vue': sfc(`import Gauge from './Gauge.vue'; import Meter from './Meter.vue';`, `<Gauge /><Meter />`),
      'src/Gauge.vue': sfc(`import { inject } from 'vue'; const units = inject('units');`, `<b>{{ units }}</b>`),
      'src/Meter.vue': sfc(
        `import { inject } from 'vue'; import { SCALE } from './keys'; const scale = inject(SCALE);`,
        `<b>{{ scale }}</b>`,
      ),
    },
    'App.units',
    ['App.units > context:Gauge.units', 'App.units > context:Meter.units'],
  ],
  [
    'a composable in a plain script, with state of its own for each that calls it',
    {
      'src/useFold.js': `import { ref } from 'vue'; export function useFold() { const open = ref(false); const toggle = () => { open.value = !open.value; }; return { open, toggle }; }`,
      'src/App.vue': sfc(
        `import { useFold } from './useFold'; import Fold from './Fold.vue'; const { open, toggle } = useFold();`,
        `<Fold :open="open" @fold="toggle" />`,
      ),
      'src/Fold.vue': sfc(
        `defineProps({ open: Boolean }); const emit = defineEmits(['fold']);`,
        `<b @click="emit('fold')">{{ open }}</b>`,
      ),
    },
    'App.open',
    ['App.open > Fold.open', 'up Fold.fold > event:App.open'],
  ],
  [
    'options: state, computed, methods',
    {
      'src/App.vue': `<template><Gauge :scale="shown" @pick="set" /></template>
<script>
import Gauge from './Gauge.vue';
export default { components: { Gauge }, data() { return { units: 'c' }; }, computed: { shown() { return this.units + '!'; } }, methods: { set(to) { this.units = to; } } };
</script>`,
      'src/Gauge.vue': `<template><b @click="$emit('pick', 'k')">{{ scale }}</b></template>
<script>
export default { props: { scale: { type: String, default: 'c' } }, emits: ['pick'] };
</script>`,
    },
    'App.units',
    ['App.units > (derived)Gauge.scale', 'up Gauge.pick > event:App.units'],
  ],
  [
    'options and a set-up function in one component',
    {
      'src/App.vue': `<template><Gauge :scale="units" :low="low" /><b @click="flip">x</b></template>
<script>
import { ref } from 'vue';
import Gauge from './Gauge.vue';
export default { components: { Gauge }, data() { return { low: 1 }; }, setup() { const units = ref('c'); const flip = () => { units.value = 'k'; }; return { units, flip }; } };
</script>`,
      'src/Gauge.vue': sfc(
        `defineProps({ scale: String, low: { type: Number, validator: (n) => n > 0 } });`,
        `<b>{{ scale }}{{ low }}</b>`,
      ),
    },
    'App.units',
    ['App.units > Gauge.scale'],
  ],
  [
    'provided and injected by options, under another name, by a function',
    {
      'src/App.vue': `<template><div @click="flip"><Gauge /></div></template>
<script>
import Gauge from './Gauge.vue';
export default { components: { Gauge }, data() { return { units: 'c' }; }, provide() { return { scale: this.units }; }, methods: { flip() { this.units = 'k'; } } };
</script>`,
      'src/Gauge.vue': `<template><b>{{ mark }}</b></template>
<script>
export default { inject: { mark: { from: 'scale', default: 'c' } } };
</script>`,
    },
    'App.units',
    // A plain value is provided once: what it says later is not heard.
    ['App.units > context:(frozen)Gauge.units'],
  ],
  [
    'content of a slot that the child writes itself, and a named one without values',
    {
      'src/App.vue': sfc(
        `import { ref } from 'vue'; import Panel from './Panel.vue'; import Gauge from './Gauge.vue'; const units = ref('c'); const flip = () => { units.value = 'k'; };`,
        `<Panel><template v-slot:head><Gauge :scale="units" /></template></Panel><i @click="flip" />`,
      ),
      'src/Panel.vue': sfc(
        `import Gauge from './Gauge.vue'; import { ref } from 'vue'; const own = ref('k');`,
        `<div><slot name="head" /><slot><Gauge :scale="own" /></slot></div>`,
      ),
      'src/Gauge.vue': GAUGE,
    },
    'App.units',
    ['App.units > Gauge.scale'],
  ],
];

test.each(CASES)('%s', (_, sources, question, trails) => {
  expect(trailsOf(surveyOf(sources), question)).toEqual(trails);
});

test('what a component says of itself: name, props with types and defaults, events; where it is mounted', () => {
  const document = surveyOf({
    'src/main.js': `import { createApp } from 'vue'; import App from './App.vue'; createApp(App).mount('#app');`,
    'src/App.vue': sfc(`import TrayList from './tray-list.vue';`, `<TrayList label="fern" />`),
    'src/tray-list.vue': `<script setup lang="ts">
const props = withDefaults(defineProps<{ label: string; units?: string }>(), { units: 'c' });
defineEmits(['pick']);
</script>
<template><b :title="units">{{ label }}</b></template>`,
  }).document();
  expect(document.project.families).toEqual(['vue']);
  expect(document.sites.map((site) => [site.of, site.by])).toEqual(
    [
      ['src/App.vue#App', null],
      ['src/tray-list.vue#TrayList', 'src/App.vue#App'],
    ].sort((a, b) => document.sites.findIndex((s) => s.of === a[0]) - document.sites.findIndex((s) => s.of === b[0])),
  );
  expect(document.components.find((one) => one.name === 'TrayList')).toMatchObject({
    family: 'vue',
    props: [
      { name: 'label', required: true, default: null, line: 2 },
      { name: 'units', required: false, default: "'c'", line: 2 },
    ],
    events: [{ name: 'pick', line: 3 }],
  });
});

test('a tag that is an expression is told from one that nothing defines', () => {
  const survey = surveyOf({
    'src/App.vue': sfc(
      `import { computed } from 'vue'; const props = defineProps(['tag']); const kind = computed(() => (props.tag ? 'b' : 'i'));`,
      `<main><component :is="kind" /><NoSuch /></main>`,
    ),
  });
  expect(survey.findings().map((finding) => finding.message)).toEqual([
    '<component> could not be followed. Which component it is, is only known at run time.',
    '<NoSuch> could not be followed. Nothing in the project defines “NoSuch”.',
  ]);
});

test('what is mounted may be written in place', () => {
  const survey = surveyOf({
    'src/shed.js': `import { createApp, h } from 'vue'; import Notice from './Notice.vue';
      export function warn(text) {
        createApp({ data() { return { shown: true }; }, render() { return h(Notice, { text: 'frost', shown: this.shown }); } }).mount('#notice');
      }`,
    'src/Notice.vue': sfc(`defineProps(['text', 'shown']);`, `<b v-if="shown">{{ text }}</b>`),
  });
  expect(findingsOf(survey)).toEqual([]);
  expect(trailsOf(survey, 'Shed.shown')).toEqual(['Shed.shown > Notice.shown']);
});

test('a chain of props and events that are only passed on', () => {
  const pass = (child: string): string =>
    sfc(
      `import ${child} from './${child}.vue'; defineProps(['units']); const emit = defineEmits(['pick']);`,
      `<${child} :units="units" @pick="emit('pick', $event)" />`,
    );
  const survey = surveyOf({
    'src/App.vue': sfc(
      `import { ref } from 'vue'; import House from './House.vue'; const units = ref('c');`,
      `<i>{{ units }}</i><House :units="units" @pick="units = $event" />`,
    ),
    'src/House.vue': pass('Zone'),
    'src/Zone.vue': pass('Tray'),
    'src/Tray.vue': sfc(
      `defineProps(['units']); const emit = defineEmits(['pick']);`,
      `<b @click="emit('pick', 'k')">{{ units }}</b>`,
    ),
  });
  expect(findingsOf(survey)).toEqual(['drilled-prop House.units', 'relayed-event Zone.pick']);
});

test('a component without an instance is handed its props', () => {
  const survey = surveyOf({
    'package.json': '{ "dependencies": { "vue": "2.7.0" } }',
    'src/App.vue': `<script>import Bed from './Bed'; export default { components: { Bed }, data() { return { depth: 1 }; } };</script><template><main @click="depth += 1"><Bed :depth="depth" /></main></template>`,
    'src/Bed.js': `export default { name: 'Bed', functional: true, props: { depth: Number }, render(h, { props }) { return h('b', { class: { deep: props.depth } }); } };`,
  });
  expect(survey.trail('App.depth').readers).toMatchObject([{ component: 'Bed', name: 'depth' }]);
  expect(findingsOf(survey)).toEqual([]);
});

test('a broken template is a problem, and the rest is answered', () => {
  const { files, components } = surveyOf({
    'src/Tray.vue': `<template><b>{{ a + }}</b></template><script setup>const a = 1;</script>`,
  }).document();
  expect(files[0]?.problems.length).toBeGreaterThan(0);
  expect(components.map((one) => one.name)).toEqual(['Tray']);
});

test('what the family brings along is outside, and renders what it is handed', () => {
  const { sites } = surveyOf({
    'src/App.vue': sfc(`import Tray from './Tray.vue';`, `<transition name="fade"><Tray /></transition>`),
    'src/Tray.vue': sfc(`const a = 1;`, `<b>{{ a }}</b>`),
  }).document();
  expect(sites.map((site) => [site.name, site.of, site.under])).toEqual([
    ['transition', null, 'src/App.vue#App'],
    ['Tray', 'src/Tray.vue#Tray', 'src/App.vue#App'],
  ]);
});

test('props used through the instance as a whole, by a mixin or in a render function are not called unused', () => {
  const survey = surveyOf({
    'src/Tray.vue': `<template><b>{{ all.label }}</b></template><script>export default { props: ['label'], computed: { all() { return { ...this.$props }; } } };</script>`,
    'src/Bench.vue': `<script>import mixin from './mixin'; export default { mixins: [mixin], props: ['label'], render(h) { return h('b'); } };</script>`,
    'src/Lamp.vue': `<script>export default { props: ['lit'], render() { const { lit } = this; return <b title={lit} />; } };</script>`,
    'src/mixin.js': `export default {};`,
  });
  expect(findingsOf(survey)).toEqual([]);
});

test.each([
  [
    'options',
    `defineStore('units', { state: () => ({ scale: 'c' }), getters: { label: (state) => state.scale + '!' }, actions: { set(to) { this.scale = to; } } })`,
  ],
  [
    'a setup function',
    `defineStore('units', () => { const scale = ref('c'); const label = computed(() => scale.value + '!'); function set(to) { scale.value = to; } return { scale, label, set }; })`,
  ],
])('a store defined by an id, by %s', (_, store) => {
  const survey = surveyOf({
    'src/units.js': `import { defineStore } from 'pinia'; import { computed, ref } from 'vue'; export const useUnits = ${store};`,
    'src/App.vue': sfc(`import Gauge from './Gauge.vue'; import Switch from './Switch.vue';`, `<Gauge /><Switch />`),
    'src/Gauge.vue': sfc(
      `import { useUnits } from './units'; const units = useUnits();`,
      `<b>{{ units.scale }}</b><i>{{ units.label }}</i>`,
    ),
    'src/Switch.vue': sfc(
      `import { useUnits } from './units'; const units = useUnits();`,
      `<b @click="units.set('k')" />`,
    ),
  });
  expect(trailsOf(survey, 'store:units.scale')).toEqual([
    '[units.scale].scale > store:(derived)Gauge.label',
    '[units.scale].scale > store:Gauge.scale',
    'up Switch.set > store:[units.scale].scale',
  ]);
});

test('a text that is provided lives with who provides it; an event is seen where it is declared', () => {
  const survey = surveyOf({
    'src/App.vue': sfc(
      `import { provide, ref } from 'vue'; import Gauge from './Gauge.vue'; provide('operator', 'day desk'); const open = ref(false);`,
      `<Gauge v-model:open="open" />`,
    ),
    'src/Gauge.vue': sfc(
      `import { inject } from 'vue'; const operator = inject('operator');\ndefineProps(['open']);\nconst emit = defineEmits(['update:open']);`,
      `<b @click="emit('update:open', 1)">{{ operator }}</b>`,
    ),
  });
  expect(trailsOf(survey, 'Gauge.operator')).toEqual(['App.operator > context:Gauge.operator']);
  expect(survey.trail('App.open').trails[0]?.stops[0]).toMatchObject({ component: 'Gauge', name: 'open', line: 4 });
});

test('a component that is registered for all, or imported by the build, is found by its name', () => {
  const { sites } = surveyOf({
    'src/App.vue': sfc(`const units = 'c';`, `<tray-card :units="units" /><Lamp />`),
    'src/TrayCard.vue': sfc(`defineProps(['units']);`, `<b>{{ units }}</b>`),
    'src/a/Lamp.vue': sfc(`const a = 1;`, `<b>{{ a }}</b>`),
    'src/b/Lamp.vue': sfc(`const a = 1;`, `<i>{{ a }}</i>`),
  }).document();
  expect(sites.map((site) => [site.name, site.of])).toEqual([
    ['tray-card', 'src/TrayCard.vue#TrayCard'],
    ['Lamp', null],
  ]);
});

describe('a reference in a reactive object', () => {
  const held = (script: string, shown: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      'src/App.vue': sfc(
        `import { ref, reactive, computed } from 'vue'; const units = ref('c'); ${script} function flip() { units.value = 'k'; }`,
        `<b @click="flip">{{ ${shown} }}</b>`,
      ),
    });
  test.each([
    ['as it is', 'const state = reactive({ units });', 'state.units'],
    ['computed in place', 'const state = reactive({ shown: computed(() => units.value) });', 'state.shown'],
  ])('%s goes on saying what it holds', (_what, script, shown) => {
    const survey = held(script, shown);
    expect(foundBy('frozen-read', survey)).toEqual([]);
    expect(survey.trail('App.units').readers).toMatchObject([{ component: 'App' }]);
  });

  test('while its value is taken once', () => {
    expect(foundBy('frozen-read', held('const state = reactive({ shown: units.value });', 'state.shown'))).toEqual([
      'App.shown',
    ]);
  });

  test('is set by setting the field', () => {
    const survey = surveyOf({
      'src/App.vue': sfc(
        `import { ref, reactive } from 'vue'; const units = ref('c'); const state = reactive({ units }); function flip() { state.units = 'k'; }`,
        `<b @click="flip">{{ units }}</b>`,
      ),
    });
    expect(survey.trail('App.units').writers).toMatchObject([{ component: 'App', trigger: 'click' }]);
  });
});

test.each([
  ['the family’s own', '$emit', ['Bed.dug']],
  ['a method of its own', 'emit', []],
])('what an instance sends by %s', (_what, name, found) => {
  const survey = surveyOf({
    'package.json': '{ "dependencies": { "vue": "2.7.0" } }',
    'src/App.vue': `<script>import Bed from './Bed.vue'; export default { components: { Bed }, data: () => ({ deep: 1 }) };</script><template><bed @dug="deep = $event.depth" /></template>`,
    'src/Bed.vue': `<script>export default { methods: { emit(event) { this.kept = event; }, dig() { this.${name}('dug'); } } };</script><template><b @click="dig">x</b></template>`,
  });
  expect(foundBy('payload-mismatch', survey)).toEqual(found);
});

describe('what is to stand inside a component', () => {
  const underWhom = (version: string, script: string): string[] => {
    const { linked } = surveyOf({
      'package.json': JSON.stringify({ dependencies: { vue: version } }),
      'src/App.vue': sfc(
        `import Frame from './Frame.vue'; import Gauge from './Gauge.vue';`,
        `<Frame><Gauge /></Frame>`,
      ),
      'src/Frame.vue': `<script>${script}</script>`,
      'src/Gauge.vue': GAUGE,
    });
    const gauge = [...linked.program.components.values()].find(({ name }) => name === 'Gauge');
    return [...(linked.render.under.parents.get(gauge?.fn ?? -1) ?? [])].map(
      (fn) => linked.program.component(fn)?.name ?? '',
    );
  };

  test.each([
    [
      'of an instance, as it comes',
      '^2.7.0',
      `export default { render(h) { return h('div', {}, this.$slots.default); } }`,
    ],
    [
      'of an instance, as a function',
      '^3.4.0',
      `import { h } from 'vue'; export default { render() { return h('div', {}, this.$slots.default()); } }`,
    ],
    [
      'of a function alone',
      '^2.7.0',
      `export default { functional: true, render(h, ctx) { return h('div', {}, ctx.children); } }`,
    ],
    [
      'of set-up',
      '^3.4.0',
      `import { h } from 'vue'; export default { setup(props, { slots }) { return () => h('div', slots.default?.()); } }`,
    ],
    [
      'of set-up, by a function',
      '^3.4.0',
      `import { h, useSlots } from 'vue'; export default { setup() { const slots = useSlots(); return () => h('div', slots.default?.()); } }`,
    ],
  ])('%s', (_what, version, script) => {
    expect(underWhom(version, script)).toEqual(['Frame']);
  });
});
