import { counted } from './counted';

test.each([
  [0, '0 cells'],
  [1, '1 cell'],
  [58, '58 cells'],
])('%d', (many, said) => {
  expect(counted(many, 'cell')).toBe(said);
});
