import { LightningElement } from 'lwc';

export default class FoldPanel extends LightningElement {
  open = true;

  fold() {
    this.open = !this.open;
  }
}
