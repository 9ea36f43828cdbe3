import { isOften, paceOf } from './often';

test.each([
  ['click', 'react', 'action', false],
  ['change', 'react', 'key', true],
  ['change', 'angular', 'action', false],
  ['input', 'vue', 'key', true],
  ['keydown', 'svelte', 'key', false],
  ['pointermove', 'react', 'frame', true],
  ['setInterval', 'react', 'timer', true],
  ['effect', 'react', null, false],
] as const)('%s in %s comes with each %s', (trigger, family, pace, often) => {
  expect(paceOf(trigger, family)).toBe(pace);
  expect(isOften(trigger, family)).toBe(often);
});
