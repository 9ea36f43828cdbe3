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

test('what an object of classes depends on is shown', () => {
  const survey = app(
    'open = false; depth = 1; flip() { this.open = !this.open; }',
    `<b (click)="flip()" [ngClass]="{ wide: true, 'is-open': open, deep: depth > 2 }">x</b>`,
  );
  expect(survey.document().marks?.map(({ name, roles }) => [name, roles])).toEqual([
    ['open', ['home', 'reader', 'writer']],
    ['depth', ['home', 'reader']],
  ]);
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

describe('what goes wrong', () => {
  test('a template that does not parse is a problem of its file, and the rest of it is read', () => {
    const survey = app('depth = 1;', '<app-bed [depth]="depth" /><p>{{ depth + }}</p>');
    const { files, sites } = survey.document();
    expect(files.flatMap(({ path, problems }) => problems.map(({ line, severity }) => [path, line, severity]))).toEqual(
      [['src/app.html', 1, 'error']],
    );
    expect(sites).toHaveLength(1);
  });

  test.each([
    ['missing', { 'src/app.ts': APP }, ['app-bed']],
    ['put together', { 'src/app.ts': APP.replace("templateUrl: './app.html'", 'template: head + body') }, []],
  ])('a template that is %s', (_what, sources) => {
    const survey = surveyOf({ ...sources, 'src/bed.ts': BED });
    expect(survey.document().sites).toEqual([]);
    expect(survey.findings().map(({ rule }) => rule)).toContain('unresolved');
  });

  test('ten thousand nested elements, and a long chain of fields', () => {
    const deep = `${'<p>'.repeat(10_000)}{{ ${'a.'.repeat(3000)}b }}${'</p>'.repeat(10_000)}`;
    const { files } = app('a = 1;', deep).document();
    expect(files.map(({ path }) => path)).toContain('src/app.html');
  });

  test('a decorator with nothing in it, a class without a name, a service of another package', () => {
    const survey = surveyOf({
      'src/app.ts': `import { Component, inject } from '@angular/core'; import { Http } from 'other';
        @Component() export default class { http = inject(Http); constructor(private more: Http) {} }
        @Component class Pot { @Input() depth; }`,
    });
    expect(survey.document().files[0]?.problems).toEqual([]);
  });
});

describe('in a template', () => {
  test('content goes to the child that shows it, and stays in the scope of who wrote it', () => {
    const survey = app('depth = 1; dig() { this.depth = 2; }', '<app-frame><app-bed [depth]="depth" /></app-frame>', {
      'src/frame.ts': `import { Component } from '@angular/core';
        @Component({ selector: 'app-frame', template: '<section><ng-content /></section>' }) export class Frame {}`,
    });
    expect(trailsOf(survey, 'App.depth')).toContain('App.depth > Bed.depth');
  });

  test('an alias, a required input and one by a setter', () => {
    const survey = app('depth = 1; dig() { this.depth = 2; }', '<app-pot [deep]="depth" />', {
      'src/pot.ts': `import { Component, Input, input } from '@angular/core';
        @Component({ selector: 'app-pot', template: '{{ far }}{{ soil() }}{{ held }}' }) export class Pot {
          @Input('deep') far = 0; soil = input.required<string>({ alias: 'ground' }); held = 0; @Input() set wet(to: number) { this.held = to; } }`,
    });
    expect(trailsOf(survey, 'App.depth')).toEqual(['App.depth > Pot.deep']);
    expect(findingsOf(survey)).toContain('missing-prop App.ground');
  });

  test('an event of a directive on the same tag is none that the component has to send; a misspelt one is told', () => {
    const survey = app(
      'depth = 1; dig(to: number) { this.depth = to; }',
      '<app-bed (longPress)="dig(1)" (resize)="dig(2)" (dugg)="dig(3)" />',
    );
    expect(findingsOf(survey).filter((one) => one.startsWith('unsent-event'))).toEqual(['unsent-event App.dugg']);
  });
});

test('names of the component can be asked for in its template, in a file and in the class', () => {
  const survey = app('depth = 1;', '<p>\n{{ depth }}</p>');
  expect(survey.namesIn('src/app.html')).toMatchObject([{ component: 'App', from: 1, to: 2, names: ['depth'] }]);
  expect(survey.namesIn('src/bed.ts')).toMatchObject([{ component: 'Bed', from: 2, names: ['depth', 'dug'] }]);
});

test.each([
  ['fetched', "template: require('./app.html')", ''],
  ['imported', 'template: page', "import page from './app.html?raw';"],
])('a template that is %s', (_how, template, imports) => {
  const survey = surveyOf({
    'src/app.ts': `${imports} ${APP.replace("templateUrl: './app.html'", template)}`,
    'src/app.html': '<app-bed [depth]="depth" (dug)="dig($event)" />',
    'src/bed.ts': BED,
  });
  expect(trailsOf(survey, 'App.depth')).toEqual(['App.depth > Bed.depth', 'up Bed.dug > event:App.depth']);
});

test('what an emitter tells is no topic', () => {
  const survey = surveyOf({
    'src/bed.ts': `import { Component, EventEmitter, Output } from '@angular/core';
      @Component({ selector: 'app-bed', template: '' }) export class Bed { @Output() failed = new EventEmitter<string>(); dig() { this.failed.emit('too dry'); } }`,
  });
  expect(findingsOf(survey)).toEqual([]);
});

describe('an input that is used', () => {
  test.each([
    ['on the element the component stands on', '', "@HostBinding('class.deep') @Input() depth = 0;"],
    ['in an expression of the host', "host: { '[class.deep]': 'depth > 3' },", '@Input() depth = 0;'],
    ['where changes are told', '', '@Input() depth = 0; ngOnChanges(changes: SimpleChanges) { log(changes.depth); }'],
    [
      'in a class that extends it',
      '',
      '@Input() depth = 0;',
      "@Component({ selector: 'app-deep', template: '{{ depth }}' }) export class Deep extends Bed {}",
    ],
    ['nowhere', '', '@Input() depth = 0;'],
  ])('%s', (what, options, members, more = '') => {
    const survey = surveyOf({
      'src/bed.ts': `import { Component, HostBinding, Input, SimpleChanges } from '@angular/core'; import { log } from 'log';
        @Component({ selector: 'app-bed', ${options} template: '<b></b>' }) export class Bed { ${members} } ${more}`,
    });
    expect(findingsOf(survey)).toEqual(what === 'nowhere' ? ['unused-prop Bed.depth'] : []);
  });

  test('a listener of the host runs a method', () => {
    const survey = surveyOf({
      'src/bed.ts': `import { Component } from '@angular/core';
        @Component({ selector: 'app-bed', host: { '(click)': 'dig()' }, template: '{{ depth }}' }) export class Bed { depth = 0; dig() { this.depth = 2; } }`,
    });
    const { marks = [] } = survey.document();
    expect(marks.map(({ roles }) => roles)).toEqual([['home', 'reader', 'writer']]);
  });
});
