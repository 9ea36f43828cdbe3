import { foundBy, surveyOf, trailsOf } from '../../testing/project';

const CORE = `import { Component, Directive, Inject, inject, Injectable, InjectionToken, NgModule, signal } from '@angular/core';`;
const TOKEN = `${CORE} export const SCALE = new InjectionToken<string>('scale');`;

describe('tokens', () => {
  const bed = (members: string): string =>
    `${CORE} import { SCALE } from './scale'; @Component({ selector: 'app-bed', template: '{{ scale | async }}' }) export class Bed { ${members} }`;
  const app = (providers: string, main = ''): Record<string, string> => ({
    'src/scale.ts': TOKEN,
    'src/units.ts': `${CORE} import { BehaviorSubject } from 'rxjs'; export const units = new BehaviorSubject('c');
      @Injectable({ providedIn: 'root' }) export class Units { scale = units; pick() { units.next('k'); } }`,
    'src/app.ts': `${CORE} import { SCALE } from './scale'; import { Units, units } from './units'; import { bootstrapApplication } from '@angular/platform-browser';
      @Component({ selector: 'app-root', template: '<app-bed></app-bed>', ${providers} }) export class App {} ${main}`,
  });

  test.each([
    ['by a value', '{ provide: SCALE, useValue: units }', 'scale = inject(SCALE);'],
    [
      'asked for by a constructor',
      '{ provide: SCALE, useValue: units }',
      'constructor(@Inject(SCALE) public scale: Stream) {}',
    ],
    ['by a function', '{ provide: SCALE, useFactory: () => units }', 'scale = inject(SCALE);'],
  ])('provided by a component, %s', (_how, provider, members) => {
    const survey = surveyOf({ ...app(`providers: [${provider}],`), 'src/bed.ts': bed(members) });
    expect(trailsOf(survey, 'store:units')).toEqual(['[units].units > store:App.units^ > context:Bed.units']);
  });

  test.each([
    [
      'the application',
      'export const config = { providers: [{ provide: SCALE, useValue: units }] }; bootstrapApplication(App, config);',
    ],
    [
      'a module',
      '@NgModule({ declarations: [App], bootstrap: [App], providers: [{ provide: SCALE, useValue: units }] }) export class AppModule {}',
    ],
  ])('provided by %s', (_who, main) => {
    const survey = surveyOf({ ...app('', main), 'src/bed.ts': bed('scale = inject(SCALE);') });
    expect(trailsOf(survey, 'store:units')).toEqual(['[units].units > context:Bed.units']);
  });
});

describe('services and who provides them', () => {
  const app = (
    injectable: string,
    bed: string,
    beds = '@for (bed of [1, 2]; track bed) { <app-bed></app-bed> }',
  ): string[] =>
    foundBy(
      'private-store',
      surveyOf({
        'src/soil.ts': `${CORE} @Injectable(${injectable}) export class Soil { depth = signal(1); dig() { this.depth.set(2); } }`,
        'src/app.ts': `${CORE} import { Soil } from './soil';
          @Component({ selector: 'app-bed', ${bed} template: '{{ soil.depth() }}<b (click)="soil.dig()">x</b>' }) export class Bed { soil = inject(Soil); }
          @Component({ selector: 'app-root', template: '${beds}' }) export class App {}`,
      }),
    );
  test.each([
    ['for all, and by each of many', "{ providedIn: 'root' }", 'providers: [Soil],', undefined, ['Bed.Soil']],
    ['by each of many alone, on purpose', '', 'providers: [Soil],', undefined, []],
    ['for all alone', "{ providedIn: 'root' }", '', undefined, []],
    ['for all, and by one', "{ providedIn: 'root' }", 'providers: [Soil],', '<app-bed></app-bed>', []],
  ])('%s', (_who, injectable, bed, beds, found) => {
    expect(app(injectable, bed, beds)).toEqual(found);
  });
});

describe('methods of a service that are called like those of lists', () => {
  test.each([
    ['in a template', 'store = inject(Hours);', 'store.add(2)'],
    ['of what a field holds', 'store = inject(Hours); go() { this.store.add(2); }', 'go()'],
    ['of what a constructor is given', 'constructor(private store: Hours) {} go() { this.store.add(2); }', 'go()'],
  ])('%s', (_where, members, run) => {
    for (const template of [`template: '<b (click)="${run}">x</b>'`, `templateUrl: './app.html'`]) {
      const survey = surveyOf({
        'src/hours.ts': `${CORE} @Injectable({ providedIn: 'root' }) export class Hours { hours = 0; add(by: number) { this.hours = this.hours + by; } }`,
        'src/app.html': `<b (click)="${run}">x</b>`,
        'src/app.ts': `${CORE} import { Hours } from './hours'; @Component({ selector: 'app-root', ${template} }) export class App { ${members} }`,
      });
      expect(trailsOf(survey, 'service:Hours.hours')).toContain('up App.add > service:[Hours.hours].hours');
    }
  });
});

test('a list of one class is no service of another, though they call it alike', () => {
  const survey = surveyOf({
    'src/app.ts': `${CORE} import { Beds } from './beds';
      @Component({ selector: 'app-other', template: '' }) export class Other { beds = inject(Beds); constructor(private rows: Beds) {} }
      @Component({ selector: 'app-root', template: '{{ all }}{{ deep }}<b (click)="clear()">x</b>' })
      export class App { beds = [1, 2]; rows = [3]; get all() { return this.beds.filter((one) => one > 1); } get deep() { return this.rows.map((one) => one); } clear() { this.beds = []; this.rows = []; } }`,
    'src/beds.ts': `${CORE} @Injectable({ providedIn: 'root' }) export class Beds { filter() { return 1; } map() { return 2; } }`,
  });
  expect(trailsOf(survey, 'App.beds')).toEqual([]);
  expect(
    survey
      .document()
      .marks?.filter(({ cell }) => /beds|rows/.test(cell))
      .map(({ roles }) => roles),
  ).toEqual([
    ['home', 'reader', 'writer'],
    ['home', 'reader', 'writer'],
  ]);
});

describe('where a service lives', () => {
  const soil = (by: string, more = '', injectable = ''): ReturnType<typeof surveyOf> =>
    surveyOf({
      'src/app.ts': `${CORE}
        @Injectable(${injectable}) export class Soil { depth = signal(1); dig() { this.depth.set(2); } }
        @Component({ selector: 'app-gauge', template: '{{ soil.depth() }}' }) export class Gauge { soil = inject(Soil); }
        @Component({ selector: 'app-bed', ${by} template: '<app-gauge></app-gauge>{{ soil.depth() }}<b (click)="soil.dig()">x</b>' }) export class Bed { soil = inject(Soil); }
        @Component({ selector: 'app-root', ${more} template: '@for (bed of [1, 2]; track bed) { <app-bed></app-bed> }' }) export class App {}`,
    });

  test('in the component that provides it, which is one stop', () => {
    const survey = soil('providers: [Soil],');
    expect(survey.document().cells).toMatchObject([{ name: 'Soil.depth', kind: 'service', home: 'src/app.ts#Bed' }]);
    expect(trailsOf(survey, 'service:Soil.depth')).toEqual(['Bed.depth > service:Gauge.depth']);
    const { homes, readers, writers } = survey.trail('service:Soil.depth');
    expect(homes).toMatchObject([{ component: 'Bed', cell: 'Soil.depth' }]);
    expect(readers.map(({ component }) => component)).toEqual(['Gauge', 'Bed']);
    expect(writers.map(({ component }) => component)).toEqual(['Bed']);
  });

  test('where it is kept there, it has no need of another service', () => {
    const homes = soil('providers: [Soil],').homes('service:Soil.depth');
    expect(homes).toMatchObject({
      current: { component: 'Bed', kind: 'service' },
      perInstance: true,
      recommended: 'keep',
    });
    expect(homes.options.find(({ kind }) => kind === 'service')).toMatchObject({ possible: false });
  });

  test.each([
    ['by nobody', () => soil('')],
    ['by the application', () => soil('', '', `{ providedIn: 'root' }`)],
  ])('in none, provided %s', (_who, survey) => {
    expect(survey().document().cells).toMatchObject([{ name: 'Soil.depth', home: null }]);
  });

  test('in the nearer one of two that provide it, where nobody asks the other', () => {
    const survey = soil('providers: [Soil],', 'providers: [Soil],');
    expect(survey.document().cells).toMatchObject([{ name: 'Soil.depth', home: 'src/app.ts#Bed' }]);
  });

  test('a stream that a constructor makes is the service’s', () => {
    const survey = surveyOf({
      'src/app.ts': `${CORE} import { BehaviorSubject } from 'rxjs';
        @Injectable({ providedIn: 'root' }) export class Soil { depth$: BehaviorSubject<number>; constructor() { this.depth$ = new BehaviorSubject(1); } dig() { this.depth$.next(2); } }
        @Component({ selector: 'app-root', template: '{{ soil.depth$ | async }}<b (click)="soil.dig()">x</b>' }) export class App { constructor(public soil: Soil) {} }`,
    });
    expect(survey.trail('service:Soil.depth$')).toMatchObject({
      readers: [{ component: 'App' }],
      writers: [{ component: 'App' }],
    });
  });
});

describe('what stands in for a class that is asked for', () => {
  test.each([
    ['another class', 'useClass: Deep'],
    ['one that is there already', 'useExisting: Deep'],
    ['what a function makes', 'useFactory: () => new Deep()'],
  ])('%s is followed', (_what, use) => {
    const survey = surveyOf({
      'src/soil.ts': `${CORE} export abstract class Soil { abstract depth: any; abstract dig(): void; }`,
      'src/deep.ts': `${CORE} import { Soil } from './soil'; @Injectable() export class Deep extends Soil { depth = signal(1); dig() { this.depth.set(2); } }`,
      'src/app.ts': `${CORE} import { Soil } from './soil'; import { Deep } from './deep';
        @Component({ selector: 'app-bed', template: '{{ soil.depth() }}<b (click)="soil.dig()">x</b>' }) export class Bed { constructor(public soil: Soil) {} }
        @Component({ selector: 'app-root', template: '<app-bed></app-bed>', providers: [{ provide: Soil, ${use} }] }) export class App {}`,
    });
    expect(survey.trail('service:Deep.depth')).toMatchObject({
      readers: [{ component: 'Bed' }],
      writers: [{ component: 'Bed' }],
    });
  });
});

describe('where a token is looked for', () => {
  test.each([
    ['at itself first', 'scale = inject(SCALE);', ['inner']],
    ['at itself alone', 'scale = inject(SCALE, { self: true });', ['inner']],
    ['above itself', 'scale = inject(SCALE, { skipSelf: true });', ['outer']],
    ['above itself, by a constructor', 'constructor(@SkipSelf() @Inject(SCALE) public scale: Stream) {}', ['outer']],
  ])('%s', (_where, members, found) => {
    const survey = surveyOf({
      'package.json': JSON.stringify({ dependencies: { '@angular/core': '20.0.0' } }),
      'src/units.ts': `import { BehaviorSubject } from 'rxjs'; export const inner = new BehaviorSubject('c'); export const outer = new BehaviorSubject('k');`,
      'src/app.ts': `${CORE} import { inner, outer } from './units'; export const SCALE = new InjectionToken('scale');
        @Component({ selector: 'app-bed', template: '{{ scale | async }}', providers: [{ provide: SCALE, useValue: inner }] }) export class Bed { ${members} }
        @Component({ selector: 'app-root', template: '<app-bed></app-bed>', providers: [{ provide: SCALE, useValue: outer }] }) export class App {}`,
    });
    expect(['inner', 'outer'].filter((name) => survey.trail(`store:${name}`).readers.length > 0)).toEqual(found);
  });
});

const APART = ['Soil.depth@Moist read by Gauge, changed by Moist'];
const TOGETHER = ['Soil.depth read by Gauge, changed by Moist'];

describe('a service that is provided at several levels has an instance at each', () => {
  const SOIL = `${CORE} @Injectable({ providedIn: 'root' }) export class Soil { depth = signal(1); dig() { this.depth.set(2); } }
    @Injectable() export class Sand { depth = signal(1); dig() { this.depth.set(2); } }`;
  /** Who reads and who changes each instance. */
  const instances = (components: string, service = 'Soil'): string[] => {
    const survey = surveyOf({ 'src/app.ts': `${SOIL} ${components}` });
    return survey
      .document()
      .cells.filter(({ id }) => id.includes(`service:${service}.depth`))
      .map(({ id }) => {
        const { readers, writers } = survey.trail(id);
        const names = (all: readonly { component: string | null }[]): string =>
          [...new Set(all.map(({ component }) => component))].sort().join(', ') || 'nobody';
        return `${id.slice(id.indexOf(':') + 1)} read by ${names(readers)}, changed by ${names(writers)}`;
      });
  };
  const gauge = (ask = 'inject(Soil)'): string =>
    `@Component({ selector: 'app-gauge', template: '{{ soil.depth() }}' }) export class Gauge { soil = ${ask}; }`;
  const DIAL = `@Component({ selector: 'app-dial', template: '{{ soil.depth() }}<b (click)="soil.dig()"></b>' }) export class Dial { constructor(public soil: Soil) {} }`;
  const bed = (template: string, more = ''): string =>
    `@Component({ selector: 'app-bed', imports: [Gauge], providers: [Soil], template: '${template}' }) export class Bed { ${more} }`;
  const app = (template: string, more = ''): string =>
    `@Component({ selector: 'app-root', imports: [Bed, Gauge, Dial], ${more} template: '${template}' }) export class App {}`;

  test.each([
    [
      'the nearest one is meant',
      gauge() + DIAL + bed('<app-gauge />') + app('<app-bed /><app-dial />'),
      ['Soil.depth read by Dial, changed by Dial', 'Soil.depth@Bed read by Gauge, changed by nobody'],
    ],
    [
      'also where it is asked for by who provides it',
      gauge() + DIAL + bed('{{ soil.depth() }}', 'soil = inject(Soil);') + app('<app-bed /><app-dial />'),
      ['Soil.depth read by Dial, Gauge, changed by Dial', 'Soil.depth@Bed read by Bed, changed by nobody'],
    ],
    [
      'or the one above',
      gauge() +
        DIAL +
        bed('{{ soil.depth() }}', 'soil = inject(Soil, { skipSelf: true });') +
        app('<app-bed /><app-dial />'),
      ['Soil.depth read by Bed, Dial, Gauge, changed by Dial'],
    ],
    [
      'for content as well',
      gauge() + DIAL + bed('<ng-content />') + app('<app-bed><app-gauge /></app-bed><app-dial />'),
      ['Soil.depth read by Dial, changed by Dial', 'Soil.depth@Bed read by Gauge, changed by nobody'],
    ],
    [
      'both, where a component is rendered in both places',
      gauge() + DIAL + bed('<app-gauge />') + app('<app-bed /><app-gauge /><app-dial />'),
      ['Soil.depth read by Dial, Gauge, changed by Dial', 'Soil.depth@Bed read by Gauge, changed by nobody'],
    ],
  ])('%s', (_what, components, expected) => {
    expect(instances(components)).toEqual(expected);
  });

  test('what a service asks for is looked for from where that one is provided', () => {
    const rain = (where: string): string =>
      `@Injectable(${where}) export class Rain { soil = inject(Soil); level = () => this.soil.depth(); }`;
    const beds = (providers: string): string =>
      `@Component({ selector: 'app-bed', providers: [${providers}], template: '{{ rain.level() }}' }) export class Bed { rain = inject(Rain); }
       @Component({ selector: 'app-root', imports: [Bed], template: '<app-bed />' }) export class App { soil = inject(Soil); }`;
    expect(instances(rain("{ providedIn: 'root' }") + beds('Soil'))[0]).toBe(
      'Soil.depth read by Bed, changed by nobody',
    );
    expect(instances(rain('') + beds('Soil, Rain')).at(-1)).toBe('Soil.depth@Bed read by Bed, changed by nobody');
  });

  test.each([
    ['of what stands inside the element of a directive', '<p appSoil><app-gauge /></p>', APART],
    ['but not where another one is on it as well', '<p appWet appSoil><app-gauge /></p>', TOGETHER],
    ['nor where its tag is a component itself', '<app-plot appSoil><app-gauge /></app-plot>', TOGETHER],
  ])('also %s', (_where, template, expected) => {
    const components = `${gauge()} @Directive({ selector: '[appSoil]', providers: [Soil] }) export class Moist { soil = inject(Soil); dig() { this.soil.dig(); } }
      @Directive({ selector: '[appWet]' }) export class Wet {} @Component({ selector: 'app-plot', template: '<ng-content />' }) export class Plot {}
      @Component({ selector: 'app-root', imports: [Moist, Wet, Plot, Gauge], template: '${template}' }) export class App {}`;
    expect(instances(components)).toEqual(expected);
  });

  test.each([
    ['in the markup of who provides it for that', 'viewProviders', '<app-gauge />', '', 'Bed'],
    ['not between its tags', 'viewProviders', '<ng-content />', '<app-gauge />', 'App'],
    ['but there too what is provided for all below', 'providers', '<ng-content />', '<app-gauge />', 'Bed'],
  ])('is found %s', (_where, list, inside, between, found) => {
    const components = `${gauge()} @Component({ selector: 'app-bed', imports: [Gauge], ${list}: [Soil], template: '${inside}' }) export class Bed {}
      @Component({ selector: 'app-root', imports: [Bed, Gauge], template: '<app-bed>${between}</app-bed>' }) export class App {}`;
    const read = instances(components).filter((one) => one.includes('read by Gauge'));
    expect(read.map((one) => (one.includes('@Bed') ? 'Bed' : 'App'))).toEqual([found]);
  });

  test.each([
    ['no further than whose markup it stands in', 'inject(Soil, { host: true, optional: true })', 'providers', 0],
    ['as far as what that provides for its markup', 'inject(Soil, { host: true })', 'viewProviders', 1],
    ['any further', 'inject(Soil)', 'providers', 1],
  ])('is asked for %s', (_how, ask, list, found) => {
    const components = `${gauge(ask)} @Component({ selector: 'app-bed', imports: [Gauge], ${list}: [Soil], template: '<app-gauge />' }) export class Bed {}
      @Component({ selector: 'app-root', imports: [Bed], template: '<app-bed />' }) export class App {}`;
    expect(instances(components).filter((one) => one.includes('read by Gauge'))).toHaveLength(found);
  });

  test('where only components provide it', () => {
    const plot = (name: string): string =>
      `@Component({ selector: 'app-${name.toLowerCase()}', imports: [Gauge], providers: [Sand], template: '<app-gauge /><b (click)="sand.dig()"></b>' }) export class ${name} { sand = inject(Sand); }`;
    const components =
      `@Component({ selector: 'app-gauge', template: '{{ sand.depth() }}' }) export class Gauge { sand = inject(Sand); }` +
      plot('North') +
      `@Component({ selector: 'app-south', providers: [Sand], template: '<b (click)="sand.dig()"></b>' }) export class South { sand = inject(Sand); }` +
      `@Component({ selector: 'app-root', imports: [North, South], template: '<app-north /><app-south />' }) export class App {}`;
    expect(instances(components, 'Sand')).toEqual([
      'Sand.depth@North read by Gauge, changed by North',
      'Sand.depth@South read by nobody, changed by South',
    ]);
  });
});
