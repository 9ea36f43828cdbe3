import { foundBy, one, surveyOf } from '../testing/project';

const APP = `function App() { const [depth, setDepth] = useState(1); return <main onClick={() => setDepth(depth + 1)}><Bed depth={depth} /></main>; }`;

describe('a copy that changes together with what it was copied from', () => {
  const found = (change: string, reset = ''): string[] =>
    foundBy(
      'mirrored-state',
      one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth}>${reset}<Bed depth={depth} onDepth={(to) => setDepth(to)} /></main>; }
        function Bed(props) { const [own, setOwn] = useState(props.depth); const change = (to) => { ${change} }; return <Spade onDig={change}>{own}</Spade>; }
        function Spade({ onDig, children }) { return <b onClick={() => onDig(3)}>{children}</b>; }`),
    );

  test.each([
    ['each change is handed up as well', 'setOwn(to); props.onDepth && props.onDepth(to);', '', []],
    ['something else is handed up', 'setOwn(to); props.onDepth(0);', '', ['Bed.own']],
    ['it is changed above as well', 'setOwn(to); props.onDepth(to);', '<i onClick={() => setDepth(0)} />', ['Bed.own']],
  ])('%s', (_what, change, reset, expected) => {
    expect(found(change, reset)).toEqual(expected);
  });

  test('an effect brings it in step by functions of the component and a timer', () => {
    const survey =
      one(`function App() { const [lit, setLit] = useState(false); return <main title={lit} onClick={() => setLit(!lit)}><Lid lit={lit} /></main>; }
      function Lid({ lit }) { const [own, setOwn] = useState(lit);
        const show = () => { setTimeout(() => { setOwn(true); }, 9); }; const hide = () => { setTimeout(() => setOwn(false), 9); };
        useEffect(() => { if (lit) show(); else hide(); }, [lit]); return <b>{own}</b>; }`);
    expect(foundBy('mirrored-state', survey)).toEqual([]);
  });
});

describe('a state that starts as a prop', () => {
  const bed = (body: string): ReturnType<typeof one> => one(`${APP}\nfunction Bed({ depth }) { ${body} }`);

  test('and then changes on its own, is mirrored', () => {
    const survey = bed(`const [deep, setDeep] = useState(depth); return <b onClick={() => setDeep(4)}>{deep}</b>;`);
    expect(foundBy('mirrored-state', survey)).toEqual(['Bed.deep']);
    expect(foundBy('frozen-read', survey)).toEqual([]);
  });

  test('and is named for the moment it mounts, only starts as that', () => {
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Bed openOnMount={depth > 1} /></main>; }
      function Bed({ openOnMount }) { const [open, setOpen] = useState(openOnMount); return <b onClick={() => setOpen(true)}>{open}</b>; }`);
    expect(foundBy('mirrored-state', survey)).toEqual([]);
  });

  test.each([
    ['an effect', 'useEffect(() => { setDeep(depth); }, [depth]);', 'setDeep(4)'],
    ['a reset', '', 'setDeep(deep > 3 ? depth : 4)'],
    ['a reset by a button', 'const undo = () => { setDeep(depth); };', 'deep > 3 ? undo() : setDeep(4)'],
  ])('and is kept in step by %s, is well', (_how, step, dig) => {
    const survey = bed(
      `const [deep, setDeep] = useState(depth); ${step} return <b onClick={() => { ${dig}; }}>{deep}</b>;`,
    );
    expect(foundBy('mirrored-state', survey)).toEqual([]);
  });

  test.each([
    ['handed back when it is done', 'onDug(deep)'],
    ['saved', 'saveDepth(deep)'],
  ])('and is %s, is a draft', (_how, done) => {
    const survey = one(`import { saveDepth } from 'some-garden';
        function App() { const [depth, setDepth] = useState(1); return <main title={depth}><Bed depth={depth} onDug={(deep) => setDepth(deep)} /></main>; }
        function Bed({ depth, onDug }) { const [deep, setDeep] = useState(depth); return <b onClick={() => setDeep(4)} onBlur={() => ${done}}>{deep}</b>; }`);
    expect(foundBy('mirrored-state', survey)).toEqual([]);
  });

  test.each([
    ['stays while another one is picked', '', ['Bed.deep']],
    ['starts anew with each that is picked', 'key={picked}', []],
  ])('and is a draft of one of a list, in a component that %s', (_what, key, found) => {
    const survey =
      one(`function App() { const [beds, setBeds] = useState([{ depth: 1 }, { depth: 2 }]); const [picked, setPicked] = useState(0);
        const bed = beds.find((one) => one.id === picked);
        return <main onClick={() => setPicked(1)}><Bed ${key} bed={bed} onDug={(depth) => setBeds([{ depth }])} /></main>; }
        function Bed({ bed, onDug }) { const [deep, setDeep] = useState(bed.depth); return <b onClick={() => setDeep(4)} onBlur={() => onDug(deep)}>{deep}</b>; }`);
    expect(foundBy('mirrored-state', survey)).toEqual(found);
  });

  test('and was taken by a key that is chosen at run time, may be a copy of anything', () => {
    const survey = one(`${APP}
      function Bed(props) { const field = props.side ? 'depth' : 'width'; const [deep, setDeep] = useState(props[field]); return <b title={props.depth} onClick={() => setDeep(4)}>{deep}</b>; }`);
    expect(foundBy('mirrored-state', survey)).toEqual([]);
  });

  test('and says by its own name that it is the first value only, is meant to go its own way', () => {
    const survey = bed(
      `const [initialDepth, setInitial] = useState(depth); return <b onClick={() => setInitial(4)}>{initialDepth}</b>;`,
    );
    expect(foundBy('mirrored-state', survey)).toEqual([]);
  });

  test('and never changes, shows the first value for good', () => {
    const survey = bed(`const [deep] = useState(depth); return <b>{deep}</b>;`);
    expect(foundBy('frozen-read', survey)).toEqual(['Bed.deep']);
    expect(foundBy('mirrored-state', survey)).toEqual([]);
  });

  test('and never changes, of what never changes either, is well', () => {
    const survey = one(`function App() { return <Bed depth={2} />; }
      function Bed({ depth }) { const [deep] = useState(depth); return <b>{deep}</b>; }`);
    expect(foundBy('frozen-read', survey)).toEqual([]);
  });

  test.each(['initialDepth', 'defaultDepth', 'startDepth'])('called %s, is meant to go its own way', (name) => {
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); return <main onClick={() => setDepth(2)}><Bed ${name}={depth} /></main>; }
      function Bed({ ${name} }) { const [deep, setDeep] = useState(${name}); return <b onClick={() => setDeep(4)}>{deep}</b>; }`);
    expect(foundBy('mirrored-state', survey)).toEqual([]);
  });

  test('and is computed anew on every render instead, is no copy', () => {
    const survey = bed(`const deep = useMemo(() => depth * 2, [depth]); return <b>{deep}</b>;`);
    expect([...foundBy('mirrored-state', survey), ...foundBy('frozen-read', survey)]).toEqual([]);
  });
});

test('a copy that a subscription keeps in step', () => {
  const found = (runs: string): string[] =>
    foundBy(
      'mirrored-state',
      surveyOf({
        'package.json': '{ "dependencies": { "svelte": "4.2.0" } }',
        'src/soil.js': `import { writable } from 'svelte/store'; export const soil = writable('wet');`,
        'src/App.svelte': `<script>import { onDestroy } from 'svelte'; import { soil } from './soil'; let now = $soil; onDestroy(soil.subscribe((value) => { ${runs} }));</script>
          <input bind:value={now} /><b on:click={() => soil.set('dry')}>{now}</b>`,
      }),
    );
  expect(found('now = value;')).toEqual([]);
  expect(found('console.log(value);')).toEqual(['App.now']);
});

test('an object that a context gives is the same for all, whatever is set in it', () => {
  const survey = surveyOf({
    'src/App.svelte': `<script>import { setContext } from 'svelte'; import Bed from './Bed.svelte'; export let soil; setContext('soil', soil); let n = 0;</script><Bed /><b on:click={() => (n += 1)}>{n}</b>`,
    'src/Bed.svelte': `<script>import { getContext } from 'svelte'; let soil = getContext('soil'); function dig() { soil.deep = 2; }</script><b on:click={dig}>{soil.deep}</b>`,
    'src/Root.svelte': `<script>import App from './App.svelte'; let soil = { deep: 1 }; function dry() { soil = { deep: 0 }; }</script><App {soil} /><b on:click={dry}>x</b>`,
  });
  expect(foundBy('mirrored-state', survey)).toEqual([]);
});

test.each([
  ['what a library makes of it', 'useDerived(() => { onPage(setOwn)(level); }, [level]);', []],
  ['nobody', 'const turn = () => setOwn(2);', ['Dial.own']],
])('the function that sets the copy is given to %s', (_what, code, found) => {
  const survey =
    one(`function Desk() { const [level, setLevel] = useState(1); return <main onClick={() => setLevel(level + 1)}>{level}<Dial level={level} /></main>; }
    function Dial({ level }) { const [own, setOwn] = useState(level); ${code} return <b>{own}</b>; }`);
  expect(foundBy('mirrored-state', survey)).toEqual(found);
});

test.each([
  ['back to the source', 'this.isOpen = this.open', []],
  ['on its own', 'this.isOpen = !this.isOpen', ['Box.isOpen']],
])('a copy on an instance of Vue is set %s', (_what, change, found) => {
  const survey = surveyOf({
    'src/Box.vue': `<template><b @click="done" :class="{ open: isOpen }">{{ open }}</b></template><script>
      export default { props: { open: Boolean }, data() { return { isOpen: this.open }; }, methods: { done() { ${change}; } } };</script>`,
    'src/App.vue': `<template><Box :open="on" /><i @click="on = !on" /></template><script>import Box from './Box.vue';
      export default { components: { Box }, data: () => ({ on: false }) };</script>`,
  });
  expect(foundBy('mirrored-state', survey)).toEqual(found);
});
