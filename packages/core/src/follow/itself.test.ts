/** A value is told from what is computed from it, and following ends at a mark. */
import { one, surveyOf, trailsOf } from '../testing/project';

const COMPUTED = `
function Desk() { const [rows, setRows] = useState([]); return <Zone rows={rows} hottest={Math.max(...rows)} onRows={setRows} />; }
function Zone({ rows, hottest, onRows }) { return <Bench rows={rows} hottest={hottest} onRows={onRows} />; }
function Bench({ rows, hottest, onRows }) { return <Gauge rows={rows} hottest={hottest} onRows={onRows} />; }
function Gauge({ rows, hottest, onRows }) { return <b onClick={() => onRows([])}>{rows.length}{hottest}</b>; }`;

test('a trail is computed from the first hop on that carries what is computed', () => {
  const { trails, readers, relays } = one(COMPUTED).trail('Desk.rows');
  expect(
    trails.filter(({ direction }) => direction === 'down').map(({ stops, computed }) => [stops.at(-1)?.name, computed]),
  ).toEqual([
    ['rows', undefined],
    ['hottest', true],
  ]);
  expect(readers.map(({ component, name, computed }) => [component, name, computed])).toEqual([
    ['Desk', 'rows', undefined],
    ['Gauge', 'rows', undefined],
    ['Gauge', 'hottest', true],
  ]);
  expect(relays.filter(({ computed }) => computed).map(({ component }) => component)).toEqual(['Zone', 'Bench']);
});

test('whoever computes something from it reads it, and says what it is and where to follow it', () => {
  const [trail] = one(COMPUTED).trail('Desk.rows').trails;
  expect(trail?.stops[0]?.computes).toEqual([
    { name: 'hottest', component: 'Zone', value: 'src/App.jsx#Zone.hottest' },
  ]);
});

test('what is computed is a value of its own, at home where it is computed', () => {
  const survey = one(COMPUTED);
  expect(trailsOf(survey, 'Desk.hottest')).toEqual(['Desk.hottest > Zone.hottest~ > Bench.hottest~ > Gauge.hottest']);
  expect(survey.trail('Bench.hottest').homes).toMatchObject([{ component: 'Desk', cell: 'hottest' }]);
});

test('what is computed and given by a spread is a value of its own too', () => {
  const survey = one(`
    function Desk() {
      const [rows] = useState([]);
      const steps = { hottest: Math.max(...rows) };
      return <Zone {...steps} />;
    }
    function Zone({ hottest }) { return <Gauge hottest={hottest} />; }
    function Gauge({ hottest }) { return <b>{hottest}</b>; }`);
  expect(trailsOf(survey, 'Gauge.hottest')).toEqual(['Desk.hottest > overflow:Zone.hottest~ > Gauge.hottest']);
});

test('rules, the sheet and Homes count the value itself', () => {
  const survey = one(COMPUTED);
  const drilled = survey.findings().filter(({ rule }) => rule === 'drilled-prop');
  expect(drilled.map(({ component, names }) => [component, names])).toEqual([['Zone', ['rows', 'hottest']]]);
  const cell = survey.document().cells.find(({ name }) => name === 'rows')?.id;
  const marks = survey.document().marks?.filter((mark) => mark.cell === cell && !mark.computed);
  expect(marks?.map(({ component }) => component.slice(component.indexOf('#') + 1))).toEqual([
    'Desk',
    'Zone',
    'Bench',
    'Gauge',
  ]);
  expect(survey.homes('Desk.rows').readers).toEqual(['Desk', 'Gauge']);
});

test('where the value and what is computed from it both get to, the value counts', () => {
  const survey = one(`
    function Desk() { const [rows] = useState([]); return <Gauge rows={rows} count={rows.length + 1} />; }
    function Gauge({ rows, count }) { return <b>{rows.join()}{count}</b>; }`);
  const mark = survey
    .document()
    .marks?.find(({ cell, component }) => cell.endsWith('.rows') && component.endsWith('Gauge'));
  expect(mark).toMatchObject({ roles: ['reader'], name: 'rows' });
  expect(mark).not.toHaveProperty('computed');
});

test('a value that lies too deep ends at a mark, and nothing is concluded about it', () => {
  const survey = one(`
    function Desk() { const [level] = useState(0); return <Zone all={{ a: { b: { c: { d: { level } } } } }} />; }
    function Zone({ all }) { return <Gauge all={all} />; }
    function Gauge({ all }) { return <b>{all.a.b.c.d.level}</b>; }`);
  const { cut } = survey.trail('Desk.level');
  expect(cut).toBe('the value is nested more than three fields deep');
  expect(survey.document().project.cut).toBe(1);
  expect(survey.why('Desk.level', 'Gauge').says).toContain(
    'That may not be all, as it was not followed everywhere: the value is nested',
  );
  expect(survey.findings().filter(({ rule }) => rule === 'unresolved')).toMatchObject([
    { name: 'level', message: 'level is not followed everywhere: the value is nested more than three fields deep.' },
  ]);
});

test('an object that holds a copy of itself is not followed round', () => {
  const survey = one(`
    function Desk() {
      const [all, setAll] = useState({});
      const keep = (row) => setAll({ ...all, before: all, [row.id]: { row, all } });
      return <Gauge rows={all} onKeep={keep} />;
    }
    function Gauge({ rows, onKeep }) { return <b onClick={() => onKeep({ id: 1 })}>{rows.total}</b>; }`);
  expect(trailsOf(survey, 'Desk.all')).toEqual(['Desk.all > Gauge.rows', 'up Gauge.onKeep > Desk.all']);
});

test('of too many ways the shortest to each reader is told, and how many are left', () => {
  const level = (n: number): string =>
    `function L${n}({ x }) { return <>${`<L${n + 1} x={x} />`.repeat(1)}<M${n + 1} x={x} /></>; }
     function M${n}({ x }) { return <>${`<L${n + 1} x={x} />`.repeat(1)}<M${n + 1} x={x} /></>; }`;
  const survey = one(`function Desk() { const [x] = useState(0); return <L0 x={x} />; }
    ${Array.from({ length: 12 }, (_, n) => level(n)).join('\n')}
    function L12({ x }) { return <b>{x}</b>; }
    function M12({ x }) { return <i>{x}</i>; }`);
  const { trails, left } = survey.trail('Desk.x');
  expect(trails.map(({ stops }) => [stops.length, stops.at(-1)?.component])).toEqual([
    [14, 'L12'],
    [14, 'M12'],
  ]);
  expect(left).toBeGreaterThan(400);
  expect(survey.trail('Desk.x', 'L12').trails.every(({ stops }) => stops.at(-1)?.component === 'L12')).toBe(true);
});

test('a list’s elements are not the fields of an object, and a method of that name is its own', () => {
  const survey = surveyOf({
    'src/Desk.vue': `<template><Gauge :rows="shown" /></template>
<script>
import Gauge from './Gauge.vue';
export default {
  components: { Gauge },
  data() { return { rows: [], open: false }; },
  computed: { shown() { return this.filter(this.rows); } },
  methods: { filter(rows) { return rows.filter((row) => row.open); } },
};
</script>`,
    'src/Gauge.vue': `<template><b v-for="row in rows">{{ row }}</b></template>\n<script setup>defineProps(['rows'])</script>`,
  });
  expect(trailsOf(survey, 'Desk.rows')).toEqual(['Desk.rows > Gauge.rows']);
  expect(trailsOf(survey, 'Desk.open')).toEqual([]);
});

test('the ways to one component are told where they are asked for', () => {
  const survey = one(`
    function Desk() { const [x, setX] = useState(0); return <><Zone x={x} onX={setX} /><Gauge x={x} /></>; }
    function Zone({ x, onX }) { return <div onClick={() => onX(1)}><Gauge x={x} /><Dial x={x} /></div>; }
    function Gauge({ x }) { return <b>{x}</b>; }
    function Dial({ x }) { return <i>{x}</i>; }`);
  const { trails, readers } = survey.trail('Desk.x', 'Gauge');
  expect(trails.map(({ stops }) => stops.map((stop) => stop.component).join(' > '))).toEqual([
    'Desk > Zone > Gauge',
    'Desk > Gauge',
  ]);
  expect(readers.map(({ component }) => component)).toEqual(['Gauge']);
  expect(survey.trail('Desk.x', 'Zone').trails.map(({ direction }) => direction)).toEqual(['up']);
});
