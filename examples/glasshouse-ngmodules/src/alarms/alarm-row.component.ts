import { Component, EventEmitter, Input, Output } from '@angular/core';
import { Alarm } from './alarms.service';

@Component({
  selector: 'alarm-row',
  standalone: false,
  template: `
    <li [warmMark]="alarm.warmth">
      {{ alarm.seen ? 'seen: ' : '' }}{{ alarm.text }}
      <warmth-gauge [warmth]="alarm.warmth" [scale]="units"></warmth-gauge>
      <button (click)="seen.emit(alarm.id)">Acknowledge</button>
    </li>
  `,
})
export class AlarmRow {
  @Input({ required: true }) alarm!: Alarm;
  @Input() units = '';
  @Output() seen = new EventEmitter<string>();
}
