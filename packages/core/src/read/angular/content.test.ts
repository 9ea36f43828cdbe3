import { foundBy, placed, surveyOf, trailsOf } from '../../testing/project';
import { listsOf } from './content';

const component = (name: string, template: string, members = ''): string =>
  `@Component({ selector: 'app-${name.toLowerCase()}', template: \`${template}\` }) export class ${name} { ${members} }`;

/** A frame with a slot that asks for content and a plain one, each in a component of its own; `between` is what the app writes. */
function framed(select: string, between: string, inFile = false): ReturnType<typeof surveyOf> {
  const slots = `<app-head><ng-content select="${select}"></ng-content></app-head><app-body><ng-content /></app-body>`;
  const markup = inFile ? `templateUrl: './frame.html'` : `template: \`${slots}\``;
  return surveyOf({
    'src/app.ts': `import { Component, Input } from '@angular/core';
      ${component('Root', `<app-frame>${between}</app-frame>`, 'depth = 1; beds = [1]; open = true; dig() { this.depth = 2; }')}
      @Component({ selector: 'app-frame', ${markup} }) export class Frame {}
      ${component('Head', '<h1><ng-content /></h1>')} ${component('Body', '<p><ng-content /></p>')}
      ${component('Bed', '{{ deep }}', '@Input() deep = 0;')} ${component('Pot', 'x')}`,
    ...(inFile ? { 'src/frame.html': slots } : {}),
  });
}

const APART = ['Bed < Head', 'Pot < Body'];

test.each([
  ['a tag', 'app-bed', '<app-bed></app-bed> <app-pot></app-pot>', APART],
  ['an attribute', '[head]', '<app-pot></app-pot><app-bed head></app-bed>', APART],
  ['an attribute and what it says', "[at='top']", '<app-bed at="top"></app-bed><app-pot at="foot"></app-pot>', APART],
  ['a class', '.wide', '<app-bed class="low wide"></app-bed><app-pot class="low"></app-pot>', APART],
  [
    'several in one',
    'app-bed.wide[head]',
    '<app-bed class="wide" head></app-bed><app-pot class="wide"></app-pot>',
    APART,
  ],
  ['what it must not be', ':not(app-pot)', '<app-bed></app-bed><app-pot></app-pot>', APART],
  ['a tag without a class', 'app-bed:not(.low)', '<app-bed></app-bed><app-pot></app-pot>', APART],
  [
    'a tag without a class that it has',
    'app-bed:not(.low)',
    '<app-bed class="low"></app-bed><app-pot></app-pot>',
    ['Bed < Body', 'Pot < Body'],
  ],
  ['any of several', 'header, [head]', '<app-bed [head]="depth"></app-bed><app-pot></app-pot>', APART],
  ['an element, for what is within', 'header', '<header><app-bed></app-bed></header><app-pot></app-pot>', APART],
  [
    'what it goes as',
    'header',
    '<ng-container ngProjectAs="header"><app-bed></app-bed></ng-container><app-pot></app-pot>',
    APART,
  ],
  [
    'one on a condition',
    'app-bed',
    '<app-bed *ngIf="open"></app-bed><app-pot></app-pot>',
    ['Bed < Head conditional', 'Pot < Body'],
  ],
  [
    'a block that shows one thing',
    'app-bed',
    '@if (open) {<app-bed></app-bed>} @for (b of beds; track b) {<app-pot></app-pot>}',
    ['Bed < Head conditional', 'Pot < Body many'],
  ],
  [
    'a block that shows two',
    'app-bed',
    '@if (open) {<app-bed></app-bed><app-pot></app-pot>}',
    ['Bed < Body conditional', 'Pot < Body conditional'],
  ],
  [
    'a block whose parts all bear the name',
    '[head]',
    '@if (open) {<app-bed head></app-bed>} @else {<app-pot head></app-pot>}',
    ['Bed < Head conditional', 'Pot < Head conditional'],
  ],
  [
    'a block only one part of which does',
    '[head]',
    '@if (open) {<app-bed head></app-bed>} @else {<app-pot></app-pot>}',
    ['Bed < Body conditional', 'Pot < Body conditional'],
  ],
  ['what nothing asks for', '[other]', '<app-bed></app-bed><app-pot></app-pot>', ['Bed < Body', 'Pot < Body']],
])('content that a slot asks for by %s', (_what, select, between, expected) => {
  for (const inFile of [false, true])
    expect(placed(framed(select, between, inFile)).filter((one) => /^(Bed|Pot)/.test(one))).toEqual(expected);
});

test('content that no slot takes stays with who wrote it', () => {
  const survey = surveyOf({
    'src/app.ts': `import { Component } from '@angular/core';
      ${component('Root', '<app-frame><app-bed head></app-bed><app-pot></app-pot></app-frame>')}
      ${component('Frame', '<ng-content select="[head]"></ng-content>')} ${component('Bed', 'x')} ${component('Pot', 'x')}`,
  });
  expect(placed(survey).filter((one) => /^(Bed|Pot)/.test(one))).toEqual(['Bed < Frame', 'Pot < Root']);
});

test('each part stays in the scope of who wrote it, names in other parts included', () => {
  const survey = framed(
    '[head]',
    '<app-bed head #first [deep]="depth"></app-bed><b (click)="dig()">{{ first.deep }}</b>',
  );
  expect(trailsOf(survey, 'Root.depth')).toContain('Root.depth > Bed.deep');
  expect(trailsOf(survey, 'Root.depth')).toContain('Root.depth > Bed.deep > handle:Root.deep');
  expect(foundBy('unknown-prop', survey)).toEqual([]);
});

test('a selector in its lists of names; none where it takes what no other does', () => {
  expect(listsOf('header, [at="top"].wide:not(.low)')).toEqual([['header'], ['[at=top]', '.wide', '!.low']]);
  expect(listsOf(':not([low]):not(app-pot)')).toEqual([['![low]', '!app-pot']]);
  expect(listsOf('*')).toEqual([]);
  expect(listsOf('')).toEqual([]);
});

describe('what stands in an element that attributes make a component', () => {
  const within = (template: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      'src/app.ts': `import { Component, ContentChild, ContentChildren, Directive, Input, QueryList } from '@angular/core';
        ${component('Root', template, 'beds = [1]; depth = 1; dig() { this.depth = 2; }')} ${component('Leaf', '{{ height }}', '@Input() height = 0; wet = 0; lift() { this.wet = 1; }')}
        @Component({ selector: 'button[appBed]', template: '<i><ng-content /></i>' }) export class Bed { @ContentChild(Leaf) leaf!: Leaf; up() { this.leaf.lift(); } }
        @Directive({ selector: '[appTip]' }) export class Tip { @ContentChildren(Leaf) leaves!: QueryList<Leaf>; up() { this.leaves.forEach((leaf) => leaf.lift()); } }`,
    });
  const LEAF = '<app-leaf [height]="depth"></app-leaf>';

  test.each([
    ['is shown in its slot', `<button appBed>${LEAF}</button>`, ['Bed < Root', 'Leaf < Bed']],
    ['stands below a directive', `<p appTip><b>${LEAF}</b></p>`, ['Leaf < Tip', 'Tip < Root']],
    [
      'is there as often as the element is',
      `<p appTip *ngFor="let bed of beds">${LEAF}</p>`,
      ['Leaf < Tip', 'Tip < Root many'],
    ],
    ['stands below the first of several', `<p appTip other appBed="1">${LEAF}</p>`, ['Leaf < Tip', 'Tip < Root']],
    ['stands where it is written, where they make it none', `<p other="1" more="2">${LEAF}</p>`, ['Leaf < Root']],
  ])('%s', (_what, template, expected) => {
    const survey = within(template);
    expect(placed(survey)).toEqual(expected);
    expect(trailsOf(survey, 'Root.depth')).toEqual(['Root.depth > Leaf.height']);
  });

  test('is found by who asks for content', () => {
    const survey = within(`<button appBed>${LEAF}</button><p appTip>${LEAF}</p>`);
    expect(
      survey
        .trail('Leaf.wet')
        .writers.map(({ component: who }) => who)
        .sort(),
    ).toEqual(['Bed', 'Tip']);
  });

  test('may have a name that is known around it', () => {
    const survey = within(`<p appTip><app-leaf #leaf></app-leaf></p>{{ leaf.wet }}`);
    expect(survey.trail('Leaf.wet').readers.map(({ component: who }) => who)).toContain('Root');
  });
});
