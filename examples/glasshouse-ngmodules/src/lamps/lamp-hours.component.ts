import { Component } from '@angular/core';
import { Hours } from './hours.service';

@Component({
  selector: 'lamp-hours',
  standalone: false,
  // Provided once more by each of many, though it is there for all.
  providers: [Hours],
  template: '<button (click)="store.add()">{{ store.hours }} hours</button>',
})
export class LampHours {
  constructor(readonly store: Hours) {}
}
