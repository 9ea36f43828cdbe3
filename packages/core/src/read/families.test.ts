import { surveyOf } from '../testing/project';

describe('the family of a file', () => {
  const familyIn = (manifest: Record<string, string>, path: string, text: string): string | undefined =>
    surveyOf({ ...manifest, [path]: text })
      .document()
      .files.find((file) => file.path === path)?.family;
  const ANGULAR = { 'package.json': JSON.stringify({ dependencies: { '@angular/core': '20.0.0' } }) };
  const SCOPES = { 'package.json': JSON.stringify({ dependencies: { angular: '1.8.3' } }) };
  const LWC = { 'sfdx-project.json': '{}' };

  test.each([
    ['imports the family', {}, 'src/a.ts', `import { signal } from '@angular/core';`, 'angular'],
    ['imports another than its project’s', LWC, 'src/a.ts', `import { signal } from '@angular/core';`, 'angular'],
    ['imports nothing, in a project of one family', ANGULAR, 'src/a.ts', 'export const a = 1;', 'angular'],
    ['imports nothing, in another', LWC, 'lwc/a/a.js', 'export const a = 1;', 'lwc'],
    ['imports nothing, in none', {}, 'src/a.js', 'export const a = 1;', 'react'],
    ['holds markup, whatever the project', LWC, 'web/A.jsx', 'export const A = () => <b>a</b>;', 'react'],
    ['registers with a module by name', {}, 'app/a.js', `angular.module('beds').value('depth', 1);`, 'scope'],
    ['registers so, beside newer parts', ANGULAR, 'old/a.js', `angular.module('beds').value('depth', 1);`, 'scope'],
    ['has markup for scopes', {}, 'app/a.html', '<b ng-if="open"></b>', 'scope'],
    ['has a left-over of such markup, in newer parts', ANGULAR, 'src/a.html', '<b ng-if="open"></b>', 'angular'],
    ['has markup for neither, beside scopes', SCOPES, 'app/a.html', '<b>{{ open }}</b>', 'scope'],
    ['imports what is of another', LWC, 'web/a.js', `import { useState } from 'react';`, 'react'],
  ])('that %s', (_what, manifest, path, text, family) => {
    expect(familyIn(manifest, path, text)).toBe(family);
  });
});

test('what crosses between two families is one trail', () => {
  const survey = surveyOf({
    'sfdx-project.json': '{}',
    'web/Desk.jsx': `import { useState } from 'react';
      export function Desk() { const [turn, setTurn] = useState(0);
        return <button onClick={() => { setTurn(turn + 1); window.dispatchEvent(new CustomEvent('minute', { detail: { minutes: turn } })); }}>{turn}</button>; }`,
    'lwc/clock/clock.html': '<template>{minutes}</template>',
    'lwc/clock/clock.js': `import { LightningElement } from 'lwc';
      export default class Clock extends LightningElement { minutes = 0;
        connectedCallback() { window.addEventListener('minute', (event) => { this.minutes = event.detail.minutes; }, { once: true }); } }`,
  });
  expect(survey.document().project.families).toEqual(['lwc', 'react']);
  expect(survey.trail('channel:minute')).toMatchObject({
    readers: [{ component: 'Clock' }],
    writers: [{ component: 'Desk' }],
  });
});

describe('an event of the page and what is stored cross from any family to any other', () => {
  const SENDS = `window.dispatchEvent(new CustomEvent('dug', { detail: { depth: 1 } })); localStorage.setItem('scale', 'K');`;
  const SENDERS: Record<string, Record<string, string>> = {
    react: { 'one/Bed.jsx': `export function Bed() { return <b onClick={() => { ${SENDS} }}>dig</b>; }` },
    vue: {
      'one/Bed.vue': `<template><b @click="dig">dig</b></template><script setup>function dig() { ${SENDS} }</script>`,
    },
    svelte: { 'one/Bed.svelte': `<script>function dig() { ${SENDS} }</script><b on:click={dig}>dig</b>` },
    angular: {
      'one/bed.ts': `import { Component } from '@angular/core';
        @Component({ selector: 'app-bed', template: '<b (click)="dig()">dig</b>' }) export class Bed { dig() { ${SENDS} } }`,
    },
    lwc: {
      'sfdx-project.json': '{}',
      'lwc/bed/bed.html': '<template><b onclick={dig}>dig</b></template>',
      'lwc/bed/bed.js': `import { LightningElement } from 'lwc'; export default class Bed extends LightningElement { dig() { ${SENDS} } }`,
    },
    scope: {
      'one/index.html': '<html ng-app="beds"><body ng-controller="Bed"><b ng-click="dig()">dig</b></body></html>',
      'one/app.js': `angular.module('beds', []).controller('Bed', function ($scope) { $scope.dig = function () { ${SENDS} }; });`,
    },
  };
  const LISTENERS: Record<string, Record<string, string>> = {
    react: {
      'two/Clock.jsx': `import { useEffect, useState } from 'react';
        export function Clock() { const [depth, setDepth] = useState(0);
          useEffect(() => { const on = (event) => setDepth(event.detail.depth); window.addEventListener('dug', on); return () => window.removeEventListener('dug', on); }, []);
          return <i>{depth}{localStorage.getItem('scale')}</i>; }`,
    },
    vue: {
      'two/Clock.vue': `<template><i>{{ depth }}{{ scale }}</i></template><script setup>import { ref, onMounted } from 'vue'; const depth = ref(0); const scale = localStorage.getItem('scale');
        onMounted(() => window.addEventListener('dug', (event) => { depth.value = event.detail.depth; }));</script>`,
    },
    svelte: {
      'two/Clock.svelte': `<script>let depth = 0; const scale = localStorage.getItem('scale');</script><svelte:window on:dug={(event) => (depth = event.detail.depth)} /><i>{depth}{scale}</i>`,
    },
    angular: {
      'two/clock.ts': `import { Component, HostListener } from '@angular/core';
        @Component({ selector: 'app-clock', template: '{{ depth }}{{ scale }}' }) export class Clock { depth = 0; scale = localStorage.getItem('scale');
          @HostListener('window:dug', ['$event']) note(event) { this.depth = event.detail.depth; } }`,
    },
    lwc: {
      'sfdx-project.json': '{}',
      'lwc/clock/clock.html': '<template>{depth}{scale}</template>',
      'lwc/clock/clock.js': `import { LightningElement } from 'lwc'; export default class Clock extends LightningElement { depth = 0; scale = localStorage.getItem('scale');
        connectedCallback() { window.addEventListener('dug', (event) => { this.depth = event.detail.depth; }); } }`,
    },
    scope: {
      'two/index.html': '<html ng-app="times"><body ng-controller="Clock">{{ depth }}{{ scale }}</body></html>',
      'two/app.js': `angular.module('times', []).controller('Clock', function ($scope) { $scope.depth = 0; $scope.scale = localStorage.getItem('scale');
        window.addEventListener('dug', function (event) { $scope.$apply(function () { $scope.depth = event.detail.depth; }); }); });`,
    },
  };
  const pairs = Object.keys(SENDERS).flatMap((from) => Object.keys(LISTENERS).map((to) => [from, to] as const));

  test.each(pairs.filter(([from, to]) => from !== to))('from %s to %s', (from, to) => {
    const survey = surveyOf({ ...SENDERS[from], ...LISTENERS[to] });
    for (const name of ['channel:dug', 'storage:scale'])
      expect(survey.trail(name)).toMatchObject({ readers: [{ component: 'Clock' }], writers: [{ component: 'Bed' }] });
    expect(survey.findings().filter(({ rule }) => /^un(sent|heard)-event$/.test(rule))).toEqual([]);
  });
});
