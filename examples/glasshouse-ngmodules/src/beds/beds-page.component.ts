import { Component } from '@angular/core';
import { Beds } from './beds.service';

@Component({
  selector: 'beds-page',
  standalone: false,
  template: ` <bed-card *ngFor="let bed of beds.all$ | async" [bed]="bed" (vent)="beds.air($event)"></bed-card> `,
})
export class BedsPage {
  constructor(readonly beds: Beds) {}
}
