import { Component, input, output } from '@angular/core';

@Component({
  selector: 'unit-switch',
  template: `
    <select [value]="units()" (change)="pick.emit(named($event))">
      <option>celsius</option>
      <option>kelvin</option>
    </select>
  `,
})
export class UnitSwitch {
  readonly units = input.required<string>();
  readonly pick = output<string>();

  named(event: Event): string {
    return (event.target as HTMLSelectElement).value;
  }
}
