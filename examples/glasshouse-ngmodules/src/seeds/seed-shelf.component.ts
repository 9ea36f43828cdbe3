import { Component } from '@angular/core';
import { Seeds } from './seeds.service';

@Component({
  selector: 'seed-shelf',
  standalone: false,
  template: `
    <p>Seeds: {{ seeds.seeds$ | async }}</p>
    <seed-form (sown)="seeds.sow($event)" (cleared)="seeds.clear()"></seed-form>
    <button (click)="seeds.seeds$.next(['orchid'])">Only orchids</button>
  `,
})
export class SeedShelf {
  constructor(readonly seeds: Seeds) {}
}
