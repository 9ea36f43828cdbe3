import { foundBy, one, surveyOf } from '../testing/project';
import type { Survey } from '../survey';

const SVELTE_5 = { 'package.json': '{ "dependencies": { "svelte": "5.1.0" } }' };

const SVELTE_4 = { 'package.json': '{ "dependencies": { "svelte": "4.2.0" } }' };

describe('direct-write and a setter beside it', () => {
  const app = (change: string): ReturnType<typeof one> =>
    one(`const sorted = (list) => Object.fromEntries(list); const ordered = (list) => list.sort();
      function App() { const [beds, setBeds] = useState([]);
      function add(bed) { ${change} }
      return <b onClick={() => add(1)}>{beds.length}</b>; }`);
  test.each([
    ['alone', 'beds.push(bed);', ['App.beds']],
    ['set to itself again', 'beds.push(bed); setBeds(beds);', ['App.beds']],
    ['set to itself under another name', 'const all = beds; all.push(bed); setBeds(all);', ['App.beds']],
    ['set to a list put together anew', 'beds.push(bed); setBeds([...beds]);', []],
    ['set to a copy', 'beds.push(bed); setBeds(beds.slice());', []],
    ['set to what a helper makes of it', 'beds.push(bed); setBeds(sorted(beds));', []],
    ['of which a helper sorts a part', 'const rows = ordered(beds.rows); console.log(rows);', []],
    ['made a copy of under a guard', 'let next = beds; if (bed) next = [...beds]; next.push(bed);', []],
    ['taken apart into a copy', 'const { first, ...rest } = beds; rest.last = bed;', []],
    ['set elsewhere', 'beds.push(bed); } function clear() { setBeds([]);', ['App.beds']],
  ])('%s', (_what, change, found) => {
    expect(foundBy('direct-write', app(change))).toEqual(found);
  });
});

describe('direct-write', () => {
  test.each([
    ['pushing to a list', 'beds.push(1)', ['Plot.beds']],
    ['setting a field', 'beds.size = 2', ['Plot.beds']],
    ['sorting in place', 'beds.sort()', ['Plot.beds']],
    ['deleting a field', 'delete beds.first', ['Plot.beds']],
    ['reading alone', 'beds.slice(1)', []],
    ['changing a spread copy', '{ const next = [...beds]; next.push(1); setBeds(next); }', []],
    ['changing what a method made anew', '{ const next = beds.map((b) => b); next.push(1); setBeds(next); }', []],
    ['sorting a slice', 'setBeds(beds.slice().sort())', []],
    ['changing a copy made of a list', '{ const next = Array.from(beds); next.splice(0, 1); setBeds(next); }', []],
    ['changing how an element of the page looks', 'beds.style.width = "4px"', []],
    ['changing the classes of an element of the page', 'beds.classList = "open"', []],
  ])('%s', (_what, change, found) => {
    const survey = one(`function Plot() { const [beds, setBeds] = useState([]);
      return <button onClick={() => ${change.startsWith('{') ? change : `{ ${change}; }`}} onBlur={() => setBeds([])}>{beds.length}</button>; }`);
    expect(foundBy('direct-write', survey)).toEqual(found);
  });

  test('in a child that was handed the list, it is told of the child', () => {
    const survey =
      one(`function Plot() { const [beds, setBeds] = useState([]); return <Bed beds={beds} onClear={() => setBeds([])} />; }
      function Bed({ beds, onClear }) { return <b onClick={() => { beds.push(1); }} onBlur={onClear}>{beds.length}</b>; }`);
    const [found] = survey.findings().filter((finding) => finding.rule === 'direct-write');
    expect(found).toMatchObject({ component: 'Bed', name: 'beds', components: ['Bed', 'Plot'] });
    expect(found?.related).toMatchObject([{ file: 'src/App.jsx', note: 'beds lives here.' }]);
  });

  test('a child that changes what was computed of the list, changes something else', () => {
    const survey =
      one(`function Plot() { const [beds, setBeds] = useState([]); return <Bed rows={beds.slice()} onClear={() => setBeds([])} />; }
      function Bed({ rows, onClear }) { return <b onClick={() => { rows[0] = 1; }} onBlur={onClear}>{rows.length}</b>; }`);
    expect(foundBy('direct-write', survey)).toEqual([]);
  });

  test('a copy that a child hands up may be changed by whoever takes it', () => {
    const survey = one(`function Plot() { const [beds, setBeds] = useState([]);
        return <Bed beds={beds} onPick={(rows) => { rows[0] = 1; setBeds(rows); }} />; }
      function Bed({ beds, onPick }) { return <b onClick={() => { const rows = beds.slice(); rows[1] = 2; onPick(rows); }}>{beds.length}</b>; }`);
    expect(foundBy('direct-write', survey)).toEqual([]);
  });

  test('a reference may be changed in place: nothing is rendered from it', () => {
    const survey = one(
      `function Plot() { const beds = useRef([]); return <b onClick={() => { beds.current.push(1); }} />; }`,
    );
    expect(foundBy('direct-write', survey)).toEqual([]);
  });

  test('where changing in place is how it is done, it is no finding', () => {
    const survey = surveyOf({
      'src/Plot.vue': `<script setup>
        import { ref } from 'vue';
        const beds = ref([]);
        function add() { beds.value.push(1); }
        </script>
        <template><button @click="add">{{ beds.length }}</button></template>`,
    });
    expect(foundBy('direct-write', survey)).toEqual([]);
  });
});

describe('direct-write: a plain variable where runes say what is state', () => {
  test.each([
    ['shown', 'let rows = $state(1); let beds = 0;', '{beds}{rows}', ['App.beds']],
    ['in a condition of the markup', 'let rows = $state(1); let beds = 0;', '{#if beds}{rows}{/if}', ['App.beds']],
    ['not shown', 'let rows = $state(1); let beds = 0;', '{rows}', []],
    ['declared as state', 'let beds = $state(0);', '{beds}', []],
    ['computed by a rune', 'let rows = $state(1); let beds = $derived(rows * 2);', '{beds}', []],
  ])('%s', (_what, script, markup, found) => {
    const survey = surveyOf({
      ...SVELTE_5,
      'src/App.svelte': `<script>${script} function add() { beds += 1; }</script><button onclick={add}>${markup}</button>`,
    });
    expect(foundBy('direct-write', survey)).toEqual(found);
  });

  test.each([
    ['an object made here', 'let bed = { depth: 0 };', ['App.bed']],
    ['an object that a context gives', "let bed = getContext('bed');", []],
    ['an object that some other function gives', 'let bed = makeBed();', []],
  ])('a field is set of %s', (_what, script, found) => {
    const survey = surveyOf({
      ...SVELTE_5,
      'src/App.svelte': `<script>import { getContext } from 'svelte'; import { makeBed } from 'beds'; let rows = $state(1); ${script} function dig() { bed.depth = 2; }</script>
        <button onclick={dig}>{bed.depth}{rows}</button>`,
    });
    expect(foundBy('direct-write', survey)).toEqual(found);
  });

  test('a store named like a rune makes no runes', () => {
    const survey = surveyOf({
      'package.json': '{ "dependencies": { "svelte": "5.0.0" } }',
      'src/App.svelte': `<script>import { state } from './state'; const shown = () => $state.rows.get(1); let beds = 0; function add() { beds += 1; }</script><button on:click={add}>{beds}{shown()}</button>`,
    });
    expect(foundBy('direct-write', survey)).toEqual([]);
  });

  test('without runes, each variable is state', () => {
    const survey = surveyOf({
      ...SVELTE_4,
      'src/App.svelte': `<script>let beds = 0; function add() { beds += 1; }</script><button on:click={add}>{beds}</button>`,
    });
    expect(foundBy('direct-write', survey)).toEqual([]);
  });
});

describe('direct-write: a list that is changed by a method', () => {
  test.each([
    ['and not assigned', 'beds.push(1);', ['App.beds']],
    ['and assigned to itself', 'beds.push(1); beds = beds;', []],
    ['for each of others, and then assigned', '[1, 2].forEach((one) => { beds.push(one); }); beds = beds;', []],
    ['of a copy', 'const more = [...beds]; more.push(1); beds = more;', []],
    ['by its place', 'beds[beds.length] = 1;', []],
  ])('%s', (_what, change, found) => {
    const survey = surveyOf({
      ...SVELTE_4,
      'src/App.svelte': `<script>let beds = []; function add() { ${change} }</script><b on:click={add}>{beds.length}</b>`,
    });
    expect(foundBy('direct-write', survey)).toEqual(found);
  });
});

test('direct-write: what is kept in a reference is changed there on purpose', () => {
  const survey = (text: string): string[] =>
    foundBy(
      'direct-write',
      one(`function App() { const [place, setPlace] = useState({ seen: false }); const held = useRef(place);
        return <b onClick={() => { ${text} = true; }} onFocus={() => setPlace({ seen: false })}>{place.seen}</b>; }`),
    );
  expect(survey('held.current.seen')).toEqual([]);
  expect(survey('place.seen')).toEqual(['App.place']);
});

describe('direct-write: elements changed on the way into a list of their own', () => {
  const beds = (change: string): ReturnType<typeof one> =>
    one(`function Beds() { const [beds, setBeds] = useState([{ open: false }]); const [n, setN] = useState(0);
      const act = () => { ${change} }; return <ul onClick={act}>{beds.map((bed) => <li>{bed.open}</li>)}{n}</ul>; }`);

  test.each([
    ['handed back and set', 'const rows = beds.map((bed) => { bed.open = true; return bed; }); setBeds(rows);', []],
    ['copied as they are handed back', 'setN(beds.map((bed) => { bed.open = true; return { ...bed }; }).length);', []],
    ['set by the function around', 'beds.forEach((bed) => { bed.open = true; }); setBeds([...beds]);', []],
    ['and left', 'beds.forEach((bed) => { bed.open = true; });', ['Beds.beds']],
  ])('%s', (_what, change, found) => {
    expect(foundBy('direct-write', beds(change))).toEqual(found);
  });
});

test('direct-write: what one function does to a value is one finding, with each of its changes', () => {
  const survey =
    one(`const move = (list, from, to) => { const [moved] = list.splice(from, 1); list.splice(to, 0, moved); return list; };
    function Beds() { const [beds, setBeds] = useState([1, 2]); return <ul onClick={() => setBeds(move(beds, 0, 1))}>{beds.length}</ul>; }`);
  const found = survey.findings().filter(({ rule }) => rule === 'direct-write');
  expect(found).toHaveLength(1);
  expect(found[0]?.related.map(({ note }) => note)).toEqual([
    'beds lives here.',
    'It is changed here as well (list.splice()).',
  ]);
});

describe('direct-write: what is no state of the screen', () => {
  test('an element that is kept in state is changed as elements are', () => {
    const survey =
      one(`function Bed() { const [box, setBox] = useState(); useLeaving(box); return <b ref={setBox} title={box} />; }
      function useLeaving(box) { useEffect(() => { box.tabIndex = '-1'; }, [box]); }`);
    expect(foundBy('direct-write', survey)).toEqual([]);
  });

  test('a plain variable that what sets it returns as well is only kept from run to run', () => {
    const bed = (set: string): ReturnType<typeof surveyOf> =>
      surveyOf({
        'package.json': '{ "dependencies": { "svelte": "5.0.0" } }',
        'src/Bed.svelte': `<script>let { depth } = $props(); let last = {}; ${set}</script><b>{shown.depth}</b><i>{last.depth}</i>`,
      });
    const returned = 'const shown = $derived.by(() => { if (depth > 1) last = { depth }; return last; });';
    expect(foundBy('direct-write', bed(returned))).toEqual([]);
    const other = 'const shown = $derived.by(() => ({ depth })); const dig = () => { last = { depth }; };';
    expect(foundBy('direct-write', bed(`${other} onMount(dig);`))).toEqual(['Bed.last']);
  });
});

describe('direct-write: a variable that holds something else by then', () => {
  const bed = (change: string): ReturnType<typeof one> =>
    one(`function App() { const [beds, setBeds] = useState([]); return <p><Bed rows={beds} /><i onClick={() => setBeds([1])} /></p>; }
      function Bed({ rows }) { let shown = rows; if (rows) { ${change} } return <b>{shown}</b>; }`);

  test.each([
    ['a list made anew', 'shown = []; rows.forEach((row) => { shown.push(row); });', []],
    ['an object made anew', 'shown = {}; shown.depth = 1;', []],
    ['the same', 'shown.push(1);', ['Bed.rows']],
  ])('%s', (_what, change, found) => {
    expect(foundBy('direct-write', bed(change))).toEqual(found);
  });
});

test('direct-write: a class that sets some of its state shows all of it', () => {
  const bed = (after: string): ReturnType<typeof one> =>
    one(`class Bed extends React.Component { state = { rows: [], done: false }; dig = () => { this.state.rows.push(1); ${after} };
      render() { return <b onClick={this.dig}>{this.state.rows.length}{this.state.done}</b>; } }`);
  expect(foundBy('direct-write', bed(''))).toEqual(['Bed.rows']);
  expect(foundBy('direct-write', bed('this.setState({ done: true });'))).toEqual([]);
});

describe('direct-write: state set in place where a class renders right after', () => {
  const bed = (method: string): Survey =>
    one(`class Bed extends React.Component {
      constructor(props) { super(props); this.state = { wet: props.wet }; }
      ${method}(next) { if (next.wet !== this.props.wet) this.state.wet = next.wet; }
      dry() { this.setState({ wet: 0 }); }
      render() { return <b onClick={() => this.dry()}>{this.state.wet}</b>; } }
    function App() { const [wet, setWet] = useState(1); return <main onClick={() => setWet(wet + 1)}><Bed wet={wet} /></main>; }`);

  test.each(['componentWillReceiveProps', 'UNSAFE_componentWillReceiveProps', 'componentWillUpdate'])(
    '%s',
    (method) => {
      expect(foundBy('direct-write', bed(method))).toEqual([]);
      // It follows what it was copied from.
      expect(foundBy('mirrored-state', bed(method))).toEqual([]);
    },
  );

  test.each(['componentDidUpdate', 'rain'])('not in %s', (method) => {
    expect(foundBy('direct-write', bed(method))).toEqual(['Bed.wet']);
  });
});

describe('direct-write: a plain variable beside state, where runes say what is state', () => {
  const found = (script: string, markup: string): string[] =>
    foundBy('direct-write', surveyOf({ ...SVELTE_5, 'src/Bed.svelte': `<script>${script}</script>${markup}` }));
  const button = '<button onclick={dig}>dig</button>';

  test.each([
    [
      'shown itself',
      'let deep = 0; let rows = $state([]); function dig() { deep = deep + 1; }',
      `${button}{deep}`,
      ['Bed.deep'],
    ],
    [
      'shown by what is computed there',
      'let deep = 0; let rows = $state([]); function dig() { deep = deep + 1; }',
      `${button}{deep * 2}`,
      ['Bed.deep'],
    ],
    [
      'put into state, which is shown',
      'let tool; let rows = $state([]); async function dig() { if (!tool) tool = await make(); rows[0] = tool.dig(1); }',
      `${button}{#each rows as row}{row}{/each}`,
      [],
    ],
  ])('%s', (_, script, markup, expected) => expect(found(script, markup)).toEqual(expected));
});

test.each([
  ['and returns a copy', '{ ...bed }', []],
  ['and returns it', 'bed', ['App.bed']],
])('direct-write: a helper that changes what it is passed %s', (_what, back, found) => {
  const survey = one(`function dig(bed) { bed.rows = bed.rows.map((row) => row + 1); return ${back}; }
      function App() { const [bed, setBed] = useState({ rows: [1] }); return <b onClick={() => setBed(dig(bed))}>{bed.rows}</b>; }`);
  expect(foundBy('direct-write', survey)).toEqual(found);
});

describe('direct-write, below what only looks again when it is passed another value', () => {
  const app = (template: string, add: string, child = '{{ beds.length }}'): ReturnType<typeof surveyOf> =>
    surveyOf({
      'src/app.ts': `import { ChangeDetectionStrategy, Component, Input } from '@angular/core';
        @Component({ selector: 'app-bed', changeDetection: ChangeDetectionStrategy.OnPush, template: '${child}' }) export class Bed { @Input() beds: number[] = []; @Input() count = 0; }
        @Component({ selector: 'app-root', template: '${template}<b (click)="add()">x</b>' }) export class App { beds = [1]; add() { ${add} } }`,
    });
  test.each([
    ['pushed to', '<app-bed [beds]="beds"></app-bed>', 'this.beds.push(2);', ['App.beds']],
    ['pushed to and set', '<app-bed [beds]="beds"></app-bed>', 'this.beds.push(2); this.beds = [...this.beds];', []],
    ['set anew', '<app-bed [beds]="beds"></app-bed>', 'this.beds = this.beds.concat(2);', []],
    ['pushed to, of which the length is passed', '<app-bed [count]="beds.length"></app-bed>', 'this.beds.push(2);', []],
  ])('a list that is %s', (_how, template, change, found) => {
    expect(foundBy('direct-write', app(template, change, '{{ beds.length }}{{ count }}'))).toEqual(found);
  });
});

test.each([
  ['each sets the list anew', 'setBeds([...beds]);', []],
  ['none sets it', 'console.log(beds);', ['Plot.beds']],
])('a helper changes an element of a list, and whoever calls it: %s', (_what, then, found) => {
  const survey = one(`function Plot() { const [beds, setBeds] = useState([{ id: 1, wet: false }]);
    const water = (bed) => { bed.wet = true; };
    const all = () => { water(beds[0]); ${then} };
    return <p onClick={() => all()}>{beds.map((bed) => <b key={bed.id}>{bed.wet}</b>)}</p>; }`);
  expect(foundBy('direct-write', survey)).toEqual(found);
});

test('a plain variable that only the script itself sets, as the component is made, is no state', () => {
  const of = (later: string): string[] =>
    foundBy(
      'direct-write',
      surveyOf({
        'src/Bed.svelte': `<script>let { wet = $bindable() } = $props(); let words = undefined; if (wet) { words = 'wet'; } ${later}</script><b>{words}</b>`,
      }),
    );
  expect(of('')).toEqual([]);
  expect(of(`function dry() { words = 'dry'; } dry();`)).toEqual(['Bed.words']);
});

test.each([
  ['who sets the variable to what it returns', 'items = without(items, 2);', []],
  ['who only calls it', 'without(items, 2);', ['Plot.items']],
])('a helper of another file changes a list of Svelte for one %s', (_what, then, found) => {
  const survey = surveyOf({
    'src/lists.js': `export function removeAt(list, at) { list.splice(at, 1); return list; } export function without(list, one) { return removeAt(list, list.findIndex((other) => other === one)); }`,
    'src/Plot.svelte': `<script>import { without } from './lists'; export let objects; let items = void 0; $: load(objects); function load() { items = void 0; if (objects) items = objects; }
      let others = []; function more() { others.push(1); others = others; }
      function take() { ${then} }</script><b on:click={take} on:dblclick={more}>{others.length}{#each items as item}{item}{/each}</b>`,
  });
  expect(foundBy('direct-write', survey)).toEqual(found);
});

test.each([
  ['and hands back a copy', 'beds.splice(at, 1); setBeds([...beds]);', []],
  ['and hands back the same', 'beds.splice(at, 1); setBeds(beds);', ['List.beds']],
  ['and hands back another', 'beds.splice(at, 1); setBeds([...rows]);', ['List.beds']],
])('a list is changed in place %s', (_what, drop, found) => {
  const survey =
    one(`function App() { const [beds, setBeds] = useState([]); return <main>{beds.length}<List beds={beds} setBeds={setBeds} /></main>; }
    function List({ beds, setBeds }) { const rows = [1]; const drop = (at) => { ${drop} }; return <ul>{beds.map((bed, at) => <i key={bed} onClick={() => drop(at)}>{bed}</i>)}</ul>; }`);
  expect(foundBy('direct-write', survey)).toEqual(found);
});

test.each([
  ['that may be a copy', 'try { row = clone(bed); } catch { row = null; }', []],
  ['that is the same', '', ['List.beds']],
])('a field is set of what a name holds %s', (_what, copies, found) => {
  const survey =
    one(`function App() { const [beds, setBeds] = useState([{ soil: 'clay' }]); return <main onClick={() => setBeds([])}><List beds={beds} /></main>; }
    function List({ beds }) { return <ul>{beds.map((bed) => { let row = bed; if (bed.wet) { ${copies} row.soil = 'sand'; } return <i key={row.soil}>{row.soil}</i>; })}</ul>; }`);
  expect(foundBy('direct-write', survey)).toEqual(found);
});

test('a setter of a hook that is called setState is one like any other', () => {
  const survey =
    one(`function Plot() { const [state, setState] = useState([]); const add = () => { state.push(1); setState(state); };
      return <b onClick={add}>{state.length}</b>; }`);
  expect(foundBy('direct-write', survey)).toEqual(['Plot.state']);
});

test.each([
  ['a class that sets the same list again', 'this.setState({ beds });', []],
  ['a class that sets nothing', '', ['Plot.beds']],
])('%s renders again', (_what, then, found) => {
  const survey =
    one(`class Plot extends React.Component { state = { beds: [] }; drop = (at) => { const { beds } = this.state; beds.splice(at, 1); ${then} };
      more = () => this.setState({ beds: [1] }); render() { return <b onClick={() => this.drop(1)} title={this.more}>{this.state.beds.length}</b>; } }`);
  expect(foundBy('direct-write', survey)).toEqual(found);
});

test.each([
  ['what a class outside makes', `import { Pump } from 'pumps'; const make = () => new Pump();`, 'pump.rate = 3', []],
  ['what a library makes', `import { start } from 'pumps'; const make = () => start();`, 'pump._rate = 3', []],
  [
    'what a function brings',
    `import { start } from './pumps'; const make = () => start();`,
    'pump.rate = 3',
    ['Bed.pump'],
  ],
  [
    'an instance with methods',
    `class Pump { set rate(n) { tell(n); } } const make = () => new Pump();`,
    'pump.rate = 3',
    [],
  ],
  [
    'a plain field of a class',
    `class Pump { rate = 1; }\n const make = () => new Pump();`,
    'pump.rate = 3',
    ['Bed.pump'],
  ],
  ['a date', `const make = () => new Date();`, 'pump.rate = 3', ['Bed.pump']],
])('state that holds an object is changed in place: %s', (_what, makes, change, found) => {
  const survey = one(`${makes}
    function Bed() { const [pump, setPump] = useState(null); useEffect(() => { setPump(make()); }, []);
      return <b onClick={() => { ${change}; }}>{pump?.rate}</b>; }`);
  expect(foundBy('direct-write', survey)).toEqual(found);
});

test('a list that is new on one way and the state’s own on another may be either', () => {
  const list = (begin: string): string[] =>
    foundBy(
      'direct-write',
      one(`function App() { const [beds, setBeds] = useState([{ rows: [] }]); return <main onClick={() => setBeds([])}><List beds={beds} /></main>; }
        function List({ beds }) { return <ul>{beds.map((bed) => { ${begin} if (bed.wet) rows.push(1); return <i key={bed.id}>{rows.length}</i>; })}</ul>; }`),
    );
  expect(list('let rows = []; if (bed.dry) rows = bed.rows;')).toEqual([]);
  expect(list('let rows = bed.rows;')).toEqual(['List.beds']);
});

test.each([
  ['by its name', 'this.state.beds', ['Plot.beds']],
  ['by a name that is made at run time', 'this.state[side]', []],
])('a list that is sorted in place is taken %s', (_what, list, found) => {
  const survey = one(`class Plot extends React.Component { state = { beds: [], trays: [] };
    sort(side) { const list = ${list}; list.sort(); }
    render() { return <b onClick={() => this.sort('beds')}>{this.state.beds.length}{this.state.trays.length}<i onClick={() => this.setState({ beds: [], trays: [] })} /></b>; } }`);
  expect(foundBy('direct-write', survey)).toEqual(found);
});

test.each([
  ['by its name', 'this.bedOpen', ['Plot.beds']],
  ['by a name that is made at run time', 'this[side + "Open"]', []],
])('a function that changes what it is given is called %s', (_what, open, found) => {
  const survey = one(`class Plot extends React.Component { state = { beds: [] };
    bedOpen = (list) => { list.push(1); };
    trayOpen = (list) => { show(list); };
    open(side) { const run = ${open}; run(this.state.beds); }
    render() { return <b onClick={() => this.open('bed')}>{this.state.beds.length}<i onClick={() => this.setState({ beds: [] })} /></b>; } }`);
  expect(foundBy('direct-write', survey)).toEqual(found);
});

test.each([
  ['and nothing else', 'dig() { this.state.wet = true; }', '', '', ['Bed.wet']],
  ['and rendered by force', 'dig() { this.state.wet = true; this.forceUpdate(); }', '', '', []],
  [
    'and set by a method that is called',
    'dig() { this.state.wet = true; this.rake(); } rake() { this.setState({ n: 1 }); }',
    '',
    '',
    [],
  ],
  [
    'and set as an object that is not to be seen',
    'dig(next) { this.state.wet = true; this.setState(next); }',
    '',
    '',
    [],
  ],
  [
    'and set by another name of the instance',
    'dig() { const self = this; this.state.wet = true; self.setState({ n: 1 }); }',
    '',
    '',
    [],
  ],
  ['as the instance is made', 'dig() {}', 'if (props.wet) this.state.wet = true;', '', []],
  ['while it is rendered', 'dig() {} soak() { this.state.wet = true; }', '', 'this.soak();', []],
])('state of a class is changed in place, %s', (_what, methods, making, rendering, found) => {
  const survey =
    one(`class Bed extends React.Component { constructor(props) { super(props); this.state = { wet: false, n: 0 }; ${making} } ${methods}
      render() { ${rendering} return <b onClick={() => this.dig()}>{this.state.wet}<i onClick={() => this.setState({ wet: false })} /></b>; } }`);
  expect(foundBy('direct-write', survey)).toEqual(found);
});

test.each([
  ['shows', '{this.state.fields.length ? 1 : 2}', ['Plot.fields']],
  ['only asks in its methods', 'x', []],
])('a list that is changed in place, and that a class %s', (_what, shown, found) => {
  const survey = one(`class Plot extends React.Component { state = { fields: [] };
    add(field) { this.state.fields.push(field); } reset() { this.setState({ fields: [] }); } isReady() { return this.state.fields.every((one) => one.ready()); }
    render() { return <b onClick={() => this.add(1)}>${shown}</b>; } }`);
  expect(foundBy('direct-write', survey)).toEqual(found);
});

test.each([
  ['an object of the state', 'plots[id]', ['Bed.plots']],
  ['an object of the state, or an instance made here', 'plots[id] || new Plot(id)', []],
])('what is changed is %s', (_what, plot, found) => {
  const survey = one(`class Plot { show() { return this.wet; } }
    function Bed({ id }) { const [plots, setPlots] = useState({}); const plot = useMemo(() => ${plot}, [id]);
      return <b onClick={() => { plot.wet = true; }} onBlur={() => setPlots({})}>{plots[id].wet}</b>; }`);
  expect(foundBy('direct-write', survey)).toEqual(found);
});

test.each([
  ['sets it anew by what a context brings', 'update();', []],
  ['does not', '', ['Beds.data']],
])('direct-write: a function that changes what it is given in place, and %s', (_how, sets, found) => {
  const survey = one(`const Item = createContext({}); const Data = createContext({ update() {} });
    function App() { const [data, setData] = useState({ beds: [] }); const update = useCallback((next) => setData((data) => clone(next ?? data)), []);
      return <Data.Provider value={{ update }}><Item.Provider value={data}><Beds /></Item.Provider></Data.Provider>; }
    function Beds() { const { update } = useContext(Data); const item = useContext(Item);
      const add = () => {
        item.beds.push(1);
        ${sets}
      };
      return <b onClick={add}>{item.beds.length}</b>; }`);
  expect(foundBy('direct-write', survey)).toEqual(found);
});

test.each([
  ['JSON.parse(JSON.stringify(bed))', []],
  ['clone(bed)', []],
  ['{ ...bed }', ['Item.bed']],
])('a part of what may be a copy, made by %s', (copy, found) => {
  const survey = one(`import { clone } from 'clone';
    export function App() { const [bed, setBed] = useState({ depth: 1, soil: {} }); return <Item bed={bed} onBed={setBed} />; }
    function Item({ bed, onBed }) {
      useEffect(() => { let row = bed; if (bed.depth) { row = ${copy}; row.soil.depth = 5; } draw(row); }, [bed]);
      return <b onClick={() => onBed({ depth: 3, soil: {} })}>{bed.depth}</b>;
    }`);
  expect(foundBy('direct-write', survey)).toEqual(found);
});

describe('what a context or a prop gives, changed in place and set as a copy of what is around it', () => {
  const found = (change: string, by = 'useContext(Plan)'): string[] =>
    foundBy(
      'direct-write',
      one(`const Plan = createContext(null);
      function App() { const [plan, setPlan] = useState({ beds: [] }); return <Plan.Provider value={{ plan, setPlan }}><b>{plan.beds.length}</b><Desk plan={plan} setPlan={setPlan} /></Plan.Provider>; }
      function Desk(props) { const { plan, setPlan } = ${by}; return <i onClick={() => { ${change} }} />; }`),
    );

  test.each([
    ['const beds = plan.beds; beds.push(1); setPlan({ ...plan, beds });', []],
    ['plan.beds[0].wet = true; const next = { ...plan }; setPlan(next);', []],
    ['plan.beds.push(1); setPlan(plan);', ['Desk.plan']],
    ['plan.beds.push(1);', ['Desk.plan']],
  ])('%s', (change, expected) => {
    expect(found(change)).toEqual(expected);
    expect(found(change, 'props')).toEqual(expected);
  });
});

test('what is changed while a component renders is a note: it is shown at once, and stays changed', () => {
  const level = (bed: string): string[] =>
    one(`function App() { const [beds, setBeds] = useState([{ soil: null }]); return <main onClick={() => setBeds([])}><List beds={beds} /></main>; }
      function List({ beds }) { ${bed} }`)
      .findings()
      .filter(({ rule }) => rule === 'direct-write')
      .map((one) => one.level);
  const mend = "if (bed.soil === null) bed.soil = 'sand';";
  expect(level(`return <ul>{beds.map((bed) => { ${mend} return <li>{bed.soil}</li>; })}</ul>;`)).toEqual(['note']);
  expect(level(`const bed = beds[0]; ${mend} return <b>{bed.soil}</b>;`)).toEqual(['note']);
  expect(level(`const bed = beds[0]; return <b onClick={() => { ${mend} }}>{bed.soil}</b>;`)).toEqual(['error']);
});

describe('direct-write: set outside the zone', () => {
  const found = (body: string): string[] =>
    foundBy(
      'direct-write',
      surveyOf({
        'src/app.ts': `import { ChangeDetectorRef, Component, inject, NgZone, signal } from '@angular/core';
          @Component({ selector: 'app-root', template: '{{ depth }} {{ wet() }}' }) export class App { depth = 0; wet = signal(false); zone = inject(NgZone); changes = inject(ChangeDetectorRef); ${body} }`,
      }),
    );

  test.each([
    ['a field', 'start() { this.zone.runOutsideAngular(() => { this.depth = 3; }); }', ['App.depth']],
    [
      'by a timer that starts there',
      'start() { this.zone.runOutsideAngular(() => { setInterval(() => { this.depth = 3; }, 10); }); }',
      ['App.depth'],
    ],
    [
      'by a method that is called there alone',
      'start() { this.zone.runOutsideAngular(() => { this.dig(); }); } dig() { this.depth = 3; }',
      ['App.depth'],
    ],
    [
      'by a method that is called elsewhere as well',
      'start() { this.zone.runOutsideAngular(() => { this.dig(); }); } dig() { this.depth = 3; } stop() { this.dig(); }',
      [],
    ],
    [
      'and back in it',
      'start() { this.zone.runOutsideAngular(() => { this.zone.run(() => { this.depth = 3; }); }); }',
      [],
    ],
    [
      'and told',
      'start() { this.zone.runOutsideAngular(() => { this.depth = 3; this.changes.markForCheck(); }); }',
      [],
    ],
    ['a signal', 'start() { this.zone.runOutsideAngular(() => { this.wet.set(true); }); }', []],
    ['in the zone', 'start() { setInterval(() => { this.depth = 3; }, 10); }', []],
  ])('%s', (_what, body, expected) => {
    expect(found(body)).toEqual(expected);
  });
});

describe('a scope that is set where no digest follows', () => {
  test.each([
    ['by a timer of the page', 'setTimeout(function () { $scope.size = 1; });', 1],
    ['by a listener of an element', "$element.on('keyup', function () { $scope.size = 1; });", 1],
    ['and looked at then', 'setTimeout(function () { $scope.size = 1; $scope.$digest(); });', 0],
    ['within what looks at it', 'setTimeout(function () { $scope.$apply(function () { $scope.size = 1; }); });', 0],
    ['later, by the family’s own timer', 'setTimeout(function () { $timeout(function () { $scope.size = 1; }); });', 0],
    ['by the family’s own timer', '$timeout(function () { $scope.size = 1; });', 0],
  ])('%s', (_what, sets, found) => {
    const survey = surveyOf({
      'index.html': '<html ng-app="beds"><body ng-controller="House">{{ size }}</body></html>',
      'app.js': `angular.module('beds', []).controller('House', function ($scope, $element, $timeout) { $scope.size = 0; ${sets} });`,
    });
    expect(foundBy('direct-write', survey)).toHaveLength(found);
  });
});
