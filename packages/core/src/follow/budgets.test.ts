/** What following costs is limited by counts; where one is spent, the answer says so. */
import { surveyOf } from '../testing/project';

const react = `import { useState } from 'react';`;
const many = (n: number, line: (i: number) => string): string =>
  Array.from({ length: n }, (_, i) => line(i)).join('\n');
const notes = (sources: Record<string, string>): string[] =>
  surveyOf(sources)
    .findings()
    .filter(({ rule }) => rule === 'unresolved')
    .map(({ message }) => message);

describe('helpers that call helpers', () => {
  const chain = (name: string, length: number, last: string): string =>
    many(length, (i) => `const ${name}${i} = (v) => ${i < length - 1 ? `${name}${i + 1}(v)` : last};`);
  const app = (calling: number): Record<string, string> => ({
    'src/App.jsx': `${react} ${chain('h', 12, 'v')} ${chain('c', calling, 'v(2)')}
      export function App() { const [depth, setDepth] = useState(1); return <Lid depth={h0(depth)} dig={() => c0(setDepth)} />; }
      const Lid = ({ depth, dig }) => <b onClick={dig}>{depth}</b>;`,
  });

  test('are followed however deep they go, where they do the same for every caller', () => {
    const { readers, writers, trails } = surveyOf(app(7)).trail('App.depth');
    expect(readers).toMatchObject([{ component: 'Lid', name: 'depth' }]);
    expect(writers).toMatchObject([{ component: 'Lid', name: 'dig' }]);
    // It is the value itself that comes out of them.
    expect(trails[0]?.stops.at(-1)).toMatchObject({ component: 'Lid', effect: 'same' });
    expect(notes(app(7))).toEqual([]);
  });

  test('are told where they call what they are given and are too many to tell apart', () => {
    expect(surveyOf(app(12)).trail('App.depth').writers).toEqual([]);
    expect(notes(app(12))).toEqual([
      'depth is not followed everywhere: the chain of helpers that leads to c8 is too long to follow.',
    ]);
  });

  test('that call themselves are gone through, and no chain', () => {
    const sources = {
      'src/App.jsx': `${react} const dig = (f, n) => { if (n > 9) f(n); else { dig(f, n + 1); dig((m) => f(m), n + 2); } };
        export function App() { const [depth, setDepth] = useState(1); return <b onClick={() => dig(setDepth, 1)}>{depth}</b>; }`,
    };
    expect(surveyOf(sources).trail('App.depth').writers).toMatchObject([{ component: 'App', trigger: 'click' }]);
    expect(notes(sources)).toEqual([]);
  });

  test('read what is shared on behalf of whoever calls the first', () => {
    const survey = surveyOf({
      'src/soil.js': `export const soil = { depth: 1 }; export const change = (to) => { soil.depth = to; };`,
      'src/App.jsx': `import { useSyncExternalStore } from 'react'; import { create } from 'zustand';
        const useSoil = create((set) => ({ depth: 1, dig: () => set({ depth: 2 }) }));
        ${many(7, (i) => `const read${i} = () => ${i < 6 ? `read${i + 1}()` : 'useSoil.getState().depth'};`)}
        export function App() { return <b>{read0()}</b>; }`,
    });
    expect(survey.trail('store:useSoil.depth').readers).toMatchObject([{ component: 'App' }]);
  });
});

test('what a function has as a field is another function: no call of it', () => {
  const { writers } = surveyOf({
    'src/App.jsx': `${react} import { debounce } from 'lodash';
      export function App() { const [depth, setDepth] = useState(1); const dig = debounce(setDepth, 9);
        return <><Lid stop={() => dig.cancel()} /><Tray dig={() => dig(2)} /><b>{depth}</b></>; }
      const Lid = ({ stop }) => <i onClick={stop} />; const Tray = ({ dig }) => <i onClick={dig} />;`,
  }).trail('App.depth');
  expect(writers).toMatchObject([
    { component: 'App', trigger: 'debounce' },
    { component: 'Tray', trigger: 'click' },
  ]);
});

test('a change in place of something that comes from everywhere is told, and changes nothing', () => {
  const sources = {
    'src/beds.js': `export class Bed { depth = 1; } export const bed = new Bed();
      ${many(1200, (i) => `export const b${i} = ${i === 0 ? 'bed' : `b${i - 1}`};`)}`,
    'src/App.jsx': `import { b1199, bed } from './beds'; export function App() { return <i onClick={() => { b1199.depth = 2; }}>{bed.depth}</i>; }`,
  };
  expect(notes(sources)).toContainEqual(
    expect.stringMatching(
      /^b1199\.depth.* is not followed everywhere: the object changed there comes from too many places\.$/,
    ),
  );
});

test('a change function called by hundreds of others around it is told', () => {
  const sources = {
    'src/App.jsx': `${react}
      export function App() { const [depth, setDepth] = useState(1);
        ${many(600, (i) => `const f${i} = () => { ${i === 0 ? 'setDepth(1)' : `f${i - 1}()`}; };`)}
        return <b onClick={f599}>{depth}</b>; }`,
  };
  expect(notes(sources)).toEqual(['depth is not followed everywhere: too many other functions call it.']);
});
