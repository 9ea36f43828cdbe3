import { LightningElement } from 'lwc';

export default class PotSizes extends LightningElement {
  pots = [{ id: 'clay' }, { id: 'peat' }];
  last = 9;

  keep(event) {
    this.last = event.detail.size;
  }
}
