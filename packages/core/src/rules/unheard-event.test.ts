import { foundBy, pair, surveyOf } from '../testing/project';

describe('unheard-event', () => {
  test.each([
    ['nobody listens', '', `@click="emit('dig')"`, ['Bed.dig']],
    ['the parent listens', '@dig="dug"', `@click="emit('dig')"`, []],
    ['the parent listens by another spelling', '@dig-deep="dug"', `@click="emit('dig-deep')"`, []],
    ['the parent listens to something else', '@rake="dug"', `@click="emit('dig'); emit('rake')"`, ['Bed.dig']],
  ])('%s', (_what, listens, bed, found) => {
    expect(foundBy('unheard-event', pair(listens, bed))).toEqual(found);
  });

  test('where a name is close, it is offered', () => {
    const survey = pair('@digs="dug"', `@click="emit('dig')"`);
    const [found] = survey.findings().filter((finding) => finding.rule === 'unheard-event');
    expect(found?.message).toContain('digs');
  });

  test('in version 2 names are heard as they are written alone', () => {
    const sources = {
      'package.json': '{ "dependencies": { "vue": "2.7.0" } }',
      'src/main.js': `import Vue from 'vue'; import App from './App.vue'; new Vue({ render: (h) => h(App) }).$mount('#app');`,
      'src/App.vue': `<script>import Bed from './Bed.vue'; export default { components: { Bed }, methods: { dug() { console.log(1); } } };</script><template><main><Bed @dig-deep="dug" /></main></template>`,
      'src/Bed.vue': `<script>export default {};</script><template><b @click="$emit('digDeep')">x</b></template>`,
    };
    const survey = surveyOf(sources);
    expect(foundBy('unheard-event', survey)).toEqual(['Bed.digDeep']);
    expect(survey.findings().find((one) => one.rule === 'unheard-event')?.message).toContain(
      'A parent listens for dig-deep',
    );
  });

  test('where another may pass on what it was given, it may be heard', () => {
    const sources = {
      'src/main.js': `import { createApp } from 'vue'; import App from './App.vue'; createApp(App).mount('#app');`,
      'src/App.vue': `<script setup>import Bed from './Bed.vue';</script><template><Bed v-bind="$attrs" /></template>`,
      'src/Bed.vue': `<script setup>const emit = defineEmits(['dig']);</script><template><b @click="emit('dig')">x</b></template>`,
    };
    expect(foundBy('unheard-event', surveyOf(sources))).toEqual([]);
  });

  test('bound both ways, its change is heard', () => {
    const sources = {
      'src/main.js': `import { createApp } from 'vue'; import App from './App.vue'; createApp(App).mount('#app');`,
      'src/App.vue': `<script setup>import { ref } from 'vue'; import Bed from './Bed.vue'; const depth = ref(1);</script><template><main><Bed v-model="depth" /></main></template>`,
      'src/Bed.vue': `<script setup>defineProps(['modelValue']); const emit = defineEmits(['update:modelValue']);</script><template><b @click="emit('update:modelValue', 2)">{{ modelValue }}</b></template>`,
    };
    expect(foundBy('unheard-event', surveyOf(sources))).toEqual([]);
  });

  test('a component that nothing of the project renders may be heard elsewhere', () => {
    const survey = surveyOf({
      'src/Bed.vue': `<script setup>const emit = defineEmits(['dig']);</script><template><b @click="emit('dig')">x</b></template>`,
    });
    expect(foundBy('unheard-event', survey)).toEqual([]);
  });
});

test('a name that an object hears says nothing of one that is sent over the page', () => {
  const said = (listens: string): string[] =>
    surveyOf({
      'src/bus.js': `import { EventEmitter } from 'events'; export const bus = new EventEmitter();`,
      'src/Bed.jsx': `import { useEffect, useState } from 'react'; import { bus } from './bus';
        export function Bed() { const [n, setN] = useState(0);
          useEffect(() => { const run = () => setN(1); ${listens} }, []);
          return <b onClick={() => window.dispatchEvent(new CustomEvent('bedDug'))}>{n}</b>; }`,
    })
      .findings()
      .flatMap(({ rule, message }) => (rule === 'unheard-event' && message.includes('bed-dug') ? [rule] : []));
  expect(said(`bus.on('bed-dug', run); return () => bus.off('bed-dug', run);`)).toEqual([]);
  expect(
    said(`window.addEventListener('bed-dug', run); return () => window.removeEventListener('bed-dug', run);`),
  ).toEqual(['unheard-event']);
});

describe('topics that are chosen while the program runs', () => {
  const bus = `import { EventEmitter } from 'events'; export const bus = new EventEmitter();`;
  const found = (listens: string, sends: string): string[] =>
    surveyOf({
      'src/bus.js': bus,
      'src/App.jsx': `import { useEffect, useState } from 'react'; import { bus } from './bus';
        function useTopic(topic, run) { useEffect(() => { ${listens} return () => bus.off(topic, run); }, [topic, run]); }
        export function App({ kind }) { const [n, setN] = useState(0); useTopic('dig', setN); return <b onClick={() => { ${sends} }}>{n}</b>; }`,
    })
      .findings()
      .flatMap(({ rule, name }) => (/^un(heard|sent)-event$/.test(rule) ? [`${rule} ${name}`] : []));

  test.each([
    ['what is sent may be heard by any of them', 'bus.on(topic, run);', `bus.emit('fill', 1);`, []],
    [
      'nothing listens for it',
      `bus.on('dig', run);`,
      `bus.emit('dig', 1); bus.emit('fill', 1);`,
      ['unheard-event fill'],
    ],
    ['what is heard may be sent by any of them', `bus.on('fill', run);`, 'bus.emit(kind, 1);', []],
    ['nothing sends it', `bus.on('fill', run);`, '', ['unsent-event fill']],
    [
      'what the page hears says nothing of a bus',
      `window.addEventListener(topic, run);`,
      `bus.emit('fill', 1);`,
      ['unheard-event fill'],
    ],
    ['what the program runs in is no bus', `process.stdin.on('fill', run);`, '', []],
  ])('%s', (_what, listens, sends, expected) => {
    expect(found(listens, sends)).toEqual(expected);
  });
});

test('scripts that the page loads by themselves are no senders of the program', () => {
  const script = `(function () { window.addEventListener('growing', function () {}); window.dispatchEvent(new CustomEvent('grown')); })(); export const hub = 1;`;
  const found = (app = ''): string[] =>
    surveyOf({ 'public/lib/hub.js': script, 'src/App.jsx': `${app} export function App() { return <b />; }` })
      .findings()
      .filter(({ rule }) => /^(unheard|unsent)-event$/.test(rule))
      .map(({ rule }) => rule);
  expect(found()).toEqual([]);
  expect(found(`import { hub } from '../public/lib/hub';`)).toEqual(['unheard-event', 'unsent-event']);
});
