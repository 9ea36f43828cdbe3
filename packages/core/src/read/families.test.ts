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
