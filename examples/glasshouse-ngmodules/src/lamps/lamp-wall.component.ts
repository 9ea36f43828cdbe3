import { Component, QueryList, ViewChild, ViewChildren } from '@angular/core';
import { LampSwitch } from './lamp-switch.component';

@Component({
  selector: 'lamp-wall',
  standalone: false,
  template: `
    <lamp-switch *ngFor="let name of names" [name]="name"></lamp-switch>
    <button (click)="lamp.light()">Light the first</button>
    <button (click)="lightAll()">Light all</button>
  `,
})
export class LampWall {
  readonly names = ['North', 'South'];
  // One query for many: it only ever finds the first.
  @ViewChild(LampSwitch) lamp!: LampSwitch;
  @ViewChildren(LampSwitch) lamps!: QueryList<LampSwitch>;

  lightAll(): void {
    this.lamps.forEach((lamp) => lamp.light());
  }
}
