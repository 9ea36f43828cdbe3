import { planned } from '../../testing/planned';

const DESK = {
  'package.json': '{"dependencies":{"vue":"^3.5.0"}}',
  'src/Desk.vue': `<script setup>
import { ref } from 'vue';
import Bench from './Bench.vue';

const units = ref('celsius');
</script>

<template>
  <Bench :units="units" name="north" />
  <button @click="units = 'kelvin'">kelvin</button>
</template>
`,
  'src/Bench.vue': `<script setup>
import Gauge from './Gauge.vue';
defineProps({ units: String, name: String });
</script>

<template>
  <h2>{{ name }}</h2>
  <Gauge
    :scale="units"
    :warmth="3"
  />
</template>
`,
  'src/Gauge.vue': `<script setup>
import { computed } from 'vue';
const props = defineProps(['warmth', 'scale']);
const shown = computed(() => (props.scale === 'kelvin' ? props.warmth + 273 : props.warmth));
</script>

<template>
  <b>{{ shown }} {{ scale }}</b>
</template>
`,
};

test('provided by the home, injected where it is used, in no prop between', () => {
  const { plan, after } = planned(DESK, 'Desk.units', { way: 'context' });
  expect(after['src/units.js']).toBe(`export const UNITS = Symbol('units');\n`);
  expect(after['src/Desk.vue']).toContain(`import { ref, provide } from 'vue';
import Bench from './Bench.vue';
import { UNITS } from './units';

const units = ref('celsius');

provide(UNITS, units);
</script>

<template>
  <Bench name="north" />`);
  expect(after['src/Bench.vue']).toContain(`defineProps({ name: String });`);
  expect(after['src/Bench.vue']).toContain(`  <Gauge
    :warmth="3"
  />`);
  expect(after['src/Gauge.vue']).toContain(`import { computed, inject } from 'vue';
import { UNITS } from './units';
const props = defineProps(['warmth']);
const scale = inject(UNITS);
const shown = computed(() => (scale.value === 'kelvin' ? props.warmth + 273 : props.warmth));`);
  expect(plan).toMatchObject({
    complete: true,
    proof: { readers: ['Gauge'], writers: ['Desk'], lost: [], relaysGone: ['Bench'], relaysLeft: [], newFindings: [] },
  });
});

test('the last prop goes with its statement, types and defaults too', () => {
  const { after } = planned(
    {
      ...DESK,
      'src/Bench.vue': `<script setup lang="ts">
import Gauge from './Gauge.vue';
defineProps<{ units: string }>();
</script>

<template><Gauge :scale="units" :warmth="3" /></template>
`,
      'src/Gauge.vue': `<script setup lang="ts">
withDefaults(defineProps<{ warmth: number; scale?: string }>(), { scale: 'celsius' });
</script>

<template><b>{{ warmth }} {{ scale }}</b></template>
`,
    },
    'Desk.units',
    { way: 'context' },
  );
  expect(after['src/Bench.vue']).toBe(`<script setup lang="ts">
import Gauge from './Gauge.vue';
</script>

<template><Gauge :warmth="3" /></template>
`);
  expect(after['src/Gauge.vue']).toContain(`withDefaults(defineProps<{ warmth: number; }>(), {});
const givenScale = inject(UNITS);
const scale = computed(() => (givenScale.value === undefined ? 'celsius' : givenScale.value));`);
});

test.each([
  ['props passed on as a whole', `const props = defineProps(['units']);\nuseBench(props);`, `:scale="units"`],
  ['a binding of all there is', `defineProps(['units']);`, `v-bind="$props" :scale="units"`],
  ['props taken apart', `const { units } = defineProps(['units']);`, `:scale="units"`],
])('%s: left as it is, and the plan says so', (_name, script, bound) => {
  const { plan } = planned(
    {
      ...DESK,
      'src/Bench.vue': `<script setup>
import Gauge from './Gauge.vue';
import { useBench } from './useBench';
${script}
</script>

<template><Gauge ${bound} :warmth="3" /></template>
`,
    },
    'Desk.units',
    { way: 'context' },
  );
  expect(plan).toMatchObject({ complete: false, files: [] });
  expect(plan.steps[0]?.says).toContain('Not written: Bench takes units in a way that is not edited.');
});

test('what is no reference at the top of the script is not provided', () => {
  const { plan } = planned(
    { ...DESK, 'src/Desk.vue': (DESK['src/Desk.vue'] ?? '').replace(':units="units"', `:units="units + ''"`) },
    'Bench.units',
    { way: 'context' },
  );
  expect(plan.files).toEqual([]);
});
