import fc from 'fast-check';
import { factsOf, surveyOf } from '../testing/project';
import { sameShape } from './reshape';
import { RULES } from '../rules';
import { Survey } from '../survey';

const TRAY = `import { useState } from 'react';
export function Tray({ units }) {
  const [open, setOpen] = useState(false);
  return <button title="a tray" onClick={() => setOpen(!open)}>{open ? units : 'shut'}</button>;
}
`;

test.each([
  ['a comment', `// once\n${TRAY}`, true],
  ['a text', TRAY.replace('a tray', 'another tray'), true],
  ['blank lines', TRAY.replace('  const', '\n\n  const'), true],
  ['another name', TRAY.replaceAll('units', 'scale'), false],
  ['another use', TRAY.replace('open ? units', 'units ? open'), false],
  ['another component', `${TRAY}export function Lid() { return <i />; }`, false],
])('%s: the same shape?', (_name, text, same) => {
  expect(sameShape(factsOf('src/Tray.jsx', TRAY), factsOf('src/Tray.jsx', text))).toBe(same);
});

test('after moving code about, the survey equals one from nothing', () => {
  const app = `import { Tray } from './Tray';\nexport const App = () => <Tray units="c" />;\n`;
  fc.assert(
    fc.property(fc.array(fc.constantFrom('\n', '// a remark\n', '/* more */ ', '  '), { maxLength: 8 }), (pieces) => {
      const moved = pieces.join('') + TRAY.replace('a tray', pieces.join('').replace(/[\n"]/g, ''));
      const files = [factsOf('src/App.jsx', app), factsOf('src/Tray.jsx', TRAY)];
      const survey = new Survey({ name: 'test', files, configs: [], skipped: {} });
      survey.document();
      survey.trail('Tray.open');
      expect(survey.adopt([factsOf('src/Tray.jsx', moved)])).toBe(true);
      const fresh = surveyOf({ 'src/App.jsx': app, 'src/Tray.jsx': moved });
      expect(survey.document()).toEqual(fresh.document());
      expect(survey.trail('Tray.open')).toEqual(fresh.trail('Tray.open'));
      expect(survey.homes('Tray.open')).toEqual(fresh.homes('Tray.open'));
    }),
    { numRuns: 25 },
  );
});

test.each(RULES.map((rule) => [rule.id, rule] as const))('%s: what is found stands on its new lines', (_id, rule) => {
  const sources = rule.examples.failing;
  const moved = Object.fromEntries(
    Object.entries(sources).map(([path, text]) => [path, path.endsWith('.json') ? text : `\n\n${text}`]),
  );
  const survey = surveyOf(sources);
  const before = survey.findings();
  survey.document();
  const fresh = surveyOf(moved);
  expect(survey.adopt(fresh.linked.program.input.files)).toBe(true);
  expect(survey.document()).toEqual(fresh.document());
  expect(survey.findings()).not.toEqual(before);
});

test('a default that comes or goes changes the shape', () => {
  const facts = (text: string) => factsOf('src/Tray.jsx', text);
  expect(sameShape(facts(TRAY), facts(TRAY.replace('{ units }', "{ units = 'c' }")))).toBe(false);
});

test('what changes the shape is refused, and nothing is taken over', () => {
  const survey = surveyOf({ 'src/Tray.jsx': TRAY });
  const before = JSON.stringify(survey.document());
  expect(survey.adopt([factsOf('src/Tray.jsx', TRAY.replaceAll('units', 'scale'))])).toBe(false);
  expect(survey.adopt([factsOf('src/Other.jsx', TRAY)])).toBe(false);
  expect(JSON.stringify(survey.document())).toBe(before);
});
