import { LightningElement } from 'lwc';

export default class SeedForm extends LightningElement {
  pots = 0;

  sow() {
    this.pots += 1;
    this.dispatchEvent(new CustomEvent('sown', { detail: { pot: `Pot ${this.pots}`, count: 3 } }));
  }
}
