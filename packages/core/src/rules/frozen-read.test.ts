import { foundBy, one, surveyOf } from '../testing/project';

describe('what is copied once on purpose', () => {
  const bed = (use: string, state: string): ReturnType<typeof one> =>
    one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}>${use}</main>; }
      function Bed({ depth }) { ${state} }`);
  test.each([
    [
      'a constant that a child starts from',
      '<Bed depth={3} />',
      'const [own, setOwn] = useState(depth); return <b onClick={() => setOwn(4)}>{own}</b>;',
      [],
    ],
    [
      'a value that comes later',
      '<Bed depth={depth} />',
      'const [debouncedDepth, setDebounced] = useState(depth); useEffect(() => { const late = setTimeout(() => setDebounced(depth), 9); return () => clearTimeout(late); }, [depth]); return <b>{debouncedDepth}</b>;',
      [],
    ],
    [
      'a value with a home of its own',
      '<Bed depth={depth} />',
      'const [own, setOwn] = useState(depth); return <b onClick={() => setOwn(4)}>{own}</b>;',
      ['Bed.own'],
    ],
  ])('%s', (_what, use, state, found) => {
    expect(foundBy('mirrored-state', bed(use, state))).toEqual(found);
    expect(foundBy('frozen-read', bed(use, state))).toEqual([]);
  });
});

describe('state of a class that is derived before each rendering', () => {
  const bed = (derive: string): ReturnType<typeof one> =>
    one(`class Bed extends React.Component { state = { depth: this.props.depth }; ${derive} render() { return <b>{this.state.depth}</b>; } }
      function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Bed depth={depth} /></main>; }`);

  test('without, the copy goes stale', () => {
    expect(foundBy('frozen-read', bed(''))).toEqual(['Bed.depth']);
  });

  test.each([
    ['from the props', 'static getDerivedStateFromProps(props) { return { depth: props.depth }; }'],
    [
      'where they changed',
      'static getDerivedStateFromProps(props, state) { if (props.depth === state.depth) return null; return { depth: props.depth }; }',
    ],
    [
      'by a variable that is returned',
      'static getDerivedStateFromProps(props, state) { let next = null; if (props.depth !== state.depth) { next = { depth: props.depth }; } return next; }',
    ],
    [
      'after an update',
      'componentDidUpdate(before) { if (before.depth !== this.props.depth) this.setState({ depth: this.props.depth }); }',
    ],
  ])('%s, it is kept in step', (_how, derive) => {
    expect(foundBy('frozen-read', bed(derive))).toEqual([]);
    expect(foundBy('mirrored-state', bed(derive))).toEqual([]);
  });
});

describe('what runs once and takes a value then', () => {
  const app = `<script setup>import { ref } from 'vue'; import Bed from './Bed.vue'; const depth = ref(1);</script>
    <template><Bed :depth="depth" @dig="depth = 2" /></template>`;
  const bed = (script: string, shown: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      'package.json': '{ "dependencies": { "vue": "3.4.0" } }',
      'src/App.vue': app,
      'src/Bed.vue': `<script setup>import { computed, toRef, ref } from 'vue';
        const props = defineProps(['depth']); const emit = defineEmits(['dig']); ${script}</script>
        <template><b @click="emit('dig')">{{ ${shown} }}</b></template>`,
    });

  test.each([
    ['out of the props object', 'const deep = props.depth;', 'deep', ['Bed.deep']],
    ['computed of them', 'const deep = computed(() => props.depth);', 'deep', []],
    ['by a reference to the prop', "const deep = toRef(props, 'depth');", 'deep', []],
    ['read in the template', '', 'depth', []],
  ])('%s', (_what, script, shown, found) => {
    expect(foundBy('frozen-read', bed(script, shown))).toEqual(found);
  });
});

describe('data of a component that starts as a prop', () => {
  const bed = (options: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      'package.json': '{ "dependencies": { "vue": "2.7.0" } }',
      'src/App.vue': `<script>import Bed from './Bed.vue'; export default { components: { Bed }, data() { return { depth: 1 }; } };</script>
        <template><main @click="depth += 1"><Bed :depth="depth" /></main></template>`,
      'src/Bed.vue': `<script>import { next } from './places';
        export default { props: ['depth'], data() { return { deep: this.depth, place: next() }; }, methods: { dig() { this.deep = 4; } }, ${options} };</script>
        <template><b @click="dig">{{ deep }} {{ place }}</b></template>`,
      'src/places.js': `let last = 0; export function next() { last += 1; return last; }`,
    });

  test.each([
    ['is left alone', '', ['Bed.deep']],
    ['is set by a watcher', 'watch: { depth(now) { this.deep = now; } }', []],
    [
      'is set by a watcher that does more',
      'watch: { depth: { handler(now) { if (now > 2) this.deep = now; }, immediate: true } }',
      [],
    ],
  ])('and %s', (_what, options, found) => {
    expect(foundBy('mirrored-state', bed(options))).toEqual(found);
  });

  test('and a number that is drawn for it does not go stale', () => {
    expect(foundBy('frozen-read', bed(''))).toEqual([]);
  });
});

describe('what is computed a single time', () => {
  const vue = (bed: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      'package.json': '{ "dependencies": { "vue": "3.4.0" } }',
      'src/App.vue': `<script setup>import { ref } from 'vue'; import Bed from './Bed.vue'; const depth = ref(1);</script><template><Bed :depth="depth" /><b @click="depth++">x</b></template>`,
      'src/Bed.vue': bed,
    });
  test.each([
    [
      'in set-up',
      `<script setup>const props = defineProps(['depth']); const deep = props.depth * 2;</script><template><b>{{ deep }}</b></template>`,
      ['Bed.deep'],
    ],
    [
      'in set-up, and only used there',
      `<script setup>const props = defineProps(['depth']); const deep = props.depth * 2; console.log(deep);</script><template><b>{{ depth }}</b></template>`,
      [],
    ],
    [
      'again by the template',
      `<script setup>defineProps(['depth']);</script><template><b>{{ depth * 2 }}</b></template>`,
      [],
    ],
    [
      'again by a computed value',
      `<script setup>import { computed } from 'vue'; const props = defineProps(['depth']); const deep = computed(() => props.depth * 2);</script><template><b>{{ deep }}</b></template>`,
      [],
    ],
    [
      'where a plain set-up function takes its props apart',
      `<script>export default { props: ['depth'], setup({ depth }) { return { deep: depth }; } };</script><template><b>{{ deep }}</b></template>`,
      ['Bed.depth'],
    ],
  ])('%s', (_what, bed, found) => {
    expect(foundBy('frozen-read', vue(bed))).toEqual(found);
  });

  const svelte = (script: string, site = '<Bed {depth} />'): ReturnType<typeof surveyOf> =>
    surveyOf({
      'package.json': '{ "dependencies": { "svelte": "5.1.0" } }',
      'src/App.svelte': `<script>import Bed from './Bed.svelte'; let depth = $state(1); let beds = $state([{ depth: 1 }]);</script>${site}<button onclick={() => { depth++; beds.reverse(); }}>x</button>`,
      'src/Bed.svelte': `<script>${script}</script><b>{deep}</b>`,
    });
  test.each([
    ['of a prop', 'let { depth } = $props(); const deep = depth * 2;', ['Bed.deep']],
    ['of a prop, as text', 'let { depth } = $props(); const deep = `${depth} cm`;', ['Bed.deep']],
    ['by a rune', 'let { depth } = $props(); const deep = $derived(depth * 2);', []],
    ['by a function that is called each time', 'let { depth } = $props(); const deep = () => depth * 2;', []],
  ])('by runes, %s', (_what, script, found) => {
    expect(foundBy('frozen-read', svelte(script))).toEqual(found);
  });

  test('by runes, of one of a list that is put into another order', () => {
    const survey = svelte(
      'let { bed } = $props(); const deep = bed.depth * 2;',
      '{#each beds as bed}<Bed {bed} />{/each}',
    );
    expect(foundBy('frozen-read', survey)).toEqual(['Bed.deep']);
  });
});

describe('a state that starts as what the address says', () => {
  const bed = (does: string): ReturnType<typeof one> =>
    one(`import { useSearchParams } from 'react-router-dom';
      function Bed() { const [params, setParams] = useSearchParams(); const [deep, setDeep] = useState(params.get('deep')); ${does} }`);
  test.each([
    ['and is never brought in step', 'return <b onClick={() => setParams({ deep: 4 })}>{deep}</b>;', ['frozen-read']],
    ['and changes on its own', 'return <b onClick={() => setDeep(4)}>{deep}</b>;', ['mirrored-state']],
    [
      'and is written into the address',
      'return <b onClick={() => setDeep(4)} onBlur={() => setParams({ deep })}>{deep}</b>;',
      [],
    ],
    [
      'and follows it by an effect',
      "useEffect(() => { setDeep(params.get('deep')); }, [params]); return <b>{deep}</b>;",
      [],
    ],
  ])('%s', (_what, does, found) => {
    const rules = bed(does)
      .findings()
      .flatMap(({ rule }) => (/^(frozen-read|mirrored-state)$/.test(rule) ? [rule] : []));
    expect(rules).toEqual(found);
  });
});

test('frozen-read: a state that starts from what is computed of a value goes its own way', () => {
  const survey = surveyOf({
    'package.json': '{ "dependencies": { "vue": "3.4.0" } }',
    'src/Bed.vue': `<script setup>import { ref } from 'vue'; const view = ref({ year: 3 }); const year = view.value.year; const start = ref(year - 1);
      const go = () => { view.value = { year: 4 }; start.value++; };</script><template><b @click="go">{{ view.year }}{{ start }}</b></template>`,
  });
  expect(foundBy('frozen-read', survey)).toEqual([]);
});

test.each([
  ['in a branch alone', '{level > 3 && <Editor level={level} />}', []],
  ['elsewhere as well', '{level > 3 && <Editor level={level} />}<Editor level={level} />', ['frozen-read']],
])('a copy made when a component comes is taken for all it needs where it is rendered %s', (_where, sites, rules) => {
  const survey =
    one(`export function Desk() { const [level, setLevel] = useState(1); return <main onClick={() => setLevel(level + 1)}>{level}${sites}</main>; }
function Editor({ level }) { const [shown] = useState(level); return <b>{shown}</b>; }`);
  expect(survey.findings().map(({ rule }) => rule)).toEqual(rules);
});

test.each([
  ['by a name', 'depth: event.target.value', []],
  ['by a name that is only known at run time', '[field]: event.target.value', []],
  ['not at all', 'other: event.target.value', ['Bed.depth']],
])('frozen-read: the field of a class that starts as a prop and is set %s', (_how, set, found) => {
  const survey =
    one(`function App() { const [bed, setBed] = useState({ depth: 1 }); return <main onClick={() => setBed({ depth: 2 })}><Bed bed={bed} /></main>; }
    class Bed extends React.Component { constructor(props) { super(props); const { depth } = props.bed; this.state = { depth }; }
      type = (event, field) => { this.setState({ ${set} }); };
      render() { return <input value={this.state.depth} onChange={(event) => this.type(event, 'depth')} />; } }`);
  expect(foundBy('frozen-read', survey)).toEqual(found);
  expect(foundBy('unknown-prop', survey)).toEqual([]);
});

test.each([
  ['counted up there', '$beds.total++;', []],
  ['only taken', '', ['Bed.place']],
])('frozen-read: a number that is %s as a component is made', (_what, counts, found) => {
  const survey = surveyOf({
    'package.json': '{ "dependencies": { "svelte": "4.2.0" } }',
    'src/App.svelte': `<script>import { setContext } from 'svelte'; import { writable } from 'svelte/store'; import Bed from './Bed.svelte';
      const beds = writable({ total: 0 }); setContext('beds', beds); const more = () => { $beds.total = 9; };</script><b on:click={more}>{$beds.total}</b><Bed /><Bed />`,
    'src/Bed.svelte': `<script>import { getContext } from 'svelte'; const beds = getContext('beds'); const place = $beds.total; ${counts}</script><i>{place}</i>`,
  });
  expect(foundBy('frozen-read', survey)).toEqual(found);
});

test('frozen-read: what a name says was there before is kept on purpose', () => {
  const survey =
    one(`function App() { const [depth, setDepth] = useState(1); return <main onClick={() => setDepth(2)}><Bed depth={depth} />{depth}</main>; }
    function Bed({ depth }) { const [previousDepth] = useState(depth); return <b>{previousDepth}{depth}</b>; }`);
  expect(foundBy('frozen-read', survey)).toEqual([]);
});

describe('frozen-read, where a field begins', () => {
  const app = (members: string, template: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      'src/app.ts': `import { Component, computed, inject, Injectable, signal } from '@angular/core';
        @Injectable({ providedIn: 'root' }) export class Soil { depth = signal(1); twice = computed(() => this.depth() * 2); private beds = [1]; all() { return this.beds; } dig() { this.depth.set(2); } add() { this.beds.push(2); } }
        @Component({ selector: 'app-root', template: '${template}<b (click)="soil.dig()">x</b><b (click)="soil.add()">x</b>' }) export class App { soil = inject(Soil); ${members} }`,
    });
  test.each([
    ['what a signal gives now', 'depth = this.soil.depth();', '{{ depth }}', ['App.depth']],
    ['what is computed from one, as it is now', 'depth = this.soil.twice();', '{{ depth }}', ['App.depth']],
    ['the signal itself', 'depth = this.soil.depth;', '{{ depth() }}', []],
    ['what is computed from it', 'depth = computed(() => this.soil.depth());', '{{ depth() }}', []],
    ['what nobody shows', 'depth = this.soil.depth();', '', []],
    ['a list that is only ever changed in place', 'beds = this.soil.all();', '{{ beds.length }}', []],
  ])('%s', (_what, members, template, found) => {
    expect(foundBy('frozen-read', app(members, template))).toEqual(found);
  });
});

test('a list that is only changed in place is no copy, also where its facts were kept', () => {
  const survey = surveyOf({
    'src/app.ts': `import { Component, Injectable } from '@angular/core';
@Injectable({ providedIn: 'root' }) export class Beds { private beds = [{ depth: 1 }]; all() { return this.beds; } }
@Component({ selector: 'app-root', template: '{{ deep().length }}<b (click)="add()">+</b>' })
export class App { beds: any[]; constructor(private service: Beds) { this.beds = this.service.all(); } deep() { return this.beds.filter((bed) => bed.depth); } add() { this.beds.unshift({ depth: 2 }); } }`,
  });
  expect(foundBy('frozen-read', survey)).toEqual([]);
});

test.each([
  ['a static method', 'static getDerivedStateFromProps(props, state) { return { deep: props.depth }; }', []],
  ['a static field', 'static getDerivedStateFromProps = (props, state) => { return { deep: props.depth }; };', []],
  ['nothing', '', ['Bed.deep']],
])('state of a class that is kept in step by %s', (_what, derives, found) => {
  const survey =
    one(`function App() { const [depth, setDepth] = useState(1); return <p onClick={() => setDepth(2)}><Bed depth={depth} /></p>; }
    class Bed extends React.Component { constructor(props) { super(props); this.state = { deep: props.depth }; } ${derives} render() { return <b>{this.state.deep}</b>; } }`);
  expect(foundBy('frozen-read', survey)).toEqual(found);
});

test('an instance that is kept in state goes on changing itself', () => {
  const survey =
    one(`class Watch { count = 0; constructor(first) { this.first = first; } get() { return this.count; } add() { this.count++; } }
    function useWatch(first) { const [watch] = useState(() => new Watch(first)); useEffect(() => { watch.add(); }); return watch.get(); }
    function Bed() { return <b>{useWatch(1)}</b>; }
    function Plot() { return <b>{useWatch(2)}<Bed /></b>; }`);
  expect(foundBy('frozen-read', survey)).toEqual([]);
  expect(foundBy('mirrored-state', survey)).toEqual([]);
});

test.each([
  ['an id', 'plot.id', ['Plot.kept']],
  ['an id, or one that is made up', 'plot.id || makeId()', []],
  ['the same inside an object', '{ id: plot.id || makeId() }', []],
])('state that is never set starts from %s', (_what, start, found) => {
  const survey = one(`import { makeId } from 'ids';
    function App() { const [plot, setPlot] = useState({ id: 1 }); return <main onClick={() => setPlot({ id: 2 })}><Plot plot={plot} /></main>; }
    function Plot({ plot }) { const [kept] = useState(${start}); return <b id={kept}>{plot.name}</b>; }`);
  expect(foundBy('frozen-read', survey)).toEqual(found);
});

test.each([
  ['shown', 'first', ['Ring.first']],
  ['held against the present value', 'item.seconds / first', []],
])('a first value that nothing sets is %s', (_what, shown, found) => {
  const survey = one(`
    function App() { const [item, setItem] = useState({ seconds: 5 }); return <div onClick={() => setItem({ seconds: 4 })}><Ring item={item} /></div>; }
    function Ring({ item }) { const [first] = useState(item.seconds); return <b>{${shown}}</b>; }`);
  expect(foundBy('frozen-read', survey)).toEqual(found);
});

test.each([
  ['*ngFor without a key', '<p *ngFor="let bed of beds"><app-bed [data]="bed"></app-bed></p>', []],
  ['*ngFor with one', '<p *ngFor="let bed of beds; trackBy: idOf"><app-bed [data]="bed"></app-bed></p>', ['Bed.deep']],
  ['@for by the element', '@for (bed of beds; track bed) { <app-bed [data]="bed" /> }', []],
  [
    '*ngFor, which gives all the same value',
    '<p *ngFor="let bed of beds"><app-bed [data]="plan.first"></app-bed></p>',
    ['Bed.deep'],
  ],
  ['@for by a field of it', '@for (bed of beds; track bed.id) { <app-bed [data]="bed" /> }', ['Bed.deep']],
])('what is rendered for an element stays with it, or is given another one: %s', (_what, loop, found) => {
  const survey = surveyOf({
    'src/app.ts': `import { Component } from '@angular/core';
import { Bed } from './bed';
@Component({ selector: 'app-root', imports: [Bed], template: \`${loop}<b (click)="load()">x</b>\` })
export class App { beds = [{ id: 1, depth: 2 }]; plan = { first: { depth: 2 } }; idOf(i, bed) { return bed.id; } load() { this.beds = [{ id: 1, depth: 3 }]; this.plan = { first: { depth: 3 } }; } }
`,
    'src/bed.ts': `import { Component, Input } from '@angular/core';
@Component({ selector: 'app-bed', template: '<b>{{ deep }}</b>' })
export class Bed { @Input() data; deep = 0; ngOnInit() { this.deep = this.data.depth; } }
`,
  });
  expect(foundBy('frozen-read', survey)).toEqual(found);
});

test('the instance handed to a helper is no copy of what it holds', () => {
  const survey = surveyOf({
    'src/Board.vue': `<template><b @click="$emit('input', 1)">{{ state.root.value }}</b></template><script>
import Vue from 'vue';
const start = function (blocks) { return Vue.observable({ root: blocks, moving: null }); };
export default { props: { value: Object }, data() { return { state: start(this) }; } };
</script>`,
    'src/App.vue': `<template><Board v-model="graph" /></template><script>
import Board from './Board.vue';
export default { components: { Board }, data: () => ({ graph: {} }) };
</script>`,
  });
  expect(foundBy('frozen-read', survey)).toEqual([]);
});

test.each([
  ['noted', '', []],
  ['shown', 'param', ['Page.param']],
])('what is taken once and only %s', (_what, returned, found) => {
  const survey = surveyOf({
    'src/Page.vue': `<template><b>{{ param }}</b></template><script>
import { useRoute } from 'vue-router';
export default { setup() { const route = useRoute(); const param = route.query.param; console.log(param); return { ${returned} }; } };
</script>`,
  });
  expect(foundBy('frozen-read', survey)).toEqual(found);
});

test('an object whose fields are state, put into another one, stays the same object', () => {
  const survey = surveyOf({
    'src/main.js': `import { createApp } from 'vue'; import App from './App.vue'; createApp(App).mount('#app');`,
    'src/App.vue': `<script>import { provide, reactive } from 'vue'; import Bed from './Bed.vue';
      export default { components: { Bed }, setup() { const data = reactive({ names: [], open: false });
        provide('bed', reactive({ data, add: (n) => { data.names = [...data.names, n]; } }));
        return { data, go: () => { data.names = []; } }; } };</script><template><Bed /><b @click="go">{{ data.names }}</b></template>`,
    'src/Bed.vue': `<script setup>import { inject } from 'vue'; const bed = inject('bed');</script><template><i @click="bed.add(1)">{{ bed.data.names }}</i></template>`,
  });
  expect(foundBy('frozen-read', survey)).toEqual([]);
});

test.each([
  ['is watched', `watch(() => props.data, (next) => { handle(next); });`, []],
  ['is not', '', ['Bed.data']],
])('a prop taken once that %s', (_how, watches, found) => {
  const survey = surveyOf({
    'src/main.js': `import { createApp } from 'vue'; import App from './App.vue'; createApp(App).mount('#app');`,
    'src/App.vue': `<script setup>import { ref } from 'vue'; import Bed from './Bed.vue'; const list = ref([]);</script><template><Bed :data="list" /><b @click="list = [1]">x</b></template>`,
    'src/Bed.vue': `<script setup>import { ref, watch } from 'vue'; const props = defineProps({ data: Array }); const { data } = props; const shown = ref([]); ${watches}
      const fill = (all) => { shown.value = []; for (const one of all) shown.value.push(one); }; fill(data); const handle = (all) => { fill(all); };</script><template><i>{{ shown }}</i></template>`,
  });
  expect(foundBy('frozen-read', survey)).toEqual(found);
});

test('how many there are as a component comes is its place among them', () => {
  const survey = surveyOf({
    'src/main.js': `import App from './App.svelte'; new App({ target: document.body });`,
    'src/App.svelte': `<script>import { setContext } from 'svelte'; import { writable } from 'svelte/store'; import Row from './Row.svelte'; import Count from './Count.svelte'; const rows = writable([]); setContext('rows', rows);</script><Row /><Count />{#each $rows as row}{row}{/each}`,
    'src/Row.svelte': `<script>import { getContext } from 'svelte'; const rows = getContext('rows'); export let width = 1; let index = $rows.length; $: { $rows[index] = [width]; $rows = $rows; }</script><b>{index}</b>`,
    'src/Count.svelte': `<script>import { getContext } from 'svelte'; const rows = getContext('rows'); let many = $rows.length;</script><b>{many}</b>`,
  });
  expect(foundBy('frozen-read', survey)).toEqual(['Count.many']);
});

test('a number that is drawn anew each time somebody asks is meant to be kept', () => {
  const file = (name: string): string => `force-app/main/default/lwc/${name}/${name}`;
  const ids = (draws: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      'sfdx-project.json': '{}',
      [`${file('ids')}.js`]: `let last = 0; export function newId() { ${draws} return last; } export function next() { last++; }`,
      [`${file('bed')}.js`]: `import { LightningElement } from 'lwc'; import { newId, next } from 'c/ids';
        export default class Bed extends LightningElement { constructor() { super(); this.own = newId(); } go() { next(); } }`,
      [`${file('bed')}.html`]: '<template><b onclick={go}>{own}</b></template>',
    });
  expect(foundBy('frozen-read', ids('last++;'))).toEqual([]);
  expect(foundBy('frozen-read', ids(''))).toHaveLength(1);
});
