import { Component, Input } from '@angular/core';

@Component({ selector: 'warmth-gauge', standalone: false, template: '<output>{{ shown }} {{ scale }}</output>' })
export class Gauge {
  @Input() warmth = 0;
  @Input() scale = 'celsius';

  get shown(): number {
    return this.scale === 'kelvin' ? this.warmth + 273 : this.warmth;
  }
}
