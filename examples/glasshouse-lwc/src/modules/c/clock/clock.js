import { LightningElement } from 'lwc';

export default class Clock extends LightningElement {
  minutes = 0;

  connectedCallback() {
    window.addEventListener('minute', this.turn.bind(this));
  }

  disconnectedCallback() {
    window.removeEventListener('minute', this.turn.bind(this));
  }

  turn(event) {
    this.minutes = event.detail.minutes;
  }

  look() {
    window.dispatchEvent(new CustomEvent('minute', { detail: { minutes: this.minutes + 1 } }));
  }
}
