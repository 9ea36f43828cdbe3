import { findingsOf, surveyOf, trailsOf } from '../../testing/project';

const APP = `import { Component } from '@angular/core';
@Component({ selector: 'app-root', templateUrl: './app.html' })
export class App { depth = 1; dig(to: number) { this.depth = to; } }`;
const BED = `import { Component, EventEmitter, Input, Output } from '@angular/core';
@Component({ selector: 'app-bed', template: '<b (click)="dug.emit(depth + 1)">{{ depth }}</b>' })
export class Bed { @Input() depth = 0; @Output() dug = new EventEmitter<number>(); }`;

test('a template file, an input, an output', () => {
  const survey = surveyOf({
    'src/app.ts': APP,
    'src/app.html': `<app-bed [depth]="depth" (dug)="dig($event)"></app-bed>`,
    'src/bed.ts': BED,
  });
  const { components, sites, cells } = survey.document();

  expect(components.map(({ name }) => name)).toEqual(['App', 'Bed']);
  expect(sites.map(({ by, of }) => [by, of])).toEqual([['src/app.ts#App', 'src/bed.ts#Bed']]);
  expect(cells.map(({ name, kind }) => [name, kind])).toEqual([['depth', 'state']]);
  expect(trailsOf(survey, 'App.depth')).toEqual(['App.depth > Bed.depth', 'up Bed.dug > event:App.depth']);
  expect(findingsOf(survey)).toEqual(['high-home App.depth']);
});

/** A project of one component with the family's functions at hand, its template and what else there is. */
function app(members: string, template: string, more: Record<string, string> = {}): ReturnType<typeof surveyOf> {
  return surveyOf({
    'src/app.ts': `import { Component, computed, effect, inject, input, model, output, signal, viewChild } from '@angular/core';
      import { Soil } from './soil'; import { Bed } from './bed';
      @Component({ selector: 'app-root', imports: [Bed], templateUrl: './app.html' })
      export class App { ${members} }`,
    'src/app.html': template,
    'src/bed.ts': BED,
    ...more,
  });
}

describe('values and where they come from', () => {
  test.each([
    [
      'a signal',
      'depth = signal(1); dig(to: number) { this.depth.set(to); }',
      '<app-bed [depth]="depth()" (dug)="dig($event)" />',
    ],
    [
      'a signal that is updated',
      'depth = signal(1); dig(by: number) { this.depth.update((one) => one + by); }',
      '<app-bed [depth]="depth()" (dug)="dig($event)" />',
    ],
    ['a field that the template sets', 'depth = 1;', '<app-bed [depth]="depth" (dug)="depth = $event" />'],
    ['a field bound both ways', 'depth = 1;', '<app-bed [(depth)]="depth" (dug)="depth = $event" />'],
  ])('%s', (_what, members, template) => {
    expect(trailsOf(app(members, template), 'App.depth')).toEqual([
      'App.depth > Bed.depth',
      'up Bed.dug > event:App.depth',
    ]);
  });

  test.each([
    ['a block', '@for (bed of beds; track bed) { <app-bed [depth]="bed" /> }'],
    ['a structural directive', '<app-bed *ngFor="let bed of beds; let i = index" [depth]="bed" />'],
    [
      'a template handed over by its name',
      '<ng-template #row let-bed><app-bed [depth]="bed" /></ng-template><ng-container *ngTemplateOutlet="row; context: { $implicit: beds[0] }" />',
    ],
    ['a condition with a name', '@if (beds; as all) { <app-bed [depth]="all[0]" /> }'],
    ['a declaration', '@let first = beds[0]; <app-bed [depth]="first" />'],
  ])('each element, by %s', (_how, template) => {
    expect(trailsOf(app('beds = [1, 2]; clear() { this.beds = []; }', template), 'App.beds')).toEqual([
      'App.beds > (part)Bed.depth',
    ]);
  });
});

describe('services', () => {
  const soil = (members: string): Record<string, string> => ({
    'src/soil.ts': `import { Injectable, signal } from '@angular/core'; import { BehaviorSubject, map } from 'rxjs';
      @Injectable({ providedIn: 'root' }) export class Soil { ${members} }`,
  });
  test.each([
    ['a plain field', 'depth = 1; dig(to: number) { this.depth = to; }', '{{ soil.depth }}'],
    ['a signal', 'depth = signal(1); dig(to: number) { this.depth.set(to); }', '{{ soil.depth() }}'],
    [
      'a subject',
      'depth = new BehaviorSubject(1); dig(to: number) { this.depth.next(to); }',
      '{{ soil.depth | async }}',
    ],
    [
      'a stream of a subject',
      'private depth = new BehaviorSubject(1); depth$ = this.depth.asObservable(); dig(to: number) { this.depth.next(to); }',
      '{{ soil.depth$ | async }}',
    ],
  ])('%s, injected by function and by constructor', (_what, members, shown) => {
    const survey = app('soil = inject(Soil);', `${shown}<app-pot />`, {
      ...soil(members),
      'src/pot.ts': `import { Component } from '@angular/core'; import { Soil } from './soil';
        @Component({ selector: 'app-pot', template: '<b (click)="soil.dig(2)"></b>' }) export class Pot { constructor(public soil: Soil) {} }`,
    });
    const { marks = [] } = survey.document();
    expect(
      marks
        .filter(({ cell }) => cell.endsWith('depth'))
        .map(({ component, roles }) => [component.split('#')[1], roles]),
    ).toEqual([
      ['App', ['reader']],
      ['Pot', ['writer']],
    ]);
  });
});
