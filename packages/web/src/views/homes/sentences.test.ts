import { changedIn, sentencesOf } from './sentences';

test('advice falls into sentences; names with a full stop in them stay whole', () => {
  expect(sentencesOf('Keep App.units in Desk. 8 only carry it. It is read by two. “Gauge” reads it too.')).toEqual([
    'Keep App.units in Desk.',
    '8 only carry it.',
    'It is read by two.',
    '“Gauge” reads it too.',
  ]);
  expect(sentencesOf('')).toEqual([]);
});

test('what was not said before is changed; at first, nothing is', () => {
  const after = 'Put it in a context. It is read by two.';
  expect(changedIn(after, 'Keep it. It is read by two.')).toEqual([
    { sentence: 'Put it in a context.', changed: true },
    { sentence: 'It is read by two.', changed: false },
  ]);
  expect(changedIn(after, null).some(({ changed }) => changed)).toBe(false);
});
