import { planned } from '../../testing/planned';

const DESK = {
  'src/Desk.jsx': `import { useState } from 'react';
import { Bench } from './benches/Bench';

export function Desk() {
  const [units, setUnits] = useState('celsius');
  return <Bench units={units} onPick={setUnits} />;
}
`,
  'src/benches/Bench.jsx': `import { Gauge } from './Gauge';

export const Bench = ({ units, onPick, ...rest }) => (
  <section {...rest}>
    <Gauge
      scale={units}
      onPick={onPick}
    />
  </section>
);
`,
  'src/benches/Gauge.jsx': `export function Gauge(props) {
  return <b onClick={() => props.onPick('kelvin')}>{props.scale}</b>;
}
`,
};

test('relays no longer take the value, and who uses it reads the context', () => {
  const { plan, after } = planned(DESK, 'Desk.units', { way: 'context' });
  expect(after).toEqual({
    'src/units.js': `import { createContext } from 'react';

export const UnitsContext = createContext(undefined);
export const SetUnitsContext = createContext(undefined);
`,
    'src/Desk.jsx': `import { useState } from 'react';
import { Bench } from './benches/Bench';
import { UnitsContext, SetUnitsContext } from './units';

export function Desk() {
  const [units, setUnits] = useState('celsius');
  return (
    <UnitsContext.Provider value={units}>
      <SetUnitsContext.Provider value={setUnits}>
        <Bench />
      </SetUnitsContext.Provider>
    </UnitsContext.Provider>
  );
}
`,
    'src/benches/Bench.jsx': `import { Gauge } from './Gauge';

export const Bench = ({ ...rest }) => (
  <section {...rest}>
    <Gauge
    />
  </section>
);
`,
    'src/benches/Gauge.jsx': `import { useContext } from 'react';
import { UnitsContext, SetUnitsContext } from '../units';

export function Gauge(props) {
  const scale = useContext(UnitsContext);
  const onPick = useContext(SetUnitsContext);
  return <b onClick={() => onPick('kelvin')}>{scale}</b>;
}
`,
  });
  expect(plan).toMatchObject({
    complete: true,
    proof: { readers: ['Gauge'], writers: ['Gauge'], lost: [], relaysGone: ['Bench'], relaysLeft: [], newFindings: [] },
  });
});

test('steps go from the reader up, so that the application works after each', () => {
  const { plan } = planned(DESK, 'Desk.units', { way: 'context' });
  expect(plan.steps.map(({ says }) => says)).toEqual([
    'Make UnitsContext and SetUnitsContext in src/units.js.',
    'Let Desk provide units and setUnits through them.',
    'Let Gauge read scale and onPick from the context.',
    'Take units and onPick out of Bench, which only passed them on.',
    'Stop passing units and setUnits down from Desk.',
  ]);
});

test('line ends, quotes and a missing semicolon stay as the file has them', () => {
  const { after } = planned(
    {
      'src/a.jsx':
        'import { useState } from "react"\r\nimport { B } from "./b"\r\nexport function A() {\r\n\tconst [u] = useState("c")\r\n\treturn <B u={u} />\r\n}\r\n',
      'src/b.jsx':
        'import { C } from "./c"\r\nexport function B({ u }) {\r\n\treturn (\r\n\t\t<C u={u} />\r\n\t)\r\n}\r\n',
      'src/c.jsx': 'import "./c.css"\r\nexport function C({ u }) {\r\n\treturn <b>{u}</b>\r\n}\r\n',
    },
    'A.u',
    { way: 'context' },
  );
  expect(after['src/c.jsx']).toBe(
    'import { useContext } from "react"\r\nimport "./c.css"\r\nimport { UContext } from "./u"\r\nexport function C() {\r\n\tconst u = useContext(UContext)\r\n\treturn <b>{u}</b>\r\n}\r\n',
  );
});

test('a component that is also rendered with another value keeps its prop, and whoever gives it reads the context', () => {
  const { plan, after } = planned(
    {
      'src/a.jsx': `import { useState } from 'react';
export function A() {
  const [units] = useState('c');
  return <><B units={units} /><Gauge units="kelvin" /></>;
}
function B({ units }) {
  return <C units={units} />;
}
function C({ units }) {
  return <Gauge units={units} />;
}
function Gauge({ units }) {
  return <b>{units}</b>;
}
`,
    },
    'A.units',
    { way: 'context' },
  );
  expect(after['src/a.jsx']).toContain(`function B() {
  return <C />;
}
function C() {
  const units = useContext(UnitsContext);
  return <Gauge units={units} />;
}
function Gauge({ units }) {`);
  expect(plan.proof).toMatchObject({ lost: [], relaysGone: ['B'], relaysLeft: ['C'] });
});

test('what goes through a rest is taken away where it is named', () => {
  const { after } = planned(
    {
      'src/a.jsx': `import { useState } from 'react';
export function A() {
  const [units] = useState('c');
  return <B name="x" units={units} />;
}
function B({ name, ...rest }) {
  return <C label={name} {...rest} />;
}
function C({ label, units }) {
  return <b title={label}>{units}</b>;
}
`,
    },
    'A.units',
    { way: 'context' },
  );
  expect(after['src/a.jsx']).toContain('<B name="x" />');
  expect(after['src/a.jsx']).toContain('function C({ label }) {\n  const units = useContext(UnitsContext);');
});

test('a default stands in for what is undefined, as before', () => {
  const { after } = planned(
    {
      'src/a.jsx': `import { useState } from 'react';
export function A() {
  const [units] = useState();
  return <B units={units} />;
}
function B({ units = 'c' }) {
  return <b>{units}</b>;
}
`,
    },
    'A.units',
    { way: 'context' },
  );
  expect(after['src/a.jsx']).toContain(`function B() {
  const { units = 'c' } = { units: useContext(UnitsContext) };`);
});

test('types go with the props, and an unused one with its name', () => {
  const { plan, after } = planned(
    {
      'src/a.tsx': `import { useState } from 'react';
type Units = 'c' | 'f';
interface BProps {
  units: Units;
  name: string;
}
export function A() {
  const [units] = useState<Units>('c');
  return <B name="x" units={units} />;
}
function B({ units, name }: BProps) {
  return <C units={units} name={name} />;
}
function C({ units, name }: { units: Units; name: string }) {
  return <b title={name}>{units}</b>;
}
`,
    },
    'A.units',
    { way: 'context' },
  );
  expect(after['src/a.tsx']).toContain('interface BProps {\n  name: string;\n}');
  expect(after['src/a.tsx']).toContain('function C({ name }: { name: string }) {');
  expect(plan.proof.lost).toEqual([]);
});

test('state that is wanted beside its home moves up, and both read it from the context', () => {
  const { plan, after } = planned(
    {
      'src/a.jsx': `import { useState } from 'react';
export function A() {
  return <main><Tray /><Summary /></main>;
}
function Tray() {
  const [open, setOpen] = useState(false);
  return <b onClick={() => setOpen(!open)}>{open ? 'open' : 'shut'}</b>;
}
function Summary() {
  return <p>Trays</p>;
}
`,
    },
    'Tray.open',
    { way: 'context', also: ['Summary'] },
  );
  expect(after['src/a.jsx']).toContain(`function Tray() {
  const open = useContext(TrayOpenContext);
  const setOpen = useContext(SetOpenContext);
  return`);
  expect(after['src/a.jsx']).toContain('<p>Trays<output>{JSON.stringify(open)}</output></p>');
  expect(plan).toMatchObject({ component: 'A', complete: true, proof: { readers: ['Summary', 'Tray'], lost: [] } });
});

test('a class is told in words, and nothing of it is written', () => {
  const { plan } = planned(
    {
      'src/a.jsx': `import { Component } from 'react';
export class A extends Component {
  state = { units: 'c' };
  render() { return <B units={this.state.units} />; }
}
function B({ units }) { return <C units={units} />; }
function C({ units }) { return <b>{units}</b>; }
`,
    },
    'A.units',
    { way: 'context' },
  );
  expect(plan.complete).toBe(false);
  expect(plan.files).toEqual([]);
  expect(plan.steps[0]).toMatchObject({ by: 'hand', says: expect.stringContaining('Not written: ') });
});

test('the only prop of a relay goes with its type', () => {
  const { plan, after } = planned(
    {
      'src/a.tsx': `import { useState } from 'react';
export function A() {
  const [units] = useState('c');
  return <B units={units} />;
}
function B({ units }: { units: string }) {
  return <C units={units} />;
}
function C({ units }: { units: string }) {
  return <b>{units}</b>;
}
`,
    },
    'A.units',
    { way: 'context' },
  );
  expect(after['src/a.tsx']).toContain('function B() {\n  return <C />;');
  expect(after['src/a.tsx']).toContain('function C() {\n  const units = useContext(UnitsContext);');
  expect(plan).toMatchObject({ complete: true, proof: { lost: [], newFindings: [] } });
});
