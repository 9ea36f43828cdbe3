import { lines, one, surveyOf, trailsOf } from '../testing/project';

/** Source, question, trails. `~`: only carries it; `^`: provides it; a carrier other than prop and callback is named. */
const CASES: [name: string, source: string, question: string, trails: string[]][] = [
  [
    'a prop handed down through a component that only carries it',
    `function App() { const [units] = useState('c'); return <Zone units={units} />; }
     function Zone({ units }) { return <Gauge scale={units} />; }
     function Gauge({ scale }) { return <b>{scale}</b>; }`,
    'App.units',
    ['App.units > Zone.units~ > Gauge.scale'],
  ],
  [
    'asked half-way, only what goes through there',
    `function App() { const [units] = useState('c'); return <><Zone units={units} /><Badge units={units} /></>; }
     function Zone({ units }) { return <Gauge scale={units} />; }
     function Badge({ units }) { return <i>{units}</i>; }
     function Gauge({ scale }) { return <b>{scale}</b>; }`,
    'Zone.units',
    ['App.units > Zone.units~ > Gauge.scale'],
  ],
  [
    'renamed while destructured, with a default, through an alias',
    `function App() { const [units] = useState('c'); return <Zone units={units} />; }
     function Zone({ units: u = 'k' }) { const again = u; return <Gauge units={again} />; }
     function Gauge(props) { const { units } = props; return <b>{units}</b>; }`,
    'App.units',
    ['App.units > Zone.units~ > Gauge.units'],
  ],
  [
    'rest and spread are overflow',
    `function App() { const [units] = useState('c'); return <House units={units} open />; }
     function House({ open, ...rest }) { return open && <Gauge {...rest} />; }
     function Gauge({ units }) { return <b>{units}</b>; }`,
    'App.units',
    ['App.units > overflow:House.units~ > overflow:Gauge.units'],
  ],
  [
    'an attribute after a spread wins over it',
    `function App() { const [units] = useState('c'); return <House units={units} />; }
     function House(props) { return <Gauge {...props} units="k" />; }
     function Gauge({ units }) { return <b>{units}</b>; }`,
    'App.units',
    [],
  ],
  [
    'put into an object and taken out of it again',
    `function App() { const [units] = useState('c'); const [open] = useState(1); return <Zone set={{ units, open }} />; }
     function Zone({ set }) { return <Gauge units={set.units} />; }
     function Gauge({ units }) { return <b>{units}</b>; }`,
    'App.units',
    ['App.units > Zone.set.units~ > Gauge.units'],
  ],
  [
    'a part of it, by member and by destructuring',
    `function App() { const [tide] = useState({ level: 1 }); return <Zone tide={tide} />; }
     function Zone({ tide }) { return <><Gauge level={tide.level} /><Mark tide={tide} /></>; }
     function Mark({ tide: { level } }) { return <i>{level}</i>; }
     function Gauge({ level }) { return <b>{level}</b>; }`,
    'App.tide',
    ['App.tide > Zone.tide~ > (part)Gauge.level', 'App.tide > Zone.tide~ > Mark.tide'],
  ],
  [
    'a whole object spread into props gives its fields',
    `function App() { const [tray] = useState({ label: '' }); return <Tray {...tray} units="c" />; }
     function Tray({ label, units }) { return <b title={units}>{label}</b>; }`,
    'App.tray',
    ['App.tray > (part)Tray.label'],
  ],
  [
    'computed from it: a reader there, and followed on',
    `function App() { const [level] = useState(1); return <Zone level={level} />; }
     function Zone({ level }) { const shown = level * 2; return <Gauge shown={shown} />; }
     function Gauge({ shown }) { return <b>{shown}</b>; }`,
    'App.level',
    ['App.level > Zone.level', 'App.level > Zone.level > (derived)Gauge.shown'],
  ],
  [
    'deciding by it is a use and ends there',
    `function App() { const [open] = useState(true); return <Zone open={open} />; }
     function Zone({ open }) { return <Gauge mode={open ? 'wide' : 'small'} />; }
     function Gauge({ mode }) { return <b>{mode}</b>; }`,
    'App.open',
    ['App.open > Zone.open'],
  ],
  [
    'through a local helper that hands it back',
    `const keep = (x) => x;
     function App() { const [units] = useState('c'); return <Zone units={units} />; }
     function Zone({ units }) { const same = keep(units); return <Gauge units={same} />; }
     function Gauge({ units }) { return <b>{units}</b>; }`,
    'App.units',
    ['App.units > Zone.units~ > Gauge.units'],
  ],
  [
    'two calls of one helper are not mixed up',
    `const keep = (x) => x;
     function App() { const [a] = useState(1); const [b] = useState(2); return <Zone a={keep(a)} b={keep(b)} />; }
     function Zone({ a, b }) { return <b title={a}>{b}</b>; }`,
    'App.a',
    ['App.a > Zone.a'],
  ],
  [
    'closed over by a function that renders',
    `function App() { const [units] = useState('c'); return <Zone units={units} list={[1]} />; }
     function Zone({ units, list }) { const row = (n) => <Gauge key={n} units={units} />; return <p>{list.map(row)}</p>; }
     function Gauge({ units }) { return <b>{units}</b>; }`,
    'App.units',
    ['App.units > Zone.units~ > Gauge.units'],
  ],
  [
    'one of a list',
    `function App() { const [trays] = useState([]); return <Bench trays={trays} />; }
     function Bench({ trays }) { return trays.map((tray) => <Tray key={tray.id} tray={tray} />); }
     function Tray({ tray }) { return <b>{tray.label}</b>; }`,
    'App.trays',
    ['App.trays > Bench.trays', 'App.trays > Bench.trays > (part)Tray.tray'],
  ],
  [
    'copied once by useState',
    `function App() { const [note] = useState(''); return <Editor note={note} />; }
     function Editor({ note }) { const [draft] = useState(note); return <Field text={draft} />; }
     function Field({ text }) { return <b>{text}</b>; }`,
    'App.note',
    ['App.note > Editor.note', 'App.note > Editor.note > (frozen)Field.text'],
  ],
  [
    'markup handed over: its author gives the props',
    `function App() { const [units] = useState('c'); return <Panel head={<Head units={units} />}><Gauge units={units} /></Panel>; }
     function Panel({ head, children }) { return <div>{head}{children}</div>; }
     function Head({ units }) { return <i>{units}</i>; }
     function Gauge({ units }) { return <b>{units}</b>; }`,
    'App.units',
    ['App.units > Gauge.units', 'App.units > Head.units'],
  ],
  [
    'a render function: the one who writes it is a stop',
    `function App() { return <List items={[1]}>{(item) => <Row item={item} />}</List>; }
     function List({ children }) { const [first] = useState(1); return children(first); }
     function Row({ item }) { return <b>{item}</b>; }`,
    'List.first',
    ['List.first > slot:App.item~ > Row.item'],
  ],
  [
    'a context, read directly; the provider is the home',
    `const Units = createContext('c');
     function App() { const [units] = useState('c'); return <Units.Provider value={units}><Zone /></Units.Provider>; }
     function Zone() { return <Gauge />; }
     function Gauge() { const scale = useContext(Units); return <b>{scale}</b>; }`,
    'App.units',
    ['App.units > context:Gauge.units'],
  ],
  [
    'handed to a provider component, which provides it',
    `const Units = createContext('c');
     function App() { const [units] = useState('c'); return <Both units={units}><Gauge /></Both>; }
     function Both({ units, children }) { return <Units value={units}>{children}</Units>; }
     function Gauge() { return <b>{use(Units)}</b>; }`,
    'App.units',
    ['App.units > Both.units^ > context:Gauge.units'],
  ],
  [
    'the nearest provider is meant',
    `const Units = createContext('c');
     function App() { const [outer] = useState('c'); return <Units.Provider value={outer}><Zone /><Badge /></Units.Provider>; }
     function Zone() { const [inner] = useState('k'); return <Units.Provider value={inner}><Gauge /></Units.Provider>; }
     function Badge() { return <i>{useContext(Units)}</i>; }
     function Gauge() { return <b>{useContext(Units)}</b>; }`,
    'App.outer',
    ['App.outer > context:Badge.outer'],
  ],
  [
    'a consumer with a render function',
    `const Units = createContext('c');
     function App() { const [units] = useState('c'); return <Units.Provider value={units}><Zone /></Units.Provider>; }
     function Zone() { return <Units.Consumer>{(u) => <b>{u}</b>}</Units.Consumer>; }`,
    'App.units',
    ['App.units > context:Zone.units'],
  ],
  [
    'asked for by the context: field by field',
    `const Desk = createContext(null);
     function App() { const [who, setWho] = useState(''); const [age] = useState(0); return <Desk.Provider value={{ who, setWho, age }}><Badge /></Desk.Provider>; }
     function Badge() { const { who, setWho } = useContext(Desk); return <button onClick={() => setWho('x')}>{who}</button>; }`,
    'context:Desk',
    ['App.who > context:Badge.who', 'up Badge.setWho > context:App.who'],
  ],
  [
    'a change function handed down as it is',
    `function App() { const [units, setUnits] = useState('c'); return <Bar onUnits={setUnits} title={units} />; }
     function Bar({ onUnits, title }) { return <h1 title={title}><Switch onPick={onUnits} /></h1>; }
     function Switch({ onPick }) { return <button onClick={() => onPick('k')} />; }`,
    'App.units',
    ['App.units > Bar.title', 'up Switch.onPick > Bar.onUnits~ > App.units'],
  ],
  [
    'wrapped in inline functions on the way',
    `function App() { const [open, setOpen] = useState({}); return <Zone onVent={(id, to) => setOpen({ [id]: to })} />; }
     function Zone({ onVent }) { return <Tray onVent={(to) => onVent('a', to)} />; }
     function Tray({ onVent }) { return <button onClick={onVent} />; }`,
    'Tray.onVent',
    ['up Tray.onVent > Zone.onVent~ > App.open'],
  ],
  [
    'a callback that changes no state has its author as home',
    `function App() { const log = (x) => console.log(x); return <Zone onLog={log} />; }
     function Zone({ onLog }) { return <Tray onLog={onLog} />; }
     function Tray({ onLog }) { return <button onClick={() => onLog(1)} />; }`,
    'Tray.onLog',
    ['up Tray.onLog > Zone.onLog~ > App.log'],
  ],
  [
    'what a child gives to a callback goes up',
    `function App() { const [plan, setPlan] = useState(''); return <Editor onSave={(text) => setPlan(text)} title={plan} />; }
     function Editor({ onSave, title }) { const [draft, setDraft] = useState(''); return <form title={title} onSubmit={() => onSave(draft)}><input onChange={(e) => setDraft(e.target.value)} /></form>; }`,
    'Editor.draft',
    ['Editor.draft > App.text'],
  ],
  [
    'dispatch of a reducer',
    `function App() { const [plan, dispatch] = useReducer(change, []); return <Row dispatch={dispatch} plan={plan} />; }
     function change(plan) { return plan; }
     function Row({ dispatch, plan }) { return <button onClick={() => dispatch({ type: 'x' })}>{plan}</button>; }`,
    'App.plan',
    ['App.plan > Row.plan', 'up Row.dispatch > App.plan'],
  ],
  [
    'a component that renders itself closes a circle',
    `function App() { const [tree] = useState({}); return <Node node={tree} />; }
     function Node({ node }) { return <li>{node.label}{node.kids.map((kid) => <Node key={kid.id} node={kid} />)}</li>; }`,
    'App.tree',
    ['App.tree > Node.node'],
  ],
  [
    'two ways to one reader are two trails',
    `function App() { const [units] = useState('c'); return <><Left units={units} /><Right units={units} /></>; }
     function Left({ units }) { return <Gauge units={units} />; }
     function Right({ units }) { return <Gauge units={units} />; }
     function Gauge({ units }) { return <b>{units}</b>; }`,
    'Gauge.units',
    ['App.units > Left.units~ > Gauge.units', 'App.units > Right.units~ > Gauge.units'],
  ],
  [
    'memo and forwardRef wrappers are the component',
    `const Tray = memo(forwardRef(({ units }, ref) => <b ref={ref}>{units}</b>));
     function App() { const [units] = useState('c'); return <Tray units={units} />; }`,
    'Tray.units',
    ['App.units > Tray.units'],
  ],
  [
    'useMemo and useCallback',
    `function App() { const [list] = useState([]); const shown = useMemo(() => list, [list]); return <Tray shown={shown} />; }
     function Tray({ shown }) { return <b>{shown}</b>; }`,
    'App.shown',
    ['App.shown > Tray.shown'],
  ],
  [
    'a class: props read through this, state by field, handlers of every kind',
    `function App() { const [units] = useState('c'); return <House units={units} />; }
     class House extends React.Component {
       state = { open: false, count: 0 };
       constructor(props) { super(props); this.flip = this.flip.bind(this); }
       flip() { this.setState({ open: !this.state.open }); }
       raise = () => this.setState((before) => ({ count: before.count + 1 }));
       render() { const { units } = this.props; return <p onClick={this.flip}><Tray units={units} open={this.state.open} onRaise={this.raise} />{this.state.count}</p>; }
     }
     function Tray({ units, open, onRaise }) { return <b onClick={onRaise} title={open}>{units}</b>; }`,
    'App.units',
    ['App.units > House.units~ > Tray.units'],
  ],
  [
    'state set in a constructor, changed by a child',
    `class House extends React.PureComponent {
       constructor(props) { super(props); this.state = { open: props.folded }; }
       render() { return <Lid open={this.state.open} onFlip={(to) => this.setState({ open: to })} />; }
     }
     function Lid({ open, onFlip }) { return <b onClick={() => onFlip(1)}>{open}</b>; }`,
    'House.open',
    ['House.open > Lid.open', 'up Lid.onFlip > House.open'],
  ],
  [
    'a context a class reads',
    `const Units = createContext(null);
     function App() { const [units] = useState('c'); return <Units.Provider value={units}><Gauge /></Units.Provider>; }
     class Gauge extends React.Component { static contextType = Units; render() { return <b>{this.context}</b>; } }`,
    'App.units',
    ['App.units > context:Gauge.units'],
  ],
];

test.each(CASES)('%s', (_name, source, question, expected) => {
  expect(trailsOf(one(source), question)).toEqual(expected);
});

test('a cell made in a hook of another file belongs to each component that calls it', () => {
  const survey = surveyOf({
    'src/useFold.js': `import { useState } from 'react';
      export function useFold() { const [open, setOpen] = useState(false); return { open, toggle: () => setOpen((o) => !o) }; }`,
    'src/index.js': `export * from './useFold';`,
    'src/Tray.jsx': `import { useFold } from '.';
      export function Tray() { const { open, toggle } = useFold(); return <Lid open={open} onFlip={toggle} />; }
      export function Zone() { const { open: wide } = useFold(); return <i>{wide}</i>; }
      function Lid({ open, onFlip }) { return <button onClick={onFlip}>{open}</button>; }`,
  });
  expect(trailsOf(survey, 'Tray.open')).toEqual(['Tray.open > Lid.open', 'up Lid.onFlip > Tray.open']);
  const [first] = survey.trail('Tray.open').trails;
  expect(first?.stops[0]?.through).toEqual(['useFold']);
  expect(survey.trail('Zone.wide').homes).toMatchObject([{ component: 'Zone', cell: 'open', kind: 'state' }]);
  expect(trailsOf(survey, 'Zone.open')).toEqual([]);
});

test('a context read through a custom hook in another file', () => {
  const survey = surveyOf({
    'src/units.jsx': `import { createContext, useContext, useState } from 'react';
      const Units = createContext(null);
      export const useUnits = () => useContext(Units);
      export default function UnitsProvider({ children }) {
        const [units, setUnits] = useState('c');
        const value = { units, setUnits };
        return <Units.Provider value={value}>{children}</Units.Provider>; }`,
    'src/App.jsx': `import UnitsProvider, { useUnits } from './units';
      export const App = () => <UnitsProvider><Gauge /></UnitsProvider>;
      function Gauge() { const { units } = useUnits(); return <b>{units}</b>; }`,
  });
  expect(trailsOf(survey, 'Gauge.units')).toEqual(['UnitsProvider.units > context:Gauge.units']);
});

test('a provider around the mounted application counts', () => {
  const survey = surveyOf({
    'src/main.jsx': `import { createContext, useContext, useState } from 'react';
      import { createRoot } from 'react-dom/client';
      const Units = createContext(null);
      function UnitsProvider({ children }) { const [units] = useState('c'); return <Units.Provider value={units}>{children}</Units.Provider>; }
      function App() { return <b>{useContext(Units)}</b>; }
      createRoot(document.body).render(<UnitsProvider><App /></UnitsProvider>);`,
  });
  expect(survey.findings()).toEqual([]);
  expect(trailsOf(survey, 'UnitsProvider.units')).toEqual(['UnitsProvider.units > context:App.units']);
});

test('stops tell names on arrival and names passed on as, with lines', () => {
  const document = one(`function App() {
  const [units, setUnits] = useState('c');
  return <Zone u={units} onPick={setUnits} />;
}
function Zone({ u, onPick }) {
  return <button onClick={() => onPick('k')}>{u}</button>;
}`).trail('App.units');
  expect(document.homes).toMatchObject([
    { component: 'App', cell: 'units', kind: 'state', file: 'src/App.jsx', line: 3 },
  ]);
  expect(document.readers).toMatchObject([{ component: 'Zone', name: 'u', line: 7 }]);
  expect(document.writers).toMatchObject([{ component: 'Zone', name: 'onPick', trigger: 'click', line: 7 }]);
  const [down, up] = document.trails;
  expect(down?.stops).toMatchObject([
    { component: 'App', name: 'units', as: 'u', role: 'home', carrier: null, effect: null },
    { component: 'Zone', name: 'u', as: null, role: 'reader', carrier: 'prop', effect: 'renamed', line: 6 },
  ]);
  expect(up?.stops).toMatchObject([
    { component: 'Zone', name: 'onPick', role: 'writer', carrier: null },
    { component: 'App', name: 'units', as: null, role: 'home', carrier: 'callback' },
  ]);
});

test('a circle is marked where it closes', () => {
  const document = one(`function App() { const [tree] = useState({}); return <Node node={tree} />; }
     function Node({ node }) { return <li>{node.label}{node.kids.map((kid) => <Node key={kid.id} node={kid} />)}</li>; }`).trail(
    'App.tree',
  );
  expect(lines(document)).toEqual(['App.tree > Node.node']);
  expect(document.trails[0]?.stops.at(-1)?.cycle).toBe(true);
});

test('an unknown name offers the nearest', () => {
  const survey = one(
    `function Tray({ units }) { return <b>{units}</b>; } function TrayList() { return <Tray units="c" />; }`,
  );
  expect(() => survey.trail('Trey.units')).toThrow('No component called Trey in this project. Near: Tray, TrayList.');
  expect(() => survey.trail('Tray.unit')).toThrow('Near: Tray.units');
  expect(() => survey.trail('units')).toThrow('Component.name');
});

test('what a hook in another file reads is seen where the component calls the hook', () => {
  const survey = surveyOf({
    'src/units.js': `import { createContext, useContext } from 'react';
      const Units = createContext(null); export const UnitsProvider = Units.Provider;
      export function useUnits() { return useContext(Units); }`,
    'src/App.jsx': `import { useState } from 'react'; import { UnitsProvider, useUnits } from './units';
      export function App() { const [scale] = useState('c'); return <UnitsProvider value={scale}><Gauge /></UnitsProvider>; }
      function Gauge() {
        const scale = useUnits();
        return <b>{scale}</b>; }`,
  });
  const { readers, trails } = survey.trail('App.scale');
  expect(trails[0]?.stops[1]).toMatchObject({ component: 'Gauge', file: 'src/App.jsx', line: 4 });
  expect(readers).toMatchObject([{ component: 'Gauge', name: 'scale', file: 'src/App.jsx', line: 5 }]);
});

describe('a last parameter that takes all further arguments', () => {
  const app = (use: string): ReturnType<typeof one> =>
    one(`function App() { const [depth, setDepth] = useState(1); const [soil] = useState('clay'); return <Bed onDig={() => setDepth(2)} text={${use}} />; }
      function Bed({ text, onDig }) { return <b onClick={onDig}>{text}</b>; }
      const all = (first, ...more) => more;
      const nth = (first, ...more) => more[0];
      const joined = (...more) => more.join(' ');`);
  test.each([
    ['brings the list', 'all(1, depth)', ['App.depth > Bed.text']],
    ['brings one of them', 'nth(1, depth)', ['App.depth > Bed.text']],
    ['brings what is computed of them', 'joined(1, soil, depth)', ['App.depth > (derived)Bed.text']],
    ['is not what comes before it', 'nth(depth, 1)', []],
  ])('%s', (_what, use, trails) => {
    expect(trailsOf(app(use), 'App.depth').filter((line) => !line.startsWith('up'))).toEqual(trails);
  });
});

describe('a prop that nobody in the project gives', () => {
  const survey = () =>
    one(`export function Lid({ open, onOpen, wide, label }) {
  return <i onClick={() => onOpen(1)}>{open}<Knob text={label} /></i>;
}
function Knob({ text }) { return <u>{text}</u>; }`);

  test('comes from outside, and is read where it is read', () => {
    const { homes, readers, trails } = survey().trail('Lid.open');
    expect(homes).toMatchObject([{ component: null, cell: 'open' }]);
    expect(readers).toMatchObject([{ component: 'Lid', name: 'open' }]);
    expect(trails).toMatchObject([
      {
        direction: 'down',
        stops: [
          { component: null, cell: 'open', role: 'home', as: 'open' },
          { component: 'Lid', name: 'open', role: 'reader', carrier: 'prop', effect: 'same', as: null },
        ],
      },
    ]);
  });

  test('is read where one of its methods is called, which is no call of it', () => {
    const { readers, writers } = one(`export const Lid = ({ label }) => <b>{label.trim()}</b>;`).trail('Lid.label');
    expect(readers).toMatchObject([{ component: 'Lid', name: 'label' }]);
    expect(writers).toEqual([]);
  });

  test.each(['onOpen.call(null, 1)', 'onOpen.apply(null, [1])'])('is called by %s', (calls) => {
    const { writers } = one(`export const Lid = ({ onOpen }) => <b onClick={() => ${calls}} />;`).trail('Lid.onOpen');
    expect(writers).toMatchObject([{ component: 'Lid', trigger: 'click' }]);
  });

  test('where it is a function, whoever calls it changes something outside', () => {
    const { writers, trails } = survey().trail('Lid.onOpen');
    expect(writers).toMatchObject([{ component: 'Lid', trigger: 'click' }]);
    expect(trails).toMatchObject([
      {
        direction: 'up',
        stops: [
          { component: 'Lid', role: 'writer' },
          { component: null, cell: 'onOpen', carrier: 'callback' },
        ],
      },
    ]);
  });

  test('and used by nobody, has no trail', () => {
    expect(survey().trail('Lid.wide')).toMatchObject({ readers: [], relays: [], trails: [] });
  });
});

test('a function called on behalf of the instance is that function', () => {
  const survey = surveyOf({
    'src/App.jsx': `import { Component } from 'react';
      function dig(to, depth) { to(depth); }
      export class App extends Component { state = { depth: 1 };
        set(depth) { this.setState({ depth }); }
        render() { return <Bed depth={this.state.depth} onDig={(depth) => this.set.call(this, depth)} onFill={(...all) => this.set.apply(this, all)} name="a" />; } }
      class Bed extends Component { render() { return <b title={this.props.name} onClick={() => dig.call(this, this.props.onDig, 2)}>{this.props.depth}</b>; } }`,
  });
  expect(survey.trail('App.depth').writers).toMatchObject([{ component: 'Bed', name: 'onDig' }]);
  // What the instance has beside that is passed to nobody.
  expect(survey.trail('Bed.name').writers).toEqual([]);
});
