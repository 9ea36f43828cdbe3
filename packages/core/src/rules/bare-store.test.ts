import { foundBy, one, surveyOf } from '../testing/project';

describe('bare-store', () => {
  test.each([
    ['a reference shown', 'return <b>{depth}</b>;', ['Bed.depth']],
    ['what it holds shown', 'return <b>{depth.current}</b>;', []],
    ['handed to an element', 'return <b ref={depth} />;', []],
    ['handed to a helper', 'measure(depth); return <b ref={depth} />;', []],
  ])('%s', (_what, body, found) => {
    const survey = one(
      `function measure(ref) { return ref.current; } function Bed() { const depth = useRef(0); ${body} }`,
    );
    expect(foundBy('bare-store', survey)).toEqual(found);
  });

  test.each([
    ['asked in a script as it is', 'if (open) console.log(1);', ['Bed.open']],
    ['asked by its value', 'if (open.value) console.log(1);', []],
  ])('%s', (_what, script, found) => {
    const survey = surveyOf({
      'src/Bed.vue': `<script setup>import { ref } from 'vue'; const open = ref(false); function dig() { ${script} open.value = true; }</script><template><b @click="dig">{{ open }}</b></template>`,
    });
    expect(foundBy('bare-store', survey)).toEqual(found);
  });
});

describe('bare-store: a reference that is always there', () => {
  const bed = (use: string): ReturnType<typeof one> =>
    one(`function Bed() { const box = useRef(null); useEffect(() => { ${use} }); return <b ref={box} />; }`);
  test.each([
    ['decided by the reference itself', 'if (box) start();', ['Bed.box']],
    ['decided by what it holds', 'if (box.current) start();', []],
    ['asked for by habit, before what it holds', 'if (box && box.current) start();', []],
    ['asked for by habit, after another condition', 'if (ready && box && box.current.open) start();', []],
    ['asked for by habit, around what it holds', 'if (box) { box.current.focus(); }', []],
  ])('%s', (_how, use, found) => {
    expect(foundBy('bare-store', bed(use))).toEqual(found);
  });
});

test('bare-store: a reference that is asked for among other conditions', () => {
  const survey = one(
    `function Bed({ wanted }) { const box = useRef(null); useEffect(() => { if (box && wanted) { box.current.focus(); } }, [wanted]); return <b ref={box}>{wanted}</b>; }`,
  );
  expect(foundBy('bare-store', survey)).toEqual([]);
});

test('bare-store: unref takes the value out of a reference', () => {
  const of = (shown: string): string[] =>
    foundBy(
      'bare-store',
      surveyOf({
        'src/Bed.vue': `<script>import { h, ref, unref } from 'vue'; export default { setup() { const wet = ref(false); wet.value = true; return () => (${shown} ? h('b') : h('i')); } };</script>`,
      }),
    );
  expect(of('unref(wet)')).toEqual([]);
  expect(of('wet')).toEqual(['Bed.wet']);
});

test('bare-store: a store of Svelte that is asked for around what it holds', () => {
  const of = (then: string): string[] =>
    foundBy(
      'bare-store',
      surveyOf({
        'src/Bed.svelte': `<script>import { writable, get } from 'svelte/store'; let depth = writable(1); let wet = true; function dig() { if (wet && depth) ${then}; }</script><b on:click={dig}>{$depth}</b>`,
      }),
    );
  expect(of('console.log(get(depth))')).toEqual([]);
  expect(of('console.log(1)')).toEqual(['Bed.depth']);
});

test.each([
  ['and for what it holds', 'wet && wet.value && wet.value.length', []],
  ['alone', 'wet', ['Bed.wet']],
])('a condition asks for a reference %s', (_what, condition, found) => {
  const survey = surveyOf({
    'package.json': '{"dependencies":{"vue":"^3.5.0"}}',
    'src/Bed.vue': `<script setup>import { ref } from 'vue'; const wet = ref('yes'); function say() { if (${condition}) return 'wet'; return 'dry'; } function dry() { wet.value = ''; }</script><template><b @click="dry">{{ say() }}</b></template>`,
  });
  expect(foundBy('bare-store', survey)).toEqual(found);
});

describe('in a template of Angular', () => {
  const found = (members: string, shown: string, more = ''): (string | null)[] =>
    foundBy(
      'bare-store',
      surveyOf({
        'src/app.ts': `import { Component, input, signal } from '@angular/core'; import { BehaviorSubject } from 'rxjs'; ${more}
          @Component({ selector: 'app-root', templateUrl: './app.html' }) export class App { ${members} }`,
        'src/app.html': `<b>${shown}</b>`,
      }),
    );
  test.each([
    ['a signal', 'depth = signal(1);', '{{ depth }}', ['App.depth']],
    ['its value', 'depth = signal(1);', '{{ depth() }}', []],
    ['an input', 'depth = input(1);', 'so deep: {{ depth }}', ['App.depth']],
    ['what a stream tells', 'depth$ = new BehaviorSubject(1);', '{{ depth$ | async }}', []],
    ['a plain field', 'depth = 1;', '{{ depth }}', []],
    [
      'a field that holds the one or the other',
      'depth: any = signal(1); flat() { this.depth = 2; }',
      '{{ depth }}',
      [],
    ],
  ])('%s is shown', (_what, members, shown, expected) => {
    expect(found(members, shown)).toEqual(expected);
  });
});
