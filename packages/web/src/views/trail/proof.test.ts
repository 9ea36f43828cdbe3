import type { Stop } from '@vectura/core';
import { componentAt } from '../../project/fileNames';
import { fileBeside, linesAt, proofOf } from './proof';

type Proof = NonNullable<Stop['proof']>[number];
const proof = (line: number, what: Proof['what'], file = 'src/Bed.jsx', column = 1): Proof => ({
  file,
  line,
  column,
  length: 3,
  what,
});
// Only where the stop is, its name and its proof matter here.
const stop = (...proofs: Proof[]): Stop => ({ file: 'src/Bed.jsx', name: 'soil.wet', proof: proofs }) as Stop;

test('where it arrives and where it leaves come first, then uses as far as there is room', () => {
  const kept = proofOf(
    stop(
      proof(9, 'used'),
      proof(2, 'arrives'),
      proof(30, 'leaves'),
      proof(5, 'used'),
      proof(6, 'used'),
      proof(7, 'used'),
    ),
  );
  expect(kept.map(({ line }) => line)).toEqual([2, 30, 9, 5]);
});

test('a use on a line that is shown anyway takes no room', () => {
  const kept = proofOf(
    stop(proof(2, 'arrives'), proof(2, 'used', 'src/Bed.jsx', 20), proof(2, 'used', 'src/Bed.jsx', 20)),
  );
  expect(kept.map(({ line, column }) => [line, column])).toEqual([
    [2, 1],
    [2, 20],
  ]);
  expect(kept.at(-1)?.name).toBe('wet');
});

test('what is in another file is shown there', () => {
  expect(proofOf(stop(proof(1, 'arrives', 'src/App.jsx'), proof(4, 'used')))).toHaveLength(1);
});

test('markup that stands apart is a file beside the stop’s own', () => {
  const apart = stop(proof(4, 'arrives'), proof(2, 'leaves', 'src/bed.html'), proof(6, 'used', 'src/bed.html'));
  expect(fileBeside(apart)).toBe('src/bed.html');
  expect(linesAt(apart, 0)).toEqual([4]);
  expect(linesAt(apart, 0, 'src/bed.html')).toEqual([2, 6]);
});

test.each([
  ['all stands in one file', stop(proof(4, 'arrives'), proof(6, 'used'))],
  ['it only arrives from elsewhere', stop(proof(4, 'arrives', 'src/App.jsx'))],
])('no file stands beside where %s', (_when, one) => {
  expect(fileBeside(one)).toBeNull();
});

test('lines around are each shown once', () => {
  expect(linesAt(stop(proof(5, 'arrives'), proof(6, 'leaves')), 0)).toEqual([5, 6]);
  const around = linesAt(stop(proof(5, 'arrives'), proof(6, 'leaves')), 1);
  expect(new Set(around).size).toBe(around.length);
  expect(around).toEqual(expect.arrayContaining([4, 5, 6, 7]));
});

test('a name is asked for in the innermost component that knows it', () => {
  const component = (id: string, from: number, to: number, names: string[]) => ({
    component: id,
    id: `src/Bed.jsx#${id}`,
    from,
    to,
    names,
  });
  const file = { components: [component('Bench', 1, 50, ['soil', 'depth']), component('Bed', 10, 20, ['soil'])] };
  expect(componentAt(file, 15, 'soil')?.component).toBe('src/Bed.jsx#Bed');
  expect(componentAt(file, 15, 'depth')?.component).toBe('src/Bed.jsx#Bench');
  expect(componentAt(file, 30, 'soil')?.component).toBe('src/Bed.jsx#Bench');
  expect(componentAt(file, 60, 'soil')).toBeNull();
});
