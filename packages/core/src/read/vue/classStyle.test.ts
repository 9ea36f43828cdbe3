import { findingsOf, foundBy, surveyOf, trailsOf } from '../../testing/project';

const IMPORT = `import { Component, Prop, PropSync, Watch, Ref, Inject, Provide, Emit, Model, Mixins, Vue } from 'vue-property-decorator';`;

/** A component written as a class, from what stands in it. */
function classSfc(body: string, template: string, name = 'Bed', more = '', given = ''): string {
  return `<template>${template}</template>
<script lang="ts">
${IMPORT} ${more}
@Component${given}
export default class ${name} extends Vue { ${body} }
</script>
`;
}

const GAUGE = classSfc(`@Prop({ type: String }) readonly scale!: string;`, `<b>{{ scale }}</b>`, 'Gauge');
const USES_GAUGE = [`import Gauge from './Gauge.vue';`, `({ components: { Gauge } })`] as const;

test.each([
  [
    'a field and a prop',
    {
      App: classSfc(
        `units = 'c'; set() { this.units = 'k'; }`,
        `<gauge :scale="units" @click="set" />`,
        'App',
        ...USES_GAUGE,
      ),
    },
    ['App.units > Gauge.scale'],
  ],
  [
    'a getter',
    {
      App: classSfc(
        `units = 'c'; set() { this.units = 'k'; } get shown() { return this.units + '!'; }`,
        `<gauge :scale="shown" @click="set" />`,
        'App',
        ...USES_GAUGE,
      ),
    },
    ['App.units > (derived)Gauge.scale'],
  ],
  [
    'what it provides',
    {
      App: classSfc(
        `units = 'c'; set() { this.units = 'k'; } @Provide('units') held = this.units;`,
        `<middle @click="set" />`,
        'App',
        `import Middle from './Middle.vue';`,
        `({ components: { Middle } })`,
      ),
      Middle: classSfc(`@Inject('units') readonly from!: string;`, `<b>{{ from }}</b>`, 'Middle'),
    },
    ['App.units > context:(frozen)Middle.units'],
  ],
  [
    'a class that it mixes in',
    {
      App: `<template><gauge :scale="units" @click="set" /></template><script lang="ts">
${IMPORT} import Units from './Units'; import Gauge from './Gauge.vue';
@Component({ components: { Gauge } })
export default class App extends Mixins(Units) {}
</script>`,
    },
    ['App.units > Gauge.scale'],
  ],
])('%s of a class', (_what, parts, found) => {
  const sources: Record<string, string> = {
    'src/Gauge.vue': GAUGE,
    'src/Units.ts': `${IMPORT} @Component export default class Units extends Vue { units = 'c'; set() { this.units = 'k'; } }`,
  };
  for (const [name, text] of Object.entries(parts)) sources[`src/${name}.vue`] = text;
  const trails = trailsOf(surveyOf(sources), 'App.units');
  expect(trails).toEqual(expect.arrayContaining(found));
});

test('what a class sends is heard, also from a method', () => {
  const survey = surveyOf({
    'src/App.vue': classSfc(
      `deep = 1; take(to: number) { this.deep = to; }`,
      `<bed @dug="take" /><i>{{ deep }}</i>`,
      'App',
      `import Bed from './Bed.vue';`,
      `({ components: { Bed } })`,
    ),
    'src/Bed.vue': classSfc(`dig() { this.$emit('dug', 2); }`, `<b @click="dig">x</b>`),
  });
  expect(trailsOf(survey, 'App.deep')).toContain('up Bed.dug > event:App.deep');
  expect(findingsOf(survey)).toEqual([]);
});

test('what decorators send is not said to be unsent', () => {
  const survey = surveyOf({
    'src/App.vue': classSfc(
      `deep = 1; take(to: number) { this.deep = to; }`,
      `<bed @dug="take" :depth.sync="deep" /><i>{{ deep }}</i>`,
      'App',
      `import Bed from './Bed.vue';`,
      `({ components: { Bed } })`,
    ),
    'src/Bed.vue': classSfc(
      `@PropSync('depth') own!: number; @Emit('dug') dig() { return 2; }`,
      `<b @click="dig" @dblclick="$emit('other')">{{ own }}</b>`,
    ),
  });
  expect(foundBy('unsent-event', survey)).toEqual([]);
  expect(foundBy('unknown-prop', survey)).toEqual([]);
  expect(trailsOf(survey, 'App.deep')).toContain('App.deep > Bed.depth');
});

test.each([
  ['a call', `wrapped({ depth: 1 })`],
  ['a name from elsewhere', `shared`],
  ['a spread', `{ ...shared }`],
])('props that come of %s may be others as well', (_what, props) => {
  const survey = surveyOf({
    'src/App.vue': `<script>import Bed from './Bed.vue'; export default { components: { Bed } };</script><template><bed lit="x" /></template>`,
    'src/Bed.vue': `<script>import { wrapped, shared } from 'elsewhere'; export default { props: ${props} };</script><template><b>x</b><i>y</i></template>`,
  });
  expect(foundBy('lost-overflow', survey)).toEqual([]);
});

test.each([
  [
    'a class',
    classSfc(
      `units = 'c'; shown = ''; @Watch('units') changed(to: string) { this.shown = to; }`,
      `<b @click="units = 'k'">{{ shown }}</b>`,
      'App',
    ),
  ],
  [
    'options, by name',
    `<script>export default { data: () => ({ units: 'c', shown: '' }), watch: { units: 'changed' }, methods: { changed(to) { this.shown = to; } } };</script><template><b @click="units = 'k'">{{ shown }}</b></template>`,
  ],
])('what a watcher of %s calls changes what it sets', (_what, text) => {
  const survey = surveyOf({ 'src/App.vue': text });
  expect(survey.trail('App.shown').writers).toMatchObject([{ component: 'App', trigger: 'effect' }]);
});
