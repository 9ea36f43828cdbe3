import { planned } from '../../testing/planned';
import { surveyOf } from '../../testing/project';

const FOUR = {
  'src/a.jsx': `import { useState } from 'react';
export function App() {
  const [open, setOpen] = useState(false);
  return <Desk open={open} onOpen={setOpen} />;
}
function Desk({ open, onOpen }) {
  return <House open={open} onOpen={onOpen} />;
}
function House({ open, onOpen }) {
  return <><Lid open={open} /><Lever onOpen={onOpen} /></>;
}
function Lid({ open }) { return <b>{open}</b>; }
function Lever({ onOpen }) { return <button onClick={() => onOpen(true)} />; }
`,
};

test('down: declared where it is needed, under the names it has there', () => {
  const { plan, after } = planned(FOUR, 'App.open', { way: 'down' });
  expect(after['src/a.jsx']).toBe(`import { useState } from 'react';
export function App() {
  return <Desk />;
}
function Desk() {
  return <House />;
}
function House() {
  const [open, onOpen] = useState(false);
  return <><Lid open={open} /><Lever onOpen={onOpen} /></>;
}
function Lid({ open }) { return <b>{open}</b>; }
function Lever({ onOpen }) { return <button onClick={() => onOpen(true)} />; }
`);
  expect(plan.proof).toMatchObject({ readers: ['Lid'], writers: ['Lever'], lost: [], relaysGone: ['Desk', 'House'] });
});

test('down is told in words where the home starts the state from what only it knows', () => {
  const { plan } = planned(
    {
      'src/a.jsx': (FOUR['src/a.jsx'] ?? '')
        .replace('useState(false)', 'useState(first)')
        .replace('const [open', 'const first = Math.random() > 0.5;\n  const [open'),
    },
    'App.open',
    { way: 'down' },
  );
  expect(plan).toMatchObject({ complete: false, files: [] });
  expect(plan.steps[0]?.says).toContain('open starts from something that only App knows');
});

const TRAYS = {
  'src/House.tsx': `import { useState } from 'react';

interface TrayProps {
  tray: { id: string };
}

export function House() {
  const trays = [{ id: 'a' }, { id: 'b' }];
  return (
    <main>
      <Summary title="x" />
      <Bench trays={trays} />
    </main>
  );
}

function Bench({ trays }: { trays: { id: string }[] }) {
  return (
    <ul>
      {trays.map((tray) => (
        <Tray key={tray.id} tray={tray} />
      ))}
    </ul>
  );
}

function Tray({ tray }: TrayProps) {
  const [open, setOpen] = useState(false);
  return <li onClick={() => setOpen((o) => !o)}>{open ? tray.id : ''}</li>;
}

const Summary = ({ title }: { title: string }) => (
  <h1>
    {title}
  </h1>
);
`,
};

test('up: what each instance had becomes one collection, by the key each is rendered with', () => {
  const { plan, after } = planned(TRAYS, 'Tray.open', { way: 'up', also: ['Summary'] });
  const text = after['src/House.tsx'] ?? '';
  expect(text).toContain('const [openByTray, setOpenByTray] = useState<Record<string, boolean>>({});');
  expect(text).toContain('<Bench trays={trays} openByTray={openByTray} setOpenByTray={setOpenByTray} />');
  expect(text).toContain(
    "<Tray key={tray.id} tray={tray} open={openByTray[tray.id] ?? false} setOpen={(next: boolean | ((before: boolean) => boolean)) => setOpenByTray((all) => ({ ...all, [tray.id]: typeof next === 'function' ? next(all[tray.id] ?? false) : next }))} />",
  );
  expect(text).toContain('function Tray({ tray, open, setOpen }: TrayProps) {\n  return');
  expect(text).toContain('    {title}\n    <output>{JSON.stringify(openByTray)}</output>\n  </h1>');
  expect(text).toContain('  open: boolean;\n  setOpen: (next: boolean | ((before: boolean) => boolean)) => void;\n}');
  expect(plan).toMatchObject({
    component: 'House',
    complete: true,
    proof: { readers: ['Summary', 'Tray'], writers: ['Tray'], lost: [], newFindings: [] },
  });
});

test('instances that only their index tells apart share nothing', () => {
  const sources = {
    'src/House.tsx': (TRAYS['src/House.tsx'] ?? '')
      .replace('(tray) => (', '(tray, index) => (')
      .replace('key={tray.id}', 'key={index}'),
  };
  const { plan } = planned(sources, 'Tray.open', { way: 'up', also: ['Summary'] });
  expect(plan.complete).toBe(false);
  expect(plan.steps[0]?.says).toContain('by its index');
});

test('what nothing below wants may be wanted beside: up is offered then, and keep is not', () => {
  const homes = surveyOf(TRAYS).homes('Tray.open', undefined, ['Summary']);
  expect(homes.wanted).toEqual(['Summary']);
  expect(homes.options.find(({ kind }) => kind === 'keep')).toMatchObject({ possible: false });
  expect(homes.options.find(({ kind }) => kind === 'up')).toMatchObject({ component: 'House', possible: true });
});

test('a wanted reader below the home is given it by the components between', () => {
  const { after, plan } = planned(
    {
      'src/a.jsx': `import { useState } from 'react';
export function Desk() {
  const [units] = useState('c');
  return <section title={units}><Bench /></section>;
}
function Bench() {
  return <Gauge />;
}
const Gauge = () => <b>Gauge</b>;
`,
    },
    'Desk.units',
    { way: 'up', also: ['Gauge'] },
  );
  expect(after['src/a.jsx']).toContain(`<Bench units={units} /></section>;
}
function Bench({ units }) {
  return <Gauge units={units} />;
}
const Gauge = ({ units }) => <b>Gauge<output>{units}</output></b>;`);
  expect(plan.proof).toMatchObject({ readers: ['Desk', 'Gauge'], lost: [] });
});

test('an import that nothing else uses goes with the declaration', () => {
  const { after } = planned(
    {
      'src/App.jsx': `import { Tray } from './Tray';
import { Summary } from './Summary';
export const App = () => <main><Tray /><Summary /></main>;
`,
      'src/Summary.jsx': `export const Summary = () => <p>Trays</p>;\n`,
      'src/Tray.jsx': `import { useEffect, useState } from 'react';
import { FIRST } from './first';
export function Tray() {
  const [depth, setDepth] = useState(FIRST);
  useEffect(() => { document.title = 'Tray'; }, []);
  return <b onClick={() => setDepth(2)}>{depth}</b>;
}
`,
      'src/first.js': `export const FIRST = 1;\n`,
    },
    'Tray.depth',
    { way: 'up', also: ['Summary'] },
  );
  expect(after['src/Tray.jsx']).toContain(`import { useEffect } from 'react';
export function Tray({ depth, setDepth }) {`);
  expect(after['src/App.jsx']).toContain(`import { useState } from 'react';
import { Tray } from './Tray';
import { Summary } from './Summary';
import { FIRST } from './first';
export const App = () => {
  const [depth, setDepth] = useState(FIRST);
  return <main>`);
});

const LEVERS = {
  'src/House.jsx': `import { useState } from 'react';
export const House = ({ trays }) => (
  <main>
    <Summary />
    {trays.map((tray) => (
      <Tray key={tray.id} tray={tray} />
    ))}
  </main>
);
function Tray({ tray }) {
  return <p>{tray.id}<Lever /></p>;
}
function Lever() {
  const [pulled, setPulled] = useState(false);
  return <button onClick={() => setPulled(!pulled)}>{pulled ? 'pulled' : 'up'}</button>;
}
function Summary() {
  return <h1>Levers</h1>;
}
`,
};

test('a home within something that is rendered many times gets its own from there', () => {
  const { plan, after } = planned(LEVERS, 'Lever.pulled', { way: 'up', also: ['Summary'] });
  expect(after['src/House.jsx']).toContain(`const [pulledByTray, setPulledByTray] = useState({});`);
  expect(after['src/House.jsx']).toContain(`pulled={pulledByTray[tray.id] ?? false} setPulled={(next) =>`);
  expect(after['src/House.jsx']).toContain(`function Tray({ tray, pulled, setPulled }) {
  return <p>{tray.id}<Lever pulled={pulled} setPulled={setPulled} /></p>;
}
function Lever({ pulled, setPulled }) {
  return <button`);
  expect(plan.proof).toMatchObject({ readers: ['Lever', 'Summary'], writers: ['Lever'], lost: [] });
});

test('through a context it is one collection as well, so that each instance keeps its own', () => {
  const { plan, after } = planned(LEVERS, 'Lever.pulled', { way: 'context', also: ['Summary'] });
  expect(after['src/House.jsx']).toContain('<PulledByTrayContext.Provider value={pulledByTray}>');
  expect(after['src/House.jsx']).toContain('pulled={pulledByTray[tray.id] ?? false}');
  expect(after['src/House.jsx']).toContain('const pulledByTray = useContext(PulledByTrayContext);');
  expect(plan.proof).toMatchObject({ readers: ['Lever', 'Summary'], writers: ['Lever'], lost: [], newFindings: [] });
});

test('where nothing tells the instances apart, none is moved', () => {
  const sources = { 'src/House.jsx': LEVERS['src/House.jsx'].replace(' key={tray.id}', '') };
  const { plan } = planned(sources, 'Lever.pulled', { way: 'context', also: ['Summary'] });
  expect(plan.files).toEqual([]);
  expect(plan.steps[0]?.says).toContain('without a key that tells the instances apart');
});

test('a place that does not stand above all who need it is refused', () => {
  expect(() => planned(FOUR, 'App.open', { way: 'context', in: 'Lid' })).toThrow(
    'Lid does not stand above all who need it. The lowest component that does is House.',
  );
});
