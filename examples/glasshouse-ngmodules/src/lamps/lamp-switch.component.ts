import { Component, Input } from '@angular/core';

@Component({
  selector: 'lamp-switch',
  standalone: false,
  template: '<p>{{ name }} {{ lit ? "lit" : "dark" }} <lamp-hours></lamp-hours></p>',
})
export class LampSwitch {
  @Input() name = '';
  lit = false;

  light(): void {
    this.lit = true;
  }
}
