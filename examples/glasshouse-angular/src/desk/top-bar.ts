import { Component, input, output } from '@angular/core';
import { UnitSwitch } from './unit-switch';

@Component({
  selector: 'desk-top-bar',
  imports: [UnitSwitch],
  template: `
    <header>
      <h1>Glasshouse</h1>
      <unit-switch [units]="units()" (pick)="pick.emit($event)" />
    </header>
  `,
})
export class TopBar {
  readonly units = input.required<string>();
  readonly pick = output<string>();
}
