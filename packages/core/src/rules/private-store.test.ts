import { foundBy, one, surveyOf } from '../testing/project';

const SVELTE_4 = { 'package.json': '{ "dependencies": { "svelte": "4.2.0" } }' };

describe('private-store', () => {
  test('a context made while rendering', () => {
    const survey =
      one(`function Plot() { const Soil = createContext(1); return <Soil.Provider value={2}><Bed soil={Soil} /></Soil.Provider>; }
      function Bed({ soil }) { return <b>{useContext(soil)}</b>; }`);
    expect(foundBy('private-store', survey)).toEqual(['Plot.Soil']);
  });

  test('a context made at a module’s top', () => {
    const survey =
      one(`const Soil = createContext(1); function Plot() { return <Soil.Provider value={2}><Bed /></Soil.Provider>; }
      function Bed() { return <b>{useContext(Soil)}</b>; }`);
    expect(foundBy('private-store', survey)).toEqual([]);
  });
});

describe('private-store: a store made inside a component', () => {
  const beds = (site: string, script: string, markup: string): ReturnType<typeof surveyOf> =>
    surveyOf({
      ...SVELTE_4,
      'src/App.svelte': `<script>import Bed from './Bed.svelte'; const beds = [1, 2];</script>${site}`,
      'src/Bed.svelte': `<script>import { writable } from 'svelte/store'; import Row from './Row.svelte'; ${script}</script>${markup}`,
      'src/Row.svelte': `<script>export let open;</script><i>{$open}</i>`,
    });
  const many = '{#each beds as bed}<Bed />{/each}';
  test.each([
    ['that is rendered many times', many, '<b on:click={() => open.set(true)}>{$open}</b>', ['Bed.open']],
    ['that is rendered once', '<Bed />', '<b on:click={() => open.set(true)}>{$open}</b>', []],
    ['that hands it on', many, '<b on:click={() => open.set(true)}><Row {open} /></b>', []],
  ])('%s', (_what, site, markup, found) => {
    expect(foundBy('private-store', beds(site, 'const open = writable(false);', markup))).toEqual(found);
  });
});
