import { surveyOf } from '../testing/project';

const survey = surveyOf({
  'src/App.jsx': `import { useState } from 'react';
import { Zone } from './Zone';
export function App() {
  const [units, setUnits] = useState('c');
  return <Zone units={units} onUnits={setUnits} />;
}`,
  'src/Zone.jsx': `export function Zone({ units, onUnits }) {
  return <Gauge scale={units} onPick={onUnits} />;
}
function Gauge({
  scale,
  onPick,
}) {
  return <b onClick={() => onPick('k')}>{scale}</b>;
}`,
});

const margin = (path: string): string[] =>
  survey
    .margin(path)
    .map((one) => `${one.line} ${one.name} ${one.roles.join('+')} ${one.comes ?? ''}>${one.goes.join()}`);

test('where a value lives, and where its change function goes to', () => {
  expect(margin('src/App.jsx')).toEqual(['4 units home >prop', '4 setUnits home >callback']);
});

test('where it arrives: only carried, read, called', () => {
  expect(margin('src/Zone.jsx')).toEqual([
    '1 units relay prop>prop',
    '1 onUnits relay callback>callback',
    '5 scale reader prop>',
    '6 onPick writer callback>',
  ]);
});

test('a file without components has an empty margin', () => {
  expect(margin('src/none.js')).toEqual([]);
});
