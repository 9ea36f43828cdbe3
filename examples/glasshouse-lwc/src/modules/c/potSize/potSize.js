import { LightningElement, api } from 'lwc';

export default class PotSize extends LightningElement {
  @api pot;
  size = 9;

  grow() {
    this.size += 2;
    this.dispatchEvent(new CustomEvent('size', { detail: { size: this.size } }));
  }
}
