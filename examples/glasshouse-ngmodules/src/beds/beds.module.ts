import { NgModule } from '@angular/core';
import { RouterModule } from '@angular/router';
import { SharedModule } from '../shared/shared.module';
import { BedCard } from './bed-card.component';
import { BedPage } from './bed-page.component';
import { BedsPage } from './beds-page.component';
import { PlantList } from './plant-list.component';
import { VentLever } from './vent-lever.component';
import { VentRow } from './vent-row.component';

@NgModule({
  declarations: [BedCard, BedPage, BedsPage, PlantList, VentLever, VentRow],
  imports: [
    SharedModule,
    RouterModule.forChild([
      { path: '', component: BedsPage },
      { path: ':id', component: BedPage },
    ]),
  ],
})
export class BedsModule {}
