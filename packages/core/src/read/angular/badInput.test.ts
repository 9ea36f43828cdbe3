/** What is wrong, missing or too much in Angular source is told or left alone, and never ends a survey. */
import { surveyOf } from '../../testing/project';

const CORE = `import { Component, Directive, forwardRef, inject, Injectable, Input, NgModule, ViewChild } from '@angular/core';`;
const APP = `@Component({ selector: 'app-root', template: '<app-bed [depth]="depth"></app-bed>' }) export class App { depth = 1; dig() { this.depth = 2; } }`;

function sitesOf(text: string): (string | null)[] {
  return surveyOf({ 'src/app.ts': `${CORE} ${text}` })
    .document()
    .sites.map(({ of }) => of?.replace(/.*#/, '') ?? null);
}

test.each([
  [
    'modules that import and offer each other in a circle',
    `${APP} @Component({ selector: 'app-bed', template: '' }) export class Bed { @Input() depth = 0; } @Component({ selector: 'app-bed', template: '' }) export class Other { @Input() depth = 0; }
    @NgModule({ declarations: [App], imports: [forwardRef(() => B)], exports: [forwardRef(() => B)] }) export class A {} @NgModule({ declarations: [Bed], imports: [A], exports: [A, Bed] }) export class B {}`,
    ['Bed'],
  ],
  [
    'a component that is declared nowhere',
    `${APP} @Component({ selector: 'app-bed', template: '' }) export class Bed { @Input() depth = 0; }`,
    ['Bed'],
  ],
  ['a tag that no component goes by', APP, [null]],
  [
    'a module whose lists are put together',
    `${APP} @Component({ selector: 'app-bed', template: '' }) export class Bed { @Input() depth = 0; } @NgModule({ declarations: parts(), imports: [...more, flag ? Bed : []] }) export class M {}`,
    ['Bed'],
  ],
  [
    'decorators with what is computed',
    `${APP} const it = make(); @Component(it) export class Bed { @Input(name()) depth = 0; @ViewChild(it.what, it) child; }`,
    [null],
  ],
  [
    'a selector that is computed',
    `${APP} @Component({ selector: prefix + '-bed', template: '' }) export class Bed { @Input() depth = 0; }`,
    [null],
  ],
  [
    'a class that extends itself, and a query for it',
    `${APP} @Component({ selector: 'app-bed', template: '<app-bed></app-bed>' }) export class Bed extends Bed { @Input() depth = 0; @ViewChild(Bed) bed; }`,
    ['Bed', 'Bed'],
  ],
])('%s', (_what, text, found) => {
  expect(sitesOf(text)).toEqual(found);
});

test('a provider that does not exist, and tokens of nobody', () => {
  const survey = surveyOf({
    'src/app.ts': `${CORE} import { Soil, SCALE } from './missing';
      @Component({ selector: 'app-root', providers: [Soil, { provide: SCALE }, { provide: GONE, useClass: Nowhere }, null, ...more], template: '{{ soil.depth }}{{ scale }}' })
      export class App { soil = inject(Soil); scale = inject(SCALE); constructor(private gone: Gone, @Inject() private what, @Inject(NOTHING) private other) {} }`,
  });
  expect(survey.document().components.map(({ name }) => name)).toEqual(['App']);
  expect(survey.findings().filter(({ rule }) => rule !== 'unresolved')).toEqual([]);
});

test('a route table that leads in a circle, or nowhere', () => {
  const survey = surveyOf({
    'src/main.ts': `import { bootstrapApplication } from '@angular/platform-browser'; import { provideRouter } from '@angular/router'; import { App } from './app'; import { A } from './a';
      bootstrapApplication(App, { providers: [provideRouter(A), provideRouter(), provideRouter(nothing)] });`,
    'src/app.ts': `${CORE} @Component({ selector: 'app-root', template: '<router-outlet></router-outlet>' }) export class App {}`,
    'src/a.ts': `import { Routes } from '@angular/router'; import { B } from './b'; export const A: Routes = [{ path: 'b/:', loadChildren: () => import('./b').then((m) => m.B) }, { path: 'gone', loadComponent: () => import('./gone').then((m) => m.Gone) }, { path: 'x', children: B }];`,
    'src/b.ts': `import { Routes } from '@angular/router'; import { A } from './a'; export const B: Routes = [{ path: 'a', loadChildren: () => import('./a').then((m) => m.A) }, { path: 'y', children: A }];`,
  });
  expect(survey.document().components.map(({ name }) => name)).toEqual(['App']);
});

test('a template of five megabytes', () => {
  const survey = surveyOf({
    'src/app.ts': `${CORE} @Component({ selector: 'app-root', templateUrl: './app.html' }) export class App { depth = 1; }`,
    'src/app.html': '<p title="{{ depth }}" tip>soil and more soil</p>\n'.repeat(100_000),
  });
  const { components, files } = survey.document();
  expect(components).toHaveLength(1);
  expect(files.flatMap(({ problems }) => problems.map(({ message }) => message))).toEqual([
    '5.0 MB is too large for a source file; it was left out.',
  ]);
});
