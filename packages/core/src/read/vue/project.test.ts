/** What takes more than one component: mixins, stores of modules, routes, buses, handles, attributes that fall through. */
import { findingsOf, foundBy, surveyOf, trailsOf } from '../../testing/project';

function sfc(script: string, template: string): string {
  return `<script setup>\n${script}\n</script>\n<template>\n${template}\n</template>\n`;
}

function options(template: string, script: string): string {
  return `<template>\n${template}\n</template>\n<script>\n${script}\n</script>\n`;
}

const VUE2 = { 'package.json': `{ "name": "bench", "dependencies": { "vue": "^2.7.16" } }` };
const VUE3 = { 'package.json': `{ "name": "bench", "dependencies": { "vue": "^3.5.0" } }` };

const STORE = {
  ...VUE3,
  'src/store/index.js': `import { createStore } from 'vuex'; import desk from './desk'; export default createStore({ state: { open: false }, mutations: { toggle(state) { state.open = !state.open; } }, modules: { desk } });`,
  'src/store/desk.js': `export default { namespaced: true, state: () => ({ units: 'c' }), getters: { label: (state) => state.units + '!' }, mutations: { setUnits(state, to) { state.units = to; } }, actions: { flip({ commit }) { commit('setUnits', 'k'); } } };`,
  'src/App.vue': sfc(`import Gauge from './Gauge.vue'; import Switch from './Switch.vue';`, `<Gauge /><Switch />`),
};

test.each([
  [
    'by the store itself: state, getters, a direct commit',
    options(
      `<b>{{ $store.state.desk.units }}{{ $store.getters['desk/label'] }}</b>`,
      `export default { name: 'Gauge' };`,
    ),
    options(
      `<b @click="set">x</b>`,
      `export default { methods: { set() { this.$store.commit('desk/setUnits', 'k'); } } };`,
    ),
    'setUnits',
  ],
  [
    'by maps',
    options(
      `<b>{{ units }}{{ text }}</b>`,
      `import { mapGetters, mapState } from 'vuex'; export default { computed: { ...mapState('desk', ['units']), ...mapGetters('desk', { text: 'label' }) } };`,
    ),
    options(
      `<b @click="setUnits('k')">x</b>`,
      `import { mapMutations } from 'vuex'; export default { methods: { ...mapMutations('desk', ['setUnits']) } };`,
    ),
    'setUnits',
  ],
  [
    'by a function, and an action',
    sfc(
      `import { computed } from 'vue'; import { useStore } from 'vuex'; const store = useStore(); const units = computed(() => store.state.desk.units);`,
      `<b>{{ units }}</b>`,
    ),
    sfc(
      `import { useStore } from 'vuex'; const store = useStore(); const flip = () => store.dispatch('desk/flip');`,
      `<b @click="flip">x</b>`,
    ),
    'flip',
  ],
])('a store of modules, %s', (_, gauge, change, by) => {
  const survey = surveyOf({ ...STORE, 'src/Gauge.vue': gauge, 'src/Switch.vue': change });
  const trails = trailsOf(survey, 'store:desk.units');
  expect(trails).toContainEqual(expect.stringMatching(/^\[desk\.units\]\.units > store:(\(derived\))?Gauge\.units$/));
  expect(trails).toContain(`up Switch.${by} > store:[desk.units].units`);
});

test('a mixin: its props, its state and its methods are the component’s', () => {
  const survey = surveyOf({
    ...VUE2,
    'src/foldable.js': `export default { props: ['label'], data() { return { open: false }; }, methods: { toggle() { this.open = !this.open; } } };`,
    'src/App.vue': options(
      `<div><Tray :label="name" /></div>`,
      `import Tray from './Tray.vue'; export default { components: { Tray }, data() { return { name: 'fern' }; }, methods: { rename() { this.name = 'moss'; } } };`,
    ),
    'src/Tray.vue': options(
      `<p @click="toggle"><b v-if="open">{{ label }}</b></p>`,
      `import foldable from './foldable'; export default { mixins: [foldable] };`,
    ),
  });
  expect(trailsOf(survey, 'App.name')).toEqual(['App.name > Tray.label']);
  expect(survey.document().cells.map((cell) => [cell.name, cell.home?.split('#')[1]])).toContainEqual(['open', 'Tray']);
  expect(
    survey
      .document()
      .components.find((one) => one.name === 'Tray')
      ?.props.map((prop) => prop.name),
  ).toEqual(['label']);
});

test('routes: tables with children and components that come later, shown at the outlets', () => {
  const { sites } = surveyOf({
    ...VUE3,
    'src/main.js': `import { createApp } from 'vue'; import App from './App.vue'; import { router } from './router'; createApp(App).use(router).mount('#app');`,
    'src/router.js': `import { createRouter, createWebHistory } from 'vue-router'; import House from './House.vue'; export const router = createRouter({ history: createWebHistory(), routes: [{ path: '/house', component: House, children: [{ path: 'tray/:id', component: () => import('./Tray.vue'), props: true }] }] });`,
    'src/App.vue': options(`<main><router-view /></main>`, `export default {};`),
    'src/House.vue': options(`<section><RouterView /></section>`, `export default {};`),
    'src/Tray.vue': options(`<b>{{ id }}</b>`, `export default { props: { id: { type: String, required: true } } };`),
  }).document();
  expect(sites.map((site) => [site.of?.split('#')[1], site.under?.split('#')[1] ?? null])).toEqual(
    expect.arrayContaining([
      ['App', null],
      ['House', 'App'],
      ['Tray', 'House'],
    ]),
  );
});

test('the address is a cell of its own', () => {
  const survey = surveyOf({
    ...VUE3,
    'src/Tray.vue': options(
      `<b>{{ $route.params.id }}</b>`,
      `export default { computed: { id() { return this.$route.params.id; } } };`,
    ),
  });
  expect(trailsOf(survey, 'url:params')).toEqual(['[params].params > service:Tray.params']);
});

test('a bus: heard, sent, and never let go of', () => {
  const sources = {
    ...VUE2,
    'src/bus.js': `import Vue from 'vue'; export const bus = new Vue();`,
    'src/Bell.vue': options(
      `<b>{{ last }}</b>`,
      `import { bus } from './bus'; export default { data() { return { last: '' }; }, created() { bus.$on('bench:watered', this.note); }, methods: { note(id) { this.last = id; } } };`,
    ),
    'src/Can.vue': options(
      `<b @click="pour">x</b>`,
      `import { bus } from './bus'; export default { methods: { pour() { bus.$emit('bench:watered', 'b1'); } } };`,
    ),
  };
  const survey = surveyOf(sources);
  expect(trailsOf(survey, 'channel:bench:watered')).toEqual([
    '[bench:watered].bench:watered > channel:Bell.id',
    'up Can.bench:watered > channel:[bench:watered].bench:watered',
  ]);
  expect(findingsOf(survey)).toEqual(['leaked-listener Bell.bench:watered']);
  const ended = sources['src/Bell.vue'].replace(
    'methods:',
    `beforeDestroy() { bus.$off('bench:watered', this.note); }, methods:`,
  );
  expect(findingsOf(surveyOf({ ...sources, 'src/Bell.vue': ended }))).toEqual([]);
});

test('composables: what one function starts, another ends', () => {
  const wide = (end: string): string =>
    sfc(
      `import { onMounted, onUnmounted, ref } from 'vue'; const wide = ref(false); function measure() { wide.value = innerWidth > 800; } onMounted(() => { window.addEventListener('resize', measure); }); ${end}`,
      `<b>{{ wide }}</b>`,
    );
  const survey = surveyOf({
    ...VUE3,
    'src/Bench.vue': wide(''),
    'src/Tray.vue': wide(`onUnmounted(() => window.removeEventListener('resize', measure));`),
  });
  expect(findingsOf(survey)).toEqual(['leaked-listener Bench.resize']);
});

test.each([
  [
    'by a reference of the script, to what is exposed',
    sfc(
      `import { ref } from 'vue'; import Tray from './Tray.vue'; const tray = ref(null);`,
      `<div><Tray ref="tray" /><b @click="tray.open()">x</b><b @click="tray.shut()">y</b></div>`,
    ),
    sfc(
      `import { ref } from 'vue'; const shown = ref(false); function open() { shown.value = true; } function shut() {} defineExpose({ open });`,
      `<b>{{ shown }}</b>`,
    ),
  ],
  [
    'by the instance’s own, to its methods',
    options(
      `<div><Tray ref="tray" /><b @click="go">x</b><b @click="$refs.tray.shut()">y</b></div>`,
      `import Tray from './Tray.vue'; export default { components: { Tray }, methods: { go() { this.$refs.tray.open(); } } };`,
    ),
    options(
      `<b>{{ shown }}</b>`,
      `export default { data() { return { shown: false }; }, methods: { open() { this.shown = true; } } };`,
    ),
  ],
])('a child reached for, %s', (_, app, tray) => {
  const survey = surveyOf({ ...VUE3, 'src/App.vue': app, 'src/Tray.vue': tray });
  expect(trailsOf(survey, 'Tray.shown')).toEqual(['up App.open > handle:Tray.shown']);
  expect(findingsOf(survey)).toEqual(['dangling-handle App.shut']);
});

test('what is offered and never called is not carried by whoever holds the child', () => {
  const survey = surveyOf({
    ...VUE3,
    'src/App.vue': options(
      `<div><Tray ref="tray" /><b @click="$refs.tray.open()">x</b></div>`,
      `import Tray from './Tray.vue'; export default { components: { Tray } };`,
    ),
    'src/Tray.vue': options(
      `<b>{{ shown }}{{ wet }}</b>`,
      `export default { data() { return { shown: false, wet: false }; }, methods: { open() { this.shown = true; }, pour() { this.wet = true; } } };`,
    ),
  });
  expect(trailsOf(survey, 'Tray.shown')).toEqual(['up App.open > handle:Tray.shown']);
  expect(trailsOf(survey, 'Tray.wet')).toEqual([]);
  const app = survey.document().hops.filter((hop) => hop.carrier === 'handle');
  expect(app.map((hop) => hop.to.name)).not.toContain('pour');
});

test('children in a loop are a list of handles', () => {
  const survey = surveyOf({
    ...VUE3,
    'src/App.vue': sfc(
      `import { ref } from 'vue'; import Tray from './Tray.vue'; const trays = ref([]); defineProps(['labels']);`,
      `<div><Tray v-for="label in labels" :key="label" ref="trays" /><b @click="trays[0].open()">x</b></div>`,
    ),
    'src/Tray.vue': sfc(
      `import { ref } from 'vue'; const shown = ref(false); function open() { shown.value = true; } defineExpose({ open });`,
      `<b>{{ shown }}</b>`,
    ),
  });
  expect(trailsOf(survey, 'Tray.shown')).toEqual(['up App.open > handle:Tray.shown']);
  expect(findingsOf(survey)).toEqual([]);
});

test('reaching past props and events for whatever renders a component', () => {
  const survey = surveyOf({
    ...VUE2,
    'src/main.js': `import Vue from 'vue'; import App from './App.vue'; new Vue({ render: (h) => h(App) }).$mount('#app');`,
    'src/App.vue': options(
      `<div><Bench /></div>`,
      `import Bench from './Bench.vue'; export default { components: { Bench }, data() { return { units: 'c' }; }, methods: { flip() { this.units = 'k'; } } };`,
    ),
    'src/Bench.vue': options(
      `<ul><Tray /></ul>`,
      `import Tray from './Tray.vue'; export default { components: { Tray }, data() { return { level: 1 }; }, methods: { raise() { this.level = 2; } } };`,
    ),
    'src/Tray.vue': options(
      `<b @click="$parent.raise()">{{ low }}{{ scale }}</b>`,
      `export default { computed: { low() { return this.$parent.level; }, scale() { return this.$root.units; } } };`,
    ),
  });
  expect(trailsOf(survey, 'Bench.level')).toEqual([
    'Bench.level > handle:Tray.level',
    'up Tray.raise > handle:Bench.level',
  ]);
  expect(trailsOf(survey, 'App.units')).toEqual(['App.units > handle:Tray.units']);
  expect(findingsOf(survey)).toEqual([]);
});

test('where nothing is known to render it, that is said, not guessed', () => {
  const survey = surveyOf({
    ...VUE2,
    'src/Tray.vue': options(`<b>{{ up }}</b>`, `export default { computed: { up() { return this.$parent.units; } } };`),
  });
  expect(findingsOf(survey)).toEqual(['unresolved Tray.$parent']);
});

describe('attributes a component does not declare', () => {
  const app = (tag: string): string =>
    sfc(
      `import { ref } from 'vue'; import Bench from './Bench.vue'; const units = ref('c'); function flip() { units.value = 'k'; }`,
      `<div @click="flip">${tag}</div>`,
    );
  const tray = sfc(
    `defineProps(['units']); const emit = defineEmits(['pick']);`,
    `<b @click="emit('pick')">{{ units }}</b>`,
  );

  test('land on the root, where that is one component', () => {
    const survey = surveyOf({
      ...VUE3,
      'src/App.vue': app(`<Bench :units="units" @pick="flip" />`),
      'src/Bench.vue': options(`<Tray />`, `import Tray from './Tray.vue'; export default { components: { Tray } };`),
      'src/Tray.vue': tray,
    });
    expect(trailsOf(survey, 'App.units')).toEqual([
      'App.units > overflow:Bench.units~ > overflow:Tray.units',
      'up Tray.pick > event:Bench.pick~ > event:App.units',
    ]);
  });

  test('but for listeners, in the older version', () => {
    const survey = surveyOf({
      ...VUE2,
      'src/App.vue': app(`<Bench :units="units" @pick="flip" />`),
      'src/Bench.vue': options(`<Tray />`, `import Tray from './Tray.vue'; export default { components: { Tray } };`),
      'src/Tray.vue': tray,
    });
    expect(trailsOf(survey, 'App.units')).toEqual(['App.units > overflow:Bench.units~ > overflow:Tray.units']);
  });

  test('are shown by a root that is an element', () => {
    const survey = surveyOf({
      ...VUE3,
      'src/App.vue': app(`<Bench :title="units" />`),
      'src/Bench.vue': options(`<p>bench</p>`, `export default {};`),
    });
    expect(trailsOf(survey, 'App.units')).toEqual(['App.units > overflow:Bench.title']);
  });

  test('are kept back where the component says so, and placed where it says', () => {
    const bench = (where: string): string =>
      options(
        `<div><Tray ${where} /></div>`,
        `import Tray from './Tray.vue'; export default { components: { Tray }, inheritAttrs: false };`,
      );
    const sources = { ...VUE3, 'src/App.vue': app(`<Bench :units="units" />`), 'src/Tray.vue': tray };
    expect(trailsOf(surveyOf({ ...sources, 'src/Bench.vue': bench('') }), 'App.units')).toEqual([]);
    expect(trailsOf(surveyOf({ ...sources, 'src/Bench.vue': bench('v-bind="$attrs"') }), 'App.units')).toEqual([
      'App.units > overflow:Bench.units~ > overflow:Tray.units',
    ]);
  });

  test('but for class and style, which land on the root all the same in the older version', () => {
    const bench = options(`<p>bench</p>`, `export default { inheritAttrs: false };`);
    const sources = { 'src/App.vue': app(`<Bench :class="units" />`), 'src/Bench.vue': bench };
    expect(trailsOf(surveyOf({ ...VUE2, ...sources }), 'App.units')).toEqual(['App.units > overflow:Bench.class']);
    expect(trailsOf(surveyOf({ ...VUE3, ...sources }), 'App.units')).toEqual([]);
  });

  test('are lost where there are several roots', () => {
    const bench = options(`<b>a</b><i>b</i>`, `export default {};`);
    const sources = { 'src/App.vue': app(`<Bench :title="units" />`), 'src/Bench.vue': bench };
    expect(findingsOf(surveyOf({ ...VUE3, ...sources }))).toEqual(['lost-overflow App.title']);
    expect(findingsOf(surveyOf({ ...VUE2, ...sources }))).toEqual([]);
  });
});

test.each([
  [
    'flat, as now',
    VUE3,
    `import { defineComponent, h } from 'vue'; import Tray from './Tray.vue'; export default defineComponent({ props: ['units'], emits: ['pick'], setup(props, { emit }) { return () => h('div', [h(Tray, { units: props.units, onPick: () => emit('pick', 'k') })]); } });`,
  ],
  [
    'by groups, as before',
    VUE2,
    `import Tray from './Tray.vue'; export default { props: ['units'], render(h) { return h('div', [h(Tray, { props: { units: this.units }, on: { pick: () => this.$emit('pick', 'k') } })]); } };`,
  ],
  [
    'as JSX',
    VUE3,
    `import { defineComponent } from 'vue'; import Tray from './Tray.vue'; export default defineComponent({ props: ['units'], emits: ['pick'], setup(props, { emit }) { return () => <div><Tray units={props.units} onPick={() => emit('pick', 'k')} /></div>; } });`,
  ],
])('markup made by calls, %s', (_, version, bench) => {
  const survey = surveyOf({
    ...version,
    'src/App.vue': options(
      `<div><Bench :units="units" @pick="set" /></div>`,
      `import Bench from './Bench'; export default { components: { Bench }, data() { return { units: 'c' }; }, methods: { set(to) { this.units = to; } } };`,
    ),
    'src/Bench.jsx': bench,
    'src/Tray.vue': options(
      `<b @click="$emit('pick')">{{ units }}</b>`,
      `export default { props: ['units'], emits: ['pick'] };`,
    ),
  });
  expect(trailsOf(survey, 'App.units')).toEqual([
    'App.units > Bench.units~ > Tray.units',
    'up Tray.pick > event:Bench.pick~ > event:App.units',
  ]);
});

test('components made known to all: by a name, by their own, and those that come later', () => {
  const { sites } = surveyOf({
    ...VUE3,
    'src/main.js': `import { createApp } from 'vue'; import App from './App.vue'; import Card from './parts/card.vue'; import Lamp from './parts/lamp.vue'; const app = createApp(App); app.component('tray-card', Card); app.component(Lamp.name, Lamp); app.mount('#app');`,
    'src/App.vue': options(
      `<div><tray-card /><grow-lamp /><Later /></div>`,
      `import { defineAsyncComponent } from 'vue'; export default { components: { Later: defineAsyncComponent(() => import('./parts/Later.vue')) } };`,
    ),
    'src/parts/card.vue': options(`<b>a</b>`, `export default {};`),
    'src/parts/lamp.vue': options(`<b>a</b>`, `export default { name: 'grow-lamp' };`),
    'src/parts/Later.vue': options(`<b>a</b>`, `export default {};`),
  }).document();
  expect(sites.map((site) => [site.name, site.of?.split('/').at(-1)])).toEqual([
    ['tray-card', 'card.vue#Card'],
    ['grow-lamp', 'lamp.vue#Lamp'],
    ['Later', 'Later.vue#Later'],
    ['App', 'App.vue#App'],
  ]);
});

test.each([
  [
    'new Vue({ render })',
    `import Vue from 'vue'; import App from './App.vue'; new Vue({ render: (h) => h(App) }).$mount('#app');`,
  ],
  ['createApp', `import { createApp } from 'vue'; import App from './App.vue'; createApp(App).mount('#app');`],
])('where it is mounted: %s', (_, main) => {
  const { sites } = surveyOf({
    ...VUE2,
    'src/main.js': main,
    'src/App.vue': options(`<b>a</b>`, `export default {};`),
  }).document();
  expect(sites).toMatchObject([{ of: 'src/App.vue#App', by: null }]);
});

describe('values taken once do not follow', () => {
  const around = {
    ...VUE3,
    'src/App.vue': sfc(
      `import { ref } from 'vue'; import Gauge from './Gauge.vue'; const level = ref(1);`,
      `<div @click="level++"><Gauge :level="level" /></div>`,
    ),
  };
  test.each([
    ['props taken apart', `const props = defineProps(['level']); const { level: shown } = props;`],
    ['a prop kept', `const props = defineProps(['level']); const shown = props.level;`],
    ['in a set-up function', null],
  ])('%s', (_, script) => {
    const gauge = script
      ? sfc(script, `<b>{{ shown }}</b>`)
      : options(
          `<b>{{ shown }}</b>`,
          `export default { props: ['level'], setup(props) { const shown = props.level; return { shown }; } };`,
        );
    expect(findingsOf(surveyOf({ ...around, 'src/Gauge.vue': gauge }))).toEqual(['frozen-read Gauge.shown']);
  });

  test.each([
    [
      'computed',
      `import { computed } from 'vue'; const props = defineProps(['level']); const shown = computed(() => props.level);`,
    ],
    [
      'a reference to it',
      `import { toRef } from 'vue'; const props = defineProps(['level']); const shown = toRef(props, 'level');`,
    ],
    ['taken apart where they are declared', `const { level: shown } = defineProps(['level']);`],
  ])('but follow when %s', (_, script) => {
    expect(findingsOf(surveyOf({ ...around, 'src/Gauge.vue': sfc(script, `<b>{{ shown }}</b>`) }))).toEqual([]);
  });

  test('a field of a store, but not its functions, nor its references', () => {
    const store = {
      ...VUE3,
      'src/units.js': `import { defineStore } from 'pinia'; import { ref } from 'vue'; export const useUnits = defineStore('units', () => { const scale = ref('c'); function set(to) { scale.value = to; } return { scale, set }; });`,
      'src/Switch.vue': sfc(
        `import { useUnits } from './units'; const { set } = useUnits();`,
        `<b @click="set('k')">x</b>`,
      ),
    };
    const gauge = (script: string): string =>
      sfc(`import { useUnits } from './units'; ${script}`, `<b>{{ scale }}</b>`);
    expect(findingsOf(surveyOf({ ...store, 'src/Gauge.vue': gauge(`const { scale } = useUnits();`) }))).toEqual([
      'frozen-read Gauge.scale',
    ]);
    expect(
      findingsOf(
        surveyOf({
          ...store,
          'src/Gauge.vue': gauge(`import { storeToRefs } from 'pinia'; const { scale } = storeToRefs(useUnits());`),
        }),
      ),
    ).toEqual([]);
  });
});

test.each([
  [
    'a reference',
    `import { ref } from 'vue'; export const units = ref('c'); export const flip = () => { units.value = 'k'; };`,
    'units',
    'units',
  ],
  [
    'an object',
    `import { reactive } from 'vue'; const desk = reactive({ units: 'c' }); export const units = desk; export const flip = () => { desk.units = 'k'; };`,
    'units.units',
    'desk.units',
  ],
  [
    'an object of the older version',
    `import Vue from 'vue'; const desk = Vue.observable({ units: 'c' }); export const units = desk; export const flip = () => { desk.units = 'k'; };`,
    'units.units',
    'desk.units',
  ],
])('state a module makes is there once: %s', (_, script, read, id) => {
  const survey = surveyOf({
    ...VUE3,
    'src/units.js': script,
    'src/App.vue': sfc(`import { units, flip } from './units';`, `<b @click="flip">{{ ${read} }}</b>`),
  });
  expect(trailsOf(survey, `store:${id}`)).toEqual([
    `[${id}].units > store:App.units`,
    `up App.set units > store:[${id}].units`,
  ]);
});

test.each([
  [
    'by the names they have by themselves',
    `v-model="level"`,
    `props: ['value'], methods: { turn() { this.$emit('input', 2); } }`,
    'value',
    'binding',
  ],
  [
    'by names of its own',
    `v-model="level"`,
    `model: { prop: 'at', event: 'turned' }, props: ['at'], methods: { turn() { this.$emit('turned', 2); } }`,
    'value',
    'binding',
  ],
  [
    'in step by name',
    `:at.sync="level"`,
    `props: ['at'], methods: { turn() { this.$emit('update:at', 2); } }`,
    'at',
    'binding',
  ],
  [
    'given and listened to apart',
    `:value="level" @input="level = $event"`,
    `props: ['value'], methods: { turn() { this.$emit('input', 2); } }`,
    'value',
    'event',
  ],
])('bound both ways in the older version: %s', (_, tag, dial, prop, carrier) => {
  const survey = surveyOf({
    ...VUE2,
    'src/App.vue': options(
      `<div><Dial ${tag} /></div>`,
      `import Dial from './Dial.vue'; export default { components: { Dial }, data() { return { level: 1 }; } };`,
    ),
    'src/Dial.vue': options(
      `<b @click="turn">{{ ${dial.includes("'at'") ? 'at' : 'value'} }}</b>`,
      `export default { ${dial} };`,
    ),
  });
  const trails = trailsOf(survey, 'App.level');
  expect(trails).toContainEqual(expect.stringMatching(new RegExp(`^App.level > (overflow:)?Dial.${prop}$`)));
  expect(trails).toContainEqual(expect.stringMatching(new RegExp(`^up Dial.\\w+ > ${carrier}:App.level$`)));
});

test('several listeners at once, and all there are', () => {
  const survey = surveyOf({
    ...VUE2,
    'src/App.vue': options(
      `<div><Bar v-on="{ pick: set }" /></div>`,
      `import Bar from './Bar.vue'; export default { components: { Bar }, data() { return { units: 'c' }; }, methods: { set(to) { this.units = to; } } };`,
    ),
    'src/Bar.vue': options(
      `<div><Switch v-on="$listeners" /></div>`,
      `import Switch from './Switch.vue'; export default { components: { Switch } };`,
    ),
    'src/Switch.vue': options(`<b @click="$emit('pick', 'k')">x</b>`, `export default { name: 'Switch' };`),
  });
  expect(trailsOf(survey, 'App.units')).toEqual(['up Switch.pick > event:Bar.pick~ > event:App.units']);
});

const INJECTED = sfc(`import { inject } from 'vue'; const units = inject('units');`, `<b>{{ units }}</b>`);

test('provided by a composable, for whoever runs it', () => {
  const survey = surveyOf({
    ...VUE3,
    'src/useUnits.js': `import { provide, ref } from 'vue'; export function useUnits() { const units = ref('c'); provide('units', units); return { units, flip: () => { units.value = 'k'; } }; }`,
    'src/App.vue': sfc(
      `import { useUnits } from './useUnits'; import Gauge from './Gauge.vue'; const { flip } = useUnits();`,
      `<div @click="flip"><Gauge /></div>`,
    ),
    'src/Gauge.vue': INJECTED,
  });
  expect(trailsOf(survey, 'App.units')).toEqual(['App.units > context:Gauge.units']);
  expect(findingsOf(survey)).toEqual([]);
});

test('provided for all of the application', () => {
  const survey = surveyOf({
    ...VUE3,
    'src/main.js': `import { createApp, ref } from 'vue'; import App from './App.vue'; const units = ref('c'); const app = createApp(App); app.provide('units', units); app.mount('#app');`,
    'src/App.vue': sfc(`import Gauge from './Gauge.vue';`, `<div><Gauge /></div>`),
    'src/Gauge.vue': INJECTED,
  });
  expect(trailsOf(survey, 'store:units')).toEqual(['[units].units > context:Gauge.units']);
  expect(findingsOf(survey)).toEqual([]);
});

test('a reference of another module is its value where a template names it', () => {
  const survey = surveyOf({
    ...VUE3,
    'src/state.js': `import { ref } from 'vue'; export const lit = ref(false); export const word = (on) => (on ? 'on' : 'off');`,
    'src/App.vue': sfc(
      `import { lit, word } from './state'; import Lamp from './Lamp.vue'; function flip() { lit.value = !lit.value; }`,
      `<div @click="flip"><Lamp :lit="lit" /><b v-if="lit">{{ word(lit) }}</b></div>`,
    ),
    'src/Lamp.vue': sfc(`defineProps(['lit']);`, `<i>{{ lit }}</i>`),
  });
  expect(trailsOf(survey, 'store:lit')).toEqual([
    '[lit].lit > store:App.lit',
    '[lit].lit > store:App.lit > Lamp.lit',
    'up App.set lit > store:[lit].lit',
  ]);
  expect(findingsOf(survey).filter((finding) => finding.startsWith('bare-store'))).toEqual([]);
});

test('what has its rules from elsewhere: watchers, models by macro, references themselves, stores of one’s own', () => {
  const survey = surveyOf({
    ...VUE3,
    'src/App.vue': sfc(
      `import { ref, watch } from 'vue'; import Dial from './Dial.vue'; const level = ref(1); const last = ref(0); watch(level, (now) => { last.value = now; });`,
      `<div><Dial v-model="level" />{{ last }}</div>`,
    ),
    'src/Dial.vue': sfc(`const level = defineModel({ type: Number });`, `<b @click="level++">{{ level }}</b>`),
    'src/Bare.vue': sfc(
      `import { ref } from 'vue'; const open = ref(false); function toggle() { if (open) open.value = !open.value; }`,
      `<b @click="toggle">{{ open }}</b>`,
    ),
    'src/Own.vue': sfc(
      `import { defineStore } from 'pinia'; const useOwn = defineStore('own', { state: () => ({ lit: false }), actions: { flip() { this.lit = true; } } }); const own = useOwn();`,
      `<b @click="own.flip()">{{ own.lit }}</b>`,
    ),
    'src/units.js': `import { defineStore } from 'pinia'; export const useUnits = defineStore('units', { state: () => ({ scale: 'c' }) });`,
    'src/Past.vue': sfc(
      `import { useUnits } from './units'; const units = useUnits(); function flip() { units.scale = 'k'; }`,
      `<b @click="flip">{{ units.scale }}</b>`,
    ),
  });
  expect(trailsOf(survey, 'App.level')).toEqual([
    'App.level > Dial.modelValue',
    'up Dial.modelValue > binding:App.level',
  ]);
  expect(findingsOf(survey)).toEqual(['bare-store Bare.open', 'outside-write Past.scale', 'private-store Own.own']);
});

test.each([
  ['made here, it is always there', `const level = ref(0);`, ['bare-store App.level']],
  ['made on occasion, it may not be there', `let level = null; if (props.deep) level = ref(0);`, []],
])('a reference that is asked for before its value: %s', (_what, made, found) => {
  const survey = surveyOf({
    ...VUE3,
    'src/App.vue': sfc(
      `import { ref } from 'vue'; const props = defineProps({ deep: Boolean }); ${made} function dig() { if (level) level.value = 2; }`,
      `<b @click="dig">dig</b>`,
    ),
  });
  expect(findingsOf(survey).filter((one) => one.startsWith('bare-store'))).toEqual(found);
});

test('an event that a child sends in the name of its parent is heard at the parent’s tag', () => {
  const survey = surveyOf({
    'package.json': '{ "dependencies": { "vue": "2.7.0" } }',
    'src/App.vue': `<script>import Pages from './Pages.vue'; export default { components: { Pages }, data: () => ({ size: 1 }), methods: { take(to) { this.size = to; } } };</script><template><pages @size-change="take" @page="take" /></template>`,
    'src/Pages.vue': `<script>import Sizes from './Sizes.vue'; export default { components: { Sizes }, methods: { go() { this.$emit('page', 1); } } };</script><template><p @click="go"><sizes /></p></template>`,
    'src/Sizes.vue': `<script>export default { methods: { pick(to) { this.$parent.$emit('size-change', 2); } } };</script><template><b @click="pick">x</b></template>`,
  });
  expect(foundBy('unsent-event', survey)).toEqual([]);
  expect(
    survey
      .trail('App.size')
      .writers.map(({ component }) => component)
      .sort(),
  ).toEqual(['Pages', 'Sizes']);
});
