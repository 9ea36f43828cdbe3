import { Component, EventEmitter, Input, Output } from '@angular/core';
import { Bed } from './beds.service';

@Component({
  selector: 'bed-card',
  standalone: false,
  template: `
    <fold-panel [title]="bed.label">
      <ng-template #head let-title
        ><b>{{ title }}</b></ng-template
      >
      <vent-row [open]="bed.open" (vent)="vent.emit(bed.id)"></vent-row>
    </fold-panel>
  `,
})
export class BedCard {
  @Input({ required: true }) bed!: Bed;
  @Output() vent = new EventEmitter<string>();
}
