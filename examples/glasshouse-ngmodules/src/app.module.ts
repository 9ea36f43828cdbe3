import { NgModule } from '@angular/core';
import { BrowserModule } from '@angular/platform-browser';
import { AlarmsModule } from './alarms/alarms.module';
import { AppRoutingModule } from './app-routing.module';
import { App } from './app.component';
import { LampsModule } from './lamps/lamps.module';
import { SeedsModule } from './seeds/seeds.module';
import { SharedModule } from './shared/shared.module';
import { HOUSE_NAME } from './shared/house-name';
import { TopBar } from './top-bar.component';

@NgModule({
  declarations: [App, TopBar],
  imports: [BrowserModule, AppRoutingModule, AlarmsModule, LampsModule, SeedsModule, SharedModule],
  providers: [{ provide: HOUSE_NAME, useValue: { short: 'Palm house' } }],
  bootstrap: [App],
})
export class AppModule {}
