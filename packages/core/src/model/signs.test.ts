import {
  askingSlot,
  contentProp,
  eventOf,
  eventProp,
  EVENTS,
  isContent,
  isLeftOut,
  isSlot,
  isUpdate,
  PLAIN,
  shownName,
  slotOf,
  slotProp,
  SLOTS,
  textProp,
  updateProp,
} from './signs';

test('what is passed beside props has a sign, and a name without it', () => {
  expect([eventProp('sown'), updateProp('depth'), slotProp('head'), textProp('label')].map(shownName)).toEqual([
    'sown',
    'depth',
    'head',
    'label',
  ]);
  expect([
    eventOf(eventProp('sown')),
    eventOf('sown'),
    isUpdate(updateProp('depth')),
    isSlot(slotProp('head')),
  ]).toEqual(['sown', null, true, true]);
});

test.each([
  ['by name', ['depth'], [true, false, false, false]],
  ['all events', [EVENTS], [false, true, false, false]],
  ['all slots', [SLOTS], [false, false, true, true]],
  ['all that is neither', [PLAIN], [true, false, false, false]],
])('fields that something leaves out: %s', (_which, except, expected) => {
  const fields = ['depth', eventProp('sown'), slotProp('head'), contentProp(['header'])];
  expect(fields.map((field) => isLeftOut(field, except))).toEqual(expected);
});

test('content goes to the first slot that asks for all of some list of its names', () => {
  const slots = [askingSlot([['header', '[wide]'], ['.head']]), askingSlot([['header']]), slotProp('default')];
  const whereTo = (...names: string[]): string => shownName(slotOf(contentProp(names), slots));
  expect([whereTo('header', '[wide]'), whereTo('b', '.head'), whereTo('header'), whereTo('b')]).toEqual([
    'header [wide],.head',
    'header [wide],.head',
    'header',
    'default',
  ]);
  expect([isContent(contentProp(['b'])), contentProp([]) === slotProp('default')]).toEqual([true, true]);
});
