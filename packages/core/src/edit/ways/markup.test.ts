import { planned } from '../../testing/planned';

const FILES = {
  'src/App.jsx': `import { useState } from 'react';
import { Desk } from './desk/Desk';

export function App() {
  const [units, setUnits] = useState('c');
  const [open, setOpen] = useState(false);
  return (
    <main onClick={() => setOpen(true)}>
      <Desk title="North" units={units} onUnits={setUnits} open={open} />
    </main>
  );
}
`,
  'src/desk/Desk.jsx': `import { House } from './House';
import { PARTS } from './parts';

export function Desk({ title, units, onUnits, open }) {
  return (
    <section>
      <h1>{title}</h1>
      {open && <House label={title} parts={PARTS} units={units} onUnits={onUnits} />}
    </section>
  );
}
`,
  'src/desk/parts.js': `export const PARTS = 3;\n`,
  'src/desk/House.jsx': `import PropTypes from 'prop-types';
import Gauge from '../Gauge';
import { Switch } from '../Switch';

export function House({ label, parts, units, onUnits }) {
  return (
    <div>
      <h2>{label} {parts}</h2>
      <Gauge units={units} />
      <Switch
        units={units}
        onPick={(next) => onUnits(next)}
      />
    </div>
  );
}
House.propTypes = {
  label: PropTypes.string,
  units: PropTypes.string,
};
`,
  'src/Gauge.jsx': `export default function Gauge({ units }) { return <b>{units}</b>; }\n`,
  'src/Switch.jsx': `export function Switch({ units, onPick }) { return <button onClick={() => onPick('f')}>{units}</button>; }\n`,
};

test('whoever has the value writes what all components on the way would pass it to', () => {
  const { plan, after } = planned(FILES, 'App.units', { way: 'compose' });
  expect(after).toEqual({
    'src/App.jsx': `import { useState } from 'react';
import { Desk } from './desk/Desk';
import { House } from './desk/House';
import { PARTS } from './desk/parts';
import { Switch } from './Switch';
import Gauge from './Gauge';

export function App() {
  const [units, setUnits] = useState('c');
  const [open, setOpen] = useState(false);
  return (
    <main onClick={() => setOpen(true)}>
      <Desk title="North" open={open}>
        <House
          label="North"
          parts={PARTS}
          gauge={<Gauge units={units} />}
          switchMarkup={
            <Switch
              units={units}
              onPick={(next) => setUnits(next)}
            />
          }
        />
      </Desk>
    </main>
  );
}
`,
    'src/desk/Desk.jsx': `export function Desk({ title, open, children }) {
  return (
    <section>
      <h1>{title}</h1>
      {open && children}
    </section>
  );
}
`,
    'src/desk/House.jsx': `import PropTypes from 'prop-types';

export function House({ label, parts, gauge, switchMarkup }) {
  return (
    <div>
      <h2>{label} {parts}</h2>
      {gauge}
      {switchMarkup}
    </div>
  );
}
House.propTypes = {
  label: PropTypes.string,
  gauge: PropTypes.node,
  switchMarkup: PropTypes.node,
};
`,
  });
  expect(plan.complete).toBe(true);
  expect(plan.steps.map(({ says }) => says)).toEqual([
    'Let App write House, Gauge and Switch, and hand them to Desk.',
    'Show what is handed in instead of House in Desk, which no longer takes units and onUnits.',
    'Show what is handed in instead of Gauge and Switch in House, which no longer takes units and onUnits.',
  ]);
  expect(plan.proof).toEqual({
    readers: ['Gauge', 'Switch'],
    writers: ['Switch'],
    lost: [],
    relaysGone: ['Desk', 'House'],
    relaysLeft: [],
    newFindings: [],
  });
});

/** A desk that passes units to a gauge, and what else is there. */
function desk(written: { app?: string; desk: string; rest?: string }): { plan: string[]; text: string } {
  const { plan, after } = planned(
    {
      'src/App.tsx': `import { Children, cloneElement, memo, useState } from 'react';
export function App() {
  const [units, setUnits] = useState('c');
  return <main onClick={() => setUnits('f')}>${written.app ?? '<Desk units={units} />'}</main>;
}
${written.desk}
function Gauge({ units, of, onPick }: { units: string; of?: string; onPick?: () => void }) { return <b onClick={onPick}>{units}{of}</b>; }
${written.rest ?? ''}`,
    },
    'App.units',
    { way: 'compose' },
  );
  return { plan: plan.steps.map(({ says }) => says), text: after['src/App.tsx'] ?? '' };
}

test('props in an object; the type says what is handed in instead', () => {
  const { text } = desk({
    desk: `interface DeskProps {
  units: string;
}
function Desk(props: DeskProps) {
  return <div><Gauge units={props.units} /></div>;
}`,
  });
  expect(text).toContain("<main onClick={() => setUnits('f')}><Desk><Gauge units={units} /></Desk></main>");
  expect(text).toContain(`interface DeskProps {
  children: import('react').ReactNode;
}
function Desk(props: DeskProps) {
  return <div>{props.children}</div>;
}`);
});

test('what the tag gives stands for the props: texts, flags, defaults, fields, functions', () => {
  const { text } = desk({
    app: '<Desk units={units} of="north" isOpen onPick={() => setUnits("k")} at={{ bed: 1 }} />',
    desk: `function Desk({ units, of, isOpen, onPick, at, size = 3, none }: { units: string; of: string; isOpen: boolean; onPick: () => void; at: { bed: number }; size?: number; none?: number }) {
  return <Big units={units} of={of} isOpen={isOpen} size={size} none={none} bed={at.bed} all={{ units }} onPick={onPick} />;
}`,
    rest: `function Big({ units, of, isOpen, size, none, bed, all, onPick }: Record<string, any>) { return <b onClick={onPick}>{units}{of}{isOpen}{size}{none}{bed}{all.units}</b>; }`,
  });
  expect(text).toContain(
    '<Desk><Big units={units} of="north" isOpen={true} size={3} none={undefined} bed={({ bed: 1 }).bed} all={{ units }} onPick={() => setUnits("k")} /></Desk>',
  );
  expect(text).toContain(
    "function Desk({ children }: { children: import('react').ReactNode }) {\n  return children;\n}",
  );
});

test('a component that has to go on passing it writes what the next one contains', () => {
  const { plan, text } = desk({
    desk: `function Desk({ units }: { units: string }) {
  const [of] = useState('north');
  return <div><House of={of} units={units} /></div>;
}
function House({ of, units }: { of: string; units: string }) { return <p>{of}<Gauge units={units} /></p>; }`,
  });
  expect(text).toContain('return <div><House of={of}><Gauge units={units} /></House></div>;');
  expect(plan).toEqual([
    'Let Desk write Gauge, and hand it to House.',
    'Show what is handed in instead of Gauge in House, which no longer takes units.',
    'Desk goes on passing it: what it renders needs of, which it has itself.',
  ]);
});

test('a parameter would hide what is meant: the one around is left, the one within is relieved there', () => {
  const { plan, text } = desk({
    desk: `function Desk({ units: scale }: { units: string }) { return <List of={scale} show={(units: string) => <House units={scale} of={units} />} />; }
function House({ units, of }: { units: string; of: string }) { return <p>{of}<Gauge units={units} /></p>; }
function List({ of, show }: { of: string; show: (of: string) => React.ReactNode }) { return <ul>{of}{show('n')}</ul>; }`,
  });
  expect(text).toContain('show={(units: string) => <House of={units}><Gauge units={scale} /></House>}');
  expect(plan.at(-1)).toBe('Desk goes on passing it: units is another thing in what it renders.');
});

const TYPED = '{ units }: { units: string }';

test.each([
  [
    'state of its own',
    `function Desk(${TYPED}) { const [of] = useState(''); return <Gauge units={units} of={of} />; }`,
    'needs of, which it has itself',
  ],
  [
    'a list',
    `function Desk(${TYPED}) { return <ul>{[1, 2].map((bed) => <Gauge key={bed} units={units} />)}</ul>; }`,
    'needs bed, which it has itself',
  ],
  [
    'a part of what may be missing',
    `function Desk({ units, at }: { units: string; at?: { name: string } }) { return <p>{at && <Gauge units={units} of={at.name} />}</p>; }`,
    'whether there is something',
  ],
  [
    'an early return',
    `function Desk({ units, at }: { units: string; at?: { name: string } }) { if (!at) return null; return <Gauge units={units} of={at.name} />; }`,
    'whether there is something',
  ],
  [
    'a text of several lines in its markup',
    `function Desk(${TYPED}) { return <p><Gauge units={units} of={\`north\n  south\`} /></p>; }`,
    'holds a text of several lines',
  ],
  [
    'a hook in its markup',
    `function Desk(${TYPED}) { return <p><Gauge units={units} of={useName()} /></p>; }`,
    'calls useName, which runs with it',
  ],
  [
    'a type of its file in its markup',
    `interface Place { of: string }\nfunction Desk({ units, of }: { units: string; of: unknown }) { return <p><Gauge units={units} of={(of as Place).of} /></p>; }`,
    'says the type Place, which its file knows',
  ],
  [
    'a memoised component',
    `const Desk = memo(function Desk(${TYPED}) { return <p><Gauge units={units} /></p>; });`,
    'it is memoised',
  ],
  [
    'a name with two meanings',
    `function Desk({ units, onPick }: { units: string; onPick?: (of: string) => void }) { return <Gauge units={units} onPick={() => { const onPick = units; return onPick; }} />; }`,
    'onPick is two things',
  ],
])('is refused, with the reason: %s', (_name, written, reason) => {
  const { plan, text } = desk({ desk: written });
  expect(text).toBe('');
  expect(plan[0]).toContain(reason);
});

test.each([
  [
    'a default beside a value',
    '<Desk units={units} of={name} />',
    `function Desk({ units, of = 'x' }: { units: string; of?: string }) { return <Gauge units={units} of={of} />; }`,
    'it has a default for of',
  ],
  [
    'an object spread into its tag',
    '<Desk units={units} {...rest} />',
    `function Desk({ units, of }: { units: string; of?: string }) { return <Gauge units={units} of={of} />; }`,
    'spreads an object into it',
  ],
  [
    'a value that comes in another way',
    '<Frames lit={units}><Desk /></Frames>',
    `function Frames({ lit, children }: any) { return <div title={lit}>{Children.map(children, (child) => cloneElement(child, { units: lit }))}</div>; }
function Desk({ units }: { units?: string }) { return <Gauge units={units} />; }`,
    'it gets units in another way than at its tag',
  ],
  [
    'what is made at its tag and used twice',
    '<Desk units={units} of={[units].join()} />',
    `function Desk({ units, of }: { units: string; of?: string }) { return <p>{of}<Gauge units={units} of={of} /></p>; }`,
    'it needs of for itself',
  ],
])('is refused for what the tag gives: %s', (_name, app, written, reason) => {
  const { plan, text } = desk({ app, desk: written, rest: "const name = 'n'; const rest = {};" });
  expect(text).toBe('');
  expect(plan[0]).toContain(reason);
});

test.each([
  [
    'is another thing there',
    `import { Gauge } from './other';\n`,
    "import { Gauge } from './Gauge';",
    'Gauge is another thing in src/App.jsx',
  ],
  [
    'is known in its file alone',
    '',
    `let Gauge = function ({ units, on }) { return <b onClick={on}>{units}</b>; };`,
    'Gauge is known in its file alone',
  ],
])('is refused where a name %s', (_name, above, within, reason) => {
  const { plan } = planned(
    {
      'src/App.jsx': `import { useState } from 'react';\nimport { Desk } from './Desk';\n${above}export function App() { const [units, set] = useState('c'); return <Desk units={units} on={() => set('f')} />; }${above ? '\nexport const other = Gauge;' : ''}`,
      'src/Desk.jsx': `${within}\nexport function Desk({ units, on }) { return <p><Gauge units={units} on={on} /></p>; }`,
      'src/Gauge.jsx': `export function Gauge({ units, on }) { return <b onClick={on}>{units}</b>; }`,
      'src/other.jsx': `export const Gauge = 3;`,
    },
    'App.units',
    { way: 'compose' },
  );
  expect(plan).toMatchObject({ complete: false, files: [] });
  expect(plan.steps[0]?.says).toContain(reason);
});

test('what only its own file knows is exported there; each place that renders it writes what it contains', () => {
  const { plan, after } = planned(
    {
      'src/App.jsx': `import { useState } from 'react';
import { Desk } from './Desk';
import { Other } from './Other';
export function App() {
  const [units, setUnits] = useState('c');
  return <main onClick={() => setUnits('f')}><Desk units={units} /><Other /></main>;
}
`,
      'src/Desk.jsx': `const LABEL = 'north';
function Gauge({ units, of }) { return <b>{units}{of}</b>; }
export function Desk({ units }) { return <p><Gauge units={units} of={LABEL} /></p>; }
`,
      'src/Other.jsx': `import { Desk } from './Desk';
export function Other() { return <i><Desk units="k" /></i>; }
`,
    },
    'App.units',
    { way: 'compose' },
  );
  expect(plan).toMatchObject({ complete: true, proof: { relaysGone: ['Desk'], lost: [], newFindings: [] } });
  expect(after['src/Desk.jsx']).toBe(`export const LABEL = 'north';
export function Gauge({ units, of }) { return <b>{units}{of}</b>; }
export function Desk({ children }) { return <p>{children}</p>; }
`);
  expect(after['src/App.jsx']).toContain(`import { Desk, Gauge, LABEL } from './Desk';`);
  expect(after['src/App.jsx']).toContain('<Desk><Gauge units={units} of={LABEL} /></Desk>');
  expect(after['src/Other.jsx']).toContain('<i><Desk><Gauge units="k" of={LABEL} /></Desk></i>');
});

test.each([
  [
    'by default',
    'export default function Gauge({ units, on }) { return <b onClick={on}>{units}</b>; }',
    "import Gauge from './Desk';",
  ],
  [
    'in a list, under another name',
    'const Gauge = ({ units, on }) => <b onClick={on}>{units}</b>;\nexport { Gauge as Dial };',
    'Dial as Gauge',
  ],
])('a name that its file exports %s is imported as that', (_how, gauge, imported) => {
  const { plan, after } = planned(
    {
      'src/App.jsx': `import { useState } from 'react';
import { Desk } from './Desk';
export function App() {
  const [units, setUnits] = useState('c');
  return <main><Desk units={units} on={setUnits} /></main>;
}
`,
      'src/Desk.jsx': `${gauge}
export function Desk({ units, on }) { return <p><Gauge units={units} on={on} /></p>; }
`,
    },
    'App.units',
    { way: 'compose' },
  );
  expect(plan).toMatchObject({ complete: true, proof: { relaysGone: ['Desk'], lost: [], newFindings: [] } });
  expect(after['src/App.jsx']).toContain(imported);
  expect(after['src/Desk.jsx']).toContain(gauge);
});

test('nobody on the way renders who shall read it too', () => {
  const { plan } = planned(FILES, 'App.units', { way: 'compose', also: ['Gauge'] });
  expect(plan.steps[0]?.says).toContain('Nobody on the way renders the components that shall read it too.');
});
