import { Component, input, output } from '@angular/core';
import { VentLever } from './vent-lever';

@Component({
  selector: 'vent-row',
  imports: [VentLever],
  template: `<p>{{ open() ? 'airing' : 'shut' }} <vent-lever (vent)="vent.emit()" /></p>`,
})
export class VentRow {
  readonly open = input.required<boolean>();
  readonly vent = output();
}
