import { Component, inject } from '@angular/core';
import { Operator } from '../operator';

@Component({
  selector: 'desk-operator-badge',
  template: `
    <p>
      {{ operator.name() }}
      <button (click)="operator.handOver('Evening desk')">Hand over</button>
    </p>
  `,
})
export class OperatorBadge {
  readonly operator = inject(Operator);
}
