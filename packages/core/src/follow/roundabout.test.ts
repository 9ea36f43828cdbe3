/** Values that get to their readers and writers by constructs that are easily lost. */
import { surveyOf } from '../testing/project';

interface Ends {
  readers: string[];
  writers: string[];
}

function ends(sources: Record<string, string>, question: string): Ends {
  const { readers, writers } = surveyOf(sources).trail(question);
  const names = (list: { component: string | null; name: string }[]): string[] =>
    list.map(({ component, name }) => `${component}.${name}`).sort();
  return { readers: names(readers), writers: names(writers) };
}

const VUE = { 'package.json': '{ "dependencies": { "vue": "3.4.0" } }' };
const VUE_2 = { 'package.json': '{ "dependencies": { "vue": "2.7.0" } }' };
const NUXT = { 'package.json': '{ "dependencies": { "nuxt": "3.9.0" } }' };
const setup = (script: string, template: string): string =>
  `<script setup>${script}</script><template>${template}</template>`;

describe('what build tools import by themselves', () => {
  test('composables and stores of a Nuxt project, by their folders', () => {
    const sources = {
      ...NUXT,
      'app.vue': setup(
        `const { depth, dig } = useDepth(); const beds = useBedsStore();`,
        `<b @click="dig">{{ depth }}{{ beds.count }}</b>`,
      ),
      'composables/useDepth.ts': `const depth = ref(1); export const useDepth = () => ({ depth, dig: () => { depth.value++; } });`,
      'stores/beds.ts': `export const useBedsStore = defineStore('beds', { state: () => ({ count: 1 }) });`,
    };
    expect(ends(sources, 'store:depth')).toEqual({ readers: ['App.depth'], writers: ['App.dig'] });
    expect(ends(sources, 'store:beds.count').readers).toEqual(['App.count']);
  });

  test('what a declaration file lists, default exports among it', () => {
    const sources = {
      ...VUE,
      'types/auto-imports.d.ts': `declare global {
        const useDepth: typeof import('../src/use/depth')['useDepth']
        const useBeds: typeof import('../src/use/beds')['default'] }`,
      'src/App.vue': setup(
        `const { depth, dig } = useDepth(); const { beds } = useBeds();`,
        `<b @click="dig">{{ depth }}{{ beds }}</b>`,
      ),
      'src/use/depth.ts': `export const useDepth = () => { const depth = ref(1); return { depth, dig: () => { depth.value++; } }; };`,
      'src/use/beds.ts': `export default function () { const beds = ref(1); return { beds }; }`,
    };
    expect(ends(sources, 'App.depth')).toEqual({ readers: ['App.depth'], writers: ['App.set depth'] });
    expect(ends(sources, 'App.beds').readers).toEqual(['App.beds']);
  });

  test('components go by their folders, and may come later', () => {
    const sources = {
      ...NUXT,
      'app.vue': setup(`const n = ref(1);`, `<BedTray :n="n" /><LazyBedLid :n="n" />`),
      'components/bed/Tray.vue': setup(`defineProps({ n: Number });`, `{{ n }}`),
      'components/bed/BedLid.vue': setup(`defineProps({ n: Number });`, `{{ n }}`),
    };
    expect(ends(sources, 'App.n').readers).toEqual(['BedLid.n', 'Tray.n']);
  });

  test('no project but one of Nuxt knows components by their folders', () => {
    const { sites } = surveyOf({
      ...VUE,
      'src/App.vue': setup('', `<BedTray />`),
      'src/components/bed/Tray.vue': `<template><i /></template>`,
    }).document();
    expect(sites.map(({ reason }) => reason)).toEqual(['Nothing in the project defines “BedTray”.']);
  });

  test('a name of one project is nothing to the one beside it', () => {
    const survey = surveyOf({
      'a/package.json': '{ "dependencies": { "nuxt": "3.9.0" } }',
      'a/composables/useDepth.ts': `const depth = ref(1); export const useDepth = () => ({ depth });`,
      'b/package.json': '{ "dependencies": { "vue": "3.4.0" } }',
      'b/Gauge.vue': setup(`const { depth } = useDepth();`, `{{ depth }}`),
    });
    expect(() => survey.trail('store:depth')).toThrow('No store called depth');
  });
});

describe('contexts', () => {
  test('as classes had them first', () => {
    const sources = {
      'src/App.jsx': `import React from 'react'; import PropTypes from 'prop-types';
        export class App extends React.Component {
          static childContextTypes = { depth: PropTypes.number, dig: PropTypes.func };
          state = { depth: 1 };
          getChildContext() { return { depth: this.state.depth, dig: () => this.setState({ depth: 2 }) }; }
          render() { return <Mid />; } }
        const Mid = () => <Bed />;
        class Bed extends React.Component { render() { return <b onClick={this.context.dig}>{this.context.depth}<Lid /></b>; } }
        Bed.contextTypes = { depth: PropTypes.number, dig: PropTypes.func };
        function Lid(props, context) { return <i>{context.depth}</i>; }
        Lid.contextTypes = { depth: PropTypes.number };`,
    };
    const { readers, writers } = surveyOf(sources).trail('App.depth');
    expect(readers.map(({ component }) => component)).toEqual(['Bed', 'Lid']);
    expect(writers.map(({ component }) => component)).toEqual(['Bed']);
  });

  test('a reader that nothing is known to render reads it all the same, and it is said why', () => {
    const { readers } = surveyOf({
      'src/soil.jsx': `import { createContext, useContext, useState } from 'react';
        const Soil = createContext(null);
        export function Ground({ children }) { const [depth] = useState(1); return <Soil.Provider value={{ depth }}>{children}</Soil.Provider>; }
        export function Gauge() { const { depth } = useContext(Soil); return <b>{depth}</b>; }`,
      'src/main.jsx': `import { createRoot } from 'react-dom/client'; import { Ground } from './soil';
        createRoot(document.body).render(<Ground />);`,
    }).trail('Ground.depth');
    expect(readers).toMatchObject([{ component: 'Gauge', reason: expect.stringContaining('nothing that could be') }]);
  });

  test.each([
    ['provided by a component', `provide('depth', depth);`, ''],
    ['provided by a composable', `useSoil(depth);`, `import { useSoil } from './soil';`],
  ])('a reference %s is changed by whoever injects and sets it', (_, provides, imports) => {
    const sources = {
      ...VUE,
      'src/soil.js': `import { provide } from 'vue'; export function useSoil(depth) { provide('depth', depth); }`,
      'src/App.vue': setup(
        `import { provide, ref } from 'vue'; import Bed from './Bed.vue'; ${imports} const depth = ref(1); ${provides}`,
        `<Bed />`,
      ),
      'src/Bed.vue': setup(
        `import { inject } from 'vue'; const depth = inject('depth');`,
        `<b @click="depth++">{{ depth }}</b>`,
      ),
    };
    expect(ends(sources, 'App.depth')).toEqual({ readers: ['Bed.depth'], writers: ['Bed.depth'] });
  });

  test.each([
    ['of its own', `const made = {};`],
    ['that it has made by something', `const made = Object.fromEntries(soils());`],
  ])('what a component keeps for itself in an object %s changes nothing elsewhere', (_, makes) => {
    const sources = {
      ...VUE,
      'src/App.vue': setup(
        `import { provide, ref } from 'vue'; import Bed from './Bed.vue'; const depth = ref(1); provide('depth', depth);`,
        `<Bed />`,
      ),
      'src/Bed.vue': setup(
        `import { computed, inject } from 'vue'; const depth = inject('depth');
         const style = computed(() => { ${makes} made.top = depth.value; return made; });`,
        `<b :style="style" />`,
      ),
    };
    expect(ends(sources, 'App.depth').writers).toEqual([]);
  });
});

describe('what is put on all instances', () => {
  test('by the application', () => {
    const sources = {
      ...VUE,
      'src/main.js': `import { createApp, reactive } from 'vue'; import App from './App.vue'; const soil = reactive({ depth: 1 });
        const app = createApp(App); app.config.globalProperties.$soil = soil; app.mount('#app');`,
      'src/App.vue': setup('', `<b @click="$soil.depth++">{{ $soil.depth }}</b>`),
    };
    expect(ends(sources, 'store:soil.depth')).toEqual({ readers: ['App.depth'], writers: ['App.set depth'] });
  });

  test('by the prototype, where the instance has nothing of that name', () => {
    const sources = {
      ...VUE_2,
      'src/main.js': `import Vue from 'vue'; import App from './App.vue'; Vue.prototype.$soil = Vue.observable({ depth: 1 }); new Vue({ render: (h) => h(App) });`,
      'src/Lid.vue': `<script>export default { props: ['n'] };</script><template><i>{{ n }}</i></template>`,
      'src/App.vue': `<script>import Lid from './Lid.vue'; export default { components: { Lid }, data: () => ({ rows: 1 }), methods: { $first() { return this.rows; } } };</script><template><b>{{ $soil.depth }}<Lid :n="$first()" /></b></template>`,
    };
    expect(ends(sources, 'App.rows').readers).toContain('Lid.n');
    expect(ends(sources, 'App.depth').readers).toEqual(['App.depth']);
  });
});

test('a value that is taken out of a reference and provided goes by the name of the reference', () => {
  const found = surveyOf({
    ...VUE,
    'src/App.vue': setup(
      `import { provide, ref } from 'vue'; import Bed from './Bed.vue'; const depth = ref(1); provide('soil', depth.value);`,
      `<b @click="depth++" /><Bed />`,
    ),
    'src/Bed.vue': setup(`import { inject } from 'vue'; const soil = inject('soil');`, `{{ soil }}`),
  }).findings();
  expect(found.map(({ rule, name }) => `${rule} ${name}`)).toEqual(['frozen-read depth']);
});

test('children that are a list of elements are there once each; what only bears the name is not', () => {
  const { sites } = surveyOf({
    'src/App.jsx': `import { Children } from 'react';
      const Row = ({ children }) => <ul>{Children.toArray(children).map((child) => <li>{child}</li>)}</ul>;
      const Tree = ({ children }) => <ul>{children.map((child) => <Leaf text={child.text} />)}</ul>;
      const Leaf = ({ text }) => <i>{text}</i>; const Bed = () => <b />;
      export function App({ tree }) { return <><Row><Bed /></Row><Tree children={tree} /></>; }`,
  }).document();
  expect(sites.map(({ name, repeat }) => `${name} ${repeat}`)).toEqual(
    expect.arrayContaining(['Bed once', 'Leaf many', 'Row once']),
  );
});

test('children that are mapped over are there once each', () => {
  const { sites } = surveyOf({
    'src/App.jsx': `import { Children, cloneElement } from 'react';
      const Row = ({ children }) => <ul>{Children.map(children, (child) => <li>{cloneElement(child, { wide: true })}</li>)}</ul>;
      const Rows = ({ children }) => <ul>{Children.map(children, (child) => <Item>{child}</Item>)}</ul>;
      const Item = ({ children }) => <li>{children}</li>; const Bed = ({ wide }) => <b>{wide}</b>;
      export function App() { return <><Row><Bed /></Row><Rows /></>; }`,
  }).document();
  expect(sites.map(({ name, repeat }) => `${name} ${repeat}`)).toEqual(
    expect.arrayContaining(['Bed once', 'Item many', 'Row once']),
  );
});

test('a method that a class keeps in its state', () => {
  const sources = {
    'src/App.jsx': `import { Component } from 'react';
      export class App extends Component {
        constructor(props) { super(props); this.dig = this.dig.bind(this); this.state = { depth: 1, dig: this.dig }; }
        dig(depth) { this.setState({ depth }); }
        render() { return <Bed depth={this.state.depth} dig={this.state.dig} />; } }
      const Bed = ({ depth, dig }) => <b onClick={() => dig(2)}>{depth}</b>;`,
  };
  expect(ends(sources, 'App.depth')).toEqual({ readers: ['Bed.depth'], writers: ['Bed.dig'] });
});

test('what is awaited gets to the function that waits for it', () => {
  const sources = {
    'src/App.jsx': `import { useEffect, useState } from 'react';
      async function sow(n) { return n; }
      export function App() { const [n] = useState(1); const [row, setRow] = useState(null);
        useEffect(() => { sow(n).then((seed) => console.log(seed)).then(() => setRow(1)); }, [n]);
        return <b>{row}</b>; }`,
  };
  expect(ends(sources, 'App.n').readers).toEqual(['App.n']);
  expect(ends(sources, 'App.row').writers).toEqual(['App.setRow']);
});

test('an event sent to a component above by its name', () => {
  const sources = {
    ...VUE_2,
    'src/emitter.js': `export default { methods: { dispatch(name, event, params) { let parent = this.$parent;
      while (parent && parent.$options.name !== name) parent = parent.$parent;
      if (parent) parent.$emit.apply(parent, [event].concat(params)); } } };`,
    'src/Bench.vue': `<script>export default { name: 'GhBench', data: () => ({ depth: 1 }),
      created() { this.$on('bed.dig', (depth) => { this.depth = depth; }); } };</script><template><p><slot />{{ depth }}</p></template>`,
    'src/Bed.vue': `<script>import emitter from './emitter';
      export default { mixins: [emitter], methods: { go() { this.dispatch('GhBench', 'bed.dig', [3]); this.dispatch('GhOther', 'bed.fill'); } } };</script><template><b @click="go" /></template>`,
    'src/App.vue': `<script>import Bench from './Bench.vue'; import Bed from './Bed.vue'; export default { components: { Bench, Bed } };</script><template><Bench><Bed /></Bench></template>`,
  };
  const { readers, writers } = ends(sources, 'channel:bed.dig');
  expect({ readers, writers }).toEqual({ readers: ['Bench.depth'], writers: ['Bed.bed.dig'] });
  expect(ends(sources, 'channel:bed.fill').readers).toEqual([]);
});

describe('composables that projects take from a collection', () => {
  const tray = setup(
    `defineProps({ open: Boolean }); defineEmits(['dig']);`,
    `<b @click="$emit('dig')">{{ open }}</b>`,
  );
  const app = (script: string, markup: string): Record<string, string> => ({
    ...VUE,
    'src/App.vue': setup(
      `import { ref } from 'vue'; import { useStorage, useToggle, useVModel, refDebounced } from '@vueuse/core'; import Tray from './Tray.vue'; import Lid from './Lid.vue'; ${script}`,
      markup,
    ),
    'src/Tray.vue': tray,
    'src/Lid.vue': setup(
      `import { useVModel } from '@vueuse/core'; const props = defineProps({ open: Boolean }); const emit = defineEmits(['update:open']); const lid = useVModel(props, 'open', emit);`,
      `<input v-model="lid" />`,
    ),
  });

  test.each([
    ['a toggle of a reference', `const open = ref(false); const toggle = useToggle(open);`],
    ['a toggle with a reference of its own', `const [open, toggle] = useToggle(false);`],
  ])('%s', (_, script) => {
    expect(ends(app(script, `<Tray :open="open" @dig="toggle()" />`), 'App.open')).toEqual({
      readers: ['Tray.open'],
      writers: ['Tray.dig'],
    });
  });

  test('a reference kept under a name', () => {
    const sources = app(`const open = useStorage('open', false);`, `<Tray :open="open" /><i @click="open = true" />`);
    expect(ends(sources, 'storage:open')).toEqual({ readers: ['Tray.open'], writers: ['App.set open'] });
  });

  test('a prop and its event as one reference', () => {
    expect(ends(app(`const open = ref(false);`, `<Lid v-model:open="open" />`), 'App.open')).toEqual({
      readers: ['Lid.open'],
      writers: ['Lid.open'],
    });
  });

  test('a reference that follows another one later', () => {
    const sources = app(`const open = ref(false); const late = refDebounced(open, 90);`, `<Tray :open="late" />`);
    expect(ends(sources, 'App.open').readers).toEqual(['Tray.open']);
  });
});

test('a shared value is asked for by its id as well', () => {
  const survey = surveyOf({
    'src/soil.js': `import { ref } from 'vue'; export const depth = ref(1);`,
    'src/App.vue': setup(`import { depth } from './soil';`, `{{ depth }}`),
  });
  expect(survey.trail('src/soil.js#store:depth').readers).toMatchObject([{ component: 'App', name: 'depth' }]);
});

describe('a key that is chosen while the program runs, in a part that is mixed in', () => {
  const fields = (count: number): string => Array.from({ length: count }, (_, i) => `f${i}: ${i}`).join(', ');
  const survey = (count: number): ReturnType<typeof surveyOf> =>
    surveyOf({
      ...VUE_2,
      'src/later.js': `export default { methods: { pick(kind) { return this[kind + 'Depth']; } } };`,
      'src/Bed.vue': `<script>import later from './later'; export default { mixins: [later], data: () => ({ openDepth: 1, ${fields(count)} }) };</script><template><b>{{ pick('open') }}</b></template>`,
    });

  test('may take any of a few fields', () => {
    const { readers, cut } = survey(3).trail('Bed.openDepth');
    expect({ readers: readers.map(({ component }) => component), cut }).toEqual({ readers: ['Bed'], cut: undefined });
  });

  test('is a gap where there are many', () => {
    const many = survey(40);
    expect(many.trail('Bed.openDepth').readers).toEqual([]);
    expect(many.findings()).toMatchObject([
      { rule: 'unresolved', name: 'openDepth', names: expect.arrayContaining(['openDepth', 'f0', 'f39']) },
    ]);
  });
});

describe('a function that a hook makes, called by whoever called the hook', () => {
  test('brings what that run of the hook holds', () => {
    const sources = {
      'src/App.jsx': `import { useState } from 'react';
        function useSoil(first) { const [depth] = useState(first); return { get: () => depth }; }
        export function App() { const one = useSoil(1); const { get } = useSoil(2); return <><Lid n={one.get()} /><Tray n={get()} /></>; }
        const Lid = ({ n }) => <b>{n}</b>; const Tray = ({ n }) => <i>{n}</i>;`,
    };
    const { cells, marks = [] } = surveyOf(sources).document();
    const depths = cells.filter(({ name }) => name.startsWith('depth')).map(({ id }) => id);
    const readers = marks.filter(({ cell, roles }) => depths.includes(cell) && roles.includes('reader'));
    expect(readers.map(({ cell, component }) => `${depths.indexOf(cell)} ${component.split('#')[1]}`).sort()).toEqual([
      '0 Lid',
      '1 Tray',
    ]);
  });

  test('also through another hook, and out of a part that is mixed in', () => {
    const hooks = {
      'src/App.jsx': `import { useState } from 'react';
        function useDepth(depth) { return () => depth; }
        function useSoil(depth) { const get = useDepth(depth); return { get }; }
        export function App() { const [depth] = useState(1); const { get } = useSoil(depth); return <Lid n={get()} />; }
        const Lid = ({ n }) => <b>{n}</b>;`,
    };
    expect(ends(hooks, 'App.depth').readers).toEqual(['Lid.n']);
    const mixed = {
      ...VUE_2,
      'src/deep.js': `export default { methods: { pick() { return this.depth; } } };`,
      'src/Bed.vue': `<script>import deep from './deep'; export default { mixins: [deep], data: () => ({ depth: 1 }) };</script><template><b>{{ pick() }}</b></template>`,
    };
    expect(ends(mixed, 'Bed.depth').readers).toEqual(['Bed.depth']);
  });
});

describe('a hook that makes sure that there is a context', () => {
  const readers = (guard: string): string[] =>
    ends(
      {
        'src/App.jsx': `import { createContext, useContext, useState } from 'react'; const Ground = createContext(null);
          function useGround() { const ground = useContext(Ground); ${guard} return ground; }
          function Provider({ children }) { const [depth, setDepth] = useState(1); const dig = () => setDepth(2); return <Ground.Provider value={{ depth, dig }}>{children}</Ground.Provider>; }
          function Spade() { const { dig } = useGround(); return <b onClick={dig} />; } function Gauge() { const ground = useGround(); return <i>{ground.depth}</i>; }
          export function App() { return <Provider><Spade /><Gauge /></Provider>; }`,
      },
      'Provider.depth',
    ).readers;

  test.each([
    ['by a sign', 'if (!ground) throw new Error("No ground");'],
    ['by comparing', 'if (ground === null) throw new Error("No ground");'],
    ['by its type', 'if (typeof ground === "undefined") throw new Error("No ground");'],
    ['in what it brings', 'const isThere = !!ground; if (isThere && ground !== undefined) return ground;'],
  ])('%s, reads nothing that is in it', (_how, guard) => {
    expect(readers(guard)).toEqual(['Gauge.depth']);
  });

  test('and reads what it reads', () => {
    expect(readers('if (!ground.depth) throw new Error("No depth");')).toEqual(['Gauge.depth', 'Spade.depth']);
  });
});
