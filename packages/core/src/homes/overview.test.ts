import { one } from '../testing/project';
import { Thumb } from '../model/thumb';

const APP = `function App() { const [units, setUnits] = useState('c'); const [open] = useState(true); return <><Bar onPick={setUnits} /><House units={units} open={open} /></>; }
  function Bar({ onPick }) { const [own, setOwn] = useState(0); return <button onClick={() => { setOwn(1); onPick('k'); }}>{own}</button>; }
  function House({ units, open }) { return <>{open && <Zone units={units} />}</>; }
  function Zone({ units }) { return <Bench units={units} />; }
  function Bench({ units }) { return <><Gauge units={units} /><Dial units={units} /></>; }
  function Gauge({ units }) { return <b>{units}</b>; }
  function Dial({ units }) { return <i>{units}</i>; }`;

test('states that would better live elsewhere, with what that saves; those at home are left out', () => {
  const rows = one(APP).worthMoving();
  expect(rows.map(({ name }) => name)).toContain('units');
  expect(rows.map(({ name }) => name)).not.toContain('own');
  expect(rows.find(({ name }) => name === 'units')).toMatchObject({
    home: 'App',
    way: 'context',
    to: 'App',
    relays: 3,
    isCut: false,
  });
});

test('what a team allows to be carried is not worth moving', () => {
  expect(
    one(APP)
      .worthMoving(Thumb.parse({ relays: 6 }))
      .map(({ name }) => name),
  ).not.toContain('units');
});

test('each row can be asked for by its value', () => {
  const survey = one(APP);
  for (const { value, home } of survey.worthMoving()) expect(survey.homes(value).current.component).toBe(home);
});

test('a reference renders nothing, wherever it is kept', () => {
  const homes = one(`function App() { const bench = useRef(null); return <House bench={bench} />; }
    function House({ bench }) { return <Zone bench={bench} />; }
    function Zone({ bench }) { return <b ref={bench} onClick={() => bench.current.focus()} />; }`).homes('App.bench');
  expect(homes.options.filter(({ possible }) => possible !== false).map(({ rerenders }) => rerenders)).toEqual(
    homes.options.filter(({ possible }) => possible !== false).map(() => 0),
  );
});
