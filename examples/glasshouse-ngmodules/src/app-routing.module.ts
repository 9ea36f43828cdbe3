import { NgModule } from '@angular/core';
import { RouterModule, Routes } from '@angular/router';

const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'beds' },
  { path: 'beds', loadChildren: () => import('./beds/beds.module').then((m) => m.BedsModule) },
  { path: 'plan', loadChildren: () => import('./plan/plan.module').then((m) => m.PlanModule) },
];

@NgModule({
  imports: [RouterModule.forRoot(routes, { useHash: true })],
  exports: [RouterModule],
})
export class AppRoutingModule {}
