import { once } from './once';

test('each thing is looked at once, whatever comes of it', () => {
  const seen: string[] = [];
  const lengthOf = once((tray: { name: string }, more: number) => {
    seen.push(tray.name);
    return tray.name === '' ? undefined : tray.name.length + more;
  });
  const fern = { name: 'fern' };
  const nameless = { name: '' };
  expect([lengthOf(fern, 1), lengthOf(fern, 1), lengthOf(nameless, 1), lengthOf(nameless, 1)]).toEqual([
    5,
    5,
    undefined,
    undefined,
  ]);
  expect(seen).toEqual(['fern', '']);
});
