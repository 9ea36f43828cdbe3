import { one } from '../testing/project';
import { NothingToReach, reachOf } from './reach';

const document = one(`
  const Operator = createContext(null);
  function App() { const [units, setUnits] = useState('c'); const [who] = useState('day');
    return <Operator.Provider value={who}><Bar onUnits={setUnits} /><Zone units={units} /></Operator.Provider>; }
  function Bar({ onUnits }) { return <button onClick={() => onUnits('k')} />; }
  function Zone({ units }) { return <Gauge scale={units} />; }
  function Gauge({ scale }) { return <b>{scale}<Badge /></b>; }
  function Badge() { return <i>{useContext(Operator)}</i>; }`).document();
const id = (name: string) => `src/App.jsx#${name}`;

function reach(from: string): { to: string; from: string } {
  const found = reachOf(document, from);
  const say = (list: typeof found.to) =>
    list.map((one) => `${one.component.replace(/.*#/, '')} ${one.hops} ${one.carrier} ${one.names.join()}`).join('; ');
  return { to: say(found.to), from: say(found.from) };
}

test.each([
  [id('App'), 'Zone 1 prop units; Badge 1 context who; Gauge 2 prop scale', 'Bar 1 callback onUnits'],
  [id('Zone'), 'Gauge 1 prop scale', 'App 1 prop units'],
  [id('Gauge'), '', 'Zone 1 prop units; App 2 prop units'],
  [id('Bar'), 'App 1 callback setUnits', ''],
  [`${id('App')}.units`, 'Zone 1 prop units; Gauge 2 prop scale', ''],
  [`${id('Bar')}.onUnits`, 'App 1 callback setUnits', ''],
  ['context:Operator', 'Badge 1 context who', ''],
])('the reach of %s', (from, to, back) => {
  expect(reach(from)).toEqual({ to, from: back });
});

test.each([`${id('App')}.nothing`, 'context:Nobody', 'nonsense'])('%s reaches nothing, and that is said', (from) => {
  expect(() => reachOf(document, from)).toThrow(NothingToReach);
});
