import { foundBy, surveyOf, trailsOf } from '../../testing/project';

const BED = `import { Component, Input } from '@angular/core';
@Component({ selector: 'app-bed', template: '<b>{{ depth + height }}</b>' })
export class Bed { @Input() height = 1; depth = 1; dig() { this.depth = 2; } }`;

/** A component that asks for its children, its markup in a file of its own or (`inline`) beside the class. */
function app(members: string, template: string, inline: boolean): ReturnType<typeof surveyOf> {
  const markup = inline ? `template: \`${template}\`` : `templateUrl: './app.html'`;
  return surveyOf({
    'src/app.ts': `import { Component, ContentChild, forwardRef, QueryList, TemplateRef, ViewChild, ViewChildren, viewChild, viewChildren } from '@angular/core';
      import { Bed } from './bed';
      @Component({ selector: 'app-root', imports: [Bed], ${markup} })
      export class App { beds = [1, 2]; ${members} }`,
    'src/bed.ts': BED,
    ...(inline ? {} : { 'src/app.html': template }),
  });
}

const ONE = '<app-bed #first></app-bed><b (click)="go()">x</b>';
const MANY = '<app-bed *ngFor="let bed of beds"></app-bed><b (click)="go()">x</b>';

describe.each([
  ['markup in a file', false],
  ['markup beside the class', true],
])('%s', (_where, inline) => {
  test.each([
    ['a class', '@ViewChild(Bed) bed!: Bed; go() { this.bed.dig(); }', ONE],
    ['a class named later', '@ViewChild(forwardRef(() => Bed)) bed!: Bed; go() { this.bed.dig(); }', ONE],
    ['a name', "@ViewChild('first') bed!: Bed; go() { this.bed.dig(); }", ONE],
    ['a signal', 'bed = viewChild(Bed); go() { this.bed()?.dig(); }', ONE],
    ['a required signal', "bed = viewChild.required<Bed>('first'); go() { this.bed().dig(); }", ONE],
    ['all, as a list', '@ViewChildren(Bed) all!: QueryList<Bed>; go() { this.all.forEach((one) => one.dig()); }', MANY],
    ['all, the first of them', '@ViewChildren(Bed) all!: QueryList<Bed>; go() { this.all.first.dig(); }', MANY],
    ['all, as a signal', 'all = viewChildren(Bed); go() { for (const one of this.all()) one.dig(); }', MANY],
    ['a name within the markup', '', '<app-bed #first></app-bed><b (click)="first.dig()">x</b>'],
  ])('%s: whoever calls the method changes what it changes', (_what, members, template) => {
    expect(trailsOf(app(members, template, inline), 'Bed.depth')).toEqual(['up App.dig > handle:Bed.depth']);
  });

  test('what a child holds is read through it', () => {
    expect(trailsOf(app('', '<app-bed #first></app-bed>{{ first.depth }}', inline), 'Bed.depth')).toEqual([
      'Bed.depth > handle:App.depth',
    ]);
  });

  test.each([
    ['by name, of the own markup', "@ViewChild('row') asked!: TemplateRef<unknown>;"],
    ['by name, as a signal', "asked = viewChild('row');"],
  ])('a template %s', (_how, member) => {
    const called = member.includes('= view') ? 'asked()' : 'asked';
    const survey = app(
      member,
      `<ng-template #row let-bed><app-bed [height]="bed"></app-bed></ng-template><ng-container *ngTemplateOutlet="${called}; context: { $implicit: beds }"></ng-container>`,
      inline,
    );
    expect(trailsOf(survey, 'App.beds')).toEqual(['App.beds > Bed.height']);
  });
});

test('a template that stands between the tags, by its name', () => {
  const survey = surveyOf({
    'src/app.ts': `import { Component } from '@angular/core';
      @Component({ selector: 'app-root', template: \`<app-rows [beds]="beds"><ng-template #row let-bed><app-bed [depth]="bed"></app-bed></ng-template></app-rows>\` })
      export class App { beds = [1]; clear() { this.beds = []; } }`,
    'src/rows.ts': `import { Component, ContentChild, Input, TemplateRef } from '@angular/core';
      @Component({ selector: 'app-rows', template: '<ng-container *ngFor="let bed of beds"><ng-container *ngTemplateOutlet="row; context: { $implicit: bed }"></ng-container></ng-container>' })
      export class Rows { @Input() beds = []; @ContentChild('row') row!: TemplateRef<unknown>; }`,
    'src/bed.ts': `import { Component, Input } from '@angular/core';
      @Component({ selector: 'app-bed', template: '{{ depth }}' }) export class Bed { @Input() depth = 1; }`,
  });
  expect(trailsOf(survey, 'App.beds')).toEqual([
    'App.beds > Rows.beds',
    'App.beds > Rows.beds > slot:(part)App.bed~ > Bed.depth',
  ]);
});

test('children between the tags', () => {
  const survey = surveyOf({
    'src/app.ts': `import { Component } from '@angular/core';
      @Component({ selector: 'app-root', template: '<app-rows><app-bed *ngFor="let bed of beds"></app-bed></app-rows>' })
      export class App { beds = [1]; }`,
    'src/rows.ts': `import { Component, contentChild } from '@angular/core'; import { Bed } from './bed';
      @Component({ selector: 'app-rows', template: '<b (click)="go()"><ng-content></ng-content></b>' })
      export class Rows { bed = contentChild(Bed); go() { this.bed()?.dig(); } }`,
    'src/bed.ts': BED,
  });
  expect(trailsOf(survey, 'Bed.depth')).toEqual(['up Rows.dig > handle:Bed.depth']);
  expect(foundBy('one-of-many', survey)).toEqual(['Rows.bed']);
});

describe('what is there, and when', () => {
  test.each([
    ['a method that is not there', '@ViewChild(Bed) bed!: Bed; go() { this.bed.rake(); }', ['App.rake']],
    ['in the constructor', 'bed = viewChild(Bed); constructor() { this.bed()?.dig(); }', ['App.dig']],
    ['when the inputs are there', '@ViewChild(Bed) bed!: Bed; ngOnInit() { this.bed.dig(); }', ['App.dig']],
    ['then, of a static query', '@ViewChild(Bed, { static: true }) bed!: Bed; ngOnInit() { this.bed.dig(); }', []],
    ['later than that', '@ViewChild(Bed) bed!: Bed; ngOnInit() { setTimeout(() => this.bed.dig()); }', []],
    ['when the view is there', '@ViewChild(Bed) bed!: Bed; ngAfterViewInit() { this.bed.dig(); }', []],
    [
      'the element of a child',
      "@ViewChild('first', { read: ElementRef }) bed!: ElementRef; go() { this.bed.rake(); }",
      [],
    ],
  ])('%s', (_when, members, found) => {
    expect(foundBy('dangling-handle', app(members, ONE, false))).toEqual(found);
  });

  test.each([
    ['one of many', '@ViewChild(Bed) bed!: Bed;', MANY, ['App.bed']],
    ['all of many', '@ViewChildren(Bed) beds2!: QueryList<Bed>;', MANY, []],
    ['one', 'bed = viewChild(Bed);', ONE, []],
  ])('%s', (_what, members, template, found) => {
    expect(foundBy('one-of-many', app(members, template, false))).toEqual(found);
  });
});

test('an event that a child does not send is one of its element', () => {
  const survey = app('clear() { this.beds = []; }', '<app-bed (click)="clear()"></app-bed>', false);
  expect(survey.document().marks?.find(({ cell }) => cell.endsWith('.beds'))?.roles).toEqual(['home', 'writer']);
});

test('a child that a setter keeps is reached into as one that a field holds', () => {
  const survey = app(
    'held!: Bed; @ViewChild(Bed) set bed(found: Bed) { this.held = found; } go() { this.held.dig(); }',
    '<app-bed></app-bed><b (click)="go()">x</b>',
    true,
  );
  expect(survey.trail('Bed.depth').writers.map(({ component, name }) => `${component ?? ''}.${name}`)).toEqual([
    'App.dig',
  ]);
});
