import { LightningElement, api } from 'lwc';

export default class BedCard extends LightningElement {
  @api bed;

  tell(event) {
    this.dispatchEvent(new CustomEvent('air', { detail: { bed: event.detail.bed, name: this.bed.name } }));
  }
}
