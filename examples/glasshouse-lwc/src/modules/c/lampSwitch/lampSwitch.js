import { LightningElement, api } from 'lwc';

export default class LampSwitch extends LightningElement {
  @api label;
  lit = false;

  get text() {
    return `${this.label}: ${this.lit ? 'on' : 'off'}`;
  }

  flip() {
    this.lit = !this.lit;
    this.dispatchEvent(new CustomEvent('flipped'));
  }

  @api
  light() {
    this.lit = true;
  }
}
