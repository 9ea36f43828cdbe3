import { Component, EventEmitter, Output } from '@angular/core';

@Component({
  selector: 'seed-form',
  standalone: false,
  template: `
    <button (click)="sown.emit('moss')">Sow moss</button>
    <button (click)="cleared.emit()">Clear</button>
  `,
})
export class SeedForm {
  @Output() sown = new EventEmitter<string>();
  @Output() cleared = new EventEmitter<void>();
}
