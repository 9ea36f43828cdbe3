/** What a component does with a value at one stop, also in what it runs elsewhere. */
import { surveyOf, trailsOf } from '../testing/project';

const BED = { 'src/Bed.jsx': `export function Bed({ depth }) { return <b>{depth}</b>; }` };
const app = (shown: string): string =>
  `import { useState } from 'react'; import { show, showOf, late } from './show';
   export function App() { const [depth, setDepth] = useState(1); const get = () => depth; return <main onClick={() => setDepth(2)}>${shown}</main>; }`;

describe('a function of the component that a helper in another file calls', () => {
  test.each([
    ['by itself', '{show(get)}', ['App.depth > Bed.depth']],
    ['as a field of an object', '{showOf({ depth: get })}', ['App.depth > Bed.depth']],
    ['after something was computed of what it returns', '{late(get)}', []],
  ])('%s: the component passes on what it returns', (_how, shown, trails) => {
    const survey = surveyOf({
      ...BED,
      'src/App.jsx': app(shown),
      'src/show.jsx': `import { Bed } from './Bed'; export function show(get) { return <Bed depth={get()} />; }
        export function showOf(self) { return <Bed depth={self.depth()} />; } export function late(get) { return <Bed depth={get() + 1} />; }`,
    });
    const own = trailsOf(survey, 'App.depth').filter((one) => !one.includes('(derived)'));
    expect(own).toEqual(trails);
  });

  test('what it computes there, it computes itself', () => {
    const survey = surveyOf({
      ...BED,
      'src/App.jsx': app('{late(get)}'),
      'src/show.jsx': `export function late(get) { return get() + 1; }`,
    });
    const { marks = [] } = survey.document();
    expect(marks.map(({ component, roles }) => [component, roles])).toEqual([
      ['src/App.jsx#App', ['home', 'reader', 'writer']],
    ]);
  });

  test('a helper that calls itself with what it was given comes to an end', () => {
    const survey = surveyOf({
      ...BED,
      'src/App.jsx': app('{late(get)}'),
      'src/show.jsx': `import { Bed } from './Bed'; export function late(get) { return get() > 3 ? <Bed depth={get()} /> : late(() => get()); }`,
    });
    expect(trailsOf(survey, 'App.depth')).toEqual(['App.depth > Bed.depth']);
  });
});
