import { Component, EventEmitter, Output } from '@angular/core';

@Component({ selector: 'vent-lever', standalone: false, template: '<button (click)="vent.emit()">Vent</button>' })
export class VentLever {
  @Output() vent = new EventEmitter<void>();
}
