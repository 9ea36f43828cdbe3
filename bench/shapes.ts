/**
 * Code that makes following values expensive, one generator for each shape: what a survey of it costs has to grow as the code
 * does. Every shape is files by path; `size` is what grows.
 */

export interface Shape {
  name: string;
  /** The smallest size; it is measured at this, at twice and at four times as much. */
  size: number;
  files(size: number): Record<string, string>;
}

const PACKAGE = { 'package.json': '{ "name": "shape", "dependencies": { "react": "19.0.0", "vue": "3.5.0" } }\n' };

function each(size: number, text: (index: number) => string, between = '\n'): string {
  return Array.from({ length: size }, (_, index) => text(index)).join(between);
}

/** An instance filled from copies of itself and read by keys chosen while it runs; each event writes it. */
const copiesInReact: Shape = {
  name: 'copies of itself, React',
  size: 25,
  files: (size) => ({
    ...PACKAGE,
    'Desk.jsx': `import { Component } from 'react';
import { Board } from './Board';
export class Desk extends Component {
  state = { all: {}, picked: null };
${each(size, (i) => `  field${i} = null;`)}
${each(
  size,
  (i) => `  onEvent${i} = (event) => {
    const copy = { ...this };
    this.field${i} = { before: copy, event };
    this[event.kind] = Object.assign({}, this, { last: this.field${i} });
    this.setState({ all: { ...this.state.all, [event.kind]: this[event.other] } });
  };`,
)}
  read(key) {
    return this[key];
  }
  render() {
    return (
      <div>
${each(size, (i) => `        <Board value={this.field${i}} other={this.read('field${i}')} onEvent={this.onEvent${i}} />`)}
      </div>
    );
  }
}
`,
    'Board.jsx': `export function Board({ value, other, onEvent }) {
  return <button onClick={() => onEvent({ kind: value.kind })}>{other.label}</button>;
}
`,
  }),
};

const copiesInVue: Shape = {
  name: 'copies of itself, Vue',
  size: 25,
  files: (size) => ({
    ...PACKAGE,
    'Desk.vue': `<template>
  <div>
${each(size, (i) => `    <Board :value="field${i}" :other="read('field${i}')" :rows="rows" @event="onEvent${i}" />`)}
  </div>
</template>
<script>
import Board from './Board.vue';
export default {
  components: { Board },
  data() {
    return {
      rows: [],
${each(size, (i) => `      field${i}: null,`)}
    };
  },
  methods: {
    read(key) {
      return this[key];
    },
    filter(rows) {
      return rows.filter((row) => row.open);
    },
    copy() {
      return { ...this };
    },
${each(
  size,
  (i) => `    onEvent${i}(event) {
      const before = this.copy();
      this.field${i} = { before, event, rows: this.filter(this.rows) };
      this[event.kind] = Object.assign({}, this, { last: this.field${i} });
      this.rows = this.rows.map((row) => ({ ...row, desk: this, value: this[row.kind] }));
      this.$emit('changed', this.field${i});
    },`,
)}
  },
};
</script>
`,
    'Board.vue': `<template><button @click="$emit('event', { kind: value.kind })">{{ other.label }}{{ rows.length }}</button></template>
<script>
export default { props: ['value', 'other', 'rows'], emits: ['event'] };
</script>
`,
  }),
};

const copiesInSvelte: Shape = {
  name: 'copies of itself, Svelte',
  size: 25,
  files: (size) => ({
    ...PACKAGE,
    'Desk.svelte': `<script>
  import Board from './Board.svelte';
  let all = {};
${each(size, (i) => `  let field${i} = null;`)}
${each(
  size,
  (i) => `  function onEvent${i}(event) {
    field${i} = { before: { ...all }, event };
    all = { ...all, [event.detail.kind]: all[event.detail.other], last: { all, field: field${i} } };
  }`,
)}
</script>
${each(size, (i) => `<Board value={field${i}} other={all['field${i}']} {all} on:event={onEvent${i}} />`)}
`,
    'Board.svelte': `<script>
  import { createEventDispatcher } from 'svelte';
  export let value;
  export let other;
  export let all;
  const dispatch = createEventDispatcher();
</script>
<button on:click={() => dispatch('event', { kind: value.kind, other: all[value.kind] })}>{other.label}</button>
`,
  }),
};

/** A service whose signals are computed and whose streams are made of one another, injected and queried by many. */
const injectedInAngular: Shape = {
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
const nestedScopes: Shape = {
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
const moduleVariable: Shape = {
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

/** Functions that make things by calling functions that make things, each called in many places. */
const factories: Shape = {
  name: 'factories in factories',
  size: 8,
  files: (size) => ({
    ...PACKAGE,
    'factories.js': `import { useState } from 'react';
export function useField() {
  const [value, setValue] = useState(null);
  return { value, setValue };
}
export function useRow() {
  return { ${each(size, (i) => `cell${i}: useField()`, ', ')} };
}
export function useTable() {
  return { ${each(size, (i) => `row${i}: useRow()`, ', ')} };
}
export function useBook() {
  return { ${each(size, (i) => `table${i}: useTable()`, ', ')} };
}
`,
    'App.jsx': `import { useBook } from './factories';
import { Sheet } from './Sheet';
export function App() {
${each(size, (i) => `  const book${i} = useBook();`)}
  return <main>${each(size, (i) => `<Sheet book={book${i}} />`, '')}</main>;
}
`,
    'Sheet.jsx': `export function Sheet({ book }) {
  return <b onClick={() => book.table0.row0.cell0.setValue(1)}>{book.table0.row0.cell0.value}</b>;
}
`,
  }),
};

/** Wrappers around each other that give a context in one branch and none in the other. */
const wrappers: Shape = {
  name: 'nested wrappers',
  size: 12,
  files: (size) => ({
    ...PACKAGE,
    'wrappers.jsx': `import { createContext, useContext } from 'react';
${each(
  size,
  (i) => `export const Level${i} = createContext(0);
export function Wrapper${i}({ on, level, children }) {
  return on ? <Level${i}.Provider value={level}>{children}</Level${i}.Provider> : <div>{children}</div>;
}`,
)}
export function Reader() {
  return <b>${each(size, (i) => `{useContext(Level${i})}`, '')}</b>;
}
`,
    'App.jsx': `import { useState } from 'react';
import { Reader${each(size, (i) => `, Wrapper${i}`, '')} } from './wrappers';
export function App() {
  const [level, setLevel] = useState(0);
  return (
    <main onClick={() => setLevel(level + 1)}>
      ${each(size, (i) => `<Wrapper${i} on={level > ${i}} level={level}>`, '')}<Reader />${each(size, (i) => `</Wrapper${size - 1 - i}>`, '')}
    </main>
  );
}
`,
  }),
};

/** Render functions that are passed down through six levels, many side by side. */
const renderFunctions: Shape = {
  name: 'render functions through six levels',
  size: 20,
  files: (size) => ({
    ...PACKAGE,
    'levels.jsx': `${each(
      6,
      (i) => `export function Level${i}({ value, render }) {
  return <section>{render({ value, level: ${i} })}</section>;
}`,
    )}
export function Leaf({ value }) {
  return <b>{value}</b>;
}
`,
    ...Object.fromEntries(
      Array.from({ length: size }, (_, n) => [
        `Desk${n}.jsx`,
        `import { useState } from 'react';
import { Leaf${each(6, (i) => `, Level${i}`, '')} } from './levels';
export function Desk${n}() {
  const [value, setValue] = useState(${n});
  return (
    <div onClick={() => setValue(value + 1)}>
      ${each(6, (i) => `<Level${i} value={${i === 0 ? 'value' : `at${i - 1}.value`}} render={(at${i}) => (`, '')}<Leaf value={at5.value} />${each(6, () => ')} />', '')}
    </div>
  );
}
`,
      ]),
    ),
  }),
};

/** Functions that make components out of components, one around the other. */
const componentFactories: Shape = {
  name: 'component factories',
  size: 10,
  files: (size) => ({
    ...PACKAGE,
    'make.jsx': `export function withLabel(Inner, label) {
  return function Labelled(props) {
    return <label title={label}><Inner {...props} label={label} /></label>;
  };
}
export function withFrame(Inner) {
  return function Framed({ frame, ...rest }) {
    return <div className={frame}><Inner {...rest} /></div>;
  };
}
export function withBoth(Inner, label) {
  return withFrame(withLabel(Inner, label));
}
`,
    'fields.jsx': `import { withBoth, withFrame, withLabel } from './make';
${each(size, (i) => `function Plain${i}({ value, label, onChange }) { return <input title={label} value={value} onChange={onChange} />; }`)}
${each(size, (i) => `export const Field${i} = withBoth(Plain${i}, 'field ${i}');`)}
${each(size, (i) => `export const Framed${i} = withFrame(withLabel(Field${i}, 'framed'));`)}
`,
    'App.jsx': `import { useState } from 'react';
import { ${each(size, (i) => `Field${i}, Framed${i}`, ', ')} } from './fields';
export function App() {
  const [value, setValue] = useState('');
  const onChange = (event) => setValue(event.target.value);
  return (
    <main>
${each(size, (i) => `      <Field${i} value={value} onChange={onChange} /><Framed${i} frame="a" value={value} onChange={onChange} />`)}
    </main>
  );
}
`,
  }),
};

/** Helpers that call each other in a circle. */
const circles: Shape = {
  name: 'functions that call each other',
  size: 25,
  files: (size) => ({
    ...PACKAGE,
    'walk.js': `${each(
      size,
      (i) => `export function walk${i}(node, done) {
  if (node.kind === ${i}) return walk${(i + 1) % size}(node.left, done) ?? walk${(i * 7 + 3) % size}(node.right, done);
  done(node);
  return node.kind > ${i} ? walk${(i * 3 + 1) % size}(node, done) : node;
}`,
    )}
`,
    'App.jsx': `import { useState } from 'react';
import { ${each(size, (i) => `walk${i}`, ', ')} } from './walk';
export function App() {
  const [tree, setTree] = useState(null);
${each(size, (i) => `  const found${i} = walk${i}(tree, (node) => setTree(node));`)}
  return <main>${each(size, (i) => `{found${i}.label}`, '')}</main>;
}
`,
  }),
};

/** A bag of stores in one context, of which each reader takes one. */
const bagOfStores: Shape = {
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

/** Classes put together from functions that take a class, whose members call each other. */
const mixins: Shape = {
  name: 'mixin classes',
  size: 20,
  files: (size) => ({
    ...PACKAGE,
    'mixins.ts': `export class Base {
  listeners: any[] = [];
  data: any = {};
  get(key: string) { return this.data[key]; }
  set(key: string, value: any) { this.data[key] = value; this.notify(this); }
  notify(what: any) { this.listeners.forEach((listener) => listener(what)); }
}
${each(
  4,
  (m) => `export const Mixin${m} = (Above: any) => class extends Above {
${each(size, (i) => `  member${m}_${i}: any = null;\n  change${m}_${i}(value: any) { this.member${m}_${i} = value; this.set('member${m}_${i}', this); return this.change${m}_${(i + 1) % size}(this.get('member${m}_${i}')); }`)}
};`,
)}
export class Plant extends Mixin3(Mixin2(Mixin1(Mixin0(Base)))) {}
export const plant = new Plant();
`,
    ...Object.fromEntries(
      Array.from({ length: size }, (_, i) => [
        `Gauge${i}.tsx`,
        `import { plant } from './mixins';
export function Gauge${i}() {
  return <b onClick={() => plant.change0_${i}(1)}>{plant.member0_${i}}{plant.member1_${i}}</b>;
}
`,
      ]),
    ),
    'App.tsx': `${each(size, (i) => `import { Gauge${i} } from './Gauge${i}';`)}
export function App() {
  return <main>${each(size, (i) => `<Gauge${i} />`, '')}</main>;
}
`,
  }),
};

/** One value passed down a chain of components. */
const chain: Shape = {
  name: 'a chain',
  size: 250,
  files: (size) => ({
    ...PACKAGE,
    'App.jsx': `import { useState } from 'react';
import { Bed0 } from './Bed0';
export function App() {
  const [water, setWater] = useState(0);
  return <main><Bed0 water={water} onWater={setWater} /></main>;
}
`,
    ...Object.fromEntries(
      Array.from({ length: size }, (_, n) => [
        `Bed${n}.jsx`,
        n === size - 1
          ? `export function Bed${n}({ water, onWater }) {\n  return <b onClick={() => onWater(1)}>{water}</b>;\n}\n`
          : `import { Bed${n + 1} } from './Bed${n + 1}';\nexport function Bed${n}({ water, onWater }) {\n  return <Bed${n + 1} water={water} onWater={onWater} />;\n}\n`,
      ]),
    ),
  }),
};

/** Components each of which renders the two below it, which others render too: many ways, few components. */
const grid: Shape = {
  name: 'a grid',
  size: 100,
  files: (size) => {
    const wide = 5;
    const rows = Math.ceil(size / wide);
    const files: Record<string, string> = { ...PACKAGE };
    for (let row = 0; row < rows; row++)
      for (let at = 0; at < wide; at++) {
        const below = row === rows - 1 ? [] : [`Row${row + 1}At${at}`, `Row${row + 1}At${(at + 1) % wide}`];
        files[`Row${row}At${at}.jsx`] = `${below.map((name) => `import { ${name} } from './${name}';`).join('\n')}
export function Row${row}At${at}({ water, onWater }) {
  return ${below.length > 0 ? `<div>${below.map((name) => `<${name} water={water} onWater={onWater} />`).join('')}</div>` : '<b onClick={() => onWater(1)}>{water}</b>'};
}
`;
      }
    files['App.jsx'] = `import { useState } from 'react';
import { Row0At0 } from './Row0At0';
export function App() {
  const [water, setWater] = useState(0);
  return <main><Row0At0 water={water} onWater={setWater} /></main>;
}
`;
    return files;
  },
};

/** A component that renders itself twice, and its copies, each with all it was given. */
const spreads: Shape = {
  name: 'components that render each other with spread props',
  size: 5,
  files: (size) => ({
    ...PACKAGE,
    'all.jsx': each(
      size,
      (i) => `export function Part${i}({ own${i}, ...rest }) {
  return <div title={own${i}}>${each(size, (j) => `<Part${j} own${j}={rest.value} {...rest} />`, '')}</div>;
}`,
    ),
    'App.jsx': `import { useState } from 'react';
import { Part0 } from './all';
export function App() {
  const [value, setValue] = useState(0);
  return <Part0 own0={value} value={value} onValue={setValue} />;
}
`,
  }),
};

export const SHAPES: readonly Shape[] = [
  injectedInAngular,
  nestedScopes,
  copiesInReact,
  copiesInVue,
  copiesInSvelte,
  moduleVariable,
  factories,
  wrappers,
  renderFunctions,
  componentFactories,
  circles,
  bagOfStores,
  mixins,
  chain,
  grid,
  spreads,
];
