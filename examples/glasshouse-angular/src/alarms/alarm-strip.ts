import { Component, inject, input } from '@angular/core';
import { AlarmRow } from './alarm-row';
import { Alarms } from './alarms';

@Component({
  selector: 'alarm-strip',
  imports: [AlarmRow],
  template: `
    <ul>
      @for (alarm of store.alarms(); track alarm.id) {
        <alarm-row [alarm]="alarm" [units]="units()" (seen)="store.acknowledge(alarm.id)" />
      }
    </ul>
  `,
})
export class AlarmStrip {
  readonly units = input.required<string>();
  readonly store = inject(Alarms);
}
