import { surveyOf } from '../../testing/project';

const CORE = `import { Component, inject, Injectable, signal } from '@angular/core';`;

describe('what a route gives besides its address', () => {
  const app = (resolver: string, bed: string): string[] =>
    surveyOf({
      'src/soil.ts': `${CORE} @Injectable({ providedIn: 'root' }) export class Soil { depth = signal(1); dig() { this.depth.set(3); } }`,
      'src/bed.ts': `${CORE} import { ActivatedRoute } from '@angular/router'; import { map } from 'rxjs'; @Component({ selector: 'app-bed', ${bed} }`,
      'src/app.ts': `${CORE} import { of } from 'rxjs'; import { Bed } from './bed'; import { Soil } from './soil'; import { provideRouter } from '@angular/router'; ${resolver}
        export const routes = [{ path: 'bed', component: Bed, resolve: { bed: bedResolver } }]; export const config = { providers: [provideRouter(routes)] };
        @Component({ selector: 'app-root', template: '<router-outlet></router-outlet>' }) export class App {}`,
    })
      .trail('service:Soil.depth')
      .readers.map(({ component }) => component ?? '');
  const STREAM = `template: '{{ bed$ | async }}' }) export class Bed { route = inject(ActivatedRoute); bed$ = this.route.data.pipe(map((data) => data['bed']));`;
  const NOW = `template: '{{ bed }}' }) export class Bed { route = inject(ActivatedRoute); bed = this.route.snapshot.data['bed'];`;
  const OTHER = `template: '{{ bed }}' }) export class Bed { route = inject(ActivatedRoute); bed = this.route.snapshot.data['other'];`;

  test.each([
    ['a function resolves', 'export const bedResolver = () => inject(Soil).depth();', STREAM, ['Bed']],
    ['a function resolves by a stream', 'export const bedResolver = () => of(inject(Soil).depth());', STREAM, ['Bed']],
    [
      'a class resolves',
      '@Injectable() export class bedResolver { soil = inject(Soil); resolve() { return this.soil.depth(); } }',
      STREAM,
      ['Bed'],
    ],
    ['is asked for as it is now', 'export const bedResolver = () => inject(Soil).depth();', NOW, ['Bed']],
    ['goes by another name', 'export const bedResolver = () => inject(Soil).depth();', OTHER, []],
  ])('what %s', (_what, resolver, bed, readers) => {
    expect(app(resolver, bed)).toEqual(readers);
  });
});
