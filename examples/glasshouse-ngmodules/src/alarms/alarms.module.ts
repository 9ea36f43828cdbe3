import { NgModule } from '@angular/core';
import { SharedModule } from '../shared/shared.module';
import { AlarmBell } from './alarm-bell.component';
import { AlarmCount } from './alarm-count.component';
import { AlarmRow } from './alarm-row.component';
import { AlarmStrip } from './alarm-strip.component';

@NgModule({
  declarations: [AlarmBell, AlarmCount, AlarmRow, AlarmStrip],
  imports: [SharedModule],
  exports: [AlarmBell, AlarmCount, AlarmStrip],
})
export class AlarmsModule {}
