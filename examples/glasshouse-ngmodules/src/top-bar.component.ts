import { Component, EventEmitter, Inject, Input, Output } from '@angular/core';
import { HOUSE_NAME, HouseName } from './shared/house-name';

@Component({
  selector: 'top-bar',
  standalone: false,
  template: `
    <h1>{{ name.short }}</h1>
    <unit-switch [units]="units" (pick)="pick.emit($event)"></unit-switch>
  `,
})
export class TopBar {
  @Input() units = '';
  @Output() pick = new EventEmitter<string>();

  constructor(@Inject(HOUSE_NAME) readonly name: HouseName) {}
}
