import { NgModule } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterModule } from '@angular/router';
import { SharedModule } from '../shared/shared.module';
import { AmountField } from './amount-field.component';
import { PlanPage } from './plan-page.component';

@NgModule({
  declarations: [AmountField, PlanPage],
  imports: [FormsModule, SharedModule, RouterModule.forChild([{ path: '', component: PlanPage }])],
})
export class PlanModule {}
