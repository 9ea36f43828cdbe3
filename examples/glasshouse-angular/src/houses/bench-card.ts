import { Component, input, output, signal } from '@angular/core';
import { Bench } from '../nursery';
import { Gauge } from '../shared/gauge';
import { VentRow } from './vent-row';

@Component({
  selector: 'bench-card',
  imports: [Gauge, VentRow],
  template: `
    <li>
      <b>{{ bench().label }}</b>
      <button (click)="folded.set(!folded())">{{ folded() ? 'Unfold' : 'Fold' }}</button>
      @if (!folded()) {
        <warmth-gauge [warmth]="bench().warmth" [scale]="units()" />
      }
      <vent-row [open]="bench().open" (vent)="vent.emit(bench().id)" />
    </li>
  `,
})
export class BenchCard {
  readonly bench = input.required<Bench>();
  readonly units = input.required<string>();
  readonly vent = output<string>();
  readonly folded = signal(false);
}
