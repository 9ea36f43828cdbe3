import { Component, EventEmitter, Input, Output } from '@angular/core';

@Component({
  selector: 'amount-field',
  standalone: false,
  template: '<button (click)="amountChange.emit(amount + 1)">{{ amount }} litres</button>',
})
export class AmountField {
  @Input() amount = 0;
  @Output() amountChange = new EventEmitter<number>();
}
