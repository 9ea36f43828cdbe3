import { one, surveyOf } from '../testing/project';

function why(source: string, question: string, to: string): [verdict: string, says: string, steps: string] {
  const { verdict, says, steps, breaksAfter } = one(source).why(question, to);
  const way = steps.map(
    (step, index) => `${step.component ?? ''}${step.name ? `.${step.name}` : ''}${index === breaksAfter ? ' |' : ''}`,
  );
  return [verdict, says, way.join(' ')];
}

test.each([
  [
    'used there, under another name',
    `function App() { const [units] = useState('c'); return <Zone units={units} />; } function Zone({ units }) { return <Gauge scale={units} />; } function Gauge({ scale }) { return <b>{scale}</b>; }`,
    'App.units',
    'Gauge',
    'arrives',
    'units does reach Gauge as scale, in 2 hops.',
    'App.units Zone.units Gauge.scale',
  ],
  [
    'carried there and no further',
    `function App() { const [units] = useState('c'); return <Zone units={units} />; } function Zone({ units }) { return <Gauge scale={units} />; } function Gauge({ scale }) { return <b />; }`,
    'App.units',
    'Gauge',
    'unused',
    'units reaches Gauge as scale, which does nothing with it.',
    'App.units Zone.units Gauge.scale',
  ],
  [
    'copied once on the way',
    `function App() { const [units, set] = useState('c'); return <Zone units={units} onUnits={set} />; } function Zone({ units, onUnits }) { const [own] = useState(units); return <b onClick={() => onUnits('k')}>{own}</b>; }`,
    'App.units',
    'Zone',
    'frozen',
    'Zone gets a copy of units that Zone makes once, so later changes never arrive.',
    'App.units Zone.units |',
  ],
  [
    'not handed on',
    `function App() { const [units] = useState('c'); return <Zone units={units} />; } function Zone({ units }) { return <b title={units}><Bench /></b>; } function Bench() { return <Gauge />; } function Gauge() { return <b />; }`,
    'App.units',
    'Gauge',
    'not-passed',
    'Zone has units, but does not pass it to Bench.',
    'App.units Zone.units | Bench Gauge',
  ],
  [
    'expected, and not given',
    `function App() { const [units] = useState('c'); return <b title={units}><Gauge /></b>; } function Gauge({ units }) { return <b>{units}</b>; }`,
    'App.units',
    'Gauge',
    'not-passed',
    'App has units and renders Gauge, which has a prop units, but does not pass it.',
    'App.units | Gauge',
  ],
  [
    'something else of that name',
    `function App() { const [units] = useState('c'); const [other] = useState('k'); return <b title={units}><Gauge units={other} /></b>; } function Gauge({ units }) { return <b>{units}</b>; }`,
    'App.units',
    'Gauge',
    'not-passed',
    'App has units, but passes Gauge something else as units.',
    'App.units | Gauge',
  ],
  [
    'not below the provider',
    `const Units = createContext('c'); function App() { const [units] = useState('k'); return <><Units.Provider value={units}><Zone /></Units.Provider><Strip /></>; } function Zone() { return <b>{useContext(Units)}</b>; } function Strip() { return <b>{useContext(Units)}</b>; }`,
    'App.units',
    'Strip',
    'not-provided',
    'Strip reads Units, but is not rendered below the provider in App.',
    'App.units | Strip',
  ],
  [
    'a nearer provider',
    `const Units = createContext('c'); function App() { const [units] = useState('k'); return <Units.Provider value={units}><Zone /><Bench /></Units.Provider>; } function Bench() { return <b>{useContext(Units)}</b>; }
     function Zone() { const [own] = useState('f'); return <Units.Provider value={own}><Gauge /></Units.Provider>; } function Gauge() { return <b>{useContext(Units)}</b>; }`,
    'App.units',
    'Gauge',
    'not-provided',
    'Gauge reads Units, but from a nearer provider, in Zone.',
    'App.units | Gauge',
  ],
  [
    'one of its own by the same hook',
    `function useOpen() { const [open, setOpen] = useState(false); return { open, setOpen }; } function App() { const { open } = useOpen(); return <b title={open}><Lever /></b>; } function Lever() { const { open, setOpen } = useOpen(); return <b onClick={() => setOpen(!open)}>{open}</b>; }`,
    'App.open',
    'Lever',
    'other-instance',
    'Lever has its own open: each component that calls the hook gets one of its own, and App has another.',
    'App.open | Lever',
  ],
  [
    'above, and not told',
    `function App() { return <Zone />; } function Zone() { return <Lever />; } function Lever({ onPull }) { const [pulled, setPulled] = useState(false); return <b onClick={() => { setPulled(true); onPull(true); }}>{pulled}</b>; }`,
    'Lever.pulled',
    'App',
    'not-heard',
    'Lever could report it through onPull, but Zone does not listen.',
    'Lever.pulled | Zone App',
  ],
  [
    'above, and no way to tell',
    `function App() { return <Lever />; } function Lever() { const [pulled, setPulled] = useState(false); return <b onClick={() => setPulled(true)}>{pulled}</b>; }`,
    'Lever.pulled',
    'App',
    'not-heard',
    'Lever never reports pulled to its parents: it sends no event and calls no function it is passed.',
    'Lever.pulled | App',
  ],
  [
    'beside each other',
    `function App() { return <><Lever /><Strip /></>; } function Lever() { const [pulled, setPulled] = useState(false); return <b onClick={() => setPulled(true)}>{pulled}</b>; } function Strip() { return <b />; }`,
    'Lever.pulled',
    'Strip',
    'apart',
    'Lever and Strip are siblings; their nearest common ancestor, App, does not have pulled.',
    'Lever.pulled | App Strip',
  ],
])('%s', (_, source, question, to, verdict, says, steps) => {
  expect(why(source, question, to)).toEqual([verdict, says, steps]);
});

test('the line at which it breaks is told', () => {
  const survey = one(`function App() { const [units] = useState('c');
    return <b title={units}>
      <Gauge /></b>; } function Gauge({ units }) { return <b>{units}</b>; }`);
  expect(survey.why('App.units', 'Gauge').breaksAt).toMatchObject({ file: 'src/App.jsx', line: 4 });
});

test('a store that a component does not read', () => {
  const survey = surveyOf({
    'src/App.jsx': `import { create } from 'zustand'; const useFeed = create((set) => ({ age: 0, tick: () => set({ age: 1 }) }));
      function App() { return <><Bar /><Strip /></>; } function Bar() { const age = useFeed((s) => s.age); const tick = useFeed((s) => s.tick); return <b onClick={tick}>{age}</b>; } function Strip() { return <b />; }`,
  });
  expect(survey.why('store:useFeed.age', 'Strip')).toMatchObject({
    verdict: 'apart',
    says: 'useFeed.age lives in no component, and nothing in Strip reads it.',
  });
});

test('a component that does not exist: near names', () => {
  expect(() =>
    one(`function Gauge({ a }) { return <b>{a}</b>; } function App() { return <Gauge a={1} />; }`).why(
      'Gauge.a',
      'Gage',
    ),
  ).toThrow('No component called Gage in this project. Near: Gauge.');
});
