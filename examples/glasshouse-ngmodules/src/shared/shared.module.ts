import { CommonModule } from '@angular/common';
import { NgModule } from '@angular/core';
import { FoldPanel } from './fold-panel.component';
import { Gauge } from './gauge.component';
import { UnitSwitch } from './unit-switch.component';
import { WarmMark } from './warm-mark.directive';

@NgModule({
  declarations: [FoldPanel, Gauge, UnitSwitch, WarmMark],
  imports: [CommonModule],
  exports: [CommonModule, FoldPanel, Gauge, UnitSwitch, WarmMark],
})
export class SharedModule {}
