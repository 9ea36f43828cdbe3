/** Sites that start from nothing where a key changes, in each family. */
import { factsOf } from '../testing/project';

test.each([
  ['src/App.jsx', `export const App = ({ id }) => <Bed key={id} />;`, true],
  ['src/App.jsx', `export const App = () => <Bed key="one" />;`, false],
  ['src/App.jsx', `export const App = ({ id }) => React.createElement(Bed, { key: id });`, true],
  [
    'src/App.vue',
    `<script setup>import Bed from './Bed.vue'; defineProps(['id']);</script><template><Bed :key="id" /></template>`,
    true,
  ],
  ['src/App.vue', `<script setup>import Bed from './Bed.vue';</script><template><Bed key="one" /></template>`, false],
  [
    'src/App.vue',
    `<script>import Bed from './Bed.vue'; export default { props: ['id'], render(h) { return h(Bed, { key: this.id }); } };</script>`,
    true,
  ],
  ['src/App.svelte', `<script>import Bed from './Bed.svelte'; export let id;</script>{#key id}<Bed />{/key}`, true],
  [
    'src/App.svelte',
    `<script>import Bed from './Bed.svelte'; export let id;</script>{#key id}<b />{/key}<Bed />`,
    false,
  ],
])('%s: %s', (path, text, keyed) => {
  const { sites } = factsOf(path, text);
  expect(sites.find(({ name }) => name === 'Bed')?.keyed ?? false).toBe(keyed);
});
