import { Component, computed, input } from '@angular/core';

@Component({ selector: 'warmth-gauge', template: '<output>{{ shown() }} {{ scale() }}</output>' })
export class Gauge {
  readonly warmth = input.required<number>();
  readonly scale = input('celsius');
  readonly shown = computed(() => (this.scale() === 'kelvin' ? this.warmth() + 273 : this.warmth()));
}
