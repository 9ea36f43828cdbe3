import { surveyOf, trailsOf } from '../../testing/project';

const ACTIONS = `import { createAction, createActionGroup, emptyProps, props } from '@ngrx/store';
  export const dig = createAction('[Beds] Dig', props<{ to: number }>());
  export const BedActions = createActionGroup({ source: 'Beds', events: { 'Water All': emptyProps() } });`;
const REDUCER = `import { createReducer, on } from '@ngrx/store'; import { dig, BedActions } from './actions';
  export const first = { depth: 1, wet: false };
  export const bedsReducer = createReducer(first, on(dig, (state, { to }) => ({ ...state, depth: to })), on(BedActions.waterAll, (state) => ({ ...state, wet: true })));`;
const SELECTORS = `import { createFeatureSelector, createSelector } from '@ngrx/store';
  const selectBeds = createFeatureSelector('beds'); export const selectDepth = createSelector(selectBeds, (beds) => beds.depth);`;

const app = (members: string, template: string, more: Record<string, string> = {}): ReturnType<typeof surveyOf> =>
  surveyOf({
    'src/actions.ts': ACTIONS,
    'src/reducer.ts': REDUCER,
    'src/selectors.ts': SELECTORS,
    'src/main.ts': `import { bootstrapApplication } from '@angular/platform-browser'; import { provideStore } from '@ngrx/store'; import { bedsReducer } from './reducer'; import { App } from './app';
      bootstrapApplication(App, { providers: [provideStore({ beds: bedsReducer })] });`,
    'src/app.ts': `import { Component, inject } from '@angular/core'; import { select, Store } from '@ngrx/store'; import { selectDepth } from './selectors'; import { dig, BedActions } from './actions';
      @Component({ selector: 'app-root', template: \`${template}<b (click)="go()">x</b>\` }) export class App { ${members} go() { this.store.dispatch(dig({ to: 2 })); } }`,
    ...more,
  });

describe('the one store', () => {
  test.each([
    [
      'a stream',
      'constructor(private store: Store) {} depth$ = this.store.select(selectDepth);',
      '{{ depth$ | async }}',
    ],
    [
      'a stream by an operator',
      'constructor(private store: Store) {} depth$ = this.store.pipe(select(selectDepth));',
      '{{ depth$ | async }}',
    ],
    ['a signal', 'store = inject(Store); depth = this.store.selectSignal(selectDepth);', '{{ depth() }}'],
    [
      'what stands under names',
      "store = inject(Store); depth$ = this.store.select('beds', 'depth');",
      '{{ depth$ | async }}',
    ],
  ])('%s of what is selected, and an action that changes it', (_what, members, template) => {
    const survey = app(members, template);
    expect(trailsOf(survey, 'store:beds.depth').map((line) => line.replace(/App\.\S+/, 'App'))).toEqual([
      '[beds.depth].depth > store:App',
      'up App > store:[beds.depth].depth',
    ]);
    expect(trailsOf(survey, 'store:beds.wet')).toEqual([]);
  });

  test('an action of a group changes what answers to it', () => {
    const survey = app(
      "store = inject(Store); wet$ = this.store.select('beds', 'wet'); water() { this.store.dispatch(BedActions.waterAll()); }",
      '{{ wet$ | async }}<b (click)="water()">x</b>',
    );
    expect(trailsOf(survey, 'store:beds.wet').map((line) => line.replace(/App\.\S+/, 'App'))).toEqual([
      '[beds.wet].wet > store:App',
      'up App > store:[beds.wet].wet',
    ]);
  });

  test.each([
    [
      'a feature',
      `import { createFeature, createReducer, on } from '@ngrx/store'; import { dig } from './actions';
      export const bedsFeature = createFeature({ name: 'beds', reducer: createReducer({ depth: 1 }, on(dig, (state, { to }) => ({ ...state, depth: to }))) });`,
      'provideState(bedsFeature)',
    ],
    [
      'a feature of a module',
      `import { createFeature, createReducer, on } from '@ngrx/store'; import { dig } from './actions';
      export const bedsFeature = createFeature({ name: 'beds', reducer: createReducer({ depth: 1 }, on(dig, (state, { to }) => ({ ...state, depth: to }))) });`,
      'importProvidersFrom(StoreModule.forFeature(bedsFeature))',
    ],
  ])('%s, with its selectors', (_what, reducer, provided) => {
    const survey = app(
      'store = inject(Store); depth = this.store.selectSignal(bedsFeature.selectDepth);',
      '{{ depth() }}',
      {
        'src/reducer.ts': reducer,
        'src/main.ts': `import { bootstrapApplication } from '@angular/platform-browser'; import { importProvidersFrom } from '@angular/core'; import { provideState, StoreModule } from '@ngrx/store'; import { bedsFeature } from './reducer'; import { App } from './app';
        bootstrapApplication(App, { providers: [${provided}] });`,
        'src/app.ts': `import { Component, inject } from '@angular/core'; import { Store } from '@ngrx/store'; import { bedsFeature } from './reducer'; import { dig } from './actions';
        @Component({ selector: 'app-root', template: '{{ depth() }}<b (click)="go()">x</b>' }) export class App { store = inject(Store); depth = this.store.selectSignal(bedsFeature.selectDepth); go() { this.store.dispatch(dig({ to: 2 })); } }`,
      },
    );
    expect(trailsOf(survey, 'store:beds.depth').map((line) => line.replace(/App\.\S+/, 'App'))).toEqual([
      '[beds.depth].depth > store:App',
      'up App > store:[beds.depth].depth',
    ]);
  });
});

test('an action that runs an effect changes what the effect’s own action changes', () => {
  const survey = surveyOf({
    'src/beds.ts': `import { createAction, createFeature, createReducer, on, props } from '@ngrx/store';
      export const load = createAction('[Beds] Load'); export const loaded = createAction('[Beds] Loaded', props<any>());
      export const bedsFeature = createFeature({ name: 'beds', reducer: createReducer({ list: [] }, on(loaded, (state, { list }) => ({ ...state, list }))) });`,
    'src/effects.ts': `import { Injectable } from '@angular/core'; import { Actions, createEffect, ofType } from '@ngrx/effects'; import { map, switchMap } from 'rxjs/operators';
      import { HttpClient } from '@angular/common/http'; import { load, loaded } from './beds';
      @Injectable() export class BedsEffects { load$ = createEffect(() => this.actions$.pipe(ofType(load), switchMap(() => this.http.get('/beds').pipe(map((list) => loaded({ list }))))));
        constructor(private actions$: Actions, private http: HttpClient) {} }`,
    'src/app.ts': `import { Component, inject } from '@angular/core'; import { provideState, provideStore, Store } from '@ngrx/store'; import { bedsFeature, load } from './beds';
      export const providers = [provideStore(), provideState(bedsFeature)];
      @Component({ selector: 'app-root', template: '{{ beds() }}<b (click)="go()">x</b>' }) export class App { store = inject(Store); beds = this.store.selectSignal(bedsFeature.selectList); go() { this.store.dispatch(load()); } }`,
  });
  expect(survey.trail('store:beds.list')).toMatchObject({
    readers: [{ component: 'App' }],
    writers: [{ component: 'App' }],
  });
});
