import type { Decision } from '../model/documents';
import { surveyOf } from '../testing/project';
import { decided } from './decision';

const DRILLED = {
  'src/App.jsx': `import { useState } from 'react';
export function App() { const [units, setUnits] = useState('c'); return <main onClick={() => setUnits('f')}><Tray units={units} /></main>; }
function Tray({ units }) { return <Gauge units={units} />; }
function Gauge({ units }) { return <b>{units}</b>; }
`,
};
const SHARED = {
  'src/App.jsx': `import { createContext, useContext, useState } from 'react';
const Units = createContext('c');
export function App() { const [units, setUnits] = useState('c'); return <main onClick={() => setUnits('f')}><Units.Provider value={units}><Tray /></Units.Provider></main>; }
function Tray() { return <Gauge />; }
function Gauge() { const units = useContext(Units); return <b>{units}</b>; }
`,
};

const decide = (way: Decision['way']): Decision =>
  decided(surveyOf(DRILLED).homes('App.units'), {
    value: 'App.units',
    way,
    reason: 'Three benches show it.',
    at: '2026-03-01T10:00:00.000Z',
  });

test('a decision is told with its reason, the measures and the advice of that day', () => {
  const { text, to, name } = decide('context');
  expect({ to, name }).toEqual({ to: 'App', name: 'units' });
  expect(text).toContain(
    'Decided on 2026-03-01: units goes through a context that App provides.\n\nWhy: Three benches show it.',
  );
  expect(text).toContain('- Read by Gauge; changed by App.');
  expect(text).toMatch(/^\| \*\*context\*\* \| App \| 0 \| /m);
  expect(text).toMatch(/^\| keep \| App \| 1 \| /m);
});

test('it is open until a survey finds it carried out, and broken where relays come back', () => {
  const decision = decide('context');
  expect(surveyOf(DRILLED).stands([decision])).toEqual([{ state: 'open', says: 'Tray only carries units.' }]);
  expect(surveyOf(SHARED).stands([decision])).toMatchObject([{ state: 'holds' }]);
  expect(surveyOf(DRILLED).stands([{ ...decision, done: true }])).toEqual([
    { state: 'broken', says: 'Tray only carries units.' },
  ]);
});

test('it is open where the value lives elsewhere', () => {
  expect(surveyOf(DRILLED).stands([decide('store')])).toEqual([
    { state: 'open', says: 'units does not live in a module.' },
  ]);
});
