/** Events: sent and not heard, listened for and never sent, sent with other than what is taken. */
import { foundBy, one, surveyOf } from '../testing/project';

/** A parent that listens to a child, as single-file components. */
function pair(listens: string, bed: string, props = ''): ReturnType<typeof surveyOf> {
  return surveyOf({
    'src/main.js': `import { createApp } from 'vue'; import App from './App.vue'; createApp(App).mount('#app');`,
    'src/App.vue': `<script setup>import Bed from './Bed.vue'; function dug(a, b) { console.log(a, b); }</script><template><main><Bed ${listens} /></main></template>`,
    'src/Bed.vue': `<script setup>${props} const emit = defineEmits(['dig', 'rake']);</script><template><b ${bed}>x</b></template>`,
  });
}

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

describe('payload-mismatch', () => {
  test('what a package makes of a function is another function', () => {
    const survey = one(`import { useTable } from 'some-table';
      function App() { return <Bed rowOf={(row, depth) => row.at(depth)} />; }
      function Bed({ rowOf }) { const table = useTable({ rowOf }); return <b>{table.rows()}</b>; }`);
    expect(foundBy('payload-mismatch', survey)).toEqual([]);
  });

  test.each([
    ['computed with', '(bed, depth) => setN(bed * depth)', ['Bed.onDig']],
    ['handed on to what counts on it', '(bed, depth) => both(bed, depth)', ['Bed.onDig']],
    ['handed on to what asks for it', '(bed, depth) => either(bed, depth)', []],
    ['handed on to something outside', '(bed, depth) => outside(bed, depth)', []],
    ['handed on twice to something outside', '(bed, depth) => further(bed, depth)', []],
    ['only spread', '(bed, depth) => outside({ bed, ...depth })', []],
    ['read in one branch', '(bed, depth) => { if (bed.dry) setN(depth * 2); }', []],
  ])('an argument that is %s', (_how, takes, found) => {
    const survey = one(`import { outside } from 'some-garden';
      const both = (bed, depth) => bed + depth; const either = (bed, depth) => (depth ? bed : 0);
      const further = (bed, depth) => { outside(bed, depth); };
      function App() { const [n, setN] = useState(0); return <Bed n={n} onDig={${takes}} />; }
      function Bed({ n, onDig }) { return <b title={n} onClick={() => onDig(2)} />; }`);
    expect(foundBy('payload-mismatch', survey)).toEqual(found);
  });

  test('what a function has as a field is another function', () => {
    const survey =
      one(`function App() { const dig = (bed, depth) => console.log(bed * depth); dig.stop = () => {}; return <Bed onDig={dig} />; }
      function Bed({ onDig }) { return <b onClick={() => onDig.stop()} />; }`);
    expect(foundBy('payload-mismatch', survey)).toEqual([]);
  });

  test('arguments bound in front arrive first', () => {
    const survey =
      one(`function App() { const [n, setN] = useState(0); const dig = (bed, depth) => setN(bed * depth); return <Row n={n} onDig={dig} />; }
      function Row({ n, onDig }) { return <Bed onDig={onDig.bind(null, n)} />; }
      function Bed({ onDig }) { return <b onClick={() => onDig(2)} />; }`);
    expect(foundBy('payload-mismatch', survey)).toEqual([]);
    const { writers } = survey.trail('App.n');
    expect(writers.map(({ component }) => component)).toEqual(['Bed']);
  });

  test('a call with nothing, beside one with a value, takes the value back', () => {
    const survey =
      one(`function App() { const [n, setN] = useState(0); return <Bed n={n} onDig={(depth) => setN(depth * 2)} />; }
      function Bed({ n, onDig }) { return <b title={n} onClick={() => onDig(2)} onBlur={() => onDig()} />; }`);
    expect(foundBy('payload-mismatch', survey)).toEqual([]);
  });

  test('more arguments are needed than are given', () => {
    const survey =
      one(`function App() { const [n, setN] = useState(0); return <Bed n={n} onDig={(bed, depth) => setN(bed * depth)} />; }
      function Bed({ n, onDig }) { return <b title={n} onClick={() => onDig(2)} />; }`);
    expect(foundBy('payload-mismatch', survey)).toEqual(['Bed.onDig']);
  });

  test.each([
    ['fewer are taken than are given', '() => setN(1)', 'onDig(2)'],
    ['as many are taken', '(depth) => setN(depth)', 'onDig(2)'],
    ['a further one is asked for first', '(depth, rows) => { if (rows) setN(depth * rows); }', 'onDig(2)'],
    ['a further one is looked into where it is there', '(depth, rows) => setN(rows && rows.length)', 'onDig(2)'],
    [
      'a further one is compared with nothing',
      '(depth, rows) => { if (rows === undefined) return; setN(rows); }',
      'onDig(2)',
    ],
    ['a further one is replaced where it is missing', '(depth, rows) => setN(depth * (rows ?? 1))', 'onDig(2)'],
    ['a further one is looked into with care', '(depth, rows) => setN(rows?.length)', 'onDig(2)'],
    ['a further one has a default', '(depth, rows = 1) => setN(depth * rows)', 'onDig(2)'],
    ['the fields are there', '({ depth }) => setN(depth)', 'onDig({ depth: 2, rows: 1 })'],
    ['what is sent cannot be seen into', '({ depth }) => setN(depth)', 'onDig(window.plot)'],
  ])('%s', (_what, taken, sent) => {
    const survey = one(`function App() { const [n, setN] = useState(0); return <Bed n={n} onDig={${taken}} />; }
      function Bed({ n, onDig }) { return <b title={n} onClick={() => ${sent}} />; }`);
    expect(foundBy('payload-mismatch', survey)).toEqual([]);
  });
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

describe('payload-mismatch: an argument that is only compared', () => {
  const bed = (look: string): ReturnType<typeof one> =>
    one(`function App() { const [at, setAt] = useState(1); const look = (row) => { ${look} }; return <Bed look={look} on={() => setAt(2)} />; }
      function Bed({ look, on }) { return <b title={look()} onClick={on} />; }`);

  test.each([
    ['with something else', 'return row === at ? 1 : 2;', []],
    ['by another function', 'const isAt = (one) => one === at; return isAt(row) ? 1 : 2;', []],
    ['no, computed with', 'return row + at;', ['Bed.look']],
    ['and read as well', 'return row === at ? 1 : row.depth;', ['Bed.look']],
  ])('%s', (_what, look, found) => {
    expect(foundBy('payload-mismatch', bed(look))).toEqual(found);
  });
});

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
    ['on an element that stays', `const box = frame.current; box.addEventListener('dig', () => setN(1));`, 1],
    [
      'ended by a signal',
      `const stop = new AbortController(); window.addEventListener('resize', () => setN(1), { signal: stop.signal }); return () => stop.abort();`,
      0,
    ],
  ])('%s', (_what, effect, found) => {
    expect(foundBy('leaked-listener', bed(effect))).toHaveLength(found);
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
    ['another one is', `const plot = start(id); plot.on('dig', () => setN(1));`, 'other.destroy();', 1],
    ['nothing is', `const plot = start(id); plot.on('dig', () => setN(1));`, 'log(n);', 1],
  ])('%s', (_what, start, end, found) => {
    expect(foundBy('leaked-listener', bed(start, end))).toHaveLength(found);
  });
});

describe('leaked-listener: what goes with its component', () => {
  test('what the component made itself, also through another name of the instance', () => {
    const survey = surveyOf({
      'src/Plot.vue': `<script>import Chart from 'chart'; import hub from './hub';
        export default { mounted() { const vm = this; this.chart = new Chart(this.$el); this.chart.on('pick', () => vm.$emit('pick')); vm.chart.axis.on('zoom', () => {});
          const pen = new Pen(this.$el); pen.on('draw', () => {}); hub.on('dig', () => {}); } };</script><template><b /></template>`,
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

test.each([
  ['is left', '', ['Bed.observe']],
  ['is ended as the instance goes', `this.$once('hook:beforeDestroy', () => { sight.disconnect(); });`, []],
  ['is ended at another time', `this.$once('hook:updated', () => { sight.disconnect(); });`, ['Bed.observe']],
])('leaked-listener: what mounting starts and %s', (_what, ends, found) => {
  const survey = surveyOf({
    'package.json': '{ "dependencies": { "vue": "2.7.0" } }',
    'src/Bed.vue': `<script>export default { mounted() { const sight = new ResizeObserver(() => {}); sight.observe(this.$el); ${ends} } };</script><template><b /></template>`,
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

describe('one-of-many', () => {
  test.each([
    ['in a list', '{beds.map((bed) => <Bed key={bed} ref={first} />)}', 1],
    ['once', '<Bed ref={first} />', 0],
    [
      'in a list, each by a function of its own',
      '{beds.map((bed) => <Bed key={bed} ref={(one) => all.current.push(one)} />)}',
      0,
    ],
    ['in one of several tabs', '<Tabs tabs={[{ name: "a", panel: useMemo(() => <Bed ref={first} />, []) }]} />', 0],
    ['in a function that is called for each', '<Rows rows={beds}>{(bed) => <Bed key={bed} ref={first} />}</Rows>', 1],
  ])('%s', (_what, markup, found) => {
    const survey =
      one(`function Tabs({ tabs }) { return <p>{tabs.map((tab) => <i key={tab.name}>{tab.panel}</i>)}</p>; }
      function Rows({ rows, children }) { return <p>{rows.map((row) => children(row))}</p>; }
      function App({ beds }) { const first = useRef(null); const all = useRef([]);
        return <main onClick={() => first.current.dig()}>${markup}</main>; }
      const Bed = forwardRef(function Bed(props, ref) { return <b ref={ref} />; });`);
    expect(foundBy('one-of-many', survey)).toHaveLength(found);
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
