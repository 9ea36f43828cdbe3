import { foundBy, one, surveyOf } from '../testing/project';

const ENTRY = `import { createRoot } from 'react-dom/client'; createRoot(document.body).render(<App />);`;

describe('missing-provider', () => {
  test('a reader beside the provider, not below it', () => {
    const survey = one(`${ENTRY}
      const Soil = createContext(null);
      function App() { return <main><Soil.Provider value={1}><Bed /></Soil.Provider><Sign /></main>; }
      function Bed() { return <b>{useContext(Soil)}</b>; }
      function Sign() { return <i>{useContext(Soil).name}</i>; }`);
    expect(foundBy('missing-provider', survey)).toEqual(['Sign.Soil']);
  });

  test('a reader two hooks away is told by the component that calls them', () => {
    const survey = one(`${ENTRY}
      const Soil = createContext(null);
      const useSoil = () => useContext(Soil);
      const useDepth = () => useSoil().depth;
      function App() { return <Bed />; }
      function Bed() { const depth = useDepth(); return <b>{depth}</b>; }`);
    expect(foundBy('missing-provider', survey)).toEqual(['Bed.Soil']);
  });

  test('rendered below a provider in one place and beside it in another, it is told with the way', () => {
    const survey = one(`${ENTRY}
      const Soil = createContext(null);
      function App() { return <main><Soil.Provider value={1}><Bed /></Soil.Provider><Shelf /></main>; }
      function Shelf() { return <Bed />; }
      function Bed() { return <b>{useContext(Soil)}</b>; }`);
    expect(foundBy('missing-provider', survey)).toEqual(['Bed.Soil']);
    expect(survey.findings().find((one) => one.rule === 'missing-provider')?.components).toEqual([
      'App',
      'Shelf',
      'Bed',
    ]);
  });

  test('markup handed over stands below the provider of who renders it', () => {
    const survey = one(`${ENTRY}
      const Soil = createContext(null);
      function Ground({ children }) { return <Soil.Provider value={1}>{children}</Soil.Provider>; }
      function App() { return <Ground><Bed /></Ground>; }
      function Bed() { return <b>{useContext(Soil)}</b>; }`);
    expect(foundBy('missing-provider', survey)).toEqual([]);
  });
});

describe('missing-provider: ways that are not told for certain', () => {
  const soil = `const Soil = createContext(null); const entry = createRoot(document.body).render(<App />);
    function Bed() { return <b>{useContext(Soil)}</b>; }`;

  test.each([
    [
      'markup in what a package is given',
      `import { useTable } from 'some-table';
       function App() { const table = useTable([{ cell: () => <Bed /> }]); return <Soil.Provider value={1}>{table.rows}</Soil.Provider>; }`,
      [],
    ],
    [
      'markup that nothing shows',
      'function App() { const bed = <Bed />; show(bed); return <Soil.Provider value={1}><i /></Soil.Provider>; }',
      [],
    ],
    [
      'markup that a class brings to something outside',
      "import { Base } from 'some-canvas'; class Shape extends Base { paint() { return <Bed />; } } function App() { return <Soil.Provider value={1}><i /></Soil.Provider>; }",
      [],
    ],
    [
      'markup that a function mounts',
      'function App() { return <i />; } function start() { createRoot(document.body).render(<Bed />); } start();',
      ['Bed.Soil'],
    ],
    ['markup where it is shown', 'function App() { const bed = <Bed />; return <p>{bed}</p>; }', ['Bed.Soil']],
    [
      'a component inside another, below its provider',
      'function App() { function Plot() { return <Bed />; } return <Soil.Provider value={1}><Plot /></Soil.Provider>; }',
      [],
    ],
    [
      'a component inside another, beside its provider',
      'function App() { function Plot() { return <Bed />; } return <p><Soil.Provider value={1}><i /></Soil.Provider><Plot /></p>; }',
      ['Bed.Soil'],
    ],
    [
      'markup of a component, shown by one inside it',
      'function App() { const bed = <Bed />; function Plot() { return <p>{bed}</p>; } return <Soil.Provider value={1}><Plot /></Soil.Provider>; }',
      [],
    ],
    [
      'markup that a function brings to whoever calls it',
      'function App() { return <Frame show={() => <Bed />} />; } function Frame({ show }) { return <Soil.Provider value={1}>{show()}</Soil.Provider>; }',
      [],
    ],
  ])('%s', (_what, app, found) => {
    expect(foundBy('missing-provider', one(`import { createRoot } from 'react-dom/client'; ${soil} ${app}`))).toEqual(
      found,
    );
  });
});

describe('missing-provider: what asks whether there is anything', () => {
  const found = (reads: string, around = '<Gauge />'): string[] =>
    one(`const Soil = createContext(null);
      function Gauge() { ${reads} return <b>{depth}</b>; }
      export function App() { return <main>${around}</main>; }
      createRoot(document.body).render(<App />);`)
      .findings()
      .flatMap(({ rule, level }) => (rule === 'missing-provider' ? [level] : []));

  test.each([
    ['not at all', 'const { depth } = useContext(Soil);', ['error']],
    ['by a question mark', 'const soil = useContext(Soil); const depth = soil?.depth;', ['note']],
    ['by another value', 'const { depth } = useContext(Soil) ?? { depth: 1 };', ['note']],
    ['by a condition', 'const soil = useContext(Soil); let depth = 1; if (soil) depth = soil.depth;', ['note']],
    ['only to fail', 'const soil = useContext(Soil); if (!soil) throw new Error(); const { depth } = soil;', ['error']],
  ])('%s', (_what, reads, levels) => {
    expect(found(reads)).toEqual(levels);
  });

  test('and stands below a provider elsewhere', () => {
    const both = '<Soil.Provider value={{ depth: 1 }}><Gauge /></Soil.Provider><Gauge />';
    expect(found('const soil = useContext(Soil); const depth = soil?.depth;', both)).toEqual([]);
    expect(found('const { depth } = useContext(Soil);', both)).toEqual(['error']);
  });
});

describe('missing-provider: a hook that may bring nothing', () => {
  const found = (use: string): string[] =>
    foundBy(
      'missing-provider',
      surveyOf({
        'src/soil.js': `import { createContext, useContext } from 'react'; export const Soil = createContext(); export const useSoil = () => useContext(Soil);`,
        'src/App.jsx': `import { Soil, useSoil } from './soil'; function Bed() { const soil = useSoil(); ${use} }
          export function App() { return <><Soil.Provider value={{ depth: 1 }}><Bed /></Soil.Provider><Bed /></>; }`,
      }),
    );

  test.each([
    ['asked for where it is called', 'if (soil) return <b>{soil.depth}</b>; return <i />;', []],
    ['asked for on the way to a field', 'return <b>{soil?.depth}</b>;', []],
    ['counted on', 'return <b>{soil.depth}</b>;', ['Bed.Soil']],
  ])('%s', (_what, use, expected) => {
    expect(found(use)).toEqual(expected);
  });
});

test('missing-provider: a mixin provides for whatever mixes it in', () => {
  const files = {
    'package.json': '{ "dependencies": { "vue": "3.4.0" } }',
    'src/main.js': `import { createApp } from 'vue'; import App from './App.vue'; createApp(App).mount('#app');`,
    'src/ground.js': `export default { provide() { return { soil: this }; }, data() { return { wet: 1 }; }, methods: { rain() { this.wet = 2; } } };`,
    'src/App.vue': `<script>import ground from './ground'; import Bed from './Bed.vue'; export default { mixins: [ground], components: { Bed } };</script><template><main @click="rain"><Bed /></main></template>`,
    'src/Bed.vue': `<script>export default { inject: ['soil'] };</script><template><b>{{ soil.wet }}</b></template>`,
  };
  expect(foundBy('missing-provider', surveyOf(files))).toEqual([]);
  const without = {
    ...files,
    'src/ground.js': `export default { data() { return { wet: 1 }; }, methods: { rain() {} } };`,
  };
  expect(foundBy('missing-provider', surveyOf(without))).toEqual(['Bed.soil']);
});

test('a component of Svelte reads what it provides itself, also by a helper', () => {
  const found = (script: string): string[] =>
    foundBy(
      'missing-provider',
      surveyOf({
        'package.json': '{"dependencies":{"svelte":"4.2.0"}}',
        'src/Plot.svelte': `<script>import { setContext } from 'svelte'; import { useDepth } from './depth'; import Bed from './Bed.svelte'; ${script} const depth = useDepth(); let n = 1;</script><b on:click={() => n++}>{depth}{n}<Bed /></b>`,
        'src/Bed.svelte': `<script>import { setContext } from 'svelte'; setContext('soil', { depth: 2 });</script><slot />`,
        'src/depth.js': `import { getContext } from 'svelte'; export function useDepth() { const { depth } = getContext('soil'); return depth; }`,
      }),
    );
  expect(found(`setContext('soil', { depth: 1 });`)).toEqual([]);
  expect(found('')).toEqual(['Plot.soil']);
});

test('what is asked for where it must be there only sometimes, by the one that provides it', () => {
  const found = (check: string): string[] =>
    foundBy(
      'missing-provider',
      surveyOf({
        'src/Context.js': `import { createContext } from 'react'; export default createContext(undefined);`,
        'src/useSoil.js': `import { useContext } from 'react'; import SoilContext from './Context'; export function useSoil(must = true) { const soil = useContext(SoilContext); ${check} return soil; }`,
        'src/Plot.jsx': `import SoilContext from './Context'; import { useSoil } from './useSoil'; export function Plot({ children }) { const above = useSoil(false); return <SoilContext.Provider value={above}>{children}</SoilContext.Provider>; }`,
        'src/main.jsx': `import { createRoot } from 'react-dom/client'; import { Plot } from './Plot'; createRoot(document.body).render(<Plot><b /></Plot>);`,
      }),
    );
  expect(found(`if (must && !soil) throw new Error('no soil');`)).toEqual([]);
  expect(found(`if (!soil) throw new Error('no soil');`)).toEqual(['Plot.Context']);
});

test('content that a component hands to one from outside stands below what that component provides', () => {
  const found = (provide: string): string[] =>
    foundBy(
      'missing-provider',
      surveyOf({
        'package.json': JSON.stringify({ dependencies: { vue: '^2.6.0' } }),
        'src/App.vue': `<template><Ahead><Bed v-if="open" /></Ahead></template><script>import Ahead from './Ahead.vue'; import Bed from './Bed.vue'; export default { components: { Ahead, Bed }, data() { return { open: true }; } }</script>`,
        'src/Ahead.vue': `<template><Frame><Group><slot /></Group></Frame></template><script>import Frame from './Frame.vue'; import Group from './Group.vue'; export default { components: { Frame, Group }, ${provide} }</script>`,
        'src/Frame.vue': `<template><OutsideFrame><template #inside><Shade><slot /></Shade></template></OutsideFrame></template><script>import Shade from './Shade.vue'; export default { components: { Shade } }</script>`,
        'src/Shade.vue': `<script>export default { render() { return this.draw(this.$slots); } }</script>`,
        'src/Group.vue': `<template><div><slot /></div></template><script>export default { name: 'Group' }</script>`,
        'src/Bed.vue': `<template><b>{{ soil.depth }}</b></template><script>export default { inject: ['soil'] }</script>`,
      }),
    );
  expect(found(`provide() { return { soil: { depth: 1 } }; }`)).toEqual([]);
});

test('of a library’s parts it is for whoever renders them to stand below its providers', () => {
  const found = (entry: string): string[] =>
    foundBy(
      'missing-provider',
      surveyOf({
        'package.json': '{"name":"beds","main":"src/index.js"}',
        'src/index.js': entry,
        'src/soil.jsx': `import { createContext, useContext } from 'react'; const Soil = createContext(null); export const SoilProvider = ({ children, soil }) => <Soil.Provider value={soil}>{children}</Soil.Provider>; export const useSoil = () => useContext(Soil);`,
        'src/Bed.jsx': `import { Row } from './Row'; export function Bed() { return <ul><Row /></ul>; }`,
        'src/Row.jsx': `import { useSoil } from './soil'; export function Row() { const soil = useSoil(); return <li>{soil.depth}</li>; }`,
      }),
    );
  expect(found(`export { Bed } from './Bed'; export { SoilProvider } from './soil';`)).toEqual([]);
  expect(
    found(
      `import { createRoot } from 'react-dom/client'; import { Bed } from './Bed'; createRoot(document.body).render(<Bed />);`,
    ),
  ).toEqual(['Row.Soil']);
});

test('a type that says that there may be nothing has readers ready for it, but for who takes something out all the same', () => {
  const survey = surveyOf({
    'src/App.tsx': `import { createContext, useContext } from 'react'; ${ENTRY}
      const Label = createContext<{ id?: string } | undefined>(undefined);
      const Id = createContext<string | undefined>(undefined);
      const Soil = createContext<{ deep: number } | null>(null);
      const Forced = createContext<{ deep: number }>(null as never);
      function useAttributes() { const label = useContext(Label)?.id; return { id: useContext(Id), label }; }
      function Box() { return <input {...useAttributes()} />; }
      function Deep() { const soil = useContext(Soil); if (!soil) throw new Error('no soil'); return <b>{soil.deep}</b>; }
      function Most() { return <i>{useContext(Forced).deep}</i>; }
      function All() { return <><Box /><Deep /><Most /></>; }
      function App() { return <><Label.Provider value={{ id: 'a' }}><Id.Provider value="b"><Soil.Provider value={{ deep: 1 }}><Forced.Provider value={{ deep: 2 }}><All /></Forced.Provider></Soil.Provider></Id.Provider></Label.Provider><All /></>; }`,
  });
  expect(foundBy('missing-provider', survey)).toEqual(['Deep.Soil', 'Most.Forced']);
});

test('a part that nothing renders is for whoever uses the library, also where that has a page of its own', () => {
  const survey = surveyOf({
    'package.json': '{"name":"beds","main":"src/index.jsx"}',
    'src/demo.jsx': `import { createRoot } from 'react-dom/client'; import { Bed } from './Bed'; createRoot(document.body).render(<Bed />);`,
    'src/index.jsx': `export { Bed } from './Bed'; export { Label } from './Label';`,
    'src/soil.jsx': `import { createContext } from 'react'; export const Soil = createContext(null);`,
    'src/Bed.jsx': `import { Soil } from './soil'; export function Bed({ children }) { return <Soil.Provider value={{ name: 'loam' }}>{children}</Soil.Provider>; }`,
    'src/Label.jsx': `import { useContext } from 'react'; import { Soil } from './soil'; export function Label() { return <b>{useContext(Soil).name}</b>; }`,
  });
  expect(foundBy('missing-provider', survey)).toEqual([]);
});

describe('a token of Angular that one component provides', () => {
  const found = (ask: string, more = ''): (string | null)[] =>
    foundBy(
      'missing-provider',
      surveyOf({
        'src/app.ts': `import { Component, inject, InjectionToken } from '@angular/core';
          const SCALE = new InjectionToken<string>('scale'); ${more}
          @Component({ selector: 'app-gauge', template: '{{ scale }}' }) export class Gauge { scale = ${ask}; }
          @Component({ selector: 'app-bed', imports: [Gauge], providers: [{ provide: SCALE, useValue: 'K' }], template: '<app-gauge />' }) export class Bed {}
          @Component({ selector: 'app-root', imports: [Bed, Gauge], template: '<app-bed /><app-gauge />' }) export class App {}`,
      }),
    );
  test.each([
    ['is missing elsewhere', 'inject(SCALE)', '', ['Gauge.SCALE']],
    ['may be missing for who does without', 'inject(SCALE, { optional: true })', '', []],
    ['may be in a list besides', 'inject(SCALE)', "export const ALL = [{ provide: SCALE, useValue: 'C' }];", []],
    ['may be given to a function that provides it', 'inject(SCALE)', 'export const all = provideBoth(SCALE);', []],
  ])('%s', (_what, ask, more, expected) => {
    expect(found(ask, more)).toEqual(expected);
  });
});
