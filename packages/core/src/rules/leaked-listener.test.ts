import { foundBy, one, surveyOf } from '../testing/project';

describe('leaked-listener', () => {
  const bed = (effect: string): ReturnType<typeof one> =>
    one(
      `function Bed() { const [n, setN] = useState(0); const frame = useRef(null); useEffect(() => { ${effect} }, []); return <b ref={frame}>{n}</b>; }`,
    );

  test.each([
    ['started and left', `window.addEventListener('resize', () => setN(1));`, 1],
    ['an interval that is left', `setInterval(() => setN(1), 9);`, 1],
    [
      'ended by what the effect returns',
      `const on = () => setN(1); window.addEventListener('resize', on); return () => window.removeEventListener('resize', on);`,
      0,
    ],
    ['ended by a part of it', `const held = hub.subscribe(() => setN(1)); return held.unsubscribe;`, 0],
    ['ended by a part of something else', `const held = hub.subscribe(() => setN(1)); return n.unsubscribe;`, 1],
    [
      'ended by a function of the effect that its end calls',
      `const eye = new ResizeObserver(() => setN(1)); eye.observe(given); const stop = () => { eye?.disconnect(); }; return () => stop();`,
      0,
    ],
    ['an interval ended as a timer', `const t = setInterval(() => setN(1), 9); return () => clearTimeout(t);`, 0],
    ['an interval that is ended', `const t = setInterval(() => setN(1), 9); return () => clearInterval(t);`, 0],
    ['heard once', `window.addEventListener('load', () => setN(1), { once: true });`, 0],
    [
      'on an element it has made',
      `const box = document.createElement('b'); box.addEventListener('dig', () => setN(1));`,
      0,
    ],
    [
      'on something it has made before',
      `let pen; pen = new Pen(frame.current); pen.addEventListener('dig', () => setN(1));`,
      0,
    ],
    [
      'on an element inside its own',
      `const box = frame.current.firstChild; box.addEventListener('dig', () => setN(1));`,
      0,
    ],
    ['on an element of its own, by a wrapper', `$(frame.current).on('dig', () => setN(1));`, 0],
    ['on the window, by a wrapper', `$(window).on('dig', () => setN(1));`, 1],
    ['on an element of its own', `frame.current.addEventListener('dig', () => setN(1));`, 0],
    ['on one under another name', `const box = frame.current; box.addEventListener('dig', () => setN(1));`, 0],
    ['on an element that stays', `const box = document.body; box.addEventListener('dig', () => setN(1));`, 1],
    ['ended by what it hands back', `const { end } = bus.on('dig', () => setN(1)); return end;`, 0],
    ['what it hands back is dropped', `const { end } = bus.on('dig', () => setN(1)); return () => other();`, 1],
    [
      'each pushed into a list that is gone through',
      `const held = []; held.push(bus.on('dig', setN), bus.on('rake', setN)); return () => held.forEach((one) => one.end?.());`,
      0,
    ],
    [
      'pushed into a list, ended in a loop',
      `const held = []; held.push(bus.on('dig', setN)); return () => { for (const one of held) one(); };`,
      0,
    ],
    ['pushed into a list that is left', `const held = []; held.push(bus.on('dig', setN)); return () => other();`, 1],
    [
      'each kept in a list that is gone through',
      `let held; if (n) held = [Keys.addListener('up', setN), Keys.addListener('down', setN)]; else held = []; return () => held.forEach((one) => one.remove());`,
      0,
    ],
    [
      'ended in one branch, if it is there',
      `let held; if (n) held = Frame.addEventListener('turn', () => setN(1)); return () => { n ? held?.remove() : other(); };`,
      0,
    ],
    [
      'on what a helper finds in a reference',
      `const box = elementOf(frame); box.addEventListener('dig', () => setN(1));`,
      0,
    ],
    [
      'ended by a signal',
      `const stop = new AbortController(); window.addEventListener('resize', () => setN(1), { signal: stop.signal }); return () => stop.abort();`,
      0,
    ],
  ])('%s', (_what, effect, found) => {
    expect(foundBy('leaked-listener', bed(effect))).toHaveLength(found);
  });
});

describe('leaked-listener: ended by a function beside the effect', () => {
  const clock = (stop: string, ends: string): ReturnType<typeof one> =>
    one(
      `function Clock() { const [now, setNow] = useState(0); const timer = useRef(null); ${stop} useEffect(() => { timer.current = setInterval(() => setNow(1), 9); return () => { ${ends} }; }, []); return <b>{now}</b>; }`,
    );
  const body = 'if (timer.current) { clearInterval(timer.current); timer.current = null; }';

  test.each([
    ['a declaration', `function stop() { ${body} }`, 'stop();', 0],
    ['a kept function', `const stop = useCallback(() => { ${body} }, []);`, 'stop();', 0],
    ['by way of another', `const end = () => { ${body} }; function stop() { end(); }`, 'stop();', 0],
    ['one that ends nothing', 'function stop() { setNow(0); }', 'stop();', 1],
  ])('%s', (_what, stop, ends, found) => {
    expect(foundBy('leaked-listener', clock(stop, ends))).toHaveLength(found);
  });
});

describe('leaked-listener: what is listened to is done away with', () => {
  const bed = (start: string, end: string): ReturnType<typeof one> =>
    one(
      `function Bed({ id }) { const [n, setN] = useState(0); useEffect(() => { ${start} return () => { ${end} }; }, []); return <b>{n}</b>; }`,
    );

  test.each([
    ['itself', `const plot = start(id); plot.on('dig', () => setN(1));`, 'plot.destroy();', 0],
    ['by who takes it back', `const plot = start(id); plot.on('dig', () => setN(1));`, 'end(plot);', 0],
    ['by what it was asked for with', `const plot = hubOf(id); plot.on('dig', () => setN(1));`, 'leave(id);', 0],
    [
      'it, kept from a chain',
      `const plot = start(id).on('dig', () => setN(1)).on('rake', () => setN(2));`,
      'plot.destroy();',
      0,
    ],
    [
      'nothing, kept from a chain',
      `const plot = start(id).on('dig', () => setN(1)).on('rake', () => setN(2));`,
      'log(n);',
      2,
    ],
    ['another one is', `const plot = start(id); plot.on('dig', () => setN(1));`, 'other.destroy();', 1],
    ['nothing is', `const plot = start(id); plot.on('dig', () => setN(1));`, 'log(n);', 1],
  ])('%s', (_what, start, end, found) => {
    expect(foundBy('leaked-listener', bed(start, end))).toHaveLength(found);
  });
});

describe('leaked-listener: what goes with its component', () => {
  test.each([
    [
      'Vue',
      'src/App.vue',
      `<script setup>import { ref, onMounted } from 'vue'; const body = ref(); const far = ref(0); const given = ref(props.body);
        onMounted(() => { body.value.addEventListener('scroll', () => { far.value++; }); given.value.addEventListener('dig', () => { far.value++; }); });</script>
        <template><b ref="body">{{ far }}</b></template>`,
    ],
    [
      'Svelte',
      'src/App.svelte',
      `<script>import { onMount } from 'svelte'; export let given; let body; let far = 0;
        onMount(() => { body.addEventListener('scroll', () => { far += 1; }); given.addEventListener('dig', () => { far += 1; }); });</script>
        <b bind:this={body}>{far}</b>`,
    ],
  ])('in %s, listened to on an element of its own', (_family, path, text) => {
    expect(foundBy('leaked-listener', surveyOf({ [path]: text }))).toEqual(['App.dig']);
  });

  test('what the component made itself, also through another name of the instance', () => {
    const survey = surveyOf({
      'src/Plot.vue': `<script>import Chart from 'chart'; import hub from './hub';
        export default { mounted() { const vm = this; this.chart = new Chart(this.$el); this.chart.on('pick', () => vm.$emit('pick')); vm.chart.axis.on('zoom', () => {});
          const pen = new Pen(this.$el); pen.on('draw', () => {}); hub.on('dig', () => {}); } };</script><template><b /></template>`,
    });
    expect(foundBy('leaked-listener', survey)).toEqual(['Plot.dig']);
  });

  test.each([
    ['an observer of its own element', `new ResizeObserver(() => { n.value++; }).observe(box.value)`, []],
    ['an observer of what is handed in', `new ResizeObserver(() => { n.value++; }).observe(given)`, ['Plot.observe']],
    [
      'what a library makes in its own element',
      `const chart = init(box.value); chart.on('pick', () => { n.value++; })`,
      [],
    ],
    ['what a library gives', `const hub = open('beds'); hub.on('pick', () => { n.value++; })`, ['Plot.pick']],
  ])('in Vue, %s', (_what, starts, found) => {
    const survey = surveyOf({
      'src/Plot.vue': `<script setup>import { ref, onMounted } from 'vue'; import { init, open, given } from 'plots'; const box = ref(); const n = ref(0);
        onMounted(() => { ${starts}; });</script><template><b ref="box">{{ n }}</b></template>`,
    });
    expect(foundBy('leaked-listener', survey)).toEqual(found);
  });

  test.each([
    ['an element that it is handed', 'input.value', []],
    ['what such an element holds', 'input.value.pen$', []],
    ['the document of such an element', 'input.value.ownerDocument', ['Plot.focus']],
    ['what it asks a context for', 'frame.value', ['Plot.focus']],
  ])('a function that components call listens on %s', (_what, target, found) => {
    const survey = surveyOf({
      'src/focus.js': `import { inject, onMounted, ref } from 'vue';
export function useFocus(given) { const input = given.input; const frame = inject('frame'); const on = ref(false);
  onMounted(() => { ${target}.addEventListener('focus', () => { on.value = true; }); }); return on; }`,
      'src/Plot.vue': `<script setup>import { ref } from 'vue'; import { useFocus } from './focus'; const input = ref(null); const on = useFocus({ input });</script><template><input ref="input" />{{ on }}</template>`,
    });
    expect(foundBy('leaked-listener', survey)).toEqual(found);
  });

  test('what a component has made for itself where it was made, and not what its module has made', () => {
    const survey = surveyOf({
      'src/Plot.svelte': `<script context="module">import Hub from 'hub'; const hub = new Hub();</script>
        <script>import { onMount } from 'svelte'; import Chart from 'chart'; export let chart = new Chart(); let n = 0;
        onMount(() => { chart.on('pick', () => { n += 1; }); hub.on('dig', () => { n += 1; }); });</script><b>{n}</b>`,
    });
    expect(foundBy('leaked-listener', survey)).toEqual(['Plot.dig']);
  });

  test.each([
    ['by a method that is called as it goes', 'componentWillUnmount() { this.stop(); }', []],
    [
      'by a field that holds the method',
      "componentWillUnmount = () => { window.removeEventListener('resize', this.fit); };",
      [],
    ],
    ['by nobody', 'componentWillUnmount() { this.fit(); }', ['Plot.resize']],
  ])('ended %s', (_what, ending, found) => {
    const survey =
      one(`class Plot extends React.Component { componentDidMount() { window.addEventListener('resize', this.fit); }
      ${ending} fit = () => { this.setState({ n: 1 }); }; stop() { window.removeEventListener('resize', this.fit); } render() { return <b>{this.state.n}</b>; } }`);
    expect(foundBy('leaked-listener', survey)).toEqual(found);
  });
});

describe('leaked-listener: listeners of a D3 behaviour', () => {
  test.each([
    ['as it is made', "brushX().on('end', this.dug);", []],
    ['as it is made, by another name', "d3Zoom().extent(2).on('end', this.dug);", []],
    ['that a field holds', "this.brush = brushX(); this.brush.on('end', this.dug).on('start', this.dug);", []],
    ['of something else', "this.brush = openBrush(); this.brush.extent().on('end', this.dug);", ['Bed.end']],
  ])('%s', (_what, starts, found) => {
    const survey = surveyOf({
      'src/Bed.jsx': `import { brushX } from 'd3-brush'; import { zoom as d3Zoom } from 'd3-zoom'; import { openBrush } from './brush';
        export class Bed extends React.Component { dug = () => this.setState({ n: 1 }); componentDidMount() { ${starts} } render() { return <b>{this.state.n}</b>; } }`,
    });
    expect(foundBy('leaked-listener', survey)).toEqual(found);
  });
});

describe('leaked-listener: timers that wait for a change to be the last', () => {
  const bed = (effect: string): ReturnType<typeof one> =>
    one(
      `function Bed({ text }) { const timer = useRef(0); const [late, setLate] = useState(''); useEffect(() => { ${effect} }, [text]); return <b>{late}</b>; }`,
    );
  test.each([
    ['left to run', 'setTimeout(() => setLate(text), 300);', 1],
    ['ended', 'const late = setTimeout(() => setLate(text), 300); return () => clearTimeout(late);', 0],
    ['ended by the next', 'clearTimeout(timer.current); timer.current = setTimeout(() => setLate(text), 300);', 0],
    ['for the next moment alone', 'setTimeout(() => setLate(text), 0);', 0],
    ['that change nothing', 'setTimeout(() => timer.current.focus(), 300);', 0],
  ])('%s', (_what, effect, found) => {
    expect(foundBy('leaked-listener', bed(effect))).toHaveLength(found);
  });

  test('started by a watcher', () => {
    const survey = surveyOf({
      'package.json': '{ "dependencies": { "vue": "3.4.0" } }',
      'src/App.vue': `<script setup>import { ref, watch } from 'vue'; const text = ref(''); const late = ref('');
        watch(text, (now) => { setTimeout(() => { late.value = now; }, 300); });</script><template><input v-model="text" />{{ late }}</template>`,
    });
    expect(foundBy('leaked-listener', survey)).toEqual(['App.setTimeout']);
  });
});

test('leaked-listener: what a hook ends whose name depends on the version', () => {
  const survey = surveyOf({
    'package.json': '{ "dependencies": { "vue": "2.7.0" } }',
    'src/Bed.vue': `<script>import { hub, isVue3 } from './hub'; export default { created() { hub.addListener('dig', this.dig); },
      [isVue3 ? 'beforeUnmount' : 'beforeDestroy']() { hub.removeListener('dig', this.dig); }, methods: { dig() {} } };</script><template><b /></template>`,
  });
  expect(foundBy('leaked-listener', survey)).toEqual([]);
});

test.each([
  ['is left', '', ['Bed.observe']],
  ['is ended as the instance goes', `this.$once('hook:beforeDestroy', () => { sight.disconnect(); });`, []],
  ['is ended at another time', `this.$once('hook:updated', () => { sight.disconnect(); });`, ['Bed.observe']],
])('leaked-listener: what mounting starts and %s', (_what, ends, found) => {
  const survey = surveyOf({
    'package.json': '{ "dependencies": { "vue": "2.7.0" } }',
    'src/Bed.vue': `<script>export default { mounted() { const sight = new ResizeObserver(() => {}); sight.observe(document.body); ${ends} } };</script><template><b /></template>`,
  });
  expect(foundBy('leaked-listener', survey)).toEqual(found);
});

describe('leaked-listener: a store subscribed to by hand', () => {
  test.each([
    ['for good', 'soil.subscribe((now) => { depth = now; });', ['App.subscribe']],
    ['ended with the component', 'const stop = soil.subscribe((now) => { depth = now; }); onDestroy(stop);', []],
    ['ended somewhere', 'const stop = soil.subscribe((now) => { depth = now; if (now > 3) stop(); });', []],
    ['by the compiler', '$: depth = $soil;', []],
  ])('%s', (_what, script, found) => {
    const survey = surveyOf({
      'package.json': '{ "dependencies": { "svelte": "4.2.0" } }',
      'src/soil.js': `import { writable } from 'svelte/store'; export const soil = writable(1);`,
      'src/App.svelte': `<script>import { onDestroy } from 'svelte'; import { soil } from './soil'; let depth = 0; ${script}</script><b on:click={() => soil.set(2)}>{depth}</b>`,
    });
    expect(foundBy('leaked-listener', survey)).toEqual(found);
  });
});

test('a listener on something that the same run makes goes with it, however it is put there', () => {
  const survey = one(`export function Map({ box }) { useEffect(() => {
    const marker = new maps.Marker({ box }); maps.event.addListener(marker, 'click', () => console.log('dug'));
    maps.event.addListener(window.map, 'move', () => console.log('moved')); }, []); return <b>{box}</b>; }`);
  expect(foundBy('leaked-listener', survey)).toHaveLength(1);
});

test.each([
  ['of its own', 'bind:this={box}', []],
  ['of the page', '', ['Bed.observe']],
])('an element %s is observed', (_what, bound, found) => {
  const survey = surveyOf({
    'src/Bed.svelte': `<script>import { onMount } from 'svelte'; let box = document.body; onMount(() => { const seen = new IntersectionObserver(() => {}); seen.observe(box); });</script><b ${bound}>x</b>`,
  });
  expect(foundBy('leaked-listener', survey)).toEqual(found);
});

test.each([
  ['that the component provides itself, which goes with it', 'providers: [Feed],', '', []],
  ['that one above provides, which may stay', '', 'providers: [Feed],', ['Clock.subscribe']],
])('a stream of a service %s', (_who, own, above, found) => {
  const survey = surveyOf({
    'src/feed.ts': `import { Injectable } from '@angular/core'; import { Subject } from 'rxjs';
      @Injectable() export class Feed { readonly age = new Subject<number>(); grow() { this.age.next(1); } }`,
    'src/app.ts': `import { Component, inject } from '@angular/core'; import { Feed } from './feed';
      @Component({ selector: 'app-clock', ${own} template: '<b>{{ age }}</b>' })
      export class Clock { age = 0; constructor() { inject(Feed).age.subscribe((age) => { this.age = age; }); } }
      @Component({ selector: 'app-root', ${above} imports: [Clock], template: '@if (open) {<app-clock />}' }) export class App { open = true; }`,
  });
  expect(foundBy('leaked-listener', survey)).toEqual(found);
});
