/** How much each way touches, counted from its edits. */
import { importsAdded } from '.';
import { surveyOf } from '../testing/project';

const SOURCES = {
  'src/App.jsx': `import { useState } from 'react';
import { Tray } from './Tray';
export function App() {
  const [units, setUnits] = useState('c');
  return <Tray units={units} onUnits={setUnits} />;
}
`,
  'src/Tray.jsx': `import { Gauge } from './Gauge';
export function Tray({ units, onUnits }) {
  return <Gauge units={units} onUnits={onUnits} />;
}
`,
  'src/Gauge.jsx': `export function Gauge({ units, onUnits }) {
  return <b onClick={() => onUnits('k')}>{units}</b>;
}
`,
};

test('files and lines are those of the plan’s own diffs; what is told in words alone is not counted', () => {
  const sources = { text: (path: string) => (SOURCES as Record<string, string>)[path] ?? null };
  const survey = surveyOf(SOURCES);
  const counted = survey.editsOfWays('App.units', [], sources);
  expect(counted.map(({ way }) => way)).toEqual(['down', 'compose', 'context', 'store']);
  for (const { way, files, lines } of counted) {
    const { plan } = surveyOf(SOURCES).plan('App.units', { way }, sources);
    const changed = (plan?.files ?? []).flatMap(({ diff }) =>
      diff.split('\n').filter((line) => /^[-+]/.test(line) && !/^(---|\+\+\+) /.test(line)),
    );
    expect([way, files, lines]).toEqual([way, plan?.files.length, changed.length]);
  }
});

test('modules that files come to import: none that they imported before, and those above them apart', () => {
  const diff = (...lines: string[]): { diff: string } => ({ diff: lines.join('\n') });
  expect(
    importsAdded([
      diff(
        "-import { A } from './a';",
        "+import { A, B } from './a';",
        "+import { C } from '../../c';",
        ' const x = 1;',
      ),
      diff(" import { D } from './d';", "+import E from 'e';", "+export { D } from './d';"),
    ]),
  ).toEqual({ added: 2, upwards: 1 });
});
