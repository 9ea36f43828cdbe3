import { LightningElement, api } from 'lwc';
import { inUnits } from 'c/units';

export default class Gauge extends LightningElement {
  @api warmth = 0;
  @api scale;

  get shown() {
    return inUnits(this.warmth, this.scale);
  }

  note() {
    const detail = { warmth: this.warmth };
    this.dispatchEvent(new CustomEvent('noted', { detail, bubbles: true, composed: true }));
  }
}
