import { surveyOf } from '../testing/project';

function told(sources: Record<string, string>): (readonly [message: string, todo: string | undefined])[] {
  return surveyOf(sources)
    .findings()
    .filter(({ rule }) => rule === 'unresolved')
    .map(({ message, todo }) => [message, todo] as const);
}

const NOTHING = 'Nothing, usually: this only says what the answers leave out.';

test('an import by a path that leads nowhere says what to correct', () => {
  expect(
    told({
      'src/App.jsx': `import { Tray } from './Trey'; export function App() { return <main>{Tray.name}</main>; }`,
    }),
  ).toEqual([
    [
      'The import of Tray could not be followed. No file that was read matches “./Trey”.',
      'Correct the path, or include the file in the survey if it is left out.',
    ],
  ]);
});

test('a tag that only the running program knows is told once, with how many places depend on it', () => {
  const app = `export function App({ kind: Kind }) { return <main><Kind /><Kind /></main>; }`;
  const [[message, todo] = []] = told({ 'src/App.jsx': app });
  expect(message).toContain('<Kind> could not be followed.');
  expect(message).toMatch(/One other place depends on it as well\.$/);
  expect(todo).toBe(NOTHING);
});

test('everything that can be followed says nothing', () => {
  expect(
    told({
      'src/App.jsx': `import { Tray } from './Tray'; export function App() { return <Tray />; }`,
      'src/Tray.jsx': `export function Tray() { return <b>tray</b>; }`,
    }),
  ).toEqual([]);
});
