import { foundBy, one, surveyOf } from '../testing/project';

describe('silent-write', () => {
  const store = (set: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      'src/depth.js': `let depth = 1; const listeners = new Set();
        export function subscribe(listener) { listeners.add(listener); return () => listeners.delete(listener); }
        export const read = () => depth;
        const tell = () => { for (const listener of listeners) listener(); };
        export function dig(to) { ${set} }`,
      'src/Bed.jsx': `import { useSyncExternalStore } from 'react'; import { subscribe, read, dig } from './depth';
        export function Bed() { const depth = useSyncExternalStore(subscribe, read); return <b onClick={() => dig(2)}>{depth}</b>; }`,
    });

  test.each([
    ['set and told by a helper', 'depth = to; tell();', 0],
    ['set and not told', 'depth = to;', 1],
    ['told only where it differs', 'if (to === depth) return; depth = to; tell();', 0],
  ])('%s', (_what, set, found) => {
    expect(foundBy('silent-write', store(set))).toHaveLength(found);
  });

  test('what no component reads is nobody’s to be told of', () => {
    const survey = surveyOf({
      'src/depth.js': `let depth = 1; let turns = 0; const listeners = new Set();
        export function subscribe(listener) { listeners.add(listener); turns = turns + 1; return () => listeners.delete(listener); }
        export const read = () => depth; export function dig(to) { depth = to; for (const listener of listeners) listener(); }`,
      'src/Bed.jsx': `import { useSyncExternalStore } from 'react'; import { subscribe, read, dig } from './depth';
        export function Bed() { const depth = useSyncExternalStore(subscribe, read); return <b onClick={() => dig(2)}>{depth}</b>; }`,
    });
    expect(foundBy('silent-write', survey)).toEqual([]);
  });

  test('a handler of an event that puts what it is given by takes no subscription', () => {
    const survey = one(`let depths = [1];
      function Bed() { const [picked, setPicked] = useState([]); const onPick = (depth) => { if (depth > 9) depths = [...depths, depth]; setPicked([...picked, depth]); };
        return <b onClick={() => onPick(depths[0])}>{picked.length}</b>; }`);
    expect(foundBy('silent-write', survey)).toEqual([]);
  });
});

describe('silent-write: variables beside a list of listeners', () => {
  const store = (more: string): string[] =>
    foundBy(
      'silent-write',
      surveyOf({
        'src/size.js': `const listeners = new Set(); let size = 0; let timer = null; let cached;
          export function subscribe(listener) { listeners.add(listener); return () => listeners.delete(listener); }
          export function getSize() { return size; }
          export function setSize(next) { size = next; listeners.forEach((listener) => listener()); }
          ${more}`,
        'src/Bed.jsx': `import { useSyncExternalStore } from 'react'; import * as all from './size';
          export function Bed() { const size = useSyncExternalStore(all.subscribe, all.getSize); const run = () => { all.grow?.(); all.stop?.(); all.wide?.(); }; return <b onClick={run} title={all.wide()}>{size}</b>; }`,
      }),
    );

  test.each([
    ['the value that is asked for', 'export function grow() { size = size + 1; }', ['.size']],
    ['a timer that nobody asks for', 'export function stop() { clearInterval(timer); timer = null; }', []],
    [
      'a value made when it is first asked for',
      'export function wide() { if (cached === undefined) cached = matchMedia("print"); return cached; }',
      [],
    ],
  ])('%s', (_, more, found) => expect(store(more)).toEqual(found));
});

describe('silent-write: classes with listeners', () => {
  const store = (members: string, more = ''): string[] =>
    foundBy(
      'silent-write',
      surveyOf({
        'src/soil.js': `class Soil {
            constructor(depth) { this.listeners = new Set(); this.depth = depth; }
            subscribe = (listener) => { this.listeners.add(listener); return () => this.listeners.delete(listener); };
            tell() { for (const listener of this.listeners) listener(); }
            getDepth = () => this.depth;
            ${members}
          }
          ${more}
          export const soil = new Soil(1);`,
        'src/Bed.jsx': `import { useSyncExternalStore } from 'react'; import { soil, pot } from './soil';
          export function Bed() { const depth = useSyncExternalStore(soil.subscribe, soil.getDepth); const run = () => { soil.dig(2); pot.dig(3); }; return <b onClick={run} title={pot.getDepth()}>{depth}</b>; }`,
      }),
    );

  test.each([
    ['set and told', 'dig(to) { this.depth = to; this.tell(); }', '', []],
    ['set and not told', 'dig(to) { this.depth = to; }', '', ['.depth']],
    [
      'another class, that nobody listens to',
      'dig(to) { this.depth = to; this.tell(); }',
      'class Pot { constructor(depth) { this.depth = depth; } getDepth() { return this.depth; } dig(to) { this.depth = to; } } export const pot = new Pot(1);',
      [],
    ],
  ])('%s', (_what, members, more, found) => expect(store(members, more)).toEqual(found));
});

describe('silent-write, a field beside a stream of it', () => {
  const service = (members: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      'src/app.ts': `import { Component, inject, Injectable, signal } from '@angular/core'; import { BehaviorSubject } from 'rxjs';
        @Injectable({ providedIn: 'root' }) export class Beds { private all: number[] = []; readonly all$ = new BehaviorSubject<number[]>([]); clear() { this.all = []; this.all$.next([...this.all]); } ${members} }
        @Component({ selector: 'app-root', template: '{{ beds.all$ | async }}<b (click)="beds.add(1)">x</b><b (click)="beds.clear()">x</b>' }) export class App { beds = inject(Beds); }`,
    });
  test.each([
    ['set and not told', 'add(bed: number) { this.all = [...this.all, bed]; }', ['.all']],
    ['added to and not told', 'add(bed: number) { this.all.push(bed); }', ['.all']],
    ['set and told', 'add(bed: number) { this.all = [...this.all, bed]; this.all$.next(this.all); }', []],
    [
      'told by a helper',
      'add(bed: number) { this.all = [...this.all, bed]; this.tell(); } private tell() { this.all$.next([...this.all]); }',
      [],
    ],
    [
      'changed by a helper of one that tells',
      'add(bed: number) { this.put(bed); this.all$.next([...this.all]); } private put(bed: number) { this.all.push(bed); }',
      [],
    ],
    [
      'added to, where the very same list is told',
      'add(bed: number) { this.all.push(bed); } begin() { this.all$.next(this.all); }',
      [],
    ],
  ])('%s', (_how, members, found) => {
    expect(foundBy('silent-write', service(members))).toEqual(found);
  });
});

test.each([
  [
    'who listens',
    'removeListener(listener) { this.listeners = this.listeners.filter((one) => one !== listener); }',
    [],
  ],
  ['what it keeps to itself', 'stop() { this.isRunning = false; }', []],
  ['what it tells', 'clear() { this.last = null; }', ['.last']],
])('a class that others listen to sets %s', (_what, method, found) => {
  const survey = surveyOf({
    'src/places.js': `class Places { listeners = []; last = null; isRunning = false;
      addListener(listener) { if (!this.isRunning) this.start(); this.listeners.push(listener); if (this.last) listener(this.last); }
      start() { if (!this.isRunning) run(); }
      update(place) { this.last = place; this.listeners.forEach((one) => one(place)); }
      getLast() { return this.last; }
      ${method} }
    export default new Places();`,
    'src/Here.jsx': `import { useEffect, useState } from 'react'; import places from './places';
      export function Here() { const [at, setAt] = useState(places.getLast()); useEffect(() => { places.addListener(setAt); return () => { places.removeListener?.(setAt); places.stop?.(); places.clear?.(); }; }, []); return <b>{at}</b>; }`,
  });
  expect(foundBy('silent-write', survey)).toEqual(found);
});
