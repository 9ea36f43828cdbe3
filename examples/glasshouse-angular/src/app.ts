import { Component, computed, signal } from '@angular/core';
import { AlarmBell } from './alarms/alarm-bell';
import { AlarmStrip } from './alarms/alarm-strip';
import { FeedNote } from './desk/feed-note';
import { OperatorBadge } from './desk/operator-badge';
import { PlanForm } from './desk/plan-form';
import { TopBar } from './desk/top-bar';
import { Feed } from './feed';
import { HouseList } from './houses/house-list';
import { HouseView } from './houses/house-view';
import { HOUSES } from './nursery';
import { GrowLamp } from './shared/grow-lamp';

@Component({
  selector: 'desk-app',
  imports: [AlarmBell, AlarmStrip, FeedNote, GrowLamp, HouseList, HouseView, OperatorBadge, PlanForm, TopBar],
  templateUrl: './app.html',
})
export class App {
  readonly units = signal('celsius');
  readonly houses = signal(HOUSES);
  readonly picked = signal('north');
  readonly house = computed(() => this.houses().find((one) => one.id === this.picked()));

  constructor(readonly feed: Feed) {}

  vent(id: string): void {
    this.houses.set(
      this.houses().map((one) => ({
        ...one,
        benches: one.benches.map((bench) => (bench.id === id ? { ...bench, open: !bench.open } : bench)),
      })),
    );
  }
}
