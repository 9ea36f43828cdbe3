import { COMMON_KEYS, VIEWS } from './registry';

test('each view has an address and a name of its own', () => {
  expect(new Set(VIEWS.map(({ path }) => path)).size).toBe(VIEWS.length);
  expect(new Set(VIEWS.map(({ label }) => label)).size).toBe(VIEWS.length);
  for (const { path } of VIEWS) expect(path).toMatch(/^[a-z]+$/);
});

test.each(VIEWS.map((view) => [view.path, view] as const))('%s: no key does two things', (_, { keys }) => {
  const all = [...COMMON_KEYS, ...keys].map(([key]) => key);
  expect(new Set(all).size).toBe(all.length);
  for (const [, does] of keys) expect(does).not.toBe('');
});
