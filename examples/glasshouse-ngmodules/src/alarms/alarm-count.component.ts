import { Component } from '@angular/core';
import { Alarms } from './alarms.service';

@Component({
  selector: 'alarm-count',
  standalone: false,
  template: '<small>{{ all.length }} in all, {{ first }}</small>',
})
export class AlarmCount {
  // Taken once: what is acknowledged later does not show here.
  readonly all = this.alarms.all.value;
  readonly first = 'as of this morning';

  constructor(private readonly alarms: Alarms) {}
}
