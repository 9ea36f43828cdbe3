/** What is held by reference, told to the whole page, or used in place of its value. */
import { foundBy, one, surveyOf } from '../testing/project';

describe('dangling-handle', () => {
  const plot = (offers: string, calls: string): ReturnType<typeof one> =>
    one(`const Bed = forwardRef(function Bed({ name }, ref) { ${offers} });
      function Plot() { const bed = useRef(null); ${calls}; }`);
  const offers = 'useImperativeHandle(ref, () => ({ dig() {} })); return <b>{name}</b>;';
  const shown = 'return <p><Bed ref={bed} name="a" /></p>';

  test.each([
    ['what is offered', offers, `${shown.replace('<p>', '<p onClick={() => bed.current.dig()}>')}`, []],
    ['what is not', offers, `${shown.replace('<p>', '<p onClick={() => bed.current.rake()}>')}`, ['Plot.rake']],
    [
      'with care, what is not',
      offers,
      `${shown.replace('<p>', '<p onClick={() => bed.current?.rake()}>')}`,
      ['Plot.rake'],
    ],
    ['in an effect', offers, `useEffect(() => { bed.current.dig(); }, []); ${shown}`, []],
    ['while rendering', offers, `bed.current.dig(); ${shown}`, ['Plot.dig']],
    [
      'an element’s own',
      'return <b ref={ref}>{name}</b>;',
      `useEffect(() => { bed.current.focus(); }, []); ${shown}`,
      [],
    ],
  ])('%s', (_what, offered, calls, found) => {
    expect(foundBy('dangling-handle', plot(offered, calls))).toEqual(found);
  });
});

describe('lost-overflow', () => {
  const given = (template: string, script = ''): ReturnType<typeof surveyOf> =>
    surveyOf({
      'package.json': '{ "dependencies": { "vue": "3.4.0" } }',
      'src/App.vue': `<script setup>import Bed from './Bed.vue';</script><template><main><Bed name="a" title="b" /></main></template>`,
      'src/Bed.vue': `<script setup>defineProps(['name']); ${script}</script><template>${template}</template>`,
    });

  test.each([
    ['two roots', '<b>{{ name }}</b><i />', '', ['App.title']],
    ['one root', '<b>{{ name }}</b>', '', []],
    ['one of two roots takes them', '<b>{{ name }}</b><i v-bind="$attrs" />', '', []],
    ['one or the other root', '<b v-if="name">{{ name }}</b><i v-else />', '', []],
    [
      'they are taken by the script',
      '<b>{{ name }}{{ rest.title }}</b><i />',
      "import { useAttrs } from 'vue'; const rest = useAttrs();",
      [],
    ],
  ])('%s', (_what, template, script, found) => {
    expect(foundBy('lost-overflow', given(template, script))).toEqual(found);
  });
});

describe('open-broadcast', () => {
  const page = (listener: string, sender: string): ReturnType<typeof one> =>
    one(`function App() { return <main><Plot /><Sign /></main>; }
      function Plot() { const [n, setN] = useState(0); ${listener} return <p title={n}><Bed /></p>; }
      function Sign() { const [n, setN] = useState(0); ${sender.includes('Sign') ? listener : ''} return <i>{n}</i>; }
      function Bed() { return <b onClick={() => window.dispatchEvent(new CustomEvent('dug'))} />; }`);
  const hears = `useEffect(() => { const on = () => setN(1); window.addEventListener('dug', on); return () => window.removeEventListener('dug', on); }, []);`;

  test('heard by the one above alone', () => {
    expect(foundBy('open-broadcast', page(hears, ''))).toEqual(['Bed.dug']);
  });

  test('heard by another branch as well', () => {
    expect(foundBy('open-broadcast', page(hears, 'Sign'))).toEqual([]);
  });
});

describe('bare-store', () => {
  test.each([
    ['a reference shown', 'return <b>{depth}</b>;', ['Bed.depth']],
    ['what it holds shown', 'return <b>{depth.current}</b>;', []],
    ['handed to an element', 'return <b ref={depth} />;', []],
    ['handed to a helper', 'measure(depth); return <b ref={depth} />;', []],
  ])('%s', (_what, body, found) => {
    const survey = one(
      `function measure(ref) { return ref.current; } function Bed() { const depth = useRef(0); ${body} }`,
    );
    expect(foundBy('bare-store', survey)).toEqual(found);
  });

  test.each([
    ['asked in a script as it is', 'if (open) console.log(1);', ['Bed.open']],
    ['asked by its value', 'if (open.value) console.log(1);', []],
  ])('%s', (_what, script, found) => {
    const survey = surveyOf({
      'src/Bed.vue': `<script setup>import { ref } from 'vue'; const open = ref(false); function dig() { ${script} open.value = true; }</script><template><b @click="dig">{{ open }}</b></template>`,
    });
    expect(foundBy('bare-store', survey)).toEqual(found);
  });
});

describe('wide-prop', () => {
  const chain = (bed: string): ReturnType<typeof one> =>
    one(`function App() { const [soil, setSoil] = useState({ depth: 1, kind: 'clay', rows: [] });
        return <main onClick={() => setSoil({ depth: 2, kind: 'loam', rows: [] })}>{soil.rows.length}{soil.kind}<Plot soil={soil} /></main>; }
      function Plot({ soil }) { return <Bed soil={soil} />; }
      ${bed}`);

  test.each([
    ['one field is read', 'function Bed({ soil }) { return <b>{soil.depth}</b>; }', ['Plot.soil']],
    ['taken apart, one field is read', 'function Bed({ soil: { depth } }) { return <b>{depth}</b>; }', ['Plot.soil']],
    ['all of it is spread', 'function Bed({ soil }) { return <b {...soil} />; }', []],
    ['it is handed to something unknown', 'function Bed({ soil }) { return <b>{JSON.stringify(soil)}</b>; }', []],
  ])('%s', (_what, bed, found) => {
    expect(foundBy('wide-prop', chain(bed))).toEqual(found);
  });
});

describe('silent-write', () => {
  const store = (set: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      'src/depth.js': `let depth = 1; const listeners = new Set();
        export function subscribe(listener) { listeners.add(listener); return () => listeners.delete(listener); }
        export const read = () => depth;
        const tell = () => { for (const listener of listeners) listener(); };
        export function dig(to) { ${set} }`,
      'src/Bed.jsx': `import { useSyncExternalStore } from 'react'; import { subscribe, read, dig } from './depth';
        export function Bed() { const depth = useSyncExternalStore(subscribe, read); return <b onClick={() => dig(2)}>{depth}</b>; }`,
    });

  test.each([
    ['set and told by a helper', 'depth = to; tell();', 0],
    ['set and not told', 'depth = to;', 1],
    ['told only where it differs', 'if (to === depth) return; depth = to; tell();', 0],
  ])('%s', (_what, set, found) => {
    expect(foundBy('silent-write', store(set))).toHaveLength(found);
  });

  test('what no component reads is nobody’s to be told of', () => {
    const survey = surveyOf({
      'src/depth.js': `let depth = 1; let turns = 0; const listeners = new Set();
        export function subscribe(listener) { listeners.add(listener); turns = turns + 1; return () => listeners.delete(listener); }
        export const read = () => depth; export function dig(to) { depth = to; for (const listener of listeners) listener(); }`,
      'src/Bed.jsx': `import { useSyncExternalStore } from 'react'; import { subscribe, read, dig } from './depth';
        export function Bed() { const depth = useSyncExternalStore(subscribe, read); return <b onClick={() => dig(2)}>{depth}</b>; }`,
    });
    expect(foundBy('silent-write', survey)).toEqual([]);
  });

  test('a handler of an event that puts what it is given by takes no subscription', () => {
    const survey = one(`let depths = [1];
      function Bed() { const [picked, setPicked] = useState([]); const onPick = (depth) => { if (depth > 9) depths = [...depths, depth]; setPicked([...picked, depth]); };
        return <b onClick={() => onPick(depths[0])}>{picked.length}</b>; }`);
    expect(foundBy('silent-write', survey)).toEqual([]);
  });
});

describe('one-of-many, chosen among them', () => {
  const app = (ref: string): ReturnType<typeof one> =>
    one(`const Bed = forwardRef(function Bed({ n }, ref) { return <b ref={ref}>{n}</b>; });
      function App({ beds, at }) { const first = useRef(null); useEffect(() => { first.current.focus(); });
        const rows = []; beds.forEach((n, i) => { ${ref} }); return <main>{rows}</main>; }`);
  test.each([
    ['one for all', 'rows.push(<Bed key={n} n={n} ref={first} />);', ['App.first']],
    ['given to one by its value', 'rows.push(<Bed key={n} n={n} ref={n === at ? first : null} />);', []],
    [
      'given to one by a branch',
      'if (i === 0) { rows.push(<Bed key={n} n={n} ref={first} />); } else { rows.push(<Bed key={n} n={n} />); }',
      [],
    ],
  ])('%s', (_how, ref, found) => {
    expect(foundBy('one-of-many', app(ref))).toEqual(found);
  });
});

describe('bare-store: a reference that is always there', () => {
  const bed = (use: string): ReturnType<typeof one> =>
    one(`function Bed() { const box = useRef(null); useEffect(() => { ${use} }); return <b ref={box} />; }`);
  test.each([
    ['decided by the reference itself', 'if (box) start();', ['Bed.box']],
    ['decided by what it holds', 'if (box.current) start();', []],
    ['asked for by habit, before what it holds', 'if (box && box.current) start();', []],
    ['asked for by habit, after another condition', 'if (ready && box && box.current.open) start();', []],
    ['asked for by habit, around what it holds', 'if (box) { box.current.focus(); }', []],
  ])('%s', (_how, use, found) => {
    expect(foundBy('bare-store', bed(use))).toEqual(found);
  });
});
