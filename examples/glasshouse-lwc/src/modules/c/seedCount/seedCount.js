import { LightningElement } from 'lwc';
import { onSeeds, seedsLeft } from 'c/seeds';

export default class SeedCount extends LightningElement {
  left = seedsLeft();

  connectedCallback() {
    this.stop = onSeeds((left) => {
      this.left = left;
    });
  }

  disconnectedCallback() {
    this.stop();
  }
}
