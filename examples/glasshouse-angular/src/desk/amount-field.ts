import { Component, model } from '@angular/core';

@Component({
  selector: 'amount-field',
  template: `<button (click)="amount.set(amount() + 1)">{{ amount() }} litres</button>`,
})
export class AmountField {
  readonly amount = model.required<number>();
}
