import { Component, input, output } from '@angular/core';
import { House } from '../nursery';

@Component({
  selector: 'house-list',
  template: `
    <nav>
      @for (house of houses(); track house.id) {
        <button [class.picked]="house.id === picked()" (click)="opened.emit(house.id)">{{ house.name }}</button>
      }
    </nav>
  `,
})
export class HouseList {
  readonly houses = input.required<House[]>();
  readonly picked = input.required<string>();
  readonly opened = output<string>();
}
