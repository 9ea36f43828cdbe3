import { LightningElement, api } from 'lwc';

export default class UnitSwitch extends LightningElement {
  @api units;

  toggle() {
    const unit = this.units === 'C' ? 'F' : 'C';
    this.dispatchEvent(new CustomEvent('pick', { detail: { unit } }));
  }
}
