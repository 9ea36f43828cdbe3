import { LightningElement } from 'lwc';
import { takeSeeds } from 'c/seeds';

export default class SeedShelf extends LightningElement {
  sown = [];

  note(event) {
    takeSeeds(event.detail.seeds);
    this.sown.push(event.detail.pot);
  }
}
