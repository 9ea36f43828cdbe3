import { foundBy, surveyOf } from '../../testing/project';

const app = (members: string, decorators = ''): string[] =>
  foundBy(
    'leaked-listener',
    surveyOf({
      'src/app.ts': `import { Component, inject, DestroyRef } from '@angular/core'; import { BehaviorSubject, Subject, Subscription, combineLatest } from 'rxjs'; import { map, takeUntil } from 'rxjs/operators'; import { takeUntilDestroyed } from '@angular/core/rxjs-interop'; import { FormControl } from '@angular/forms'; import { Soil } from './soil';
        ${decorators} @Component({ selector: 'app-root', template: '{{ depth }}' })
        export class App { depth = 0; constructor(private soil: Soil) {} ${members} }`,
      'src/soil.ts': `import { Injectable } from '@angular/core'; import { HttpClient } from '@angular/common/http'; import { BehaviorSubject } from 'rxjs';
        @Injectable({ providedIn: 'root' }) export class Soil { private age = new BehaviorSubject(1); age$ = this.age.asObservable(); constructor(private http: HttpClient) {} older() { this.age.next(2); } load() { return this.http.get('/depth'); } told() { return this.age$; } }`,
    }),
  );

describe('what a service goes on telling', () => {
  test.each([
    ['is heard', 'ngOnInit() { this.soil.age$.subscribe((to) => { this.depth = to; }); }'],
    ['is heard through a method', 'ngOnInit() { this.soil.told().subscribe((to) => { this.depth = to; }); }'],
    [
      'is kept and never ended',
      'sub: Subscription; ngOnInit() { this.sub = this.soil.age$.subscribe((to) => { this.depth = to; }); }',
    ],
    [
      'is changed on its way',
      'ngAfterViewInit() { this.soil.age$.pipe(map((to) => to)).subscribe((to) => { this.depth = to; }); }',
    ],
  ])('%s', (_how, members) => {
    expect(app(members)).toEqual(['App.subscribe']);
  });
});

describe('subscriptions that end', () => {
  const heard = '.subscribe((to) => { this.depth = to; })';
  test.each([
    [
      'kept and ended',
      `sub: Subscription; ngOnInit() { this.sub = this.soil.age$${heard}; } ngOnDestroy() { this.sub.unsubscribe(); }`,
    ],
    [
      'kept and ended with care',
      `sub?: Subscription; ngOnInit() { this.sub = this.soil.age$${heard}; } ngOnDestroy() { this.sub?.unsubscribe(); }`,
    ],
    [
      'added to one',
      `subs = new Subscription(); ngOnInit() { this.subs.add(this.soil.age$${heard}); } ngOnDestroy() { this.subs.unsubscribe(); }`,
    ],
    [
      'put into a list',
      `subs: Subscription[] = []; ngOnInit() { this.subs.push(this.soil.age$${heard}); } ngOnDestroy() { this.subs.forEach((one) => one.unsubscribe()); }`,
    ],
    [
      'until a subject tells',
      `gone = new Subject<void>(); ngOnInit() { this.soil.age$.pipe(takeUntil(this.gone))${heard}; } ngOnDestroy() { this.gone.next(); }`,
    ],
    [
      'with the component',
      `ref = inject(DestroyRef); ngOnInit() { this.soil.age$.pipe(map((to) => to), takeUntilDestroyed(this.ref))${heard}; }`,
    ],
    [
      'once it is gone',
      `ref = inject(DestroyRef); ngOnInit() { const sub = this.soil.age$${heard}; this.ref.onDestroy(() => sub.unsubscribe()); }`,
    ],
    ['by themselves: a request', `ngOnInit() { this.soil.load()${heard}; }`],
    ['with what the component holds', `own = new BehaviorSubject(1); ngOnInit() { this.own${heard}; }`],
    ['with a form of its own', `form = new FormControl(); ngOnInit() { this.form.valueChanges${heard}; }`],
  ])('%s', (_how, members) => {
    expect(app(members)).toEqual([]);
  });

  test('all, where the class says so', () => {
    expect(app(`ngOnInit() { this.soil.age$${heard}; }`, '@UntilDestroy({ checkProperties: true })')).toEqual([]);
  });
});

test.each([
  ['a timer', 'ngOnInit() { setInterval(() => { this.depth++; }, 1000); }', ['App.setInterval']],
  [
    'a timer that is ended',
    'timer: any; ngOnInit() { this.timer = setInterval(() => { this.depth++; }, 1000); } ngOnDestroy() { clearInterval(this.timer); }',
    [],
  ],
  [
    'a listener of the window',
    "ngOnInit() { window.addEventListener('resize', () => { this.depth++; }); }",
    ['App.resize'],
  ],
])('%s', (_what, members, found) => {
  expect(app(members)).toEqual(found);
});

test.each(['rxjs', 'rxjs/Rx', 'rxjs/BehaviorSubject'])('a subject by %s', (source) => {
  const survey = surveyOf({
    'src/soil.ts': `import { Injectable } from '@angular/core'; import { BehaviorSubject } from '${source}'; @Injectable() export class Soil { private age = new BehaviorSubject(1); getAge() { return this.age; } older() { this.age.next(2); } }`,
    'src/app.ts': `import { Component } from '@angular/core'; import { Soil } from './soil';
      @Component({ selector: 'app-root', template: '{{ depth }}' }) export class App { depth = 0; constructor(private soil: Soil) { this.soil.getAge().subscribe((age) => { this.depth = age; }); } }`,
  });
  expect(foundBy('leaked-listener', survey)).toEqual(['App.subscribe']);
});
