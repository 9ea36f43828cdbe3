/** Shapes that made a survey long, large or endless at one time, each surveyed by the command line in a process of its own. */
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { CASES, each } from '../packages/core/src/testing/hostile';

type Sources = Record<string, string>;

const providers = (size: number): Sources => ({
  'src/a.jsx': `import { createContext, useContext } from 'react';\nconst K = createContext(0);\nexport function Reader() { return <b>{useContext(K)}</b>; }\n${each(size, (i) => `export function P${i}({ v }) { return <K.Provider value={v}><Reader /></K.Provider>; }`)}`,
});
const inOneFile = (size: number): Sources => ({
  'src/a.jsx': each(size, (i) => `export function C${i}({ x }) { return <b>{x}</b>; }`),
});
const svelte = (text: string): Sources => ({ 'src/A.svelte': text });
const vue = (text: string): Sources => ({ 'src/A.vue': text });

/** Too large for the unit tests; what begins with the same words is the same at half the size. */
const LARGE: [name: string, sources: () => Sources][] = [
  ['one context with 4,000 providers', () => providers(4000)],
  ['one context with 8,000 providers', () => providers(8000)],
  ['10,000 components in a file', () => inOneFile(10_000)],
  ['20,000 components in a file', () => inOneFile(20_000)],
  ['100 kB of tags left open', () => svelte('<p>{a}'.repeat(17_000))],
  ['20,000 blocks left open', () => svelte('{#if a}'.repeat(20_000))],
  ['20,000 scripts whose tag is left open', () => svelte('<script '.repeat(20_000))],
  ['20,000 comments left open', () => svelte('<!-- '.repeat(20_000))],
  ['a loop with 100,000 spaces', () => vue(`<template><b v-for="a${' '.repeat(100_000)}" /></template>`)],
  ['1,800 paragraphs in one another', () => vue(`<template>${'<p>'.repeat(1800)}${'</p>'.repeat(1800)}</template>`)],
  ['3,000 brackets of which each may be a type', () => ({ 'src/a.ts': `const a = ${'<T>('.repeat(3000)}` })],
  ['50,000 brackets left open', () => ({ 'src/a.jsx': `export const a = ${'['.repeat(50_000)}` })],
  [
    'a pattern with 12 wildcards over folders',
    () => ({
      '.gitignore': `${'a/**/'.repeat(12)}x\n`,
      [`src/${'a/'.repeat(60)}a.jsx`]: 'export const A = () => <b />;',
    }),
  ],
  [
    'a document of 60,000 components',
    () =>
      Object.fromEntries(
        Array.from({ length: 30 }, (_, n) => [
          `src/f${n}.jsx`,
          each(2000, (i) => `export function C${n}x${i}({ x, y }) { return <b title={y}>{x}</b>; }`),
        ]),
      ),
  ],
];

const FINE: Sources = {
  'src/Fine.jsx': `import { useState } from 'react';
export function Fine() { const [units, setUnits] = useState('c'); return <Shown units={units} onPick={setUnits} />; }
function Shown({ units, onPick }) { return <b onClick={() => onPick('f')}>{units}</b>; }`,
};

export interface ShapeMeasured {
  shape: string;
  seconds: number;
  megabytes: number;
  'document, MB': number;
  told: string;
  /** Whether it ended well, and answered for the rest of the project. */
  verdict: 'answered' | 'ended';
}

/** Surveys each shape beside a small file that is fine; `bin` is the command line. */
export function* attackByShapes(bin: string, seconds: number): Generator<ShapeMeasured> {
  for (const [name, sources] of [...CASES, ...LARGE]) yield measure(bin, name, sources(), seconds);
}

function measure(bin: string, shape: string, sources: Sources, seconds: number): ShapeMeasured {
  const folder = mkdtempSync(path.join(tmpdir(), 'vectura-shape-'));
  for (const [file, text] of Object.entries({ ...sources, ...FINE })) {
    mkdirSync(path.dirname(path.join(folder, 'desk', file)), { recursive: true });
    writeFileSync(path.join(folder, 'desk', file), text);
  }
  const out = path.join(folder, 'flow.json');
  const start = performance.now();
  const run = spawnSync(
    process.execPath,
    [
      '--require',
      path.join(__dirname, 'memory.cjs'),
      bin,
      'survey',
      path.join(folder, 'desk'),
      '--out',
      out,
      '--quiet',
    ],
    { encoding: 'utf8', timeout: seconds * 1000, env: { ...process.env, VECTURA_HOME: path.join(folder, 'data') } },
  );
  const took = (performance.now() - start) / 1000;
  const text = run.status === 0 ? readFileSync(out, 'utf8') : '{}';
  const { components = [], files = [] } = JSON.parse(text) as {
    components?: { name: string }[];
    files?: { problems: { message: string }[] }[];
  };
  const measured: ShapeMeasured = {
    shape,
    seconds: Number(took.toFixed(1)),
    megabytes: Math.round(Number(/memory (\d+)/.exec(run.stderr)?.[1] ?? 0) / 1000),
    'document, MB': run.status === 0 ? Number((statSync(out).size / 1e6).toFixed(1)) : 0,
    told: files.flatMap((file) => file.problems)[0]?.message.slice(0, 60) ?? '',
    verdict: components.some(({ name }) => name === 'Shown') ? 'answered' : 'ended',
  };
  rmSync(folder, { recursive: true });
  return measured;
}
