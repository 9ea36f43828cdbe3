import { LightningElement } from 'lwc';
import { beds } from 'c/beds';

export default class Bench extends LightningElement {
  units = 'C';
  rows = beds();
  aired = [];
  noted = 0;

  changeUnits(event) {
    this.units = event.detail.unit;
  }

  note(event) {
    this.noted = event.detail.warmth;
  }

  air(event) {
    this.aired = [...this.aired, event.detail.name];
  }
}
