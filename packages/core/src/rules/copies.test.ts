/** One fact in two homes: kept in step by hand, kept once and gone stale, or kept by several beside each other. */
import { foundBy, one, surveyOf } from '../testing/project';

const APP = `function App() { const [depth, setDepth] = useState(1); return <main onClick={() => setDepth(depth + 1)}><Bed depth={depth} /></main>; }`;

describe('what is copied once on purpose', () => {
  const bed = (use: string, state: string): ReturnType<typeof one> =>
    one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}>${use}</main>; }
      function Bed({ depth }) { ${state} }`);
  test.each([
    [
      'a constant that a child starts from',
      '<Bed depth={3} />',
      'const [own, setOwn] = useState(depth); return <b onClick={() => setOwn(4)}>{own}</b>;',
      [],
    ],
    [
      'a value that comes later',
      '<Bed depth={depth} />',
      'const [debouncedDepth, setDebounced] = useState(depth); useEffect(() => { const late = setTimeout(() => setDebounced(depth), 9); return () => clearTimeout(late); }, [depth]); return <b>{debouncedDepth}</b>;',
      [],
    ],
    [
      'a value with a home of its own',
      '<Bed depth={depth} />',
      'const [own, setOwn] = useState(depth); return <b onClick={() => setOwn(4)}>{own}</b>;',
      ['Bed.own'],
    ],
  ])('%s', (_what, use, state, found) => {
    expect(foundBy('mirrored-state', bed(use, state))).toEqual(found);
    expect(foundBy('frozen-read', bed(use, state))).toEqual([]);
  });
});

describe('state of a class that is derived before each rendering', () => {
  const bed = (derive: string): ReturnType<typeof one> =>
    one(`class Bed extends React.Component { state = { depth: this.props.depth }; ${derive} render() { return <b>{this.state.depth}</b>; } }
      function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Bed depth={depth} /></main>; }`);

  test('without, the copy goes stale', () => {
    expect(foundBy('frozen-read', bed(''))).toEqual(['Bed.depth']);
  });

  test.each([
    ['from the props', 'static getDerivedStateFromProps(props) { return { depth: props.depth }; }'],
    [
      'where they changed',
      'static getDerivedStateFromProps(props, state) { if (props.depth === state.depth) return null; return { depth: props.depth }; }',
    ],
    [
      'after an update',
      'componentDidUpdate(before) { if (before.depth !== this.props.depth) this.setState({ depth: this.props.depth }); }',
    ],
  ])('%s, it is kept in step', (_how, derive) => {
    expect(foundBy('frozen-read', bed(derive))).toEqual([]);
    expect(foundBy('mirrored-state', bed(derive))).toEqual(['Bed.depth']);
  });
});

describe('a state that starts as a prop', () => {
  const bed = (body: string): ReturnType<typeof one> => one(`${APP}\nfunction Bed({ depth }) { ${body} }`);

  test('and then changes on its own, is mirrored', () => {
    const survey = bed(`const [deep, setDeep] = useState(depth); return <b onClick={() => setDeep(4)}>{deep}</b>;`);
    expect(foundBy('mirrored-state', survey)).toEqual(['Bed.deep']);
    expect(foundBy('frozen-read', survey)).toEqual([]);
  });

  test('and is kept in step by an effect, is mirrored', () => {
    const survey = bed(
      `const [deep, setDeep] = useState(depth); useEffect(() => { setDeep(depth); }, [depth]); return <b>{deep}</b>;`,
    );
    expect(foundBy('mirrored-state', survey)).toEqual(['Bed.deep']);
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

describe('what runs once and takes a value then', () => {
  const app = `<script setup>import { ref } from 'vue'; import Bed from './Bed.vue'; const depth = ref(1);</script>
    <template><Bed :depth="depth" @dig="depth = 2" /></template>`;
  const bed = (script: string, shown: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      'package.json': '{ "dependencies": { "vue": "3.4.0" } }',
      'src/App.vue': app,
      'src/Bed.vue': `<script setup>import { computed, toRef, ref } from 'vue';
        const props = defineProps(['depth']); const emit = defineEmits(['dig']); ${script}</script>
        <template><b @click="emit('dig')">{{ ${shown} }}</b></template>`,
    });

  test.each([
    ['out of the props object', 'const deep = props.depth;', 'deep', ['Bed.deep']],
    ['computed of them', 'const deep = computed(() => props.depth);', 'deep', []],
    ['by a reference to the prop', "const deep = toRef(props, 'depth');", 'deep', []],
    ['read in the template', '', 'depth', []],
  ])('%s', (_what, script, shown, found) => {
    expect(foundBy('frozen-read', bed(script, shown))).toEqual(found);
  });
});

describe('split-state', () => {
  test('one copy a component may well be kept', () => {
    const survey = one(`function App() { return <main><Bed /><Bed /></main>; }
      function Bed() { const [open, setOpen] = useState(false); return <b onClick={() => setOpen(!open)}>{open ? 1 : 2}</b>; }`);
    expect(foundBy('split-state', survey)).toEqual([]);
  });
});
