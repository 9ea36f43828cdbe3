/** Values carried through components that do nothing with them. */
import { foundBy, one, surveyOf } from '../testing/project';

describe('drilled-prop', () => {
  const chain = (first: string, second: string): ReturnType<typeof one> =>
    one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Plot depth={depth} /></main>; }
      ${first}
      ${second}
      function Gauge({ depth }) { return <b>{depth}</b>; }`);
  const plot = 'function Plot({ depth }) { return <Bed depth={depth} />; }';

  test.each([
    ['by name', plot, 'function Bed({ depth }) { return <Gauge depth={depth} />; }', ['Plot.depth']],
    ['in the rest', plot, 'function Bed({ ...rest }) { return <Gauge {...rest} />; }', ['Plot.depth']],
    ['as a whole props object', plot, 'function Bed(props) { return <Gauge {...props} />; }', ['Plot.depth']],
    [
      'under a new name and back',
      'function Plot({ depth }) { return <Bed deep={depth} />; }',
      'function Bed({ deep }) { return <Gauge depth={deep} />; }',
      ['Plot.depth'],
    ],
    [
      'inside an object',
      'function Plot({ depth }) { return <Bed soil={{ depth }} />; }',
      'function Bed({ soil }) { return <Gauge depth={soil.depth} />; }',
      ['Plot.depth'],
    ],
    [
      'through a local name',
      plot,
      'function Bed(props) { const { depth } = props; const deep = depth; return <Gauge depth={deep} />; }',
      ['Plot.depth'],
    ],
    ['used on the way', plot, 'function Bed({ depth }) { return depth > 2 ? <Gauge depth={depth} /> : null; }', []],
    ['computed with on the way', plot, 'function Bed({ depth }) { return <Gauge depth={depth * 2} />; }', []],
    [
      'memoised on the way',
      plot,
      'const Bed = memo(function Bed({ depth }) { return <Gauge depth={depth} />; });',
      ['Plot.depth'],
    ],
  ])('%s', (_what, first, second, found) => {
    expect(foundBy('drilled-prop', chain(first, second))).toEqual(found);
  });

  test('two readers below the same relays are one finding each way, not one a link', () => {
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Plot depth={depth} /></main>; }
      function Plot({ depth }) { return <Bed depth={depth} />; }
      function Bed({ depth }) { return <p><Gauge depth={depth} /><Sign depth={depth} /></p>; }
      function Gauge({ depth }) { return <b>{depth}</b>; }
      function Sign({ depth }) { return <i>{depth}</i>; }`);
    expect(foundBy('drilled-prop', survey)).toEqual(['Plot.depth']);
  });

  test('a chain is found behind more ways than a trail lists', () => {
    // Each of eight walls shows eight rows, each of them eight signs: they all use the value themselves.
    const eight = (name: string, below: string): string =>
      [1, 2, 3, 4, 5, 6, 7, 8]
        .map((n) => `function ${name}${n}({ depth }) { return <p title={depth}>${below}</p>; }`)
        .join('\n');
    const all = (name: string): string => [1, 2, 3, 4, 5, 6, 7, 8].map((n) => `<${name}${n} depth={depth} />`).join('');
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}>${all('Wall')}<Plot depth={depth} /></main>; }
      ${eight('Wall', all('Row'))}
      ${eight('Row', all('Sign'))}
      ${eight('Sign', '')}
      function Plot({ depth }) { return <Bed depth={depth} />; }
      function Bed({ depth }) { return <Gauge depth={depth} />; }
      function Gauge({ depth }) { return <b>{depth}</b>; }`);
    expect(survey.trail('App.depth').left).toBeGreaterThan(0);
    expect(foundBy('drilled-prop', survey)).toEqual(['Plot.depth']);
  });

  test('the longer of two ways is told, with everyone who carries on it', () => {
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Plot depth={depth} /></main>; }
      function Plot({ depth }) { return <p><Gauge depth={depth} /><Bed depth={depth} /></p>; }
      function Bed({ depth }) { return <Row depth={depth} />; }
      function Row({ depth }) { return <Gauge depth={depth} />; }
      function Gauge({ depth }) { return <b>{depth}</b>; }`);
    const [finding] = survey.findings().filter((one) => one.rule === 'drilled-prop');
    expect(finding?.message).toContain('Plot, Bed and Row carry it from App to Gauge');
    expect(finding?.related?.map((one) => one.line)).toEqual([2, 3, 4, 5]);
  });

  test('what is carried round in a circle, or to nobody, is no chain', () => {
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Plot depth={depth} /></main>; }
      function Plot({ depth }) { return <Bed depth={depth} />; }
      function Bed({ depth }) { return <Plot depth={depth} />; }`);
    expect(foundBy('drilled-prop', survey)).toEqual([]);
  });

  test('a circle beside a chain hides nothing', () => {
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Plot depth={depth} /></main>; }
      function Plot({ depth }) { return <Bed depth={depth} />; }
      function Bed({ depth }) { return <p><Plot depth={depth} /><Gauge depth={depth} /></p>; }
      function Gauge({ depth }) { return <b>{depth}</b>; }`);
    expect(foundBy('drilled-prop', survey)).toEqual(['Plot.depth']);
  });

  test('a context in between begins a new chain', () => {
    const survey = one(`const Depth = createContext(0);
      function App() { const [depth, setDepth] = useState(1); return <Depth.Provider value={depth}><p title={depth} onClick={() => setDepth(2)}><Plot /></p></Depth.Provider>; }
      function Plot() { const depth = useContext(Depth); return <Bed depth={depth} />; }
      function Bed({ depth }) { return <Row depth={depth} />; }
      function Row({ depth }) { return <Gauge depth={depth} />; }
      function Gauge({ depth }) { return <b>{depth}</b>; }`);
    expect(foundBy('drilled-prop', survey)).toEqual(['Bed.depth']);
  });
});

describe('relayed-event', () => {
  const chain = (plot: string, bed: string): ReturnType<typeof one> =>
    one(`function App() { const [depth, setDepth] = useState(1); return <Plot depth={depth} onDig={setDepth} />; }
      ${plot} ${bed}
      function Spade({ onDig }) { return <b onClick={() => onDig(3)} />; }`);
  const plot = 'function Plot({ depth, onDig }) { return <p title={depth}><Bed onDig={onDig} /></p>; }';

  test.each([
    ['handed on as it is', plot, 'function Bed({ onDig }) { return <Spade onDig={onDig} />; }', ['Bed.onDig']],
    [
      'wrapped in another function',
      plot,
      'function Bed({ onDig }) { return <Spade onDig={(d) => onDig(d)} />; }',
      ['Bed.onDig'],
    ],
    [
      'with something of its own done as well',
      plot,
      'function Bed({ onDig }) { const [n, setN] = useState(0); return <Spade onDig={(d) => { setN(n + 1); onDig(d); }} />; }',
      [],
    ],
  ])('%s', (_what, first, second, found) => {
    expect(foundBy('relayed-event', chain(first, second))).toEqual(found);
  });

  test('emitted again and again by single-file components', () => {
    const relay = (child: string): string =>
      `<script setup>import ${child} from './${child}.vue'; const emit = defineEmits(['dig']);</script><template><${child} @dig="(d) => emit('dig', d)" /></template>`;
    const survey = surveyOf({
      'src/App.vue': `<script setup>import { ref } from 'vue'; import Plot from './Plot.vue'; const depth = ref(1);</script><template><Plot @dig="(d) => (depth = d)" />{{ depth }}</template>`,
      'src/Plot.vue': relay('Bed'),
      'src/Bed.vue': relay('Spade'),
      'src/Spade.vue': `<script setup>const emit = defineEmits(['dig']);</script><template><b @click="emit('dig', 3)" /></template>`,
    });
    expect(foundBy('relayed-event', survey)).toEqual(['Bed.dig']);
  });
});

describe('high-home', () => {
  test('state that one branch below alone uses', () => {
    const survey =
      one(`function App() { const [open, setOpen] = useState(false); return <main><Sign /><Plot open={open} onOpen={setOpen} /></main>; }
      function Sign() { return <i />; }
      function Plot({ open, onOpen }) { return <b onClick={() => onOpen(!open)}>{open ? 'open' : 'shut'}</b>; }`);
    expect(foundBy('high-home', survey)).toEqual(['App.open']);
  });

  test('state that two branches use', () => {
    const survey =
      one(`function App() { const [open, setOpen] = useState(false); return <main><Sign open={open} /><Plot open={open} onOpen={setOpen} /></main>; }
      function Sign({ open }) { return <i>{open ? 1 : 2}</i>; }
      function Plot({ open, onOpen }) { return <b onClick={() => onOpen(!open)}>{open ? 'open' : 'shut'}</b>; }`);
    expect(foundBy('high-home', survey)).toEqual([]);
  });
});
