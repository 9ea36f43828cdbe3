import { foundBy, surveyOf } from '../testing/project';

const DESK = `'use client'; import { useState } from 'react'; import { Almanac } from './Almanac';
  export function Desk() { const [open, setOpen] = useState(false); return <main onClick={() => setOpen(!open)}><Almanac /></main>; }`;
const PAGE = `import { Desk } from './Desk'; export default function Page() { return <Desk />; }`;

/** What the rule says of a marked module that renders an almanac. */
const withAlmanac = (almanac: string, desk = DESK): string[] =>
  foundBy('wide-client', surveyOf({ 'src/Desk.jsx': desk, 'src/Almanac.jsx': almanac, 'src/page.jsx': PAGE }));

describe('what could stay on the server', () => {
  test.each([
    ['shows text', `export function Almanac() { return <p>Sow in spring.</p>; }`, true],
    [
      'holds state',
      `import { useState } from 'react'; export function Almanac() { const [n] = useState(1); return <p>{n}</p>; }`,
      false,
    ],
    [
      'runs an effect',
      `import { useEffect } from 'react'; export function Almanac() { useEffect(() => {}); return <p>x</p>; }`,
      false,
    ],
    ['listens to the user', `export function Almanac() { return <p onClick={() => {}}>x</p>; }`, false],
    ['asks the window', `export function Almanac() { return <p>{window.matchMedia('print').matches}</p>; }`, false],
  ])('%s', (_, almanac, stays) => {
    expect(withAlmanac(almanac)).toHaveLength(stays ? 1 : 0);
  });

  test('not what is given something of the marked component', () => {
    const desk = DESK.replace('<Almanac />', '<Almanac open={open} />');
    expect(withAlmanac(`export function Almanac({ open }) { return <p>{open}</p>; }`, desk)).toEqual([]);
  });
});

test('where no module is marked, nothing is said', () => {
  expect(
    withAlmanac(`export function Almanac() { return <p>Sow in spring.</p>; }`, DESK.replace(`'use client';`, '')),
  ).toEqual([]);
});

test('the size of what could stay is told, and what would be passed in', () => {
  const survey = surveyOf({
    'src/Desk.jsx': DESK,
    'src/Almanac.jsx': `export function Almanac() { return <p>Sow in spring.</p>; }`,
    'src/page.jsx': PAGE,
  });
  const [found] = survey.findings().filter(({ rule }) => rule === 'wide-client');
  expect(found?.message).toMatch(
    /^src\/Desk\.jsx takes two components \(\d+ bytes of source\) to the browser, but Almanac/,
  );
  expect(found?.todo).toBe('Pass Almanac in as children from a module that is not marked.');
});

test('what several marked modules bring along is told once, where the shortest way begins', () => {
  const found = surveyOf({
    'src/index.js': `'use client'; export { Desk } from './Desk';`,
    'src/Desk.jsx': DESK,
    'src/Almanac.jsx': `export function Almanac() { return <p>Sow in spring.</p>; }`,
    'src/page.jsx': PAGE,
  })
    .findings()
    .filter(({ rule }) => rule === 'wide-client');
  expect(found.map(({ file }) => file)).toEqual(['src/Desk.jsx']);
});
