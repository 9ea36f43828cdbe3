import { Component, input, output } from '@angular/core';
import { Gauge } from '../shared/gauge';
import { Alarm } from './alarms';

@Component({
  selector: 'alarm-row',
  imports: [Gauge],
  template: `
    <li>
      {{ alarm().seen ? 'seen: ' : '' }}{{ alarm().text }}
      <warmth-gauge [warmth]="alarm().warmth" [scale]="units()" />
      <button (click)="seen.emit()">Acknowledge</button>
    </li>
  `,
})
export class AlarmRow {
  readonly alarm = input.required<Alarm>();
  readonly units = input.required<string>();
  readonly seen = output();
}
