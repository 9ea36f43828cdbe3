/** Whatever stands inside its like, however deep, is read once: facts grow as the source does, and no faster. */
import { factsOf } from '../testing/project';

const size = (path: string, text: string): number => {
  const { places, flows, uses, calls, sites, problems } = factsOf(path, text);
  expect(problems).toEqual([]);
  return places.length + flows.length + uses.length + calls.length + sites.length;
};
const nested = (depth: number, wrap: (inner: string, i: number) => string, core: string): string => {
  let text = core;
  for (let i = 0; i < depth; i++) text = wrap(text, i);
  return text;
};
/** Twice as deep is at most four times as much: what is read twice at each level comes to 256 times. */
const expectToGrow = (at: (depth: number) => number): void => {
  const [small, large] = [at(8), at(16)];
  expect(large / Math.max(small, 1)).toBeLessThan(4);
};

describe('parts of an Angular template inside one another', () => {
  test.each<[string, (inner: string, i: number) => string]>([
    ['elements', (e) => `<div>${e}</div>`],
    ['components', (e) => `<app-bed [depth]="a">${e}</app-bed>`],
    ['conditions', (e) => `@if (a) { ${e} } @else { b }`],
    ['conditions the other way', (e) => `@if (a) { b } @else { ${e} }`],
    ['loops', (e) => `@for (x of xs; track x) { ${e} } @empty { none }`],
    ['choices', (e) => `@switch (a) { @case (1) { ${e} } @default { b } }`],
    ['parts that are put off', (e) => `@defer { ${e} } @placeholder { b }`],
    ['structural directives', (e) => `<div *ngIf="a; else no">${e}</div>`],
    [
      'templates with a name',
      (e, i) => `<ng-template #row${i} let-x>${e}</ng-template><p *ngTemplateOutlet="row${i}"></p>`,
    ],
  ])('%s', (_name, wrap) => {
    expectToGrow((depth) => size('src/a.html', nested(depth, wrap, '<b>{{ a }}</b>')));
  });
});

describe('parts of the markup of Lightning Web Components inside one another', () => {
  test.each<[string, (inner: string, i: number) => string]>([
    ['elements that listen', (e, i) => `<div onpick${i}={take}>${e}</div>`],
    ['components that listen', (e, i) => `<c-bed depth={a} onpick${i}={take}>${e}</c-bed>`],
    ['components in slots', (e) => `<c-bed><p slot="head">${e}</p></c-bed>`],
    ['conditions', (e) => `<p lwc:if={a}>${e}</p><p lwc:else>b</p>`],
    ['loops', (e, i) => `<template for:each={xs} for:item="x${i}"><p key={x${i}}>${e}</p></template>`],
    ['slots', (e) => `<slot onpick={take}>${e}</slot>`],
  ])('%s', (_name, wrap) => {
    expectToGrow((depth) => size('c/a/a.html', `<template>${nested(depth, wrap, '<b>{a}</b>')}</template>`));
  });
});

describe('parts of the markup of scopes inside one another', () => {
  test.each<[string, (inner: string, i: number) => string]>([
    ['elements', (e, i) => `<div ng-click="a${i} = 1">${e}</div>`],
    ['components', (e, i) => `<bed-tile depth="a" on-pick="pick(a${i})">${e}</bed-tile>`],
    [
      'components beside one another',
      (e) => `<bed-tile>a<bed-tile></bed-tile><bed-tile depth="a">${e}</bed-tile></bed-tile>`,
    ],
    ['directives on elements', (e) => `<i tint="a">${e}</i>`],
    ['conditions that set names', (e, i) => `<p ng-if="a"><input ng-model="b${i}">${e}</p>`],
    ['repeats', (e, i) => `<p ng-repeat="x${i} in xs | filter: a">${e}</p>`],
    ['controllers', (e, i) => `<p ng-controller="C${i} as c${i}">${e}</p>`],
    ['controllers in repeats', (e, i) => `<p ng-repeat="x${i} in xs" ng-controller="C${i}">${e}</p>`],
  ])('%s', (_name, wrap) => {
    expectToGrow((depth) => size('app/a.html', nested(depth, wrap, '<b>{{ a }}</b>')));
  });
});

describe('expressions inside one another', () => {
  test.each<[string, (inner: string, i: number) => string]>([
    ['assignments', (e) => `a = ${e}`],
    ['assignments of fields', (e, i) => `o.f${i} = ${e}`],
    ['assignments of exports', (e, i) => `exports.f${i} = ${e}`],
    ['assignments of the whole export', (e) => `module.exports = ${e}`],
    ['assignments to a module’s export of a file', (e, i) => `module.exports.f${i} = ${e}`],
    ['assignments to this', (e, i) => `this.f${i} = ${e}`],
    ['assignments that take apart', (e) => `[a] = ${e}`],
    ['additions to a variable', (e) => `a += ${e}`],
    ['assignments where nothing is', (e) => `a ??= ${e}`],
    ['signs', (e) => `!(${e})`],
    ['choices', (e) => `a ? (${e}) : 1`],
    ['choices the other way', (e) => `a ? 1 : (${e})`],
    ['conditions of choices', (e) => `(${e}) ? 1 : 2`],
    ['both', (e) => `a && (${e})`],
    ['conditions of both', (e) => `(${e}) && a`],
    ['either', (e) => `(${e}) || a`],
    ['the first there is', (e) => `(${e}) ?? a`],
    ['sums', (e) => `(${e}) + a`],
    ['comparisons', (e) => `a === (${e})`],
    ['arguments', (e) => `f(${e})`],
    ['what is called', (e) => `(${e})()`],
    ['fields', (e) => `(${e}).b`],
    ['elements', (e) => `(${e})[a]`],
    ['keys', (e) => `o[${e}]`],
    ['methods', (e) => `(${e}).map((x) => x)`],
    ['callbacks', (e) => `o.map(() => ${e})`],
    ['optional calls', (e) => `o?.f?.(${e})`],
    ['classes made', (e) => `new F(${e})`],
    ['lists', (e) => `[${e}]`],
    ['objects', (e) => `({ b: ${e} })`],
    ['spreads', (e) => `({ ...(${e}) })`],
    ['spread arguments', (e) => `f(...(${e}))`],
    ['texts', (e) => `\`\${${e}}\``],
    ['tagged texts', (e) => `css\`\${${e}}\``],
    ['types', (e) => `((${e}) as any)`],
    ['functions', (e) => `() => (${e})`],
    ['functions that return', (e) => `function () { return (${e}); }`],
    ['functions called where they stand', (e) => `(() => (${e}))()`],
    ['classes', (e) => `class extends (${e}) {}`],
    ['fields of classes', (e) => `class { b = (${e}); }`],
    ['methods of classes', (e) => `class { b() { return (${e}); } }`],
    ['copies', (e) => `Object.assign({}, ${e})`],
    ['bound functions', (e) => `(${e}).bind(null, a)`],
    ['memos', (e) => `memo(${e})`],
    ['references handed on', (e) => `forwardRef(() => (${e}))`],
    ['wrappers', (e) => `connect(a)(${e})`],
    ['lazy components', (e) => `lazy(() => (${e}))`],
    ['promises', (e) => `f().then(() => (${e}))`],
    ['awaited', (e) => `async () => await (${e})`],
    ['sequences', (e) => `(a, ${e})`],
    ['elements of markup', (e) => `<b>{${e}}</b>`],
    ['props of markup', (e) => `<A b={${e}} />`],
    ['children of components', (e) => `<A>{${e}}</A>`],
    ['children of components, as markup', (e) => `<A>${e.startsWith('<') ? e : '<b />'}</A>`],
    ['spread props', (e) => `<A {...(${e})} />`],
    ['render functions', (e) => `<A b={() => (${e})} />`],
    ['children as functions', (e) => `<A>{() => (${e})}</A>`],
    ['elements made by calls', (e) => `createElement(A, { b: ${e} })`],
    ['children made by calls', (e) => `createElement(A, null, ${e})`],
    ['routes', (e) => `[{ path: 'a', children: ${e.startsWith('[') ? e : '[]'} }]`],
    ['effects', (e) => `useEffect(() => { ${e}; }, [])`],
    ['memoised values', (e) => `useMemo(() => (${e}), [])`],
    ['memoised functions', (e) => `useCallback(() => (${e}), [])`],
    ['state', (e) => `useState(${e})`],
    ['changes', (e) => `setA(() => (${e}))`],
    ['reducers', (e) => `useReducer((s) => (${e}), 1)`],
    ['stores', (e) => `create((set) => ({ b: ${e} }))`],
  ])('%s', (_what, wrap) => {
    const head = `import React, { createElement, forwardRef, lazy, memo, useCallback, useEffect, useMemo, useReducer, useState } from 'react'; import { connect } from 'react-redux'; import { create } from 'zustand';`;
    expectToGrow((depth) =>
      size(
        'src/A.tsx',
        `${head} export function A(p) { let a = p.a; const o = p.o, f = p.f, [b, setA] = useState(1); return [${nested(depth, wrap, 'p.z(p.y)')}]; }`,
      ),
    );
    expectToGrow((depth) =>
      size('src/a.tsx', `${head} let a, o, f, setA; const z = (${nested(depth, wrap, 'a.z(a.y)')});`),
    );
  });
});

describe('statements inside one another', () => {
  test.each<[string, (inner: string, i: number) => string]>([
    ['conditions', (s) => `if (a) { ${s} }`],
    ['conditions otherwise', (s) => `if (a) { } else { ${s} }`],
    ['conditions in a row', (s, i) => `if (a === ${i}) return ${i}; else ${s}`],
    ['loops', (s) => `for (const b of o) { ${s} }`],
    ['loops by a condition', (s) => `while (a) { ${s} }`],
    ['attempts', (s) => `try { ${s} } catch (e) { } finally { }`],
    ['cases', (s) => `switch (a) { case 1: ${s} }`],
    ['labels', (s, i) => `l${i}: { ${s} }`],
    ['functions', (s, i) => `function f${i}() { ${s} } f${i}();`],
    ['variables', (s, i) => `const v${i} = () => { ${s} };`],
    ['classes', (s, i) => `class C${i} { m() { ${s} } }`],
    ['components', (s, i) => `function C${i}() { ${s} return <b />; }`],
  ])('%s', (_what, wrap) => {
    expectToGrow((depth) =>
      size('src/A.tsx', `export function A({ a, o, f }) { ${nested(depth, wrap, 'f(a);')} return <b>{a}</b>; }`),
    );
  });
});

describe('markup of single-file components inside its like', () => {
  test.each<[string, (inner: string, i: number) => string]>([
    ['elements', (m) => `<div>${m}</div>`],
    ['components', (m) => `<Bed>${m}</Bed>`],
    ['conditions', (m) => `<div v-if="a">${m}</div><div v-else />`],
    ['loops', (m, i) => `<div v-for="b${i} in o" :key="b${i}">${m}</div>`],
    ['slots', (m) => `<Bed><template #one="{ b }">${m}</template></Bed>`],
    ['templates', (m) => `<template v-if="a">${m}</template>`],
  ])('%s of Vue', (_what, wrap) => {
    expectToGrow((depth) =>
      size(
        'src/A.vue',
        `<script setup>import Bed from './Bed.vue'; defineProps(['a', 'o']);</script><template>${nested(depth, wrap, '<b>{{ a }}</b>')}</template>`,
      ),
    );
  });

  test.each<[string, (inner: string, i: number) => string]>([
    ['elements', (m) => `<div>${m}</div>`],
    ['components', (m) => `<Bed>${m}</Bed>`],
    ['conditions', (m) => `{#if a}${m}{:else}<i />{/if}`],
    ['conditions otherwise', (m) => `{#if a}<i />{:else}${m}{/if}`],
    ['loops', (m, i) => `{#each o as b${i}}${m}{/each}`],
    ['promises', (m) => `{#await a}<i />{:then b}${m}{/await}`],
    ['keys', (m) => `{#key a}${m}{/key}`],
    ['snippets', (m, i) => `<Bed>{#snippet s${i}()}${m}{/snippet}</Bed>`],
  ])('%s of Svelte', (_what, wrap) => {
    expectToGrow((depth) =>
      size(
        'src/A.svelte',
        `<script>import Bed from './Bed.svelte'; let { a, o } = $props();</script>${nested(depth, wrap, '<b>{a}</b>')}`,
      ),
    );
  });
});
