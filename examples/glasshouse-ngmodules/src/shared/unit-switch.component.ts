import { Component, EventEmitter, Input, Output } from '@angular/core';

@Component({
  selector: 'unit-switch',
  standalone: false,
  template: ` <button (click)="pick.emit(units === 'celsius' ? 'kelvin' : 'celsius')">in {{ units }}</button> `,
})
export class UnitSwitch {
  @Input() units = '';
  @Output() pick = new EventEmitter<string>();
}
