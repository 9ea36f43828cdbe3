import { Component, input, output } from '@angular/core';
import { Bench } from '../nursery';
import { BenchCard } from './bench-card';

@Component({
  selector: 'bench-list',
  imports: [BenchCard],
  templateUrl: './bench-list.html',
})
export class BenchList {
  readonly benches = input.required<Bench[]>();
  readonly units = input.required<string>();
  readonly vent = output<string>();
}
