import { Component, output } from '@angular/core';

@Component({ selector: 'vent-lever', template: '<button (click)="vent.emit()">Vent</button>' })
export class VentLever {
  readonly vent = output();
}
