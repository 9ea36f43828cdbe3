/** Sources of Lightning Web Components that rules show as examples. */
import type { Examples } from '../rule';

type Sources = Record<string, string>;

/** The files of a component, by its class's name, what its markup holds and what its class does. */
export function webComponent(name: string, markup: string, body = ''): Sources {
  const folder = name.charAt(0).toLowerCase() + name.slice(1);
  const path = `lwc/${folder}/${folder}`;
  const imported = ['api', 'track'].filter((one) => body.includes(`@${one}`));
  return {
    [`${path}.html`]: `<template>\n  ${markup}\n</template>\n`,
    [`${path}.js`]: `import { ${['LightningElement', ...imported].join(', ')} } from 'lwc';
export default class ${name} extends LightningElement {${body === '' ? '' : `\n  ${body}\n`}}
`,
  };
}

/** The house may stand on a page; what it renders is its own. */
export const ENTRY: Sources = {
  'lwc/house/house.js-meta.xml': `<LightningComponentBundle>
  <isExposed>true</isExposed>
</LightningComponentBundle>
`,
};

const UNITS_IN = `units = 'C';
  change(event) {
    this.units = event.detail.unit;
  }`;
const PICK = `@api units;
  pick() {
    this.dispatchEvent(new CustomEvent('pick', { detail: { unit: 'K' } }));
  }`;
const ON = `@api units;
  send(event) {
    this.dispatchEvent(new CustomEvent('pick', { detail: event.detail }));
  }`;

/** Units passed down and an event sent up through two components that do nothing with them; and a slot in their place. */
export const UNITS: Examples = {
  failing: {
    ...ENTRY,
    ...webComponent('House', '<c-zone units={units} onpick={change}></c-zone>{units}', UNITS_IN),
    ...webComponent('Zone', '<c-bed units={units} onpick={send}></c-bed>', ON),
    ...webComponent('Bed', '<c-tray units={units} onpick={send}></c-tray>', ON),
    ...webComponent('Tray', '<b onclick={pick}>{units}</b>', PICK),
  },
  passing: {
    ...ENTRY,
    ...webComponent('House', '<c-zone><c-tray units={units} onpick={change}></c-tray></c-zone>{units}', UNITS_IN),
    ...webComponent('Zone', '<slot></slot>'),
    ...webComponent('Tray', '<b onclick={pick}>{units}</b>', PICK),
  },
};

/** A bed that is dug, and says so; a house that listens. */
export const digging = (listens: string, detail: string, reads: string): Sources => ({
  ...ENTRY,
  ...webComponent(
    'House',
    `<c-bed ${listens}={note}></c-bed>{depth}`,
    `depth = 0;
  note(event) {
    this.depth = event.detail.${reads};
  }`,
  ),
  ...webComponent(
    'Bed',
    '<button onclick={dig}>Dig</button>',
    `dig() {
    this.dispatchEvent(new CustomEvent('dug', { detail: { ${detail} } }));
  }`,
  ),
});

/** A house that reaches into a bed, or one of many. */
export const reaching = (markup: string, reach: string, method = '@api dig()'): Sources => ({
  ...ENTRY,
  ...webComponent(
    'House',
    `${markup}<button onclick={go}>Dig</button>`,
    `beds = ['north', 'south'];
  go() {
    ${reach}
  }`,
  ),
  ...webComponent(
    'Bed',
    '<b>{depth}</b>',
    `depth = 0;
  ${method} {
    this.depth += 1;
  }`,
  ),
});

/** A list that is changed in place, or replaced. */
export const listing = (add: string): Sources => ({
  ...ENTRY,
  ...webComponent(
    'House',
    '<template for:each={beds} for:item="bed"><p key={bed}>{bed}</p></template><button onclick={add}>Add</button>',
    `beds = [];
  add() {
    ${add}
  }`,
  ),
});

/** A house that passes a plan on to a bed, which changes it or asks for the change. */
export const planning = (listens: string, change: string): Sources => ({
  ...ENTRY,
  ...webComponent(
    'House',
    `<c-bed plan={plan}${listens}></c-bed>{plan.note}`,
    `plan = { note: '' };
  note(event) {
    this.plan = { note: event.detail };
  }`,
  ),
  ...webComponent(
    'Bed',
    '<b onclick={change}>{plan.note}</b>',
    `@api plan;
  change() {
    ${change}
  }`,
  ),
});

/** A clock that listens to the window. */
export const listening = (end: string): Sources => ({
  ...ENTRY,
  ...webComponent('House', '<c-clock></c-clock>'),
  ...webComponent(
    'Clock',
    '<b>{size}</b>',
    `size = 0;
  connectedCallback() {
    this.measure = this.measure.bind(this);
    window.addEventListener('resize', this.measure);
  }
  measure() {
    this.size = window.innerWidth;
  }${end}`,
  ),
});

/** A house that passes a depth on to a bed and changes it; what the bed shows and does. */
export const deepening = (tag: string, markup: string, bed: string): Sources => ({
  ...ENTRY,
  ...webComponent(
    'House',
    `<c-bed depth={depth}${tag}></c-bed><b onclick={dig}>{depth}</b>`,
    `depth = 1;
  dig() {
    this.depth = this.depth + 1;
  }`,
  ),
  ...webComponent('Bed', markup, `@api depth;${bed}`),
});

/** Beds of a list, and what each of them keeps and tells. */
export const bedded = (tag: string, house: string, markup: string, bed: string): Sources => ({
  ...ENTRY,
  ...webComponent(
    'House',
    `<template for:each={beds} for:item="bed"><c-bed key={bed} ${tag}></c-bed></template>{opened}`,
    `beds = ['north', 'south'];
  ${house}`,
  ),
  ...webComponent('Bed', `<b onclick={turn}>${markup}</b>`, bed),
});

/** A bed that tells that it was dug, and a house that counts. */
export const tallying = (tag: string, house: string, dig: string): Sources => ({
  ...ENTRY,
  ...webComponent(
    'House',
    `<c-bed${tag}></c-bed>{dug}`,
    `dug = 0;${house}
  count() {
    this.dug = this.dug + 1;
  }`,
  ),
  ...webComponent(
    'Bed',
    '<b onclick={dig}>dig</b>',
    `dig() {
    ${dig}
  }`,
  ),
});

/** A bed that is given something. */
export const labelled = (given: string, markup: string, bed: string): Sources => ({
  ...ENTRY,
  ...webComponent('House', `<c-bed ${given}></c-bed>`),
  ...webComponent('Bed', `<b>${markup}</b>`, bed),
});

/** A house that passes some of a plan on to a tray, through a zone that does nothing with it. */
export const carrying = (name: string, given: string, shown: string): Sources => ({
  ...ENTRY,
  ...webComponent(
    'House',
    `{plan.hour}{plan.days}{plan.note}<b onclick={change}>change</b><c-zone ${name}={${given}}></c-zone>`,
    `plan = { note: '', hour: 6, days: 3 };
  change() {
    this.plan = { note: 'mist', hour: 7, days: 2 };
  }`,
  ),
  ...webComponent('Zone', `<c-tray ${name}={${name}}></c-tray>`, `@api ${name};`),
  ...webComponent('Tray', `<b>{${shown}}</b>`, `@api ${name};`),
});
