import { Component, signal } from '@angular/core';

@Component({
  selector: 'grow-lamp',
  template: `<button (click)="lit.set(!lit())">{{ lit() ? 'Lamp off' : 'Lamp on' }}</button>`,
})
export class GrowLamp {
  readonly lit = signal(false);
}
