import { foundBy, one, surveyOf } from '../testing/project';

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

describe('relayed-event', () => {
  const chain = (plot: string, bed: string, gauge = 'onDig(2)'): ReturnType<typeof one> =>
    one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth}><Plot onDig={setDepth} onFill={setDepth} /></main>; }
      function Plot({ onDig, onFill }) { const [wet, setWet] = useState(1); return <Bed ${plot} />; }
      function Bed({ onDig, onFill }) { return <Gauge ${bed} />; }
      function Gauge({ onDig, onFill }) { return <b onClick={() => ${gauge}} />; }`);

  test.each([
    ['passed on', 'onDig={onDig}', 'onDig={onDig}', ['Bed.onDig']],
    ['wrapped', 'onDig={(to) => onDig(to)}', 'onDig={(to) => { onDig(to); }}', ['Bed.onDig']],
    ['called with more than came', 'onDig={(to) => onDig(to, wet)}', 'onDig={onDig}', []],
    ['called with something of its own', 'onDig={onDig}', 'onDig={() => onDig(3)}', []],
  ])('%s', (_what, plot, bed, found) => {
    expect(foundBy('relayed-event', chain(plot, bed))).toEqual(found);
  });

  test('events that go the same way are told once', () => {
    const both = 'onDig={onDig} onFill={onFill}';
    const survey = chain(both, both, '{ onDig(2); onFill(2); }');
    expect(survey.findings().filter(({ rule }) => rule === 'relayed-event')).toMatchObject([
      { component: 'Bed', names: ['onFill', 'onDig'] },
    ]);
  });

  test('a component that is handed down to be rendered is no event', () => {
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); const Row = () => <b onClick={() => setDepth(2)}>{depth}</b>; return <Plot Row={Row} />; }
      function Plot({ Row }) { return <Bed Row={Row} />; }
      function Bed({ Row }) { return <Gauge Row={Row} />; }
      function Gauge({ Row }) { return <p>{Row({})}</p>; }`);
    expect(foundBy('relayed-event', survey)).toEqual([]);
  });

  test('a function that is asked for a class name is told nothing', () => {
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); const deep = (bed) => bed === depth ? 'deep' : 'flat'; return <Plot deep={deep} onDig={setDepth} />; }
      function Plot({ deep, onDig }) { return <Bed deep={deep} onDig={onDig} />; }
      function Bed({ deep, onDig }) { return <Gauge deep={deep} onDig={onDig} />; }
      function Gauge({ deep, onDig }) { return <b className={clsx('bed', deep(2))} onClick={() => onDig(3)} />; }`);
    const [finding, ...others] = survey.findings().filter(({ rule }) => rule === 'relayed-event');
    expect(finding).toMatchObject({ component: 'Bed', name: 'onDig' });
    expect(others).toEqual([]);
  });
});

test('who asks of an object whether it is empty calls nothing in it', () => {
  const survey = (ask: string): ReturnType<typeof one> =>
    one(`import isEmpty from 'lodash/isEmpty'; import send from 'send';
      const Soil = createContext(null);
      function App() { const [depth, setDepth] = useState(1); return <Soil.Provider value={{ depth, setDepth }}><Plot /></Soil.Provider>; }
      function Plot() { const soil = useContext(Soil); return <Bed soil={soil} />; }
      function Bed({ soil }) { return <Row soil={soil} />; }
      function Row({ soil }) { return <Spade soil={soil} />; }
      function Spade({ soil }) { const none = ${ask}(soil); return <b>{none ? 1 : soil.depth}</b>; }`);
  expect(foundBy('relayed-event', survey('isEmpty'))).toEqual([]);
  expect(foundBy('relayed-event', survey('send'))).not.toEqual([]);
});

test('a function whose result is shown draws something, and tells nothing', () => {
  const row = (call: string): string[] =>
    foundBy(
      'relayed-event',
      one(`function App() { const [n, setN] = useState(0); return <Plot rowOf={(id) => { setN(n + id); return <b>{n}</b>; }} />; }
        function Plot({ rowOf }) { return <Bed rowOf={rowOf} />; }
        function Bed({ rowOf }) { return <Row rowOf={rowOf} />; }
        function Row({ rowOf }) { return ${call}; }`),
    );
  expect(row('<i>{rowOf ? rowOf(1) : null}</i>')).toEqual([]);
  expect(row('<i onClick={() => rowOf(1)} />')).toEqual(['Bed.rowOf']);
});
