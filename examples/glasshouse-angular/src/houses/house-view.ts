import { Component, input, output } from '@angular/core';
import { House } from '../nursery';
import { BenchList } from './bench-list';

@Component({
  selector: 'house-view',
  imports: [BenchList],
  template: `
    <section>
      <h2>{{ house().name }}</h2>
      <bench-list [benches]="house().benches" [units]="units()" (vent)="vent.emit($event)" />
    </section>
  `,
})
export class HouseView {
  readonly house = input.required<House>();
  readonly units = input.required<string>();
  readonly vent = output<string>();
}
