/** Sources that are deep, wide or tangled beyond reason. */
export const each = (size: number, text: (index: number) => string, between = '\n'): string =>
  Array.from({ length: size }, (_, index) => text(index)).join(between);

export const files = (
  size: number,
  file: (index: number) => readonly [path: string, text: string],
): Record<string, string> => Object.fromEntries(Array.from({ length: size }, (_, index) => file(index)));

export const CASES: [name: string, sources: () => Record<string, string>][] = [
  [
    'a chain of 6,000 members in React',
    () => ({ 'src/a.jsx': `export function A(p) { return <b>{p${'.x'.repeat(6000)}}</b>; }` }),
  ],
  ['a chain of 6,000 members in a script', () => ({ 'src/a.ts': `export const a = (p) => p${'.x'.repeat(6000)};` })],
  [
    'a chain of 6,000 members in Vue',
    () => ({
      'src/A.vue': `<template><b>{{ p${'.x'.repeat(6000)} }}</b></template>\n<script setup>defineProps(['p'])</script>`,
    }),
  ],
  [
    'a chain of 6,000 members in a Vue script',
    () => ({
      'src/A.vue': `<template><b /></template>\n<script>export default { methods: { a() { return this${'.x'.repeat(6000)}; } } }</script>`,
    }),
  ],
  [
    'a chain of 6,000 members in Svelte',
    () => ({ 'src/A.svelte': `<script>export let p;</script>\n<b>{p${'.x'.repeat(6000)}}</b>` }),
  ],
  [
    'a chain of 6,000 calls',
    () => ({ 'src/a.jsx': `export function A(p) { return <b>{p${'.x()'.repeat(6000)}}</b>; }` }),
  ],
  [
    'a sum of 20,000 parts',
    () => ({ 'src/a.jsx': `export function A({ p }) { return <b>{${Array(20_000).fill('p').join(' + ')}}</b>; }` }),
  ],
  [
    '5,000 elements in one another in React',
    () => ({ 'src/a.jsx': `export function A() { return ${'<p>'.repeat(5000)}${'</p>'.repeat(5000)}; }` }),
  ],
  [
    '5,000 elements in one another in Vue',
    () => ({ 'src/A.vue': `<template>${'<p>'.repeat(5000)}${'</p>'.repeat(5000)}</template>` }),
  ],
  [
    '5,000 elements in one another in Svelte',
    () => ({ 'src/A.svelte': `${'<p>'.repeat(5000)}${'</p>'.repeat(5000)}` }),
  ],
  [
    '400 render functions in one another',
    () => ({
      'src/a.jsx': `export function R({ render }) { return <i>{render(1)}</i>; }\nexport function A() { return ${each(400, (i) => `<R render={(x${i}) => (`, '')}<b />${each(400, () => ')} />', '')}; }`,
    }),
  ],
  [
    '2,000 functions that each call the next',
    () => ({
      'src/a.jsx': `${each(2000, (i) => `function f${i}(x) { return f${i + 1}(x); }`)}\nfunction f2000(x) { return x; }\nexport function A({ p }) { return <b>{f0(p)}</b>; }`,
    }),
  ],
  [
    '2,000 functions that each return the next',
    () => ({
      'src/a.jsx': `${each(2000, (i) => `const f${i} = () => f${i + 1};`)}\nconst f2000 = () => 1;\nexport function A() { return <b>{f0${'()'.repeat(2000)}}</b>; }`,
    }),
  ],
  [
    '1,000 modules in a circle',
    () =>
      files(1000, (i) => [
        `src/m${i}.jsx`,
        `import { C${(i + 1) % 1000} } from './m${(i + 1) % 1000}';\nexport * from './m${(i + 1) % 1000}';\nexport function C${i}({ x }) { return x ? <C${(i + 1) % 1000} x={x} /> : null; }`,
      ]),
  ],
  [
    '3,000 components in a chain',
    () =>
      files(3000, (i) => [
        `src/c${i}.jsx`,
        i === 2999
          ? `export function C${i}({ x }) { return <b>{x}</b>; }`
          : `import { C${i + 1} } from './c${i + 1}';\nexport function C${i}({ x, children }) { return <C${i + 1} x={x}>{children}</C${i + 1}>; }`,
      ]),
  ],
  [
    '5,000 components in a file',
    () => ({ 'src/a.jsx': each(5000, (i) => `export function C${i}({ x }) { return <b>{x}</b>; }`) }),
  ],
  [
    'a binary fan of 14 levels',
    () => ({
      'src/a.jsx': `import { useState } from 'react';\n${each(14, (i) => `export function L${i}(p) { return <div><L${i + 1} {...p} /><L${i + 1} {...p} left={p.right} /></div>; }`)}\nexport function L14({ left, right, x }) { return <b>{left}{right}{x}</b>; }\nexport function A() { const [x, set] = useState(0); return <L0 x={x} left={set} right={x} />; }`,
    }),
  ],
  [
    '60 components that render each other with spread props',
    () => ({
      'src/a.jsx': `import { useState } from 'react';\n${each(60, (i) => `export function C${i}({ own${i}, ...rest }) { return <div title={own${i}}>${each(60, (j) => `<C${j} {...rest} />`, '')}</div>; }`)}\nexport function A() { const [x, set] = useState(0); return <C0 value={x} onValue={set} />; }`,
    }),
  ],
  [
    '60 components of single files that render each other',
    () => ({
      ...files(60, (i) => [
        `src/C${i}.vue`,
        `<template><div>${each(60, (j) => `<C${j} v-bind="$attrs" :own="own" />`, '')}</div></template>\n<script>${each(60, (j) => `import C${j} from './C${j}.vue';`)}\nexport default { components: { ${each(60, (j) => `C${j}`, ', ')} }, props: ['own'] };</script>`,
      ]),
    }),
  ],
  [
    'five components that render themselves twice with a spread',
    () => ({
      'src/a.jsx': each(
        5,
        (i) =>
          `export function C${i}(props) { return <div><C${i} {...props} /><C${(i + 1) % 5} {...props} />{props.children}</div>; }`,
      ),
    }),
  ],
  [
    '500 components of single files in a chain, in Vue',
    () =>
      files(500, (i) => [
        `src/C${i}.vue`,
        i === 499
          ? `<template><b>{{ x }}</b></template>\n<script setup>defineProps(['x'])</script>`
          : `<template><C${i + 1} :x="x"><slot /></C${i + 1}></template>\n<script setup>import C${i + 1} from './C${i + 1}.vue';\ndefineProps(['x'])</script>`,
      ]),
  ],
  [
    '500 components of single files in a chain, in Svelte',
    () =>
      files(500, (i) => [
        `src/C${i}.svelte`,
        i === 499
          ? `<script>export let x;</script>\n<b>{x}</b>`
          : `<script>import C${i + 1} from './C${i + 1}.svelte';\nexport let x;</script>\n<C${i + 1} {x}><slot /></C${i + 1}>`,
      ]),
  ],
  [
    'a binary fan of 14 levels in Svelte',
    () =>
      files(15, (i) => [
        `src/L${i}.svelte`,
        i === 14
          ? `<script>export let left; export let right;</script>\n<b>{left}{right}</b>`
          : `<script>import L${i + 1} from './L${i + 1}.svelte';</script>\n<L${i + 1} {...$$props} /><L${i + 1} {...$$props} left={$$props.right} />`,
      ]),
  ],
  [
    'one context with 2,000 providers',
    () => ({
      'src/a.jsx': `import { createContext, useContext } from 'react';\nconst K = createContext(0);\nexport function Reader() { return <b>{useContext(K)}</b>; }\n${each(2000, (i) => `export function P${i}({ v }) { return <K.Provider value={v}><Reader /></K.Provider>; }`)}`,
    }),
  ],
];
