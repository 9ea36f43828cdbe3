import { foundBy, one, surveyOf } from '../testing/project';

describe('dangling-handle', () => {
  const plot = (offers: string, calls: string): ReturnType<typeof one> =>
    one(`const Bed = forwardRef(function Bed({ name }, ref) { ${offers} });
      function Plot() { const bed = useRef(null); ${calls}; }`);
  const offers = 'useImperativeHandle(ref, () => ({ dig() {} })); return <b>{name}</b>;';
  const shown = 'return <p><Bed ref={bed} name="a" /></p>';

  test.each([
    ['what is offered', offers, `${shown.replace('<p>', '<p onClick={() => bed.current.dig()}>')}`, []],
    ['what is not', offers, `${shown.replace('<p>', '<p onClick={() => bed.current.rake()}>')}`, ['Plot.rake']],
    [
      'with care, what is not',
      offers,
      `${shown.replace('<p>', '<p onClick={() => bed.current?.rake()}>')}`,
      ['Plot.rake'],
    ],
    ['in an effect', offers, `useEffect(() => { bed.current.dig(); }, []); ${shown}`, []],
    ['while rendering', offers, `bed.current.dig(); ${shown}`, ['Plot.dig']],
    ['while rendering, once it is there', offers, `bed.current?.dig(); ${shown}`, []],
    [
      'an element’s own',
      'return <b ref={ref}>{name}</b>;',
      `useEffect(() => { bed.current.focus(); }, []); ${shown}`,
      [],
    ],
  ])('%s', (_what, offered, calls, found) => {
    expect(foundBy('dangling-handle', plot(offered, calls))).toEqual(found);
  });
});

test.each([
  ['that are named here', `export default { methods: { fit() {} } };`, ['App.turn']],
  [
    'that an object of the file holds',
    `const more = { fit() {} }; export default { methods: { ...more } };`,
    ['App.turn'],
  ],
  [
    'some of which nobody can tell',
    `import { more } from 'plots'; export default { methods: { fit() {}, ...more() } };`,
    [],
  ],
  ['of options that stand elsewhere', `import options from './options'; export default options;`, []],
  [
    'of options that are computed',
    `export default (function (x) { return x.default || x; })(require('./options'));`,
    [],
  ],
])('a Vue component has methods %s', (_what, script, found) => {
  const survey = surveyOf({
    'src/App.vue': `<script>import Plot from './Plot.vue'; export default { components: { Plot }, methods: { go() { this.$refs.plot.fit(); this.$refs.plot.turn(); } } }</script><template><b @click="go"><Plot ref="plot" /></b></template>`,
    'src/Plot.vue': `<script>${script}</script><template><i /></template>`,
    'src/options.js': `export default { methods: { fit() {} } };`,
  });
  expect(foundBy('dangling-handle', survey)).toEqual(found);
});

test.each([
  ['what it returns', 'setup() { const dig = () => {}; return { dig }; }', ['App.rake']],
  ['what it returns with more', 'setup() { const dig = () => {}; return { dig, ...others() }; }', []],
  ['what it exposes itself', 'setup(props, { expose }) { expose({ dig() {} }); return () => null; }', []],
  ['what could not be read', 'methods: { dig() {} } props: {}', []],
])('a component of Vue offers %s', (_what, options, found) => {
  const survey = surveyOf({
    'src/Bed.vue': `<template><b /></template><script>export default { ${options} };</script>`,
    'src/App.vue': `<template><Bed ref="bed" /><b @click="go" /></template><script>import Bed from './Bed.vue';
      export default { components: { Bed }, methods: { go() { this.$refs.bed.dig(); this.$refs.bed.rake(); } } };</script>`,
  });
  expect(foundBy('dangling-handle', survey)).toEqual(found);
});
