import { surveyOf, trailsOf } from '../../testing/project';

const CORE = `import { Component, Directive, Input, Output, EventEmitter } from '@angular/core';`;

describe('classes that a component extends', () => {
  const project = (base: string, bed = ''): ReturnType<typeof surveyOf> =>
    surveyOf({
      'src/base.ts': `${CORE} ${base}`,
      'src/app.ts': `${CORE} import { Base } from './base';
@Component({ selector: 'app-bed', template: '{{ depth }} {{ kept }}<b (click)="more()">+</b>' }) export class Bed extends Base { ${bed} }
@Component({ selector: 'app-tray', template: '{{ kept }}' }) export class Tray extends Base {}
@Component({ selector: 'app-root', template: '<app-bed [depth]="deep" (dug)="dig()"></app-bed><app-tray></app-tray>' }) export class App { deep = 1; dig() { this.deep = 2; } }`,
    });
  const BODY =
    '@Input() depth = 1; @Output() dug = new EventEmitter(); kept = 0; more() { this.kept = this.kept + 1; this.dug.emit(); }';

  test.each([
    ['with the decorator', `@Directive() export abstract class Base { ${BODY} }`],
    ['without any', `export abstract class Base { ${BODY} }`],
    ['as a component that nothing can name', `@Component({ template: '' }) export class Base { ${BODY} }`],
    [
      'as an abstract component',
      `@Component({ selector: 'app-base', template: '<i></i>' }) export abstract class Base { ${BODY} }`,
    ],
    [
      'as a component with a tag of its own',
      `@Component({ selector: 'app-base', template: '{{ depth }}' }) export class Base { ${BODY} }`,
    ],
  ])('take what it is passed, and send what it sends, %s', (_how, base) => {
    expect(trailsOf(project(base), 'App.deep')).toEqual(['App.deep > Bed.depth', 'up Bed.dug > event:App.deep']);
  });

  test('hold a value for each component of its own', () => {
    const survey = project(`@Directive() export abstract class Base { ${BODY} }`);
    for (const name of ['Bed', 'Tray'])
      expect(survey.trail(`${name}.kept`)).toMatchObject({
        homes: [{ component: name }],
        readers: [{ component: name }],
      });
    expect(survey.trail('Bed.kept').writers.map(({ component }) => component)).toEqual(['Bed']);
  });

  test('show nothing of their own markup, and stand for themselves where their tag is', () => {
    const base = `@Component({ selector: 'app-base', template: '{{ kept }}' }) export class Base { ${BODY} }`;
    const survey = surveyOf({
      'src/base.ts': `${CORE} ${base}`,
      'src/app.ts': `${CORE} import { Base } from './base';
@Component({ selector: 'app-bed', template: '<b (click)="more()">+</b>' }) export class Bed extends Base {}
@Component({ selector: 'app-root', template: '<app-bed></app-bed><app-base></app-base>' }) export class App {}`,
    });
    const of = (name: string): (string | null)[] => survey.trail(name).readers.map(({ component }) => component);
    expect([of('Base.kept'), of('Bed.kept').filter((one) => one === 'Base')]).toEqual([['Base'], []]);
  });

  test('that are plain are given what their constructor is passed, and not the instance', () => {
    const survey = surveyOf({
      'src/soil.ts': `import { Injectable } from '@angular/core'; @Injectable({ providedIn: 'root' }) export class Soil { depth = 1; dig() { this.depth = 2; } }`,
      'src/base.ts': `import { Soil } from './soil'; export class Base { constructor(protected soil: Soil) {} get deep() { return this.soil.depth; } }`,
      'src/bed.ts': `${CORE} import { Base } from './base'; import { Soil } from './soil';
@Component({ selector: 'app-bed', template: '{{ deep }}<b (click)="more()">+</b>' }) export class Bed extends Base {
  depth = 3; constructor(soil: Soil) { super(soil); } more() { this.depth = 4; } }`,
    });
    expect(survey.trail('Bed.depth').readers).toEqual([]);
    expect(survey.trail('service:Soil.depth').readers[0]).toMatchObject({ component: 'Bed' });
  });

  test('read what it adds', () => {
    const base =
      '@Directive() export abstract class Base { @Input() depth = 1; get kept() { return this.step; } more() {} }';
    expect(project(base, 'step = 2; wider() { this.step = 3; }').trail('Bed.step').readers).toMatchObject([
      { component: 'Bed' },
    ]);
  });

  test('that are plain give what they have', () => {
    const base = 'export class Base { kept = 0; depth = 1; more() { this.kept = 1; } }';
    const survey = project(base);
    expect(
      survey
        .trail('service:Base.kept')
        .readers.map(({ component }) => component)
        .sort(),
    ).toEqual(['Bed', 'Tray']);
  });
});
