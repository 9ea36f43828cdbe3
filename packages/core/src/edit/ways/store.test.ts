import { planned } from '../../testing/planned';

const DESK = {
  'src/Desk.jsx': `import { useState } from 'react';
import { Bench } from './benches/Bench';

export function Desk() {
  const [units, setUnits] = useState('celsius');
  return <main onClick={() => setUnits('kelvin')}><Bench units={units} setUnits={setUnits} /></main>;
}
`,
  'src/benches/Bench.jsx': `import { Gauge } from './Gauge';

export const Bench = ({ units, setUnits }) => (
  <section><Gauge scale={units} setUnits={setUnits} /></section>
);
`,
  'src/benches/Gauge.jsx': `export function Gauge({ scale, setUnits }) {
  return <b onClick={() => setUnits((before) => before + 'x')}>{scale}</b>;
}
`,
};
const HOLDS = {
  complete: true,
  proof: { writers: ['Desk', 'Gauge'], lost: [], relaysGone: ['Bench'], relaysLeft: [], newFindings: [] },
};

test('in a project without a store, a module that tells its readers of each change', () => {
  const { plan, after } = planned(DESK, 'Desk.units', { way: 'store' });
  expect(after['src/units.js']).toBe(`import { useSyncExternalStore } from 'react';

let units = 'celsius';
const listeners = new Set();

function subscribe(listener) {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
}

export function setUnits(next) {
  units = typeof next === 'function' ? next(units) : next;
  listeners.forEach((listener) => listener());
}

export function useUnits() {
  return useSyncExternalStore(subscribe, () => units, () => units);
}
`);
  expect(after['src/Desk.jsx']).toBe(`import { Bench } from './benches/Bench';
import { setUnits } from './units';

export function Desk() {
  return <main onClick={() => setUnits('kelvin')}><Bench /></main>;
}
`);
  expect(after['src/benches/Bench.jsx']).toContain('export const Bench = () => (\n  <section><Gauge /></section>\n);');
  expect(after['src/benches/Gauge.jsx']).toBe(`import { useUnits, setUnits } from '../units';

export function Gauge() {
  const scale = useUnits();
  return <b onClick={() => setUnits((before) => before + 'x')}>{scale}</b>;
}
`);
  expect(plan).toMatchObject(HOLDS);
});

test.each([
  [
    'zustand',
    `import { create } from 'zustand';\nexport const useSoil = create(() => ({ wet: true }));\n`,
    `export const useUnits = create((set) => ({
  units: 'celsius',
  setUnits: (next) => set((state) => ({ units: typeof next === 'function' ? next(state.units) : next })),
}));
`,
    'const setUnits = useUnits((state) => state.setUnits);',
  ],
  [
    'jotai',
    `import { atom } from 'jotai';\nexport const soil = atom(1);\n`,
    `export const unitsAtom = atom('celsius');\n`,
    'const setUnits = useSetAtom(unitsAtom);',
  ],
])('in a project with stores of %s, one more of them', (_kind, present, made, read) => {
  const { plan, after } = planned({ ...DESK, 'src/soil.js': present }, 'Desk.units', { way: 'store' });
  expect(after['src/units.js']).toContain(made);
  expect(after['src/benches/Gauge.jsx']).toContain(read);
  expect(plan).toMatchObject(HOLDS);
});

test('types are written where the project has them', () => {
  const { after } = planned(
    {
      'src/Desk.tsx': `import { useState } from "react"
import { Bench } from "./Bench"
export function Desk() {
    const [depth, setDepth] = useState<number | null>(null)
    return <main onClick={() => setDepth(2)}><Bench depth={depth} /></main>
}
`,
      'src/Bench.tsx': `import { Gauge } from "./Gauge"
export const Bench = ({ depth }: { depth: number | null }) => <Gauge depth={depth} />
`,
      'src/Gauge.tsx': `export const Gauge = ({ depth }: { depth: number | null }) => <b>{depth}</b>
`,
    },
    'Desk.depth',
    { way: 'store' },
  );
  expect(after['src/depth.ts']).toContain(`let depth: number | null = null
const listeners = new Set<() => void>()

function subscribe(listener: () => void) {
    listeners.add(listener)`);
  expect(after['src/depth.ts']).toContain(
    'export function setDepth(next: number | null | ((before: number | null) => number | null)) {',
  );
});

test('a wanted reader takes it from the store, under a name that is free', () => {
  const { plan, after } = planned(
    {
      ...DESK,
      'src/Shed.jsx': `export function Shed({ units }) {
  return <p>{units}</p>;
}
`,
      'src/App.jsx': `import { Desk } from './Desk';
import { Shed } from './Shed';
export function App() {
  return <div><Desk /><Shed units={3} /></div>;
}
`,
    },
    'Desk.units',
    { way: 'store', also: ['Shed'] },
  );
  expect(after['src/Shed.jsx']).toContain('const units2 = useDeskUnits();');
  expect(after['src/Shed.jsx']).toContain('<output>{units2}</output>');
  expect(plan.proof.readers).toContain('Shed');
});

test.each([
  [
    'there are several of its home',
    `export function App() { return <div>{[1, 2].map((n) => <Desk key={n} />)}</div>; }`,
    'Desk may be there more than once, and each has a units of its own.',
  ],
  [
    'it starts from what only its home knows',
    `export function App() { return <Desk first="kelvin" />; }`,
    'units starts from first, which only Desk knows.',
  ],
])('nothing is written where %s', (_why, app, reason) => {
  const { plan, after } = planned(
    {
      ...DESK,
      'src/Desk.jsx': DESK['src/Desk.jsx']
        .replace('Desk()', 'Desk({ first })')
        .replace("useState('celsius')", app.includes('first') ? 'useState(first)' : "useState('celsius')"),
      'src/App.jsx': `import { Desk } from './Desk';\n${app}\n`,
    },
    'Desk.units',
    { way: 'store' },
  );
  expect(after).toEqual({});
  expect(plan.steps[0]?.says).toContain(`Not written: ${reason}`);
});

const VUE = {
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
  <Gauge :scale="units" />
</template>
`,
  'src/Gauge.vue': `<script setup>
defineProps(['scale']);
</script>

<template>
  <b>{{ scale }}</b>
</template>
`,
};

test('of Vue, a reference in a module; a store of Pinia where there are others', () => {
  const { plan, after } = planned(VUE, 'Desk.units', { way: 'store' });
  expect(after['src/units.js']).toBe(`import { ref } from 'vue';

export const units = ref('celsius');

export function setUnits(next) {
  units.value = next;
}
`);
  expect(after['src/Desk.vue']).toBe(`<script setup>
import Bench from './Bench.vue';
import { setUnits } from './units';

</script>

<template>
  <Bench name="north" />
  <button @click="setUnits('kelvin')">kelvin</button>
</template>
`);
  expect(after['src/Gauge.vue']).toContain(`import { units } from './units';\n\nconst scale = units;`);
  expect(plan).toMatchObject({
    complete: true,
    proof: { readers: ['Gauge'], writers: ['Desk'], lost: [], relaysGone: ['Bench'], newFindings: [] },
  });
  const soil = {
    'src/soil.js': `import { defineStore } from 'pinia';\nexport const useSoil = defineStore('soil', () => ({}));\n`,
  };
  const stored = planned({ ...VUE, ...soil }, 'Desk.units', { way: 'store' });
  expect(stored.after['src/units.js']).toContain(`export const useUnits = defineStore('units', () => {`);
  expect(stored.after['src/Gauge.vue']).toContain(`const { units: scale } = storeToRefs(useUnits());`);
  expect(stored.after['src/Desk.vue']).toContain('const { setUnits } = useUnits();');
  expect(stored.plan).toMatchObject({ complete: true, proof: { readers: ['Gauge'], lost: [], newFindings: [] } });
});

test.each([
  ['a handler that is a function', `@click="(next) => (units = next)"`, '@click="(next) => setUnits(next)"'],
  ['a handler', `@pick="units = $event"`, '@pick="setUnits($event)"'],
  ['one that adds to it', `@pick="units += $event"`, '@pick="units += $event"'],
  ['one that is bound both ways', `v-model="units"`, 'v-model="units"'],
])('who changes it calls its function where a call can stand: %s', (_what, written, becomes) => {
  const { after } = planned(
    { ...VUE, 'src/Desk.vue': VUE['src/Desk.vue'].replace(`@click="units = 'kelvin'"`, written) },
    'Desk.units',
    { way: 'store' },
  );
  expect(after['src/Desk.vue']).toContain(becomes);
});

test('what it is set to may be made of what it was', () => {
  const { plan, after } = planned(
    { ...VUE, 'src/Desk.vue': VUE['src/Desk.vue'].replace(`units = 'kelvin'`, 'units = units + 1') },
    'Desk.units',
    { way: 'store' },
  );
  expect(after['src/Desk.vue']).toContain('@click="setUnits(units + 1)"');
  expect(after['src/Desk.vue']).toContain(`import { units, setUnits } from './units';`);
  expect(plan.proof.lost).toEqual([]);
});
