import { Component, Input } from '@angular/core';
import { Alarm, Alarms } from './alarms.service';

@Component({
  selector: 'alarm-strip',
  standalone: false,
  template: `
    <ul>
      <alarm-row
        *ngFor="let alarm of alarms.all | async; trackBy: byId"
        [alarm]="alarm"
        [units]="units"
        (seen)="alarms.acknowledge($event)"
      ></alarm-row>
    </ul>
  `,
})
export class AlarmStrip {
  @Input() units = '';

  constructor(readonly alarms: Alarms) {}

  byId(_: number, alarm: Alarm): string {
    return alarm.id;
  }
}
