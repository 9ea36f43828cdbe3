import { LightningElement, api } from 'lwc';

export default class AirList extends LightningElement {
  @api names;

  get any() {
    return this.names.length > 0;
  }

  get text() {
    return this.names.join(', ');
  }
}
