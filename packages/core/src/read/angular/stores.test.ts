import { surveyOf, trailsOf } from '../../testing/project';
import type { Survey } from '../../survey';

const CORE = `import { Component, computed, inject, Injectable } from '@angular/core';`;
const PARTS = `import { BedStore } from './store';
@Component({ selector: 'app-bed', template: '{{ depth() }}<b (click)="store.dig(3)">x</b>' }) export class Bed { store = inject(BedStore); depth = this.store.depth; }
@Component({ selector: 'app-wet', template: '{{ store.wet() }}<b (click)="store.flood()">x</b>' }) export class Wet { constructor(readonly store: BedStore) {} }`;

function app(store: string, providers = ''): Survey {
  return surveyOf({
    'src/store.ts': `${CORE} ${store}`,
    'src/app.ts': `${CORE} ${PARTS} @Component({ selector: 'app-root', ${providers} template: '<app-bed></app-bed><app-wet></app-wet>' }) export class App {}`,
  });
}

describe('a store put together of features', () => {
  const IMPORTS = `import { signalStore, signalStoreFeature, withState, withComputed, withMethods, withHooks, patchState } from '@ngrx/signals';`;
  const METHODS =
    'withMethods((store) => ({ dig(depth: number) { patchState(store, { depth }); }, flood() { patchState(store, (state) => ({ wet: !state.wet })); } }))';

  test.each([
    ['begun as an object', `signalStore({ providedIn: 'root' }, withState({ depth: 1, wet: false }), ${METHODS})`],
    ['begun as a constant', `signalStore(withState(FIRST), ${METHODS})`],
    ['begun by a function', `signalStore(withState(() => ({ depth: 1, wet: false })), ${METHODS})`],
    ['with a feature of the project’s own', `signalStore(withWater(), withState({ depth: 1 }), ${METHODS})`],
  ])('%s: each field is told and set for itself', (_how, made) => {
    const survey = app(
      `${IMPORTS} const FIRST = { depth: 1, wet: false }; const withWater = () => signalStoreFeature(withState({ wet: false })); export const BedStore = ${made};`,
    );
    expect(trailsOf(survey, 'service:BedStore.depth')).toEqual([
      '[BedStore.depth].depth > service:Bed.depth',
      'up Bed.dig > service:[BedStore.depth].depth',
    ]);
    const wet = survey.document().cells.find(({ name }) => name.endsWith('.wet'));
    expect(survey.trail(wet?.id ?? '')).toMatchObject({
      readers: [{ component: 'Wet' }],
      writers: [{ component: 'Wet' }],
    });
  });

  test('what it computes is computed from its fields', () => {
    const survey = app(
      `${IMPORTS} export const BedStore = signalStore(withState({ half: 1 }), withComputed((store) => ({ depth: computed(() => store.half() * 2) })));`,
    );
    expect(survey.trail('service:BedStore.half').readers).toMatchObject([{ component: 'Bed' }]);
  });

  test('what runs as it comes may set it', () => {
    const survey = app(
      `${IMPORTS} export const BedStore = signalStore(withState({ depth: 1 }), withMethods((store) => ({ dig() { patchState(store, { depth: 2 }); } })), withHooks({ onInit(store) { store.dig(); } }));`,
    );
    expect(survey.trail('service:BedStore.depth').writers.map(({ component }) => component)).toContain('Bed');
  });
});

describe('a component store', () => {
  const store = (body: string): string => `import { ComponentStore } from '@ngrx/component-store';
    @Injectable() export class BedStore extends ComponentStore<any> { constructor() { super({ depth: 1, wet: false }); } ${body} }`;
  const READS = 'depth = this.selectSignal((state) => state.depth); wet = this.selectSignal((state) => state.wet);';

  test.each([
    ['an updater', 'dig = this.updater((state, depth: number) => ({ ...state, depth }));'],
    ['a patch', 'dig(depth: number) { this.patchState({ depth }); }'],
    ['a patch of what there is', 'dig(by: number) { this.patchState((state) => ({ depth: state.depth + by })); }'],
  ])('%s sets the field that it names', (_how, dig) => {
    const survey = app(store(`${READS} ${dig} flood() { this.patchState({ wet: true }); }`), 'providers: [BedStore],');
    expect(trailsOf(survey, 'service:BedStore.depth')).toEqual([
      'App.depth > service:Bed.depth',
      'up Bed.dig > service:App.depth',
    ]);
    expect(survey.trail('service:BedStore.wet')).toMatchObject({
      readers: [{ component: 'Wet' }],
      writers: [{ component: 'Wet' }],
    });
  });

  test('a stream of some of it, also made of other streams', () => {
    const survey = app(
      store(
        'depth = () => 0; wet = () => 0; depth$ = this.select((state) => state.depth); both$ = this.select(this.depth$, (depth) => depth + 1);',
      ).concat(
        `@Component({ selector: 'app-deep', template: '{{ store.both$ | async }}' }) export class Deep { store = inject(BedStore); }`,
      ),
    );
    expect(survey.trail('service:BedStore.depth').readers.map(({ component }) => component)).toEqual(['Deep']);
  });
});
