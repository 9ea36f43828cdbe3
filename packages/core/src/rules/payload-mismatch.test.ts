import { foundBy, one, surveyOf } from '../testing/project';
import type { Survey } from '../survey';

test.each([
  ['is read as it is', 'setN(event.detail.height)', 1],
  ['is asked for first', 'if (event.detail.height) setN(event.detail.height)', 0],
])('payload-mismatch: a field that nobody sends and %s', (_how, reads, times) => {
  const survey = one(`function App() { const [n, setN] = useState(0);
      useEffect(() => { const on = (event) => { ${reads}; }; window.addEventListener('bed:dug', on); return () => window.removeEventListener('bed:dug', on); }, []);
      return <b onClick={() => window.dispatchEvent(new CustomEvent('bed:dug', { detail: { depth: 1 } }))}>{n}</b>; }`);
  expect(foundBy('payload-mismatch', survey)).toHaveLength(times);
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

  test.each([
    ['in another order', 'onDig(depth, bed)', ['Bed.onDig']],
    ['one of them twice, so that names say nothing of the order', 'onDig(depth, bed, depth)', []],
  ])('the names that a function takes, %s', (_how, call, found) => {
    const survey =
      one(`function App() { const [n, setN] = useState(0); return <Bed n={n} onDig={(bed, depth, last) => setN(bed - depth)} />; }
      function Bed({ n, onDig }) { const [bed, depth] = [n, 2]; return <b onClick={() => ${call}} />; }`);
    expect(foundBy('payload-mismatch', survey)).toEqual(found);
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

test('an event is emitted, a callback is called', () => {
  const messageOf = (survey: Survey): string =>
    survey.findings().find(({ rule }) => rule === 'payload-mismatch')?.message ?? '';
  const inVue = surveyOf({
    'src/main.js': `import { createApp } from 'vue'; import App from './App.vue'; createApp(App).mount('#app');`,
    'src/App.vue': `<script setup>import Bed from './Bed.vue'; function dug(a, b) { console.log(a.x, b.x); }</script><template><Bed @dig="dug" /></template>`,
    'src/Bed.vue': `<script setup>const emit = defineEmits(['dig']);</script><template><b @click="emit('dig', 1)">x</b></template>`,
  });
  expect(messageOf(inVue)).toBe('Bed emits dig with one argument, but App also expects b.');
  expect(
    messageOf(
      one(`function App() { return <Bed onDig={(a, b) => console.log(a.x, b.x)} />; }
        function Bed({ onDig }) { return <b onClick={() => onDig(1)} />; }`),
    ),
  ).toBe('Bed calls onDig with one argument, but App also expects b.');
});

test('an event that markup sends on as it came counts on nothing', () => {
  const survey = surveyOf({
    'src/Bed.vue': `<template><b @click="dig" /></template><script>export default { methods: { dig() { this.$emit('dig'); } } }</script>`,
    'src/Plot.vue': `<template><Bed @dig="$emit('dig', $event)" /></template><script>import Bed from './Bed.vue'; export default { components: { Bed } }</script>`,
    'src/App.vue': `<template><Plot /></template><script>import Plot from './Plot.vue'; export default { components: { Plot } }</script>`,
  });
  expect(foundBy('payload-mismatch', survey)).toEqual([]);
});

test('which function is called by a name that is made at run time is not known', () => {
  const bed = (call: string): string[] =>
    foundBy(
      'payload-mismatch',
      one(`function App() { return <Bed onDig={(a, b) => console.log(a.x, b.x)} name="onDig" />; }
        function Bed(props) { return <b onClick={() => ${call}} />; }`),
    );
  expect(bed('props.onDig(1)')).toEqual(['Bed.onDig']);
  expect(bed('props[props.name](1)')).toEqual([]);
});

test.each([
  ['as little', 'onDig(1)', ['Bed.onDig', 'Row.onDig']],
  ['more', 'onDig(1, 2)', []],
])('others who call what the same context holds give it %s', (_what, call, found) => {
  const survey = one(`const Menu = createContext({});
    function App() { return <Menu.Provider value={{ onDig: (bed, row) => console.log(bed.x, row.y) }}><Bed /><Row /></Menu.Provider>; }
    function Bed() { const { onDig } = useContext(Menu); return <b onClick={() => onDig(1)} />; }
    function Row() { const { onDig } = useContext(Menu); return <b onClick={() => ${call}} />; }`);
  expect(foundBy('payload-mismatch', survey)).toEqual(found);
});
