import { foundBy, one, pair, surveyOf } from '../testing/project';

describe('unsent-event', () => {
  test.each([
    ['never sent', '@weed="dug"', `@click="emit('dig')"`, ['App.weed']],
    ['sent', '@dig="dug"', `@click="emit('dig')"`, []],
    ['of the element itself', '@keydown="dug"', `@click="emit('dig')"`, []],
    ['of what befalls the instance', '@vue:mounted="dug"', `@click="emit('dig')"`, []],
    ['in another spelling', '@dig-up="dug"', `@click="emit('digUp')"`, []],
  ])('%s', (_what, listens, bed, found) => {
    expect(foundBy('unsent-event', pair(listens, bed))).toEqual(found);
  });
});

describe('unsent-event: topics that nothing of the project sends', () => {
  test.each([
    ['on an emitter of its own', "import mitt from 'mitt'; const bus = mitt();", 'bus', ['Bed.dug']],
    [
      'on an emitter of its own making',
      "import { EventEmitter } from 'events'; const garden = new EventEmitter();",
      'garden',
      ['Bed.dug'],
    ],
    [
      'on a connection that a package makes',
      "import { connect } from 'some-socket'; const socket = connect('/beds');",
      'socket',
      [],
    ],
    ['on what a package brings ready-made', "import { weather } from 'some-weather';", 'weather', []],
  ])('%s', (_what, made, bus, found) => {
    const survey = one(`${made}
      function Bed() { const [n, setN] = useState(0); useEffect(() => { ${bus}.on('dug', setN); return () => ${bus}.off('dug', setN); }, []); return <b>{n}</b>; }`);
    expect(foundBy('unsent-event', survey)).toEqual(found);
  });

  test.each([
    ['the page’s own event', "window.addEventListener('afterprint', grow)", []],
    ['an event of one’s own', "window.addEventListener('bed:dug', grow)", ['Bed.bed:dug']],
    ['an event of the device it runs on', "document.addEventListener('deviceready', grow)", []],
    [
      'what a script may send that is put into the page',
      "document.body.append(document.createElement('script')); window.addEventListener('bed:dug', grow)",
      [],
    ],
    ['an event of an element', "box.current.addEventListener('bed:dug', grow)", []],
    ['an event of something that is shown', "chart.on('click', grow)", []],
    ['what the building tool says', "import.meta.hot.on('bed:dug', grow)", []],
  ])('%s', (_what, listens, found) => {
    const survey = one(`const chart = makeChart();
      function Bed() { const [n, setN] = useState(0); const box = useRef(null); const grow = () => setN((m) => m + 1);
        useEffect(() => { ${listens}; }); return <b ref={box}>{n}</b>; }`);
    expect(foundBy('unsent-event', survey)).toEqual(found);
  });

  test('a class has methods of such names of its own', () => {
    const survey =
      one(`class Node { emit(what) { return what; } broadcast(what) { return what; } dig() { this.emit('dug'); this.broadcast('dug'); } }
      function Bed() { const node = new Node(); return <b onClick={() => node.dig()} />; }`);
    expect(foundBy('unheard-event', survey)).toEqual([]);
  });

  test('on something that is handed in', () => {
    const survey = one(
      `export function Bed({ editor }) { const [n, setN] = useState(0); useEffect(() => { editor.on('dug', setN); return () => editor.off('dug', setN); }, []); return <b>{n}</b>; }`,
    );
    expect(foundBy('unsent-event', survey)).toEqual([]);
  });

  test('on something a package made for this component', () => {
    const survey = one(`import { useMotion } from 'some-motion';
      function Bed() { const [n, setN] = useState(0); const depth = useMotion(0); useEffect(() => depth.on('settled', setN), [depth]); return <b>{n}</b>; }`);
    expect(foundBy('unsent-event', survey)).toEqual([]);
  });
});

describe('unsent-event: events that are declared elsewhere', () => {
  const found = (emits: string): string[] =>
    foundBy(
      'unsent-event',
      surveyOf({
        'package.json': '{ "dependencies": { "vue": "3.4.0" } }',
        'src/Lid.vue': `<script>import { TOGGLES } from 'toggles'; export default { emits: ${emits}, methods: { dig() { this.$emit('dig'); } } };</script><template><b @click="dig" /></template>`,
        'src/App.vue': `<script setup>import Lid from './Lid.vue'; const run = () => {};</script><template><Lid @opened="run" /></template>`,
      }),
    );

  test('may be any', () => {
    expect(found(`[...TOGGLES, 'dig']`)).toEqual([]);
    expect(found(`{ ...TOGGLES, dig: null }`)).toEqual([]);
    expect(found(`[TOGGLES, 'dig']`)).toEqual([]);
    expect(found(`{ [TOGGLES]: null, dig: null }`)).toEqual([]);
    expect(found(`['dig']`)).toEqual(['App.opened']);
  });
});

test('unsent-event: what a package listens to, whoever uses it may send', () => {
  const found = (manifest: string): string[] =>
    foundBy(
      'unsent-event',
      surveyOf({
        'package.json': manifest,
        'src/hub.js': `import mitt from 'mitt'; export const hub = mitt(); export function wait(run) { hub.on('grown', run); }`,
      }),
    );
  expect(found('{ "name": "soil", "main": "src/hub.js" }')).toEqual([]);
  expect(found('{ "name": "soil", "private": true }')).toEqual(['.grown']);
});

test('unsent-event: a listener that version 3 puts on the element of a component', () => {
  const found = (version: string, event: string): string[] =>
    foundBy(
      'unsent-event',
      surveyOf({
        'package.json': `{ "dependencies": { "vue": "${version}" } }`,
        'src/Lid.vue': `<script>export default { emits: ['dig'], methods: { dig() { this.$emit('dig'); } } };</script><template><b><i @dblclick="dig" /></b></template>`,
        'src/App.vue': `<template><Lid @${event}="run" /></template><script>import Lid from './Lid.vue'; export default { components: { Lid }, methods: { run() {} } };</script>`,
      }),
    );
  expect(found('3.4.0', 'click')).toEqual([]);
  expect(found('3.4.0', 'opened')).toEqual(['App.opened']);
  expect(found('2.6.0', 'click')).toEqual(['App.click']);
});

test('unsent-event: what any component sends in the name of its parent, may be the parent’s', () => {
  const found = (sends: string): string[] =>
    foundBy(
      'unsent-event',
      surveyOf({
        'package.json': '{ "dependencies": { "vue": "2.7.0" } }',
        'src/App.vue': `<script>import Pages from './Pages.vue'; export default { components: { Pages }, methods: { take() {} } };</script><template><pages @sized="take" @page="take" /></template>`,
        'src/Pages.vue': `<script>export default { methods: { go() { this.$emit('page', 1); } } };</script><template><p @click="go" /></template>`,
        'src/Sizes.vue': `<script>export default { methods: { pick() { ${sends} } } };</script><template><b @click="pick">x</b></template>`,
      }),
    );
  expect(found(`this.$parent.$emit('sized', 2);`)).toEqual([]);
  expect(found(`this.$emit('sized', 2);`)).toEqual(['App.sized']);
});

test.each([
  ['to send what others decide', 'make(this.$emit);', []],
  ['for one event', `this.$emit('other');`, ['App.sized']],
])('unsent-event: the function that sends is used %s', (_what, uses, found) => {
  const survey = surveyOf({
    'package.json': '{ "dependencies": { "vue": "2.7.0" } }',
    'src/App.vue': `<script>import Form from './Form.vue'; export default { components: { Form }, methods: { take() {} } };</script><template><Form @sized="take" /></template>`,
    'src/Form.vue': `<script>import { make } from 'forms'; export default { methods: { go() { this.$emit('page', 1); }, run() { ${uses} } } };</script><template><p @click="go" @dblclick="run" /></template>`,
  });
  expect(foundBy('unsent-event', survey)).toEqual(found);
});

test.each([
  ['the listeners it was given', '$listeners', []],
  ['others, put together from those', 'others', []],
  ['none', '{}', ['App.dig']],
])('a component of Vue 2 hands on %s', (_what, on, found) => {
  const survey = surveyOf({
    'package.json': '{ "dependencies": { "vue": "^2.7.0" } }',
    'src/Bed.vue': `<template><field v-on="${on}" @rake="$emit('rake')" /></template><script>import Field from 'fields';
      export default { components: { Field }, computed: { others() { const all = {}; Object.assign(all, this.$listeners); delete all.input; return all; } } };</script>`,
    'src/App.vue': `<template><Bed @dig="go" @rake="go" /></template><script>import Bed from './Bed.vue'; export default { components: { Bed }, methods: { go() {} } };</script>`,
  });
  expect(foundBy('unsent-event', survey)).toEqual(found);
});
