/** Sources with types, which the examples have none of: what only their syntax has is half-typed as well. */
export const TYPED: { path: string; text: string }[] = [
  {
    path: 'src/vents.ts',
    text: `import type { Vent } from './types';
export interface Opening<T extends number = number> { readonly by: T; at?: [Date, ...string[]] }
export type Opened = Vent & { [K in keyof Opening]: Opening[K] | null };
export enum Side { North = 'n', South = 1 << 2 }
declare module './more' { export function more<T>(x: T): asserts x is NonNullable<T>; }
export namespace Winds { export const strong = (speed: number): speed is 9 => speed! > 8; export namespace Deep { export let x = 1 } }
export abstract class Desk<T> extends Array<T> implements Opening {
  private readonly by = 3; static #open?: boolean; declare at: [Date];
  constructor(public name: string, protected override side: Side = Side.North) { super(); }
  get open(): boolean { return Desk.#open ?? false; } set open(v) { Desk.#open = v as unknown as boolean; }
  abstract turn(): void; async *[Symbol.iterator](): AsyncGenerator<T, void, undefined> { yield* this as any; }
}
export function use<const T>(x: T, ...rest: T[]): T; export function use(this: void, x: any) { return <any>x satisfies any; }
let { a = 1, ...others }: Record<string, number> = {}; label: for (const [k, v] of Object.entries(others)) { if (k) continue label; else break; }
export { a as default, type Vent }; export * as all from './types'; import old = require('old'); export = old;
`,
  },
  {
    path: 'src/Bench.tsx',
    text: `import React, { useState, useReducer, createContext, useContext, type FC, type ReactNode } from 'react';
import { connect } from 'react-redux';
interface Props<T> { trays: T[]; onOpen?(tray: T, at: number): void; children: (tray: T) => ReactNode }
const Units = createContext<'c' | 'f'>('c');
export function Bench<T extends { id: string }>({ trays, onOpen = () => {}, children, ...rest }: Props<T>): JSX.Element | null {
  const [open, setOpen] = useState<string | undefined>(undefined);
  const [state, dispatch] = useReducer((s: { n: number }, a: { type: 'more' | 'less'; by?: number }) => {
    switch (a.type) { case 'more': return { ...s, n: s.n + (a.by ?? 1) }; default: return s; }
  }, { n: 0 });
  const pick = async (tray: T) => { try { await fetch(\`/trays/\${tray.id}\`); setOpen((was) => (was === tray.id ? undefined : tray.id)); onOpen?.(tray, state.n); } finally { dispatch({ type: 'more' }); } };
  if (!trays.length) return null;
  return (
    <Units.Provider value={open ? 'f' : 'c'}>
      {/* the trays */}
      {trays.map((tray, i) => <React.Fragment key={tray.id}><Tray<T> {...rest} tray={tray} index={i} onPick={() => void pick(tray)}>{children(tray)}</Tray></React.Fragment>)}
      {open && <p className="open" data-n={state.n} style={{ color: 'red' }}>&nbsp;{open as string}</p>}
    </Units.Provider>
  );
}
function Tray<T>(props: { tray: T; index: number; onPick: () => void; children?: ReactNode }) { const units = useContext(Units); return <button onClick={props.onPick} {...{ title: units }}>{props.children ?? <>none</>}</button>; }
export const Wired: FC<{}> = connect((s: any) => ({ trays: s.trays }), { onOpen: (t) => ({ type: 'opened', t }) })(Bench as any) as any;
export class Old extends React.Component<{ n: number }, { x?: number }> { static defaultProps = { n: 1 }; state = { x: this.props.n }; render() { return <i ref={(e) => { void e; }}>{this.state.x}</i>; } }
`,
  },
  {
    path: 'src/Gauge.vue',
    text: `<script lang="ts">
export default { name: 'Gauge', inheritAttrs: false }
</script>
<script setup lang="ts" generic="T extends string | number">
import { ref, computed, watch, provide, inject, type Ref } from 'vue'
import Dial from './Dial.vue'
const props = withDefaults(defineProps<{ value: T; low?: number; marks?: { at: number; text: string }[] }>(), { low: 0, marks: () => [] })
const emit = defineEmits<{ (e: 'changed', value: T): void; closed: [] }>()
const model = defineModel<number>('level', { required: true })
const inner = ref<T>(props.value) as Ref<T>
const shown = computed<string>({ get: () => String(inner.value), set: (v) => emit('changed', v as T) })
watch(() => props.value, (now, before) => { if (now !== before) inner.value = now }, { immediate: true })
provide('gauge', inner); const desk = inject<{ open: boolean } | null>('desk', null)
defineExpose({ reset: () => { model.value = props.low } })
</script>
<template>
  <section v-if="desk?.open" :class="['gauge', { low: value < low }]" v-bind="$attrs" @click.prevent.stop="emit('closed')">
    <template v-for="({ at, text }, i) in marks" :key="at"><Dial v-model.number="model" v-model:text.trim="shown" :at @turned="(by: number) => (model += by as number)"><template #mark="{ size = 1 }">{{ text }}: {{ size | round }} {{ i }}</template></Dial></template>
    <component :is="value ? 'b' : Dial" v-else-if="!marks.length" v-slot:[text]="p"><slot name="foot" :inner="inner" v-bind="p">none</slot></component>
  </section>
  <p v-else v-text="shown" ref="line" /><!-- nothing -->
</template>
<style scoped>.gauge { color: v-bind('shown') }</style>
`,
  },
  {
    path: 'src/Shade.svelte',
    text: `<script module lang="ts">
  export const prerender = true;
</script>
<script lang="ts" generics="T extends { id: number }">
  import { setContext, getContext, onMount, type Snippet } from 'svelte';
  import Slat from './Slat.svelte';
  import { desk } from './desk.svelte.ts';
  interface Props { slats: T[]; open?: boolean; row: Snippet<[T, number]>; onturn?: (by: number) => void; [name: string]: unknown }
  let { slats, open = $bindable(false), row, onturn, ...rest }: Props = $props();
  let by = $state<number>(0); let total = $derived(slats.length * by); const inner = $derived.by(() => slats.filter((s) => s.id > by));
  $effect(() => { if (total > 3) onturn?.(total); return () => {}; });
  setContext('shade', { get by() { return by; } }); onMount(async () => { await desk.load(); });
  function slide(node: HTMLElement, { ms = 200 }: { ms?: number } = {}) { return { duration: ms, destroy() {} }; }
</script>
<svelte:window bind:innerWidth={by} onkeydown={(e) => e.key === 'x' && (open = !open)} />
{#snippet foot(text: string, n = 1)}<i>{@html text}{n}</i>{/snippet}
{#if open && slats.length}
  {#each inner as slat, i (slat.id)}{@const twice = i * 2}<Slat {...rest} {slat} bind:open class:wide={twice > 3} style:color="red" on:turned={() => (by += 1)}>{@render row(slat, i)}</Slat>{:else}<p>none</p>{/each}
{:else if by}
  {#await desk.load() then value}<b use:slide={{ ms: 3 }} transition:slide|local>{value}</b>{:catch error}{error.message}{/await}{#key total}{@render foot?.(\`\${total}\`)}{/key}
{:else}<slot name="none" {by} let:x>{@debug by}</slot><svelte:element this={open ? 'b' : 'i'} bind:this={by} {@attach slide} /><svelte:boundary>{#snippet failed(e)}{e}{/snippet}</svelte:boundary>{/if}
<style>b { color: red }</style>
`,
  },
  {
    path: 'src/desk.svelte.ts',
    text: `export class Desk { open = $state(false); #n = $state.raw<number[]>([]); twice = $derived(this.#n.length * 2); load = async (): Promise<number> => { this.#n = [...this.#n, 1]; return this.twice; } }
export const desk = new Desk(); export function createDesk(start = 1) { let n = $state(start); $effect.root(() => { $inspect(n); }); return { get n() { return n; }, set n(v) { n = v; } }; }
`,
  },
];

export const TYPED_CONFIGS: { path: string; text: string }[] = [
  {
    path: 'package.json',
    text: '{ "name": "desk", "exports": { ".": "./src/vents.ts", "./more/*": { "import": "./src/*.ts" } }, "imports": { "#desk": "./src/desk.svelte.ts" }, "dependencies": { "vue": "^3.4.0", "react": "^18" } }',
  },
  {
    path: 'tsconfig.json',
    text: '{ "extends": ["./tsconfig.base.json"], /* here */ "compilerOptions": { "baseUrl": ".", "paths": { "@/*": ["./src/*", "./lib/*"] }, }, "references": [{ "path": "./more" }] }',
  },
  { path: 'tsconfig.base.json', text: '{ "extends": "./tsconfig.json", "compilerOptions": { "rootDirs": ["src"] } }' },
  {
    path: 'vite.config.ts',
    text: "import path from 'node:path';\nexport default defineConfig({ resolve: { alias: { '~': path.resolve(__dirname, 'src'), more: './more' } }, plugins: [Components({ dirs: ['src/parts'] })] });",
  },
  {
    path: 'components.d.ts',
    text: "declare module 'vue' { export interface GlobalComponents { Gauge: typeof import('./src/Gauge.vue')['default'] } }\ndeclare global { const useDesk: typeof import('./src/desk')['useDesk'] }",
  },
];
