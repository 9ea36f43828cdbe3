/** Input that is deep, wide or tangled beyond reason: every survey ends, tells what it could not read or follow, and answers the rest. */
import { Exploration } from './link/travel/exploration';
import { drilledProp } from './rules/drilled-prop';
import { CASES } from './testing/hostile';
import { surveyOf } from './testing/project';

const FINE = `import { useState } from 'react';
export function Fine() { const [units, setUnits] = useState('c'); return <Shown units={units} onPick={setUnits} />; }
function Shown({ units, onPick }) { return <b onClick={() => onPick('f')}>{units}</b>; }
`;

test.each(CASES)('%s', (_name, sources) => {
  const survey = surveyOf({ ...sources(), 'src/Fine.jsx': FINE });
  const document = survey.document();
  // Every file is listed, and what can be read is answered.
  expect(document.files).toHaveLength(Object.keys(sources()).length + 1);
  expect(survey.trail('Fine.units').readers).toMatchObject([{ component: 'Shown' }]);
});

test('whatever fails while one file is followed is told of that file, and the rest is answered', () => {
  const run = Exploration.prototype.run;
  const failing = jest.spyOn(Exploration.prototype, 'run').mockImplementation(function (this: Exploration) {
    const local = run.call(this);
    const names = local.visited.map(({ place }) => this['program'].graph.places[place]?.name);
    if (names.includes('poison')) throw new RangeError('Maximum call stack size exceeded');
    return local;
  });
  const sources = {
    'src/Bad.jsx': `import { useState } from 'react';\nexport function Bad() { const [poison] = useState(0); return <b>{poison}</b>; }`,
    'src/Fine.jsx': FINE,
  };
  const survey = surveyOf(sources);
  const document = survey.document();
  failing.mockRestore();
  expect(document.files[0]?.problems).toMatchObject([
    {
      severity: 'error',
      message: 'Part of this file could not be followed. It is nested too deeply. Whatever depends on it is left out.',
    },
  ]);
  expect(document.files[1]?.problems).toEqual([]);
  expect(survey.trail('Fine.units').readers).toMatchObject([{ component: 'Shown' }]);
});

test('a rule that fails takes no other with it', () => {
  const failing = jest.spyOn(drilledProp, 'check').mockImplementation(() => {
    throw new Error('It met what it had not expected.');
  });
  const findings = surveyOf({ 'src/App.jsx': `export function App() { return <Missing />; }` }).findings();
  failing.mockRestore();
  expect(findings.map(({ rule, message }) => [rule, message])).toEqual([
    ['unresolved', expect.stringContaining('<Missing> could not be followed')],
    ['unresolved', expect.stringContaining('The rule drilled-prop failed on this project')],
  ]);
});
