import { surveyOf, trailsOf } from './testing/project';
import { prepareReaders } from './read';
beforeAll(() => prepareReaders([{ path: 'a.html', text: '<template></template>' }]));
const show = (survey: any, v: string) => {
  try {
    const d: any = survey.trail(v);
    process.stdout.write(
      v +
        ' | ' +
        trailsOf(survey, v).join(' ;; ') +
        ' | R ' +
        d.readers.map((x: any) => x.component + '.' + x.name + ':' + x.line) +
        ' | W ' +
        d.writers.map((x: any) => x.component + '.' + x.name) +
        ' | H ' +
        d.homes.map((x: any) => x.component + '/' + x.cell) +
        '\n',
    );
  } catch (e) {
    process.stdout.write(v + ' ' + e + '\n');
  }
};
test('lwc', () => {
  const s = surveyOf({
    'force-app/lwc/house/house.html': `<template>
  <div onpick={pick}><template for:each={beds} for:item="bed"><c-bed-tile key={bed.id} bed={bed} units={units} onwater={water}></c-bed-tile></template></div>
  <p lwc:if={open}>{units}</p>
  <c-panel><c-gauge slot="head" depth={depth}></c-gauge></c-panel>
</template>`,
    'force-app/lwc/house/house.js': `import { LightningElement, api, track, wire } from 'lwc'; import getBeds from '@salesforce/apex/Beds.getBeds';
export default class House extends LightningElement { @api house; units = 'c'; open = false; depth = 1; @wire(getBeds, { house: '$house' }) beds;
 pick(event) { this.units = event.detail.unit; } water() { this.open = true; } deepen() { this.template.querySelector('c-gauge').reset(); } connectedCallback() { this.deepen(); } }`,
    'force-app/lwc/bedTile/bedTile.html':
      '<template><b onclick={send}>{units} {bed.name}</b><button onclick={water}>w</button></template>',
    'force-app/lwc/bedTile/bedTile.js': `import { LightningElement, api } from 'lwc';
export default class BedTile extends LightningElement { @api bed; @api units; send() { this.dispatchEvent(new CustomEvent('pick', { detail: { unit: 'k' }, bubbles: true })); } water() { const e = new CustomEvent('water'); this.dispatchEvent(e); } }`,
    'force-app/lwc/panel/panel.html': '<template><slot name="head"></slot></template>',
    'force-app/lwc/panel/panel.js': `import { LightningElement } from 'lwc'; export default class Panel extends LightningElement {}`,
    'force-app/lwc/gauge/gauge.html': '<template>{shown}</template>',
    'force-app/lwc/gauge/gauge.js': `import { LightningElement, api } from 'lwc'; import { twice } from 'c/sums'; export default class Gauge extends LightningElement { _depth = 0; @api get depth() { return this._depth; } set depth(to) { this._depth = to; } get shown() { return twice(this._depth); } @api reset() { this._depth = 0; } }`,
    'force-app/lwc/sums/sums.js': 'export function twice(n) { return n * 2; }',
    'sfdx-project.json': '{}',
  });
  for (const v of ['House.units', 'House.open', 'House.depth', 'House.beds', 'Gauge._depth', 'remote:Beds.getBeds'])
    show(s, v);
  process.stdout.write(
    JSON.stringify(s.findings().map((f: any) => f.rule + ' ' + f.message)) +
      '\n' +
      JSON.stringify(s.document().sites.map((x: any) => [x.name, x.of, x.by, x.under, x.repeat])) +
      '\n',
  );
  process.stdout.write(JSON.stringify(s.document().files.map((x: any) => [x.path, x.family, x.problems])) + '\n');
});
