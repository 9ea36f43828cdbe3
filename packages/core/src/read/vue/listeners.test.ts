/** Listeners that a component is given: those it asks for by name, and those that land on its own element. */
import { foundBy, surveyOf, trailsOf } from '../../testing/project';

describe('listeners asked for by name in the older version', () => {
  test.each([
    ['of the instance', `this.$listeners.before(1); this.$listeners['after'](2);`],
    ['taken out of it', `const { $listeners } = this; $listeners.before(1); $listeners.after(1);`],
    [
      'taken out of it one by one',
      `let { value, $listeners: { after, before: first } } = this; first && first(value); after && after(value);`,
    ],
    ['taken out of all', `const { before, after } = this.$listeners; before(1); after(2);`],
  ])('%s', (_how, body) => {
    const survey = surveyOf({
      'package.json': '{"dependencies":{"vue":"^2.6.0"}}',
      'src/main.js': `import Vue from 'vue'; import App from './App.vue'; new Vue({ render: (h) => h(App) }).$mount('#app');`,
      'src/App.vue': `<template><bed @before="go" @after="go" @other="go" /></template><script>import Bed from './bed'; export default { components: { Bed }, data() { return { deep: 1 }; }, methods: { go() { this.deep = 2; } } };</script>`,
      'src/bed.js': `export default { name: 'bed', props: { value: String }, methods: { dig() { ${body} this.$emit('dug'); } }, render(h) { return h('div', { on: { click: this.dig } }); } };`,
    });
    expect(foundBy('unsent-event', survey)).toEqual(['App.other']);
    expect(trailsOf(survey, 'App.deep')).toContain('up Bed.after > event:App.deep');
  });
});

test.each([
  ['the newer version', '^3.2.0', ['App.opened']],
  ['the older version', '^2.6.0', ['App.keydown', 'App.opened']],
])('an event of the page, listened for on a component that says nothing of it: %s', (_which, version, found) => {
  const survey = surveyOf({
    'package.json': `{"dependencies":{"vue":"${version}"}}`,
    'src/main.js': `import App from './App.vue';`,
    'src/App.vue': `<template><Bed @keydown="go" @opened="go" /></template><script>import Bed from './Bed.vue'; export default { components: { Bed }, methods: { go() {} } };</script>`,
    'src/Bed.vue': `<template><div><i @click="$emit('dug')">x</i></div></template><script>export default { name: 'Bed' };</script>`,
  });
  expect(foundBy('unsent-event', survey)).toEqual(found);
});
