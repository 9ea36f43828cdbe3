import { LightningElement, api } from 'lwc';

export default class VentLever extends LightningElement {
  @api bed;

  pull() {
    this.dispatchEvent(new CustomEvent('vent', { detail: { bed: this.bed }, bubbles: true }));
  }
}
