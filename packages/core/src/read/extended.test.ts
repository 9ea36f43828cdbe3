import { surveyOf, trailsOf } from '../testing/project';

describe('a component that extends another that has markup of its own', () => {
  test('runs what that has, in Lightning Web Components', () => {
    const file = (name: string): string => `force-app/main/default/lwc/${name}/${name}`;
    const survey = surveyOf({
      'sfdx-project.json': '{}',
      [`${file('base')}.js`]: `import { LightningElement, api } from 'lwc'; export default class Base extends LightningElement {
        @api depth; kept = 0; more() { this.kept = this.depth; this.dispatchEvent(new CustomEvent('dug')); } }`,
      [`${file('base')}.html`]: '<template>{depth}</template>',
      [`${file('bed')}.js`]: `import Base from 'c/base'; export default class Bed extends Base {}`,
      [`${file('bed')}.html`]: '<template><b onclick={more}>{kept}</b></template>',
      [`${file('app')}.js`]: `import { LightningElement } from 'lwc'; export default class App extends LightningElement { deep = 1; dig() { this.deep = 2; } }`,
      [`${file('app')}.html`]: '<template><c-bed depth={deep} ondug={dig}></c-bed></template>',
    });
    expect(trailsOf(survey, 'App.deep')).toEqual(['App.deep > Bed.depth', 'up Bed.dug > event:App.deep']);
    const { readers, writers } = survey.trail('Bed.kept');
    expect([...readers, ...writers].map(({ component }) => component)).toEqual(['Bed', 'Bed']);
  });

  test.each<[string, Record<string, string>]>([
    [
      'Vue',
      {
        'src/Base.vue': `<template><i>{{ depth }}</i></template><script>export default { name: 'Base', props: { depth: Number } };</script>`,
        'src/Bed.vue': `<template><b>bed</b></template><script>import Base from './Base.vue'; export default { name: 'Bed', extends: Base };</script>`,
        'src/App.vue': `<template><Bed :depth="deep" /></template><script>import Bed from './Bed.vue'; export default { components: { Bed }, data() { return { deep: 1 }; } };</script>`,
      },
    ],
    [
      'React',
      {
        'src/Base.jsx': `import { Component } from 'react'; export class Base extends Component { render() { return <i>{this.props.depth}</i>; } }`,
        'src/Bed.jsx': `import { Base } from './Base'; export class Bed extends Base { render() { return <b>bed</b>; } }`,
        'src/App.jsx': `import { useState } from 'react'; import { Bed } from './Bed'; export function App() { const [deep, setDeep] = useState(1); return <p onClick={() => setDeep(2)}><Bed depth={deep} /></p>; }`,
      },
    ],
  ])('is not followed into that in %s, and says so', (_family, sources) => {
    expect(surveyOf(sources).trail('App.deep').cut).toBe(
      'the component extends another, and what it inherits from that one is not followed',
    );
  });
});
