import { one } from '../testing/project';

/** An application that holds `low` and `high`, what changes them, and who reads them. */
function app(changes: string, readers: string): ReturnType<typeof one> {
  return one(`export function App() {
  const [low, setLow] = useState(1);
  const [high, setHigh] = useState(9);
  ${changes}
  return <main onClick={change} onDoubleClick={other}>${readers}</main>;
}
function Low({ low }) { return <b>{low}</b>; }
function High({ high }) { return <i>{high}</i>; }
function Both({ low, high }) { return <p>{low}{high}</p>; }`);
}

const TOGETHER = 'const change = () => { setLow(2); setHigh(8); }; const other = change;';
const APART = 'const change = () => setLow(2); const other = () => setHigh(8);';
const BOTH = '<Both low={low} high={high} />';
const EACH = '<Low low={low} /><High high={high} />';

test.each([
  [
    'change and travel together',
    TOGETHER,
    BOTH,
    { changed: 'together', state: 'one', provided: 'one', readAll: ['Both'], readSome: [] },
    'Keep low and high in one state: whatever changes one changes the other. One context can bring both: whoever reads one reads the other.',
  ],
  [
    'change together and are read apart',
    TOGETHER,
    EACH,
    { changed: 'together', state: 'one', provided: 'one', readAll: [], readSome: ['Low', 'High'] },
    'Keep low and high in one state: whatever changes one changes the other.',
  ],
  [
    'change apart and are read apart',
    APART,
    EACH,
    { changed: 'apart', state: 'each', provided: 'each', readAll: [], readSome: ['Low', 'High'] },
    'Keep low and high apart: nothing changes both at once. Provide them through a context each: Low and High read only one of them, and would re-render for changes of the other.',
  ],
  [
    'change together now and then',
    'const change = () => { setLow(2); setHigh(8); }; const other = () => setHigh(7);',
    BOTH,
    { changed: 'sometimes', state: 'each', provided: 'one', readAll: ['Both'], readSome: [] },
    'Keep low and high apart: only now and then something changes both at once. One context can bring both: whoever reads one reads the other.',
  ],
  [
    'are changed by nobody that is seen',
    'const change = null; const other = null;',
    BOTH,
    { changed: 'unknown', state: 'each', provided: 'one', readAll: ['Both'], readSome: [] },
    'Keep low and high as they are: nothing is seen to change both. One context can bring both: whoever reads one reads the other.',
  ],
])('values that %s', (_what, changes, readers, judged, advice) => {
  expect(app(changes, readers).together(['App.low', 'App.high'])).toMatchObject({ ...judged, advice });
});

test('values of different components are no one state; a context can bring what all read', () => {
  const survey = one(`const Depth = createContext(0);
export function App() { const [units, setUnits] = useState('c'); return <main onClick={() => setUnits('f')}><Bed units={units} /></main>; }
function Bed({ units }) { const [depth, setDepth] = useState(1); return <p onClick={() => setDepth(2)}><Gauge depth={depth} units={units} /></p>; }
function Gauge({ depth, units }) { return <b>{depth}{units}</b>; }`);
  expect(survey.together(['App.units', 'Bed.depth'])).toMatchObject({
    values: [
      { name: 'units', home: 'App', readers: ['Gauge'] },
      { name: 'depth', home: 'Bed', readers: ['Gauge'] },
    ],
    state: null,
    provided: 'one',
    advice:
      'units and depth live in different components. One context can bring both: whoever reads one reads the other.',
  });
});
