import { MemoTables, Memo, Dependencies, dependencyKey, invalidateChanged } from './memo';

/** A table of answers that count how often they were computed, each read from the things it is named after. */
function counting() {
  const reads = new Dependencies();
  const kept = new Memo<string, number>(reads);
  let made = 0;
  const ask = (key: string, ...things: number[]): number =>
    kept.get(key, () => {
      for (const thing of things) reads.dependOn(thing);
      return ++made;
    });
  return { reads, kept, ask };
}

test('an answer holds until something it was read from is touched', () => {
  const { reads, ask } = counting();
  expect(ask('units', 1, 2)).toBe(1);
  expect(ask('units', 1, 2)).toBe(1);
  reads.turn = 1;
  reads.invalidate(3);
  expect(ask('units', 1, 2)).toBe(1);
  reads.turn = 2;
  reads.invalidate(2);
  expect(ask('units', 1, 2)).toBe(2);
});

test('what was touched in a turn in which nobody asked is not forgotten', () => {
  const { reads, ask } = counting();
  ask('units', 1);
  reads.turn = 1;
  reads.invalidate(1);
  reads.turn = 2;
  expect(ask('units', 1)).toBe(2);
});

test('what was worked out in a turn holds to its end, and in the next', () => {
  const { reads, ask } = counting();
  ask('units', 1);
  reads.turn = 1;
  reads.invalidate(1);
  expect(ask('units', 1)).toBe(2);
  expect(ask('units', 1)).toBe(2);
  reads.turn = 2;
  expect(ask('units', 1)).toBe(2);
});

test('an answer depends on what the answers it asks for were read from, also where those were known', () => {
  const { reads, kept, ask } = counting();
  ask('gauge', 7);
  let outer = 0;
  const askOuter = (): number =>
    kept.get('tray', () => {
      ask('gauge', 7);
      return ++outer;
    });
  askOuter();
  reads.turn = 1;
  reads.invalidate(7);
  expect(askOuter()).toBe(2);
});

test('what is worked out aside makes no answer depend on it', () => {
  const { reads, kept } = counting();
  let made = 0;
  const ask = (): number =>
    kept.get('circles', () => {
      reads.untracked(() => reads.dependOn(5));
      return ++made;
    });
  ask();
  reads.turn = 1;
  reads.invalidate(5);
  expect(ask()).toBe(1);
});

test('long lists of things are kept once each', () => {
  const reads = new Dependencies();
  const outer = reads.startTracking();
  for (let round = 0; round < 3; round++) for (let thing = 0; thing < 40; thing++) reads.dependOn(thing);
  expect(reads.stopTracking(outer)).toEqual(Array.from({ length: 40 }, (_, thing) => thing));
});

test('whoever asks for what is being worked out gets what there is meanwhile', () => {
  const kept = new Memo<string, string[]>(new Dependencies());
  const answer = kept.get('walk', () => [...kept.get('walk', () => ['never'], { value: [] }), 'walk'], { value: [] });
  expect(answer).toEqual(['walk']);
});

test('answers about a thing go by the thing itself, and by name', () => {
  const answers = new MemoTables(new Dependencies());
  const tray = {};
  expect(answers.of<object, number>('hops').get(tray, () => 1)).toBe(1);
  expect(answers.of<object, number>('hops').get(tray, () => 2)).toBe(1);
  expect(answers.of<object, number>('marks').get(tray, () => 3)).toBe(3);
  expect(answers.of<object, number>('hops').get({}, () => 4)).toBe(4);
});

test('what has another list, a new one or none any more is touched', () => {
  const reads = new Dependencies();
  reads.turn = 1;
  const before = new Map([
    [1, [5]],
    [2, [5, 6]],
    [3, [5]],
  ]);
  const after = new Map([
    [1, [5]],
    [2, [6, 5]],
    [4, [5]],
  ]);
  invalidateChanged(reads, before, after, dependencyKey.callers);
  expect([1, 2, 3, 4].filter((fn) => reads.isInvalidated(dependencyKey.callers(fn)))).toEqual([2, 3, 4]);
});
