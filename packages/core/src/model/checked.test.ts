import { surveyOf } from '../testing/project';
import { entryAt } from './checked';

test('an entry that is there is given, whatever it is', () => {
  expect(entryAt([0, ''], 0, 'file')).toBe(0);
  expect(entryAt([0, ''], 1, 'file')).toBe('');
});

test.each([2, -1, 0.5])('%d stands for nothing, and that is said', (index) => {
  expect(() => entryAt(['a', 'b'], index, 'file')).toThrow(`There is no file of the number ${index}.`);
});

test('a graph and its call contexts refuse numbers they did not give out', () => {
  const { program } = surveyOf({ 'src/App.jsx': 'export function App() { return <b />; }' }).linked;
  const { graph, callContexts } = program;
  expect(() => graph.fileOf(1e6)).toThrow('no place of the number 1000000');
  expect(() => graph.at(99, 0)).toThrow('no file of the number 99');
  expect(() => graph.fileOfFunction(1e6)).toThrow('no function of the number 1000000');
  expect(() => callContexts.ownerOf(1e6)).toThrow('no run of the number 1000000');
});
