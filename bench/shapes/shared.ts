/** What is shared by many: services, scopes, stores, variables of modules, events that pass by. */
import { each, PACKAGE, type Shape } from './shape';

/** A service whose signals are computed and whose streams are made of one another, injected and queried by many. */
export const injectedInAngular: Shape = {
  name: 'signals and streams of a service, Angular',
  size: 25,
  files: (size) => ({
    ...PACKAGE,
    'beds.ts': `import { computed, Injectable, signal } from '@angular/core';
import { BehaviorSubject, map } from 'rxjs';
@Injectable({ providedIn: 'root' })
export class Beds {
  readonly depth0 = signal(0);
  readonly age0 = new BehaviorSubject(0);
${each(size, (i) => `  readonly depth${i + 1} = computed(() => this.depth${i}() + 1);\n  readonly age${i + 1} = this.age${i}.pipe(map((age) => age + 1));`)}
  dig() { this.depth0.set(1); }
  grow() { this.age0.next(this.age0.value + 1); }
}
`,
    ...Object.fromEntries(
      Array.from({ length: size }, (_, i) => [
        `bed${i}.ts`,
        `import { Component, inject, input, output } from '@angular/core';
import { Beds } from './beds';
@Component({ selector: 'app-bed${i}', template: '<b [title]="label()" (click)="dug.emit(${i})">{{ beds.depth${i}() }}{{ beds.age${i} | async }}</b>' })
export class Bed${i} { beds = inject(Beds); label = input(''); dug = output<number>(); open() { this.beds.grow(); } }
`,
      ]),
    ),
    'app.ts': `import { Component, inject, signal, viewChild } from '@angular/core';
import { Beds } from './beds';
${each(size, (i) => `import { Bed${i} } from './bed${i}';`)}
@Component({ selector: 'app-root', templateUrl: './app.html' })
export class App {
  beds = inject(Beds);
  label = signal('');
${each(size, (i) => `  bed${i} = viewChild(Bed${i});\n  open${i}() { this.bed${i}()?.open(); }`)}
}
`,
    'app.html': each(
      size,
      (i) =>
        `<app-bed${i} [label]="label()" (dug)="label.set($event + '')"></app-bed${i}><b (click)="open${i}()">x</b>`,
    ),
  }),
};

/** Scopes within scopes, of which each has names of its own, reads those of all around, and listens for what is sent up. */
export const nestedScopes: Shape = {
  name: 'scopes within scopes, and messages',
  size: 25,
  files: (size) => ({
    'package.json': JSON.stringify({ name: 'grown', dependencies: { angular: '1.8.3' } }),
    'index.html': `<html ng-app="beds"><body>
${each(size, (i) => `<div ng-controller="Zone${i}">{{ depth0 }}{{ depth${i} }}<input ng-model="form${i}.name"><bed-tile depth="depth${i}" on-pick="pick${i}(bed)"></bed-tile>`)}
${each(size, () => '</div>')}
</body></html>
`,
    ...Object.fromEntries(
      Array.from({ length: size }, (_, i) => [
        `zone${i}.js`,
        `angular.module('beds').controller('Zone${i}', ['$scope', 'store', function ($scope, store) {
  $scope.depth${i} = 0;
  $scope.form${i} = { name: '' };
  $scope.pick${i} = function (bed) { $scope.depth${i} = bed; store.field${i} = bed; };
  $scope.$on('dug${i}', function (event, bed) { $scope.depth${i} = bed + store.field${i}; });
  $scope.$on('all', function (event, bed) { $scope.depth${i} = bed; });
}]);
`,
      ]),
    ),
    'beds.js': `angular.module('beds', [])
  .component('bedTile', { bindings: { depth: '<', onPick: '&' }, template: '<b ng-click="dig()">{{ $ctrl.depth }}</b>',
    controller: ['$scope', function ($scope) {
      $scope.dig = function () {
${each(size, (i) => `        $scope.$emit('dug${i}', 1);`)}
        $scope.$emit('all', 2);
      };
    }] })
  .factory('store', function () {
    var store = { ${each(size, (i) => `field${i}: 0`, ', ')} };
    return store;
  });
`,
  }),
};

/** A module's own variable, read and set through helpers by many. */
export const moduleVariable: Shape = {
  name: 'a module variable and its callers',
  size: 50,
  files: (size) => ({
    ...PACKAGE,
    'climate.js': `let current = { language: 'en' };
export function setCurrent(next) {
  current = next;
}
function path(key) {
  return key.split('.').reduce((found, part) => found[part], current);
}
function format(key, value) {
  const text = path(key);
  return value === undefined ? text : text.replace('{}', value);
}
export function say(key, value) {
  return format(key, value) + (value ? format('unit') : '');
}
`,
    'App.jsx': `${each(size, (i) => `import { Gauge${i} } from './Gauge${i}';`)}
import { setCurrent } from './climate';
export function App() {
  return <main onClick={() => setCurrent({ language: 'sv' })}>${each(size, (i) => `<Gauge${i} value={${i}} />`, '')}</main>;
}
`,
    ...Object.fromEntries(
      Array.from({ length: size }, (_, i) => [
        `Gauge${i}.jsx`,
        `import { say } from './climate';
export function Gauge${i}({ value }) {
  const label = say('gauge.${i}', value);
  const unit = say('unit');
  return <b title={say('title', value)}>{label} {unit} {say('plain')}</b>;
}
`,
      ]),
    ),
  }),
};

/** A bag of stores in one context, of which each reader takes one. */
export const bagOfStores: Shape = {
  name: 'a bag of stores in a context',
  size: 25,
  files: (size) => ({
    ...PACKAGE,
    'stores.jsx': `import { createContext, useContext, useMemo, useState } from 'react';
const Stores = createContext(null);
export function StoresProvider({ children }) {
${each(size, (i) => `  const [store${i}, setStore${i}] = useState(0);`)}
  const stores = useMemo(() => ({ ${each(size, (i) => `store${i}, setStore${i}`, ', ')} }), [${each(size, (i) => `store${i}`, ', ')}]);
  return <Stores.Provider value={stores}>{children}</Stores.Provider>;
}
export function useStores() {
  return useContext(Stores);
}
`,
    ...Object.fromEntries(
      Array.from({ length: size }, (_, i) => [
        `Gauge${i}.jsx`,
        `import { useStores } from './stores';
export function Gauge${i}() {
  const { store${i}, setStore${i} } = useStores();
  return <b onClick={() => setStore${i}(store${i} + 1)}>{store${i}}</b>;
}
`,
      ]),
    ),
    'App.jsx': `import { StoresProvider } from './stores';
${each(size, (i) => `import { Gauge${i} } from './Gauge${i}';`)}
export function App() {
  return <StoresProvider>${each(size, (i) => `<Gauge${i} />`, '')}</StoresProvider>;
}
`,
  }),
};

/** Components around one another, of which each listens for what is sent further in, at a tag, an element and its own template. */
export const eventsAcrossRoots: Shape = {
  name: 'events across the roots of components',
  size: 25,
  files: (size) => ({
    'sfdx-project.json': '{}',
    ...Object.fromEntries(
      Array.from({ length: size }, (_, i) => {
        const inner = i + 1 < size ? `c-zone${i + 1}` : 'c-bed';
        return [
          [
            `lwc/zone${i}/zone${i}.html`,
            `<template>{depth}<div ondug${i}={take}><${inner} onall={take} ondug${i}={take}></${inner}></div></template>`,
          ],
          [
            `lwc/zone${i}/zone${i}.js`,
            `import { LightningElement } from 'lwc';
export default class Zone${i} extends LightningElement {
  depth = 0;
  take(event) {
    this.depth = event.detail.depth;
  }
  connectedCallback() {
    this.template.addEventListener('far', (event) => {
      this.depth = event.detail.depth;
    });
  }
}
`,
          ],
        ];
      }).flat(),
    ),
    'lwc/bed/bed.html': '<template><b onclick={dig}>dig</b></template>',
    'lwc/bed/bed.js': `import { LightningElement } from 'lwc';
export default class Bed extends LightningElement {
  dig() {
    const detail = { depth: 1 };
    this.dispatchEvent(new CustomEvent('all', { detail, bubbles: true, composed: true }));
    this.dispatchEvent(new CustomEvent('far', { detail, bubbles: true, composed: true }));
${each(size, (i) => `    this.dispatchEvent(new CustomEvent('dug${i}', { detail, bubbles: true, composed: true }));`)}
  }
}
`,
  }),
};
