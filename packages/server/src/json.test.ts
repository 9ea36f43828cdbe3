import fc from 'fast-check';
import { jsonPieces, jsonText } from './json';

test('the pieces are what would be written at once', () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 6 }), fc.constantFrom(0, 2), (value, indent) => {
      expect([...jsonPieces(value, indent)].join('')).toBe(JSON.stringify(value, null, indent));
    }),
  );
});

test('what is not there is left out, in lists it is null', () => {
  const value = { a: undefined, b: [undefined, 1], c: { d: undefined } };
  expect([...jsonPieces(value)].join('')).toBe(JSON.stringify(value));
});

test('no piece is longer than a part of the whole', () => {
  const value = { flows: Array.from({ length: 20_000 }, (_, i) => ({ i, hops: ['a', 'b'] })) };
  const pieces = [...jsonPieces(value)];
  expect(pieces.length).toBeGreaterThan(5);
  expect(Math.max(...pieces.map((piece) => piece.length))).toBeLessThan(66_000);
});

test('as one text, unless that is too long', () => {
  const value = { flows: [1, 2, 3] };
  expect(jsonText(value, 100)).toBe('{"flows":[1,2,3]}');
  expect(jsonText(value, 10)).toBeNull();
});
