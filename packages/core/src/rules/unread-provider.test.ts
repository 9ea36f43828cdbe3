import { foundBy, one, surveyOf } from '../testing/project';

describe('unread-provider', () => {
  test('a context that is provided and read nowhere', () => {
    const survey = one(
      `const Soil = createContext(1); function App() { return <Soil.Provider value={2}><b /></Soil.Provider>; }`,
    );
    expect(foundBy('unread-provider', survey)).toEqual(['App.Soil']);
  });

  test('read as an element that takes a function', () => {
    const survey = one(`const Soil = createContext(1);
      function App() { return <Soil.Provider value={2}><Bed /></Soil.Provider>; }
      function Bed() { return <Soil.Consumer>{(soil) => <b>{soil}</b>}</Soil.Consumer>; }`);
    expect(foundBy('unread-provider', survey)).toEqual([]);
  });

  test.each([
    ['a key of its own', `['soil']`, ['Bed.seed']],
    ['a key that is put together while the program runs', `{ [kind]: { default: null } }`, []],
  ])('read under %s', (_what, inject, found) => {
    const survey = surveyOf({
      'package.json': '{ "dependencies": { "vue": "2.7.0" } }',
      'src/Bed.vue': `<script>import Lid from './Lid.vue'; export default { components: { Lid }, data: () => ({ n: 1 }), provide() { return { soil: this.n, seed: this.n }; } };</script><template><Lid /></template>`,
      'src/Lid.vue': `<script>const kind = 'so' + 'il'; export default { inject: ${inject} };</script><template><b>{{ soil }}</b></template>`,
      'src/main.js': `import Vue from 'vue'; import Bed from './Bed.vue'; new Vue({ render: (h) => h(Bed) });`,
    });
    expect(foundBy('unread-provider', survey)).toEqual(found);
  });

  test('handed out of the project, it may be read there', () => {
    const survey = surveyOf({
      'package.json': '{ "name": "soil", "main": "src/index.jsx" }',
      'src/index.jsx': `import { createContext } from 'react';
        export const Soil = createContext(1);
        export function Ground({ children }) { return <Soil.Provider value={2}>{children}</Soil.Provider>; }`,
    });
    expect(foundBy('unread-provider', survey)).toEqual([]);
  });
});
