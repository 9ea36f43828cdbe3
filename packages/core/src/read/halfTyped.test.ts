/** Files as they are while somebody types: each is told, and what can be read of it is. */
import { factsOf, surveyOf } from '../testing/project';

test.each([
  ['an argument that is not there yet', 'a.jsx', 'export const A = ({ units }) => <b>{go(, units)}</b>;'],
  ['an interface without a name', 'a.ts', 'interface { units: string }\nexport const a = 1;'],
  ['a type without a name', 'a.ts', 'export type = string;\nexport const a = 1;'],
  ['a namespace without a name', 'a.tsx', 'namespace { export const a = 1 }'],
  ['a namespace that is something else', 'a.ts', 'namespace export function go(start = 1) { return start; }'],
  ['a namespace that is an import', 'a.tsx', 'namespace import a from "./a";\nexport const b = a;'],
  ['one inside a function', 'a.ts', 'export function go() { namespace import a from "./a"; }'],
  ['markup that ends as another', 'a.tsx', 'namespace return <b>…</props>'],
  ['a modifier of nothing', 'A.vue', '<template><A :.sync="x" /></template>\n<script setup>const x = 1</script>'],
  ['a tag that is not closed', 'A.vue', '<template><p>{{ x }}</template>'],
  ['a tag that is not closed', 'A.svelte', '<p>{a}'],
  ['a tag that ends in a stroke', 'A.svelte', '<b /,>'],
  ['a block that is not closed', 'A.svelte', '{#if open}<p>open</p>'],
  ['an attribute without a name', 'A.svelte', '<script>let x = 1;</script><b {}>{x}</b>'],
  ['an expression that is not finished', 'A.vue', '<template><b>{{ a + }}</b></template>'],
  ['an expression that is not finished', 'a.html', '<b>{{ a + }}</b>'],
  ['an argument that is not there yet', 'a.html', '<b (click)="go(, a)"></b>'],
  ['a block that is not closed', 'a.html', '@if (a) { <b></b>'],
  ['a block without a condition', 'a.html', '@for (x) { <b></b> }'],
  ['a tag that is closed as another', 'a.html', '<b></i>'],
  [
    'a template that is not finished',
    'a.ts',
    "import { Component } from '@angular/core';\n@Component({ template: '{{ a + }}' }) export class A {}",
  ],
  ['an argument that is not there yet', 'A.vue', '<template><b>{{ go(, a) }}</b></template>'],
  ['an expression that is not finished', 'c/bed/bed.html', '<template><b title={a.}>x</b></template>'],
  ['a tag that is not closed', 'c/bed/bed.html', '<template><b>x</template>'],
  ['a tag that never ends', 'c/bed/bed.html', '<template><c-bed depth={a}'],
  ['a comment that never ends', 'c/bed/bed.html', '<template>x</template><!-- y'],
  [
    'a class that is not finished',
    'c/bed/bed.js',
    "import { LightningElement, api } from 'lwc'; export default class Bed extends LightningElement { @api depth; dig( }",
  ],
])('%s (%s)', (_name, path, text) => {
  const { problems } = factsOf(path, text);
  expect(problems.length).toBeGreaterThan(0);
  // In words about the file, none about what reads it.
  for (const { message } of problems) expect(message).not.toMatch(/Cannot read prop|is not a function|undefined/);
  expect(() => surveyOf({ [`src/${path}`]: text }).document()).not.toThrow();
});

test('what stands beside a mistake is read', () => {
  const react = factsOf('a.jsx', 'export const A = ({ units }) => <b title={go(, units)}><Gauge units={units} /></b>;');
  expect(react.sites.map(({ name }) => name)).toEqual(expect.arrayContaining(['Gauge']));
  const vue = factsOf('A.vue', '<template><A :.sync="x" /></template>\n<script setup>const x = ref(1)</script>');
  expect(vue.cells.map((cell) => cell.name)).toEqual(['x']);
});

test('what looks like a comment in a script is none', () => {
  const { problems, sites } = factsOf('A.svelte', `<script>const at = text.indexOf('<!--');</script><Gauge {at} />`);
  expect([problems, sites.map(({ name }) => name)]).toEqual([[], ['Gauge']]);
  expect(factsOf('A.svelte', '<Gauge /><!-- <p>').problems).toMatchObject([
    { message: 'A comment is left open.', column: 10 },
  ]);
});

test('a text is told as long as it is good to read', () => {
  const { problems } = factsOf('A.svelte', `<b title={x}>{${'a + '.repeat(500)}}</b>`);
  expect(problems.at(-1)?.message).toMatch(/^“(a \+ )+…” could not be read\.$/);
});
