import { Component, EventEmitter, Input, Output } from '@angular/core';

@Component({
  selector: 'vent-row',
  standalone: false,
  template: `<p>{{ open ? 'airing' : 'shut' }} <vent-lever (vent)="vent.emit()"></vent-lever></p>`,
})
export class VentRow {
  @Input() open = false;
  @Output() vent = new EventEmitter<void>();
}
