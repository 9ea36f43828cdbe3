/** What a component is passed and offers again is held by whoever passed it. */
import { trailsOf } from '../testing/project';
import { webComponents } from '../testing/webComponents';

const survey = () =>
  webComponents({
    House: ['<c-bed depth={deep}></c-bed>', `deep = 1; set() { this.deep = 2; }`],
    Shelf: [
      '<c-bed depth={low}></c-bed>{shown}',
      `low = 1; set() { this.low = 2; } get shown() { return this.template.querySelector('c-bed').depth; }`,
    ],
    Bed: ['{depth}', '@api depth;'],
  });

test.each([
  [
    'by the parent that passed it',
    'Shelf.low',
    ['Shelf.low > Bed.depth', 'Shelf.low > Bed.depth > handle:Shelf.depth'],
  ],
  ['by no other', 'House.deep', ['House.deep > Bed.depth']],
])('%s', (_who, value, found) => {
  expect(trailsOf(survey(), value)).toEqual(found);
});
