import { NgModule } from '@angular/core';
import { SharedModule } from '../shared/shared.module';
import { LampSwitch } from './lamp-switch.component';
import { LampWall } from './lamp-wall.component';
import { LampHours } from './lamp-hours.component';

@NgModule({
  declarations: [LampHours, LampSwitch, LampWall],
  imports: [SharedModule],
  exports: [LampWall],
})
export class LampsModule {}
