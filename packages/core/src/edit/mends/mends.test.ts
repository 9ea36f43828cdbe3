import { RULES } from '../../rules';
import { surveyOf } from '../../testing/project';
import { mended, mendedFile, patched } from '../../testing/planned';
import { MENDS, NO_MEND } from '.';

/** What a mend makes of one file; the reason where there is none. */
function becomes(path: string, text: string, rule: string, others: Record<string, string> = {}): string {
  return mendedFile({ ...others, [path]: text }, path, rule);
}

test('every mend and every reason is about a rule that is there', () => {
  const ids = RULES.map(({ id }) => id);
  for (const id of [...Object.keys(MENDS), ...Object.keys(NO_MEND)]) expect(ids).toContain(id);
});

test.each(
  RULES.filter(({ id }) => MENDS[id] && !/^un(heard|sent)-event$/.test(id)).map((rule) => [rule.id, rule] as const),
)('the failing example of %s is mended, and nothing new is found', (id, rule) => {
  const { document } = mended(rule.examples.failing, id);
  expect(document.left).toEqual([]);
  expect(document.mends.length).toBeGreaterThan(0);
  for (const { proof, complete } of document.mends) {
    expect(proof).toEqual({ gone: true, newFindings: [] });
    expect(complete).toBe(true);
  }
});

test('a list changed in place is set as a new one', () => {
  const text = (change: string): string =>
    `import { useState } from 'react';\nexport function Bench() {\n  const [trays, setTrays] = useState([]);\n  const add = (tray) => {\n    ${change}\n  };\n  return <b onClick={() => add(1)}>{trays.length}</b>;\n}\n`;
  expect(becomes('src/a.jsx', text('trays.push(tray);'), 'direct-write')).toBe(text('setTrays([...trays, tray]);'));
  expect(becomes('src/a.jsx', text('trays.push(tray);\n    setTrays(trays);'), 'direct-write')).toBe(
    text('setTrays([...trays, tray]);'),
  );
});

const interval = (hook: string, body: string): string =>
  `import { ${hook}, useState } from 'react';\nexport function Clock() {\n  const [now, setNow] = useState(0);\n  ${hook}(() => {\n${body}\n  }, []);\n  return <b>{now}</b>;\n}\n`;

test.each([
  [
    'a timer nobody keeps',
    '    setInterval(() => setNow(1), 1000);',
    '    const timer = setInterval(() => setNow(1), 1000);\n    return () => clearInterval(timer);',
  ],
  [
    'a listener written at the call',
    `    window.addEventListener('resize', () => setNow(1), true);`,
    `    const onResize = () => setNow(1);\n    window.addEventListener('resize', onResize, true);\n    return () => window.removeEventListener('resize', onResize, true);`,
  ],
  [
    'beside what the effect ends already',
    `    const timer = setInterval(() => setNow(1), 1000);\n    window.addEventListener('resize', setNow);\n    return () => clearInterval(timer);`,
    `    const timer = setInterval(() => setNow(1), 1000);\n    window.addEventListener('resize', setNow);\n    return () => {\n      window.removeEventListener('resize', setNow);\n      clearInterval(timer);\n    };`,
  ],
])('%s is ended', (_name, before, after) => {
  expect(becomes('src/a.jsx', interval('useEffect', before), 'leaked-listener')).toBe(interval('useEffect', after));
});

test('a timer that is started in a branch is left', () => {
  const text = interval('useEffect', '    if (now) setInterval(() => setNow(1), 1000);');
  expect(becomes('src/a.jsx', text, 'leaked-listener')).toContain('in a branch');
});

test('Vue: ended when the component is unmounted', () => {
  const vue = {
    'package.json': '{"dependencies":{"vue":"^3.5.0"}}',
    'src/App.vue':
      '<script setup>import Clock from "./Clock.vue";\nimport { ref } from "vue";\nconst on = ref(true);</script><template><Clock v-if="on" /></template>',
  };
  const text = (script: string): string =>
    `<script setup>\nimport { onMounted, ref } from 'vue';\nconst now = ref(0);\n${script}\n</script>\n\n<template><b>{{ now }}</b></template>\n`;
  const after = becomes(
    'src/Clock.vue',
    text('onMounted(() => {\n  const timer = setInterval(() => now.value++, 1000);\n});'),
    'leaked-listener',
    vue,
  );
  expect(after).toContain(
    'let timer;\nonMounted(() => {\n  timer = setInterval(() => now.value++, 1000);\n});\nonUnmounted(() => clearInterval(timer));',
  );
  expect(after).toContain("import { onMounted, ref, onUnmounted } from 'vue';");
});

test('Svelte: ended by what onMount returns', () => {
  const text = (body: string): string =>
    `<script>\n  import { onMount } from 'svelte';\n  let now = 0;\n  onMount(() => {\n    ${body}\n  });\n</script>\n\n<b>{now}</b>\n`;
  expect(
    becomes('src/Clock.svelte', text('const timer = setInterval(() => (now = now + 1), 1000);'), 'leaked-listener', {
      'src/App.svelte': `<script>import Clock from './Clock.svelte'; let on = true;</script>{#if on}<Clock />{/if}<button on:click={() => (on = !on)} />`,
    }),
  ).toBe(text('const timer = setInterval(() => (now = now + 1), 1000);\n    return () => clearInterval(timer);'));
});

test('a copy is read live: Vue, Svelte with and without runes', () => {
  const desk = {
    'package.json': '{"dependencies":{"vue":"^3.5.0"}}',
    'src/Desk.vue': `<script setup>import { ref } from 'vue';\nimport Note from './Note.vue';\nconst text = ref('');</script><template><input v-model="text" /><Note :text="text" /></template>`,
  };
  expect(
    becomes(
      'src/Note.vue',
      `<script setup>\nconst props = defineProps(['text']);\nconst { text: kept } = props;\n</script>\n\n<template><b>{{ kept }}</b></template>\n`,
      'frozen-read',
      desk,
    ),
  ).toContain('const { text: kept } = toRefs(props);');
  const svelte = (own: string): Record<string, string> => ({ 'src/Desk.svelte': own });
  expect(
    becomes(
      'src/Note.svelte',
      `<script>\n  export let text;\n  let kept = text + '!';\n</script>\n\n<b>{kept}</b>\n`,
      'frozen-read',
      svelte(
        `<script>import Note from './Note.svelte'; let text = '';</script><input bind:value={text} /><Note {text} />`,
      ),
    ),
  ).toContain("  $: kept = text + '!';");
  expect(
    becomes(
      'src/Note.svelte',
      `<script>\n  let { text } = $props();\n  let kept = text + '!';\n</script>\n\n<b>{kept}</b>\n`,
      'frozen-read',
      svelte(
        `<script>import Note from './Note.svelte'; let text = $state('');</script><input bind:value={text} /><Note {text} />`,
      ),
    ),
  ).toContain("  let kept = $derived(text + '!');");
});

test('a name that is nearly another is written as that, in markup too', () => {
  const vue = {
    'package.json': '{"dependencies":{"vue":"^3.5.0"}}',
    'src/Lever.vue': `<script setup>const emit = defineEmits(['airing']);</script><template><button @click="emit('airing')" /></template>`,
  };
  expect(
    becomes(
      'src/Tray.vue',
      `<script setup>import Lever from './Lever.vue';\nconst log = () => console.log(1);</script>\n\n<template><Lever @airnig="log" /></template>\n`,
      'unsent-event',
      vue,
    ),
  ).toContain('<Lever @airing="log" />');
});

test('two mends of the same lines: the second is told, and is in no common patch', () => {
  const sources = {
    'src/a.jsx': `import { useState } from 'react';
export function House() {
  const [units, setUnits] = useState('c');
  return <Zone units={units} onPick={setUnits} spare="x" />;
}
function Zone({ units, onPick, spare }) { return <Bench units={units} onPick={onPick} />; }
function Bench({ units, onPick }) { return <Gauge units={units} onPick={onPick} />; }
function Gauge({ units, onPick }) { return <b onClick={() => onPick('k')}>{units}</b>; }
`,
  };
  const made = surveyOf(sources).mends(() => true, {
    text: (path) => (sources as Record<string, string>)[path] ?? null,
  });
  expect(made.document.mends.length).toBeGreaterThan(1);
  expect(made.document.mends.some(({ together }) => together === false)).toBe(true);
  expect(Object.keys(patched(sources, made.patch))).toContain('src/a.jsx');
});

test('what no edit can decide is left with the reason', () => {
  const { document } = mended(
    {
      'src/a.tsx': `export function A() { return <B />; }\nfunction B({ label }: { label: string }) { return <b>{label}</b>; }`,
    },
    'missing-prop',
  );
  expect(document).toMatchObject({ mends: [], left: [{ reason: NO_MEND['missing-prop'] }] });
});

test('an import of one name a line gets one more line', () => {
  const text = `import {
  createContext,
  useContext,
  useState,
} from 'react';
const Units = createContext(null);
export function App() {
  const [scale, setScale] = useState('c');
  return <Units.Provider value={{ scale, setScale }}><Gauge /></Units.Provider>;
}
function Gauge() {
  return <b>{useContext(Units).scale}</b>;
}
`;
  expect(becomes('src/a.jsx', text, 'fresh-context')).toContain(
    `  useContext,\n  useState,\n  useMemo,\n} from 'react';`,
  );
});

test.each([
  [
    'src/Bed.vue',
    (use: string) =>
      `<script setup>\nimport { ref } from 'vue';\nconst wet = ref(false);\nfunction say() {\n  return ${use} ? 'wet' : 'dry';\n}\nfunction rain() {\n  wet.value = true;\n}\n</script>\n\n<template><b @click="rain">{{ say() }}</b></template>\n`,
    'wet',
    'wet.value',
  ],
  [
    'src/Bed.svelte',
    (use: string) =>
      `<script>\n  import { writable } from 'svelte/store';\n  const wet = writable(false);\n</script>\n\n<b on:click={() => wet.set(true)}>{${use} ? 'wet' : 'dry'}</b>\n`,
    'wet',
    '$wet',
  ],
  [
    'src/Bed.jsx',
    (use: string) =>
      `import { atom, useSetAtom${use === 'wet' ? '' : ', useAtomValue'} } from 'jotai';\nconst wet = atom(false);\nexport function Bed() {\n${use === 'wet' ? '' : '  const wetValue = useAtomValue(wet);\n'}  const setWet = useSetAtom(wet);\n  return <b onClick={() => setWet(true)}>{${use} ? 'wet' : 'dry'}</b>;\n}\n`,
    'wet',
    'wetValue',
  ],
])('a store used itself is read: %s', (path, text, bare, read) => {
  const version = { vue: '3.5.0', svelte: '4.2.0', jsx: '18.0.0' }[path.split('.')[1] ?? ''];
  const name = path.split('.')[1]?.replace('jsx', 'react') ?? '';
  const others = { 'package.json': `{"dependencies":{"${name}":"${version}"}}` };
  expect(becomes(path, text(bare), 'bare-store', others)).toBe(text(read));
});

describe('a value that is set in silence', () => {
  const store = (reset: string): string => `let scale = 'celsius';
const listeners = [];
export function subscribe(listener) {
  listeners.push(listener);
  return () => listeners.splice(listeners.indexOf(listener), 1);
}
export const getScale = () => scale;
export function setScale(next) {
  scale = next;
  listeners.forEach((listener) => listener(next));
}
export function reset() {
${reset}
}
`;
  const others = {
    'src/Gauge.jsx': `import { useSyncExternalStore } from 'react';
import { getScale, reset, setScale, subscribe } from './store';
export function Gauge() {
  const scale = useSyncExternalStore(subscribe, getScale);
  return <b onClick={() => setScale('kelvin')} onBlur={reset}>{scale}</b>;
}
`,
  };
  test('is told as it is elsewhere', () => {
    expect(becomes('src/store.js', store(`  scale = 'celsius';`), 'silent-write', others)).toBe(
      store(`  scale = 'celsius';\n  listeners.forEach((listener) => listener(scale));`),
    );
  });

  test('of a class, by the stream that others read', () => {
    const service = (add: string): string => `import { Injectable } from '@angular/core';
import { BehaviorSubject } from 'rxjs';
@Injectable({ providedIn: 'root' })
export class Beds {
  private all: number[] = [];
  private readonly told = new BehaviorSubject<number[]>([]);
  readonly all$ = this.told.asObservable();
  add(bed: number) {
    ${add}
  }
  clear() {
    this.all = [];
    this.told.next(this.all);
  }
}
`;
    const app = {
      'src/app.ts': `import { Component, inject } from '@angular/core';
import { AsyncPipe } from '@angular/common';
import { Beds } from './beds';
@Component({ selector: 'app-root', imports: [AsyncPipe], template: '<b (click)="beds.add(1)" (blur)="beds.clear()">{{ beds.all$ | async }}</b>' })
export class App { beds = inject(Beds); }
`,
    };
    const set = 'this.all = [...this.all, bed];';
    expect(becomes('src/beds.ts', service(set), 'silent-write', app)).toBe(
      service(`${set}\n    this.told.next(this.all);`),
    );
  });
});

test('attributes that go nowhere are put on the first root element', () => {
  const tray = (root: string): string =>
    `<script setup>defineProps(['label']);</script>\n<template>\n  ${root}\n    {{ label }}\n  </b>\n  <i>ready</i>\n</template>\n`;
  const bench = {
    'src/Bench.vue': `<script setup>import Tray from './Tray.vue';</script><template><Tray label="a" title="b" /></template>`,
  };
  expect(becomes('src/Tray.vue', tray('<b class="tray">'), 'lost-overflow', bench)).toBe(
    tray('<b v-bind="$attrs" class="tray">'),
  );
});

describe('a field that is set from outside its class', () => {
  const units = (more = '', ending = 'js'): Record<string, string> => ({
    [`src/units.${ending}`]: `import { makeAutoObservable } from 'mobx';\nclass Units {\n  scale = 'celsius';\n  constructor() {\n    makeAutoObservable(this);\n  }${more}\n}\nexport const units = new Units();\n`,
  });
  const gauge = (change: string): string =>
    `import { observer } from 'mobx-react-lite';\nimport { units } from './units';\nexport const Gauge = observer(() => <b onClick={() => { ${change}; }}>{units.scale}</b>);\n`;
  const write = gauge(`units.scale = 'kelvin'`);

  test('is set by a method that the class hands out', () => {
    const { after } = mended({ ...units(), 'src/Gauge.jsx': write }, 'outside-write');
    expect(after).toEqual({
      ...units('\n  setScale(next) {\n    this.scale = next;\n  }'),
      'src/Gauge.jsx': gauge(`units.setScale('kelvin')`),
    });
  });

  test('or by one that it has', () => {
    const has = units('\n  choose(scale) {\n    this.scale = scale;\n  }');
    expect(becomes('src/Gauge.jsx', write, 'outside-write', has)).toBe(gauge(`units.choose('kelvin')`));
  });

  test('with its type', () => {
    const { after } = mended({ ...units('', 'ts'), 'src/Gauge.jsx': write }, 'outside-write');
    expect(after['src/units.ts']).toContain(`  setScale(next: Units['scale']): void {\n    this.scale = next;\n  }`);
  });

  test('but not where it is no field of a class', () => {
    const context = `import { inject } from 'vue';`;
    expect(
      becomes(
        'src/Bed.vue',
        `<script setup>${context} const soil = inject('soil'); const dig = () => { soil.value = 2; };</script>\n<template><b @click="dig">{{ soil }}</b></template>\n`,
        'outside-write',
        {
          'src/App.vue': `<script setup>import { provide, ref } from 'vue'; import Bed from './Bed.vue'; const soil = ref(1); provide('soil', soil);</script>\n<template><Bed /><i @click="soil = 3">{{ soil }}</i></template>\n`,
        },
      ),
    ).toMatch(/It is/);
  });
});

describe('one reference for many children', () => {
  const bench = (made: string, call: string, ref: string): string => `import { forwardRef, useRef } from 'react';
const Tray = forwardRef(({ label }, ref) => <b ref={ref}>{label}</b>);
export function Bench({ trays }) {
  const tray = ${made};
  return (
    <ul onClick={() => ${call}}>
      {trays.map((label) => (
        <Tray key={label} ref={${ref}} label={label} />
      ))}
    </ul>
  );
}
`;
  const kept = '(one) => { if (one) tray.current.set(label, one); else tray.current.delete(label); }';
  test.each([
    ['a call', 'tray.current.focus()', 'tray.current.forEach((one) => one.focus())'],
    [
      'a call where there is one',
      'tray.current?.focus({ soft: true })',
      'tray.current.forEach((one) => one.focus({ soft: true }))',
    ],
  ])('becomes one for each: %s', (_what, call, after) => {
    expect(becomes('src/Bench.jsx', bench('useRef(null)', call, 'tray'), 'one-of-many')).toBe(
      bench('useRef(new Map())', after, kept),
    );
  });

  test('but not that of another component of the file, which goes by the same name', () => {
    const other = `export function Pot() {\n  const tray = useRef(null);\n  return <b ref={tray} onClick={() => tray.current.focus()} />;\n}\n`;
    const whole = (text: string): string => text.replace('export function Bench', `${other}export function Bench`);
    expect(becomes('src/Bench.jsx', whole(bench('useRef(null)', 'tray.current.focus()', 'tray')), 'one-of-many')).toBe(
      whole(bench('useRef(new Map())', 'tray.current.forEach((one) => one.focus())', kept)),
    );
  });

  test('stays where what comes back of it is used', () => {
    expect(becomes('src/Bench.jsx', bench('useRef(null)', 'note(tray.current.size())', 'tray'), 'one-of-many')).toBe(
      'What comes back of one is used: which of them is meant is for you to decide.',
    );
  });

  test('in Angular it is a query for all', () => {
    const app = (query: string, call: string): string => `import { Component, ${query} } from '@angular/core';
import { Bed } from './bed';
@Component({ selector: 'app-root', imports: [Bed], template: '@for (row of [1, 2]; track row) { <app-bed></app-bed> }<b (click)="go()">dig</b>' })
export class App {
  bed = ${query}(Bed);
  go() {
    ${call};
  }
}
`;
    const bed = {
      'src/bed.ts': `import { Component } from '@angular/core';\n@Component({ selector: 'app-bed', template: '<b>x</b>' })\nexport class Bed {\n  dig() {}\n}\n`,
    };
    expect(becomes('src/app.ts', app('viewChild', 'this.bed()?.dig()'), 'one-of-many', bed)).toBe(
      app('viewChildren', 'this.bed().forEach((one) => one.dig())'),
    );
    const shown = app('viewChild', 'this.bed()?.dig()').replace('>dig<', '>{{ bed()?.dig }}<');
    expect(becomes('src/app.ts', shown, 'one-of-many', bed)).toBe(
      'The template uses what one of them gives: which of them is meant is for you to decide.',
    );
  });
});

test.each([['lwc', `this.template.querySelectorAll('c-bed').forEach((one) => one.dig());`]])(
  'the failing example of %s is queried for all',
  (family, after) => {
    const rule = RULES.find(({ id }) => id === 'one-of-many');
    const sources = rule?.examplesIn?.[family as 'lwc']?.failing ?? {};
    expect(mended(sources, 'one-of-many').after['lwc/house/house.js']).toContain(after);
  },
);

describe('a component that a module marked for the browser brings along', () => {
  const desk = (props: string, inner: string, more = ''): string =>
    `'use client';\nimport { useState } from 'react';\n${more}export function Desk(${props}) {\n  const [open, setOpen] = useState(false);\n  return (\n    <main onClick={() => setOpen(!open)}>\n      {open ? 'open' : 'shut'}\n      ${inner}\n    </main>\n  );\n}\n`;
  const page = (inner: string, more = ''): string =>
    `import { Desk } from './parts/Desk';\n${more}export default function Page() {\n  return ${inner};\n}\n`;
  const almanac = { 'src/parts/Almanac.jsx': `export function Almanac() {\n  return <p>Sow in spring.</p>;\n}\n` };
  const brings = `import { Almanac } from './Almanac';\n`;

  test('is handed in as children by whoever renders that', () => {
    const { after } = mended(
      { ...almanac, 'src/parts/Desk.jsx': desk('', '<Almanac />', brings), 'src/page.jsx': page('<Desk />') },
      'wide-client',
    );
    expect(after).toEqual({
      'src/parts/Desk.jsx': desk('{ children }', '{children}'),
      'src/page.jsx': page('<Desk><Almanac /></Desk>', `import { Almanac } from './parts/Almanac';\n`),
    });
  });

  test.each([
    [
      'shown on a condition',
      '{open && <Almanac />}',
      brings,
      'It is shown on a condition, or made for each of a list.',
    ],
    [
      'there under another name',
      '<Book />',
      `import { Almanac as Book } from './Almanac';\n`,
      'It is not imported by a name of its own.',
    ],
  ])('but not where it is %s', (_what, inner, imported, reason) => {
    const { document } = mended(
      { ...almanac, 'src/parts/Desk.jsx': desk('', inner, imported), 'src/page.jsx': page('<Desk />') },
      'wide-client',
    );
    expect(document.mends).toEqual([]);
    expect(document.left.map((one) => one.reason)).toEqual([reason]);
  });
});
