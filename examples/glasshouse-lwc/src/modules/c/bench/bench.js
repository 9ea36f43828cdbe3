import { LightningElement } from 'lwc';
import { beds } from 'c/beds';

export default class Bench extends LightningElement {
  units = 'C';
  rows = beds();
  aired = [];

  changeUnits(event) {
    this.units = event.detail.unit;
  }

  air(event) {
    this.aired = [...this.aired, event.detail.name];
  }
}
