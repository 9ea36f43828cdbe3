import { surveyOf, trailsOf } from '../../testing/project';

const CORE = `import { Component, computed, DestroyRef, effect, inject, Injectable, input, Input, model, output, linkedSignal, Pipe, resource, signal, contentChildren, booleanAttribute } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { BehaviorSubject, ReplaySubject, Subject } from 'rxjs'; import { first, map, shareReplay, take, tap } from 'rxjs/operators';`;

/** A component with a leaf below it; what the application writes, what the leaf has, and what else is there. */
function app(
  members: string,
  template: string,
  leaf: string,
  leafTemplate: string,
  more = '',
): ReturnType<typeof surveyOf> {
  return surveyOf({
    'src/app.ts': `${CORE} ${more}
      @Component({ selector: 'app-leaf', template: \`${leafTemplate}\` }) export class Leaf { ${leaf} }
      @Component({ selector: 'app-root', imports: [Leaf], template: \`${template}\` }) export class App { ${members} }`,
  });
}

const DEEP = 'deep = 1; dig() { this.deep = 2; }';
const SIGNAL = 'deep = signal(1); dig() { this.deep.set(2); }';
const PASSED = '<app-leaf [depth]="deep"></app-leaf>';
const CALLED = '<app-leaf [depth]="deep()"></app-leaf>';

describe('inputs', () => {
  test.each([
    ['that are required', '@Input({ required: true }) depth!: number;', '{{ depth }}'],
    ['that are changed on their way', '@Input({ transform: booleanAttribute }) depth = false;', '{{ depth }}'],
    ['by another name', "@Input('depth') height = 1;", '{{ height }}'],
    ['of a signal, by another name', "height = input(1, { alias: 'depth' });", '{{ height() }}'],
    ['of a signal, changed on their way', 'depth = input(false, { transform: booleanAttribute });', '{{ depth() }}'],
    ['bound both ways', 'depth = model(1);', '{{ depth() }}'],
  ])('%s', (_what, leaf, shown) => {
    expect(trailsOf(app(DEEP, PASSED, leaf, shown), 'App.deep')[0]).toMatch(/^App\.deep > Leaf\.\w+$/);
  });
});

describe('signals made of others', () => {
  test.each([
    ['computed', 'own = computed(() => this.depth() + 1);', '{{ own() }}'],
    ['set anew whenever another changes', 'own = linkedSignal(() => this.depth());', '{{ own() }}'],
    [
      'set anew, with what they are made of apart',
      'own = linkedSignal({ source: this.depth, computation: (depth) => depth + 1 });',
      '{{ own() }}',
    ],
    [
      'fetched by another',
      'own = resource({ request: () => this.depth(), loader: ({ request }) => load(request) });',
      '{{ own.value() }}',
    ],
    ['of a stream of a signal', 'own = toSignal(toObservable(this.depth));', '{{ own() }}'],
    ['in an effect', 'own = effect(() => console.log(this.depth()));', 'x'],
  ])('%s', (_what, leaf, shown) => {
    const survey = app(SIGNAL, CALLED, `depth = input(1); ${leaf}`, shown);
    expect(survey.trail('App.deep').readers.map(({ component }) => component)).toContain('Leaf');
  });
});

describe('resources', () => {
  test('hold what is fetched, for each component of its own', () => {
    const leaf =
      'depth = input(1); soil = resource({ params: () => this.depth(), loader: ({ params }) => load(params) }); wet() { this.soil.set(3); }';
    const survey = app(SIGNAL, CALLED, leaf, '{{ soil.value() }}{{ soil.isLoading() }}<b (click)="wet()"></b>');
    const { readers, writers } = survey.trail('Leaf.soil');
    expect([readers.map(({ component }) => component), writers.map(({ component }) => component)]).toEqual([
      ['Leaf'],
      ['Leaf'],
    ]);
    expect(survey.document().cells.find(({ id }) => id.endsWith('Leaf.soil'))?.kind).toBe('remote');
  });

  test('of one address are the same for all', () => {
    const beds = "beds = httpResource(() => '/api/beds');";
    const survey = surveyOf({
      'src/app.ts': `${CORE} import { httpResource } from '@angular/common/http';
        @Component({ selector: 'app-leaf', template: '{{ beds.value() }}' }) export class Leaf { ${beds} }
        @Component({ selector: 'app-root', imports: [Leaf], template: '<app-leaf></app-leaf>{{ beds.value() }}' }) export class App { ${beds} }`,
    });
    const cell = survey.document().cells.find(({ kind }) => kind === 'remote');
    expect(
      survey
        .trail(cell?.id ?? '')
        .readers.map(({ component }) => component)
        .sort(),
    ).toEqual(['App', 'Leaf']);
  });
});

test('a pair that is bound both ways sets the value above', () => {
  const survey = app(
    SIGNAL,
    '<app-leaf [(depth)]="deep"></app-leaf>',
    'depth = model(1); more() { this.depth.set(3); }',
    '{{ depth() }}<b (click)="more()">+</b>',
  );
  expect(trailsOf(survey, 'App.deep')).toContain('up Leaf.depthChange > event:App.deep');
});

describe('blocks of a template', () => {
  test.each([
    ['shown later', `@defer (on viewport) {${PASSED}} @placeholder { <b>wait</b> }`],
    ['chosen by a switch', `@switch (deep) { @case (1) {${PASSED}} @default { <b>none</b> } }`],
    ['chosen by a switch of attributes', `<div [ngSwitch]="mode"><p *ngSwitchCase="1">${PASSED}</p></div>`],
    ['on a condition', `@if (mode) {${PASSED}} @else { <b>none</b> }`],
    ['with a name for what is tested', '@if (deep; as one) {<app-leaf [depth]="one"></app-leaf>}'],
    ['with a name for an expression', '@let one = deep; <app-leaf [depth]="one"></app-leaf>'],
    ['that stand for nothing', `<ng-container>${PASSED}</ng-container>`],
  ])('%s', (_what, template) => {
    const survey = app(`mode = 1; ${DEEP}`, template, '@Input() depth = 1;', '{{ depth }}');
    expect(trailsOf(survey, 'App.deep')).toContain('App.deep > Leaf.depth');
  });
});

describe('what a service tells', () => {
  const service = (body: string): string => `@Injectable({ providedIn: 'root' }) export class Soil { ${body} }`;
  test.each([
    [
      'by a subject that repeats',
      'private told = new ReplaySubject<number>(1); depth$ = this.told.asObservable(); dig() { this.told.next(2); }',
      'told',
    ],
    [
      'by a stream that is shared',
      'private told = new BehaviorSubject(1); depth$ = this.told.pipe(shareReplay(1)); dig() { this.told.next(2); }',
      'told',
    ],
    [
      'changed on its way',
      'private told = new BehaviorSubject(1); depth$ = this.told.pipe(map((depth) => depth + 1), tap(console.log)); dig() { this.told.next(2); }',
      'told',
    ],
  ])('%s', (_what, body, cell) => {
    for (const [leaf, shown] of [
      ['soil = inject(Soil);', '{{ soil.depth$ | async }}<b (click)="soil.dig()"></b>'],
      ['soil = inject(Soil); depth = toSignal(this.soil.depth$);', '{{ depth() }}<b (click)="soil.dig()"></b>'],
      [
        'soil = inject(Soil); depth = 0; ngOnInit() { this.soil.depth$.pipe(first()).subscribe((depth) => { this.depth = depth; }); }',
        '{{ depth }}<b (click)="soil.dig()"></b>',
      ],
      [
        'soil = inject(Soil); depth = 0; ngOnInit() { this.soil.depth$.pipe(take(1)).subscribe({ next: (depth) => (this.depth = depth) }); }',
        '{{ depth }}<b (click)="soil.dig()"></b>',
      ],
    ] as const) {
      const { readers, writers } = app('', '<app-leaf></app-leaf>', leaf, shown, service(body)).trail(
        `service:Soil.${cell}`,
      );
      expect([readers.map(({ component }) => component)[0], writers[0]?.component]).toEqual(['Leaf', 'Leaf']);
    }
  });
});

test('a pipe of the project computes what is shown', () => {
  const pipe = `@Pipe({ name: 'deeper' }) export class Deeper { transform(depth: number, by = 1) { return depth + by; } }`;
  const survey = app(DEEP, PASSED, '@Input() depth = 1;', '{{ depth | deeper: 2 }}', pipe);
  expect(trailsOf(survey, 'App.deep')[0]).toMatch(/^App\.deep > Leaf\.depth/);
});

test('a facade stands between a component and the service that holds the value', () => {
  const services = `@Injectable({ providedIn: 'root' }) export class Soil { depth = signal(1); }
    @Injectable({ providedIn: 'root' }) export class Facade { private soil = inject(Soil); depth = this.soil.depth.asReadonly(); dig() { this.soil.depth.set(2); } }`;
  const survey = app(
    '',
    '<app-leaf></app-leaf>',
    'facade = inject(Facade);',
    '{{ facade.depth() }}<b (click)="facade.dig()"></b>',
    services,
  );
  const { readers, writers } = survey.trail('service:Soil.depth');
  expect([readers[0]?.component, writers[0]?.component]).toEqual(['Leaf', 'Leaf']);
});

describe('what a route gives', () => {
  const routed = (bed: string, shown: string, config = ''): ReturnType<typeof surveyOf> =>
    surveyOf({
      'src/app.ts': `${CORE} import { ActivatedRoute, Router, RouterOutlet, provideRouter, withComponentInputBinding } from '@angular/router'; import { bootstrapApplication } from '@angular/platform-browser';
        @Injectable({ providedIn: 'root' }) export class Guard { allowed = signal(true); canActivate() { return this.allowed(); } forbid() { this.allowed.set(false); } }
        @Component({ template: '${shown}' }) export class Bed { ${bed} }
        @Component({ selector: 'app-root', imports: [RouterOutlet], template: '<router-outlet></router-outlet>' }) export class App {}
        const routes = [{ path: 'beds/:id', component: Bed, canActivate: [() => inject(Guard).canActivate()] }];
        bootstrapApplication(App, { providers: [provideRouter(routes${config})] });`,
    });
  test.each([
    [
      'a parameter, as it is now',
      'route = inject(ActivatedRoute); id = this.route.snapshot.paramMap.get("id");',
      '{{ id }}',
      '',
      'params',
    ],
    [
      'a parameter, whenever it changes',
      'route = inject(ActivatedRoute); id = toSignal(this.route.paramMap.pipe(map((all) => all.get("id"))));',
      '{{ id() }}',
      '',
      'params',
    ],
    ['a parameter, as an input', 'id = input("");', '{{ id() }}', ', withComponentInputBinding()', 'params'],
    [
      'what stands behind the question mark',
      'route = inject(ActivatedRoute); wet = this.route.snapshot.queryParamMap.get("wet");',
      '{{ wet }}',
      '',
      'search',
    ],
  ])('%s', (_what, bed, shown, config, name) => {
    const survey = routed(bed, shown, config);
    const cell = survey.document().cells.find(({ kind, name: called }) => kind === 'url' && called.startsWith(name));
    expect(survey.trail(cell?.id ?? '').readers.map(({ component }) => component)).toEqual(['Bed']);
  });

  test('a guard reads the service it asks', () => {
    const survey = routed('guard = inject(Guard);', '<b (click)="guard.forbid()"></b>');
    expect(survey.trail('service:Guard.allowed').writers.map(({ component }) => component)).toEqual(['Bed']);
  });
});

test('children between the tags that a signal asks for', () => {
  const survey = surveyOf({
    'src/app.ts': `${CORE}
      @Component({ selector: 'app-leaf', template: '{{ wet }}' }) export class Leaf { wet = 0; lift() { this.wet = 1; } }
      @Component({ selector: 'app-bed', template: '<ng-content />' }) export class Bed { leaves = contentChildren(Leaf); up() { this.leaves().forEach((leaf) => leaf.lift()); } }
      @Component({ selector: 'app-root', imports: [Leaf, Bed], template: '<app-bed><app-leaf></app-leaf></app-bed>' }) export class App {}`,
  });
  expect(survey.trail('Leaf.wet').writers.map(({ component }) => component)).toEqual(['Bed']);
});
