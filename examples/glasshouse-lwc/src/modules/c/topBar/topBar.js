import { LightningElement, api } from 'lwc';

export default class TopBar extends LightningElement {
  @api units;

  passOn(event) {
    this.dispatchEvent(new CustomEvent('pick', { detail: event.detail }));
  }
}
