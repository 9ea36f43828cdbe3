import { Component } from '@angular/core';
import { ActivatedRoute } from '@angular/router';

@Component({
  selector: 'bed-page',
  standalone: false,
  template: `
    <h2>Bed {{ id }}</h2>
    <plant-list [plants]="plants"></plant-list>
    <button (click)="add()">Plant a fern</button>
  `,
})
export class BedPage {
  readonly id = this.route.snapshot.paramMap.get('id');
  plants = ['moss'];

  constructor(private readonly route: ActivatedRoute) {}

  // Changed in place: the list below looks again only when it is passed another one.
  add(): void {
    this.plants.push('fern');
  }
}
