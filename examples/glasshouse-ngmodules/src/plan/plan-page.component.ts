import { Component } from '@angular/core';

@Component({
  selector: 'plan-page',
  standalone: false,
  template: `
    <amount-field [(amount)]="amount"></amount-field>
    <input [(ngModel)]="note" />
    <p>{{ amount }} litres, {{ note }}</p>
  `,
})
export class PlanPage {
  amount = 2;
  note = 'in the morning';
}
