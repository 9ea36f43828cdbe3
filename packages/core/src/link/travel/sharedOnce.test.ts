/** What is the same whoever asks is followed once: shared values, plain helpers, the readers of a context, what goes back to a parent. */
import { one, surveyOf, trailsOf } from '../../testing/project';

test('a module’s own variable reaches a component once, and all that read it by helpers', () => {
  const gauges = Array.from({ length: 40 }, (_, n) => n);
  const survey = surveyOf({
    'src/climate.js': `let current = 'en';
export function set(next) { current = next; }
function path(key) { return current + key; }
export function say(key) { return path(key) + path('unit'); }`,
    'src/App.jsx': `import { say, set } from './climate';
${gauges.map((n) => `function Gauge${n}() { return <b title={say('a')}>{say('b')}{say('c')}</b>; }`).join('\n')}
export function App() { return <main onClick={() => set('sv')}>${gauges.map((n) => `<Gauge${n} />`).join('')}</main>; }`,
  });
  const { readers } = survey.trail('store:current');
  expect(readers.map(({ component }) => component).sort()).toEqual(gauges.map((n) => `Gauge${n}`).sort());
});

test('what a helper gives back goes to the call that asked for it, and to no other', () => {
  const survey = one(`
    const clamp = (value, low) => (value < low ? low : value);
    function Desk() {
      const [heat] = useState(1); const [damp] = useState(2);
      return <><Gauge value={clamp(heat, 0)} /><Dial value={clamp(damp, 0)} /></>;
    }
    function Gauge({ value }) { return <b>{value}</b>; }
    function Dial({ value }) { return <i>{value}</i>; }`);
  expect(trailsOf(survey, 'Desk.heat')).toEqual(['Desk.heat > Gauge.value']);
  expect(trailsOf(survey, 'Desk.damp')).toEqual(['Desk.damp > Dial.value']);
});

test('one value given to a helper by two calls comes out of both', () => {
  const survey = one(`
    const half = (value) => pick(value);
    function pick(value) { return value; }
    function Desk() { const [heat] = useState(1); return <><Gauge value={half(heat)} /><Dial value={half(heat)} /></>; }
    function Gauge({ value }) { return <b>{value}</b>; }
    function Dial({ value }) { return <i>{value}</i>; }`);
  expect(trailsOf(survey, 'Desk.heat')).toEqual(['Desk.heat > Dial.value', 'Desk.heat > Gauge.value']);
});

test('a helper that hands a value out by a variable around its function', () => {
  const survey = one(`
    function first(rows) { let found = null; rows.forEach((row) => { found = row; }); return found; }
    function Desk() { const [rows] = useState([]); return <Gauge row={first(rows)} />; }
    function Gauge({ row }) { return <b>{row.label}</b>; }`);
  expect(trailsOf(survey, 'Desk.rows')).toEqual(['Desk.rows > (part)Gauge.row']);
});

test('helpers that call each other in a circle', () => {
  const survey = one(`
    function left(node) { return node.leaf ? node : right(node.right); }
    function right(node) { return node.leaf ? node : left(node.left); }
    function Desk() { const [tree] = useState(null); return <Gauge leaf={left(tree)} />; }
    function Gauge({ leaf }) { return <b>{leaf}</b>; }`);
  expect(trailsOf(survey, 'Desk.tree').at(-1)).toContain('Gauge.leaf');
});

test('a function that calls what it is given is told apart call by call', () => {
  const survey = one(`
    const apply = (pick, value) => pick(value);
    function Desk() {
      const [heat] = useState({});
      return <><Gauge value={apply((h) => h.low, heat)} /><Dial value={apply((h) => h.high, heat)} /></>;
    }
    function Gauge({ value }) { return <b>{value}</b>; }
    function Dial({ value }) { return <i>{value}</i>; }`);
  expect(trailsOf(survey, 'Desk.heat')).toEqual(['Desk.heat > (part)Dial.value', 'Desk.heat > (part)Gauge.value']);
});

test('a context’s readers get the fields they take', () => {
  const survey = one(`
    const Stores = createContext(null);
    const useStores = () => useContext(Stores);
    function Desk() {
      const [heat] = useState(0); const [damp] = useState(0);
      return <Stores.Provider value={{ heat, damp }}><Gauge /><Dial /><Whole /></Stores.Provider>;
    }
    function Gauge() { const { heat } = useStores(); return <b>{heat}</b>; }
    function Dial() { const { damp } = useStores(); return <i>{damp}</i>; }
    function Whole() { const all = useStores(); return <i>{JSON.stringify(all)}</i>; }`);
  expect(
    survey
      .document()
      .hops.map(({ from, to }) => `${from.name} > ${to.holder.split('#')[1]}`)
      .sort(),
  ).toEqual(['damp > Dial', 'damp > Whole', 'heat > Gauge', 'heat > Whole']);
});

test('what comes out of a callback goes back to the parent it came from', () => {
  const survey = one(`
    function List({ rows, children }) { return <ul>{rows.map((row) => children(row))}</ul>; }
    function Alarms() { const [alarms] = useState([]); return <List rows={alarms}>{(alarm) => <Gauge value={alarm} />}</List>; }
    function Plans() { const [plans] = useState([]); return <List rows={plans}>{(plan) => <Dial value={plan} />}</List>; }
    function Gauge({ value }) { return <b>{value}</b>; }
    function Dial({ value }) { return <i>{value}</i>; }`);
  expect(trailsOf(survey, 'Alarms.alarms').at(-1)).toBe(
    'Alarms.alarms > List.rows > slot:(part)Alarms.alarm~ > Gauge.value',
  );
  expect(trailsOf(survey, 'Alarms.alarms').join()).not.toContain('Plans');
});

test('what a mixin reads of the attributes is what was given beyond the props, not all of the instance', () => {
  const survey = surveyOf({
    'src/App.vue': `<template><Field :value="text" title="a" /></template>
<script>
import Field from './Field.vue';
export default { components: { Field }, data() { return { text: '' }; } };
</script>`,
    'src/Field.vue': `<template><Plain v-bind="given" /></template>
<script>
import Plain from './Plain.vue';
import passing from './passing';
export default { components: { Plain }, mixins: [passing], props: ['value'], data() { return { draft: this.value }; } };
</script>`,
    'src/passing.js': `import Vue from 'vue';\nexport default { computed: { given() { return { ...this.$attrs }; } } };`,
    'src/Plain.vue': `<template><b :title="title">{{ draft }}</b></template>\n<script>export default { props: ['title', 'draft'] };</script>`,
  });
  const hops = survey.document().hops.map(({ from, to }) => `${from.name} > ${to.name}`);
  expect(hops).toContain('title > title');
  expect(hops).not.toContain('draft > draft');
});

test('wrappers within wrappers that give a context in one branch only', () => {
  const level = (n: number): string => `const C${n} = createContext(0);
    function W${n}({ on, children }) { return on ? <C${n}.Provider value={on}>{children}</C${n}.Provider> : <i>{children}</i>; }`;
  const depth = 14;
  const levels = Array.from({ length: depth }, (_, n) => n);
  const survey = one(`${levels.map(level).join('\n')}
    function Reader() { return <b>{useContext(C0)}{useContext(C${depth - 1})}</b>; }
    function App() { const [x] = useState(0); return ${levels.map((n) => `<W${n} on={x}>`).join('')}<Reader />${levels.map((n) => `</W${depth - 1 - n}>`).join('')}; }`);
  const { trails } = survey.trail('App.x');
  const read = trails
    .filter(({ stops }) => stops.at(-1)?.component === 'Reader')
    .map(({ stops }) => stops[1]?.component);
  expect(read.sort()).toEqual(['W0', `W${depth - 1}`]);
});

test('what is computed of an object and spread into props is not said to be any of them', () => {
  const survey = one(`
    function Desk({ a, b }) { const [heat] = useState(0); return <Gauge {...decorate({ heat, a })} />; }
    function Gauge({ heat, title }) { return <b title={title}>{heat}</b>; }`);
  expect(trailsOf(survey, 'Desk.heat')).toEqual([]);
});
