import { mended } from '../../testing/planned';

const GAUGE = `import { useState } from 'react';
export function Gauge({ units, onPick }) {
  const [open, setOpen] = useState(false);
  return <b onClick={() => { setOpen(!open); onPick?.('f'); }}>{open ? units : null}</b>;
}
`;

test('a value that no single component holds goes down as markup: each place writes what it contains', () => {
  const { document, after } = mended(
    {
      'src/Gauge.jsx': GAUGE,
      'src/House.jsx': `import { Gauge } from './Gauge';
export function House({ units }) { return <section><h2>House</h2><Gauge units={units} /></section>; }
`,
      'src/Desk.jsx': `import { House } from './House';
export function Desk({ units }) { return <section><h1>Desk</h1><House units={units} /></section>; }
`,
      'src/App.jsx': `import { useState } from 'react';
import { Desk } from './Desk';
export function App() {
  const [units, setUnits] = useState('c');
  return <main onClick={() => setUnits('f')}><Desk units={units === 'c' ? 'C' : 'F'} /><Shed /></main>;
}
function Shed() {
  const [own] = useState('k');
  return <Desk units={own} />;
}
`,
    },
    'drilled-prop',
  );
  expect(document.mends).toMatchObject([
    { finding: { name: 'units' }, complete: true, proof: { gone: true, newFindings: [] } },
  ]);
  expect(after['src/App.jsx']).toContain(
    "<Desk><House><Gauge units={units === 'c' ? 'C' : 'F'} /></House></Desk><Shed />",
  );
  expect(after['src/App.jsx']).toContain('return <Desk><House><Gauge units={own} /></House></Desk>;');
  expect(after['src/Desk.jsx']).toBe(
    `export function Desk({ children }) { return <section><h1>Desk</h1>{children}</section>; }\n`,
  );
});
